/**
 * Values of a package as cells of CSV, so that each comes back exactly as it was: null and the empty text are told apart, and a text that a
 * spreadsheet would run as a formula stands behind an apostrophe, which is taken off again.
 */

/** How null is written in a column that also holds empty texts; the package says so of that column. */
export const NULL_CELL = '~null~';

const FORMULA = /^[=+\-@\t\r']/;

export type PackageValue = string | number | null;

/** A value as a cell; `nulls` is how null is written in its column. */
export function packageCell(value: PackageValue, nulls: string): string {
  if (value === null) return nulls;
  if (typeof value === 'number') return Object.is(value, -0) ? '-0' : String(value);
  const safe = FORMULA.test(value) || (nulls !== '' && value === nulls) ? `'${value}` : value;
  return /[",\n\r]/.test(safe) || safe !== safe.trim() ? `"${safe.replaceAll('"', '""')}"` : safe;
}

/** What a cell was; `bad` where its column cannot hold it. The cell comes without the quotation marks of CSV. */
export function packageValue(
  cell: string,
  column: { readonly type: 'integer' | 'number' | 'string'; readonly required: boolean; readonly nulls: string },
): PackageValue | { readonly bad: string } {
  if (!column.required && cell === column.nulls) return null;
  if (column.type === 'string') return cell.startsWith("'") ? cell.slice(1) : cell;
  const value = Number(cell);
  const whole = column.type === 'number' || Number.isSafeInteger(value);
  if (cell.trim() === '' || !Number.isFinite(value) || !whole) return { bad: cell };
  return value;
}
