import {
  addDays,
  capital,
  type FrostDates,
  judge,
  type Judgement,
  lendable,
  LENDING_CHANCE,
  nextSowingDay,
  sharesPots,
  shortDay,
  SMALLEST_TEST,
  sownUnit,
  testDays,
  testWorth,
  type Verdict,
  worthWords,
} from '@esprel/core';
import { all, type Db, one, run } from '../db/db.ts';
import { libraryCrop } from '../records/crop.ts';
import type { LotRow } from '../records/lot.ts';
import { overruleOn } from '../records/overrule.ts';
import { frostOf, readSettings } from '../records/settings.ts';
import { advisedTest } from './estimator.ts';
import { file, type ListedLot, listings } from './listing.ts';
import { spendableOf } from './spendable.ts';
import { type StoredEstimate, storedEstimates } from './stored.ts';
import { wetOf, wetReason } from './wet.ts';

/** A lot with what was judged of it the last time. */
type JudgedLot = ListedLot & {
  readonly verdict: string;
  readonly verdict_beside: string | null;
  readonly reason: string;
  readonly next_look: string | null;
  readonly worth: number | null;
  readonly worth_why: string | null;
  readonly true_mean: number | null;
};

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

/** Members who hold seed of a lot and brought none back. */
function heldBy(db: Db, lotId: number): number {
  const row = one<{ n: number }>(
    db,
    `SELECT count(DISTINCT o.member_id) AS n FROM loans o WHERE o.lot_id = ?
       AND NOT EXISTS (SELECT 1 FROM loans_home r WHERE r.loan_id = o.id)`,
    lotId,
  );
  return row?.n ?? 0;
}

function judgeOne(
  db: Db,
  { lot, estimate }: Judged,
  younger: JudgedLot | undefined,
  worth: Worth | null,
  frost: FrostDates,
  today: string,
): Judgement {
  const crop = libraryCrop(db, lot.crop_key);
  const sowing = nextSowingDay(crop, today, frost);
  const judged = judge({
    today: estimate.today,
    threshold: estimate.threshold,
    medianInAYear: estimate.medianInAYear,
    medianWhenRenewed: estimate.medianWhenRenewed,
    belowFortyOn: estimate.belowFortyOn,
    belowLineOn: estimate.belowLineOn,
    deadOn: estimate.deadOn ?? null,
    balance: lot.balance,
    floor: lot.floor,
    twoSeasons: estimate.twoSeasons,
    youngerSound: younger?.code ?? null,
    renewable: lot.breeding !== 'hybrid-f1' && lot.breeding !== 'clone' && crop.trueToType !== 'rarely',
    perCell: estimate.perCell,
    unit: sownUnit(crop.key),
    sharesPots: sharesPots(crop),
    testChanges: worth?.change ?? null,
    testInTime: sowing === null || addDays(today, testDays(crop)) <= sowing,
    heldBy: lot.balance === 0 ? heldBy(db, lot.id) : 0,
    keeping: crop.storageBehaviour,
    expected: estimate.expected ?? null,
    day: today,
  });
  const word = lot.balance === 0 ? undefined : overruleOn(db, lot.id, today);
  const wet = lot.wet_on === null || lot.balance === 0 ? null : wetOf(db, lot.id);
  if (!word && wet !== null) return { verdict: 'test-first', beside: null, reason: wetReason(wet), nextLook: today };
  if (!word) return judged;
  return {
    verdict: word.verdict as Verdict,
    beside: null,
    reason: `${sentence(word.reason)} Set by hand until ${shortDay(word.untilDay, readSettings(db).dateOrder)}; the figures say: ${judged.reason}`,
    nextLook: word.untilDay,
  };
}

/** What somebody typed, as a sentence among others. */
const sentence = (text: string): string => capital(/[.!?…]$/.test(text) ? text : `${text}.`);

interface Worth {
  readonly worth: number;
  readonly why: string;
  /** Chance that the test changes what is done with the lot. */
  readonly change: number;
}

