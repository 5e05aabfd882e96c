import { addDays, howToSow, type PacketFacts, packetWay, type SowingMethod, sownUnit, wakingSteps, wantedSoil } from '@esprel/core';
import type { LotByCode, MyPacket, MySowing } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import { lotsByCode } from '../lots/list.ts';
import { loanSlip } from '../members/lending.ts';
import { libraryCrop } from '../records/crop.ts';
import { agreedOfLoan } from '../records/patch.ts';
import type { SeasonReader } from '../season/windows.ts';

/** A packet of which nothing was heard for so long is in hand no more, as far as anybody can tell. */
const HEARD_OF_DAYS = 730;
/** What was said of a sowing can be looked at, and taken back, for so long after it was finished. */
const FINISHED_SHOWN_DAYS = 21;

export interface MyLoan {
  readonly id: number;
  readonly lotId: number;
  readonly code: string;
  readonly varietyId: number;
  readonly variety: string;
  readonly cropKey: string;
  readonly crop: string;
  readonly form: string;
  readonly seeds: number;
  readonly unsown: number;
  readonly purpose: MyPacket['purpose'];
  readonly promise: 'nothing' | 'some' | 'amount';
  readonly promisedSeeds: number | null;
  readonly dueOn: string | null;
  readonly lentOn: string;
  readonly settledOn: string | null;
}

/** What a member was lent, the latest first. */
export function loansOf(db: Db, memberId: number): MyLoan[] {
  return all<MyLoan>(
    db,
    `SELECT o.id, o.lot_id AS lotId, l.code, l.variety_id AS varietyId, v.name AS variety, v.crop_key AS cropKey, c.name AS crop, l.form,
       o.seeds, o.unsown, o.purpose, o.promise, o.promised_seeds AS promisedSeeds, o.due_on AS dueOn, o.lent_on AS lentOn,
       o.settled_on AS settledOn
     FROM loans o JOIN lots l ON l.id = o.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     WHERE o.member_id = ? ORDER BY o.lent_on DESC, o.id DESC`,
    memberId,
  );
}

/** The step of a member that can be taken back: the last about a sowing, or about what the library asked, unless somebody else wrote since. */
export function undoOf(db: Db, id: number, memberId: number, subject: 'sowing' | 'renewal' = 'sowing'): number | null {
  const last = one<{ id: number; memberId: number | null }>(
    db,
    `SELECT s.id, s.member_id AS memberId FROM step_subjects t JOIN steps s ON s.id = t.step_id
     WHERE t.subject = ? AND t.subject_id = ? AND s.undone_by IS NULL AND s.undoes IS NULL ORDER BY s.id DESC LIMIT 1`,
    subject,
    id,
  );
  return last?.memberId === memberId ? last.id : null;
}

/** A sowing as it is kept, with what its packet and its steps go by. */
export interface SownPacket extends MySowing {
  readonly fateOn: string | null;
  readonly method: SowingMethod;
}

/** As the member's page has it. */
export const shownSowing = ({ fateOn: _fateOn, method: _method, ...s }: SownPacket): MySowing => s;

/** What a member sowed of each of their loans, the latest first. */
export function sowingsByLoan(db: Db, memberId: number): Map<number, SownPacket[]> {
  const rows = all<SownPacket & { loanId: number }>(
    db,
    `SELECT s.id, s.loan_id AS loanId, s.seeds, s.sown_on AS sownOn, s.fate, s.fate_on AS fateOn, s.method,
       (SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id) AS emerged
     FROM sowings s JOIN loans o ON o.id = s.loan_id WHERE o.member_id = ? ORDER BY s.sown_on DESC, s.id DESC`,
    memberId,
  );
  return new Map(
    [...groupBy(rows, (r) => r.loanId)].map(([loanId, of]) => [
      loanId,
      of.map(({ loanId: _loan, ...s }) => ({ ...s, undo: undoOf(db, s.id, memberId) })),
    ]),
  );
}

export const leftOf = (loan: MyLoan, sowings: readonly { readonly seeds: number }[]): number =>
  loan.seeds - loan.unsown - sowings.reduce((n, s) => n + s.seeds, 0);

/** How a packet is sown: its lot, in that garden, from today on. */
function factsOf(reader: SeasonReader, loan: MyLoan, lot: LotByCode, left: number, gardenId: number | null, today: string): PacketFacts {
  const { db } = reader;
  const crop = libraryCrop(db, loan.cropKey);
  const ways = reader.coming({ id: loan.lotId, crop_key: loan.cropKey, variety_id: loan.varietyId }, gardenId, today);
  const sown = packetWay(ways, reader.yearOf(today, gardenId), today);
  const next = sown?.way;
  // What was agreed to be begun earlier or later is.
  const { shiftDays } = agreedOfLoan(db, loan.id);
  const later = (day: string): string => addDays(day, shiftDays);
  const plantOut = next?.way === 'start' ? (next.season.season.plantOut?.from ?? null) : null;
  return {
    seeds: left,
    unit: sownUnit(crop.key),
    style: howToSow(crop, { pelleted: loan.form === 'pelleted' }).style,
    perCell: lot.sowing.perCell,
    depthMm: lot.sowing.depthMm,
    light: lot.sowing.light,
    warmC: crop.soilOptLowC,
    soilC: wantedSoil(crop),
    emergeMinD: lot.sowing.emergeMinD,
    emergeMaxD: lot.sowing.emergeMaxD,
    preparation: wakingSteps({ ...crop, chillWeeks: 0 }),
    chillWeeks: crop.chillWeeks,
    window: next ? { from: later(next.window.from), target: later(next.window.target), to: later(next.window.to), way: next.way } : null,
    missedOn: sown?.missedOn ?? null,
    plantOutFrom: plantOut === null ? null : later(plantOut),
    keepsShort: crop.storageBehaviour === 'recalcitrant',
  };
}

/** Seed in a member's hand or ground, what wants something today first. */
export function myPackets(
  reader: SeasonReader,
  memberId: number,
  loans: readonly MyLoan[],
  sowings: ReturnType<typeof sowingsByLoan>,
  garden: { readonly id: number } | null,
  today: string,
): MyPacket[] {
  const { db } = reader;
  const shown = loans.flatMap((loan) => {
    const of = (sowings.get(loan.id) ?? []).filter((s) => s.fateOn === null || s.fateOn >= addDays(today, -FINISHED_SHOWN_DAYS));
    const left = leftOf(loan, sowings.get(loan.id) ?? []);
    const heard = loan.lentOn >= addDays(today, -HEARD_OF_DAYS);
    return of.length > 0 || (left > 0 && heard) ? [{ loan, of, left }] : [];
  });
  if (shown.length === 0) return [];
  const codes = [...new Set(shown.map((s) => s.loan.code))];
  const lots = new Map(lotsByCode(db, codes).map((l) => [l.code, l]));
  const slip = loanSlip(
    db,
    memberId,
    shown.map((s) => String(s.loan.id)),
    today,
  );
  const said = new Map(slip.lots.map((l) => [l.loanId, l]));
  return shown.flatMap(({ loan, of, left }) => {
    const lot = lots.get(loan.code);
    if (!lot) return [];
    return [
      {
        loanId: loan.id,
        code: loan.code,
        variety: loan.variety,
        crop: loan.crop,
        purpose: loan.purpose,
        lentOn: loan.lentOn,
        left,
        facts: factsOf(reader, loan, lot, left, garden?.id ?? null, today),
        cautions: said.get(loan.id)?.cautions ?? [],
        lines: said.get(loan.id)?.lines ?? [],
        sowings: of.map(shownSowing),
      },
    ];
  });
}
