import { daysBetween } from '@esprel/core';
import type { TraySheetData, TraySowing } from '@esprel/core/api';
import { scaleLinear } from 'd3-scale';

interface Point {
  readonly x: number;
  readonly y: number;
}

/** The course of one letter of a tray: looks joined by lines, and a box between two looks in which seed came up unwatched. */
export interface LetterCourse {
  readonly letter: string;
  readonly path: string;
  readonly points: readonly Point[];
  readonly unseen: readonly (Point & { readonly width: number; readonly height: number })[];
  /** Where its letter stands, clear of the others; null before the first look. */
  readonly label: Point | null;
}

export interface TrayCountsLayout {
  readonly courses: readonly LetterCourse[];
  readonly ticks: readonly { readonly x: number; readonly day: number }[];
  readonly shares: readonly { readonly y: number; readonly share: number }[];
  readonly left: number;
  readonly right: number;
}

/** Least distance of two letters, so that neither is written over the other. */
const LETTER_HEIGHT = 14;

export function trayCountsLayout(
  counts: TraySheetData['counts'],
  sownOn: string,
  sowings: readonly TraySowing[],
  width: number,
  height: number,
): TrayCountsLayout {
  const dayOf = (c: { day: string }): number => daysBetween(sownOn, c.day);
  const last = Math.max(7, ...counts.map(dayOf)) + 1;
  const [left, right] = [34, width - 22];
  const x = scaleLinear([0, last], [left, right]);
  const y = scaleLinear([0, 1], [height - 24, 12]);
  const courses = sowings.map((s): LetterCourse => {
    const looks = [
      { day: 0, up: 0 },
      ...counts.filter((c) => c.letter === s.letter).map((c) => ({ day: dayOf(c), up: Math.min(1, c.emerged / s.seeds) })),
    ];
    const points = looks.map((l) => ({ x: x(l.day), y: y(l.up) }));
    const end = points[points.length - 1] as Point;
    return {
      letter: s.letter,
      path: points.map((p, i) => `${i === 0 ? 'M' : 'L'}${String(p.x)} ${String(p.y)}`).join(''),
      points: points.slice(1),
      unseen: looks.slice(1).flatMap((l, i) => {
        const before = looks[i] as (typeof looks)[number];
        if (l.up <= before.up || l.day - before.day <= 1) return [];
        return [{ x: x(before.day), y: y(l.up), width: x(l.day) - x(before.day), height: y(before.up) - y(l.up) }];
      }),
      label: looks.length > 1 ? { x: end.x + 7, y: end.y + 5 } : null,
    };
  });
  return {
    courses: spreadLabels(courses, height - 24),
    ticks: x
      .ticks(6)
      .filter(Number.isInteger)
      .map((day) => ({ x: x(day), day })),
    shares: [0, 0.5, 1].map((share) => ({ y: y(share), share })),
    left,
    right,
  };
}

/** Letters that would lie upon each other are moved apart: downwards from the highest, and back up where the rim is in the way. */
function spreadLabels(courses: readonly LetterCourse[], lowest: number): LetterCourse[] {
  const order = courses.flatMap((c) => (c.label === null ? [] : [{ letter: c.letter, ...c.label }])).sort((a, b) => a.y - b.y);
  for (const [i, label] of order.entries()) {
    const above = order[i - 1];
    if (above) label.y = Math.max(label.y, above.y + LETTER_HEIGHT);
  }
  for (let i = order.length - 1; i >= 0; i--) {
    const label = order[i] as (typeof order)[number];
    const below = order[i + 1];
    label.y = Math.min(label.y, below ? below.y - LETTER_HEIGHT : lowest);
  }
  const at = new Map(order.map(({ letter, x, y }) => [letter, { x, y }]));
  return courses.map((c) => ({ ...c, label: at.get(c.letter) ?? null }));
}