/** What a test of the lot would be worth, in figures and a sentence; null where none can be made. */
function worthOf(me: Judged, sisters: readonly Judged[], wanted: number, tested: ReadonlySet<number>): Worth | null {
  const { lot, estimate } = me;
  const free = lendable(lot.balance, lot.floor);
  if (lot.state !== 'kept' || lot.missing_since !== null || free < SMALLEST_TEST) return null;
  if (tested.has(lot.id)) return null;
  const spendable = spendableOf(lot);
  const advised = estimate.advised?.spendable === spendable ? estimate.advised : advisedTest(estimate.today, estimate.threshold, spendable);
  if (advised === null) return null;
  const input = {
    seeds: advised.seeds,
    free,
    wanted,
    sound: sisters.filter((o) => o.lot.id !== lot.id && isSound(o)).length,
  };
  return { worth: testWorth(advised, input), why: worthWords(advised, input), change: advised.change };
}

/** A lot of a variety as it is judged today. */
interface JudgedToday extends Judged {
  readonly judgement: Judgement;
  readonly worth: Worth | null;
}

/** The judgement of every lot of a variety; `fresh` holds estimates that are newer than the stored ones, by lot. */
function judgements(db: Db, varietyId: number, today: string, fresh: ReadonlyMap<number, StoredEstimate> = new Map()): JudgedToday[] {
  const lots = all<JudgedLot>(
    db,
    `SELECT l.*, v.crop_key, v.breeding, v.folded, c.name AS crop_name, e.verdict, e.verdict_beside, e.reason, e.next_look, e.worth, e.worth_why, e.true_mean
     FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     LEFT JOIN lot_estimates e ON e.lot_id = l.id WHERE l.variety_id = ?`,
    varietyId,
  );
  const stored = storedEstimates(
    db,
    lots.map((l) => l.id).filter((id) => !fresh.has(id)),
  );
  const judged = lots.flatMap((lot): Judged[] => {
    const estimate = fresh.get(lot.id) ?? stored.get(lot.id);
    return estimate === undefined ? [] : [{ lot, estimate }];
  });
  const tested = new Set(
    all<{ id: number }>(
      db,
      'SELECT t.lot_id AS id FROM lots l JOIN tests t ON t.lot_id = l.id WHERE l.variety_id = ? AND t.closed_on IS NULL',
      varietyId,
    ).map((t) => t.id),
  );
  const wanted =
    one<{ n: number }>(
      db,
      'SELECT count(*) AS n FROM loans o JOIN lots l ON l.id = o.lot_id WHERE l.variety_id = ? AND o.lent_on > ?',
      varietyId,
      addDays(today, -WANTED_DAYS),
    )?.n ?? 0;
  const frost = frostOf(readSettings(db));
  return judged.map((me) => {
    const younger = judged.find((o) => o.lot.id !== me.lot.id && o.lot.ages_from > me.lot.ages_from && isSound(o));
    const worth = worthOf(me, judged, wanted, tested);
    return { ...me, worth, judgement: judgeOne(db, me, younger?.lot, worth, frost, today) };
  });
}

/** The judgement of one lot by an estimate of this very moment, so that what is shown together belongs together. */
export function judgementOf(db: Db, lot: LotRow, estimate: StoredEstimate, today: string): Judgement | null {
  return judgements(db, lot.variety_id, today, new Map([[lot.id, estimate]])).find((j) => j.lot.id === lot.id)?.judgement ?? null;
}

/**
 * Judges all lots of a variety again from their stored estimates, and files them in the lists they belong to. Estimates that were stored
 * just now need not be read again: `fresh` holds them.
 */
export function judgeVariety(db: Db, varietyId: number, today: string, fresh?: ReadonlyMap<number, StoredEstimate>): void {
  const judged = judgements(db, varietyId, today, fresh);
  const listed = listings(db, varietyId);
  for (const { lot, estimate, judgement, worth } of judged) {
    const now = [judgement.verdict, judgement.beside, judgement.reason, judgement.nextLook, worth?.worth ?? null, worth?.why ?? null];
    const before = [lot.verdict, lot.verdict_beside, lot.reason, lot.next_look, lot.worth, lot.worth_why];
    // Most stays as it was: a row that holds a whole estimate is not written for nothing.
    if (now.some((x, i) => x !== before[i])) {
      run(
        db,
        `UPDATE lot_estimates SET verdict = ?, verdict_beside = ?, reason = ?, next_look = ?, worth = ?, worth_why = ? WHERE lot_id = ?`,
        ...now,
        lot.id,
      );
    }
    file(db, lot, { median: estimate.today.median, trueMean: lot.true_mean }, judgement, listed.get(lot.id) ?? []);
  }
}
