<script setup lang="ts">
import FieldText from '../fields/FieldText.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import DeskMessage from '../base/DeskMessage.vue';
import { LABEL_FORMATS, LABEL_KINDS, type LabelFormatName, type LabelKind, plural, USUAL_FORMAT } from '@esprel/core';
import { errandsApi, labelsApi } from '@esprel/core/api';
import type { Asked } from '../base/asked.ts';
import { act, fileAddress } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import { useLocalStorage } from '@vueuse/core';
import Button from 'primevue/button';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import { usePrinterFit } from './printerFit.ts';
import LabelsPdf from './LabelsPdf.vue';

/** Labels before they are printed, as they will be: laid out by the server, the same for paper, PDF and label printer. */
const KIND_WORDS: Readonly<Record<LabelKind, string>> = {
  envelope: 'Envelope',
  packet: 'Packet',
  pot: 'Pot tag',
  bag: 'Test bag',
  box: 'Box front',
};
const route = useRoute();
const router = useRouter();
const changes = useChanges();
const text = (key: string): string => (typeof route.query[key] === 'string' ? route.query[key] : '');
const codes = computed(() => text('codes'));
const places = computed(() => text('places'));
const tests = computed(() => text('tests'));
/** All labels of one tray at once: its markers, or a tag for every plant on it. */
const tray = computed(() => text('tray'));
/** All packets that are brought to a swap day. */
const swap = computed(() => text('swap'));
const kind = computed((): LabelKind =>
  swap.value !== ''
    ? 'packet'
    : tray.value !== ''
      ? 'pot'
      : (LABEL_KINDS.find((k) => k === text('kind')) ?? (tests.value !== '' ? 'bag' : places.value === '' ? 'envelope' : 'box')),
);
/** Kinds that can be printed of what was brought here: bags of tests, fronts of boxes, or labels of lots. */
const kinds = computed(() =>
  LABEL_KINDS.filter((k) =>
    swap.value !== ''
      ? k === 'packet'
      : tray.value !== ''
        ? k === 'pot'
        : tests.value !== ''
          ? k === 'bag'
          : k !== 'bag' && (k === 'box' ? places.value !== '' : codes.value !== ''),
  ),
);
const named = computed(() =>
  swap.value !== ''
    ? ['swap', swap.value]
    : tray.value !== ''
      ? ['tray', tray.value]
      : ({ box: ['places', places.value], bag: ['tests', tests.value] }[kind.value as 'box'] ?? ['codes', codes.value]),
);
const formats = useLocalStorage<Partial<Record<LabelKind, LabelFormatName>>>('esprel.labels.formats', {});
const format = computed((): LabelFormatName => {
  const own = formats.value[kind.value];
  return own !== undefined && Object.hasOwn(LABEL_FORMATS, own) ? own : USUAL_FORMAT[kind.value];
});
const skip = useLocalStorage<number>('esprel.labels.skip', 0);
const copies = ref(Number(text('copies')) || 1);
watch(
  () => text('copies'),
  (n) => (copies.value = Number(n) || 1),
);
const perPage = computed(() => LABEL_FORMATS[format.value].columns * LABEL_FORMATS[format.value].rows);
const whole = (n: unknown, most: number): number => Math.min(most, Math.max(0, Math.floor(Number(n)) || 0));

const number = (key: string): number | null => (text(key) === '' ? null : Number(text(key)));
const run = computed((): Asked<typeof labelsApi.plan> => ({
  kind: kind.value,
  format: format.value,
  copies: Math.max(1, whole(copies.value, 500)),
  [named.value[0] as string]: named.value[1],
  skip: perPage.value > 1 ? whole(skip.value, perPage.value - 1) : null,
  sowing: number('sowing'),
  seeds: number('seeds'),
  loan: number('loan'),
  ask: number('ask'),
  each: text('each') === 'plant' ? 'plant' : text('each') === 'marker' ? 'marker' : null,
}));
const { asked: fit, isTrue } = usePrinterFit();
const chosen = computed(() => named.value[1] !== '');
const { data: plan, problem } = useRead(labelsApi.plan, () => (chosen.value ? run.value : null));
/** The same trouble with several lots is said once. */
const problems = computed(() => {
  const by = new Map<string, string[]>();
  for (const p of plan.value?.problems ?? []) by.set(p.message, [...(by.get(p.message) ?? []), p.of]);
  return [...by];
});
const shownPages = computed(() => Math.min(plan.value?.pages ?? 0, 20));
const size = computed(() => LABEL_FORMATS[format.value]);

const { data: errands } = useRead(errandsApi.open, () => (codes.value === '' ? null : {}));
const wanted = computed(() => {
  const here = new Set(codes.value.split(','));
  return (errands.value?.errands ?? []).filter((e) => e.kind === 'reprint' && here.has(e.lotCode));
});
const said = ref<{ readonly words: string; readonly wrong: boolean } | null>(null);

