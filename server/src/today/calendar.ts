import ical, { ICalCalendarMethod, ICalEventClass, ICalEventTransparency } from 'ical-generator';
import { addDays, plural, seasonDays, seasonYearOf } from '@esprel/core';
import type { Db } from '../db/db.ts';
import { seedsOf } from '../records/planned.ts';
import { readSettings } from '../records/settings.ts';
import { gardenOf } from '../season/gardens.ts';
import { lane } from '../season/lanes.ts';
import { plansBetween } from '../season/seasonPlans.ts';
import { SeasonReader } from '../season/windows.ts';
import { allWork } from './work.ts';

interface CalendarItem {
  /** What is done; all of it on one day is one event. */
  readonly kind: string;
  readonly day: string;
  readonly title: string;
  readonly detail: string;
}

/** Every dated step of the season's open plans that is still ahead. */
function planned(db: Db, today: string): CalendarItem[] {
  const reader = new SeasonReader(db);
  const { last } = gardenOf(db, null).frost;
  const { from } = seasonDays(seasonYearOf(today, last), last);
  return plansBetween(db, from, addDays(today, 400))
    .filter((p) => p.sowing_id === null)
    .flatMap((p) => {
      const l = lane(reader, p);
      const seeds = `${p.crop}, ${p.code}, ${plural(seedsOf(p), 'seed')} for ${plural(p.plants, 'plant')}`;
      const at = (kind: string, day: string | null): CalendarItem[] =>
        day === null || day < today ? [] : [{ kind, day, title: `${kind} ${p.variety}`, detail: seeds }];
      return [
        ...at('Soak', l.soakFrom),
        ...at('Chill', p.chilled_on === null ? l.chillFrom : null),
        ...at('Sow', l.sowOn),
        ...at('Harden off', l.hardenFrom),
        ...at('Plant out', l.plantOutOn),
      ];
    });
}

/** Further ahead nothing is certain enough for a calendar. */
const AHEAD_DAYS = 200;
const NAMED_IN_TITLE = 2;

/** A calendar shows a few lines; the rest of a full day is read in Esprel. */
const NAMED_IN_DETAIL = 15;

interface DayOfWork {
  readonly kind: string;
  readonly day: string;
  readonly titles: string[];
  readonly details: string[];
}

/** All work of one kind on one day is one event, as a person would write it down. */
function byDay(items: readonly CalendarItem[]): DayOfWork[] {
  const days = new Map<string, DayOfWork>();
  for (const item of items) {
    const key = `${item.day} ${item.kind}`;
    const day = days.get(key) ?? { kind: item.kind, day: item.day, titles: [], details: [] };
    day.titles.push(item.title);
    day.details.push(item.detail === '' ? item.title : `${item.title} (${item.detail})`);
    days.set(key, day);
  }
  return [...days.values()].sort((a, b) => a.day.localeCompare(b.day) || a.kind.localeCompare(b.kind));
}

function linesOf(details: readonly string[]): string {
  const more = details.length - NAMED_IN_DETAIL;
  return [...details.slice(0, NAMED_IN_DETAIL), ...(more > 0 ? [`and ${String(more)} more, in Esprel`] : [])].join('\n');
}

/**
 * The library's dated work as an iCalendar file (RFC 5545), whole days, one event a day and kind of work. Names of members are left
 * out: a calendar lies on other people's machines.
 */
export function calendar(db: Db, today: string, sowingOnly: boolean): string {
  const settings = readSettings(db);
  const until = addDays(today, AHEAD_DAYS);
  // A line break in the name of a calendar would be a line of the file.
  const name = settings.libraryName.replace(/[\s\p{Cc}]+/gu, ' ');
  const out = ical({
    name: sowingOnly ? `${name}: sowing` : name,
    prodId: { company: 'Esprel', product: 'Esprel', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 3600 * 6,
  });
  const sowing = new Set(['look', 'fate', 'tray', 'care']);
  // Plans that are ahead come from their lanes, with all their steps.
  const work = allWork(db, today, until)
    .filter((w) => w.personal !== true && w.kind !== 'sow' && w.kind !== 'cold' && (!sowingOnly || sowing.has(w.kind)))
    .map((w): CalendarItem => ({ kind: w.kind, day: w.due < today ? today : w.due, title: w.title, detail: w.detail }));
  for (const item of byDay([...work, ...planned(db, today).filter((p) => p.day <= until)])) {
    const more = item.titles.length - NAMED_IN_TITLE;
    const start = new Date(`${item.day}T00:00:00Z`);
    const event = out.createEvent({
      id: `${item.day}-${item.kind.toLowerCase().replace(/[^\w]+/g, '-')}@esprel`,
      start,
      end: new Date(start.getTime() + 86_400_000),
      allDay: true,
      summary: more > 0 ? `${item.titles.slice(0, NAMED_IN_TITLE).join(', ')} and ${String(more)} more` : item.titles.join(', '),
      description: linesOf(item.details),
      class: ICalEventClass.PRIVATE,
      // It blocks nobody's day.
      transparency: ICalEventTransparency.TRANSPARENT,
    });
    event.stamp(new Date(`${today}T00:00:00Z`));
  }
  return out.toString();
}
