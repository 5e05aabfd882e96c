import { addDays, capital, dayInYear, frostRisk, isDay, nextMonthDay, numberWords, seasonWords, wrong, yearOf } from '@esprel/core';
import { type BandData, type LosingLot, type Session, todayApi, type WorkItem } from '@esprel/core/api';
import { secretHash } from '../access/secrets.ts';
import { beginningLeft } from '../beginning/beginning.ts';
import { type CopiesKeeper, copiesMissing } from '../copies/keeper.ts';
import { all, type Db, one } from '../db/db.ts';
import { judgingState } from '../estimates/judgingState.ts';
import { countStale } from '../estimates/stale.ts';
import { notFound } from '../problem.ts';
import { hasCalendar } from '../records/person.ts';
import { frostOf, readSettings, settingsVersion } from '../records/settings.ts';
import { FileAnswer, givesKept, type Route, serves, servesKept } from '../routing/route.ts';
import { job, work as onThread } from '../threads/pool.ts';
import { calendar } from './calendar.ts';
import { allWork, workOfToday, workOfWeek, workSoon } from './work.ts';

/** "Nine things today, about forty minutes". */
function headline(items: readonly WorkItem[], when: string): string {
  if (items.length === 0) return when === 'today' ? 'Nothing is due today' : 'Nothing is due that week';
  const minutes = items.reduce((sum, i) => sum + i.minutes, 0);
  const rounded = Math.max(5, Math.round(minutes / 5) * 5);
  const time = rounded < 90 ? `about ${String(rounded)} minutes` : `about ${String(Math.round(rounded / 60))} hours`;
  const n = numberWords(items.length);
  return `${capital(n)} ${items.length === 1 ? 'thing' : 'things'} ${when}, ${time}`;
}

/** Lots that are about to be lost, the nearest first and those past hope last; one of each variety. */
function losingLots(db: Db, limit: number): LosingLot[] {
  return all<LosingLot>(
    db,
    `SELECT l.code, v.name AS variety, c.name AS crop, l.year, e.verdict, e.reason, e.below_forty_on AS belowFortyOn, max(e.median) AS median, l.balance
     FROM lot_listing s JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     JOIN lot_estimates e ON e.lot_id = l.id
     WHERE s.tag IN ('renew', 'rescue') GROUP BY v.id
     ORDER BY e.high < 0.05, e.verdict = 'rescue' DESC, coalesce(e.below_forty_on, CASE WHEN e.median < 0.4 THEN '0' ELSE '9' END), e.median LIMIT ?`,
    limit,
  );
}

/** The months of the year band: one before this one to fifteen after, with frost, and work by week. */
function band(db: Db, today: string): BandData {
  const settings = readSettings(db);
  const frost = frostOf(settings);
  const first = `${addDays(`${today.slice(0, 7)}-01`, -1).slice(0, 7)}-01`;
  const start = addDays(first, -1).slice(0, 7) + '-01';
  const to = addDays(start, 457);
  const risk: { day: string; risk: number }[] = [];
  for (let i = 0; i <= 457; i += 4) {
    const day = addDays(start, i);
    risk.push({ day, risk: frostRisk(day, frost) });
  }
  // Work of one kind on one day is one mark with a number: a season has thousands of pieces.
  const marks = new Map<string, { kind: string; due: string; n: number }>();
  for (const { kind, due } of allWork(db, today, to)) {
    if (due < start || due > to) continue;
    const mark = marks.get(`${kind} ${due}`);
    if (mark) mark.n += 1;
    else marks.set(`${kind} ${due}`, { kind, due, n: 1 });
  }
  return { from: start, to, risk, marks: [...marks.values()], lastFrost: nextMonthDay(addDays(today, -120), settings.lastFrost) };
}

const CALENDAR = job<typeof import('./calendarJob.ts').default>('today/calendarJob');

/** The calendar, on a thread where the library is a file; one in memory cannot be opened by a second. */
async function calendarOf(db: Db, today: string, sowingOnly: boolean): Promise<string> {
  return db.memory ? calendar(db, today, sowingOnly) : onThread(CALENDAR, { file: db.name, today, sowingOnly });
}

/** A piece of work where the library has no copy to go back to. */
function copiesWork(db: Db, today: string, copies: CopiesKeeper | null): WorkItem[] {
  if (copies === null) return [];
  const first = one<{ day: string | null }>(db, 'SELECT on_day AS day FROM steps ORDER BY id LIMIT 1')?.day ?? null;
  const words = copiesMissing(copies.state(), first, today);
  if (words === null) return [];
  return [
    {
      kind: 'copy',
      due: today,
      title: 'See why no copy is made',
      detail: words,
      at: '/library/copies',
      lotCode: '',
      minutes: 5,
      urgent: true,
    },
  ];
}

/** `back`: of a demo that was opened to look round in, where the own library is. */
export function todayRoutes({
  demo,
  back,
  copies,
}: {
  readonly demo: boolean;
  readonly back: string | null;
  readonly copies: CopiesKeeper | null;
}): Route[] {
  /** What is due today, and that nobody keeps copies where nobody does. */
  const dueToday = (db: Db, today: string, work: readonly WorkItem[]): WorkItem[] => [
    ...copiesWork(db, today, copies),
    ...workOfToday(work, today),
  ];
  return [
    servesKept(todayApi.session, ({ db, today }) => {
      const settings = readSettings(db);
      const work = dueToday(db, today, workSoon(db, today));
      const openTests = one<{ n: number }>(db, 'SELECT count(*) AS n FROM tests WHERE closed_on IS NULL')?.n ?? 0;
      return {
        today,
        demo,
        settings,
        settingsVersion: settingsVersion(db),
        season: seasonWords(today, frostOf(settings)),
        lastFrost: dayInYear(yearOf(today), settings.lastFrost),
        people: all<Session['people'][number]>(db, 'SELECT id, name FROM people ORDER BY name'),
        due: work.length,
        late: work.filter((w) => w.due < today).length,
        openTests,
        /** Estimates that are still being made again. */
        stale: countStale(db, today),
        judging: { paused: judgingState(db).paused, restarts: judgingState(db).restarts },
        beginning: demo && back !== null ? null : beginningLeft(db, today),
        back,
      };
    }),
    servesKept(todayApi.page, ({ db, today }, { query }) => {
      const week = query.week;
      if (week !== null && !isDay(week)) throw wrong('week', 'must be a date that exists, as 2027-03-15');
      const work = week === null || week <= today ? workSoon(db, today) : allWork(db, today, addDays(week, 7));
      const items = week === null ? dueToday(db, today, work) : workOfWeek(work, week);
      const soon = work.filter((w) => w.due > today && w.due <= addDays(today, 7) && !items.includes(w));
      return {
        headline: headline(items, week === null ? 'today' : 'that week'),
        items,
        soon: week === null ? soon : [],
        losing: losingLots(db, 4),
      };
    }),
    serves(todayApi.band, ({ db, today }) => band(db, today)),
    serves(todayApi.renewals, ({ db }) => ({ lots: losingLots(db, 500) })),
    // All work, or what has to do with sowing.
    givesKept(todayApi.calendarFeed, async ({ db, today }, { params, query }) => {
      if (!hasCalendar(db, secretHash(params.secret))) throw notFound('That calendar');
      return new FileAnswer(await calendarOf(db, today, query.what === 'sowing'));
    }),
    givesKept(
      todayApi.calendar,
      async ({ db, today }, { query }) => new FileAnswer(await calendarOf(db, today, query.what === 'sowing'), { saveAs: 'esprel.ics' }),
    ),
  ];
}