function show(next: Record<string, string>): void {
  void router.replace({ query: { ...route.query, ...next } });
}
async function toPrinter(): Promise<void> {
  said.value = null;
  await act(labelsApi.print, run.value, {})
    .then((job) => {
      said.value =
        job.state === 'printed'
          ? { words: `${plural(job.cameOut, 'label')} came out of the label printer.`, wrong: false }
          : {
              words: `Only ${String(job.cameOut)} of ${String(job.labels)} came out: the labels ran out. Put a roll in and print the rest.`,
              wrong: true,
            };
    })
    .catch((error: unknown) => {
      said.value = { words: (error as Error).message, wrong: true };
    });
}
async function onThem(): Promise<void> {
  await changes.send(errandsApi.done, {}, { ids: wanted.value.map((e) => e.id) }).catch((error: unknown) => {
    said.value = { words: (error as Error).message, wrong: true };
  });
}
</script>

<template>
  <div class="labels">
    <aside class="controls scrolls">
      <h1>Labels</h1>
      <FieldChoice
        v-if="kinds.length > 1"
        id="kind"
        :model-value="kind"
        label="For"
        :options="kinds.map((k) => ({ value: k, label: KIND_WORDS[k] }))"
        @update:model-value="show({ kind: String($event) })"
      />
      <FieldSelect
        id="sheet"
        label="Sheet or roll"
        :model-value="format"
        :options="Object.entries(LABEL_FORMATS).map(([name, f]) => ({ value: name as LabelFormatName, label: f.words }))"
        @update:model-value="formats = { ...formats, [kind]: $event }"
      />
      <FieldText
        v-if="perPage > 1"
        id="skip"
        label="Labels already used on the first sheet"
        numeric
        :model-value="String(skip)"
        @update:model-value="skip = whole(Number($event) || 0, perPage - 1)"
      />
      <FieldText
        id="copies"
        :label="kind === 'pot' ? 'Pots' : kind === 'packet' ? 'Packets' : 'Of each'"
        numeric
        :model-value="copies === 0 ? '' : String(copies)"
        @update:model-value="copies = whole(Number($event) || 0, 500)"
      />
      <p v-if="plan" class="quiet">
        {{ plural(plan.labels, 'label') }} on {{ plural(plan.pages, perPage > 1 ? 'sheet' : 'piece') }}. Print them before your hands are
        dirty, at 100 %, without “fit to page”.
        <RouterLink to="/labels/printer">{{ isTrue ? 'Try the printer' : 'They make up for the printer' }}</RouterLink>
      </p>
      <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
      <DeskMessage v-for="[message, lots] in problems" :key="message" kind="caution">
        <p>
          <span class="code">{{ lots.slice(0, 6).join(', ') }}</span>{{ lots.length > 6 ? ` and ${lots.length - 6} more` : '' }}:
          {{ message }}
        </p>
      </DeskMessage>
      <div v-if="plan && plan.labels > 0" class="row-of-buttons">
        <LabelsPdf :run="run" :fit="fit" :labels="plan.labels" />
        <Button severity="secondary" label="To the label printer" @click="toPrinter" />
        <a :href="fileAddress(labelsApi.page, run)" download="labels.svg">SVG</a>
      </div>
      <p v-if="said" role="status" :class="{ wrong: said.wrong }">{{ said.words }}</p>
      <DeskMessage v-if="wanted.length > 0" kind="notice">
        <p>
          <strong>{{ plural(wanted.length, 'label') }} to be printed again:</strong>
          {{ [...new Set(wanted.map((e) => e.words))].slice(0, 3).join('; ') }}.
        </p>
        <Button severity="secondary" label="They are on the envelopes" @click="onThem" />
      </DeskMessage>
      <div><Button severity="secondary" variant="text" label="Back" @click="router.back()" /></div>
    </aside>
    <div class="paper scrolls" tabindex="0" role="region" aria-label="What will be printed">
      <p v-if="!chosen" class="empty">
        <strong>No lot is chosen.</strong> Open a lot, or put envelopes on the table, and press <kbd>P</kbd>.
      </p>
      <img
        v-for="p in shownPages"
        :key="fileAddress(labelsApi.page, { ...run, page: p })"
        class="page"
        loading="lazy"
        :src="fileAddress(labelsApi.page, { ...run, page: p, outlines: '1' })"
        :alt="`page ${p} of labels`"
        :style="{ width: `${size.pageWidthMm}mm`, height: 'continuous' in size ? 'auto' : `${size.pageHeightMm}mm` }"
      />
      <p v-if="plan && plan.pages > shownPages" class="quiet more">and {{ plan.pages - shownPages }} more</p>
    </div>
  </div>
</template>

<style scoped>
.labels {
  display: grid;
  grid-template-columns: 340px minmax(0, 1fr);
  height: 100%;
}
.controls {
  padding: 20px 22px;
  display: grid;
  gap: 14px;
  align-content: start;
}
.wrong {
  color: var(--act);
  font-weight: 600;
}
strong {
  font-weight: 600;
}
.notice {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.paper {
  background: var(--band);
  padding: 20px;
}
.page {
  display: block;
  max-width: 100%;
  object-fit: contain;
  background: var(--white);
  margin: 0 auto 20px;
  box-shadow: 0 2px 8px rgb(60 50 30 / 25%);
}
.more {
  text-align: center;
}
@media (max-width: 760px) {
  .labels {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto minmax(0, 1fr);
  }
}
</style>
