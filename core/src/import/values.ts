import { type Day, isDay } from '../dates/day.ts';
import { ACQUISITIONS, BREEDINGS, foldName, FORMS, IDENTITY_CONFIDENCES } from '../lots/vocabulary.ts';
import { AMOUNT_KNOWN } from '../amounts/amount.ts';
import { wrong } from '../schemas/parse.ts';

/** How people write the words of the program in their own lists. Folded; the words themselves always count. */
const WORDS = {
  acquisition: {
    words: ACQUISITIONS,
    also: {
      donated: ['gift', 'donation', 'swap', 'swapped', 'given', 'free'],
      purchased: ['bought', 'purchase', 'buy', 'shop'],
      saved: ['own', 'own seed', 'harvested', 'home saved', 'saved seed'],
    },
  },
  form: {
    words: FORMS,
    also: {
      raw: ['as harvested', 'uncleaned', 'in chaff'],
      cleaned: ['clean', 'normal', 'untreated', 'none'],
      pelleted: ['pellets', 'pellet', 'coated', 'pilled'],
      primed: [],
      treated: ['dyed', 'dressed', 'fungicide'],
    },
  },
  identity: {
    words: IDENTITY_CONFIDENCES,
    also: {
      sure: ['yes', 'certain', 'true'],
      likely: ['probably'],
      doubtful: ['doubt', 'unsure', 'maybe'],
      unknown: ['not known', 'no', 'none'],
    },
  },
  breeding: {
    words: BREEDINGS,
    also: {
      'open-pollinated': ['op', 'heirloom', 'no', 'open'],
      'hybrid-f1': ['f1', 'hybrid', 'yes', 'hybrid f1'],
      landrace: [],
      clone: ['cutting'],
      unknown: ['not known', 'breeding not known'],
    },
  },
  amountKnown: {
    words: AMOUNT_KNOWN,
    also: { counted: ['count'], weighed: ['weight'], estimated: ['estimate', 'guess', 'guessed', 'about', 'roughly'] },
  },
} as const satisfies Record<string, { words: readonly string[]; also: Record<string, readonly string[]> }>;

/** A word of the program from what was written; null when empty. Throws an InputError that lists the words. */
export function readWord<K extends keyof typeof WORDS>(field: K, text: string): (typeof WORDS)[K]['words'][number] | null {
  if (isEmpty(text)) return null;
  const folded = foldName(text);
  const { words, also } = WORDS[field] as { words: readonly string[]; also: Readonly<Record<string, readonly string[]>> };
  const found = words.find((w) => foldName(w) === folded || also[w]?.includes(folded));
  if (found === undefined) throw wrong(field, `"${text.slice(0, 30)}" is none of: ${words.join(', ')}`);
  return found as (typeof WORDS)[K]['words'][number];
}

/** A cell that says nothing: blank, a dash, a question mark. */
export function isEmpty(text: string): boolean {
  return /^[\s\-–—?.]*$/.test(text) || /^(n\/?a|none|unknown|not known)$/i.test(text.trim());
}

/**
 * A number with a point or a comma. "1.250" is a decimal, as scales and loggers write it, unless `grouped` says that it is a
 * count, which has thousands and no decimals. Null when it is none.
 */
