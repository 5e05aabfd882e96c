import { addDays, curveOn, type YearLot, type YearPromise } from '@esprel/core';
import { all, type Db } from '../db/db.ts';

interface LotRow {
  readonly id: number;
  readonly code: string;
  readonly varietyId: number;
  readonly variety: string;
  readonly crop: string;
  readonly source: string;
  /** The name of the source as names are compared. */
  readonly folded: string;
  readonly acquisition: YearLot['acquisition'];
  readonly receivedOn: string;
  readonly missing: string | null;
  readonly place: string | null;
  readonly curve: string | null;
}

interface MovedRow {
  readonly lotId: number;
  readonly kind: string;
  readonly seeds: number;
  readonly reason: string;
  readonly movedOn: string;
}

type Moved = {
  -readonly [K in 'came' | 'lent' | 'sown' | 'tested' | 'given' | 'thrownOut' | 'thrownOutWhy' | 'before' | 'after']: YearLot[K];
};
const NOTHING: Readonly<Moved> = { before: 0, after: 0, came: 0, lent: 0, sown: 0, tested: 0, given: 0, thrownOut: 0, thrownOutWhy: null };

/** What a movement of the report is counted as, by its kind. */
const COUNTED: Readonly<Record<string, 'lent' | 'sown' | 'tested' | 'given' | 'thrownOut'>> = {
  lent: 'lent',
  sown: 'sown',
  test: 'tested',
  out: 'given',
  discarded: 'thrownOut',
};

/** What each lot had and what went of it, from its movements. */
function moved(db: Db, from: string, to: string): Map<number, Moved> {
  const of = new Map<number, Moved>();
  const rows = db
    .prepare('SELECT lot_id AS lotId, kind, seeds, reason, moved_on AS movedOn FROM movements WHERE moved_on <= ? ORDER BY id')
    .iterate(to) as IterableIterator<MovedRow>;
  for (const row of rows) {
    let now = of.get(row.lotId);
    if (!now) of.set(row.lotId, (now = { ...NOTHING }));
    now.after += row.seeds;
    if (row.movedOn < from) now.before += row.seeds;
    else if (row.kind === 'in' || row.kind === 'returned') now.came += row.seeds;
    else {
      const what = COUNTED[row.kind];
      // What was taken back of a movement is a correction, which is none of these.
      if (what !== undefined && row.seeds < 0) now[what] -= row.seeds;
      if (what === 'thrownOut') now.thrownOutWhy = row.reason;
    }
  }
  return of;
}

/** What members are called as a source: a report is read by others, and who gave what is between them and the library. */
export const FROM_MEMBERS = 'members';

/** Every lot that had seed at some time of the report. */
export function yearLots(db: Db, from: string, to: string): YearLot[] {
  const by = moved(db, from, to);
  const rows = db
    .prepare(
      `SELECT l.id, l.code, v.id AS varietyId, v.name AS variety, c.name AS crop, s.name AS source, s.folded, l.acquisition, l.received_on AS receivedOn,
         l.missing_since AS missing, e.picture ->> '$.ribbon' AS curve,
         (SELECT p.name FROM storage_periods q JOIN places p ON p.id = q.place_id WHERE q.lot_id = l.id ORDER BY q.from_day DESC LIMIT 1) AS place
       FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key JOIN sources s ON s.id = l.source_id
         LEFT JOIN lot_estimates e ON e.lot_id = l.id
       WHERE l.received_on <= ? ORDER BY l.id`,
    )
    .iterate(to) as IterableIterator<LotRow>;
  const members = new Set(all<{ folded: string }>(db, 'SELECT folded FROM members').map((m) => m.folded));
  const lots: YearLot[] = [];
  // Few crops and places for many lots: one text of each, instead of one a lot.
  const texts = new Map<string, string>();
  const same = <T extends string | null>(text: T): T => {
    if (text === null) return text;
    const there = texts.get(text);
    if (there === undefined) texts.set(text, text);
    return (there ?? text) as T;
  };
  for (const { id, curve, missing, folded, ...lot } of rows) {
    const m = by.get(id) ?? NOTHING;
    if (m.before <= 0 && m.came <= 0) continue;
    const points = curve === null ? [] : (JSON.parse(curve) as { date: string; median: number }[]);
    const start = lot.receivedOn < from ? addDays(from, -1) : lot.receivedOn;
    lots.push({
      ...lot,
      ...m,
      variety: same(lot.variety),
      crop: same(lot.crop),
      place: same(lot.place),
      acquisition: same(lot.acquisition),
      receivedOn: same(lot.receivedOn),
      source: members.has(folded) ? FROM_MEMBERS : same(lot.source),
      before: Math.max(0, m.before),
      after: Math.max(0, m.after),
      aliveBefore: curveOn(points, start),
      aliveAfter: curveOn(points, to),
      missing: missing !== null && missing <= to,
    });
  }
  return lots;
}

/** Promises that fell due within the report. */
export function yearPromises(db: Db, from: string, to: string): YearPromise[] {
  return all<{ dueOn: string; settledOn: string | null; home: number }>(
    db,
    `SELECT o.due_on AS dueOn, o.settled_on AS settledOn,
       EXISTS (SELECT 1 FROM returns r WHERE r.loan_id = o.id AND r.received_on <= ?)
         OR EXISTS (SELECT 1 FROM return_loans rl JOIN returns r ON r.id = rl.return_id WHERE rl.loan_id = o.id AND r.received_on <= ?) AS home
     FROM loans o WHERE o.promise <> 'nothing' AND o.due_on BETWEEN ? AND ?`,
    to,
    to,
    from,
    to,
  ).map((r) => ({ dueOn: r.dueOn, settledOn: r.settledOn !== null && r.settledOn <= to ? r.settledOn : null, cameHome: r.home === 1 }));
}
