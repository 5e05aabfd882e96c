<script setup lang="ts">
import { ACQUISITIONS, FORM_WORDS, FORMS, isShortLived, lotEditForm } from '@esprel/core';
import { useDebounceFn } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { sendAction } from '../app/api.ts';
import { fromCelsius, toCelsius } from '../app/format.ts';
import { useFormat } from '../app/useFormat.ts';
import { useSession } from '../app/session.ts';
import { useFetched } from '../app/useFetched.ts';
import { gather, numberOf, shareOf, useForm } from '../app/useForm.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import { readSeeds, seedsHint, weightOf } from '../fields/seedsText.ts';
import FormFrame from '../fields/FormFrame.vue';
import { IDENTITY_OPTIONS, KNOWN_OPTIONS } from './choices.ts';
import SheetProblem from './SheetProblem.vue';
import type { LotSheetData } from './types.ts';

/** Everything that was said of a lot when it came, put right. What follows is shown before it is saved. */
const props = defineProps<{ code: string }>();
const router = useRouter();
const format = useFormat();
const session = useSession();
const { data, problem } = useFetched<LotSheetData>(() => `/lots/${encodeURIComponent(props.code)}`);
/** The version that was read when the form was filled; a later one by somebody else is a conflict, shown as such. */
const version = ref(0);
type Lot = LotSheetData['lot'];
const unit = computed(() => session.settings?.temperatureUnit ?? 'C');

const empty = () => ({
  year: '',
  yearKind: 'unknown' as Lot['yearKind'],
  form: 'cleaned' as Lot['form'],
  acquisition: 'donated' as Lot['acquisition'],
  source: '',
  stated: '',
  receivedOn: '',
  seeds: '',
  amountKnown: 'counted' as Lot['amountKnown'],
  sealed: 'no' as 'no' | 'yes',
  sealedRh: '',
  openedOn: '',
  pickedOn: '',
  ripenedWhere: '',
  ripenedInSeason: 'unknown' as 'yes' | 'no' | 'unknown',
  night: '',
  floor: '',
  identity: 'likely' as Lot['identity'],
  identityReason: '',
  note: '',
});
type Values = ReturnType<typeof empty>;
/** The fields as they were filled, so that only what was changed is sent. */
const asRead = ref<Values>(empty());

function bodyOf(v: Values): Record<string, unknown> {
  const weight = data.value ? weightOf(data.value) : null;
  const n = gather({
    year: () => (v.yearKind === 'unknown' ? null : numberOf('year', v.year)),
    stated: () => shareOf('statedGermination', v.stated),
    seeds: () => readSeeds('seeds', v.seeds, weight),
    floor: () => numberOf('floor', v.floor),
    sealedRh: () => numberOf('sealedRhPercent', v.sealedRh),
    night: () => numberOf('nightC', v.night),
  });
  const sealed = v.sealed === 'yes';
  const whole: Record<keyof Values, Record<string, unknown>> = {
    year: { year: n.year, yearKind: v.yearKind },
    yearKind: { year: n.year, yearKind: v.yearKind },
    form: { form: v.form },
    acquisition: { acquisition: v.acquisition },
    source: { source: v.source.trim() },
    stated: { statedGermination: n.stated },
    receivedOn: { receivedOn: v.receivedOn || undefined },
    seeds: n.seeds === null ? {} : { seeds: n.seeds.seeds, ...(n.seeds.known === 'counted' ? {} : { amountKnown: n.seeds.known }) },
    amountKnown: { amountKnown: v.amountKnown },
    sealed: { sealed },
    sealedRh: { sealed, sealedRhPercent: sealed ? n.sealedRh : null },
    openedOn: { sealed, openedOn: sealed ? v.openedOn || null : null },
    pickedOn: { pickedOn: v.pickedOn || null },
    ripenedWhere: { ripenedWhere: v.ripenedWhere.trim() || null },
    ripenedInSeason: { ripenedInSeason: v.ripenedInSeason === 'unknown' ? null : v.ripenedInSeason },
    night: { nightC: n.night === null ? null : toCelsius(n.night, unit.value) },
    floor: { floor: n.floor ?? undefined },
    identity: { identity: v.identity, identityReason: v.identityReason || null },
    identityReason: {},
    note: { note: v.note.trim() || null },
  };
  const changed = (Object.keys(whole) as (keyof Values)[]).filter((k) => v[k] !== asRead.value[k]);
  return Object.assign({ version: version.value }, ...changed.map((k) => whole[k])) as Record<string, unknown>;
}

