import { parseLotCode } from '../codes/lotCode.ts';
import { type Day, yearOf } from '../dates/day.ts';
import { type FieldError, InputError, wrong } from '../errors.ts';
import { amountInSeeds, readAmount } from '../words/figures.ts';
import { plural } from '../words/words.ts';
import type { ColumnMapping, ImportField } from './columns.ts';
import { isEmpty, readDate, readShare, readWord, readYear } from './values.ts';

/** A name within its crop as one word: by it a row and the answer "the same as one that is here" find each other. */
export function nameKey(cropKey: string, name: string): string {
  return `${cropKey} ${name}`;
}

/** What a row needs to know of the library. */
export interface ImportContext {
  readonly today: Day;
  readonly monthFirst: boolean;
  /** Used where the file is silent. */
  readonly defaults: {
    readonly source: string;
    readonly acquisition: 'donated' | 'purchased' | 'saved';
    readonly receivedOn: Day;
    readonly placeId: number | null;
  };
  /** The keys of the crops of this name, in any language; several where it may mean several, the likeliest first. */
  readonly cropsNamed: (name: string) => readonly string[];
  readonly cropName: (key: string) => string;
  /** Told of each name that may mean several crops, so that it can be asked about once for the whole file. */
  readonly ambiguous?: (name: string, keys: readonly string[]) => void;
  /** What a crop that is not there may have meant, for the message. */
  readonly cropLike: (name: string) => string | null;
  /** The one crop under which the library has a variety of this name; null when none or several. */
  readonly cropOfVariety: (name: string) => string | null;
  readonly seedsPerGram: (cropKey: string) => number;
  readonly placeNamed: (path: string) => number | null;
}

/** One envelope as a row describes it: the body of an intake, and the code it had. */
export interface ImportedLot {
  readonly code: string | null;
  readonly varietyName: string;
  readonly cropKey: string;
  readonly breeding: string | null;
  readonly source: string;
  readonly acquisition: string;
  readonly yearKind: 'harvest' | 'packing' | 'unknown';
  readonly year: number | null;
  readonly form: string;
  readonly seeds: number;
  readonly amountKnown: 'counted' | 'weighed' | 'estimated';
  readonly statedGermination: number | null;
  readonly placeId: number | null;
  readonly receivedOn: Day;
  readonly identity: string;
  readonly floor: number | null;
  readonly note: string | null;
}

/** What stands for the name of a lot when a row gives none. */
export const NAME_NOT_KNOWN = 'name not known';

