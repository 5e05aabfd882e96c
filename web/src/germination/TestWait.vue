<script setup lang="ts">
import { FlagTriangleRight, Hourglass } from '@lucide/vue';
import { numberWords, span } from '@esprel/core';
import { computed } from 'vue';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import type { BatchWait } from './batches.ts';

/** Wait or call: what may still come, and the day to stop. */
const props = defineProps<{ waits: readonly BatchWait[] }>();
const session = useSession();
const format = useFormat();

const until = computed(() => props.waits.reduce((last, w) => (w.callDay > last ? w.callDay : last), ''));
const call = computed(() => props.waits.every((w) => w.callDay <= session.today));
const sum = (of: (w: BatchWait) => number): number => props.waits.reduce((n, w) => n + of(w), 0);
/** What came since the last count is not known yet: then it is counted once more before it is closed. */
const behind = computed(() => props.waits.some((w) => w.countedOn < session.today && w.moreHigh > 0));
const more = computed(() => {
  const low = sum((w) => w.moreLow);
  const high = sum((w) => w.moreHigh);
  const mean = Math.round(sum((w) => w.expectedMore));
  if (high === 0) return 'No more seed is to be expected.';
  const range = span(low, high);
  return behind.value
    ? `About ${String(mean)} more may have come or come yet since the last count (${range}).`
    : `About ${String(mean)} more may come (${range}).`;
});
const pace = computed(() => {
  const slowest = Math.max(...props.waits.map((w) => w.pace));
  if (slowest > 1.25) return ` It goes ${slowest > 1.6 ? 'much ' : ''}slower than usual, so it needs more time.`;
  return Math.max(...props.waits.map((w) => w.pace)) < 0.8 ? ' It goes quicker than usual.' : '';
});
</script>

<template>
  <section class="wait" :class="call ? 'call' : 'on'" aria-label="Wait or call">
    <component :is="call ? FlagTriangleRight : Hourglass" class="sign" :size="28" :stroke-width="1.8" aria-hidden="true" />
    <div>
      <h3>{{ !call ? `Wait until ${format.day(until)}` : behind ? 'Count it a last time, then close it' : 'Call it: close the test' }}</h3>
      <p>
        {{ more }}{{ pace }}
        {{
          !call
            ? 'Closing it before would call slow seed dead.'
            : behind
              ? 'After today hardly any will.'
              : 'Less than half a seed is still to come; cut or squeeze what is left, then close.'
        }}
      </p>
      <p v-if="waits.length > 1" class="quiet small">The {{ numberWords(waits.length) }} batches together; the last of them decides.</p>
    </div>
  </section>
</template>

<style scoped>
.wait {
  display: grid;
  grid-template-columns: 30px minmax(0, 1fr);
  gap: 12px;
  padding: 12px 14px;
  border-left: 4px solid var(--watch-fill);
  background: var(--lift);
}
.wait.call {
  border-left-color: var(--good);
  background: var(--good-soft);
}
svg {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
h3 {
  font-size: 17px;
}
</style>
