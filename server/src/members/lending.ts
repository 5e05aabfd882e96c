import { addDays, type LabelLoan, type LabelLot, lotLabel, parseLotCode, seedReadyDay, sownUnit, wrong } from '@esprel/core';
import type { LendableLot, LoanSlip } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { freeFor } from '../estimates/free.ts';
import { lotsByCode } from '../lots/list.ts';
import { packetsOf } from '../lots/packets.ts';
import { notFound } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode, lotNames } from '../records/lot.ts';
import { frostOf, readSettings } from '../records/settings.ts';
import { SeasonReader } from '../season/windows.ts';
import { nameInDoubt, whyNotLent } from './lend.ts';

/** Places in a bed or a tray that a packet is usually meant for. */
const USUAL_PLACES = 12;
/** Seed that is ripe has to be dried and cleaned before it is brought back. */
const CLEANING_DAYS = 30;

/** Lots that are handed over together, in the order of their codes as they were given. */
export function lendableLots(db: Db, codes: readonly string[], today: string): LendableLot[] {
  const frost = frostOf(readSettings(db));
  const said = new Map(lotsByCode(db, codes).map((l) => [l.code, l]));
  return codes.map((typed, i) => {
    const lot = lotByCode(db, parseLotCode(typed) ?? typed, `codes[${String(i)}]`);
    const crop = libraryCrop(db, lot.crop_key);
    const known = said.get(lot.code);
    const lendable = freeFor(db, lot, 'garden');
    const last = one<{ seeds: number }>(
      db,
      'SELECT o.seeds FROM loans o JOIN lots l ON l.id = o.lot_id WHERE l.variety_id = ? ORDER BY o.lent_on DESC, o.id DESC LIMIT 1',
      lot.variety_id,
    );
    const usual = Math.min(lendable, last?.seeds ?? USUAL_PLACES * (known?.sowing.perCell ?? 2));
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
      saving: known?.saving.hybrid
        ? 'A hybrid: seed saved from it will not come true.'
        : crop.trueToType === 'rarely'
          ? 'Hardly ever comes true from seed.'
          : null,
      problem: whyNotLent(db, lot),
    };
  });
}

interface SlipLoan extends LabelLoan {
  readonly id: number;
  readonly code: string;
  readonly seeds: number;
  readonly lentOn: string;
}

/** What a member takes along of these loans; of all that they have in hand where none is named. */
export function loanSlip(db: Db, memberId: number, ids: readonly string[], today: string): LoanSlip {
  const member = one<{ name: string }>(db, 'SELECT name FROM members WHERE id = ?', memberId);
  if (!member) throw notFound('That member');
  if (ids.some((id) => !/^\d{1,15}$/.test(id))) throw wrong('loans', 'holds what is no number');
  const garden = one<{ id: number; name: string }>(db, 'SELECT id, name FROM gardens WHERE member_id = ? ORDER BY id LIMIT 1', memberId);
  const loans = all<SlipLoan>(
    db,
    `SELECT o.id, l.code, o.seeds, o.purpose, o.promise, o.promised_seeds AS promisedSeeds, o.due_on AS dueOn, o.packet_note AS note,
       o.lent_on AS lentOn
     FROM loans o JOIN lots l ON l.id = o.lot_id WHERE o.member_id = ? AND (? = '' OR o.id IN (SELECT value FROM json_each(?)))
       AND (? <> '' OR (o.settled_on IS NULL AND o.seeds > o.unsown + (SELECT coalesce(sum(s.seeds), 0) FROM sowings s WHERE s.loan_id = o.id)))
     ORDER BY o.id`,
    memberId,
    ids.join(),
    JSON.stringify(ids.map(Number)),
    ids.join(),
  );
  const settings = readSettings(db);
  const reader = new SeasonReader(db);
  const lots = new Map(
    lotsByCode(
      db,
      loans.map((l) => l.code),
    ).map((l) => [l.code, l]),
  );
  return {
    member: member.name,
    lentOn: loans.reduce<string | null>((last, l) => (last === null || l.lentOn > last ? l.lentOn : last), null),
    garden: garden?.name ?? null,
    lots: loans.map((loan) => {
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
