import { addDays, type Day, daysBetween, mondayOf, yearOf } from '@esprel/core';
import type { BandData } from '@esprel/core/api';
import { scaleLinear } from 'd3-scale';
import { area, curveMonotoneX } from 'd3-shape';
import { MONTHS } from '../base/format.ts';

export interface BandMark {
  readonly x: number;
  readonly y: number;
  readonly kind: string;
  readonly n: number;
}

export interface BandLayout {
  readonly months: readonly { readonly x: number; readonly label: string }[];
  readonly frost: string;
  readonly marks: readonly BandMark[];
  readonly todayX: number;
  readonly lastFrostX: number;
  readonly weeks: number;
  readonly weekWidth: number;
}

const FROST_TOP = 32;
/** Kinds of work in the two rows of the band: what is done at the desk above, what is waited for below. */
const ROW: Readonly<Record<string, number>> = {
  count: 0,
  warm: 0,
  sow: 0,
  cold: 0,
  tray: 1,
  care: 1,
  look: 1,
  fate: 1,
  promise: 1,
  quarantine: 0,
};

/** Where everything of the year band lies, in a box of `width` x `height`. Work of one week and kind is one mark. */
export function bandLayout(data: BandData, today: Day, width: number, height: number): BandLayout {
  const days = Math.max(1, daysBetween(data.from, data.to));
  const x = scaleLinear([0, days], [0, width]);
  const at = (day: Day): number => x(daysBetween(data.from, day));
  // Where a month has no room for its name, its first letter has to do.
  const narrow = width / (days / 30.4) < 56;
  const months: { x: number; label: string }[] = [];
  for (let day = data.from; day < data.to; day = addDays(`${day.slice(0, 7)}-28`, 5).slice(0, 7) + '-01') {
    const month = Number(day.slice(5, 7)) - 1;
    const name = MONTHS[month] ?? '';
    months.push({ x: at(day), label: narrow ? name.slice(0, 1) : month === 0 ? `${name} ${String(yearOf(day))}` : name });
  }
  const shape = area<{ day: Day; risk: number }>()
    .x((d) => at(d.day))
    .y0(height)
    .y1((d) => height - d.risk * (height - FROST_TOP))
    .curve(curveMonotoneX);
  const groups = new Map<string, { kind: string; week: Day; n: number }>();
  for (const m of data.marks) {
    const week = mondayOf(m.due);
    const key = `${m.kind} ${week}`;
    const g = groups.get(key);
    if (g) g.n += m.n;
    else groups.set(key, { kind: m.kind, week, n: m.n });
  }
  const taken = new Map<string, number>();
  const marks = [...groups.values()].map((g) => {
    const row = ROW[g.kind] ?? 0;
    const place = `${g.week} ${String(row)}`;
    const shift = taken.get(place) ?? 0;
    taken.set(place, shift + 1);
    return { x: at(addDays(g.week, 3)) + shift * 7, y: 28 + row * 14, kind: g.kind, n: g.n };
  });
  const first = mondayOf(data.from);
  return {
    months,
    frost: shape([...data.risk]) ?? '',
    marks,
    todayX: at(today),
    lastFrostX: at(data.lastFrost),
    weeks: Math.floor(daysBetween(first, data.to) / 7),
    weekWidth: x(7),
  };
}
