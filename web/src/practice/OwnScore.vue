<script setup lang="ts">
import { plural } from '@esprel/core';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useFormat } from '../base/useFormat.ts';
import { useOwnScore } from './ownScore.ts';

/** How the last papers went, for whoever counted them in this browser and for nobody else. */
const format = useFormat();
const { papers, forget } = useOwnScore();
const SHOWN = 8;
const latest = computed(() => papers.value.slice(-SHOWN).reverse());
const share = (from: number, to?: number): number | null => {
  const some = papers.value.slice(from, to);
  const of = some.reduce((n, p) => n + p.of, 0);
  return of === 0 ? null : Math.round((100 * some.reduce((n, p) => n + p.right, 0)) / of);
};
const words = computed(() => {
  const now = share(-3);
  const before = papers.value.length > 3 ? share(0, -3) : null;
  if (now === null) return '';
  return before === null
    ? `${String(now)} of 100 seeds rightly seen.`
    : `${String(now)} of 100 seeds rightly seen in the last three papers, ${String(before)} before.`;
});
</script>

<template>
  <section v-if="papers.length > 0" class="score" aria-labelledby="score-title">
    <h2 id="score-title">Your papers</h2>
    <p>{{ words }}</p>
    <table class="plain-table numbers">
      <tbody>
        <tr v-for="(p, i) in latest" :key="i">
          <td>{{ format.day(p.on) }}</td>
          <th scope="row">{{ p.crop }}</th>
          <td class="right">{{ p.right }} of {{ p.of }}</td>
          <td class="right">{{ p.off === 0 ? 'alive right' : `alive ${p.off > 0 ? '+' : '−'}${Math.abs(p.off)}` }}</td>
        </tr>
      </tbody>
    </table>
    <p class="quiet small">Kept in this browser only: nobody else sees {{ plural(papers.length, 'paper') }} of yours.</p>
    <p><Button label="Forget them" severity="secondary" size="small" @click="forget" /></p>
  </section>
</template>

<style scoped>
.score {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
th {
  font-weight: 400;
}
</style>
