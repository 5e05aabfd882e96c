import { addDays, seasonDays, seasonYearOf } from '@esprel/core';
import ical, { ICalCalendarMethod, ICalEventClass, ICalEventTransparency } from 'ical-generator';
import type { Db } from '../db/db.ts';
import { readSettings } from '../settings/settings.ts';
import { allWork } from '../today/work.ts';
import { gardenOf } from './gardens.ts';
import { lane, plannedBetween, seedsOf } from './planned.ts';
import { SeasonReader } from './windows.ts';

interface CalendarItem {
  readonly id: string;
  readonly day: string;
  readonly title: string;
  readonly detail: string;
}

/** Every dated step of the season's open plans that is still ahead. */
function planned(db: Db, today: string): CalendarItem[] {
  const reader = new SeasonReader(db);
  const { last } = gardenOf(db, null).frost;
  const { from } = seasonDays(seasonYearOf(today, last), last);
  return plannedBetween(db, from, addDays(today, 400))
    .filter((p) => p.sowing_id === null)
    .flatMap((p) => {
      const l = lane(reader, p);
      const seeds = `${p.crop}, ${p.code}, ${String(seedsOf(p))} seeds for ${String(p.plants)} plants`;
      const at = (kind: string, day: string | null, title: string): CalendarItem[] =>
        day === null || day < today ? [] : [{ id: `planned-${String(p.id)}-${kind}`, day, title: `${title} ${p.variety}`, detail: seeds }];
      return [
        ...at('soak', l.soakFrom, 'Soak'),
        ...at('chill', p.chilled_on === null ? l.chillFrom : null, 'Chill'),
        ...at('sow', l.sowOn, 'Sow'),
        ...at('harden', l.hardenFrom, 'Harden off'),
        ...at('plant-out', l.plantOutOn, 'Plant out'),
      ];
    });
}

/**
 * The library's dated work as an iCalendar file (RFC 5545), whole days. Names of members are left out: a calendar lies on other
 * people's machines.
 */
export function calendar(db: Db, today: string, sowingOnly: boolean): string {
  const settings = readSettings(db);
  const out = ical({
    name: sowingOnly ? `${settings.libraryName}: sowing` : settings.libraryName,
    prodId: { company: 'Esprel', product: 'Esprel', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 3600 * 6,
  });
  const sowing = new Set(['look', 'fate', 'tray', 'care']);
  // Plans that are ahead come from their lanes, with all their steps.
  const work = allWork(db, today)
    .filter((w) => w.personal !== true && w.kind !== 'sow' && w.kind !== 'cold' && (!sowingOnly || sowing.has(w.kind)))
    .map((w): CalendarItem => ({ id: `${w.kind}-${w.at}`, day: w.due < today ? today : w.due, title: w.title, detail: w.detail }));
  for (const item of [...work, ...planned(db, today)]) {
    const [year, month, day] = item.day.split('-').map(Number) as [number, number, number];
    const event = out.createEvent({
      id: `${item.id.replace(/[^\w-]+/g, '-')}@esprel`,
      start: new Date(year, month - 1, day),
      end: new Date(year, month - 1, day + 1),
      allDay: true,
      summary: item.title,
      description: item.detail,
      class: ICalEventClass.PRIVATE,
      // It blocks nobody's day.
      transparency: ICalEventTransparency.TRANSPARENT,
    });
    event.stamp(new Date(Date.UTC(Number(today.slice(0, 4)), Number(today.slice(5, 7)) - 1, Number(today.slice(8, 10)))));
  }
  return out.toString();
}
