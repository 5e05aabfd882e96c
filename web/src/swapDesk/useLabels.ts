import { LABEL_FORMATS, type LabelFormatName, type LabelText } from '@esprel/core';
import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { textOf } from './labelPicture.ts';
import { type DeskStep, takenBack } from './steps.ts';
import { useSwapDesk } from './useSwapDesk.ts';

/** `each`: a printer of labels prints each at once. `sheet`: they are gathered for a sheet. `hand`: codes are written by hand. */
export const LABEL_WAYS = ['each', 'sheet', 'hand'] as const;

/** How many labels of one envelope are printed at most. */
const MOST_OF_ONE = 24;

/** Labels of what came in at this desk. */
export const useLabels = defineStore('labels', () => {
  const desk = useSwapDesk();
  const options = useLocalStorage<{ how: (typeof LABEL_WAYS)[number]; format: LabelFormatName; skip: number }>(
    'esprel.swap-desk.labels',
    { how: 'sheet', format: 'a4-21', skip: 0 },
    { mergeDefaults: true },
  );
  /** Keys of steps whose labels came out. */
  const printed = useLocalStorage<string[]>('esprel.swap-desk.printed', []);
  /** The labels of the last envelope, to be printed at once. */
  const now = ref<readonly LabelText[]>([]);
  const format = computed(() => LABEL_FORMATS[options.value.format]);

  function labelsOf(step: DeskStep): LabelText[] {
    const { said, taken } = step;
    const code = taken?.code ?? (said.what === 'in' ? said.code : null);
    if (said.what !== 'in' || code == null || desk.copy === null) return [];
    const crop = said.cropKey == null ? null : (desk.crops?.byKey.get(said.cropKey) ?? null);
    // Each packet has one: it goes out by itself.
    return Array.from({ length: Math.min(said.packets, MOST_OF_ONE) }, () => textOf(said, code, crop, desk.copy!));
  }

  const waiting = computed(() => {
    if (options.value.how === 'hand') return [];
    const done = new Set(printed.value);
    const back = takenBack(desk.steps);
    return desk.steps.filter((s) => s.said.what === 'in' && !done.has(s.key) && !back.has(s.key) && s.refused === null);
  });
  const toPrint = computed(() => waiting.value.flatMap(labelsOf));

  function cameIn(step: DeskStep): void {
    if (options.value.how !== 'each') return;
    now.value = labelsOf(step);
    printed.value = [...printed.value, step.key];
  }
  function allPrinted(): void {
    // What is sent and gone from here needs no more be remembered.
    const here = new Set(desk.steps.map((s) => s.key));
    printed.value = [...printed.value.filter((k) => here.has(k)), ...waiting.value.map((s) => s.key)];
  }

  return { options, format, waiting, toPrint, now, cameIn, allPrinted };
});
