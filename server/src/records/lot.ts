import { type Breeding, type LotFacts, parseLotCode, wrong } from '@esprel/core';
import type { LotNames } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import { notFound } from '../problem.ts';

export interface LotRow {
  readonly id: number;
  readonly code: string;
  readonly variety_id: number;
  readonly source_id: number;
  readonly parent_id: number | null;
  readonly generation: number;
  readonly acquisition: LotFacts['acquisition'];
  readonly form: LotFacts['form'];
  readonly year_kind: 'harvest' | 'packing' | 'unknown';
  readonly year: number | null;
  readonly received_on: string;
  readonly ages_from: string;
  readonly stated_germination: number | null;
  readonly identity: 'sure' | 'likely' | 'doubtful' | 'unknown';
  readonly state: 'kept' | 'quarantine';
  readonly amount_known: 'counted' | 'weighed' | 'estimated';
  readonly balance: number;
  readonly floor: number;
  readonly note: string | null;
  readonly missing_since: string | null;
  readonly sealed: 0 | 1;
  readonly sealed_rh_percent: number | null;
  readonly opened_on: string | null;
  readonly picked_on: string | null;
  readonly ripened_where: string | null;
  readonly ripened_in_season: 'yes' | 'no' | null;
  readonly night_c: number | null;
  readonly follows_packet: 0 | 1;
  readonly wet_on: string | null;
  readonly dried_on: string | null;
  readonly version: number;
  readonly crop_key: string;
  readonly breeding: Breeding;
}

export function lotRow(db: Db, id: number): LotRow | undefined {
  return one<LotRow>(db, 'SELECT l.*, v.crop_key, v.breeding FROM lots l JOIN varieties v ON v.id = l.variety_id WHERE l.id = ?', id);
}

/** What is said of a lot that nobody finds; null of others. */
export const missingWords = (lot: Pick<LotRow, 'code' | 'missing_since'>): string | null =>
  lot.missing_since === null ? null : `${lot.code} is missing since ${lot.missing_since}; say first that it was found`;

/** Refuses a step that takes seed out of a lot that nobody finds. `field` is what the error names. */
export function refuseMissing(lot: Pick<LotRow, 'code' | 'missing_since'>, field: string): void {
  const missing = missingWords(lot);
  if (missing !== null) throw wrong(field, missing);
}

/** The lot with this code, however it was typed. `field` is what an error names. */
export function lotByCode(db: Db, typed: string, field: string | null = null): LotRow {
  const code = parseLotCode(typed);
  const row = code === null ? undefined : one<{ id: number }>(db, 'SELECT id FROM lots WHERE code = ?', code);
  if (!row) {
    const text = code === null ? `"${typed.slice(0, 20)}" is not a lot code; type it as on the label` : `there is no lot ${code} here`;
    throw field === null ? notFound(`The lot "${typed.slice(0, 20)}"`) : wrong(field, text);
  }
  return lotRow(db, row.id) as LotRow;
}

export function lotNames(db: Db, lotId: number): LotNames {
  return one<LotNames>(
    db,
    `SELECT v.name AS variety, v.habit, c.name AS crop, c.scientific, s.name AS source FROM lots l
     JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key JOIN sources s ON s.id = l.source_id WHERE l.id = ?`,
    lotId,
  ) as LotNames;
}
