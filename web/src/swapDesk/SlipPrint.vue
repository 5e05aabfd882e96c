<script setup lang="ts">
import { longDay, plural, shortCautions } from '@esprel/core';
import Button from 'primevue/button';
import Dialog from 'primevue/dialog';
import { computed } from 'vue';
import { outAdvice } from './advice.ts';
import PrintOut from './PrintOut.vue';
import type { DeskStep } from './steps.ts';
import { useSwapDesk } from './useSwapDesk.ts';

/** What somebody takes along on paper. */
const props = defineProps<{ who: string; given: readonly (DeskStep & { readonly said: Extract<DeskStep['said'], { what: 'out' }> })[] }>();
const emit = defineEmits<{ close: [] }>();
const desk = useSwapDesk();
const lines = computed(() =>
  [...props.given].reverse().map(({ key, said }) => {
    const lot = desk.lot(said.lotCode);
    const crop = lot === null ? undefined : desk.crops?.byKey.get(lot.cropKey);
    return {
      key,
      code: said.lotCode,
      name: said.named ?? 'not known here',
      what: `${crop === undefined ? '' : `${crop.name.toLowerCase()}, `}${plural(said.packets * said.seedsEach, 'seed')}${lot === null ? '' : outAdvice(lot)}`,
      hurts: crop && lot ? shortCautions(crop.cautions, lot.form) : [],
      forSeed: said.forSeed,
    };
  }),
);
const day = computed(() => longDay(desk.today, desk.copy?.settings.dateOrder ?? 'day-month'));
</script>

<template>
  <Dialog visible modal dismissable-mask header="Slip" :style="{ width: 'min(560px, 94vw)' }" @update:visible="emit('close')">
    <PrintOut v-slot="{ print }">
      <article class="slip">
        <h2>{{ who }}</h2>
        <p class="quiet">{{ desk.copy?.settings.libraryName }}, {{ desk.copy?.swap.name }}, {{ day }}</p>
        <ul class="plain">
          <li v-for="l in lines" :key="l.key">
            <strong>{{ l.name }}</strong> <span class="code">{{ l.code }}</span>
            <p>{{ l.what }}</p>
            <p v-if="l.hurts.length > 0" class="hurts">{{ l.hurts.join(', ') }}. Keep from children and animals.</p>
            <p v-if="l.forSeed">For seed: some comes back, dry and with its name.</p>
          </li>
        </ul>
        <p class="quiet">How it is sown stands on the packets of the library. Tell us how it grew.</p>
      </article>
      <p class="row-of-buttons noprint">
        <Button label="Print the slip" @click="print()" />
        <Button severity="secondary" label="Done" @click="emit('close')" />
      </p>
    </PrintOut>
  </Dialog>
</template>

<style scoped>
.slip {
  display: grid;
  gap: 8px;
  margin-bottom: 14px;
}
li {
  padding: 8px 0;
  border-top: 1px solid var(--rule);
  break-inside: avoid;
}
.hurts {
  color: var(--act-deep);
  font-weight: 600;
}
</style>
