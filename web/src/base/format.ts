import { dayNumber, type Settings, plural } from '@esprel/core';

export { depth, longDay, MONTHS, shortDay } from '@esprel/core';

/** So many days in the measure that people would say them in: beyond two months nobody counts days. */
function longWords(days: number): string {
  if (days < 60) return plural(days, 'day');
  return days < 700 ? plural(Math.round(days / 30.4), 'month') : plural(Math.round(days / 365), 'year');
}

/** "today", "2 days late", "in 3 days", "2 years late". */
export function dueWords(due: string, today: string): string {
  const days = dayNumber(due) - dayNumber(today);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days > 1) return `in ${longWords(days)}`;
  return `${longWords(-days)} late`;
}

export function percent(share: number): string {
  return `${String(Math.round(share * 100))} %`;
}

/** `82 % alive (74 to 88)`. */
export function aliveWords(p: { readonly median: number; readonly low: number; readonly high: number }): string {
  return `${percent(p.median)} alive (${String(Math.round(p.low * 100))} to ${String(Math.round(p.high * 100))})`;
}

export function temperature(c: number, unit: Settings['temperatureUnit'] = 'C'): string {
  return unit === 'C' ? `${String(Math.round(c * 10) / 10)} °C` : `${String(Math.round(c * 1.8 + 32))} °F`;
}

/** A temperature typed in the library's unit, as C. */
export function toCelsius(value: number, unit: Settings['temperatureUnit'] = 'C'): number {
  return unit === 'C' ? value : Math.round(((value - 32) / 1.8) * 100) / 100;
}

export function fromCelsius(c: number, unit: Settings['temperatureUnit'] = 'C'): number {
  return unit === 'C' ? c : Math.round(c * 1.8 + 32);
}

/** `~180` for an estimate, `212` when counted or weighed. */
export function amount(seeds: number, known: string): string {
  return `${known === 'estimated' ? '~' : ''}${seeds.toLocaleString('en').replaceAll(',', ' ')}`;
}
