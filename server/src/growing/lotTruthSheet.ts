import { crossedInHundred, expectedCrossing, type LotTruthFacts, plural, shortDay, truthWords } from '@esprel/core';
import type { LotTruthSheet } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { linesOf, neverTrue, type SeenPlants, shareOf, truthOf } from '../estimates/truth.ts';
import { lotByCode, lotNames, type LotRow } from '../records/lot.ts';
import { readSettings } from '../records/settings.ts';

/** How true a lot is, with each thing that it goes by in a sentence. */
export function lotTruthSheet(db: Db, code: string): LotTruthSheet {
  const lot = lotByCode(db, code);
  const { variety, crop } = lotNames(db, lot.id);
  const of = truthOf(db, lot.id);
  return {
    code: lot.code,
    variety,
    crop,
    balance: lot.balance,
    never: neverTrue(db, lot),
    share: shareOf(of),
    why:
      of === null
        ? []
        : [...ofParents(db, lot), ofGrowing(db, lot, of.facts), ...of.seen.map((s) => ofSeen(db, s))].filter((t) => t !== null),
    seen: of?.seen ?? [],
    sowings: all<LotTruthSheet['sowings'][number]>(
      db,
      `SELECT s.id, s.sown_on AS sownOn, s.seeds, m.name AS member FROM sowings s LEFT JOIN loans o ON o.id = s.loan_id
       LEFT JOIN members m ON m.id = o.member_id WHERE s.lot_id = ? ORDER BY s.sown_on DESC, s.id DESC LIMIT 40`,
      lot.id,
    ),
  };
}

interface Part {
  readonly code: string;
  readonly seeds: number;
  readonly mean: number | null;
}

function ofParents(db: Db, lot: LotRow): string[] {
  const parts = linesOf(db, lot.id).flatMap(({ parentId, seeds }): Part[] => {
    const parent = one<{ code: string }>(db, 'SELECT code FROM lots WHERE id = ?', parentId);
    return parent ? [{ code: parent.code, seeds, mean: truthOf(db, parentId)?.truth.trueShare.mean ?? null }] : [];
  });
  const words = (p: Part): string => (p.mean === null ? 'nothing can be said of it' : truthWords(p.mean));
  if (parts.length > 1) return [`Mixed of ${parts.map((p) => `${p.code} (${plural(p.seeds, 'seed')}: ${words(p)})`).join(', ')}.`];
  return parts.map((p) => `Its parent ${p.code}: ${words(p)}.`);
}

/** What was to be expected of it before anybody saw it grow. */
function ofGrowing(db: Db, lot: LotRow, facts: LotTruthFacts): string | null {
  if (facts.mixed) return null;
  const share = crossedInHundred(expectedCrossing(facts).share);
  if (facts.grown === null) {
    return lot.acquisition === 'purchased'
      ? 'Bought: seed in the trade is inspected where it grows.'
      : `Nobody knows what it grew beside; of this crop ${share} would have crossed in a garden like others.`;
  }
  const by = one<{ name: string | null; plants: number | null }>(
    db,
    'SELECT m.name, r.plants FROM returns r LEFT JOIN members m ON m.id = r.member_id WHERE r.lot_id = ?',
    lot.id,
  );
  const who = `Grown${by?.name == null ? '' : ` by ${by.name}`}${by?.plants == null ? '' : `, from ${plural(by.plants, 'plant')}`}`;
  if (facts.grown.crossedShare !== null) return `${who}: ${share} would have crossed there, by the plan of that season.`;
  const apart = { yes: 'kept apart, as was said', no: 'not kept apart', unknown: 'nobody knows whether it was kept apart' }[
    facts.grown.isolated
  ];
  return `${who}; ${apart}: ${share} would have crossed.`;
}

function ofSeen(db: Db, { plants, offTypes, seenOn, by, note }: SeenPlants): string {
  const { dateOrder } = readSettings(db);
  const who = by === null ? '' : ` by ${by}`;
  const odd = offTypes === 0 ? 'none was anything else' : `${String(offTypes)} ${offTypes === 1 ? 'was' : 'were'} something else`;
  return `Seen on ${shortDay(seenOn, dateOrder)}${who}: of ${plural(plants, 'plant')} ${odd}${note === null ? '' : ` (${note})`}.`;
}