/** Text that a spreadsheet would run. A leading apostrophe is how exports keep such text from running. */
function plainText(field: ImportField, typed: string): string {
  // A line break in a cell is one in a note only; in a name it is a blank.
  const cell = typed.replace(
    field === 'note'
      ? /(?![\t\n])[\p{Cc}\p{Cs}\p{Noncharacter_Code_Point}]+/gu
      : /[\p{Cc}\p{Cs}\p{Noncharacter_Code_Point}\u2028\u2029]+/gu,
    ' ',
  );
  if (/^'[=+\-@]/.test(cell)) return cell.slice(1);
  if (/^[=@]/.test(cell) || /^[+-](?=.*[A-Za-z(])/.test(cell)) {
    throw wrong(field, `"${cell.slice(0, 30)}" is a formula; put what it should say, not how it is worked out`);
  }
  return cell;
}

/**
 * Reads one row of a file as an envelope. Never throws for what a cell holds: answers the envelope, or every problem of
 * the row by field.
 */
export function readImportRow(
  cells: readonly string[],
  mapping: ColumnMapping,
  context: ImportContext,
): { readonly lot: ImportedLot; readonly problems: readonly [] } | { readonly lot: null; readonly problems: readonly FieldError[] } {
  const problems: FieldError[] = [];
  const attempt = <T>(read: () => T): T | null => {
    try {
      return read();
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      problems.push(...error.errors);
      return null;
    }
  };
  const cell = (field: ImportField): string =>
    attempt(() => plainText(field, (mapping[field] === undefined ? '' : (cells[mapping[field]] ?? '')).trim())) ?? '';
  const text = (field: ImportField, max: number): string | null => {
    const t = cell(field);
    if (t.length > max) problems.push({ path: field, message: `is too long; ${String(max)} characters at most` });
    return isEmpty(t) ? null : t;
  };

  const variety = text('variety', 120);
  const cropKey = attempt(() => readCrop(variety, text('scientific', 120), text('crop', 120), context));
  const year = attempt(() => readYears(cell('year'), cell('packedYear')));
  const amount = attempt(() => readSeeds(cell('seeds'), cell('grams'), cell('ounces'), cropKey, context));
  const receivedOn = attempt(() => readDate('receivedOn', cell('receivedOn'), context.monthFirst)) ?? context.defaults.receivedOn;
  const known = attempt(() => readWord('amountKnown', cell('amountKnown')));
  const floor = attempt(() => readAmountOf('floor', cell('floor')));
  const place = text('place', 200);
  const placeId = place === null ? context.defaults.placeId : context.placeNamed(place);
  if (place !== null && placeId === null)
    problems.push({ path: 'place', message: `there is no place "${place.slice(0, 40)}" here; make it first, or leave it out` });
  const code = text('code', 20);
  const parsed = code === null ? null : parseLotCode(code);
  if (receivedOn > context.today) problems.push({ path: 'receivedOn', message: `must not be after today, ${context.today}` });
  if (year) {
    const latest = yearOf(receivedOn) + (year.packed ? 1 : 0);
    if (year.year > latest)
      problems.push({ path: year.packed ? 'packedYear' : 'year', message: `must not be after ${String(latest)}, when it came` });
  }
  if (amount && floor !== null && floor > amount.seeds) {
    problems.push({ path: 'floor', message: `must not be more than the ${plural(amount.seeds, 'seed')} there are` });
  }
  const words = {
    breeding: attempt(() => readWord('breeding', cell('breeding'))),
    acquisition: attempt(() => readWord('acquisition', cell('acquisition'))),
    form: attempt(() => readWord('form', cell('form'))),
    identity: attempt(() => readWord('identity', cell('identity'))),
  };
  const statedGermination = attempt(() => readShare('germination', cell('germination')));
  const source = text('source', 120) ?? context.defaults.source;
  const note = text('note', 2000);
  if (source.trim() === '')
    problems.push({ path: 'source', message: 'is needed: choose its column, or say above where all of it came from' });
  if (problems.length > 0 || cropKey === null || amount === null) return { lot: null, problems };
  return {
    problems: [],
    lot: {
      code: parsed,
      varietyName: variety ?? NAME_NOT_KNOWN,
      cropKey,
      breeding: words.breeding,
      source,
      acquisition: words.acquisition ?? context.defaults.acquisition,
      yearKind: year === null ? 'unknown' : year.packed ? 'packing' : 'harvest',
      year: year?.year ?? null,
      form: words.form ?? 'cleaned',
      seeds: amount.seeds,
      amountKnown: known ?? amount.known,
      statedGermination,
      placeId,
      receivedOn,
      identity: words.identity ?? (variety === null ? 'unknown' : 'likely'),
      floor,
      note,
    },
  };
}

function readCrop(variety: string | null, scientific: string | null, crop: string | null, context: ImportContext): string {
  const meant = [crop, scientific].map((name) => (name === null ? [] : context.cropsNamed(name))).filter((keys) => keys.length > 0);
  const [first, second] = meant;
  if (first) {
    // The scientific name may tell apart what the common one leaves open.
    const both = second === undefined ? first : first.filter((k) => second.includes(k));
    const left = both.length > 0 ? both : first;
    if (left.length === 1) return left[0] as string;
    const name = (context.cropsNamed(crop ?? '').length > 0 ? crop : scientific) ?? '';
    context.ambiguous?.(name, left);
    throw wrong(
      'crop',
      `"${name.slice(0, 40)}" may mean ${orList(left.slice(0, 4).map((k) => context.cropName(k).toLowerCase()))}; choose above`,
    );
  }
  const typed = crop ?? scientific;
  if (typed === null) {
    const guess = variety === null ? null : context.cropOfVariety(variety);
    if (guess !== null) return guess;
    throw wrong(
      'crop',
      variety === null ? 'is needed, or a variety that is known here' : `is needed; ${variety.slice(0, 40)} is not known here`,
    );
  }
  const like = context.cropLike(typed);
  throw wrong('crop', `"${typed.slice(0, 40)}" is not a crop of the reference${like === null ? '' : `; did you mean ${like}?`}`);
}

/** "sweet corn or popcorn", "a, b or c". */
function orList(items: readonly string[]): string {
  return items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} or ${items[items.length - 1] ?? ''}`;
}

function readYears(harvest: string, packed: string): { readonly year: number; readonly packed: boolean } | null {
  const h = readYear('year', harvest);
  const p = readYear('packedYear', packed);
  return h ?? (p === null ? null : { year: p.year, packed: true });
}

function readAmountOf(field: string, text: string): number | null {
  return readAmount(field, /^0+$/.test(text) ? '' : text, 'seeds')?.seeds ?? null;
}

function readSeeds(
  seeds: string,
  grams: string,
  ounces: string,
  cropKey: string | null,
  context: ImportContext,
): { readonly seeds: number; readonly known: 'counted' | 'weighed' | 'estimated' } | null {
  const found = readAmount('seeds', seeds, 'seeds') ?? readAmount('grams', grams, 'g') ?? readAmount('ounces', ounces, 'oz');
  if (found === null) throw wrong('seeds', 'is needed: a number of seeds, or a weight; "about 50" will do');
  // A weight waits for its crop, whose own problem is said already.
  if (found.seeds === null && cropKey === null) return null;
  return amountInSeeds('seeds', found, cropKey === null ? 1 : context.seedsPerGram(cropKey));
}
