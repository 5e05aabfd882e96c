<script setup lang="ts">
import { fitVerdict, LABEL_FORMATS, type LabelFormatName, printerFit, testLines, TRUE_FIT, type Measured } from '@esprel/core';
import { beginningApi, labelsApi } from '@esprel/core/api';
import { useLocalStorage } from '@vueuse/core';
import Button from 'primevue/button';
import { computed, reactive, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useAccess } from '../base/access.ts';
import { fileAddress, readOnce } from '../base/calls.ts';
import { useChanges } from '../base/changes.ts';
import DeskMessage from '../base/DeskMessage.vue';
import TwoPanes from '../base/TwoPanes.vue';
import { gather, inputErrors, numberOf } from '../base/useForm.ts';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import { usePrinterFit } from './printerFit.ts';

/** Whether labels will sit where they should: a test page, a ruler, four measures. */
const router = useRouter();
const access = useAccess();
const changes = useChanges();
const format = useLocalStorage<LabelFormatName>('esprel.labels.tried', 'a4-21');
const size = computed(() => LABEL_FORMATS[format.value] ?? LABEL_FORMATS['a4-21']);
const lines = computed(() => testLines(size.value));
const { fit, isTrue, asked } = usePrinterFit();
const page = computed(() => fileAddress(labelsApi.testPage, { format: format.value, ...asked.value }));

const MEASURES = [
  { field: 'acrossMm', label: 'A  The line across' },
  { field: 'downMm', label: 'B  The line down' },
  { field: 'leftMm', label: 'C  Left edge of the paper to line B' },
  { field: 'topMm', label: 'D  Upper edge of the paper to line A' },
] as const satisfies readonly { readonly field: keyof Measured; readonly label: string }[];
const typed = reactive({ acrossMm: '', downMm: '', leftMm: '', topMm: '' });
const errors = ref<Readonly<Record<string, string>>>({});
/** What the measures come to. Those of a page that made up for something already come on top of it. */
const found = ref<{ readonly verdict: ReturnType<typeof fitVerdict>; readonly fit: ReturnType<typeof printerFit> } | null>(null);

function judge(): void {
  errors.value = {};
  found.value = null;
  errors.value = inputErrors(() => {
    const { acrossMm, downMm, leftMm, topMm } = lines.value;
    // A measure that was left out is taken to be as it should.
    const measured = gather({
      acrossMm: () => numberOf('acrossMm', typed.acrossMm) ?? acrossMm,
      downMm: () => numberOf('downMm', typed.downMm) ?? downMm,
      leftMm: () => numberOf('leftMm', typed.leftMm) ?? leftMm,
      topMm: () => numberOf('topMm', typed.topMm) ?? topMm,
    });
    const now = printerFit(lines.value, measured);
    found.value = { verdict: fitVerdict(lines.value, now), fit: now };
  });
}
function keep(): void {
  if (!found.value) return;
  const [now, before] = [found.value.fit, fit.value];
  fit.value = {
    scaleX: now.scaleX * before.scaleX,
    scaleY: now.scaleY * before.scaleY,
    shiftXMm: now.shiftXMm + now.scaleX * before.shiftXMm,
    shiftYMm: now.shiftYMm + now.scaleY * before.shiftYMm,
  };
  found.value = null;
  Object.assign(typed, { acrossMm: '', downMm: '', leftMm: '', topMm: '' });
}
async function right(): Promise<void> {
  const { steps } = await readOnce(beginningApi.page, {});
  const step = steps.find((s) => s.step === 'labels');
  if (step && step.state !== 'done' && access.coordinator) {
    await changes.make(beginningApi.say, { step: 'labels' }, { version: step.version, said: 'done' });
  }
  router.back();
}
</script>

