<script setup lang="ts">
import { pluralLarge } from '@esprel/core';
import type { YearReport } from '@esprel/core/api';
import { computed } from 'vue';

/** The six figures that people ask for first, with those of the time before. */
const props = defineProps<{ report: YearReport; before: YearReport | null }>();
interface Figure {
  readonly n: number;
  readonly words: string;
  readonly was: number | null;
}
const figures = computed((): Figure[] => {
  const [r, b] = [props.report, props.before];
  return [
    { n: r.people.packets, words: `packets lent to ${String(r.people.borrowers)} members`, was: b?.people.packets ?? null },
    {
      n: r.people.envelopesHome,
      words: `envelopes saved by ${String(r.people.savers)} members came home`,
      was: b?.people.envelopesHome ?? null,
    },
    { n: r.varieties.after, words: 'varieties with sound seed', was: r.varieties.before },
    {
      n: r.saved.length,
      words: r.saved.length === 1 ? 'variety saved from being lost' : 'varieties saved from being lost',
      was: b?.saved.length ?? null,
    },
    { n: r.tests.closed, words: `tests, ${pluralLarge(r.tests.seeds, 'seed')} counted`, was: b?.tests.closed ?? null },
    { n: r.people.joined, words: `new members, ${String(r.people.members)} in all`, was: b?.people.joined ?? null },
  ];
});
</script>

<template>
  <ul class="plain">
    <li v-for="f in figures" :key="f.words">
      <strong class="numbers">{{ f.n.toLocaleString('en') }}</strong>
      <span>{{ f.words }}</span>
      <span v-if="f.was !== null" class="quiet small"
        >{{ f.words.startsWith('varieties with') ? 'at the start' : 'the time before' }} {{ f.was.toLocaleString('en') }}</span
      >
    </li>
  </ul>
</template>

<style scoped>
ul {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 14px 22px;
}
li {
  display: grid;
  border-top: 3px solid var(--action);
  padding-top: 6px;
  align-content: start;
}
strong {
  font-family: var(--serif);
  font-size: 32px;
  line-height: 1.1;
}
@media screen and (max-width: 700px) {
  ul {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
