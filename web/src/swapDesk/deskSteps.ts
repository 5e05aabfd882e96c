import { computed, ref, type ShallowRef, shallowRef } from 'vue';
import { newKey } from '../base/api.ts';
import { localDay, localMinute } from './clock.ts';
import type { DeskKeep } from './keep.ts';
import { type DeskStep, isUnsent, newStep, type Said } from './steps.ts';

export const notKept = (error: unknown): string =>
  `It could not be kept on this computer: ${(error as Error).message || 'the disk is full'}. Write it on paper, make room, and say it again.`;

/** What was said at a desk, in order: on the disk first, then here. */
export function deskSteps(keep: ShallowRef<DeskKeep | null>) {
  const steps = shallowRef<readonly DeskStep[]>([]);
  /** What could not be kept, in words. */
  const full = ref<string | null>(null);
  let next = 1;

  async function restore(): Promise<void> {
    steps.value = (await keep.value?.steps()) ?? [];
    next = Math.max(0, ...steps.value.map((s) => s.n)) + 1;
  }

  /** Changes what is kept of steps. Answers whether there was room for it. */
  async function change(to: (now: readonly DeskStep[]) => readonly DeskStep[]): Promise<boolean> {
    const before = new Set(steps.value);
    try {
      await keep.value?.putSteps(to(steps.value).filter((s) => !before.has(s)));
    } catch (error) {
      full.value = notKept(error);
      return false;
    }
    full.value = null;
    // As it is by now: something may have been said meanwhile.
    steps.value = to(steps.value);
    return true;
  }

  return {
    steps,
    full,
    unsent: computed(() => steps.value.filter(isUnsent)),
    refused: computed(() => steps.value.filter((s) => s.refused !== null)),
    restore,
    changeOne: (n: number, over: Partial<DeskStep>): Promise<boolean> =>
      change((now) => now.map((s) => (s.n === n ? { ...s, ...over } : s))),
    /** What the lots of the copy show by now is not counted beside them any more. */
    settle: (ns: ReadonlySet<number>): Promise<boolean> => change((now) => now.map((s) => (ns.has(s.n) ? { ...s, settled: true } : s))),
    sentByNow: (): ReadonlySet<number> => new Set(steps.value.filter((s) => s.taken !== null && !s.settled).map((s) => s.n)),
    /** Writes a step down; null where it could not be kept. */
    add: async (deskId: number, said: Said): Promise<DeskStep | null> => {
      const step = newStep({ n: next++, key: newKey(), deskId, on: localDay(), minute: localMinute() }, said);
      return (await change((now) => [...now, step])) ? step : null;
    },
    /** Steps of a day that is over have nothing to do with the next. */
    clear: async (): Promise<void> => {
      await keep.value?.dropSteps();
      steps.value = [];
      next = 1;
    },
    /** Numbers go on behind the last that the library has of this desk. */
    goOnBehind: (last: number): void => {
      next = Math.max(next, last + 1);
    },
  };
}
