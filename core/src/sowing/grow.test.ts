import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { addDays } from '../dates/day.ts';
import { BenchCalendar, type BenchUse } from './benchLoad.ts';
import { careSteps, dueCare, heldBack, nextCare } from './care.ts';
import { cellEvidence } from './cells.ts';
import { learnedEmergence } from './emergence.ts';

const crop = (key: string) => CROP_REFERENCE.find((c) => c.key === key)!;
const undone = (steps: ReturnType<typeof careSteps>) => steps.map((s) => ({ ...s, doneOn: null as string | null }));

describe('care after coming up', () => {
  const kinds = (steps: ReturnType<typeof careSteps>) => steps.map((s) => s.kind);
  const tomato = careSteps(crop('tomato'), { method: 'heated-cells', seedsPerCell: 2, plantOutOn: '2027-05-11', upOn: '2027-03-16' });

  it('goes from the cover to planting out, and thins only what is not grown in clumps', () => {
    expect(kinds(tomato)).toEqual(['cover-off', 'thin', 'pot-on', 'feed', 'harden', 'plant-out']);
    expect(kinds(careSteps(crop('chives'), { method: 'cells', seedsPerCell: 6, plantOutOn: null }))).not.toContain('thin');
    expect(kinds(careSteps(crop('carrot'), { method: 'open-ground', seedsPerCell: 3, plantOutOn: null }))).toEqual(['thin']);
    expect(kinds(careSteps(crop('melon'), { method: 'pot', seedsPerCell: 1, plantOutOn: null }))).not.toContain('pot-on');
    // One cluster is some plants: it is thinned.
    expect(kinds(careSteps(crop('chard'), { method: 'cells', seedsPerCell: 1, plantOutOn: null }))).toContain('thin');
  });

  it('pricks out many that share a pot or box, unless they are hard to move; those are thinned', () => {
    const box = (key: string, seedsPerCell: number) => kinds(careSteps(crop(key), { method: 'pot', seedsPerCell, plantOutOn: null }));
    expect(box('cauliflower', 120)).toContain('prick-out');
    expect(box('cauliflower', 120)).not.toContain('thin');
    expect(box('cauliflower', 3)).toContain('thin');
    expect(box('dill', 60)).not.toContain('prick-out');
  });

  it('takes off only a cover that there is, and the dark one of what comes up in the dark at once', () => {
    const pot = (key: string, covered: boolean) =>
      kinds(careSteps(crop(key), { method: 'pot', seedsPerCell: 1, covered, plantOutOn: null }));
    expect(pot('tomato', false)).not.toContain('cover-off');
    expect(pot('tomato', true)[0]).toBe('cover-off');
    const dark = CROP_REFERENCE.find((c) => c.lightNeed === 'dark')!;
    expect(pot(dark.key, true)[0]).toBe('dark-off');
    expect(pot(dark.key, true)).not.toContain('cover-off');
    expect(careSteps(dark, { method: 'pot', seedsPerCell: 1, plantOutOn: null })[0]?.gapDays).toBe(0);
  });

  it('pots on once or twice and feeds after six weeks, by how long it stays under cover', () => {
    const stays = (plantOutOn: string) =>
      kinds(careSteps(crop('sweet-pepper'), { method: 'cells', seedsPerCell: 1, plantOutOn, upOn: '2027-03-10' })).filter(
        (k) => k === 'pot-on' || k === 'feed',
      );
    expect(stays('2027-03-25')).toEqual([]);
    expect(stays('2027-04-15')).toEqual(['pot-on']);
    expect(stays('2027-05-01')).toEqual(['pot-on', 'feed']);
    expect(stays('2027-05-20')).toEqual(['pot-on', 'feed', 'pot-on']);
  });

  it('is due by the day it came up and by the season', () => {
    const due = dueCare(undone(tomato), '2027-03-16', '2027-03-16');
    expect(due.map((s) => s.due)).toEqual(['2027-03-17', '2027-03-24', '2027-03-30', '2027-04-27', '2027-05-04', '2027-05-11']);
    expect(due.every((s) => s.movedDays === 0)).toBe(true);
    expect(nextCare(due)?.kind).toBe('cover-off');
  });

  it('never sends a plant out before the season of its garden, whatever it was sown without', () => {
    // A tender begonia sown from its lot, without a plan: up in March, weeks before the last frost.
    const begonia = careSteps(crop('begonia'), { method: 'cells', seedsPerCell: 1, plantOutOn: null, upOn: '2027-02-20' });
    const bare = dueCare(undone(begonia), '2027-02-20', '2027-02-20');
    expect(bare.find((s) => s.kind === 'plant-out')!.due < '2027-05-01').toBe(true);
    const held = dueCare(heldBack(undone(begonia), '2027-05-18'), '2027-02-20', '2027-02-20');
    expect(held.find((s) => s.kind === 'harden')?.due).toBe('2027-05-11');
    expect(held.find((s) => s.kind === 'plant-out')?.due).toBe('2027-05-18');
    // A plan that says later still holds.
    const later = heldBack([{ kind: 'plant-out' as const, gapDays: 7, notBefore: '2027-06-10' }], '2027-05-18');
    expect(later[0]?.notBefore).toBe('2027-06-10');
    expect(heldBack(begonia, null)).toEqual(begonia);
  });

  it('moves what follows when a step is done late, and what cannot be done before today; a step left out takes no time', () => {
    const late = undone(tomato).map((s, i) =>
      i === 0 ? { ...s, doneOn: '2027-03-17' } : i === 1 ? { ...s, doneOn: '2027-03-24' } : i === 2 ? { ...s, doneOn: '2027-04-20' } : s,
    );
    const due = dueCare(late, '2027-03-16', '2027-04-20');
    expect(due[3]).toMatchObject({ kind: 'feed', due: '2027-05-18', movedDays: 21 });
    const waiting = dueCare(undone(tomato), '2027-03-16', '2027-04-01');
    expect(waiting[0]).toMatchObject({ due: '2027-03-17' });
    expect(waiting[1]?.due).toBe('2027-04-08');
    const skipped = undone(tomato).map((s, i) =>
      i === 0 ? { ...s, doneOn: '2027-03-17' } : i === 1 ? { ...s, doneOn: '2027-04-20', skippedWhy: 'one a cell came up' } : s,
    );
    expect(dueCare(skipped, '2027-03-16', '2027-03-20')[2]?.due).toBe('2027-03-23');
  });
});

