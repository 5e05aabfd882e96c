import { CoreError } from '../errors.ts';

/** What somebody says of the day of a sowing when the season is over. */
export const TIMINGS = ['too-early', 'right', 'too-late'] as const;
export type Timing = (typeof TIMINGS)[number];

export const TIMING_WORDS: Readonly<Record<Timing, string>> = { 'too-early': 'too early', right: 'right', 'too-late': 'too late' };

/** A verdict on one sowing: how many days after the middle of the table's window it was made, and what was said. */
export interface TimingVerdict {
  readonly offsetDays: number;
  readonly timing: Timing;
}

/** A verdict of too early or too late asks for this many days. */
export const VERDICT_STEP_DAYS = 7;
/** A window never moves further than this. */
export const MOST_SHIFT_DAYS = 28;

/**
 * Days by which the window of a crop moves for this library. Each verdict asks for a day: that of its sowing when it was right, a week later
 * when too early, a week earlier when too late. The window moves to their mean, with the table counting as one more
 * verdict of "right", rounded towards the table, by four weeks at most. Throws a CoreError for an offset that is no number.
 */
export function windowShift(verdicts: readonly TimingVerdict[]): number {
  if (verdicts.length === 0) return 0;
  const asked = verdicts.map((v, i) => {
    if (!Number.isFinite(v.offsetDays))
      throw new CoreError('windowShift', `verdicts[${String(i)}].offsetDays`, v.offsetDays, 'must be a number');
    return v.offsetDays + (v.timing === 'too-early' ? VERDICT_STEP_DAYS : v.timing === 'too-late' ? -VERDICT_STEP_DAYS : 0);
  });
  const mean = asked.reduce((a, b) => a + b, 0) / (verdicts.length + 1);
  return Math.min(MOST_SHIFT_DAYS, Math.max(-MOST_SHIFT_DAYS, Math.trunc(mean))) + 0;
}
