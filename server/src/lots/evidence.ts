import { FATE_FACTS, type Fate } from '@esprel/core';
import { all, type Db } from '../db/db.ts';
import { countedOf } from '../sowing/learned.ts';
import { doubtOn, mixUpsOf } from '../identity/mixUps.ts';

/** One dot on a ribbon: what was counted, and whether it counts. */
export interface EvidenceDot {
  readonly kind: 'test' | 'sowing';
  readonly id: number;
  readonly date: string;
  readonly sown: number;
  readonly alive: number;
  readonly emergence: number | null;
  readonly used: boolean;
  readonly why: string;
}

/** Every test and sowing of a lot, with the reason why it counts as evidence or does not. */
export function evidenceOf(db: Db, lotId: number): EvidenceDot[] {
  // A second batch went into the warm on a day of its own, and is a piece of evidence of its own. Bags left out are none.
  const tests = all<{ id: number; date: string; sown: number; alive: number; closed: string | null }>(
    db,
    `SELECT t.id, coalesce(r.warm_from, t.warm_from) AS date, t.closed_on AS closed, sum(r.seeds) AS sown,
       sum((SELECT count(*) FROM seed_marks m WHERE m.replicate_id = r.id AND m.kind IN ('normal', 'hard', 'fresh'))) AS alive
     FROM tests t JOIN replicates r ON r.test_id = t.id
     WHERE t.lot_id = ? AND t.planned = 0 AND r.dropped_why IS NULL GROUP BY t.id, date ORDER BY date, t.id`,
    lotId,
  );
  const sowings = all<{
    id: number;
    date: string;
    sown: number;
    alive: number | null;
    fate: Fate | null;
    emergence: number;
    testId: number | null;
  }>(
    db,
    `SELECT s.id, s.sown_on AS date, s.seeds AS sown, s.fate, s.emergence, s.test_id AS testId,
            (SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id) AS alive
     FROM sowings s WHERE s.lot_id = ? ORDER BY s.sown_on, s.id`,
    lotId,
  );
  const mixUps = mixUpsOf(db, lotId);
  const dots = [
    ...tests.map((t): EvidenceDot => ({
      kind: 'test',
      id: t.id,
      date: t.date,
      sown: t.sown,
      alive: t.alive,
      emergence: null,
      used: t.closed !== null,
      why: t.closed !== null ? 'test closed' : 'counts once the test is closed',
    })),
    ...sowings.map((s): EvidenceDot => ({
      kind: 'sowing',
      id: s.id,
      date: s.date,
      ...sownCells(db, s.id, s.sown, s.alive ?? 0),
      emergence: s.emergence,
      used: s.testId === null && s.fate !== null && FATE_FACTS[s.fate].speaksOfSeed && sownCells(db, s.id, s.sown, 0).sown > 0,
      why:
        s.testId !== null
          ? 'sprouts of a test, which counts them already'
          : s.fate === null
            ? 'counts once its fate is known'
            : `${FATE_FACTS[s.fate].words}: ${FATE_FACTS[s.fate].why}`,
    })),
  ];
  if (mixUps.length === 0) return dots;
  return dots.map((d) => {
    const doubt = doubtOn(mixUps, d.date);
    return doubt === null ? d : { ...d, used: false, why: doubt };
  });
}

/** Cells that were eaten, dried out or fell over say nothing; the rest of a sowing does. */
function sownCells(db: Db, id: number, sown: number, alive: number): { readonly sown: number; readonly alive: number } {
  const counted = countedOf(db, id, sown, alive);
  return { sown: counted.seeds, alive: counted.emerged };
}
