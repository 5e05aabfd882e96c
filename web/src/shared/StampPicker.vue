<script setup lang="ts">
import RadioButton from 'primevue/radiobutton';
import type { SeedKind } from '@esprel/core';
import type { SeedMark } from '@esprel/core/api';
import { countOf, STAMPS } from './seedSheet.ts';

/** Which stamp the next tap puts on a seed, with how many lie there of each. */
defineProps<{ marks: readonly SeedMark[] }>();
const kind = defineModel<SeedKind>({ required: true });
</script>

<template>
  <div class="row" role="radiogroup" aria-label="Stamp for the next seed">
    <label v-for="s in STAMPS" :key="s.kind" class="stamp cut-card" :class="[s.kind, { chosen: kind === s.kind }]">
      <RadioButton v-model="kind" name="stamp" :value="s.kind" />
      <span class="dot" aria-hidden="true" />{{ s.words }} <kbd>{{ s.key }}</kbd>
      <span v-if="countOf(marks, s.kind) > 0" class="numbers">{{ countOf(marks, s.kind) }}</span>
    </label>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.stamp {
  position: relative;
  display: inline-flex;
  gap: 5px;
  align-items: center;
  min-height: 40px;
  padding: 0 5px;
  border: 1px solid transparent;
  border-radius: 3px;
  cursor: pointer;
}
.stamp.chosen {
  border-color: var(--ink);
  background: var(--sheet);
  font-weight: 600;
}
.stamp:has(:focus-visible) {
  outline: 3px solid var(--focus);
}
.dot {
  width: 16px;
  height: 12px;
  border-radius: 50%;
  background: var(--good);
}
.abnormal .dot {
  background: var(--watch-bright);
}
.hard .dot {
  background: var(--asleep-mist);
  border: 2px solid var(--asleep);
}
.fresh .dot {
  background: var(--action-soft);
  border: 2px solid var(--asleep);
}
.dead .dot {
  background: var(--faint);
}
.empty .dot {
  background: none;
  border: 2px dashed var(--soil);
}
</style>
