import { AMOUNT_KNOWN } from '../amounts/amount.ts';
import { type Day, isDay } from '../dates/day.ts';
import { wrong } from '../errors.ts';
import { BREEDINGS, IDENTITY_CONFIDENCES } from '../lots/vocabulary.ts';
import { ACQUISITIONS, FORMS } from '../viability/prior.ts';
import { foldName } from '../names/fold.ts';
import { readRange } from '../words/figures.ts';

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

/** "85 %", "85", "0.85", "70–75" as a share. Null when empty. */
export function readShare(field: string, text: string): number | null {
  if (isEmpty(text)) return null;
  // "70–75" is what a packet says of a range: its middle.
  const bare = text.replaceAll('%', '');
  const no = wrong(field, `"${text.slice(0, 30)}" is not a percentage from 0 to 100`);
  let n: number;
  try {
    const range = readRange(field, bare);
    n = ((range?.min ?? -1) + (range?.max ?? -1)) / 2;
  } catch {
    throw no;
  }
  if (n < 0 || n > 100) throw no;
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
