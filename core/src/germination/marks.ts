import { type Day, daysBetween } from '../dates/day.ts';
import type { LookedAt } from './between.ts';
import type { Pace } from './pace.ts';
import type { ReplicateResult } from './summary.ts';
import type { WaitInput } from './wait.ts';

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

/** A bag as far as the days of its sprouts go; days count from the day in the warm, what sprouted before it is day 0. */
export function lookedAt(
  replicate: { readonly looks: readonly Day[]; readonly marks: readonly { readonly kind: SeedKind; readonly markedOn: Day }[] },
  warmFrom: Day,
): LookedAt {
  const dayOf = (day: Day): number => Math.max(0, daysBetween(warmFrom, day));
  return { looks: replicate.looks.map(dayOf), found: replicate.marks.filter((m) => m.kind === 'normal').map((m) => dayOf(m.markedOn)) };
}

/** A bag as far as waiting for it goes. */
export interface WaitedReplicate {
  readonly seeds: number;
  /** Day of its last count, also when it found nothing new. */
  readonly countedOn: Day | null;
  readonly marks: readonly { readonly kind: SeedKind; readonly markedOn: Day }[];
}

/** Kinds of seed that proved alive. */
export const ALIVE_KINDS: readonly SeedKind[] = ['normal', 'hard', 'fresh'];

/**
 * What `waitOrCall` asks of the replicates that went into the warm on one day; null before all of them were counted once. Known is
 * what was seen up to the earliest of their last counts. Seed that is dead, abnormal or empty for certain is no longer waited for.
 */
export function waitInput(
  replicates: readonly WaitedReplicate[],
  warmFrom: Day,
  today: Day,
  prior: WaitInput['prior'],
  pace: Pace,
): WaitInput | null {
  if (replicates.length === 0 || replicates.some((b) => b.countedOn === null)) return null;
  const last = Math.min(...replicates.map((b) => daysBetween(warmFrom, b.countedOn as Day)));
  if (last < 0) return null;
  const byDay = new Map<number, number>([[last, 0]]);
  let gone = 0;
  for (const m of replicates.flatMap((b) => b.marks)) {
    if (!ALIVE_KINDS.includes(m.kind)) gone += 1;
    else {
      // A bag counted later than the others: what it showed since stands on the last day known of all.
      const day = Math.min(last, Math.max(0, daysBetween(warmFrom, m.markedOn)));
      byDay.set(day, (byDay.get(day) ?? 0) + 1);
    }
  }
  return {
    sown: replicates.reduce((sum, b) => sum + b.seeds, 0) - gone,
    counts: [...byDay].map(([day, alive]) => ({ day, alive })).sort((a, b) => a.day - b.day),
    today: Math.max(last, daysBetween(warmFrom, today)),
    prior,
    usualDays: { min: Math.max(1, pace.usualDays.min), max: Math.max(1, pace.usualDays.min, pace.usualDays.max) },
    slowShare: pace.slowShare,
  };
}
