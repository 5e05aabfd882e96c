<script setup lang="ts">
import { type OtherWayShown, renewalsApi, type RenewalFigureShown, type RenewalRowShown } from '@esprel/core/api';
import { useThrottle } from '@vueuse/core';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import OpeningNote from '../base/OpeningNote.vue';
import { useRead } from '../base/useRead.ts';
import QuickSelect from '../fields/QuickSelect.vue';
import CautionNote from '../shared/CautionNote.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import StepHistory from '../shared/StepHistory.vue';
import AnswerButtons from './AnswerButtons.vue';
import FigureForm from './FigureForm.vue';
import PlanPane from './PlanPane.vue';
import { percent, rowName, shareLook, useRenewalPlan } from './usePlan.ts';

/** One variety of the plan: why then and there, what else it could be and what that costs, and what is decided of it. */
const props = defineProps<{ id: string }>();
const router = useRouter();
const plan = useRenewalPlan();
const changes = useChanges();
const { data, problem } = useRead(renewalsApi.sheet, () => ({ id: props.id }), [() => plan.found]);
/** While better plans are found, what else it could be is asked again now and then: each time it would only flicker. */
const AGAIN_MS = 3000;
const found = useThrottle(
  computed(() => plan.found),
  AGAIN_MS,
  true,
);
const { data: others, loading: looking } = useRead(renewalsApi.others, () => ({ id: props.id }), [found]);
const v = computed(() => data.value?.variety ?? null);
const STATE = {
  found: null,
  held: 'Held here by hand.',
  asked: 'Asked; it is held here until there is an answer.',
  yes: 'The grower said yes.',
  taken: 'Taken: its packet lies ready.',
} as const;
/** More may be kept, and less of what is worth most. */
function costWords({ kept: n, worth }: OtherWayShown): string {
  if (Math.abs(n) < 0.05) return worth < -0.05 ? 'of less worth' : 'as good';
  return `${n < 0 ? '−' : '+'}${Math.abs(n).toFixed(1)} kept${n > 0 && worth < -0.05 ? ', of less worth' : ''}`;
}
const costLook = (n: number): string => (n > -0.05 ? 'look-good' : n > -0.5 ? 'look-some' : 'look-much');
/** The row that another way would take the place of. */
const first = computed(() => v.value?.rows.find((r) => r.state !== 'taken') ?? null);

async function holdInstead(way: OtherWayShown): Promise<void> {
  const variety = v.value;
  if (!variety) return;
  const here = new Set(variety.rows.map((r) => `${String(r.gardenId)} ${String(r.season)} ${String(r.covered)}`));
  for (const r of way.rows) {
    if (here.has(`${String(r.gardenId)} ${String(r.season)} ${String(r.covered)}`)) continue;
    if (!(await plan.hold(variety.varietyId, r, first.value))) return;
  }
}
async function ask(r: RenewalRowShown): Promise<void> {
  const { varietyId, gardenId, season, covered } = r;
  await changes.make(renewalsApi.ask, {}, { rows: [{ varietyId, gardenId, season, covered }] });
}
const nowhere = (): Promise<unknown> => plan.bar(Number(props.id), null, null, 0);
async function liftBar(bar: NonNullable<typeof data.value>['bars'][number]): Promise<void> {
  await changes.make(
    renewalsApi.say,
    {},
    { varietyId: Number(props.id), gardenId: bar.gardenId, season: bar.season, what: 'loosen', version: bar.version },
  );
}

// Into a garden that is not among the best ways, in any season.
const garden = ref('');
const season = ref('');
const gardens = computed(() => [
  { value: '', label: 'another garden' },
  ...(plan.page?.gardens ?? []).map((g) => ({ value: String(g.id), label: g.name })),
]);
const seasons = computed(() => (plan.page?.seasons ?? []).map((s) => ({ value: String(s), label: String(s) })));
const chosenSeason = computed({
  get: () => (season.value === '' ? String(first.value?.season ?? plan.page?.seasons[0] ?? '') : season.value),
  set: (s: string) => (season.value = s),
});
async function holdThere(): Promise<void> {
  const gardenId = Number(garden.value);
  const at = Number(chosenSeason.value);
  const id = Number(props.id);
  if (await plan.hold(id, { gardenId, season: at, covered: false, version: plan.versionAt(id, gardenId, at) }, first.value))
    garden.value = '';
}

