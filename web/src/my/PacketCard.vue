<script setup lang="ts">
import { packetNow, plural, type SowingMethod } from '@esprel/core';
import type { MyLibrary, MyPacket } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import EnvelopeCard from './EnvelopeCard.vue';
import HowMany from './HowMany.vue';
import { useMine } from './useMine.ts';

/** A packet that was not sown yet, or not all of it. */
const props = defineProps<{ packet: MyPacket; library: MyLibrary }>();
const mine = useMine();
const now = computed(() => packetNow(props.packet.facts, mine.today, props.library.said));
const opened = ref<'how' | 'sown' | null>(null);
const WHERE: readonly { readonly method: SowingMethod; readonly words: string }[] = [
  { method: 'cells', words: 'in cells' },
  { method: 'pot', words: 'in a pot' },
  { method: 'open-ground', words: 'outdoors' },
];
const usual = computed((): SowingMethod => {
  const { window } = props.packet.facts;
  return window === null || window.way === 'start' ? 'cells' : 'open-ground';
});
const tapped = ref<SowingMethod | null>(null);
/** What was not tapped goes by the days, which move while the page lies open. */
const method = computed({ get: () => tapped.value ?? usual.value, set: (m) => (tapped.value = m) });
const beside = computed(
  () => `${props.packet.crop.toLowerCase().replace(/ \(.*\)/, '')}, ${plural(props.packet.left, props.packet.facts.unit)}`,
);

async function sown(seeds: number): Promise<void> {
  opened.value = null;
  await mine.say(
    { what: 'sow', loanId: props.packet.loanId, seeds, method: method.value },
    `${String(seeds)} of ${props.packet.variety} sown`,
  );
}
</script>

<template>
  <EnvelopeCard :title="packet.variety" :beside="beside">
    <p>
      <strong>{{ now.lead }}</strong> {{ now.rest }}
      <span v-if="packet.cautions.length > 0" class="caution">{{ packet.cautions.map((c) => c.replace(/\.?$/, '.')).join(' ') }}</span>
    </p>
    <div v-if="opened === 'how'" class="how">
      <p v-for="line in packet.lines" :key="line">{{ line }}</p>
      <p class="quiet">Code on the packet: {{ packet.code }}</p>
    </div>
    <fieldset v-if="opened === 'sown'" class="where">
      <legend>Where?</legend>
      <label v-for="w in WHERE" :key="w.method" :class="{ on: method === w.method }">
        <input v-model="method" type="radio" class="unseen" :name="`where-${packet.loanId}`" :value="w.method" />{{ w.words }}
      </label>
    </fieldset>
    <HowMany
      v-if="opened === 'sown'"
      label="How many did you sow?"
      :most="packet.left"
      :least="1"
      :likely="[{ n: packet.left, words: `All ${packet.left}` }]"
      action="Sown"
      @say="sown"
      @leave="opened = null"
    />
    <div v-if="opened !== 'sown'" class="buttons">
      <Button v-if="now.today || opened === 'how'" label="I have sown it" @click="opened = 'sown'" />
      <Button
        label="How"
        :severity="now.today ? 'secondary' : undefined"
        :aria-expanded="opened === 'how'"
        @click="opened = opened === 'how' ? null : 'how'"
      />
    </div>
  </EnvelopeCard>
</template>

<style scoped>
.how {
  display: grid;
  gap: 5px;
  border-top: 1px solid var(--hair);
  padding-top: 8px;
  font-size: 16px;
}
.where {
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.where legend {
  padding: 0;
  font-weight: 600;
}
.where label {
  min-height: 44px;
  display: grid;
  place-items: center;
  padding: 0 12px;
  border: 1px solid var(--edge);
  border-radius: 3px;
  background: var(--sheet);
}
.where label.on {
  background: var(--action-soft);
  border-color: var(--action);
  font-weight: 600;
}
.where label:focus-within {
  outline: 3px solid var(--focus);
  outline-offset: 1px;
}
</style>
