<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { plural } from '@esprel/core';
import { computed } from 'vue';
import { percent } from '../base/format.ts';
import { useFetched } from '../base/useFetched.ts';
import type { SourcesData } from '../answers/calibration.ts';

/** What first tests say of suppliers and donors, shrunk towards the whole. */
const { data, problem } = useFetched<SourcesData>(() => '/calibration/sources');
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
    <DeskMessage kind="problem" v-if="problem">{{ problem.message }}</DeskMessage>
    <p v-if="data && rows.length === 0" class="empty">
      <strong>No lot was tested yet.</strong> The first tests of lots will tell of their sources.
    </p>
    <template v-else-if="data">
      <p class="quiet lead">
        First tests of lots, each held against what its crop, age and storage led one to expect, so that parsnips are not held against
        beans. The bar is where seed from here would lie that elsewhere germinates at {{ percent(data.typical) }}, with 90 % confidence. A
        source with few lots is drawn towards the whole: one bad packet is not a verdict.
      </p>
      <table class="plain-table">
        <thead>
          <tr>
            <th scope="col">Source</th>
            <th scope="col">First tests</th>
            <th scope="col" class="wide">Germinates, against {{ percent(data.typical) }} elsewhere</th>
            <th scope="col">So it is</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in rows" :key="s.source">
            <td>
              <strong>{{ s.source }}</strong>
            </td>
            <td class="numbers">{{ plural(s.lots, 'lot') }}, {{ s.alive }} of {{ s.sown }} alive</td>
            <td>
              <div class="track" role="img" :aria-label="`${percent(s.median)}, between ${percent(s.low)} and ${percent(s.high)}`">
                <span class="typical" :style="{ left: `${100 * data.typical}%` }" />
                <span class="range" :class="kind(s)" :style="{ left: `${100 * s.low}%`, width: `${100 * (s.high - s.low)}%` }" />
                <span class="mid" :style="{ left: `${100 * s.median}%` }" />
              </div>
              <span class="numbers small quiet"
                >{{ percent(s.median) }} ({{ Math.round(100 * s.low) }} to {{ Math.round(100 * s.high) }})</span
              >
            </td>
            <td :class="kind(s)">{{ says(s) }}</td>
          </tr>
        </tbody>
      </table>
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
.wide {
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
td.poor {
  color: var(--act);
  font-weight: 600;
}
td.good {
  color: var(--good);
  font-weight: 600;
}
</style>
