import type * as yup from 'yup';
import type { frostRecordForm } from '@esprel/core';
import {
  type DailyMinimum,
  dayInYear,
  dayNumber,
  doubtsOfRecord,
  type FrostRecord,
  frostRecord,
  InputError,
  plural,
  readDate,
  readNumber,
  simulatedMinima,
  simulatedSoil,
  wrong,
  yearOf,
} from '@esprel/core';
import type { FrostLook, Garden } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { readCsv } from '../files/csv.ts';
import type { Change } from '../journal/change.ts';
import { readSettings } from '../records/settings.ts';
import { gardenOf } from './gardens.ts';

const DATE = /\b(date|day|datum|tag|fecha|time)\b/i;
const LEAST = /min|low|tief/i;
const WARMTH = /temp|°\s*[cf]\b|celsius|fahrenheit/i;
/** Colder or warmer daily minima than these were never measured where people garden. */
const COLDEST_C = -60;
const WARMEST_C = 45;

/**
 * Reads a file of daily minima: a row a day or several (the lowest of a day counts), with a date and a temperature whose heading says
 * "min" and, for Fahrenheit, °F. Throws an InputError that names the row.
 */
export function readMinima(text: string, belowC: number, garden: Garden, monthFirst: boolean): FrostLook {
  const file = readCsv(Buffer.from(text, 'utf8'));
  const dateColumn = Math.max(
    0,
    file.header.findIndex((h) => DATE.test(h)),
  );
  const find = (p: RegExp): number => file.header.findIndex((h, i) => i !== dateColumn && p.test(h));
  const column = find(LEAST) >= 0 ? find(LEAST) : find(WARMTH);
  if (column < 0) throw wrong('file', 'has no column of minima; its heading must hold "min" or °C');
  const fahrenheit = /°?\s*f\b|fahrenheit/i.test(file.header[column] ?? '');
  const least = new Map<string, number>();
  for (const r of file.rows) {
    const at = `row ${String(r.row)}`;
    const typed = r.cells[column] ?? '';
    // A day on which the station wrote nothing.
    if (typed.trim() === '' || /^(na|nan|null|-+)$/i.test(typed.trim())) continue;
    const value = readNumber(typed.replace(/°\s*[CF]?|[CF]$/gi, ''));
    const minC = value !== null && fahrenheit ? ((value - 32) * 5) / 9 : value;
    let day: string | null = null;
    try {
      day = readDate('file', r.cells[dateColumn] ?? '', monthFirst);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
    }
    if (day === null) throw wrong('file', `${at}: "${(r.cells[dateColumn] ?? '').slice(0, 30)}" is not a date`);
    if (minC === null) throw wrong('file', `${at}: "${typed.slice(0, 30)}" is not a temperature`);
    if (minC < COLDEST_C || minC > WARMEST_C) {
      throw wrong(
        'file',
        `${at}: ${typed.slice(0, 12)} ${fahrenheit ? 'F' : 'C'} cannot be a daily minimum. ${fahrenheit ? 'Look at the unit in the heading.' : 'If the file is in Fahrenheit, put °F into the heading.'}`,
      );
    }
    least.set(day, Math.min(least.get(day) ?? Infinity, minC));
  }
  if (least.size === 0) throw wrong('file', 'holds no day with a temperature');
  const minima = [...least].map(([date, minC]): DailyMinimum => ({ date, minC })).sort((a, b) => a.date.localeCompare(b.date));
  const record = frostRecord(minima, belowC, garden.hemisphere);
  const lowest = minima.reduce((low, m) => Math.min(low, m.minC), Infinity);
  refuseFahrenheit(record, minima, fahrenheit);
  return {
    record,
    from: minima[0]?.date ?? '',
    to: minima[minima.length - 1]?.date ?? '',
    days: minima.length,
    fahrenheit,
    doubts: doubtsOfRecord(record.years, lowest),
  };
}

