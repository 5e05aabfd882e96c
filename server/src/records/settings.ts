import { ASSUMED_CLIMATES, type FrostDates, type Settings } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';

const DEFAULT_SETTINGS: Settings = {
  libraryName: 'Seed library',
  hemisphere: 'north',
  lastFrost: '05-05',
  lastFrostSdDays: 11,
  firstFrost: '10-12',
  firstFrostSdDays: 12,
  winterMinC: null,
  lendingThreshold: 0.7,
  temperatureUnit: 'C',
  lengthUnit: 'mm',
  massUnit: 'g',
  dateOrder: 'day-month',
  supplierC: ASSUMED_CLIMATES.supplier.temperatureC,
  supplierRhPercent: ASSUMED_CLIMATES.supplier.rhPercent,
  roomC: ASSUMED_CLIMATES.room.temperatureC,
  roomRhPercent: ASSUMED_CLIMATES.room.rhPercent,
  openDays: [],
  publicAddress: null,
  publicPage: false,
  fairShare: null,
  askWeeks: 3,
};

/** The library's settings, defaults where it set none. */
export function readSettings(db: Db): Settings {
  const rows = all<{ key: string; value: string }>(db, 'SELECT key, value FROM settings');
  const own = Object.fromEntries(rows.map((r) => [r.key, JSON.parse(r.value) as unknown]));
  return { ...DEFAULT_SETTINGS, ...own };
}

export function frostOf(settings: Settings): FrostDates {
  return {
    last: settings.lastFrost,
    lastSdDays: settings.lastFrostSdDays,
    first: settings.firstFrost,
    firstSdDays: settings.firstFrostSdDays,
  };
}

/** How seed is taken to have been kept where nobody wrote it down. */
export function assumedClimates(settings: Settings): typeof ASSUMED_CLIMATES {
  return {
    supplier: { temperatureC: settings.supplierC, rhPercent: settings.supplierRhPercent },
    room: { temperatureC: settings.roomC, rhPercent: settings.roomRhPercent },
  };
}

/** Goes up with every change of any setting, also one that is taken back: they are changed as a whole. */
export function settingsVersion(db: Db): number {
  return one<{ version: number | null }>(db, "SELECT max(id) AS version FROM events WHERE entity = 'settings'")?.version ?? 0;
}
