<script setup lang="ts">
import OpeningNote from '../base/OpeningNote.vue';
import DeskMessage from '../base/DeskMessage.vue';
import Checkbox from 'primevue/checkbox';
import { fillCells, plural, span } from '@esprel/core';
import { type TrayFillShown, traysApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, reactive, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useSession } from '../base/session.ts';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import FieldDay from '../fields/FieldDay.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import { useTypedLengths } from '../fields/useTypedLengths.ts';
import { useTypedWarmth } from '../fields/useTypedWarmth.ts';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import CautionNote from '../shared/CautionNote.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import LetterChip from './LetterChip.vue';
import { sowingCautions } from './sowingCautions.ts';

/** Sowing a tray on one page: what to wet, how deep, covered with what; and what was really done. */
const props = defineProps<{ id: string }>();
const router = useRouter();
const session = useSession();
const format = useFormat();
const { data, problem } = useRead(traysApi.sheet, () => ({ id: props.id }));
const tray = computed(() => data.value?.tray ?? null);

interface Row {
  seeds: string;
  depth: string;
  covered: string;
}
const rows = reactive<Record<string, Row>>({});
const cellsOfLetter = (letter: string): number => (tray.value?.map ?? []).filter((c) => c === letter).length;
const { inch, depthText, mmTyped } = useTypedLengths();
watch(data, (d) => {
  for (const f of d?.fills ?? []) {
    rows[f.letter] ??= {
      seeds: String(Math.min(cellsOfLetter(f.letter) * f.seedsPerCell, f.available)),
      depth: depthText(f.figures.sowDepthMm),
      covered: f.figures.sowDepthMm === 0 || f.figures.lightNeed === 'light' ? '' : 'sifted mix',
    };
  }
});
const { unit, warmthText, celsiusTyped } = useTypedWarmth();
const form = useForm({
  name: null,
  initial: () => ({ sownOn: session.today, warmth: '', covered: true, note: '' }),
  of: traysApi.sow,
  body: (v) => {
    const fills = data.value?.fills ?? [];
    const n = gather({
      warmthC: () => numberOf('warmthC', v.warmth),
      ...Object.fromEntries(
        fills.map((f, i) => [`seeds${f.letter}`, () => numberOf(`rows[${String(i)}].seeds`, rows[f.letter]?.seeds) ?? undefined]),
      ),
      ...Object.fromEntries(fills.map((f, i) => [`depth${f.letter}`, () => numberOf(`rows[${String(i)}].depthMm`, rows[f.letter]?.depth)])),
    }) as Record<string, number | null | undefined>;
    return {
      version: tray.value?.version ?? 0,
      sownOn: v.sownOn,
      warmthC: celsiusTyped(n.warmthC),
      covered: v.covered,
      note: v.note.trim() || null,
      rows: fills.map((f) => {
        return {
          letter: f.letter,
          seedsPerCell: f.seedsPerCell,
          seeds: n[`seeds${f.letter}`] ?? undefined,
          depthMm: mmTyped(n[`depth${f.letter}`] ?? null),
          coveredWith: rows[f.letter]?.covered.trim() || null,
        };
      }),
    };
  },
  asked: () => ({ id: props.id }),
});
useTodayWhenEmpty(form.values, 'sownOn');
watch(tray, (t) => {
  if (!t) return;
  form.values.covered = t.covered;
  if (form.values.warmth === '') form.values.warmth = warmthText(t.bench?.warmthC);
});
/** How the seeds that are typed lie in the cells. */
function filling(f: TrayFillShown): string {
  const cells = cellsOfLetter(f.letter);
  const text = rows[f.letter]?.seeds.trim() ?? '';
  const seeds = /^\d{1,7}$/.test(text) ? Number(text) : cells * f.seedsPerCell;
  const filled = cells === 0 ? [] : fillCells(cells, f.seedsPerCell, seeds);
  const [most, least] = [Math.max(0, ...filled), Math.min(...filled)];
  if (filled.length === 0) return `${String(f.seedsPerCell)} in each`;
  const each = most === least ? `${String(most)} in each` : `${span(least, most)} in each`;
  return filled.length === cells ? each : `${each} of ${String(filled.length)}`;
}
function how(f: TrayFillShown): string {
  const c = f.figures;
  const parts = [
    c.sowDepthMm === 0 ? 'on the surface, not covered' : `${format.depth(c.sowDepthMm)} deep`,
    c.lightNeed === 'either' ? null : c.lightNeed === 'dark' ? 'keep it dark' : 'it needs light',
    format.warmthRange(c.soilOptLowC, c.soilOptHighC),
  ];
  return parts.filter((p) => p !== null).join(', ');
}
const cautions = computed(() =>
  sowingCautions(
    (data.value?.fills ?? []).map((f) => ({ letter: f.letter, cautions: f.cautions, prepare: f.figures.prepare })),
    tray.value?.bench?.kind ?? null,
  ),
);
const done = ref<readonly string[] | null>(null);
async function save(): Promise<void> {
  const codes = (data.value?.fills ?? []).map((f) => `${f.lotCode} ${f.variety}`);
  if (await form.send()) done.value = codes;
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="tray" />
  <section v-else-if="done" class="done" aria-label="Sown">
    <h1>{{ tray?.name }} is sown</h1>
    <p>Put the envelopes back: dry hands, sealed bag. {{ done.join(', ') }}.</p>
    <p class="row-of-buttons">
      <Button label="Open the tray" @click="router.push(`/sowing/trays/${id}`)" />
      <Button severity="secondary" label="Print its markers" @click="router.push(`/labels?tray=${id}&each=marker`)" />
      <Button severity="secondary" label="Back to the trays" @click="router.push('/sowing/trays')" />
    </p>
  </section>
  <section v-else-if="tray && data" class="form-page wide" aria-label="Sow the tray">
    <FormFrame
      :title="`Sow ${tray.name}`"
      :about="`${tray.bench ? `${tray.bench.name}. ` : ''}Labels first, while the hands are dry; then wet the mix, let it drain, and sow letter by letter.`"
      action="It is sown"
      :sending="form.sending"
      :problem="form.problem"
      @submit="save"
      @leave="router.push(`/sowing/trays/${id}`)"
    >
      <DeskMessage v-if="tray.sownOn" kind="notice">
        It was sown {{ format.day(tray.sownOn) }}. <RouterLink :to="`/sowing/trays/${id}`">Open it.</RouterLink>
      </DeskMessage>
      <CautionNote :cautions="cautions" />
      <ol class="plain letters">
        <li v-for="(f, i) in data.fills" :key="f.letter" class="letter">
          <LetterChip :letter="f.letter" />
          <div class="what">
            <p>
              <strong>{{ f.variety }}</strong>
              <span class="quiet"
                >{{ f.crop }}, <span class="code">{{ f.lotCode }}</span></span
              >
            </p>
            <p class="how">{{ plural(cellsOfLetter(f.letter), 'cell') }}, {{ filling(f) }}: {{ how(f) }}</p>
            <p v-if="f.figures.prepare.length > 0" class="how">First: {{ f.figures.prepare.map((x) => x.words).join('; ') }}.</p>
          </div>
          <div v-if="rows[f.letter]" class="really">
            <FieldText
              :id="`seeds-${f.letter}`"
              v-model="rows[f.letter]!.seeds"
              label="Seeds sown"
              numeric
              :unit="`of ${f.available}`"
              :error="form.errors[`rows[${i}].seeds`]"
            />
            <FieldText
              :id="`depth-${f.letter}`"
              v-model="rows[f.letter]!.depth"
              label="Depth"
              numeric
              :unit="inch ? 'in' : 'mm'"
              :error="form.errors[`rows[${i}].depthMm`]"
            />
            <FieldText
              :id="`cover-${f.letter}`"
              v-model="rows[f.letter]!.covered"
              label="Covered with"
              placeholder="nothing"
              :error="form.errors[`rows[${i}].coveredWith`]"
            />
          </div>
        </li>
      </ol>
      <p v-if="form.errors.rows" role="alert" class="error">{{ form.errors.rows }}</p>
      <FieldDay id="sown-on" v-model="form.values.sownOn" class="third" label="Sown on" :max="session.today" :error="form.errors.sownOn" />
      <FieldText
        id="warmth"
        v-model="form.values.warmth"
        class="third"
        label="Warmth"
        numeric
        :unit="`°${unit}`"
        :error="form.errors.warmthC"
      />
      <label class="pick third"><Checkbox v-model="form.values.covered" binary /> A cover is on</label>
      <FieldNote id="note" v-model="form.values.note" label="Note" optional :error="form.errors.note" />
      <template #actions>
        <Button severity="secondary" type="button" label="Markers first" @click="router.push(`/labels?tray=${id}&each=marker`)" />
      </template>
    </FormFrame>
  </section>
  <OpeningNote v-else what="the tray" />
</template>

<style scoped>
.wide {
  max-width: 1180px;
}
.done {
  padding: 30px 26px;
  display: grid;
  gap: 14px;
  align-content: start;
  max-width: 60ch;
}
.letters {
  display: grid;
}
.letter {
  display: grid;
  grid-template-columns: 30px minmax(0, 1fr) minmax(0, 440px);
  gap: 8px 14px;
  align-items: center;
  padding: 10px 0;
  border-bottom: 1px solid var(--band);
}
.really {
  display: grid;
  grid-template-columns: 130px 100px minmax(0, 1fr);
  gap: 12px;
}
strong {
  font-weight: 600;
}
.error {
  color: var(--act);
  font-weight: 600;
}
.pick {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 40px;
  align-self: end;
}
@media (max-width: 860px) {
  .letter {
    grid-template-columns: 30px minmax(0, 1fr);
  }
  .really {
    grid-column: 1 / -1;
  }
}
</style>
