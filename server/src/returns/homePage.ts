import { distance, monthDay, SAVING_DONE_WORDS, savingSaid, yearOf } from '@esprel/core';
import type { HomePage, LoanOut, MySavingDone } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import { seedWeight } from '../members/memberSheet.ts';
import { notFound } from '../problem.ts';
import { readSettings } from '../records/settings.ts';

type Said = Pick<MySavingDone, 'step' | 'doneOn' | 'plants' | 'taken' | 'apart' | 'nearM' | 'how' | 'grams' | 'note'>;
type LoanRow = Omit<LoanOut, 'said' | 'plants' | 'seedsBack' | 'isolated' | 'grownBeside' | 'harvestYear' | 'dried' | 'weight'> & {
  readonly lotId: number;
};

/** Loans of so many years back may still come home. */
const MOST_YEARS = 4;

/** All that one person may bring: what is out, with what was written on the phone while it grew. */
export function homePage(db: Db, memberId: number, today: string): HomePage {
  const member = one<{ id: number; name: string; called: string | null }>(
    db,
    'SELECT id, name, called FROM members WHERE id = ? AND left_on IS NULL',
    memberId,
  );
  if (!member) throw notFound('That member');
  const loans = all<LoanRow>(
    db,
    `SELECT o.id, o.lot_id AS lotId, l.code AS lotCode, v.name AS variety, v.id AS varietyId, c.name AS crop, c.key AS cropKey, o.seeds, o.purpose, o.promise,
       o.promised_seeds AS promisedSeeds, o.due_on AS dueOn, o.lent_on AS lentOn
     FROM loans o JOIN lots l ON l.id = o.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     WHERE o.member_id = ? AND o.seeds > o.unsown AND o.lent_on >= ? AND NOT EXISTS (SELECT 1 FROM loans_home h WHERE h.loan_id = o.id)
     ORDER BY o.promise = 'nothing', o.settled_on IS NOT NULL, o.due_on, o.id`,
    memberId,
    `${String(yearOf(today) - MOST_YEARS)}-01-01`,
  );
  const said = groupBy(
    all<Said & { loanId: number }>(
      db,
      `SELECT s.loan_id AS loanId, s.step, s.done_on AS doneOn, s.plants, s.taken, s.apart, s.near_m AS nearM, s.how, s.grams, s.note
       FROM saving_steps s JOIN loans o ON o.id = s.loan_id WHERE o.member_id = ? ORDER BY s.id`,
      memberId,
    ),
    (s) => s.loanId,
  );
  return { member, today, loans: loans.map((loan) => loanOut(db, loan, said.get(loan.id) ?? [], today)) };
}

function loanOut(db: Db, { lotId, ...loan }: LoanRow, said: readonly Said[], today: string): LoanOut {
  const of = (step: Said['step']): Said | undefined => said.find((s) => s.step === step);
  const [pick, dry, apart, near] = [of('pick'), of('dry'), of('keep-apart'), of('near')];
  const weight = seedWeight(db, lotId, loan.cropKey);
  const covered = apart?.apart != null && apart.apart !== 'open';
  return {
    ...loan,
    weight,
    said: saidWords(db, said, today),
    plants: pick?.plants ?? null,
    seedsBack: dry?.grams == null ? null : Math.max(1, Math.round(dry.grams * weight.seedsPerGram)),
    isolated: covered || (near !== undefined && near.nearM === null) ? 'yes' : near?.nearM == null ? 'unknown' : 'no',
    grownBeside:
      near?.nearM == null ? null : `${near.note ?? 'another of its kind'}, ${distance(near.nearM, readSettings(db).lengthUnit)} away`,
    // Seed that comes before the summer was ripe last year, unless it was lent since.
    harvestYear:
      yearOf(pick?.doneOn ?? today) - (pick === undefined && today.slice(5) < '07-01' && yearOf(loan.lentOn) < yearOf(today) ? 1 : 0),
    dried: dry !== undefined,
  };
}

/** What was written on the phone, in the order in which it was. */
function saidWords(db: Db, said: readonly Said[], today: string): string | null {
  const settings = readSettings(db);
  const words = said.flatMap(({ step, doneOn, note: _note, ...answer }) => {
    const parts = savingSaid(step, answer, settings);
    const done = `${SAVING_DONE_WORDS[step].toLowerCase()} ${monthDay(doneOn, settings.dateOrder, today)}`;
    return [parts.length === 0 ? done : `${done} (${parts.join(', ')})`];
  });
  return words.length === 0 ? null : `From the phone: ${words.join('; ')}.`;
}
