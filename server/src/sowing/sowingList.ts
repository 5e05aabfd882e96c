import { type Fate, nextLook } from '@esprel/core';
import type { ListedSowing } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { SeasonReader } from '../season/windows.ts';
import { nextCareOf, stepsOfOpen } from './care.ts';

/** As the list shows it, with what the work of a day goes by. */
export interface SowingInList extends ListedSowing {
  readonly id: number;
  readonly lotId: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly cropKey: string;
  readonly seeds: number;
  readonly sownOn: string;
  readonly method: string;
  readonly member: string | null;
  readonly memberId: number | null;
  readonly fate: Fate | null;
  readonly emerged: number | null;
  readonly trayId: number | null;
  readonly tray: string | null;
  readonly benchId: number | null;
  readonly bench: string | null;
  readonly gardenId: number | null;
  /** Planting out as its plan says. */
  readonly plantOutOn: string | null;
  /** The day of the look that found the first of it up, and the last day on which anybody looked. */
  readonly upOn: string | null;
  readonly lookedOn: string | null;
  readonly next: ReturnType<typeof nextLook> | null;
  /** It comes up in the dark, and nothing is up yet. */
  readonly inDark: boolean;
  /** What is to be done with what is up. */
  readonly care: ReturnType<typeof nextCareOf>;
}

/** Sowings that are still watched, or those that are finished. */
export function listSowings(db: Db, state: 'open' | 'finished', today: string): SowingInList[] {
  const rows = all<Omit<SowingInList, 'inDark' | 'next' | 'care'>>(
    db,
    `SELECT s.id, s.lot_id AS lotId, l.code AS lotCode, v.name AS variety, c.name AS crop, c.key AS cropKey, s.seeds, s.sown_on AS sownOn, s.method,
       m.name AS member, m.id AS memberId, s.fate, s.tray_id AS trayId, t.name AS tray, s.bench_id AS benchId, b.name AS bench,
       s.garden_id AS gardenId, (SELECT plant_out_on FROM planned_sowings WHERE id = s.planned_id) AS plantOutOn,
       (SELECT min(counted_on) FROM emergence_counts WHERE sowing_id = s.id AND emerged > 0) AS upOn,
       (SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id) AS emerged,
       (SELECT max(counted_on) FROM emergence_counts WHERE sowing_id = s.id) AS lookedOn
     FROM sowings s JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     LEFT JOIN loans o ON o.id = s.loan_id LEFT JOIN members m ON m.id = o.member_id
     LEFT JOIN trays t ON t.id = s.tray_id LEFT JOIN bench_places b ON b.id = s.bench_id
     WHERE s.fate_on IS ${state === 'open' ? '' : 'NOT'} NULL ORDER BY s.sown_on DESC, s.id DESC LIMIT 1000`,
  );
  const reader = new SeasonReader(db);
  const steps = state === 'open' ? stepsOfOpen(db) : null;
  return rows.map((s): SowingInList => {
    const crop = reader.crop(s.cropKey);
    const dark = isDark(crop, s.method, s.upOn);
    const watched = s.fate === null;
    return Object.assign(s, {
      inDark: watched && dark,
      next: watched ? nextLook(s.sownOn, crop.emergeMinD, crop.emergeMaxD, s.lookedOn, dark) : null,
      care: s.member === null ? nextCareOf(db, s, today, reader, steps === null ? undefined : (steps.get(s.id) ?? [])) : null,
    });
  });
}

/** Whether a sowing still lies under the dark cover that its crop comes up under. */
export function isDark(crop: { readonly lightNeed: string }, method: string, upOn: string | null): boolean {
  return crop.lightNeed === 'dark' && method !== 'open-ground' && upOn === null;
}
