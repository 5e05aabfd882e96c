import { foldName, type ImportedLot, plural, readLotCode, suggestedFloor } from '@esprel/core';
import { type Db, one, run } from '../db/db.ts';
import { fileBeforeEstimate } from '../estimates/listing.ts';
import { Change } from '../journal/change.ts';
import { keepAnswer, keptAnswer } from '../journal/requestKeys.ts';
import { insertLot, sourceId } from '../lots/intake.ts';
import type { PlainProblem } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { varietyNamed } from '../records/variety.ts';

interface RowToWrite {
  readonly row: number;
  readonly key: string;
  readonly lot: ImportedLot;
  /** The variety that its near name was said to be the same as; null makes a new one. */
  readonly sameAs: number | null;
}

export interface ImportJob {
  /** Of this writing, kept with what came of it: who stops it knows from there whether it was done before. */
  readonly key: string;
  readonly fileName: string;
  readonly sha256: string;
  readonly today: string;
  readonly personId: number | null;
  readonly rows: readonly RowToWrite[];
  readonly knownRows: number;
}

export interface ImportResult {
  readonly stepId: number;
  readonly summary: string;
  readonly codes: readonly (readonly [row: number, code: string])[];
}

/** A file that a thread is writing in. */
export interface Writing {
  /** Resolves when the thread has let go of the library, with what it told at its end: nothing where it was stopped. */
  readonly ended: Promise<{ readonly imported?: ImportResult; readonly problem?: PlainProblem }>;
  /** Asks it to end, and waits until it has; nothing that it wrote stays, unless it was done. */
  readonly stop: () => Promise<void>;
}

const ROUTE = 'POST /imports/accept';

/** What a writing came to, or null where nothing of it is in the library. */
export function writtenImport(db: Db, key: string): ImportResult | null {
  const kept = keptAnswer(db, key);
  return kept ? (JSON.parse(kept.answer) as ImportResult) : null;
}

/** A code that came with the lot is kept where it fits the crop and is free: its label is on the envelope. */
function keepCode(db: Db, code: string | null, letters: string, cropKey: string): string | null {
  const parts = code === null ? null : readLotCode(code);
  if (!parts || parts.letters !== letters || one(db, 'SELECT 1 FROM lots WHERE code = ?', code)) return null;
  // Numbers are given in order from the highest; one above a million would leave no room.
  if (parts.serial > 1_000_000) return null;
  run(
    db,
    'INSERT INTO lot_serials (crop_key, last) VALUES (?, ?) ON CONFLICT (crop_key) DO UPDATE SET last = max(last, excluded.last)',
    cropKey,
    parts.serial,
  );
  return code;
}

/**
 * Writes all rows of a file as lots, in one transaction: all of them or none. `progress` is told how many are written.
 */
export function writeImport(db: Db, job: ImportJob, progress: (done: number) => void): ImportResult {
  return db
    .transaction((): ImportResult => {
      const change = new Change(db, job.today, job.personId, 'import');
      const codes: [number, string][] = [];
      job.rows.forEach(({ row, key, lot, sameAs }, i) => {
        const crop = libraryCrop(db, lot.cropKey);
        const varietyId =
          sameAs ??
          varietyNamed(db, lot.cropKey, lot.varietyName) ??
          change.insert('varieties', {
            crop_key: lot.cropKey,
            name: lot.varietyName,
            folded: foldName(lot.varietyName),
            breeding: lot.breeding ?? 'unknown',
          });
        const made = insertLot(change, {
          varietyId,
          cropKey: lot.cropKey,
          sourceId: sourceId(change, lot.source),
          parent: null,
          acquisition: lot.acquisition,
          form: lot.form,
          yearKind: lot.yearKind,
          year: lot.year,
          receivedOn: lot.receivedOn,
          stated: lot.statedGermination,
          identity: lot.identity,
          state: 'kept',
          amountKnown: lot.amountKnown,
          seeds: lot.seeds,
          floor: lot.floor ?? suggestedFloor(lot.seeds, crop.seedPlantsMin),
          placeId: lot.placeId,
          note: lot.note,
          reason: `read in from ${job.fileName}`,
          code: keepCode(db, lot.code, crop.letters, crop.key),
          importKey: key,
        });
        fileBeforeEstimate(db, made.id);
        codes.push([row, made.code]);
        if (i % 50 === 49) progress(i + 1);
      });
      change.insert('imports', {
        file_name: job.fileName,
        sha256: job.sha256,
        accepted_on: job.today,
        rows_taken: job.rows.length,
        rows_known: job.knownRows,
      });
      const summary = `Read in ${plural(job.rows.length, 'envelope')} from ${job.fileName}`;
      change.describe(summary);
      const result: ImportResult = { stepId: change.stepId, summary, codes };
      keepAnswer(db, { key: job.key, where: ROUTE, hash: job.sha256, json: JSON.stringify(result) });
      return result;
    })
    .immediate();
}