/** Fahrenheit without saying so: no spring has a frost in C, and by far most have one when the same figures are read as F. */
function refuseFahrenheit(record: FrostRecord, minima: readonly DailyMinimum[], fahrenheit: boolean): void {
  if (fahrenheit || record.yearsUsed === 0 || record.years.some((y) => y.lastFrost !== null)) return;
  const lowest = Math.min(...minima.slice(0, 40_000).map((m) => m.minC));
  const highest = Math.max(...minima.slice(0, 40_000).map((m) => m.minC));
  if (lowest < 32 && highest > 35) {
    throw wrong(
      'file',
      `no day is below freezing and the warmest night has ${highest.toFixed(0)} degrees: this looks like Fahrenheit. Put °F into the heading of the column.`,
    );
  }
}

export function write(change: Change, garden: Garden, body: yup.InferType<typeof frostRecordForm>) {
  const { db, today } = change;
  const settings = readSettings(db);
  const made = readMinima(body.text, body.belowC, garden, settings.dateOrder === 'month-day');
  if (made.to > today) throw wrong('file', `goes on to ${made.to}, after today; look at the order of day and month`);
  const { yearsUsed, typical, sdDays, years } = made.record;
  if (yearsUsed === 0) throw wrong('file', 'has no spring with four fifths of its days; nothing can be said of the last frost');
  if (typical === null || sdDays === null) {
    throw wrong(
      'file',
      yearsUsed < 2 ? 'has one spring only; two or more are needed for a spread' : 'has too few springs with a frost for a usual day',
    );
  }
  if (made.doubts.length > 0 && body.accept !== true) {
    throw wrong('accept', `${made.doubts.join(' ')} Take it as it is, or put the file right first.`);
  }
  const id = change.insert('frost_records', {
    garden_id: garden.id,
    file_name: body.fileName,
    read_on: today,
    from_day: made.from,
    to_day: made.to,
    below_c: body.belowC,
    years: JSON.stringify(years),
  });
  const spread = Math.min(60, Math.max(1, Math.round(sdDays * 10) / 10));
  if (garden.id === null) {
    const keep = { lastFrost: typical, lastFrostSdDays: spread };
    for (const [key, value] of Object.entries(keep)) {
      const json = JSON.stringify(value);
      if (change.image('settings', key)) change.update('settings', key, { value: json });
      else change.insert('settings', { key, value: json });
    }
    change.touchLibrary();
  } else {
    const { frost } = garden;
    change.update('gardens', garden.id, {
      shift_days: null,
      last_frost: typical,
      last_frost_sd: spread,
      first_frost: frost.first,
      first_frost_sd: frost.firstSdDays,
    });
    change.touch('garden', garden.id);
  }
  change.describe(`Read ${plural(yearsUsed, 'spring')} of ${garden.name} from ${body.fileName}: last frost usually ${typical}`);
  return { id, ...made.record };
}

/** The same garden has the same weather every time it is asked. */
function weatherOf(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 16807) % 2147483647) / 2147483647;
}

function climateOf(garden: Garden): Parameters<typeof simulatedMinima>[0] {
  const year = '2027';
  const start = garden.hemisphere === 'north' ? `${year}-01-01` : `${year}-07-01`;
  return {
    meanLastFrostDay: dayNumber(dayInYear(2027, garden.frost.last)) - dayNumber(start),
    spreadDays: garden.frost.lastSdDays,
    hemisphere: garden.hemisphere,
  };
}

const STATION_YEARS = 30;

/** The file of the simulated weather station of a garden: thirty years of minima, with days it slept. */
export function stationFile(db: Db, id: number | null, today: string): string {
  const garden = gardenOf(db, id);
  const from = `${String(yearOf(today) - STATION_YEARS)}-01-01`;
  return simulatedMinima(climateOf(garden), from, `${String(yearOf(today) - 1)}-12-31`, weatherOf(7919 + 104729 * ((id ?? 0) + 1)));
}

/** What the simulated probe reads in a garden on a day, C; the same every time it is asked. */
export function probeOn(garden: Garden, day: string): number {
  const random = weatherOf(dayNumber(day) * 31 + (garden.id ?? 0) * 977 + 1);
  random();
  return simulatedSoil(climateOf(garden), day, random);
}
