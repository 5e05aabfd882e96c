<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { FATE_FACTS } from '@esprel/core';
import { sowingsApi, traysApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import ListAndSheet from '../base/ListAndSheet.vue';
import MoreRows from '../base/MoreRows.vue';
import { useParts } from '../base/useParts.ts';
import SowingNav from '../shared/SowingNav.vue';

const route = useRoute();
const session = useSession();
const format = useFormat();
const { data: open, problem } = useRead(sowingsApi.list, () => ({ state: 'open' }), [], true);
const { data: finished } = useRead(sowingsApi.list, () => ({ state: 'finished' }), [], true);

const { data: trays } = useRead(traysApi.list, () => ({ state: 'growing' }), [], true);
/** What stands on a tray is looked at with its tray. */
const alone = computed(() => (open.value?.sowings ?? []).filter((s) => s.trayId === null));
const dueOnTrays = computed(() => {
  const first = new Map<number, string>();
  for (const s of open.value?.sowings ?? []) {
    if (s.trayId === null) continue;
    for (const day of [s.next?.due, s.care?.due]) {
      if (day !== undefined && day < (first.get(s.trayId) ?? '9')) first.set(s.trayId, day);
    }
  }
  return first;
});
const dueOf = (id: number): string | null => dueOnTrays.value.get(id) ?? null;
const due = computed(() => alone.value.filter((s) => s.next !== null && s.next.due <= session.today));
const waiting = computed(() => alone.value.filter((s) => s.next === null || s.next.due > session.today));
const groups = computed(() => [
  { name: 'To look at', rows: due.value, empty: 'Nothing has to be looked at today.' },
  { name: 'In the ground', rows: waiting.value, empty: 'Nothing is waiting to come up.' },
]);
const ended = computed(() => finished.value?.sowings ?? []);
const parts = useParts(30);
const finishedParts = useParts(8);
const done = computed(() => finishedParts.of('finished', ended.value));
</script>

<template>
  <ListAndSheet :opened="route.path !== '/sowing'" label="Sowings">
    <div class="list-body">
      <SowingNav here="/sowing" />
      <h1>Growing</h1>
      <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
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
          <li v-for="s in parts.of(g.name, g.rows)" :key="s.id">
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
        <MoreRows :rows="g.rows.length" :shown="parts.of(g.name, g.rows).length" @more="parts.more(g.name)" />
      </section>
      <section aria-label="Finished">
        <h2>
          Finished <span class="quiet small">{{ ended.length }}</span>
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
        <MoreRows :rows="ended.length" :shown="done.length" @more="finishedParts.more('finished')" />
      </section>
    </div>
  </ListAndSheet>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 86px minmax(0, 1fr) 92px minmax(90px, 150px);
  gap: 12px;
  align-items: center;
  min-height: 40px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid var(--band);
  padding-left: 8px;
}
.line:hover {
  background: var(--hover);
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
</style>
