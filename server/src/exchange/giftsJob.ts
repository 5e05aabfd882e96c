import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { all, type Db } from '../db/db.ts';
import { joinLibrary } from '../db/open.ts';
import { readPackage } from './readPackage.ts';

/** A closed test of a lot elsewhere, with its seeds as they were marked. */
export interface GiftTest {
  readonly method: string;
  readonly nightC: number;
  readonly dayC: number;
  readonly light: string;
  readonly startedOn: string;
  readonly warmFrom: string;
  readonly countDays: string;
  readonly closedOn: string;
  readonly bags: readonly {
    readonly seeds: number;
    readonly countedOn: string | null;
    readonly marks: readonly { readonly position: number; readonly kind: string; readonly marked_on: string }[];
  }[];
}

/** A lot of another library, with what is known of it there. */
export interface GiftLot {
  readonly code: string;
  readonly variety: string;
  readonly cropKey: string;
  readonly crop: string;
  readonly breeding: string;
  readonly form: string;
  readonly yearKind: 'harvest' | 'packing' | 'unknown';
  readonly year: number | null;
  readonly stated: number | null;
  readonly identity: string;
  readonly generation: number;
  readonly cameFrom: string;
  readonly acquisition: string;
  readonly seeds: number;
  readonly amountKnown: string;
  readonly tests: readonly GiftTest[];
}

/** More lots are no gift; they are brought over as a whole library. */
const MOST_GIFTS = 3000;

function testsOf(db: Db, lotId: number): GiftTest[] {
  return all<Omit<GiftTest, 'bags'> & { id: number }>(
    db,
    `SELECT id, method, night_c AS nightC, day_c AS dayC, light, started_on AS startedOn, warm_from AS warmFrom, count_days AS countDays,
       closed_on AS closedOn FROM tests WHERE lot_id = ? AND closed_on IS NOT NULL AND planned = 0 ORDER BY started_on`,
    lotId,
  ).map(({ id, ...test }) => ({
    ...test,
    bags: all<{ id: number; seeds: number; countedOn: string | null }>(
      db,
      'SELECT id, seeds, counted_on AS countedOn FROM replicates WHERE test_id = ? AND dropped_why IS NULL ORDER BY number',
      id,
    ).map((bag) => ({
      seeds: bag.seeds,
      countedOn: bag.countedOn,
      marks: all(db, 'SELECT position, kind, marked_on FROM seed_marks WHERE replicate_id = ? ORDER BY position', bag.id),
    })),
  }));
}

/** The lots with seed in a package, on a thread of the pool. */
export default function giftsJob({ path }: { readonly path: string }): GiftLot[] {
  const room = mkdtempSync(join(tmpdir(), 'esprel-gifts-'));
  try {
    const file = join(room, 'esprel.sqlite');
    readPackage(path, file, join(room, 'photos'));
    const db = joinLibrary(file);
    try {
      return all<Omit<GiftLot, 'tests'> & { id: number }>(
        db,
        `SELECT l.id, l.code, v.name AS variety, v.crop_key AS cropKey, c.name AS crop, v.breeding, l.form, l.year_kind AS yearKind, l.year,
           l.stated_germination AS stated, l.identity, l.generation, s.name AS cameFrom, l.acquisition, l.balance AS seeds,
           l.amount_known AS amountKnown
         FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key JOIN sources s ON s.id = l.source_id
         WHERE l.balance > 0 AND l.state = 'kept' ORDER BY c.name, v.name, l.year LIMIT ?`,
        MOST_GIFTS,
      ).map(({ id, ...lot }) => ({ ...lot, tests: testsOf(db, id) }));
    } finally {
      db.close();
    }
  } finally {
    rmSync(room, { recursive: true, force: true });
  }
}
