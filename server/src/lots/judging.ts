import {
  addDays,
  judge,
  type Judgement,
  LENDING_CHANCE,
  lendable,
  SMALLEST_TEST,
  spendableSeeds,
  TEST_CERTAINTY,
  testSize,
  testWorth,
  type Verdict,
  worthWords,
} from '@esprel/core';
import { libraryCrop } from '../crops/crops.ts';
import { all, type Db, one, run } from '../db/db.ts';
import type { StoredEstimate } from './estimates.ts';
import { file, type ListedLot } from './listing.ts';
import { overruleOn } from './overrules.ts';

type JudgedLot = ListedLot & { readonly estimate: string | null };
interface Judged {
  readonly lot: JudgedLot;
  readonly estimate: StoredEstimate;
}

/** Loans this far back tell how much a variety is wanted. */
const WANTED_DAYS = 3 * 365;
/** A lot of this variety that may be lent as it is. */
function isSound({ lot, estimate }: Judged): boolean {
  return (
    lot.state === 'kept' &&
    (lot.identity === 'sure' || lot.identity === 'likely') &&
    lot.balance > lot.floor &&
    estimate.today.atLeast >= LENDING_CHANCE
  );
}

function judgeOne(db: Db, { lot, estimate }: Judged, younger: JudgedLot | undefined, today: string): Judgement {
  const crop = libraryCrop(db, lot.crop_key);
  const judged = judge({
    today: estimate.today,
    threshold: estimate.threshold,
    medianInAYear: estimate.medianInAYear,
    medianWhenRenewed: estimate.medianWhenRenewed,
    belowFortyOn: estimate.belowFortyOn,
    belowLineOn: estimate.belowLineOn,
    balance: lot.balance,
    floor: lot.floor,
    twoSeasons: estimate.twoSeasons,
    youngerSound: younger?.code ?? null,
    renewable: lot.breeding !== 'hybrid-f1' && lot.breeding !== 'clone' && crop.trueToType !== 'rarely',
    perCell: estimate.perCell,
    recalcitrant: crop.storageBehaviour !== 'orthodox',
    expected: estimate.expected ?? null,
    day: today,
  });
  const word = overruleOn(db, lot.id, today);
  if (!word) return judged;
  return {
    verdict: word.verdict as Verdict,
    beside: null,
    reason: `${word.reason} Set by hand until ${word.untilDay}; the figures say: ${judged.reason}`,
    nextLook: word.untilDay,
  };
}

/** What a test of the lot would be worth, in figures and a sentence; null where none can be made. */
function worthOf(db: Db, me: Judged, sisters: readonly Judged[], wanted: number): { worth: number; why: string } | null {
  const { lot, estimate } = me;
  const { alpha, beta } = estimate.today;
  const free = lendable(lot.balance, lot.floor);
  if (alpha === null || beta === null || lot.state !== 'kept' || lot.missing_since !== null || free < SMALLEST_TEST) return null;
  if (one(db, 'SELECT 1 FROM tests WHERE lot_id = ? AND closed_on IS NULL', lot.id)) return null;
  const spendable = Math.min(400, spendableSeeds(lot.balance, lot.floor, false));
  const { recommended } = testSize({ alpha, beta, threshold: estimate.threshold, certainty: TEST_CERTAINTY, spendable });
  const input = {
    alpha,
    beta,
    threshold: estimate.threshold,
    seeds: recommended ?? SMALLEST_TEST,
    free,
    wanted,
    sound: sisters.filter((o) => o.lot.id !== lot.id && isSound(o)).length,
  };
  const worth = testWorth(input);
  return { worth: worth.worth, why: worthWords(worth, input) };
}

/** Judges all lots of a variety again from their stored estimates, and files them in the lists they belong to. */
export function judgeVariety(db: Db, varietyId: number, today: string): void {
  const lots = all<JudgedLot>(
    db,
    `SELECT l.*, v.crop_key, v.breeding, v.folded, c.name AS crop_name, e.estimate
     FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     LEFT JOIN lot_estimates e ON e.lot_id = l.id WHERE l.variety_id = ?`,
    varietyId,
  ).filter((l) => l.estimate !== null);
  const judged = lots.map((lot): Judged => ({ lot, estimate: JSON.parse(lot.estimate as string) as StoredEstimate }));
  const wanted =
    one<{ n: number }>(
      db,
      'SELECT count(*) AS n FROM loans o JOIN lots l ON l.id = o.lot_id WHERE l.variety_id = ? AND o.lent_on > ?',
      varietyId,
      addDays(today, -WANTED_DAYS),
    )?.n ?? 0;
  for (const me of judged) {
    const { lot, estimate } = me;
    const younger = judged.find((o) => o.lot.id !== lot.id && o.lot.ages_from > lot.ages_from && isSound(o));
    const judgement = judgeOne(db, me, younger?.lot, today);
    const worth = worthOf(db, me, judged, wanted);
    run(
      db,
      `UPDATE lot_estimates SET verdict = ?, verdict_beside = ?, reason = ?, next_look = ?, worth = ?, worth_why = ? WHERE lot_id = ?`,
      judgement.verdict,
      judgement.beside,
      judgement.reason,
      judgement.nextLook,
      worth?.worth ?? null,
      worth?.why ?? null,
      lot.id,
    );
    file(db, lot, estimate.today.median, judgement.verdict, judgement.beside);
  }
}
