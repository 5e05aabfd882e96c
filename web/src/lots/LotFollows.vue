<script setup lang="ts">
import { type Follows, lotsApi } from '@esprel/core/api';
import type { Body } from '../base/asked.ts';
import { act } from '../base/calls.ts';
import { useDebounceFn } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useFormat } from '../base/useFormat.ts';

/** What would follow if a lot were put right as it is typed now. */
const props = defineProps<{ code: string; values: object; bodyOf: () => Body<typeof lotsApi.whatFollows> }>();
const format = useFormat();

/** What follows, asked of the server as soon as the hand rests. */
const follows = ref<Follows | null>(null);
let asked = 0;
const lookAhead = useDebounceFn(async () => {
  const mine = ++asked;
  let body: Body<typeof lotsApi.whatFollows>;
  try {
    body = props.bodyOf();
  } catch {
    return;
  }
  if (Object.keys(body).length < 2) {
    follows.value = null;
    return;
  }
  // What does not fit yet is said when it is saved.
  const answer = await act(lotsApi.whatFollows, { code: props.code }, body).catch(() => null);
  if (mine === asked) follows.value = answer;
}, 350);
watch(
  () => props.values,
  () => void lookAhead(),
  { deep: true },
);
const lines = computed(() => {
  const f = follows.value;
  if (!f) return [];
  const { before, after } = f;
  const line = (words: string, a: string, b: string): string[] => (a === b ? [] : [`${words}: ${a} becomes ${b}.`]);
  return [
    ...line('Ages from', format.day(before.agesFrom), format.day(after.agesFrom)),
    ...line('Estimate', before.alive, after.alive),
    ...line('Verdict', before.verdict, after.verdict),
    ...line('Left', String(before.balance), String(after.balance)),
    ...(f.labels > 0 ? ['Its label has to be printed again; that is noted as work to do.'] : []),
  ];
});
</script>

<template>
  <section v-if="lines.length > 0" class="follows" role="status" aria-label="What follows">
    <h2>What follows</h2>
    <ul class="plain">
      <li v-for="l in lines" :key="l">{{ l }}</li>
    </ul>
  </section>
</template>

<style scoped>
.follows {
  order: -1;
  flex-basis: 100%;
  border-left: 4px solid var(--action);
  background: var(--action-soft);
  padding: 8px 14px 10px;
}
h2 {
  font-size: 16px;
}
</style>
