<script setup lang="ts">
import type { PlanPatch } from '@esprel/core/api';
import { computed } from 'vue';
import { useFormat } from '../base/useFormat.ts';
import { flowerPicture } from './flowerLayout.ts';
import { colourOf, patchName, placeName } from './looks.ts';

/** When each patch flowers, one below the other. */
const props = defineProps<{ patches: readonly PlanPatch[]; opened: PlanPatch | null; colours: ReadonlyMap<number, string> }>();
const emit = defineEmits<{ open: [key: string] }>();
const format = useFormat();
const picture = computed(() => flowerPicture(props.patches));
const percent = (x: number): string => `${String(Math.round(x * 1000) / 10)}%`;
const label = (p: PlanPatch): string =>
  p.kind === 'table' || p.kind === 'neighbour' ? `${placeName(p)}, ${p.kind === 'table' ? 'table' : 'neighbour'}` : patchName(p);
</script>

<template>
  <div class="flowers">
    <h2>In flower</h2>
    <div class="months" aria-hidden="true">
      <span v-for="m in picture.months" :key="m.name" :style="{ left: percent(m.at) }">{{ m.name }}</span>
    </div>
    <button
      v-for="r in picture.rows"
      :key="r.patch.key"
      type="button"
      class="row"
      :class="{ here: r.patch.key === opened?.key }"
      :aria-label="`${label(r.patch)}, ${placeName(r.patch)}: ${r.patch.flower ? `in flower ${format.days(r.patch.flower.from, r.patch.flower.to)}` : 'when it flowers is not known'}`"
      @click="emit('open', r.patch.key)"
    >
      <span class="label">{{ label(r.patch) }}</span>
      <span class="days">
        <i v-for="m in picture.months" :key="m.name" class="line" :style="{ left: percent(m.at) }" />
        <i
          v-if="r.doubt"
          class="doubt"
          :style="{ left: percent(r.doubt.from), width: percent(r.doubt.to - r.doubt.from), background: colourOf(colours, r.patch) }"
        />
        <i
          v-if="r.bar"
          class="bar"
          :class="{ outline: r.patch.kind === 'table' || r.patch.kind === 'neighbour' }"
          :style="{ left: percent(r.bar.from), width: percent(r.bar.to - r.bar.from), '--colour': colourOf(colours, r.patch) }"
        />
        <span v-if="!r.bar" class="quiet small">not known when</span>
      </span>
    </button>
  </div>
</template>

<style scoped>
.flowers {
  display: grid;
  align-content: start;
}
h2 {
  font-size: 16px;
}
.months {
  position: relative;
  height: 20px;
  margin-left: 150px;
  font-size: 13px;
  color: var(--quiet);
}
.months span {
  position: absolute;
  padding-left: 5px;
}
.row {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  align-items: center;
  min-height: 24px;
  border: 0;
  background: none;
  font: inherit;
  text-align: left;
  color: var(--ink);
  cursor: pointer;
  padding: 0;
}
.row:hover {
  background: var(--hover);
}
.row.here .label {
  font-weight: 600;
}
.label {
  font-size: 14px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  padding-right: 8px;
}
.days {
  position: relative;
  height: 24px;
}
.line {
  position: absolute;
  top: 0;
  bottom: 0;
  border-left: 1px solid var(--rule);
}
.doubt {
  position: absolute;
  top: 9px;
  height: 6px;
  border-radius: 3px;
  opacity: 0.3;
}
.bar {
  position: absolute;
  top: 4px;
  height: 16px;
  border-radius: 4px;
  background: var(--colour);
  opacity: 0.85;
}
.bar.outline {
  background: var(--sheet);
  border: 1px dashed var(--colour);
}
@media (max-width: 560px) {
  .row {
    grid-template-columns: 104px minmax(0, 1fr);
  }
  .months {
    margin-left: 104px;
  }
}
</style>
