import { type Day, daysBetween } from '../dates/day.ts';
import type { ReplicateResult } from './summary.ts';

/** What a seed of a test can be found to be. */
export const SEED_KINDS = ['normal', 'abnormal', 'hard', 'fresh', 'dead', 'empty'] as const;
export type SeedKind = (typeof SEED_KINDS)[number];

/**
 * The marks of one replicate as the counts that `germinationSummary` takes. Days count from the day in the warm; seed
 * that sprouted before, in the cold, counts as day 0. Empty seed stands with the dead.
 */
export function markedResult(
  sown: number,
  marks: readonly { readonly kind: SeedKind; readonly markedOn: Day }[],
  warmFrom: Day,
): ReplicateResult {
  const normal = new Map<number, number>();
  const kinds = { abnormal: 0, hard: 0, fresh: 0, dead: 0 };
  for (const m of marks) {
    if (m.kind === 'normal') {
      const day = Math.max(0, daysBetween(warmFrom, m.markedOn));
      normal.set(day, (normal.get(day) ?? 0) + 1);
    } else kinds[m.kind === 'empty' ? 'dead' : m.kind] += 1;
  }
  const counts = [...normal].map(([day, n]) => ({ day, normal: n })).sort((a, b) => a.day - b.day);
  return { sown, counts, ...kinds };
}
