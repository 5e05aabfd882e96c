import { needNumber, wrong } from '../errors.ts';

/** Numbers as people write them: fractions, decimal commas, ranges, and words for what nobody counted. */

const SIGNS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/** Fraction signs as plain text, with a space before them where they follow a digit: "1½" is "1 1/2". */
function plainFractions(text: string): string {
  return text.replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (sign) => ` ${SIGNS[sign] ?? ''}`).trim();
}

/** "1/4", "1 1/2", "-2 3/8"; null when it is no fraction. */
function readFraction(text: string): number | null {
  const m = /^(-)?(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)$/.exec(text);
  if (!m || Number(m[4]) === 0) return null;
  const value = Number(m[2] ?? 0) + Number(m[3]) / Number(m[4]);
  return m[1] === undefined ? value : -value;
}

/**
 * A number with a point, a comma or a fraction. "1.250" is a decimal, as scales and loggers write it, unless `grouped` says that it is
 * a count, which has thousands and no decimals. Null when it is none. `readNumber('1 1/2')` is 1.5.
 */
export function readNumber(text: string, grouped = false): number | null {
  const fraction = readFraction(plainFractions(text.trim().replace(/\u00a0/g, ' ')));
  if (fraction !== null) return fraction;
  let plain = text.trim().replace(/[\s\u00a0']/g, '');
  if (grouped && /^[-+]?[1-9]\d{0,2}([.,]\d{3})+$/.test(plain)) plain = plain.replace(/[.,]/g, '');
  else if (/^[-+]?\d{1,3}(,\d{3})+\.\d+$/.test(plain)) plain = plain.replace(/,/g, '');
  else if (/^[-+]?\d{1,3}(\.\d{3})+,\d+$/.test(plain)) plain = plain.replace(/\./g, '').replace(',', '.');
  else plain = plain.replace(',', '.');
  return /^[-+]?(\d+(\.\d*)?|\.\d+)$/.test(plain) && Number.isFinite(Number(plain)) ? Number(plain) : null;
}

export interface ReadRange {
  readonly min: number;
  readonly max: number;
  /** True when it was written as a guess: "about 6", "6?". */
  readonly rough: boolean;
}

const ROUGH = /^(?:~|≈|ca\.?|c\.|circa|about|around|approx\.?|approximately|roughly|etwa|env\.?)\s*/i;

/** A text without its words of doubt, and whether it had any. */
function withoutDoubt(text: string): { readonly text: string; readonly rough: boolean } {
  const t = text.trim();
  const bare = t.replace(ROUGH, '').replace(/\s*(?:\?|or so)$/i, '');
  return { text: bare, rough: bare !== t };
}

/**
 * "6", "6 to 8", "6-8", "70–75", "1/4 to 1/2", "about 6". Null when empty. Throws an InputError that names the field for what is no
 * number, and for a range that ends before it starts.
 */
export function readRange(field: string, text: string): ReadRange | null {
  if (text.trim() === '') return null;
  const { text: bare, rough } = withoutDoubt(text);
  const no = wrong(field, `"${text.trim().slice(0, 30)}" is not a number or a range; write 6, 6 to 8, or 1/4`);
  const single = readNumber(bare);
  if (single !== null) return { min: single, max: single, rough };
  const parts = /^(.+?)\s*(?:–|—|\bto\b|\bbis\b|\bor\b|…|\.\.|(?<=[\d½¼¾⅓⅔⅛⅜⅝⅞])\s*-)\s*(.+)$/i.exec(bare);
  const min = parts?.[1] === undefined ? null : readNumber(parts[1]);
  const max = parts?.[2] === undefined ? null : readNumber(parts[2]);
  if (min === null || max === null) throw no;
  if (max < min) throw wrong(field, `ends before it starts; write ${String(max)} to ${String(min)}`);
  return { min, max, rough };
}

export const GRAMS_PER_OUNCE = 28.349523125;

export interface ReadAmount {
  /** One of these three is what was written; the others are null. */
  readonly seeds: number | null;
  readonly grams: number | null;
  /** Packets of the usual size; a half is half of one. */
  readonly packets: number | null;
  /** True when it was written as a guess: "about 200", "~200", "200?", "150 to 200", "a pinch". */
  readonly rough: boolean;
}

const UNITS: Readonly<Record<string, 'seeds' | 'g' | 'oz' | 'packets'>> = {
  seeds: 'seeds',
  seed: 'seeds',
  s: 'seeds',
  clusters: 'seeds',
  cluster: 'seeds',
  pellets: 'seeds',
  pellet: 'seeds',
  g: 'g',
  gr: 'g',
  gm: 'g',
  gram: 'g',
  grams: 'g',
  oz: 'oz',
  ounce: 'oz',
  ounces: 'oz',
  packet: 'packets',
  packets: 'packets',
  pack: 'packets',
  packs: 'packets',
  pkt: 'packets',
  pkts: 'packets',
  envelope: 'packets',
  envelopes: 'packets',
};

/** Grams of what is taken up between finger and thumb, and of what clings to a packet as dust. */
const PINCH_GRAMS = 0.1;
const DUST_GRAMS = 0.01;

/** Amounts in words, folded; all of them guesses. */
const WORDS: readonly (readonly [RegExp, Omit<ReadAmount, 'rough'>])[] = [
  [/^(?:a )?pinch(?:es)?$|^1 pinch$/, { seeds: null, grams: PINCH_GRAMS, packets: null }],
  [/^(?:a )?(?:few|couple)$/, { seeds: 5, grams: null, packets: null }],
  [/^(?:some )?(?:dust|fine as dust|like dust|dust fine)$/, { seeds: null, grams: DUST_GRAMS, packets: null }],
  [/^(?:a |one )?half (?:a |of a )?(?:packet|pack|pkt|envelope)$|^half full$|^half$/, { seeds: null, grams: null, packets: 0.5 }],
  [/^(?:a |one )?(?:third|3rd) (?:of )?(?:a )?(?:packet|pack|envelope)$/, { seeds: null, grams: null, packets: 1 / 3 }],
  [/^(?:a |one )?quarter (?:of )?(?:a )?(?:packet|pack|envelope)$/, { seeds: null, grams: null, packets: 0.25 }],
  [/^(?:a |one |full )+(?:packet|pack|pkt|envelope)$/, { seeds: null, grams: null, packets: 1 }],
];

/**
 * "120", "ca. 200", "1,200 seeds", "12 g", "1/8 oz", "150 to 200", "100?", "a pinch", "half a packet", "dust". Null when it says
 * nothing. A range is its middle, and a guess. Throws an InputError for what is no amount.
 */
export function readAmount(field: string, text: string, unit: 'seeds' | 'g' | 'oz'): ReadAmount | null {
  if (/^[\s\-–—?.]*$/.test(text) || /^(n\/?a|none|unknown|not known)$/i.test(text.trim())) return null;
  const { text: bare, rough } = withoutDoubt(text);
  const words = bare.toLowerCase().replace(/\s+/g, ' ');
  const worded = WORDS.find(([pattern]) => pattern.test(words));
  if (worded) return { ...worded[1], rough: true };
  const m = /^(?<n>.*[\d½¼¾⅓⅔⅛⅜⅝⅞])\s*(?<unit>[a-z]*)\.?$/i.exec(bare);
  const as = m?.groups?.unit === '' ? unit : UNITS[(m?.groups?.unit ?? 'none').toLowerCase()];
  const no = wrong(field, `"${text.trim().slice(0, 30)}" is not an amount; write 120, about 40, 12 g, 1/8 oz, or a pinch`);
  if (m?.groups?.n === undefined || as === undefined) throw no;
  const n = readNumber(m.groups.n, as === 'seeds');
  let range: ReadRange | null = null;
  if (n === null) {
    try {
      range = readRange(field, m.groups.n);
    } catch {
      throw no;
    }
  }
  const value = n ?? ((range?.min ?? 0) + (range?.max ?? 0)) / 2;
  if (value <= 0) throw wrong(field, 'must be above 0');
  const guessed = rough || range !== null;
  if (as === 'seeds') {
    if (!Number.isInteger(value) && !guessed) throw wrong(field, `"${text.trim().slice(0, 30)}" is not a whole number of seeds`);
    return { seeds: Math.max(1, Math.round(value)), grams: null, packets: null, rough: guessed };
  }
  if (as === 'packets') return { seeds: null, grams: null, packets: value, rough: true };
  return { seeds: null, grams: as === 'g' ? value : value * GRAMS_PER_OUNCE, packets: null, rough: guessed };
}

/** Varieties of one crop differ in the weight of their seed by about so much: the factor between the middle and either end of nine in ten. */
export const WEIGHT_DOUBT = 1.3;

/** Seeds in a bought packet of a kind, by how fine its seed is: the finer, the more. A guess, and said as one. */
export function usualPacket(seedsPerGram: number): number {
  needNumber('usualPacket', 'seedsPerGram', seedsPerGram, Number.MIN_VALUE);
  if (seedsPerGram < 10) return 20;
  if (seedsPerGram < 100) return 40;
  if (seedsPerGram < 500) return 100;
  return seedsPerGram < 5000 ? 300 : 500;
}

export interface AmountInSeeds {
  readonly seeds: number;
  readonly known: 'counted' | 'weighed' | 'estimated';
  /** Bounds where the number follows from the crop's usual weight; the number itself where it was counted. */
  readonly low: number;
  readonly high: number;
}

/**
 * Seeds in an amount as it was written. A weight is turned into seeds by `seedsPerGram` with the doubt of that figure; a packet
 * counts as one of the usual size. Throws an InputError when it is less than one seed.
 */
export function amountInSeeds(field: string, amount: ReadAmount, seedsPerGram: number): AmountInSeeds {
  if (amount.seeds !== null) {
    return { seeds: amount.seeds, known: amount.rough ? 'estimated' : 'counted', low: amount.seeds, high: amount.seeds };
  }
  const n = amount.grams !== null ? amount.grams * seedsPerGram : (amount.packets ?? 0) * usualPacket(seedsPerGram);
  // Dust holds at least a seed; what was weighed and is less than one is a mistake.
  if (n < 0.5 && !amount.rough) throw wrong(field, 'is less than one seed of this crop; check the weight');
  const seeds = Math.max(1, Math.round(n));
  return {
    seeds,
    known: amount.rough ? 'estimated' : 'weighed',
    low: Math.max(1, Math.floor(n / WEIGHT_DOUBT)),
    high: Math.max(1, Math.ceil(n * WEIGHT_DOUBT)),
  };
}
