/**
 * The one rule for "this cannot be computed": input that no caller should have passed throws a
 * CoreError that names the function, the field and the value. Too little data is not an error: it
 * is a typed result (null), never NaN and never -1.
 */
export class CoreError extends Error {
  readonly code: 'bad-input';
  readonly where: string;
  readonly field: string;
  readonly value: unknown;
  /** What must hold of the field, without the value: to be said beside a field of a form. */
  readonly rule: string;

  constructor(where: string, field: string, value: unknown, rule: string) {
    super(`${where}: ${field} ${rule}${value === undefined ? '' : `, got ${String(value)}`}`);
    this.name = 'CoreError';
    this.code = 'bad-input';
    this.where = where;
    this.field = field;
    this.value = value;
    this.rule = rule;
  }
}

/** Throws a CoreError unless `value` is a finite number in `min..max` (both allowed). */
export function needNumber(where: string, field: string, value: number, min = -Infinity, max = Infinity): void {
  if (!Number.isFinite(value) || value < min || value > max) {
    const range = min === -Infinity && max === Infinity ? 'finite' : `between ${String(min)} and ${String(max)}`;
    throw new CoreError(where, field, value, `must be ${range}`);
  }
}

/** Throws a CoreError unless `value` is a whole number in `min..max`. */
export function needCount(where: string, field: string, value: number, min = 0, max = Number.MAX_SAFE_INTEGER): void {
  if (!Number.isInteger(value) || value < min || value > max) {
    throw new CoreError(where, field, value, `must be a whole number from ${String(min)} to ${String(max)}`);
  }
}
/** Throws a CoreError for the first of what is wrong with an input as a whole. */
export function needNone(where: string, errors: readonly FieldError[]): void {
  const [first] = errors;
  if (first) throw new CoreError(where, first.path, undefined, first.message);
}

/** One thing wrong with an input: where it is (`replicates[0].counts[1].normal`) and what to do about it. */
export interface FieldError {
  readonly path: string;
  readonly message: string;
}
/** Input that does not fit; carries every wrong field. */
export class InputError extends Error {
  readonly errors: readonly FieldError[];

  constructor(errors: readonly FieldError[]) {
    super(errors.map((e) => (e.path === '' ? e.message : `${e.path}: ${e.message}`)).join('; '));
    this.name = 'InputError';
    this.errors = errors;
  }
}

/** A one-field InputError: `wrong('seeds', 'only 12 may be lent')`. */
export function wrong(path: string, message: string): InputError {
  return new InputError([{ path, message }]);
}