const form = useForm({ name: null, initial: empty, schema: lotEditForm, body: bodyOf, method: 'PATCH', path: () => `/lots/${props.code}` });
const { values } = form;
watch(data, (sheet) => {
  if (!sheet || version.value !== 0) return;
  version.value = sheet.lot.version;
  const l = sheet.lot;
  asRead.value = {
    year: l.year === null ? '' : String(l.year),
    yearKind: l.yearKind,
    form: l.form,
    acquisition: l.acquisition,
    source: l.source,
    stated: l.statedGermination === null ? '' : String(Math.round(l.statedGermination * 100)),
    receivedOn: l.receivedOn,
    seeds: String(sheet.cameIn),
    amountKnown: l.amountKnown,
    sealed: l.sealed ? 'yes' : 'no',
    sealedRh: l.sealedRhPercent === null ? '' : String(l.sealedRhPercent),
    openedOn: l.openedOn ?? '',
    pickedOn: l.pickedOn ?? '',
    ripenedWhere: l.ripenedWhere ?? '',
    ripenedInSeason: l.ripenedInSeason ?? 'unknown',
    night: l.nightC === null ? '' : String(fromCelsius(l.nightC, unit.value)),
    floor: String(l.floor),
    identity: l.identity,
    identityReason: '',
    note: l.note ?? '',
  };
  Object.assign(values, asRead.value);
});
const theirs = computed(() =>
  form.problem?.code === 'stale'
    ? (form.problem.more.current as { floor: number; identity: string; note: string | null; version: number })
    : null,
);
const renamed = computed(() => data.value !== null && values.identity !== data.value.lot.identity);
const shortLived = computed(() => data.value !== null && isShortLived(data.value.crop));

/** What follows, asked of the server as soon as the hand rests. */
interface Follows {
  readonly before: { readonly agesFrom: string; readonly alive: string; readonly verdict: string; readonly balance: number };
  readonly after: Follows['before'];
  readonly labels: number;
}
const follows = ref<Follows | null>(null);
let asked = 0;
const lookAhead = useDebounceFn(async () => {
  const mine = ++asked;
  let body: Record<string, unknown>;
  try {
    body = bodyOf(values);
  } catch {
    return;
  }
  if (Object.keys(body).length < 2) {
    follows.value = null;
    return;
  }
  // What does not fit yet is said when it is saved.
  const answer = await sendAction<Follows>(`/lots/${props.code}/put-right`, body).catch(() => null);
  if (mine === asked) follows.value = answer;
}, 350);
watch(values, () => void lookAhead(), { deep: true });
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

