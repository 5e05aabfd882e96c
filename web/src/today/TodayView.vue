<script setup lang="ts">
import { todayApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import DeskMessage from '../base/DeskMessage.vue';
import Button from 'primevue/button';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import { useTable } from '../base/table.ts';
import VerdictShape from '../shared/VerdictShape.vue';
import { WORK_VERB, workGroups } from './workGroups.ts';
import WorkShape from './WorkShape.vue';

const SHOWN = 5;
const route = useRoute();
const router = useRouter();
const session = useSession();
const table = useTable();
const format = useFormat();
/** What is left of a young library's first hour. */
const left = computed(() => session.session?.beginning ?? null);
const week = computed(() => (typeof route.query.week === 'string' ? route.query.week : null));
const { data, problem } = useRead(todayApi.page, () => ({ week: week.value }), [() => session.today], true);
const groups = computed(() => workGroups(data.value?.items ?? []));
const whole = ref<ReadonlySet<string>>(new Set());
watch(week, () => (whole.value = new Set()));

const shownOf = (name: string, n: number): number => (whole.value.has(name) || n <= SHOWN + 1 ? n : SHOWN);
function showAll(name: string): void {
  whole.value = new Set([...whole.value, name]);
}
function allOnTable(): void {
  table.pullOut(...(data.value?.losing.map((l) => l.code) ?? []));
}
</script>

<template>
  <div class="today">
    <section class="left scrolls" aria-label="Work" tabindex="-1">
      <h1>{{ data?.headline ?? ' ' }}</h1>
      <p v-if="week" class="quiet">The week of {{ format.day(week) }}. <RouterLink to="/today">Back to today</RouterLink></p>
      <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
      <p v-if="data && data.items.length === 0" class="empty">
        <strong>{{ week ? 'That week is free so far.' : 'Nothing is due.' }}</strong> Take in an envelope with <kbd>N</kbd>, or see which
        lots are worth a <RouterLink to="/tests">test</RouterLink>.
      </p>
      <p v-if="left && !week" class="begin">
        <span><strong>Begin here</strong> {{ left.done === 0 ? 'The first hour of a library.' : `${left.done} of ${left.of} done.` }}</span>
        <Button label="Go on" severity="secondary" @click="router.push('/begin')" />
      </p>
      <section v-for="g in groups" :key="g.name" class="group" :aria-label="g.name">
        <h2>{{ g.name }}</h2>
        <ul class="plain">
          <li v-for="w in g.items.slice(0, shownOf(g.name, g.items.length))" :key="w.kind + w.at + w.title + w.due">
            <WorkShape :kind="w.kind" />
            <div class="what">
              <strong>{{ w.title }}</strong>
              <span class="quiet">{{ w.detail }}</span>
            </div>
            <span class="due" :class="{ late: w.due < session.today }">{{
              week ? format.day(w.due) : w.due === session.today ? '' : format.due(w.due)
            }}</span>
            <Button
              severity="secondary"
              :label="WORK_VERB[w.kind]"
              :aria-label="`${WORK_VERB[w.kind]}: ${w.title}`"
              @click="router.push(w.at)"
            />
          </li>
        </ul>
        <button v-if="shownOf(g.name, g.items.length) < g.items.length" type="button" class="more" @click="showAll(g.name)">
          and {{ g.items.length - SHOWN }} more
        </button>
      </section>
    </section>
    <aside class="right scrolls" aria-label="What will be lost next" tabindex="-1">
      <h2>What will be lost next</h2>
      <p class="quiet">if nobody sows it this spring</p>
      <ul class="plain">
        <li v-for="l in data?.losing ?? []" :key="l.code">
          <VerdictShape :verdict="l.verdict" :size="17" />
          <p>
            <RouterLink :to="`/lots/${l.code}`" class="lot">{{ l.variety }}</RouterLink>, {{ l.crop.toLowerCase() }},
            {{ l.year ?? 'no year' }}<br />
            <span class="why">{{ l.reason }}</span>
          </p>
        </li>
      </ul>
      <p v-if="data && data.losing.length === 0">Nothing is about to be lost.</p>
      <div v-if="data && data.losing.length > 0" class="row-of-buttons">
        <Button label="See the renewals" @click="router.push('/renewals')" />
        <Button label="Put them on the table" severity="secondary" @click="allOnTable" />
      </div>
      <template v-if="data && data.soon.length > 0">
        <h2>In the next seven days</h2>
        <ul class="plain soon">
          <li v-for="w in data.soon.slice(0, 6)" :key="w.kind + w.at + w.title + w.due">
            <RouterLink :to="w.at"
              ><span class="quiet">{{ format.day(w.due) }}</span> {{ w.title }}</RouterLink
            >
          </li>
        </ul>
        <p v-if="data.soon.length > 6" class="quiet">and {{ data.soon.length - 6 }} more; choose a week in the band above.</p>
      </template>
    </aside>
  </div>
</template>

<style scoped>
.today {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(360px, 39.7%);
  height: 100%;
}
.left {
  padding: 18px 26px 22px 20px;
  display: grid;
  gap: 14px;
  align-content: start;
}
.begin {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 14px;
  padding: 10px 14px;
  background: var(--sheet);
  box-shadow: inset 4px 0 0 var(--action);
}
.group {
  display: grid;
  gap: 2px;
}
.left li :deep(.p-button) {
  min-width: 92px;
}
.left li {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr) auto auto;
  gap: 14px;
  align-items: center;
  padding: 5px 0;
  border-bottom: 1px solid var(--band);
}
.what {
  display: grid;
  line-height: 1.3;
}
strong {
  font-weight: 600;
}
.due {
  color: var(--quiet);
}
.due.late {
  color: var(--act);
  font-weight: 600;
}
.more {
  justify-self: start;
  border: 0;
  background: none;
  color: var(--action);
  min-height: 36px;
  padding: 0 0 0 36px;
  cursor: pointer;
  text-decoration: underline;
}
.right {
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  box-shadow: -3px 0 10px rgb(60 50 30 / 7%);
  padding: 18px 24px;
  display: grid;
  gap: 6px;
  align-content: start;
}
.right > ul:not(.soon) li {
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr);
  gap: 10px;
  padding: 8px 0;
  border-bottom: 1px solid var(--band);
}
.right li svg {
  margin-top: 3px;
}
.lot {
  font-weight: 600;
  color: var(--ink);
}
.row-of-buttons {
  padding: 10px 0 16px;
}
.soon a {
  display: block;
  padding: 5px 0;
  color: var(--ink);
  text-decoration: none;
}
.soon a:hover {
  text-decoration: underline;
}
@media (max-width: 560px) {
  .left {
    padding-inline: 14px;
  }
  .left li {
    gap: 4px 12px;
  }
  .left .due {
    grid-area: 2 / 2;
  }
  .left li :deep(.p-button) {
    grid-area: 1 / 4 / 3;
  }
}
@media (max-width: 860px) {
  .today {
    display: block;
    overflow-y: auto;
  }
  .left,
  .right {
    overflow: visible;
  }
}
</style>
