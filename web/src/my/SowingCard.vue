<script setup lang="ts">
import { FATE_FACTS, type Fate, monthDay, sownNow } from '@esprel/core';
import type { MyLibrary, MyPacket, MySowing } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import EnvelopeCard from './EnvelopeCard.vue';
import HowMany from './HowMany.vue';
import { useMine } from './useMine.ts';

/** Seed that lies in the ground: how many are up, and what happened. */
const props = defineProps<{ packet: MyPacket; sowing: MySowing; library: MyLibrary }>();
const mine = useMine();
const opened = ref<'count' | 'failed' | null>(null);
const { emergeMinD, emergeMaxD } = props.packet.facts;
const now = computed(() => sownNow({ ...props.sowing, emergeMinD, emergeMaxD }, mine.today, props.library.said));
const crop = computed(() => props.packet.crop.toLowerCase().replace(/ \(.*\)/, ''));
const beside = computed(() => `${crop.value}, sown ${monthDay(props.sowing.sownOn, props.library.said.dateOrder, mine.today)}`);
const counted = computed(() => (props.sowing.emerged ?? 0) > 0);

/** What can have happened, in the words of whoever stands before an empty tray. */
const HAPPENED: readonly Fate[] = [
  'not-come-up',
  'eaten',
  'dried-out',
  'too-cold',
  'damped-off',
  'washed-away',
  'frost',
  'moved',
  'mixed-up',
  'thrown-out',
];
const happened = computed(() => HAPPENED.filter((f) => f !== 'not-come-up' || !counted.value));

async function count(emerged: number): Promise<void> {
  opened.value = null;
  await mine.say({ what: 'count', sowingId: props.sowing.id, emerged }, `${String(emerged)} of ${props.packet.variety} up`);
}
async function ended(fate: Fate): Promise<void> {
  opened.value = null;
  await mine.say({ what: 'fate', sowingId: props.sowing.id, fate }, `${props.packet.variety}: ${FATE_FACTS[fate].words}`);
}
</script>

<template>
  <EnvelopeCard :title="packet.variety" :beside="beside">
    <template v-if="sowing.fate === null">
      <p>
        <strong>{{ now.lead }}</strong> {{ now.rest }}
      </p>
      <HowMany
        v-if="opened === 'count'"
        label="How many have come up, with those that fell over since?"
        :most="sowing.seeds"
        :least="sowing.emerged ?? 0"
        :likely="[{ n: sowing.seeds, words: `All ${sowing.seeds}` }, ...(counted ? [] : [{ n: 0, words: 'None yet' }])]"
        action="Save"
        @say="count"
        @leave="opened = null"
      />
      <div v-else-if="opened === 'failed'" class="happened">
        <p class="ask">What happened?</p>
        <Button v-for="f in happened" :key="f" severity="secondary" :label="FATE_FACTS[f].words" @click="ended(f)" />
        <Button label="Not now" severity="secondary" variant="text" @click="opened = null" />
      </div>
      <div v-else class="buttons">
        <Button :label="counted ? 'Count again' : 'Count them'" @click="opened = 'count'" />
        <Button v-if="counted" label="No more will come" severity="secondary" @click="ended('came-up')" />
        <Button label="It failed" severity="secondary" @click="opened = 'failed'" />
      </div>
    </template>
    <p v-else>
      <strong>{{ sowing.emerged ?? 0 }} of {{ sowing.seeds }} came up.</strong> You said: {{ FATE_FACTS[sowing.fate as Fate].words }}.
    </p>
    <div v-if="sowing.undo !== null && opened === null" class="buttons">
      <Button label="Take back what I said last" severity="secondary" variant="text" @click="mine.takeBackStep(sowing.undo)" />
    </div>
  </EnvelopeCard>
</template>

<style scoped>
.happened {
  display: grid;
  gap: 6px;
  border-top: 1px solid var(--hair);
  padding-top: 10px;
}
.happened :deep(.p-button) {
  justify-content: flex-start;
  text-align: left;
}
.ask {
  font-weight: 600;
}
</style>
