<script setup lang="ts">
import { monthDay, PURPOSE_OF_MESSAGE_WORDS } from '@esprel/core';
import { type KeptAboutMe, mySeen } from '@esprel/core/api';
import { computed, ref } from 'vue';
import { fileAddress } from '../base/calls.ts';
import { useMine } from './useMine.ts';

/** All that is kept about a member, to be read. */
const mine = useMine();
const kept = ref<KeptAboutMe | null>(null);
const old = ref(false);
const problem = ref<string | null>(null);
mine
  .keptAboutMe()
  .then((read) => {
    kept.value = read.found;
    old.value = read.kept;
  })
  .catch((error: unknown) => {
    problem.value = (error as Error).message;
  });

const order = computed(() => mine.page?.library.said.dateOrder ?? 'day-month');
/** A column or value as it is kept, in words. */
const named = (column: string): string => column.replace(/_c$/, ', °C').replaceAll('_', ' ');
function said(value: string | number): string {
  const text = String(value);
  if (/^\d{4}-\d\d-\d\d$/.test(text)) return monthDay(text, order.value, mine.today);
  return /^[a-z]+(-[a-z]+)+$/.test(text) ? text.replaceAll('-', ' ') : text;
}
const cells = (row: KeptAboutMe['parts'][number]['rows'][number]): { name: string; value: string }[] =>
  Object.entries(row).flatMap(([column, value]) => (value === null || value === '' ? [] : [{ name: named(column), value: said(value) }]));

const facts = computed(() => {
  const f = kept.value?.facts;
  if (!f) return [];
  const rows: [string, string | null][] = [
    ['name', f.name],
    ['called', f.called],
    ['where', f.place],
    ['language', f.language],
    ['e-mail', f.email],
    ['telephone', f.phone],
    ['letters', f.post],
    ['another way', f.contact],
    ['agreed to be reached', f.consentFor.map((p) => PURPOSE_OF_MESSAGE_WORDS[p]).join('; ')],
    ['agreed on', f.consentOn === null ? null : said(f.consentOn)],
    ['member since', said(f.joinedOn)],
  ];
  return rows.filter(([, value]) => value !== null && value !== '');
});
</script>

<template>
  <p class="small"><RouterLink to="/library">The library</RouterLink></p>
  <h1>All that is kept about me</h1>
  <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
  <p v-else-if="!kept" class="quiet">Opening …</p>
  <template v-else>
    <p v-if="old" class="quiet small">As it was when this phone last had a network.</p>
    <dl class="facts">
      <template v-for="[name, value] in facts" :key="name">
        <dt>{{ name }}</dt>
        <dd>{{ value }}</dd>
      </template>
    </dl>
    <details v-for="part in kept.parts" :key="part.title">
      <summary>
        {{ part.title }} <span class="quiet">{{ part.rows.length }}</span>
      </summary>
      <ul class="plain">
        <li v-for="(row, i) in part.rows" :key="i">
          <span v-for="c in cells(row)" :key="c.name" class="cell"
            ><span class="quiet">{{ c.name }}</span> {{ c.value }}</span
          >
        </li>
      </ul>
    </details>
    <p class="small"><a :href="fileAddress(mySeen.file, {})" download>Take it along as a file</a></p>
  </template>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 6px 14px;
  margin: 0;
}
.facts dt {
  color: var(--quiet);
}
.facts dd {
  margin: 0;
  white-space: pre-line;
}
details {
  border-top: 1px solid var(--rule);
}
summary {
  min-height: 48px;
  padding: 11px 0;
  font-weight: 600;
  cursor: pointer;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  padding: 8px 0;
  border-top: 1px solid var(--rule);
}
.cell {
  white-space: pre-line;
}
</style>
