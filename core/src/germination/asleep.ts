import { plural } from '../words/words.ts';
import type { Crop } from '../crops/crop.ts';
import type { Day } from '../dates/day.ts';
import { addDays } from '../dates/day.ts';

/** Freshly harvested seed of kinds that after-ripen may rest for so long: eight weeks dry, the usual advice for cereals and sunflowers. */
export const AFTER_RIPENING_DAYS = 56;

export function wantsAfterRipening(crop: Pick<Crop, 'pretreatments'>): boolean {
  return crop.pretreatments.includes('after-ripen');
}

/** The last day on which a lot that was ripe on `start` may still rest; null for kinds that need none, and once it is over. */
export function restsUntil(crop: Pick<Crop, 'pretreatments'>, start: Day, today: Day): Day | null {
  const until = addDays(start, AFTER_RIPENING_DAYS);
  return wantsAfterRipening(crop) && today < until ? until : null;
}

/** A test as far as it tells asleep from awake: seeds that were hard or fresh at its end, of all that proved alive. */
export interface AsleepTest {
  readonly date: Day;
  readonly alive: number;
  readonly asleep: number;
}

/** More than this many in a hundred alive but asleep is worth a sentence. */
export const ASLEEP_WORTH_SAYING = 0.1;

/**
 * The share of live seed that does not sprout untreated, from the tests of a lot: their hard and fresh seed over all that was alive. Null
 * where nothing was tested alive.
 */
export function asleepShare(tests: readonly AsleepTest[]): number | null {
  const alive = tests.reduce((sum, t) => sum + t.alive, 0);
  return alive === 0 ? null : tests.reduce((sum, t) => sum + t.asleep, 0) / alive;
}

/** What is done to seed of a crop before it is sown, in the order in which it is done. */
export function wakingSteps(crop: Pick<Crop, 'pretreatments' | 'chillWeeks' | 'soakHours'>): string[] {
  return [
    ...(crop.pretreatments.includes('scarify') ? ['nick it'] : []),
    ...(crop.pretreatments.includes('remove-coat') ? ['peel the coat'] : []),
    ...(crop.soakHours > 0 ? [`soak it ${String(crop.soakHours)} hours`] : []),
    ...(crop.chillWeeks > 0 ? [`keep it cold and damp for ${plural(crop.chillWeeks, 'week')}`] : []),
  ];
}

/** What wakes seed that lies asleep, in the words of who does it; null where nothing is known to. */
export function wakingWords(crop: Pick<Crop, 'pretreatments' | 'chillWeeks' | 'soakHours'>): string | null {
  const sleepy = crop.chillWeeks === 0 && crop.pretreatments.includes('prechill') ? ['keep it cold for some days'] : [];
  const ways = [...wakingSteps(crop), ...sleepy];
  return ways.length === 0 ? null : ways.join(', then ');
}

/** What is said of a lot of which a good part is alive but asleep: both figures, and what wakes it. Null where they hardly differ. */
export function sproutingWords(
  median: number,
  asleep: number | null,
  crop: Pick<Crop, 'pretreatments' | 'chillWeeks' | 'soakHours'>,
): string | null {
  if (asleep === null || median * asleep <= ASLEEP_WORTH_SAYING) return null;
  const waking = wakingWords(crop);
  const untreated = Math.round(100 * median * (1 - asleep));
  return `About ${String(Math.round(100 * median))} in 100 are alive, but only ${String(untreated)} sprout untreated; the rest is asleep.${
    waking === null ? '' : ` To wake it: ${waking}.`
  }`;
}
