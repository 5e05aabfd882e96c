import {
  addDays,
  ALIVE_KINDS,
  type Between,
  germinationSummary,
  type GerminationSummary,
  lookedAt,
  markedResult,
  type Pace,
  sproutedBetween,
  waitForTest,
  waitInput,
  type WaitOrCall,
} from '@esprel/core';
import type { Replicate } from '@esprel/core/api';
import type { BatchCounted } from './whatItSays.ts';

/** The bags that count, by the day they went into the warm: a first batch and, it may be, a second. */
export function batchesOf(replicates: readonly Replicate[]): { readonly warmFrom: string; readonly bags: readonly Replicate[] }[] {
  const kept = replicates.filter((r) => r.droppedWhy === null);
  return [...new Set(kept.map((r) => r.warmFrom))]
    .sort()
    .map((warmFrom) => ({ warmFrom, bags: kept.filter((r) => r.warmFrom === warmFrom) }));
}

export function countedOf(replicates: readonly Replicate[]): BatchCounted[] {
  return batchesOf(replicates).map(({ warmFrom, bags }) => ({
    warmFrom,
    sown: bags.reduce((sum, b) => sum + b.seeds, 0),
    alive: bags.reduce((sum, b) => sum + b.marks.filter((m) => ALIVE_KINDS.includes(m.kind)).length, 0),
  }));
}

export function summaryOf(replicates: readonly Replicate[]): GerminationSummary {
  return germinationSummary(replicates.filter((r) => r.droppedWhy === null).map((r) => markedResult(r.seeds, r.marks, r.warmFrom)));
}

/** Between which days a share of what sprouted was there; null before anything sprouted. */
export function reachedBetween(replicates: readonly Replicate[], share: number): Between | null {
  const kept = replicates.filter((r) => r.droppedWhy === null);
  return sproutedBetween(
    kept.map((r) => lookedAt(r, r.warmFrom)),
    share,
  );
}

/** Days of the test on which every bag was looked at, the earliest first: what had come by then is known of all of them. */
export function lookDays(replicates: readonly Replicate[]): number[] {
  const looks = replicates.filter((r) => r.droppedWhy === null).map((r) => new Set(lookedAt(r, r.warmFrom).looks));
  return [...(looks[0] ?? [])].filter((d) => looks.every((l) => l.has(d))).sort((a, b) => a - b);
}

export interface BatchWait extends WaitOrCall {
  readonly warmFrom: string;
  readonly callDay: string;
  /** Day up to which it is known what came. */
  readonly countedOn: string;
}

/**
 * Wait or call, batch by batch, for what is marked now; empty before the first count. `aheadTo` is the last day of the test
 * for which the course is wanted.
 */
export function waitOf(
  replicates: readonly Replicate[],
  pace: Pace,
  prior: { readonly alpha: number | null; readonly beta: number | null },
  today: string,
  aheadTo: number,
): BatchWait[] {
  const { alpha, beta } = prior;
  if (alpha === null || beta === null) return [];
  const waits = batchesOf(replicates).map(({ warmFrom, bags }): BatchWait | null => {
    const input = waitInput(bags, warmFrom, today, { alpha, beta }, pace);
    if (input === null) return null;
    const from = input.counts[input.counts.length - 1]?.day ?? 0;
    const days = Array.from({ length: 13 }, (_, i) => from + ((aheadTo - from) * i) / 12).filter((d) => d >= from);
    const wait = waitForTest(input, aheadTo > from ? days : []);
    return { ...wait, warmFrom, callDay: addDays(warmFrom, wait.callOn), countedOn: addDays(warmFrom, from) };
  });
  return waits.every((w) => w !== null) ? (waits as BatchWait[]) : [];
}
