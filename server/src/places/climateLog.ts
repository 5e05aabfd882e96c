import { type ClimateReading, dailyClimate, isDay, wrong } from '@esprel/core';
import { type CsvFile, readCsv } from '../files/csv.ts';

const TIME = /\b(time|date|zeit|datum|fecha|heure|timestamp)\b/i;
const WARMTH = /temp|°\s*[cf]\b|celsius|fahrenheit/i;
const DAMP = /humid|\brh\b|feuchte|humedad|%/i;

/** `2027-03-14 08:00`, `14.03.2027 08:00`, `03/14/2027` with the month first where the library writes it so. */
function readDay(text: string, monthFirst: boolean): string | null {
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})/.exec(text);
  const other = /^(\d{1,2})[-/.](\d{1,2})[-/.](\d{4})/.exec(text);
  const pad = (n: string | undefined): string => String(n).padStart(2, '0');
  const day = iso
    ? `${String(iso[1])}-${pad(iso[2])}-${pad(iso[3])}`
    : other
      ? `${String(other[3])}-${pad(monthFirst ? other[1] : other[2])}-${pad(monthFirst ? other[2] : other[1])}`
      : null;
  return day !== null && isDay(day) ? day : null;
}

function readNumber(text: string): number | null {
  const plain = text.replace(/[°%CF\s]/gi, '').replace(/^(-?\d+),(\d+)$/, '$1.$2');
  return /^-?\d+(\.\d+)?$/.test(plain) ? Number(plain) : null;
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
    const day = readDay(r.cells[time] ?? '', monthFirst);
    if (day === null) throw wrong('file', `${at}: "${(r.cells[time] ?? '').slice(0, 30)}" is not a date`);
    const typed = readNumber(r.cells[warmth] ?? '');
    const temperatureC = typed !== null && fahrenheit ? ((typed - 32) * 5) / 9 : typed;
    if (temperatureC === null || temperatureC < -60 || temperatureC > 80) {
      throw wrong('file', `${at}: "${(r.cells[warmth] ?? '').slice(0, 30)}" is not a temperature`);
    }
    const humid = damp < 0 ? '' : (r.cells[damp] ?? '');
    const rhPercent = humid === '' ? null : readNumber(humid);
    if (humid !== '' && (rhPercent === null || rhPercent < 0 || rhPercent > 100)) {
      throw wrong('file', `${at}: "${humid.slice(0, 30)}" is not a humidity in percent`);
    }
    return { day, temperatureC, rhPercent };
  });
  if (readings.length === 0) throw wrong('file', 'holds no readings');
  return dailyClimate(readings);
}
