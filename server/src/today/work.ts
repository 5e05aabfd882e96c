import { addDays, daysBetween, numberWords, PROMISE_NOTICE_DAYS, QUARANTINE_DAYS } from '@esprel/core';
import { all, type Db } from '../db/db.ts';
import { type Errand, openErrands } from '../errands/errands.ts';
import { listTests } from '../germination/tests.ts';
import { waitingReturns } from '../returns/returns.ts';
import { listSowings } from '../sowing/sowings.ts';

export type WorkKind = 'count' | 'warm' | 'look' | 'fate' | 'promise' | 'quarantine' | 'reprint' | 'tell';

/** One piece of dated work: what, when, and the address where it is done. */
export interface WorkItem {
  readonly kind: WorkKind;
  readonly due: string;
  readonly title: string;
  readonly detail: string;
  readonly at: string;
  readonly lotCode: string;
  /** Minutes it usually takes. */
  readonly minutes: number;
}

interface TestListed {
  readonly id: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly startedOn: string;
  readonly warmFrom: string;
  readonly seeds: number;
  readonly bags: number;
  readonly marked: number;
  readonly normal: number;
  readonly next: {
    readonly due: string;
    readonly number: number;
    readonly of: number;
    readonly testDay: number;
    readonly extended: boolean;
  } | null;
}

const ORDINALS = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth'];

function testWork(test: TestListed, today: string): WorkItem[] {
  const items: WorkItem[] = [];
  const base = { at: `/tests/${String(test.id)}`, lotCode: test.lotCode };
  if (test.warmFrom > test.startedOn && test.warmFrom >= addDays(today, -3)) {
    items.push({
      ...base,
      kind: 'warm',
      due: test.warmFrom,
      title: `Bring ${test.variety} into the warm`,
      detail: `${test.crop}, the preparation is over`,
      minutes: 5,
    });
  }
  if (test.next) {
    const bags = test.bags > 1 ? `, ${numberWords(test.bags)} bags` : '';
    const which = test.next.extended ? 'slow seed still out' : `${ORDINALS[test.next.number] ?? 'next'} count`;
    items.push({
      ...base,
      kind: 'count',
      due: test.next.due,
      title: `Count ${test.variety}${bags}`,
      detail: `${test.crop}, ${which}, day ${String(test.next.testDay)}${test.marked > 0 ? `; ${String(test.normal)} of ${String(test.seeds)} up last time` : ''}`,
      minutes: 3 + 2 * test.bags,
    });
  } else {
    items.push({
      ...base,
      kind: 'count',
      due: today,
      title: `Close the test of ${test.variety}`,
      detail: `${test.crop}, every seed is marked`,
      minutes: 2,
    });
  }
  return items;
}

/** All dated work of the library, the earliest first. Work of the past that is not done stays until it is. */
export function allWork(db: Db, today: string): WorkItem[] {
  const items: WorkItem[] = [];
  for (const test of listTests(db, 'open') as TestListed[]) items.push(...testWork(test, today));
  for (const s of listSowings(db, 'open')) {
    if (!s.next) continue;
    const whose = s.member === null ? 'the library’s own' : `with ${s.member}`;
    items.push({
      kind: s.next.last ? 'fate' : 'look',
      due: s.next.due,
      title: s.next.last ? `Say what became of ${s.variety}` : `Look at ${s.variety}`,
      detail: `${s.crop}, ${whose}, ${s.emerged === null ? `${String(s.seeds)} sown` : `${String(s.emerged)} of ${String(s.seeds)} up so far`}`,
      at: `/sowing/${String(s.id)}`,
      lotCode: s.lotCode,
      minutes: 3,
    });
  }
  items.push(...promises(db));
  for (const r of waitingReturns(db)) {
    items.push({
      kind: 'quarantine',
      due: addDays(r.receivedOn, QUARANTINE_DAYS),
      title: `Look through ${r.variety} from ${r.member}`,
      detail: `${r.crop}, came back ${r.lotCode}; dry, clean, no beetles?`,
      at: `/lots/${r.lotCode}`,
      lotCode: r.lotCode,
      minutes: 5,
    });
  }
  items.push(...errandWork(db, today));
  return items.sort((a, b) => a.due.localeCompare(b.due) || a.title.localeCompare(b.title));
}

/** Labels to print again are one piece of work; every member to tell is one of their own. */
function errandWork(db: Db, today: string): WorkItem[] {
  const open = openErrands(db);
  const labels = open.filter((e) => e.kind === 'reprint');
  const first = labels[0];
  const codes = [...new Set(labels.map((e) => e.lotCode))];
  const items: WorkItem[] = first
    ? [
        {
          kind: 'reprint',
          due: first.madeOn < today ? first.madeOn : today,
          title: codes.length === 1 ? `Print the label of ${first.lotCode} again` : `Print ${String(codes.length)} labels again`,
          detail:
            codes.length === 1
              ? `${first.variety}, ${first.words}`
              : `${first.variety}: ${first.words}${codes.length > 1 ? ', and others' : ''}`,
          at: `/labels?codes=${codes.slice(0, 200).join(',')}`,
          lotCode: first.lotCode,
          minutes: 2 + codes.length,
        },
      ]
    : [];
  const told = new Map<number, Errand[]>();
  for (const e of open) if (e.memberId !== null) told.set(e.memberId, [...(told.get(e.memberId) ?? []), e]);
  for (const [memberId, errands] of told) {
    const e = errands[0] as Errand;
    items.push({
      kind: 'tell',
      due: e.madeOn < today ? e.madeOn : today,
      title: `Tell ${e.member ?? ''}`,
      detail: `${e.words}${errands.length > 1 ? `, and ${numberWords(errands.length - 1)} more` : ''}`,
      at: `/members/${String(memberId)}`,
      lotCode: e.lotCode,
      minutes: 3,
    });
  }
  return items;
}

function promises(db: Db): WorkItem[] {
  const rows = all<{
    dueOn: string;
    member: string;
    memberId: number;
    variety: string;
    crop: string;
    code: string;
    promise: string;
    promisedSeeds: number | null;
  }>(
    db,
    `SELECT o.due_on AS dueOn, o.promise, o.promised_seeds AS promisedSeeds, m.name AS member, m.id AS memberId, v.name AS variety, c.name AS crop, l.code
     FROM loans o JOIN members m ON m.id = o.member_id JOIN lots l ON l.id = o.lot_id JOIN varieties v ON v.id = l.variety_id
     JOIN crops c ON c.key = v.crop_key WHERE o.settled_on IS NULL AND o.due_on IS NOT NULL`,
  );
  return rows.map((r) => ({
    kind: 'promise',
    due: r.dueOn,
    title: `${r.member} promised ${r.variety} back`,
    detail: `${r.crop}, ${r.promisedSeeds === null ? 'some seed' : `${String(r.promisedSeeds)} seeds`}; ask how it went`,
    at: `/members/${String(r.memberId)}`,
    lotCode: r.code,
    minutes: 4,
  }));
}

/** What should be done by the end of `today`: promises a little ahead, so that members can be asked in time. */
export function workOfToday(items: readonly WorkItem[], today: string): WorkItem[] {
  return items.filter((i) => i.due <= (i.kind === 'promise' ? addDays(today, PROMISE_NOTICE_DAYS) : today));
}

/** Work of the week that begins on `monday`. */
export function workOfWeek(items: readonly WorkItem[], monday: string): WorkItem[] {
  return items.filter((i) => i.due >= monday && daysBetween(monday, i.due) < 7);
}
