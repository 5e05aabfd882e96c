import { inHundred, type LotEstimate, type ViabilityBelief } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import type { AdvisedTest } from './estimator.ts';
import type { EvidenceDot } from './evidence.ts';

/** What a stored estimate holds as JSON. */
export interface StoredEstimate extends LotEstimate {
  readonly dots: readonly EvidenceDot[];
  readonly threshold: number;
  /** Left out by those of earlier days. */
  readonly advised?: AdvisedTest | null;
}

/** What a row of a list draws. */
export interface ListPicture {
  readonly ribbon: LotEstimate['ribbon'];
  readonly dots: readonly Omit<EvidenceDot, 'id' | 'why'>[];
  readonly threshold: number;
}

/** "57 in 100", for sentences of the history. */
export function medianWords(db: Db, lotId: number): string {
  const row = one<{ median: number }>(db, 'SELECT median FROM lot_estimates WHERE lot_id = ?', lotId);
  return row ? inHundred(row.median) : 'not known';
}

/** How alive a lot is believed to be today: with its doubt, or one share where nothing was estimated yet. */
export function beliefOf(db: Db, lotId: number, fresh: number): ViabilityBelief {
  const stored = one<{ estimate: string }>(db, 'SELECT estimate FROM lot_estimates WHERE lot_id = ?', lotId);
  const today = stored ? (JSON.parse(stored.estimate) as StoredEstimate).today : null;
  if (today === null) return { share: fresh };
  return today.alpha !== null && today.beta !== null ? { alpha: today.alpha, beta: today.beta } : { share: today.mean };
}

/** The estimates of these lots as they are stored, by lot. */
export function storedEstimates(db: Db, lotIds: readonly number[]): Map<number, StoredEstimate> {
  if (lotIds.length === 0) return new Map();
  return new Map(
    all<{ id: number; estimate: string }>(
      db,
      'SELECT lot_id AS id, estimate FROM lot_estimates WHERE lot_id IN (SELECT value FROM json_each(?))',
      JSON.stringify(lotIds),
    ).map(({ id, estimate }) => [id, JSON.parse(estimate) as StoredEstimate]),
  );
}

/** The evidence that the stored estimates of these lots were made from, by lot. */
export function storedEvidence(db: Db, lotIds: readonly number[]): Map<number, readonly EvidenceDot[]> {
  if (lotIds.length === 0) return new Map();
  return new Map(
    all<{ id: number; dots: string | null }>(
      db,
      "SELECT lot_id AS id, estimate ->> '$.dots' AS dots FROM lot_estimates WHERE lot_id IN (SELECT value FROM json_each(?))",
      JSON.stringify(lotIds),
    ).flatMap(({ id, dots }) => (dots === null ? [] : [[id, JSON.parse(dots) as EvidenceDot[]] as const])),
  );
}
