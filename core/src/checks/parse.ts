import type * as yup from 'yup';
import { type FieldError, InputError } from '../errors.ts';

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
