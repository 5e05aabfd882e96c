import { addDays, windowBetween } from '@esprel/core';
import type { FrostPage, SeasonLane, SeasonPage } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { frostLayout } from './frostLayout.ts';
import { drawnLane, frostColumns, lanePicture, laneScale, monthsOn, rowsInView, xOf } from './lanesLayout.ts';

const garden = {
  id: null,
  name: 'Library',
  memberId: null,
  member: null,
  hemisphere: 'north',
  shiftDays: null,
  frost: { last: '04-27', lastSdDays: 10, first: '10-14', firstSdDays: 12 },
  winterMinC: null,
  ownWinterMinC: null,
  spot: null,
  roomPlants: null,
  mostVarieties: null,
  cages: 0,
  practised: null,
  note: null,
  version: 0,
} as const;
const crop = {
  key: 'tomato',
  kind: 'vegetable',
  chillWeeks: 0,
  soakHours: 24,
  emergeMinD: 5,
  emergeMaxD: 10,
  transplant: 'easy',
  clumpSeeds: 1,
  frost: 'tender',
  lightNeed: 'either',
  seedsPerGram: 300,
} as const;
const lane: SeasonLane = {
  id: 1,
  version: 1,
  lotCode: 'TM-001V',
  variety: 'Tollgate Red',
  cropKey: 'tomato',
  crop: 'Tomato',
  person: null,
  member: null,
  bench: null,
  growBench: null,
  purpose: 'beds',
  sowingId: null,
  sownOn: null,
  seedsPerCell: 2,
  sowOn: '2027-03-09',
  plantOutOn: '2027-05-11',
  way: 'start',
  method: 'cells',
  cropDays: null,
  base: 0,
};
const page: SeasonPage = {
  year: 2027,
  from: '2026-11-28',
  to: '2027-11-27',
  today: '2027-03-14',
  garden,
  risk: [
    { day: '2027-03-01', risk: 1 },
    { day: '2027-03-04', risk: 0.5 },
    { day: '2027-03-07', risk: 0 },
  ],
  bases: [
    {
      id: 0,
      crop,
      window: windowBetween('2027-03-02', '2027-03-16'),
      lastFrost: '2027-04-27',
      sdDays: 10,
      firstFrost: '2027-10-14',
      cropDays: { min: 55, max: 90 },
    },
  ],
  lanes: [lane],
};

describe('lanes', () => {
  const drawn = drawnLane(lane, page.bases);
  const scale = laneScale(page, [lane], 600);

  it('hold everything: soaking before the sowing, today, the window, planting out', () => {
    expect(scale.from <= '2027-03-02' && scale.to >= '2027-05-11').toBe(true);
    expect(xOf(scale, scale.from)).toBe(0);
    const p = lanePicture(scale, drawn, page.bases[0]!.window);
    expect(p.soak as number).toBeLessThan(p.bar.x);
    expect(p.window!.x).toBeLessThan(p.window!.middle);
    expect(p.bar.x + p.bar.width).toBeCloseTo(p.plantOut as number, 9);
    expect(p.harden!.x + p.harden!.width).toBeCloseTo(p.plantOut as number, 9);
  });

  it('move as a whole, or their planting out alone', () => {
    const later = drawnLane(lane, page.bases, { sow: 7, out: 7 });
    expect([later.sowOn, later.soakFrom, later.plantOutOn]).toEqual(['2027-03-16', '2027-03-15', '2027-05-18']);
    const out = drawnLane(lane, page.bases, { sow: 0, out: -21 });
    expect([out.sowOn, out.plantOutOn]).toEqual(['2027-03-09', '2027-04-20']);
    expect(out.risks.join(' ')).toContain('frost still follows');
  });

  it('lie over a frost that ends where there is none, and months whose names are not cut', () => {
    expect(frostColumns(scale, page.risk).map((c) => c.risk)).toEqual([1, 0.5]);
    expect(monthsOn(scale).every((m) => m.x >= 0 && m.x < 566)).toBe(true);
  });

  it('are drawn only where they are seen, and a season without any has a scale', () => {
    expect(rowsInView(0, 400, 2000)).toEqual({ from: 0, to: 14 });
    expect(rowsInView(40_000, 400, 2000).to - rowsInView(40_000, 400, 2000).from).toBeLessThan(20);
    expect(rowsInView(0, 400, 3)).toEqual({ from: 0, to: 3 });
    const empty = laneScale({ ...page, lanes: [], bases: [], today: '2030-01-01' }, [], 600);
    expect(Number.isFinite(empty.dayWidth) && empty.dayWidth > 0).toBe(true);
  });
});

describe('the frost curve', () => {
  const fitted = Array.from({ length: 181 }, (_, i) => {
    const day = addDays('2027-01-01', i);
    return { day: day.slice(5), risk: Math.min(1, Math.max(0, (daysTo(day) + 20) / 40)) };
  });
  function daysTo(day: string): number {
    return (Date.parse('2027-04-27') - Date.parse(day)) / 86_400_000;
  }
  const frost: FrostPage = { garden, year: 2027, lastFrost: '2027-04-27', fitted, record: null, soil: [] };

  it('shows where it falls, with the days of nine, five and one in ten', () => {
    const layout = frostLayout(frost, 700, 260);
    expect(layout.marks.map((m) => m.label)).toEqual(['9 in 10', 'usual last frost', '1 in 10']);
    const x = layout.marks.map((m) => m.x);
    expect(x).toEqual([...x].sort((a, b) => a - b));
    expect(layout.counted).toBe('');
    expect(layout.fitted).not.toMatch(/NaN/);
  });

  it('lays the springs of a record under it, those without frost left out', () => {
    const spring = (year: number, lastFrost: string | null) => ({ year, days: 181, of: 181, lastFrost, used: true });
    const record = {
      id: 1,
      fileName: 'x.csv',
      from: '2020-01-01',
      to: '2022-12-31',
      belowC: 0,
      readOn: '2027-01-01',
      yearsUsed: 3,
      typical: '04-20',
      risk10: '05-01',
      sdDays: 5,
      curve: fitted,
      years: [spring(2020, '04-20'), spring(2021, null), spring(2022, '01-02')],
    };
    const layout = frostLayout({ ...frost, record }, 700, 260);
    expect(layout.springs.map((s) => s.year)).toEqual([2020, 2022]);
    expect(layout.springs.every((s) => s.x >= layout.box.x0 && s.x <= layout.box.x1)).toBe(true);
    expect(layout.counted).not.toMatch(/NaN/);
  });
});
