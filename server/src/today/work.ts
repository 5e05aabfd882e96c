import {
  addDays,
  daysBetween,
  type HomeStepKind,
  numberWords,
  plural,
  PROMISE_NOTICE_DAYS,
  QUARANTINE_DAYS,
  WARM_STEP,
} from '@esprel/core';
import type { Errand, ListedTest, WorkItem } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { libraryState } from '../db/state.ts';
import { openErrands } from '../errands/errands.ts';
import { listTests } from '../germination/testList.ts';
import { wetWork } from '../lots/wet.ts';
import { swapWork } from '../swap/work.ts';
import { openAsks } from '../members/asks.ts';
import { waitingReturns } from '../returns/waiting.ts';
import { sowingWork } from '../sowing/work.ts';

/** What is to be done with seed in quarantine, before its name. */
const HOME_WORK: Readonly<Record<HomeStepKind, string>> = {
  dry: 'See whether it is dry:',
  freeze: 'Out of the freezer:',
  clean: 'Clean',
  count: 'Weigh or count',
  test: 'Test',
};

const ORDINALS = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth'];

function testWork(test: ListedTest, today: string): WorkItem[] {
  const base = { at: `/tests/${String(test.id)}`, lotCode: test.lotCode };
  const bags = test.replicates > 1 ? `, ${numberWords(test.replicates)} bags` : '';
  const numbers =
    test.bagNumbers === null ? '' : `, number ${[...new Set(test.bagNumbers)].map(String).join(' to ')} of round ${String(test.roundId)}`;
  if (test.planned) {
    const title = `Lay the test of ${test.variety}${bags}`;
    return [
      { ...base, kind: 'lay', due: test.startedOn, title, detail: `${test.crop}, ${plural(test.seeds, 'seed')}${numbers}`, minutes: 8 },
    ];
  }
  const items: WorkItem[] = [];
  const { step, next } = test;
  if (step) {
    const warm = step.step.step === WARM_STEP;
    items.push({
      ...base,
      kind: 'warm',
      due: step.due,
      title:
        step.kind === 'look'
          ? `Look at ${test.variety} in the cold`
          : warm
            ? `Bring ${test.variety} into the warm`
            : `Prepare ${test.variety}`,
      detail:
        step.kind === 'look'
          ? `${test.crop}, chilled seed may sprout early${numbers}`
          : warm
            ? `${test.crop}, the preparation is over${numbers}`
            : `${test.crop}: ${step.step.words}${numbers}`,
      minutes: 5,
    });
    // Seed that is not in the warm yet has no count that is late.
    if (step.kind === 'step' && next !== null && next.due <= today) return items;
  }
  if (next && test.callOn !== null && test.callOn <= today && next.due <= today) {
    items.push({
      ...base,
      kind: 'count',
      due: next.due,
      title: `Count ${test.variety} a last time${bags}`,
      detail: `${test.crop}, less than half a seed is still to come; then close it${numbers}`,
      minutes: 3 + 2 * test.replicates,
    });
  } else if (next) {
    const which = next.extended ? 'slow seed still out' : `${ORDINALS[next.number] ?? 'next'} count`;
    items.push({
      ...base,
      kind: 'count',
      due: next.due,
      title: `Count ${test.variety}${bags}`,
      detail: `${test.crop}, ${which}, day ${String(next.testDay)}${test.marked > 0 ? `; ${String(test.normal)} of ${String(test.seeds)} up last time` : ''}${numbers}`,
      minutes: 3 + 2 * test.replicates,
    });
  } else {
    const title = `Close the test of ${test.variety}`;
    items.push({ ...base, kind: 'count', due: today, title, detail: `${test.crop}, every seed is marked${numbers}`, minutes: 2 });
  }
  return items;
}

/** All dated work of the library up to a day, the earliest first. Work of the past that is not done stays until it is. */
export function allWork(db: Db, today: string, until = '9999-12-31'): WorkItem[] {
  const items: WorkItem[] = [];
  for (const test of listTests(db, 'open')) items.push(...testWork(test, today));
  items.push(...wetWork(db), ...sowingWork(db, today, until));
  items.push(...promises(db));
  for (const r of waitingReturns(db)) {
    items.push({
      kind: 'quarantine',
      personal: true,
      due: r.next?.dueOn ?? addDays(r.receivedOn, QUARANTINE_DAYS),
      title: `${r.next === null ? 'Look through' : HOME_WORK[r.next.kind]} ${r.variety} from ${r.member}`,
      detail: `${r.crop}, came home ${r.lotCode}; dry, clean, no beetles?`,
      at: `/lots/${r.lotCode}`,
      lotCode: r.lotCode,
      minutes: 5,
    });
  }
  items.push(...askedFor(db, today), ...errandWork(db, today), ...swapWork(db, today));
  return items.sort(
    (a, b) => Number(b.urgent ?? false) - Number(a.urgent ?? false) || a.due.localeCompare(b.due) || a.title.localeCompare(b.title),
  );
}

const soon = new WeakMap<Db, { readonly state: string; readonly items: readonly WorkItem[] }>();

/** The dated work of today and the week after it, found once between two changes: Today and the frame both go by it. */
export function workSoon(db: Db, today: string): readonly WorkItem[] {
  const state = `${libraryState(db)} ${today}`;
  let kept = soon.get(db);
  if (kept?.state !== state) soon.set(db, (kept = { state, items: allWork(db, today, addDays(today, 7)) }));
  return kept.items;
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
      personal: true,
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

/** What members ask for and could have; what lies ready too long; who offers to grow. Who waits for what is not there waits without a word. */
function askedFor(db: Db, today: string): WorkItem[] {
  return openAsks(db, today).flatMap((ask): WorkItem[] => {
    const base = { at: `/asks/${String(ask.id)}`, lotCode: ask.laid?.lotCode ?? ask.serving[0]?.code ?? '', minutes: 4, personal: true };
    if (ask.laid !== null) {
      if (!ask.laid.overdue) return [];
      const detail = `${ask.crop}, ${ask.laid.lotCode}; has lain ready for ${ask.member} for ${plural(daysBetween(ask.laid.laidOn, today), 'day')}`;
      return [{ ...base, kind: 'put-back', due: ask.laid.waitsUntil, title: `Put ${ask.variety} back`, detail }];
    }
    const [best] = ask.serving;
    if (!best)
      return ask.kind === 'wait'
        ? []
        : [{ ...base, kind: 'ask', due: ask.askedOn, title: `Answer ${ask.member} about ${ask.variety}`, detail: ask.noneBecause ?? '' }];
    const title = ask.kind === 'offer' ? `${ask.member} could grow ${ask.variety}` : `Lay ${ask.variety} ready for ${ask.member}`;
    return [{ ...base, kind: 'ask', due: ask.askedOn, title, detail: `${ask.crop}, ${best.code}: ${best.why}` }];
  });
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
    personal: true,
    due: r.dueOn,
    title: `${r.member} promised ${r.variety} back`,
    detail: `${r.crop}, ${r.promisedSeeds === null ? 'some seed' : plural(r.promisedSeeds, 'seed')}; ask how it went`,
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
