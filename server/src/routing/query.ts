import { wrong } from '@esprel/core';

type Query = Readonly<Record<string, unknown>>;

/** One value of a query; a key given twice, or `key[x]=`, is refused. An empty value is a missing one. */
export function queryText(query: Query, name: string, max = 200): string | null {
  const value = query[name];
  if (value === undefined) return null;
  if (typeof value !== 'string') throw wrong(name, 'may be given once only');
  if (value.length > max) throw wrong(name, `is too long; ${String(max)} characters at most`);
  return value.trim() === '' ? null : value;
}

/** A whole number of a query in `min..max`. */
export function queryWhole(query: Query, name: string, min: number, max: number): number | null {
  const text = queryText(query, name);
  if (text === null) return null;
  const value = /^-?\d{1,15}$/.test(text) ? Number(text) : Number.NaN;
  if (!(value >= min && value <= max)) throw wrong(name, `must be a whole number from ${String(min)} to ${String(max)}`);
  return value;
}

export function queryOneOf<T extends string>(query: Query, name: string, values: readonly T[]): T | null {
  const text = queryText(query, name);
  if (text === null) return null;
  if (!(values as readonly string[]).includes(text)) throw wrong(name, `must be one of: ${values.join(', ')}`);
  return text as T;
}

/** A row id from a path. */
export function pathId(text: string | undefined, name: string): number {
  if (text === undefined || !/^\d{1,15}$/.test(text) || Number(text) < 1) throw wrong(name, 'must be a number from 1');
  return Number(text);
}

/** A number of a query in `min..max`. */
export function queryNumber(query: Query, name: string, min: number, max: number): number | null {
  const text = queryText(query, name);
  if (text === null) return null;
  const value = /^-?\d{1,12}(\.\d{1,12})?$/.test(text) ? Number(text) : Number.NaN;
  if (!(value >= min && value <= max)) throw wrong(name, `must be a number from ${String(min)} to ${String(max)}`);
  return value;
}
