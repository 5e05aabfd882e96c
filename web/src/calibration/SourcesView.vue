<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import DeskMessage from '../base/DeskMessage.vue';
import { plural } from '@esprel/core';
import { calibrationApi, type SourcesData } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed } from 'vue';
import { percent } from '../base/format.ts';

/** What first tests say of suppliers and donors, shrunk towards the whole. */
const { data, problem } = useRead(calibrationApi.sources, () => ({}));
const rows = computed(() => data.value?.sources ?? []);
function says(s: SourcesData['sources'][number]): string {
  if (s.worse >= 0.95) return 'poorer than most';
  if (s.worse <= 0.05) return 'better than most';
  return s.lots < 3 ? 'too little to say' : 'as most';
}
const kind = (s: SourcesData['sources'][number]): string => (s.worse >= 0.95 ? 'poor' : s.worse <= 0.05 ? 'good' : '');
</script>

<template>
  <section class="sources scrolls" aria-label="Sources" tabindex="-1">
    <p><RouterLink to="/tests">The bench</RouterLink> · <RouterLink to="/tests/calibration">How well we predict</RouterLink></p>
    <h1>Sources of seed</h1>
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <p v-if="data && rows.length === 0" class="empty">
      <strong>No lot was tested yet.</strong> The first tests of lots will tell of their sources.
    </p>
    <template v-else-if="data">
      <p class="quiet lead">
        First tests of lots, each held against what its crop, age and storage led one to expect, so that parsnips are not held against
        beans. The bar is where seed from here would lie that elsewhere germinates at {{ percent(data.typical) }}, with 90 % confidence. A
        source with few lots is drawn towards the whole: one bad packet is not a verdict.
      </p>
      <DataTable :value="[...rows]" data-key="source" removable-sort>
        <Column field="source" header="Source" sortable>
          <template #body="{ data: s }"
            ><strong>{{ s.source }}</strong></template
          >
        </Column>
        <Column field="lots" header="First tests" sortable class="numbers">
          <template #body="{ data: s }">{{ plural(s.lots, 'lot') }}, {{ s.alive }} of {{ s.sown }} alive</template>
        </Column>
        <Column field="median" :header="`Germinates, against ${percent(data.typical)} elsewhere`" sortable class="wide">
          <template #body="{ data: s }">
            <div class="track" role="img" :aria-label="`${percent(s.median)}, between ${percent(s.low)} and ${percent(s.high)}`">
              <span class="typical" :style="{ left: `${100 * (data?.typical ?? 0)}%` }" />
              <span class="range" :class="kind(s)" :style="{ left: `${100 * s.low}%`, width: `${100 * (s.high - s.low)}%` }" />
              <span class="mid" :style="{ left: `${100 * s.median}%` }" />
            </div>
            <span class="numbers small quiet"
              >{{ percent(s.median) }} ({{ Math.round(100 * s.low) }} to {{ Math.round(100 * s.high) }})</span
            >
          </template>
        </Column>
        <Column field="worse" header="So it is" sortable>
          <template #body="{ data: s }"
            ><span class="says" :class="kind(s)">{{ says(s) }}</span></template
          >
        </Column>
      </DataTable>
    </template>
  </section>
</template>

<style scoped>
.sources {
  height: 100%;
  padding: 16px 22px 28px;
  display: grid;
  gap: 10px;
  align-content: start;
}
.lead {
  max-width: 920px;
}
.sources :deep(.wide) {
  width: 44%;
}
.track {
  position: relative;
  height: 16px;
  background: var(--wash);
}
.typical {
  position: absolute;
  top: -2px;
  height: 20px;
  border-left: 2px dashed var(--ink);
}
.range {
  position: absolute;
  top: 4px;
  height: 8px;
  background: var(--action-line);
}
.range.poor {
  background: var(--act-line);
}
.range.good {
  background: var(--good-mid);
}
.mid {
  position: absolute;
  top: 1px;
  width: 3px;
  height: 14px;
  background: var(--ink);
}
.says.poor {
  color: var(--act);
  font-weight: 600;
}
.says.good {
  color: var(--good);
  font-weight: 600;
}
</style>