const back = (): void => void router.push(`/lots/${props.code}`);
async function save(): Promise<void> {
  if (await form.send()) back();
}
function mine(): void {
  version.value = theirs.value?.version ?? version.value;
  void save();
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="Put right"
    :about="`${data.lot.code} ${data.lot.variety}, ${data.lot.crop}. The name itself is put right under “What is it?”.`"
    action="Save"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <template v-if="theirs" #problem>
      <p>There now: floor {{ theirs.floor }}, name {{ theirs.identity }}, note “{{ theirs.note ?? 'none' }}”.</p>
      <p>Yours: floor {{ values.floor }}, name {{ values.identity }}, note “{{ values.note || 'none' }}”.</p>
      <p class="row-of-buttons">
        <button type="button" class="both" @click="mine">Keep mine</button>
        <button type="button" class="both" @click="back">Keep theirs</button>
      </p>
    </template>
    <FieldText
      id="year"
      v-model="values.year"
      class="third"
      label="Year"
      numeric
      :disabled="values.yearKind === 'unknown'"
      :error="form.errors.year"
    />
    <FieldChoice
      id="year-kind"
      v-model="values.yearKind"
      class="two-thirds"
      label="It is the year of"
      :options="[
        { value: 'harvest', label: 'Harvest' },
        { value: 'packing', label: 'Packing' },
        { value: 'unknown', label: 'Not known' },
      ]"
      :error="form.errors.yearKind"
    />
    <FieldText
      id="came-in"
      v-model="values.seeds"
      class="third"
      label="Came in"
      :hint="seedsHint(values.seeds, weightOf(data)) ?? `${data.lot.balance} are left`"
      :error="form.errors.seeds"
    />
    <FieldChoice
      id="amount-known"
      v-model="values.amountKnown"
      class="two-thirds"
      label="Known because it was"
      :options="KNOWN_OPTIONS"
      :error="form.errors.amountKnown"
    />
    <FieldSelect
      id="form"
      v-model="values.form"
      class="half"
      label="Form"
      :options="FORMS.map((f) => ({ value: f, label: FORM_WORDS[f] }))"
      :error="form.errors.form"
    />
    <FieldText
      id="stated"
      v-model="values.stated"
      class="half"
      label="Germination on the packet"
      optional
      numeric
      unit="%"
      :error="form.errors.statedGermination"
    />
    <FieldText id="source" v-model="values.source" class="half" label="Came from" :error="form.errors.source" />
    <FieldChoice
      id="acquisition"
      v-model="values.acquisition"
      class="half"
      label="How"
      :options="ACQUISITIONS.map((a) => ({ value: a, label: { donated: 'Gift', purchased: 'Bought', saved: 'Saved' }[a] }))"
      :error="form.errors.acquisition"
    />
    <FieldDay id="received" v-model="values.receivedOn" class="half" label="Came on" :max="session.today" :error="form.errors.receivedOn" />
    <FieldText
      id="floor"
      v-model="values.floor"
      class="half"
      label="Floor, never lent"
      numeric
      unit="seeds"
      hint="Kept back so that the lot can be renewed."
      :error="form.errors.floor"
    />
    <template v-if="values.acquisition === 'purchased' || values.sealed === 'yes'">
      <FieldChoice
        id="sealed"
        v-model="values.sealed"
        class="third"
        label="Sealed by the supplier"
        :options="[
          { value: 'no', label: 'No' },
          { value: 'yes', label: 'Yes' },
        ]"
      />
      <template v-if="values.sealed === 'yes'">
        <FieldText
          id="sealed-rh"
          v-model="values.sealedRh"
          class="third"
          label="Dried to"
          optional
          numeric
          unit="%"
          :error="form.errors.sealedRhPercent"
        />
        <FieldDay
          id="opened"
          v-model="values.openedOn"
          class="third"
          label="Opened on"
          :max="session.today"
          :error="form.errors.openedOn"
        />
      </template>
    </template>
    <template v-if="shortLived || values.pickedOn !== ''">
      <FieldDay
        id="picked"
        v-model="values.pickedOn"
        class="half"
        label="Picked on, if known"
        :max="session.today"
        :error="form.errors.pickedOn"
      />
      <FieldText
        id="ripened"
        v-model="values.ripenedWhere"
        class="half"
        label="Ripened in"
        optional
        placeholder="region or country"
        :error="form.errors.ripenedWhere"
      />
      <FieldChoice
        id="in-season"
        v-model="values.ripenedInSeason"
        class="half"
        label="Was it in season there"
        :options="[
          { value: 'unknown', label: 'Not known' },
          { value: 'yes', label: 'In season' },
          { value: 'no', label: 'Out of season' },
        ]"
      />
      <FieldText
        id="night"
        v-model="values.night"
        class="half"
        label="Nights were about"
        optional
        numeric
        :unit="`°${unit}`"
        :error="form.errors.nightC"
      />
    </template>
    <FieldChoice
      id="identity"
      v-model="values.identity"
      label="Is the name right?"
      :options="IDENTITY_OPTIONS"
      :error="form.errors.identity"
    />
    <FieldText
      v-if="renamed"
      id="identity-reason"
      v-model="values.identityReason"
      label="Why"
      hint="It stays in the history of the lot."
      :error="form.errors.identityReason"
    />
    <FieldNote id="note" v-model="values.note" label="Note" optional :error="form.errors.note" />
    <template #actions>
      <section v-if="lines.length > 0" class="follows" role="status" aria-label="What follows">
        <h2>What follows</h2>
        <ul class="plain">
          <li v-for="l in lines" :key="l">{{ l }}</li>
        </ul>
      </section>
    </template>
  </FormFrame>
</template>

<style scoped>
.both {
  min-height: 40px;
  border: 1px solid var(--act);
  background: var(--sheet);
  border-radius: 3px;
  padding: 0 12px;
  cursor: pointer;
}
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
