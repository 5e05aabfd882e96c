import type * as yup from 'yup';

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

/**
 * Holds an unknown value against a schema, without converting anything: "1" is not 1. Returns it typed,
 * or throws an InputError that names every wrong field, unknown fields by their own path.
 */
export function parse<T>(schema: yup.Schema<T>, value: unknown): T {
  const errors: FieldError[] = [];
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    throw new InputError([{ path: '', message: 'send a JSON object' }]);
  }
  collectUnknown(schema as unknown as SchemaShape, value, '', errors);
  try {
    const typed = schema.validateSync(value, { strict: true, abortEarly: false });
    if (errors.length === 0) return typed;
  } catch (error) {
    const problem = error as yup.ValidationError;
    if (problem.name !== 'ValidationError') throw error;
    const parts = problem.inner.length > 0 ? problem.inner : [problem];
    for (const part of parts) errors.push({ path: part.path ?? '', message: part.errors[0] ?? 'does not fit' });
  }
  throw new InputError(firstPerPath(errors));
}

function firstPerPath(errors: readonly FieldError[]): FieldError[] {
  const seen = new Map<string, FieldError>();
  for (const e of errors) if (!seen.has(e.path)) seen.set(e.path, e);
  return [...seen.values()];
}

interface SchemaShape {
  readonly type: string;
  readonly fields?: Readonly<Record<string, SchemaShape>>;
  readonly innerType?: SchemaShape;
}

function collectUnknown(schema: SchemaShape, value: unknown, path: string, errors: FieldError[]): void {
  if (schema.type === 'array' && schema.innerType && Array.isArray(value)) {
    const inner = schema.innerType;
    value.forEach((item, i) => {
      collectUnknown(inner, item, `${path}[${String(i)}]`, errors);
    });
    return;
  }
  if (schema.type !== 'object' || !schema.fields || typeof value !== 'object' || value === null) return;
  const fields = schema.fields;
  for (const [key, item] of Object.entries(value)) {
    const at = path === '' ? key : `${path}.${key}`;
    // hasOwn, so that a field named "constructor" is unknown too.
    if (!Object.hasOwn(fields, key)) errors.push({ path: at, message: 'is not a field here; check its spelling or leave it out' });
    else collectUnknown(fields[key] as SchemaShape, item, at, errors);
  }
}