<template>
  <TwoPanes left="Try the printer" right="The test page">
    <h1>Try the printer</h1>
    <p class="narrow">
      Labels that sit two millimetres off are cut through their code. Print one page on plain paper, hold a ruler to it, and it is settled
      for this printer.
    </p>
    <FieldSelect
      id="tried"
      v-model="format"
      class="narrow"
      label="Sheet or roll"
      :options="Object.entries(LABEL_FORMATS).map(([name, f]) => ({ value: name as LabelFormatName, label: f.words }))"
    />
    <p class="row-of-buttons">
      <a class="p-button go" :href="page" target="_blank" rel="noopener">Open the test page</a>
      <span class="quiet">then print it at “actual size” or “100 %”</span>
    </p>
    <form class="narrow measures" novalidate @submit.prevent="judge">
      <h2>What does the ruler say?</h2>
      <FieldText
        v-for="m in MEASURES"
        :id="m.field"
        :key="m.field"
        v-model="typed[m.field]"
        :label="m.label"
        numeric
        unit="mm"
        :hint="`should be ${lines[m.field]} mm`"
        :error="errors[m.field]"
      />
      <p class="row-of-buttons"><Button type="submit" label="See what that means" /></p>
    </form>
    <DeskMessage v-if="found" :kind="found.verdict.true ? 'notice' : 'caution'" role="status">
      <p>{{ found.verdict.words }}</p>
      <p v-if="!found.verdict.true" class="row-of-buttons">
        <Button label="Keep these measures" @click="keep" />
        <a class="p-button p-button-secondary go" :href="page" target="_blank" rel="noopener">Print the page again</a>
      </p>
      <p v-else class="row-of-buttons"><Button label="Labels come out right" @click="right" /></p>
    </DeskMessage>
    <DeskMessage v-if="!isTrue" kind="notice">
      <p>
        Labels from this browser make up for the printer: {{ Math.round(fit.scaleX * 1000) / 10 }} % across,
        {{ Math.round(fit.scaleY * 1000) / 10 }} % down. Open the test page once more to see that it measures right now.
      </p>
      <p class="row-of-buttons">
        <Button label="Labels come out right" severity="secondary" @click="right" />
        <Button label="Forget the measures" severity="secondary" variant="text" @click="fit = TRUE_FIT" />
      </p>
    </DeskMessage>
    <template #right>
      <h2>The test page</h2>
      <svg
        class="drawn"
        viewBox="0 0 210 297"
        role="img"
        aria-label="The test page: a line across near its upper edge, one down near its left edge"
      >
        <rect x="0.5" y="0.5" width="209" height="296" class="sheet" />
        <line x1="20" y1="20" x2="170" y2="20" class="line" />
        <line x1="20" y1="20" x2="20" y2="170" class="line" />
        <g v-for="i in 16" :key="i" class="tick">
          <line :x1="10 + 10 * i" y1="20" :x2="10 + 10 * i" y2="25" />
          <line x1="20" :y1="10 + 10 * i" x2="25" :y2="10 + 10 * i" />
        </g>
        <line x1="0" y1="120" x2="20" y2="120" class="gap" />
        <line x1="120" y1="0" x2="120" y2="20" class="gap" />
        <g class="letter">
          <text x="95" y="36">A</text>
          <text x="29" y="98">B</text>
          <text x="6" y="116">C</text>
          <text x="123" y="14">D</text>
        </g>
      </svg>
      <p class="quiet">
        Then lay the page behind an empty sheet of labels and hold both against a window: the grey frames should lie on the labels. If only
        the first and the last row fit, the sheet is of another kind: choose it above.
      </p>
    </template>
  </TwoPanes>
</template>

<style scoped>
.narrow {
  max-width: 560px;
}
.measures {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 16px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.measures h2,
.measures .row-of-buttons {
  grid-column: 1 / -1;
}
.go {
  display: inline-flex;
  align-items: center;
  padding: 8px 14px;
}
.drawn {
  width: min(280px, 100%);
}
.sheet {
  fill: var(--white);
  stroke: var(--edge);
}
.line {
  stroke: var(--ink);
  stroke-width: 1.6;
}
.tick {
  stroke: var(--ink);
  stroke-width: 0.6;
}
.gap {
  stroke: var(--act);
  stroke-width: 1.2;
  stroke-dasharray: 3 2;
}
.letter {
  font-size: 13px;
  font-weight: 700;
  fill: var(--action);
}
@media (max-width: 560px) {
  .measures {
    grid-template-columns: 1fr;
  }
}
</style>
