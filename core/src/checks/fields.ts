import * as yup from 'yup';
import { isDay } from '../dates/day.ts';

/** The building blocks of all schemas: strict types, and messages that say what to do. */

interface Range {
  readonly min?: number;
  readonly max?: number;
  readonly above?: number;
  readonly below?: number;
}

function rangeWords(what: string, r: Range): string {
  const low = r.above !== undefined ? `above ${String(r.above)}` : r.min !== undefined ? `${String(r.min)} or more` : '';
  const high = r.below !== undefined ? `below ${String(r.below)}` : r.max !== undefined ? `${String(r.max)} at most` : '';
  return [what, [low, high].filter(Boolean).join(' and ')].filter(Boolean).join(', ');
}

function inRange(v: number, r: Range): boolean {
  return (
    Number.isFinite(v) &&
    (r.min === undefined || v >= r.min) &&
    (r.max === undefined || v <= r.max) &&
    (r.above === undefined || v > r.above) &&
    (r.below === undefined || v < r.below)
  );
}

function numberField(what: string, range: Range, whole: boolean): yup.NumberSchema<number | undefined> {
  const message = `must be ${rangeWords(what, range)}`;
  return yup
    .number()
    .typeError(message)
    .test('range', message, (v) => v == null || (inRange(v, range) && (!whole || Number.isInteger(v))));
}

/** A finite number; optional until `.required()` is added by `need`. */
export const number = (range: Range = {}): yup.NumberSchema<number | undefined> => numberField('a number', range, false);
/** A whole number. */
export const whole = (range: Range = { min: 0 }): yup.NumberSchema<number | undefined> => numberField('a whole number', range, true);
/** A share, both ends allowed. */
export const share = (): yup.NumberSchema<number | undefined> => numberField('a share', { min: 0, max: 1 }, false);
/** A share strictly between 0 and 1. */
export const openShare = (): yup.NumberSchema<number | undefined> => numberField('a share', { above: 0, below: 1 }, false);

/** Seeds in one amount: no envelope holds more than ten million. */
export const MAX_SEEDS = 10_000_000;
export const seeds = (min = 0): yup.NumberSchema<number | undefined> =>
  numberField('a whole number of seeds', { min, max: MAX_SEEDS }, true);

export const day = (): yup.StringSchema<string | undefined> => {
  const message = 'must be a date that exists, as 2027-03-14';
  return yup
    .string()
    .typeError(message)
    .test('day', message, (v) => v == null || isDay(v));
};

/** Controls, halves of characters, and those that Unicode keeps for no character: they break labels, calendars and other files. */
const UNPRINTABLE = /(?![\t\n])[\p{Cc}\p{Cs}\p{Noncharacter_Code_Point}]/u;
const LINE_BREAK = /[\t\n\u2028\u2029]/;

/** Text of several lines, of at most `max` characters that can be printed. */
export const lines = (max: number): yup.StringSchema<string | undefined> =>
  yup
    .string()
    .typeError('must be text')
    .max(max, `is too long; ${String(max)} characters at most`)
    .test('plain', 'holds characters that cannot be printed; type it again', (v) => v == null || !UNPRINTABLE.test(v));

/** Text of one line. */
export const text = (max: number): yup.StringSchema<string | undefined> =>
  lines(max).test('one-line', 'holds a line break or a tab; write it in one line', (v) => v == null || !LINE_BREAK.test(v));

/** Text that must hold something besides blanks. */
export const filled = (max: number, what: string): yup.StringSchema<string> =>
  text(max)
    .required(what)
    .test('filled', what, (v) => v == null || v.trim() !== '');

export const oneOf = <T extends string>(values: readonly T[]): yup.StringSchema<T | undefined> => {
  const message = `must be one of: ${values.join(', ')}`;
  return yup.mixed<T>().test('one-of', message, (v) => v == null || values.includes(v)) as unknown as yup.StringSchema<T | undefined>;
};

export const flag = (): yup.BooleanSchema<boolean | undefined> => yup.boolean().typeError('must be true or false');

export const NEEDED = 'is needed';
/** Adds "is needed" to a field that may not be left out. */
export function need<T>(schema: yup.Schema<T | undefined>): yup.Schema<NonNullable<T>> {
  return (schema as yup.MixedSchema).required(NEEDED) as unknown as yup.Schema<NonNullable<T>>;
}

/** A list; left out counts as empty. */
export function list<T>(inner: yup.Schema<T>, max: number, min = 0): yup.Schema<T[] | undefined> {
  const many = `holds too many; ${String(max)} at most`;
  const few = min === 1 ? 'needs at least one entry' : `needs at least ${String(min)} entries`;
  let schema = yup.array().of(inner).typeError('must be a list').max(max, many);
  if (min > 0) schema = schema.required(NEEDED).min(min, few);
  return schema as unknown as yup.Schema<T[] | undefined>;
}

/** An object with exactly these fields. */
export function shape<S extends yup.ObjectShape>(fields: S): yup.ObjectSchema<yup.TypeFromShape<S, yup.AnyObject>> {
  return yup.object(fields).typeError('must be an object').default(undefined) as unknown as yup.ObjectSchema<
    yup.TypeFromShape<S, yup.AnyObject>
  >;
}

/** Free text about a record. */
export const note = () => lines(2000);
/** The version of a record that the sender saw. */
export const version = () => need(whole({ min: 1 }));
/** The same where there may have been no record yet, which is 0. */
export const versionOrNone = () => need(whole({ min: 0 }));
export const year = () => whole({ min: 1900, max: 2200 });
export const id = () => whole({ min: 1 });
/** A field that may be left out or be null. */
export const orNull = <T>(schema: yup.Schema<T>): yup.Schema<T | null | undefined> =>
  (schema as unknown as yup.MixedSchema).nullable() as unknown as yup.Schema<T | null | undefined>;
