import { plural } from './words.ts';

/** What begins with a number and goes on with its unit or its month. */
const FIGURE = /^([\d/. ]*\d)( .+)$/;

/** Two ends in words, as people say them: "6 to 8 mm" and not "6 mm to 8 mm"; one end where both are the same. */
export function fromTo(from: string, to: string): string {
  if (from === to) return from;
  const [a, b] = [FIGURE.exec(from), FIGURE.exec(to)];
  return a !== null && b !== null && a[2] === b[2] ? `${a[1] ?? ''} to ${to}` : `${from} to ${to}`;
}

/** A range of numbers in words: `span(3, 5, 'week')` is "3 to 5 weeks", `span(1, 1, 'week')` "1 week", `span(3, 5)` "3 to 5". */
export function span(min: number, max: number, unit?: string): string {
  const range = fromTo(String(min), String(max));
  if (unit === undefined) return range;
  return min === max ? plural(min, unit) : `${range} ${unit}s`;
}