const changing = ref<RenewalFigureShown | null>(null);
const shown = (f: RenewalFigureShown, value: number): string =>
  f.figure === 'worth' ? `${String(value)} times` : f.figure === 'plants' ? String(value) : percent(value);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="variety" />
  <PlanPane v-else-if="data && v">
    <header>
      <RouterLink class="code" :to="`/lots/${v.lotCode}`">{{ v.lotCode }}</RouterLink>
      <h1>{{ v.variety }}</h1>
      <p class="quiet">{{ data.lotWords }}</p>
      <p>
        <strong :class="shareLook(v.kept)">{{ percent(v.kept) }}</strong> likely still here after the plan; {{ percent(v.without) }} without
        it<template v-if="v.growing > 0.01">, with what growers have now</template>.
      </p>
    </header>
    <section
      v-for="r in data.rows"
      :key="`${r.row.gardenId} ${r.row.season}`"
      class="row"
      :aria-label="`${rowName(r.row)}, ${r.row.season}`"
    >
      <dl>
        <dt>When</dt>
        <dd>
          <strong>{{ r.row.season }}.</strong> {{ r.when }}
        </dd>
        <dt>Where</dt>
        <dd>
          <strong>{{ r.row.garden }}</strong><template v-if="r.row.memberId"
            >, <RouterLink :to="`/members/${r.row.memberId}`">{{ r.row.grower }}</RouterLink></template
          >. {{ r.where }}
        </dd>
        <dt>Crossing</dt>
        <dd>{{ r.crossing }}</dd>
        <dt>Seed</dt>
        <dd>{{ r.seed }}</dd>
      </dl>
      <p v-for="w in r.warnings" :key="w" class="warn">{{ w }}</p>
      <p v-if="STATE[r.row.state]" class="state">
        {{ STATE[r.row.state] }}
        <RouterLink v-if="r.row.askId" :to="`/asks/${r.row.askId}`">The packet</RouterLink>
      </p>
      <AnswerButtons v-if="r.row.askedOn && r.row.state !== 'yes'" :row="r.row" />
      <p v-if="r.row.state !== 'taken'" class="row-of-buttons">
        <Button v-if="r.row.state === 'found'" label="Hold it here" @click="plan.hold(v.varietyId, r.row)" />
        <Button v-else label="Let go of it" severity="secondary" @click="plan.loosen(r.row)" />
        <Button label="Not here" severity="secondary" @click="plan.bar(v.varietyId, r.row.gardenId, r.row.season, r.row.version)" />
        <Button
          v-if="r.row.grower && !r.row.askedOn"
          :label="`Ask ${r.row.grower.split(' ')[0]}`"
          severity="secondary"
          @click="ask(r.row)"
        />
      </p>
    </section>
    <p v-if="data.rows.length === 0" class="nobody">
      <strong>Nobody renews it yet.</strong> {{ v.why === null ? '' : `${v.why.charAt(0).toUpperCase()}${v.why.slice(1)}.` }}
    </p>
    <ul v-if="data.bars.length > 0" class="plain bars" aria-label="Barred">
      <li v-for="b in data.bars" :key="b.rowId">
        {{ b.words }}
        <Button label="Allow it again" :aria-label="`Allow it again: ${b.words}`" size="small" severity="secondary" @click="liftBar(b)" />
      </li>
    </ul>
    <section aria-label="It could also be">
      <h2>It could also be</h2>
      <p v-if="looking && !others" class="quiet small">Working out what each would cost …</p>
      <p v-else-if="others && others.ways.length === 0" class="quiet small">Nothing else: no other garden can take it as things are.</p>
      <ul v-else class="plain">
        <li v-for="w in others?.ways ?? []" :key="w.words" class="way">
          <span>{{ w.words }}</span>
          <strong :class="costLook(w.kept)">{{ costWords(w) }}</strong>
          <Button
            v-if="w.rows.length > 0"
            label="Hold"
            :aria-label="`Hold instead: ${w.words}`"
            size="small"
            severity="secondary"
            @click="holdInstead(w)"
          />
          <Button
            v-else
            label="Leave it so"
            :aria-label="'Leave it so: nobody renews it'"
            size="small"
            severity="secondary"
            @click="nowhere"
          />
          <span v-if="w.then" class="quiet small then">{{ w.then }}</span>
        </li>
      </ul>
      <p class="row-of-buttons elsewhere">
        <QuickSelect v-model="garden" label="Another garden" :options="gardens" />
        <QuickSelect v-model="chosenSeason" label="In which season" :options="seasons" />
        <Button label="Hold it there" size="small" severity="secondary" :disabled="garden === ''" @click="holdThere" />
      </p>
    </section>
    <section aria-label="What it goes by">
      <h2>What it goes by</h2>
      <ul class="plain">
        <li v-for="f in data.figures" :key="`${f.figure} ${f.gardenId}`" class="figure">
          <span
            ><strong>{{ f.name }}: {{ shown(f, f.said?.value ?? f.computed) }}</strong
            ><span v-if="f.said" class="said"> said: {{ f.said.why }} (by the figures {{ shown(f, f.computed) }})</span
            ><span v-else class="quiet small">, {{ f.because }}</span></span
          >
          <Button
            label="Say otherwise"
            :aria-label="`Say otherwise: ${f.name}`"
            size="small"
            severity="secondary"
            variant="text"
            @click="changing = changing === f ? null : f"
          />
          <FigureForm
            v-if="changing && changing.figure === f.figure && changing.gardenId === f.gardenId"
            class="form"
            :variety-id="v.varietyId"
            :figure="f"
            @done="changing = null"
          />
        </li>
      </ul>
      <p class="quiet small">
        How much room a garden has stands under
        <RouterLink to="/renewals/gardens">Gardens and room</RouterLink>; what else flowers there under
        <RouterLink to="/growing">Who grows what</RouterLink>.
      </p>
    </section>
    <CautionNote :cautions="data.cautions" />
    <p class="row-of-buttons">
      <Button label="Close" severity="secondary" size="small" @click="router.push('/renewals')" />
    </p>
    <StepHistory v-if="data.history.length > 0" :steps="data.history" />
  </PlanPane>
  <OpeningNote v-else what="the variety" />
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 76px minmax(0, 1fr);
  gap: 6px 14px;
  margin: 0;
}
dt {
  color: var(--quiet);
}
dd {
  margin: 0;
}
.row {
  display: grid;
  gap: 10px;
}
.row + .row {
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.warn,
.nobody {
  color: var(--watch);
}
.warn {
  font-weight: 600;
}
.state {
  border-left: 4px solid var(--action);
  background: var(--action-soft);
  padding: 6px 12px;
}
.way {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 2px 10px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
.way strong {
  white-space: nowrap;
}
.then {
  grid-column: 1;
}
.elsewhere {
  padding-top: 10px;
}
.figure {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 10px;
  align-items: center;
  padding: 4px 0;
  border-bottom: 1px solid var(--hair);
}
.figure .form {
  grid-column: 1 / -1;
}
.said {
  color: var(--watch);
}
.bars li {
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: space-between;
}
</style>
