import { countForm, InputError, isDay, parse } from '@esprel/core';
import { type Replicate, type SeedMark, testsApi, type TestSheetData } from '@esprel/core/api';
import { computed, type Ref, ref, watch } from 'vue';
import { ApiProblem, newKey } from '../base/api.ts';
import { useKeptSteps } from '../base/keptSteps.ts';

interface Draft {
  readonly version: number;
  readonly marks: readonly SeedMark[];
  readonly day: string;
}

const draftKey = (testId: number, replicate: number): string => `esprel.count.${String(testId)}.${String(replicate)}`;
/** Under this a count of a bag waits. */
export const countAbout = (testId: number, replicate: number): string => `count ${String(testId)} ${String(replicate)}`;

function readDraft(testId: number, replicate: number): Draft | null {
  try {
    return JSON.parse(localStorage.getItem(draftKey(testId, replicate)) ?? 'null') as Draft | null;
  } catch {
    return null;
  }
}

/**
 * The count of one bag: marks are kept in the browser until they are saved, so that a closed lid or a server that is
 * away loses nothing. A draft made before somebody else saved is kept and said, never silently laid over theirs.
 */
export function useCount(sheet: Ref<TestSheetData | null>, bag: Ref<number>, today: Ref<string>) {
  const kept = useKeptSteps();
  const marks = ref<readonly SeedMark[]>([]);
  const day = ref<string>(today.value);
  /** The day that marks are made on: while the day typed cannot be read, today. */
  const asOf = computed(() => (isDay(day.value) ? day.value : today.value));
  const unsaved = ref(false);
  const outdated = ref(false);
  const errors = ref<Readonly<Record<string, string>>>({});
  const problem = ref<ApiProblem | null>(null);
  const saving = ref(false);
  let attempt: { readonly key: string; readonly body: string } | null = null;

  /** True while the count of the open bag waits for a server that is away. */
  const waiting = computed(() => sheet.value !== null && kept.isWaiting(countAbout(sheet.value.test.id, bag.value)));
  const replicate = computed<Replicate | null>(() => sheet.value?.replicates.find((r) => r.number === bag.value) ?? null);

  function fill(): void {
    const s = sheet.value;
    const r = replicate.value;
    if (!s || !r) return;
    const draft = s.test.closedOn === null ? readDraft(s.test.id, r.number) : null;
    marks.value = draft?.marks ?? r.marks;
    day.value = draft?.day ?? today.value;
    unsaved.value = draft !== null;
    outdated.value = draft !== null && draft.version !== s.test.version;
    errors.value = {};
    problem.value = null;
  }
  watch([sheet, bag], fill, { immediate: true });

  function keep(next: readonly SeedMark[]): void {
    const s = sheet.value;
    if (!s || s.test.closedOn !== null) return;
    marks.value = next;
    unsaved.value = true;
    errors.value = {};
    localStorage.setItem(
      draftKey(s.test.id, bag.value),
      JSON.stringify({ version: s.test.version, marks: next, day: day.value } satisfies Draft),
    );
  }

  function drop(): void {
    const s = sheet.value;
    if (!s) return;
    localStorage.removeItem(draftKey(s.test.id, bag.value));
    fill();
  }

  async function save(): Promise<boolean> {
    const s = sheet.value;
    if (!s || saving.value) return false;
    const body = {
      version: s.test.version,
      replicate: bag.value,
      countedOn: day.value,
      marks: marks.value.map((m) => ({ ...m, markedOn: m.markedOn > day.value ? day.value : m.markedOn })),
    };
    errors.value = {};
    problem.value = null;
    try {
      parse(countForm, body);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      errors.value = Object.fromEntries(error.errors.map((e) => [e.path, e.message]));
      return false;
    }
    const text = JSON.stringify(body);
    if (attempt?.body !== text) attempt = { key: newKey(), body: text };
    saving.value = true;
    try {
      const saved = await kept.sendOrKeep(
        testsApi.count,
        { id: s.test.id },
        body,
        {
          words: `${s.test.variety}: bag ${String(bag.value)} counted`,
          about: countAbout(s.test.id, bag.value),
          follows: `test ${String(s.test.id)}`,
          at: `/tests/${String(s.test.id)}`,
          draft: draftKey(s.test.id, bag.value),
        },
        attempt.key,
      );
      if (saved === null) {
        // Nobody there: it is kept as a draft, and sent by itself under the same key when the server is back.
        keep(marks.value);
        return true;
      }
      localStorage.removeItem(draftKey(s.test.id, bag.value));
      unsaved.value = false;
      // At once, so that whoever closes the test in the next breath does it on what was just saved.
      sheet.value = saved;
      return true;
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      errors.value = Object.fromEntries(error.errors.map((e) => [e.path, e.message]));
      problem.value = error;
      return false;
    } finally {
      saving.value = false;
    }
  }

  return { marks, day, asOf, unsaved, outdated, errors, problem, saving, waiting, replicate, keep, drop, save };
}
