import type { Crop } from '../crops/crop.ts';
import { plural } from '../words/words.ts';

export const TEST_METHODS = ['between-paper', 'on-paper', 'sand', 'cells'] as const;
export type TestMethod = (typeof TEST_METHODS)[number];

export const TEST_METHOD_WORDS: Readonly<Record<TestMethod, string>> = {
  'between-paper': 'between damp paper',
  'on-paper': 'on damp paper',
  sand: 'in damp sand',
  cells: 'in cells',
};

export interface Preparation {
  /** The word of the reference, as `soak` or `prechill`. */
  readonly step: string;
  readonly words: string;
  /** Days it takes before the seed is laid in the warm; part days count. */
  readonly days: number;
  readonly caution: string | null;
}

/** How a crop asks to be tested. Days count from the day the seed is laid in the warm. */
export interface TestProtocol {
  readonly method: TestMethod;
  readonly warmth: { readonly nightC: number; readonly dayC: number };
  readonly light: 'light' | 'dark' | 'either';
  readonly preparation: readonly Preparation[];
  readonly preparationDays: number;
  readonly countDays: readonly number[];
}

const METHOD_OF: Readonly<Record<Crop['testSubstrate'], TestMethod>> = {
  TP: 'on-paper',
  BP: 'between-paper',
  PP: 'between-paper',
  S: 'sand',
};

function preparationOf(step: string, crop: Crop): Preparation | null {
  const plain = (words: string, days = 0, caution: string | null = null): Preparation => ({ step, words, days, caution });
  switch (step) {
    case 'soak':
      return plain(
        `soak ${String(crop.soakHours || 12)} hours in cool water, change it once`,
        (crop.soakHours || 12) / 24,
        'Never use boiling water on seed you hold in a cup: scalds. Lukewarm is enough.',
      );
    case 'scarify':
      return plain(
        'nick or file the hard coat, away from the pale end',
        0,
        'Blades and files slip: hold the seed in pliers, not in the fingers.',
      );
    case 'remove-coat':
      return plain('peel the outer coat', 0, 'Blades slip: cut away from the hand.');
    case 'prechill':
      return crop.chillWeeks > 0
        ? plain(
            `keep cold and damp at 3 to 5 °C for ${plural(crop.chillWeeks, 'week')}; look weekly in the last third`,
            crop.chillWeeks * 7,
          )
        : plain('only if the seed is fresh and sleepy: a few days at 5 to 10 °C first');
    case 'after-ripen':
      return plain('wait some weeks after harvest; fresh seed sleeps');
    case 'nitrate':
      return plain('a pinch of potassium nitrate (0.2 %) in the water helps, if you have it');
    case 'gibberellin':
      return plain('gibberellin wakes sleepy seed, if you have it', 0, 'Wear gloves with growth substances and follow the label.');
    case 'fresh-only':
      return plain('test at once: this seed must not dry');
    default:
      return null;
  }
}

/**
 * Count days between the first and the last count of a crop, both included: at most one every three days
 * and no more than four in all.
 */
export function countDaysBetween(first: number, last: number): readonly number[] {
  if (last <= first) return [first];
  const gaps = Math.max(1, Math.min(3, Math.floor((last - first) / 3)));
  return Array.from({ length: gaps + 1 }, (_, i) => Math.round(first + ((last - first) * i) / gaps));
}

/** The test that a crop asks for: method, warmth, light, preparation and count days. */
export function testProtocol(crop: Crop): TestProtocol {
  const warm = crop.testTempC.split('/').map(Number);
  const preparation = crop.pretreatments.map((step) => preparationOf(step, crop)).filter((p): p is Preparation => p !== null);
  const named = crop.pretreatments;
  return {
    method: METHOD_OF[crop.testSubstrate],
    warmth: { nightC: warm[0] as number, dayC: warm[warm.length - 1] as number },
    light: named.includes('light') ? 'light' : named.includes('dark') ? 'dark' : 'either',
    preparation,
    preparationDays: Math.ceil(preparation.reduce((sum, p) => sum + p.days, 0)),
    countDays: countDaysBetween(crop.testFirstCountD, crop.testFinalCountD),
  };
}

/**
 * How many seeds a lot can spare for a test: a tenth of what is above the floor, never the last ones,
 * at most `wanted`. A lot with fewer than 10 seeds to spare gives what a small test needs only if it has it.
 */
export function sensibleTestSize(balance: number, floor: number, wanted = 50): number {
  const free = Math.max(0, balance - floor);
  if (free < 10) return free;
  const tenth = Math.floor(free / 10 / 5) * 5;
  return Math.max(10, Math.min(wanted, tenth));
}
