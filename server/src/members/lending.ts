import { addDays, type LabelLoan, type LabelLot, lotLabel, parseLotCode, seedReadyDay, sownUnit, wrong } from '@esprel/core';
import type { LendableLot, LoanSlip } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { freeFor } from '../estimates/free.ts';
import { lotsByCode } from '../lots/list.ts';
import { packetsOf } from '../lots/packets.ts';
import { blocked, notFound } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode, lotNames } from '../records/lot.ts';
import { frostOf, readSettings } from '../records/settings.ts';
import { SeasonReader } from '../season/windows.ts';
import { nameInDoubt, whyNotLent } from './lend.ts';
import { usualSeeds } from './serving.ts';

/** Seed that is ripe has to be dried and cleaned before it is brought back. */
export const CLEANING_DAYS = 30;

/** Lots that are handed over together, in the order of their codes as they were given. */
export function lendableLots(db: Db, codes: readonly string[], today: string): LendableLot[] {
  const frost = frostOf(readSettings(db));
  const said = new Map(lotsByCode(db, codes).map((l) => [l.code, l]));
  return codes.map((typed, i) => {
    const lot = lotByCode(db, parseLotCode(typed) ?? typed, `codes[${String(i)}]`);
    const crop = libraryCrop(db, lot.crop_key);
    const known = said.get(lot.code);
    const lendable = freeFor(db, lot, 'garden');
    const usual = usualSeeds(db, lot.variety_id, known?.sowing.perCell ?? null, lendable);
    return {
      code: lot.code,
      variety: lotNames(db, lot.id).variety,
      crop: crop.name,
      unit: sownUnit(crop.key),
      balance: lot.balance,
      floor: lot.floor,
      lendable,
      renewable: freeFor(db, lot, 'renew'),
      packets: packetsOf(db, lot.id),
      usualSeeds: usual > 0 ? usual : null,
      usualDue: addDays(seedReadyDay(crop, today, frost), CLEANING_DAYS),
      doubtful: nameInDoubt(lot),
      cautions: known?.cautions ?? [],
      problem: whyNotLent(db, lot),
    };
  });
}

/** Seed that was handed over, or lies ready to be. */
interface Handed extends LabelLoan {
  readonly id: number;
  readonly code: string;
  readonly seeds: number;
  readonly lentOn: string | null;
}

/** What a member takes along of these loans; of all that they have in hand where none is named. */
export function loanSlip(db: Db, memberId: number, ids: readonly string[], today: string): LoanSlip {
  if (ids.some((id) => !/^\d{1,15}$/.test(id))) throw wrong('loans', 'holds what is no number');
  const loans = all<Handed>(
    db,
    `SELECT o.id, l.code, o.seeds, o.purpose, o.promise, o.promised_seeds AS promisedSeeds, o.due_on AS dueOn, o.packet_note AS note,
       o.lent_on AS lentOn, p.apart
     FROM loans o LEFT JOIN patches p ON p.loan_id = o.id JOIN lots l ON l.id = o.lot_id WHERE o.member_id = ? AND (? = '' OR o.id IN (SELECT value FROM json_each(?)))
       AND (? <> '' OR (o.settled_on IS NULL AND o.seeds > o.unsown + (SELECT coalesce(sum(s.seeds), 0) FROM sowings s WHERE s.loan_id = o.id)))
     ORDER BY o.id`,
    memberId,
    ids.join(),
    JSON.stringify(ids.map(Number)),
    ids.join(),
  );
  return slipOf(db, memberId, loans, today);
}

/** What goes along with a packet that lies ready. Throws a Problem where nothing does. */
export function askSlip(db: Db, askId: number, today: string): LoanSlip {
  const ask = one<Handed & { memberId: number }>(
    db,
    `SELECT a.id, a.member_id AS memberId, l.code, a.seeds, a.purpose, a.promise, a.promised_seeds AS promisedSeeds, a.due_on AS dueOn,
       a.packet_note AS note, NULL AS lentOn FROM asks a JOIN lots l ON l.id = a.lot_id WHERE a.id = ?`,
    askId,
  );
  if (!ask) throw blocked('Nothing lies ready for it.');
  return slipOf(db, ask.memberId, [ask], today);
}

function slipOf(db: Db, memberId: number, handed: readonly Handed[], today: string): LoanSlip {
  const member = one<{ name: string }>(db, 'SELECT name FROM members WHERE id = ?', memberId);
  if (!member) throw notFound('That member');
  const garden = one<{ id: number; name: string }>(db, 'SELECT id, name FROM gardens WHERE member_id = ? ORDER BY id LIMIT 1', memberId);
  const settings = readSettings(db);
  const reader = new SeasonReader(db);
  const lots = new Map(
    lotsByCode(
      db,
      handed.map((l) => l.code),
    ).map((l) => [l.code, l]),
  );
  return {
    member: member.name,
    lentOn: handed.reduce<string | null>((last, l) => (last === null || (l.lentOn ?? '') > last ? l.lentOn : last), null),
    garden: garden?.name ?? null,
    lots: handed.map((loan) => {
      const text = lotLabel('packet', lots.get(loan.code) as unknown as LabelLot, settings, {
        seedsEach: loan.seeds,
        sownOn: null,
        window: reader.nextWindow(loan.code, garden?.id ?? null, today),
        loan,
      });
      return {
        loanId: loan.id,
        code: loan.code,
        variety: text.title,
        cautions: text.cautions,
        // The name of the library stands at the head of the slip.
        lines: text.lines.filter((line) => line !== settings.libraryName),
      };
    }),
  };
}
