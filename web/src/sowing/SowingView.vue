<script setup lang="ts">
import { FATE_FACTS } from '@esprel/core';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useFetched } from '../app/useFetched.ts';
import { useFormat } from '../app/useFormat.ts';
import { useSession } from '../app/session.ts';
import ListAndSheet from '../app/ListAndSheet.vue';
import SowingNav from './SowingNav.vue';
import type { ListedTray } from './trayTypes.ts';
import type { ListedSowing } from './types.ts';

const route = useRoute();
const session = useSession();
const format = useFormat();
const { data: open, problem } = useFetched<{ sowings: ListedSowing[] }>(() => '/sowings?state=open');
const showFinished = ref(false);
const { data: finished } = useFetched<{ sowings: ListedSowing[] }>(() => '/sowings?state=finished');

const { data: trays } = useFetched<{ trays: ListedTray[] }>(() => '/trays?state=growing');
/** What stands on a tray is looked at with its tray. */
const alone = computed(() => (open.value?.sowings ?? []).filter((s) => s.trayId === null));
const dueOf = (id: number): string | null => {
  const own = (open.value?.sowings ?? [])
    .filter((s) => s.trayId === id)
    .flatMap((s) => [...(s.next ? [s.next.due] : []), ...(s.care ? [s.care.due] : [])]);
  return own.sort()[0] ?? null;
};
const due = computed(() => alone.value.filter((s) => s.next !== null && s.next.due <= session.today));
const waiting = computed(() => alone.value.filter((s) => s.next === null || s.next.due > session.today));
const groups = computed(() => [
  { name: 'To look at', rows: due.value, empty: 'Nothing has to be looked at today.' },
  { name: 'In the ground', rows: waiting.value, empty: 'Nothing is waiting to come up.' },
]);
const done = computed(() => (showFinished.value ? (finished.value?.sowings ?? []) : (finished.value?.sowings ?? []).slice(0, 8)));
</script>

<template>
  <ListAndSheet :opened="route.path !== '/sowing'" label="Sowings">
    <div class="body">
      <SowingNav here="/sowing" />
      <h1>Growing</h1>
      <p v-if="problem" role="alert">{{ problem.message }}</p>
      <section v-if="(trays?.trays.length ?? 0) > 0" aria-label="On trays">
        <h2>
          On trays <span class="quiet small">{{ trays?.trays.length }}</span>
        </h2>
        <ul class="plain">
          <li v-for="t in trays?.trays ?? []" :key="t.id">
            <RouterLink :to="`/sowing/trays/${t.id}`" class="line">
              <strong>{{ t.name }}</strong>
              <span class="name quiet">{{ t.names }}</span>
              <span class="numbers">{{ t.cellsUp ?? 0 }} of {{ t.cellsSown }} up</span>
              <span :class="(dueOf(t.id) ?? session.today) < session.today ? 'late' : 'quiet'">{{
                dueOf(t.id) ? format.due(dueOf(t.id) ?? '') : ''
              }}</span>
            </RouterLink>
          </li>
        </ul>
      </section>
      <section v-for="g in groups" :key="g.name" :aria-label="g.name">
        <h2>
          {{ g.name }} <span class="quiet small">{{ g.rows.length }}</span>
        </h2>
        <p v-if="open && g.rows.length === 0" class="quiet">{{ g.empty }}</p>
        <ul class="plain">
          <li v-for="s in g.rows" :key="s.id">
            <RouterLink :to="`/sowing/${s.id}`" class="line" active-class="here">
              <span class="code">{{ s.lotCode }}</span>
              <span class="name"
                ><strong>{{ s.variety }}</strong> <span class="quiet">{{ s.crop }}, {{ s.member ?? 'the library' }}</span></span
              >
              <span class="numbers">{{ s.emerged ?? 0 }} of {{ s.seeds }} up</span>
              <span :class="s.next && s.next.due < session.today ? 'late' : 'quiet'">{{ s.next ? format.due(s.next.due) : '' }}</span>
            </RouterLink>
          </li>
        </ul>
      </section>
      <section aria-label="Finished">
        <h2>
          Finished <span class="quiet small">{{ finished?.sowings.length ?? 0 }}</span>
        </h2>
        <ul class="plain">
          <li v-for="s in done" :key="s.id">
            <RouterLink :to="`/sowing/${s.id}`" class="line" active-class="here">
              <span class="code">{{ s.lotCode }}</span>
              <span class="name"
                ><strong>{{ s.variety }}</strong> <span class="quiet">{{ s.member ?? 'the library' }}</span></span
              >
              <span class="numbers">{{ s.emerged ?? 0 }} of {{ s.seeds }}</span>
              <span class="quiet fate">{{ s.fate ? FATE_FACTS[s.fate].words : '' }}</span>
            </RouterLink>
          </li>
        </ul>
        <button v-if="!showFinished && (finished?.sowings.length ?? 0) > 8" type="button" class="more" @click="showFinished = true">
          Show all {{ finished?.sowings.length }}
        </button>
      </section>
    </div>
  </ListAndSheet>
</template>

<style scoped>
.body {
  padding: 18px 20px;
  display: grid;
  gap: 14px;
  align-content: start;
}
.line {
  display: grid;
  grid-template-columns: 86px minmax(0, 1fr) 92px minmax(90px, 150px);
  gap: 12px;
  align-items: center;
  min-height: 40px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid #e6dfd0;
  padding-left: 8px;
}
.line:hover {
  background: #fbf7ee;
}
.line.here {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
.name,
.fate {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
strong {
  font-weight: 600;
}
.late {
  color: var(--act);
  font-weight: 600;
}
.more {
  min-height: 40px;
  background: none;
  border: 1px solid #cfc5b1;
  border-radius: 3px;
  padding: 0 14px;
  margin-top: 8px;
  cursor: pointer;
}
</style>
