<script setup lang="ts">
import { plural } from '@esprel/core';
import type { MyGrowAsk } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import EnvelopeCard from './EnvelopeCard.vue';
import { useMine } from './useMine.ts';

/** The library asks whether one would grow a variety on: yes, no, or another one. */
const props = defineProps<{ ask: MyGrowAsk }>();
const mine = useMine();
const choosing = ref(false);
const crop = (name: string): string => name.toLowerCase().replace(/ \(.*\)/, '');
const APART = {
  open: '',
  bagged: ' Its flowers go under bags; the library says how.',
  caged: ' It goes into a cage; the library says how.',
  tied: ' Its flowers are tied, and pollinated by hand; the library says how.',
} as const;
const what = computed(() => {
  const { ask } = props;
  const winter = ask.years === 2 ? ' It stands through a winter, and gives seed in its second year.' : '';
  return `${plural(ask.plants, 'plant')} at the least, at ${ask.garden}, in ${String(ask.season)}.${winter}${APART[ask.apart]}`;
});
const said = computed(() =>
  props.ask.answer === 'yes'
    ? `You said yes${props.ask.ready ? '; its packet lies ready, bring your card' : '; a packet will be laid ready for you'}. Thank you.`
    : props.ask.answer === 'no'
      ? 'You said no. Thank you for the answer: it is planned anew.'
      : 'You said another one. It is planned anew.',
);
async function answer(said: 'yes' | 'no'): Promise<void> {
  await mine.say({ what: 'grow', id: props.ask.id, variety: props.ask.variety, answer: said, other: null, note: null });
}
async function rather(other: MyGrowAsk['others'][number]): Promise<void> {
  choosing.value = false;
  await mine.say({ what: 'grow', id: props.ask.id, variety: props.ask.variety, answer: 'another', other, note: null });
}
</script>

<template>
  <EnvelopeCard :title="ask.variety" :beside="crop(ask.crop)">
    <template v-if="ask.answer === null">
      <p><strong>Could you grow it on for the library?</strong> {{ what }}</p>
      <p v-for="c in ask.cautions" :key="c" class="caution">{{ c.replace(/\.?$/, '.') }}</p>
      <p v-if="ask.ready" class="quiet">Its packet lies ready for you.</p>
      <div v-if="choosing" class="others" role="group" aria-label="Another one">
        <Button
          v-for="o in ask.others"
          :key="o.varietyId"
          :label="`${o.variety}, ${crop(o.crop)}`"
          severity="secondary"
          @click="rather(o)"
        />
        <p v-if="ask.others.length === 0">There is no other just now that has room there. Ask at the desk.</p>
        <Button label="Leave it" severity="secondary" variant="text" @click="choosing = false" />
      </div>
      <div v-else class="buttons">
        <Button label="Yes, I will" @click="answer('yes')" />
        <Button label="No" severity="secondary" @click="answer('no')" />
        <Button label="Another one" severity="secondary" @click="choosing = true" />
      </div>
    </template>
    <template v-else>
      <p>{{ said }}</p>
      <div v-if="ask.undo !== null" class="buttons">
        <Button label="Take it back" severity="secondary" size="small" @click="mine.takeBackStep(ask.undo)" />
      </div>
    </template>
  </EnvelopeCard>
</template>

<style scoped>
.others {
  display: grid;
  gap: 8px;
}
.others :deep(.p-button) {
  justify-content: flex-start;
  text-align: left;
}
</style>
