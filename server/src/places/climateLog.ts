import { type ClimateReading, dailyClimate, readDate, readNumber, wrong } from '@esprel/core';
import { type CsvFile, readCsv } from '../files/csv.ts';

const TIME = /\b(time|date|zeit|datum|fecha|heure|timestamp)\b/i;
const WARMTH = /temp|°\s*[cf]\b|celsius|fahrenheit/i;
const DAMP = /humid|\brh\b|feuchte|humedad|%/i;

/** The day of a reading, or null; what follows the date is the time. */
function dayOf(text: string, monthFirst: boolean): string | null {
  try {
    return readDate('file', text, monthFirst);
  } catch {
    return null;
  }
}

function columnsOf(file: CsvFile): { time: number; warmth: number; damp: number; fahrenheit: boolean } {
  const find = (pattern: RegExp, not = -1): number => file.header.findIndex((h, i) => i !== not && pattern.test(h));
  const warmth = find(WARMTH);
  const time = find(TIME) >= 0 ? find(TIME) : 0;
  const damp = find(DAMP, warmth);
  if (warmth < 0 || warmth === time) {
    throw wrong('file', 'has no column of temperatures; its heading must hold "temperature" or °C');
  }
  const heading = file.header[warmth] ?? '';
  return { time, warmth, damp, fahrenheit: /°\s*f\b|fahrenheit|\(f\)/i.test(heading) };
}

/**
 * Reads what a climate logger wrote: a row a reading, with a time, a temperature and perhaps a humidity, in any order.
 * Throws an InputError that names the row.
 */
export function readClimateLog(bytes: Uint8Array, monthFirst: boolean): ReturnType<typeof dailyClimate> {
  const file = readCsv(bytes);
  const { time, warmth, damp, fahrenheit } = columnsOf(file);
  const readings = file.rows.map((r): ClimateReading => {
    const at = `row ${String(r.row)}`;
    const day = dayOf(r.cells[time] ?? '', monthFirst);
    if (day === null) throw wrong('file', `${at}: "${(r.cells[time] ?? '').slice(0, 30)}" is not a date`);
    const typed = readNumber((r.cells[warmth] ?? '').replace(/°\s*[CF]?|[CF]$/gi, ''));
    const temperatureC = typed !== null && fahrenheit ? ((typed - 32) * 5) / 9 : typed;
    if (temperatureC === null || temperatureC < -60 || temperatureC > 80) {
      throw wrong('file', `${at}: "${(r.cells[warmth] ?? '').slice(0, 30)}" is not a temperature`);
    }
    const humid = damp < 0 ? '' : (r.cells[damp] ?? '');
    const rhPercent = humid === '' ? null : readNumber(humid.replace('%', ''));
    if (humid !== '' && (rhPercent === null || rhPercent < 0 || rhPercent > 100)) {
      throw wrong('file', `${at}: "${humid.slice(0, 30)}" is not a humidity in percent`);
    }
    return { day, temperatureC, rhPercent };
  });
  if (readings.length === 0) throw wrong('file', 'holds no readings');
  return dailyClimate(readings);
}
