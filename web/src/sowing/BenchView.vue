<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { BENCH_KIND_WORDS, BENCH_KINDS, type BenchKind, cellsOf, lampDoubt, lampWords, plural, SOWING_METHOD_FACTS } from '@esprel/core';
import { benchApi, type BenchPlaceShown } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { ref } from 'vue';
import { useChanges } from '../base/changes.ts';
import { percent } from '../base/format.ts';
import { useSession } from '../base/session.ts';
import TwoPanes from '../base/TwoPanes.vue';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import FieldNote from '../fields/FieldNote.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import { useTypedLengths } from '../fields/useTypedLengths.ts';
import { useTypedWarmth } from '../fields/useTypedWarmth.ts';
import { gapsOf } from './gaps.ts';
import BenchShape from './BenchShape.vue';
import SowingNav from '../shared/SowingNav.vue';

/** Where seed comes up and grows on: mats, lamps, sills, dark places, the fridge; and the trays there are. */
const session = useSession();
const changes = useChanges();
const format = useFormat();
const { data, problem } = useRead(benchApi.sheet, () => ({}));
const editing = ref<BenchPlaceShown | null>(null);
const { inch, lengthText, cmTyped } = useTypedLengths();
const { unit, warmthText, celsiusTyped } = useTypedWarmth();
const form = useForm({
  name: null,
  initial: () => ({ name: '', kind: 'mat' as BenchKind, holds: '1', warmth: '', hours: '', cm: '', note: '' }),
  body: (v) => {
    const n = gather({
      holds: () => numberOf('holds', v.holds) ?? undefined,
      warmthC: () => numberOf('warmthC', v.warmth),
      lampHours: () => (v.kind === 'lamp' ? numberOf('lampHours', v.hours) : null),
      lampCm: () => (v.kind === 'lamp' ? numberOf('lampCm', v.cm) : null),
    });
    return {
      name: v.name,
      kind: v.kind,
      ...n,
      warmthC: celsiusTyped(n.warmthC),
      lampCm: cmTyped(n.lampCm),
      note: v.note.trim() || null,
      ...(editing.value === null ? {} : { version: editing.value.version }),
    };
  },
  of: () => (editing.value === null ? benchApi.add : benchApi.edit),
  asked: () => ({ id: editing.value?.id ?? 0 }),
});
function edit(p: BenchPlaceShown | null): void {
  editing.value = p;
  form.reset(
    p === null
      ? {}
      : {
          name: p.name,
          kind: p.kind,
          holds: String(p.holds),
          warmth: warmthText(p.warmthC),
          hours: p.lampHours === null ? '' : String(p.lampHours),
          cm: lengthText(p.lampCm),
          note: p.note ?? '',
        },
  );
  if (!p) return;
  // The form may lie below a long bench.
  const name = document.getElementById('name');
  name?.closest('form')?.scrollIntoView({ block: 'nearest' });
  name?.focus({ preventScroll: true });
}
async function save(): Promise<void> {
  if (await form.send()) edit(null);
}
const wrong = ref<string | null>(null);
async function remove(p: BenchPlaceShown): Promise<void> {
  wrong.value = null;
  try {
    await changes.send(benchApi.remove, { id: p.id }, { version: p.version });
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
const kind = useForm({
  name: null,
  initial: () => ({ name: '', rows: '', columns: '', gaps: '' }),
  of: benchApi.addTrayKind,
  body: (v) => {
    const n = gather({ rows: () => numberOf('rows', v.rows) ?? undefined, columns: () => numberOf('columns', v.columns) ?? undefined });
    return { name: v.name, ...n, gaps: gapsOf(v.gaps, n) };
  },
});
async function saveKind(): Promise<void> {
  if (await kind.send()) kind.reset();
}
const about = (p: BenchPlaceShown): string =>
  [
    BENCH_KIND_WORDS[p.kind],
    `holds ${plural(p.holds, 'tray')}`,
    p.warmthC === null ? null : format.warmth(p.warmthC),
    p.kind === 'lamp' ? lampWords({ hours: p.lampHours, cm: p.lampCm }, session.settings?.lengthUnit ?? 'mm') : null,
    p.note,
  ]
    .filter((x) => x !== null)
    .join(', ');
const doubtOf = (p: BenchPlaceShown): string | null => (p.kind === 'lamp' ? lampDoubt({ hours: p.lampHours, cm: p.lampCm }) : null);
const raised = (p: BenchPlaceShown): void =>
  void changes.make(benchApi.hangLamp, { id: p.id }, { version: p.version, setOn: session.today });
const learnedHere = (p: BenchPlaceShown): string | null => {
  const l = data.value?.learned.benches.find((b) => b.benchId === p.id);
  return l ? `${percent(l.emergence)} of live seed comes up here, from ${plural(l.sowings, 'sowing')}` : null;
};
</script>

<template>
  <TwoPanes left="The bench" right="Trays and what comes up">
    <SowingNav here="/sowing/bench" />
    <h1>The bench</h1>
    <DeskMessage v-if="problem ?? wrong" kind="problem">{{ wrong ?? problem?.message }}</DeskMessage>
    <p v-if="data && data.places.length === 0" class="empty">
      <strong>No place is written down yet.</strong> Say which mats, lamps and sills there are, and how many trays each holds: the season’s
      list then shows where it gets too full.
    </p>
    <ul class="plain">
      <li v-for="p in data?.places ?? []" :key="p.id" class="place" :class="{ here: editing?.id === p.id }">
        <BenchShape :kind="p.kind" />
        <span>
          <strong>{{ p.name }}</strong> <span class="quiet block">{{ about(p) }}</span>
          <span v-if="p.lampSetOn" class="quiet small block">hung to that {{ format.day(p.lampSetOn) }}; look again every week</span>
          <span v-if="doubtOf(p)" class="small block">{{ doubtOf(p) }}</span>
          <span v-if="learnedHere(p)" class="quiet small block">{{ learnedHere(p) }}</span>
        </span>
        <span class="row-of-buttons">
          <Button
            v-if="p.kind === 'lamp'"
            severity="secondary"
            label="Raised"
            :aria-label="`${p.name} was raised today`"
            @click="raised(p)"
          />
          <Button severity="secondary" label="Change" :aria-label="`Change ${p.name}`" @click="edit(p)" />
          <Button severity="secondary" label="Take off" :aria-label="`Take ${p.name} off the bench`" @click="remove(p)" />
        </span>
      </li>
    </ul>
    <form class="block" novalidate aria-label="A place on the bench" @submit.prevent="save">
      <h2>{{ editing ? `Change ${editing.name}` : 'Another place' }}</h2>
      <div class="fields">
        <FieldText id="name" v-model="form.values.name" label="Name" placeholder="Mat 1, rack by the window" :error="form.errors.name" />
        <FieldSelect
          id="kind"
          v-model="form.values.kind"
          label="What it is"
          :options="BENCH_KINDS.map((k) => ({ value: k, label: BENCH_KIND_WORDS[k] }))"
          :error="form.errors.kind"
        />
        <FieldText id="holds" v-model="form.values.holds" label="Trays it holds" numeric :error="form.errors.holds" />
        <FieldText
          id="warmth"
          v-model="form.values.warmth"
          label="Warmth"
          :optional="form.values.kind !== 'mat'"
          numeric
          :unit="`°${unit}`"
          :error="form.errors.warmthC"
        />
        <template v-if="form.values.kind === 'lamp'">
          <FieldText id="hours" v-model="form.values.hours" label="Hours a day" optional numeric :error="form.errors.lampHours" />
          <FieldText
            id="cm"
            v-model="form.values.cm"
            label="Above the plants"
            optional
            numeric
            :unit="inch ? 'in' : 'cm'"
            :error="form.errors.lampCm"
          />
        </template>
        <FieldNote id="note" v-model="form.values.note" class="whole" label="Note" optional :error="form.errors.note" />
      </div>
      <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
      <p class="row-of-buttons">
        <Button type="submit" :disabled="form.sending" :label="editing ? 'Write it down' : 'Add it'" />
        <Button v-if="editing" severity="secondary" type="button" label="Leave it" @click="edit(null)" />
      </p>
      <DeskMessage kind="caution" class="small">
        Mats and lamps near water: plugs above the trays, a breaker in the line. Heaters in closed houses need air; follow your local rules.
      </DeskMessage>
    </form>
    <template #right>
      <h2>How much comes up</h2>
      <p class="quiet">Of live seed, by method: the usual figure, moved by the library’s own finished sowings.</p>
      <table class="plain-table numbers" aria-label="Emergence by method">
        <tbody>
          <tr v-for="m in data?.learned.methods ?? []" :key="m.method">
            <td>{{ SOWING_METHOD_FACTS[m.method].words }}</td>
            <td class="right">
              <strong>{{ percent(m.emergence) }}</strong>
            </td>
            <td class="right quiet">
              {{ m.sowings === 0 ? 'usual; nothing counted yet' : `usual ${percent(m.usual)}, ${plural(m.sowings, 'sowing')}` }}
            </td>
          </tr>
        </tbody>
      </table>
      <h2>Trays</h2>
      <ul class="plain">
        <li v-for="k in data?.trayKinds ?? []" :key="k.id" class="kind">
          <strong>{{ k.name }}</strong> <span class="quiet">{{ k.rows }} × {{ k.columns }}, {{ plural(cellsOf(k), 'cell') }}</span>
        </li>
      </ul>
      <form class="block" novalidate aria-label="Another kind of tray" @submit.prevent="saveKind">
        <h2>Another kind of tray</h2>
        <div class="fields">
          <FieldText id="kind-name" v-model="kind.values.name" label="Name" :error="kind.errors.name" />
          <FieldText
            id="kind-gaps"
            v-model="kind.values.gaps"
            label="Cells it lacks"
            optional
            hint="row.cell, as 1.1, 3.5"
            :error="kind.errors.gaps"
          />
          <FieldText id="kind-rows" v-model="kind.values.rows" label="Rows" numeric :error="kind.errors.rows" />
          <FieldText id="kind-columns" v-model="kind.values.columns" label="Cells in a row" numeric :error="kind.errors.columns" />
        </div>
        <DeskMessage v-if="kind.problem" kind="problem">{{ kind.problem.message }}</DeskMessage>
        <p><Button type="submit" severity="secondary" :disabled="kind.sending" label="Add it" /></p>
      </form>
    </template>
  </TwoPanes>
</template>

<style scoped>
.place {
  display: grid;
  grid-template-columns: 28px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
  padding: 8px 0 8px 8px;
  border-bottom: 1px solid var(--band);
}
.place.here {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
.block {
  display: block;
}
form.block {
  display: grid;
  gap: 10px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 16px;
}
.whole {
  grid-column: 1 / -1;
}
.kind {
  display: flex;
  justify-content: space-between;
  padding: 7px 0;
  border-bottom: 1px solid var(--hair);
}
strong {
  font-weight: 600;
}
</style>
