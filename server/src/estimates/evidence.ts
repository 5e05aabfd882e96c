import { addDays, AFTER_RIPENING_DAYS, type AsleepTest, type Fate, FATE_FACTS, wantsAfterRipening } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import { libraryCrop } from '../records/crop.ts';
import { doubtOn, mixUpsOf } from '../records/mixUp.ts';
import { countedOf } from '../records/sownCells.ts';

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

/** The closed tests of a lot with what was asleep in them: hard and fresh seed, of all that proved alive. */
export function asleepTests(db: Db, lotId: number): AsleepTest[] {
  return all<AsleepTest>(
    db,
    `SELECT t.warm_from AS date,
       (SELECT count(*) FROM seed_marks m JOIN replicates r ON r.id = m.replicate_id
        WHERE r.test_id = t.id AND r.dropped_why IS NULL AND m.kind IN ('normal', 'hard', 'fresh')) AS alive,
       (SELECT count(*) FROM seed_marks m JOIN replicates r ON r.id = m.replicate_id
        WHERE r.test_id = t.id AND r.dropped_why IS NULL AND m.kind IN ('hard', 'fresh')) AS asleep
     FROM tests t WHERE t.lot_id = ? AND t.closed_on IS NOT NULL AND t.planned = 0 ORDER BY t.warm_from`,
    lotId,
  );
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
  // Most lots were never counted: of them nothing more has to be looked up.
  if (tests.length + sowings.length === 0) return [];
  const asleepUntil = restingUntil(db, lotId);
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
  return dots.map((d) => {
    // Seed that still rests after its harvest fails alive; what does come up says something all the same.
    if (d.used && asleepUntil !== null && d.date < asleepUntil && d.alive < d.sown * RESTED_SHARE) {
      return {
        ...d,
        used: false,
        why: `begun before it had rested after its harvest (until ${asleepUntil}): what did not come up may be alive`,
      };
    }
    const doubt = doubtOn(mixUps, d.date);
    return doubt === null ? d : { ...d, used: false, why: doubt };
  });
}

/** From this share on, early seed had rested enough to be counted. */
const RESTED_SHARE = 0.7;

/** The day until which freshly harvested seed of a lot may rest; null for crops that need none. */
function restingUntil(db: Db, lotId: number): string | null {
  const lot = one<{ start: string; crop: string }>(
    db,
    'SELECT l.ages_from AS start, v.crop_key AS crop FROM lots l JOIN varieties v ON v.id = l.variety_id WHERE l.id = ?',
    lotId,
  );
  return lot && wantsAfterRipening(libraryCrop(db, lot.crop)) ? addDays(lot.start, AFTER_RIPENING_DAYS) : null;
}

/** Cells that were eaten, dried out or fell over say nothing; the rest of a sowing does. */
function sownCells(db: Db, id: number, sown: number, alive: number): { readonly sown: number; readonly alive: number } {
  const counted = countedOf(db, id, sown, alive);
  return { sown: counted.seeds, alive: counted.emerged };
}