export function readNumber(text: string, grouped = false): number | null {
  let plain = text.trim().replace(/[\s\u00a0']/g, '');
  if (grouped && /^[-+]?[1-9]\d{0,2}([.,]\d{3})+$/.test(plain)) plain = plain.replace(/[.,]/g, '');
  else if (/^[-+]?\d{1,3}(,\d{3})+\.\d+$/.test(plain)) plain = plain.replace(/,/g, '');
  else if (/^[-+]?\d{1,3}(\.\d{3})+,\d+$/.test(plain)) plain = plain.replace(/\./g, '').replace(',', '.');
  else plain = plain.replace(',', '.');
  return /^[-+]?(\d+(\.\d*)?|\.\d+)$/.test(plain) ? Number(plain) : null;
}

export const GRAMS_PER_OUNCE = 28.349523125;

export interface ReadAmount {
  /** Seeds, or grams when it was given as a weight. */
  readonly seeds: number | null;
  readonly grams: number | null;
  /** True when it was written as a guess: "about 200", "~200", "200?". */
  readonly rough: boolean;
}

/** "120", "ca. 200", "1,200 seeds", "12 g", "0.5 oz". Null when empty. Throws an InputError for what is no amount. */
export function readAmount(field: string, text: string, unit: 'seeds' | 'g' | 'oz'): ReadAmount | null {
  if (isEmpty(text)) return null;
  const m =
    /^\s*(?<rough>~|≈|ca\.?|circa|about|approx\.?|roughly)?\s*(?<n>[-+]?[\d.,\s'\u00a0]*\d)\s*(?<unit>[a-z]*)\.?\s*(?<doubt>\?)?\s*$/i.exec(
      text,
    );
  const written = (m?.groups?.unit ?? '').toLowerCase();
  const units: Readonly<Record<string, 'seeds' | 'g' | 'oz'>> = {
    '': unit,
    seeds: 'seeds',
    seed: 'seeds',
    s: 'seeds',
    g: 'g',
    gr: 'g',
    gram: 'g',
    grams: 'g',
    oz: 'oz',
  };
  const as = units[written];
  const n = m?.groups?.n === undefined ? null : readNumber(m.groups.n, as === 'seeds');
  if (n === null || as === undefined) throw wrong(field, `"${text.slice(0, 30)}" is not an amount; write 120, or 12 g`);
  if (n <= 0) throw wrong(field, 'must be above 0');
  if (as === 'seeds' && !Number.isInteger(n)) throw wrong(field, `"${text.slice(0, 30)}" is not a whole number of seeds`);
  const grams = as === 'g' ? n : as === 'oz' ? n * GRAMS_PER_OUNCE : null;
  return { seeds: as === 'seeds' ? n : null, grams, rough: m?.groups?.rough !== undefined || m?.groups?.doubt !== undefined };
}

/** "85 %", "85", "0.85" as a share. Null when empty. */
export function readShare(field: string, text: string): number | null {
  if (isEmpty(text)) return null;
  const n = readNumber(text.replace('%', ''));
  if (n === null || n < 0 || n > 100) throw wrong(field, `"${text.slice(0, 30)}" is not a percentage from 0 to 100`);
  // 1 and less is a share already, unless a percent sign says otherwise: nobody keeps seed of 1 %.
  return n <= 1 && !text.includes('%') ? n : n / 100;
}

/** "2024", "harvest 2024", "packed for 2025", "'24" is refused: a year is four digits. Null when empty. */
export function readYear(field: string, text: string): { readonly year: number; readonly packed: boolean } | null {
  if (isEmpty(text)) return null;
  const years = text.match(/\b(19|20|21)\d\d\b/g) ?? [];
  if (new Set(years).size !== 1)
    throw wrong(field, `"${text.slice(0, 30)}" does not hold one year of four digits; leave it empty when it is not known`);
  return { year: Number(years[0]), packed: /pack|sow by|best before|abgepackt/i.test(text) };
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** A date as spreadsheets and people write it; which number is the month is the library's setting. Null when empty. */
export function readDate(field: string, text: string, monthFirst: boolean): Day | null {
  if (isEmpty(text)) return null;
  const t = text.trim();
  const make = (y: string | undefined, m: number, d: string | undefined): Day =>
    `${String(y)}-${String(m).padStart(2, '0')}-${String(d).padStart(2, '0')}`;
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})/.exec(t);
  const numbers = /^(\d{1,2})[-/.](\d{1,2})[-/.](\d{4})/.exec(t);
  const worded = /^(?:(\d{1,2})\.?\s+([a-z]{3})[a-z]*|([a-z]{3})[a-z]*\s+(\d{1,2}))\.?,?\s+(\d{4})$/i.exec(t);
  let day: Day | null = null;
  if (iso) day = make(iso[1], Number(iso[2]), iso[3]);
  else if (numbers) day = monthFirst ? make(numbers[3], Number(numbers[1]), numbers[2]) : make(numbers[3], Number(numbers[2]), numbers[1]);
  else if (worded) day = make(worded[5], MONTHS.indexOf((worded[2] ?? worded[3] ?? '').toLowerCase()) + 1, worded[1] ?? worded[4]);
  if (day === null || !isDay(day)) throw wrong(field, `"${t.slice(0, 30)}" is not a date; write it as 2027-03-14`);
  return day;
}
