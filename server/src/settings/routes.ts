import { isDay, type Settings, wrong } from '@esprel/core';
import { settingsApi } from '@esprel/core/api';
import type { Change } from '../journal/change.ts';
import { stale } from '../problem.ts';
import { readSettings, settingsVersion } from '../records/settings.ts';
import { makes, type Route, serves } from '../routing/route.ts';

/** What no estimate and no verdict goes by. */
const NOT_JUDGED_BY: ReadonlySet<string> = new Set(['libraryName', 'openDays', 'publicAddress', 'publicPage', 'fairShare', 'askWeeks']);

function writeSettings(change: Change, { version, ...settings }: Settings & { readonly version: number }): void {
  const current = settingsVersion(change.db);
  if (version !== current) throw stale(version, current, { ...readSettings(change.db), version: current }, settings);
  const now = readSettings(change.db) as unknown as Record<string, unknown>;
  for (const field of ['lastFrost', 'firstFrost'] as const) {
    if (!isDay(`2028-${settings[field]}`)) throw wrong(field, 'must be a month and day that exist, as 04-27');
  }
  for (const [key, value] of Object.entries(settings)) {
    const json = JSON.stringify(value ?? null);
    if (JSON.stringify(now[key]) === json) continue;
    if (!NOT_JUDGED_BY.has(key)) change.touchLibrary();
    if (change.image('settings', key)) change.update('settings', key, { value: json });
    else change.insert('settings', { key, value: json });
  }
  change.describe('Changed the settings of the library');
}

export function settingsRoutes(): Route[] {
  return [
    serves(settingsApi.sheet, ({ db }) => ({ ...readSettings(db), version: settingsVersion(db) })),
    makes(settingsApi.change, 'settings', (change, { body }) => {
      writeSettings(change, body);
      return { settings: readSettings(change.db), version: settingsVersion(change.db) };
    }),
  ];
}