describe('emergence of a method', () => {
  it('moves from the usual figure as counts come in', () => {
    expect(learnedEmergence(0.85, [])).toEqual({ emergence: 0.85, usual: 0.85, sowings: 0, seeds: 0 });
    // 60 live seeds at 0.85 and 50 live seeds of which 20 came: 71 of 110.
    expect(learnedEmergence(0.85, [{ seeds: 100, viability: 0.5, emerged: 20 }]).emergence).toBeCloseTo(71 / 110, 12);
    const many = learnedEmergence(0.85, Array(50).fill({ seeds: 40, viability: 0.9, emerged: 18 }));
    expect(many.emergence).toBeGreaterThan(0.5);
    expect(many.emergence).toBeLessThan(0.53);
  });
  it('never counts more seedlings than there was live seed', () => {
    expect(learnedEmergence(0.85, [{ seeds: 40, viability: 0.1, emerged: 40 }]).emergence).toBeLessThanOrEqual(1);
    expect(() => learnedEmergence(0.85, [{ seeds: 1, viability: 2, emerged: 1 }])).toThrow('sowings[0].viability');
  });
});

describe('cells as evidence', () => {
  it('leaves out those whose cause says nothing of the seed', () => {
    const cells = [
      { seeds: 2, up: 2, fate: null },
      { seeds: 2, up: 0, fate: null },
      { seeds: 2, up: 1, fate: 'damped-off' as const },
      { seeds: 2, up: 0, fate: 'dried-out' as const },
      { seeds: 2, up: 0, fate: 'not-come-up' as const },
    ];
    expect(cellEvidence(cells)).toEqual({ sown: 6, emerged: 2, leftOut: 4 });
  });
});

describe('room on the bench', () => {
  const mat = { id: 1, name: 'Mat 1', holds: 2 };
  const use = (key: string, from: string, until: string, trays: number): BenchUse => ({ key, placeId: 1, from, until, trays });
  const uses = [
    use('a', '2027-03-01', '2027-03-15', 1),
    use('b', '2027-03-03', '2027-03-20', 0.6),
    use('c', '2027-03-08', '2027-03-23', 0.7),
  ];

  it('adds parts of trays up before it rounds, week by week', () => {
    const load = new BenchCalendar(uses).weeks(mat, '2027-03-01', 4);
    expect(load.map((w) => w.trays)).toEqual([2, 3, 2, 1]);
    expect(load.map((w) => w.clash)).toEqual([false, true, false, false]);
    expect(new BenchCalendar([]).weeks(mat, '2027-03-01', 1)).toEqual([{ monday: '2027-03-01', trays: 0, clash: false }]);
  });

  it('finds the nearest week with room inside the window', () => {
    const calendar = new BenchCalendar(uses);
    const more = use('d', '2027-03-08', '2027-03-18', 1);
    expect(calendar.fits(more, mat, [])).toBe(false);
    expect(calendar.nearestDayWithRoom(more, mat, [], '2027-02-15', '2027-03-31')).toBe('2027-03-22');
    expect(calendar.nearestDayWithRoom(more, mat, [], '2027-03-01', '2027-03-14')).toBeNull();
    // What it takes the place of makes room for it, on the days on which that stood there.
    expect(calendar.fits(use('c', '2027-03-15', '2027-03-23', 0.7), mat, [uses[2] as BenchUse])).toBe(true);
    expect(calendar.fits(use('c', '2027-03-08', '2027-03-12', 1.7), mat, [uses[2] as BenchUse])).toBe(false);
    expect(new BenchCalendar([]).fits(use('e', '2027-03-08', '2027-03-18', 3), mat, [])).toBe(false);
  });

  it('agrees with adding up day by day, whatever stands there', () => {
    const some = fc.array(
      fc.record({
        from: fc.integer({ min: 0, max: 40 }),
        days: fc.integer({ min: 0, max: 20 }),
        trays: fc.integer({ min: 1, max: 12 }).map((t) => t / 4),
      }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(some, fc.integer({ min: 0, max: 60 }), (list, at) => {
        const all = list.map((u, i) => use(String(i), addDays('2027-03-01', u.from), addDays('2027-03-01', u.from + u.days), u.trays));
        const day = addDays('2027-03-01', at);
        const plain = all.filter((u) => u.from <= day && day < u.until).reduce((n, u) => n + u.trays, 0);
        expect(new BenchCalendar(all).traysOn(1, day)).toBe(Math.ceil(plain));
      }),
    );
  });
});
