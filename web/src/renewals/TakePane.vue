<script setup lang="ts">
import { plural } from '@esprel/core';
import { renewalsApi, type RenewalRowShown } from '@esprel/core/api';
import Button from 'primevue/button';
import Checkbox from 'primevue/checkbox';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { ApiProblem } from '../base/api.ts';
import { useChanges } from '../base/changes.ts';
import DeskMessage from '../base/DeskMessage.vue';
import OpeningNote from '../base/OpeningNote.vue';
import PlanPane from './PlanPane.vue';
import { rowName, STATE_WORDS, useRenewalPlan } from './usePlan.ts';

/** What is begun in the season that is on: asked of its growers, and taken. */
const plan = useRenewalPlan();
const changes = useChanges();
const router = useRouter();
const season = computed(() => plan.page?.seasons[0] ?? 0);
interface Line {
  readonly key: string;
  readonly variety: string;
  readonly row: RenewalRowShown;
}
const lines = computed((): Line[] =>
  (plan.page?.varieties ?? []).flatMap((v) =>
    v.rows
      .filter((r) => r.season === season.value && r.state !== 'taken')
      .map((row) => ({ key: `${String(v.varietyId)} ${String(row.gardenId)}`, variety: v.variety, row })),
  ),
);
const out = ref<readonly string[]>([]);
const chosen = computed(() => lines.value.filter((l) => !out.value.includes(l.key)));
const toAsk = computed(() => chosen.value.filter((l) => l.row.grower !== null && l.row.askedOn === null));
const problem = ref<string | null>(null);
const wrong = ref<Readonly<Record<string, string>>>({});
const sending = ref(false);
function toggle(key: string, on: boolean): void {
  out.value = on ? out.value.filter((k) => k !== key) : [...out.value, key];
}

async function send(what: 'ask' | 'take', of: readonly Line[]): Promise<boolean> {
  problem.value = null;
  wrong.value = {};
  sending.value = true;
  const rows = of.map(({ row }) => ({ varietyId: row.varietyId, gardenId: row.gardenId, season: row.season, covered: row.covered }));
  try {
    await changes.send(renewalsApi[what], {}, { rows });
    return true;
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    const named = error.errors.flatMap((e) => {
      const i = /^rows\[(\d+)\]/.exec(e.path)?.[1];
      const line = i === undefined ? undefined : of[Number(i)];
      return line === undefined ? [] : [[line.key, e.message] as const];
    });
    wrong.value = Object.fromEntries(named);
    problem.value = named.length > 0 ? 'Nothing was done: leave out what cannot be, or put it right.' : error.message;
    return false;
  } finally {
    sending.value = false;
  }
}
async function take(): Promise<void> {
  if (await send('take', chosen.value)) await router.push('/asks');
}
</script>

<template>
  <PlanPane v-if="plan.page">
    <header>
      <h1>Take the plan for {{ season }}</h1>
      <p class="quiet">
        A packet of each is laid ready for its grower, to be renewed; it stands on the plan of gardens at once, and is a loan when it is
        handed over. The seasons after it go by what comes back.
      </p>
    </header>
    <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
    <p v-if="lines.length === 0">
      Nothing is left to take in {{ season }}. What lies ready stands under <RouterLink to="/asks">asked for</RouterLink>.
    </p>
    <ul v-else class="plain">
      <li v-for="l in lines" :key="l.key" class="line">
        <label
          ><Checkbox
            :model-value="!out.includes(l.key)"
            binary
            :input-id="`take ${l.key}`"
            @update:model-value="toggle(l.key, $event as boolean)"
          />
          <span
            ><strong>{{ l.variety }}</strong> <span class="quiet">{{ rowName(l.row) }}</span></span
          ></label
        >
        <span class="quiet small">{{ l.row.grower === null ? 'sown by the library' : STATE_WORDS[l.row.state] || 'not asked yet' }}</span>
        <span v-if="wrong[l.key]" class="error" role="alert">{{ wrong[l.key] }}</span>
      </li>
    </ul>
    <p class="row-of-buttons">
      <Button
        :label="sending ? 'Laying it ready …' : `Take ${plural(chosen.length, 'row')}`"
        :disabled="sending || chosen.length === 0"
        @click="take"
      />
      <Button
        v-if="toAsk.length > 0"
        :label="`Ask ${plural(toAsk.length, 'grower')} first`"
        severity="secondary"
        :disabled="sending"
        @click="send('ask', toAsk)"
      />
      <Button label="Leave it" severity="secondary" @click="router.push('/renewals')" />
    </p>
    <p class="quiet small">
      Who is asked finds it on their own page and says yes, no, or another one. Those without a page are told: the messages lie ready under
      <RouterLink to="/messages">Messages</RouterLink>.
    </p>
  </PlanPane>
  <OpeningNote v-else what="the plan" />
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 10px;
  align-items: center;
  padding: 7px 0;
  border-bottom: 1px solid var(--hair);
}
.line label {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 30px;
}
.error {
  grid-column: 1 / -1;
  color: var(--act);
  font-weight: 600;
}
</style>
