import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { crossing } from '../growing/crossing.ts';
import { highsSolver } from '../numeric/highs.ts';
import { makeInstance, type Renewal, type RenewalInput, type RenewalVariety } from './instance.ts';
import type { LinearSolver } from '../numeric/linearSolver.ts';
import { planRenewals, type RenewalPlan } from './planRenewals.ts';
import { PlanState } from './planState.ts';
import { randomFrom } from './search.ts';

let solver: LinearSolver;
beforeAll(async () => {
  solver = highsSolver(await loadHighs());
});
const plan = (input: RenewalInput, over: { seconds?: number; solver?: LinearSolver | null } = {}): RenewalPlan =>
  planRenewals(makeInstance(input), { solver, seconds: 20, now: () => performance.now(), ...over });

/** The rules read plainly, one after the other: whether a plan is allowed. */
function allowed(input: RenewalInput, all: readonly Renewal[]): boolean {
  const v = (r: Renewal) => input.varieties.find((x) => x.id === r.variety)!;
  const g = (r: Renewal) => input.gardens.find((x) => x.id === r.garden)!;
  const flowers = (r: Renewal): number => r.season + v(r).years - 1;
  const shares = (r: Renewal, plants: number, distanceM: number): number =>
    crossing({ ...v(r), neighbours: [{ plants, distanceM, overlap: 1 }] }).crossedShare;
  for (const r of all) {
    if (r.season < 1 || flowers(r) > input.seasons) return false;
    if (g(r).takes?.includes(r.variety) === false) return false;
    const same = all.filter((o) => o.variety === r.variety);
    if (same.length > input.growersMost || same.some((o) => o !== r && o.garden === r.garden)) return false;
    for (let t = r.season; t <= flowers(r); t++) {
      const there = all.filter((o) => o.garden === r.garden && o.season <= t && t <= flowers(o));
      if (there.reduce((n, o) => n + v(o).plants, 0) > g(r).room || there.length > g(r).most) return false;
    }
    const covered = all.filter((o) => o.garden === r.garden && o.protected && flowers(o) === flowers(r));
    if (r.protected && covered.length > g(r).cages) return false;
    if (r.protected || v(r).group === null) continue;
    for (const o of input.others) {
      const far = Math.max(5, Math.hypot(o.eastM - g(r).eastM, o.northM - g(r).northM));
      if (o.group === v(r).group && o.season === flowers(r) && shares(r, o.plants, far) > input.maxCrossed) return false;
    }
    for (const o of all) {
      if (o.variety === r.variety || o.protected || v(o).group !== v(r).group || flowers(o) !== flowers(r)) continue;
      const far = o.garden === r.garden ? g(r).widthM : Math.max(5, Math.hypot(g(o).eastM - g(r).eastM, g(o).northM - g(r).northM));
      if (shares(r, v(o).plants, far) > input.maxCrossed || shares(o, v(r).plants, far) > input.maxCrossed) return false;
    }
  }
  return true;
}

function kept(input: RenewalInput, all: readonly Renewal[]): number {
  return input.varieties.reduce((sum, v) => {
    const lost = all
      .filter((r) => r.variety === v.id)
      .reduce((l, r) => {
        const own = input.chances.find((c) => c.variety === v.id && c.garden === r.garden)?.chance;
        const chance = own ?? input.gardens.find((g) => g.id === r.garden)!.chance;
        return l * (1 - chance * v.keep[r.season - 1]!);
      }, 1);
    return sum + v.worth * (1 - lost);
  }, 0);
}

/** The most that can be kept, by trying everything. */
function most(input: RenewalInput): number {
  const all: Renewal[] = input.varieties.flatMap((v) =>
    input.gardens.flatMap((g) =>
      Array.from({ length: input.seasons }, (_, s) => s + 1).flatMap((season) =>
        input.barred.some((b) => b.variety === v.id && (b.garden ?? g.id) === g.id && (b.season ?? season) === season)
          ? []
          : [false, true].map((covered) => ({ variety: v.id, garden: g.id, season, protected: covered })),
      ),
    ),
  );
  let best = 0;
  const deeper = (from: number, chosen: readonly Renewal[]): void => {
    best = Math.max(best, kept(input, chosen));
    for (let i = from; i < all.length; i++) {
      const next = [...chosen, all[i]!];
      if (allowed(input, next)) deeper(i + 1, next);
    }
  };
  deeper(0, [...input.fixed]);
  return best;
}

const squash = { plants: 6, years: 1 as const, group: 'cucurbita-pepo', outcrossRate: 0.7, isolationM: 500 };
const lettuce = { plants: 4, years: 1 as const, group: 'lactuca', outcrossRate: 0.02, isolationM: 3 };
const onion = { plants: 10, years: 2 as const, group: 'allium-cepa', outcrossRate: 0.9, isolationM: 300 };
const alone = { plants: 8, years: 1 as const, group: null, outcrossRate: 0, isolationM: 1 };
const garden = (id: string, over: Partial<RenewalInput['gardens'][number]> = {}): RenewalInput['gardens'][number] => ({
  id,
  room: 20,
  most: 2,
  chance: 0.8,
  cages: 0,
  eastM: 0,
  northM: 0,
  widthM: 5,
  takes: null,
  ...over,
});
const small = (over: Partial<RenewalInput> = {}): RenewalInput => ({
  seasons: 2,
  varieties: [
    { id: 'a', worth: 2, keep: [0.9, 0.5], ...squash },
    { id: 'b', worth: 1.5, keep: [0.8, 0.7], ...squash },
    { id: 'c', worth: 1, keep: [0.6, 0.6], ...alone },
  ],
  gardens: [garden('near'), garden('far', { eastM: 300 })],
  chances: [],
  others: [],
  maxCrossed: 0.01,
  growersMost: 2,
  fixed: [],
  barred: [],
  ...over,
});

/** A small library by chance: some of everything. */
function made(seed: number): RenewalInput {
  const r = randomFrom(seed);
  const of = <T>(list: readonly T[]): T => list[Math.floor(r() * list.length)]!;
  const seasons = 1 + Math.floor(r() * 2);
  const varieties = Array.from({ length: 2 + Math.floor(r() * 3) }, (_, i): RenewalVariety => {
    const good = 0.3 + 0.7 * r();
    return {
      id: i,
      worth: 0.2 + 2 * r(),
      keep: Array.from({ length: seasons }, (_, s) => good * 0.8 ** s),
      ...of([squash, lettuce, onion, alone, squash]),
    };
  });
  const gardens = Array.from({ length: 1 + Math.floor(r() * 2) }, (_, i) =>
    garden(`g${String(i)}`, {
      room: 4 + Math.floor(r() * 20),
      most: 1 + Math.floor(r() * 2),
      chance: r(),
      cages: Math.floor(r() * 2),
      eastM: Math.round(r() * 800),
      northM: Math.round(r() * 800),
      takes: r() < 0.2 ? [0, 1] : null,
    }),
  );
  return small({
    seasons,
    varieties,
    gardens,
    growersMost: 1 + Math.floor(r() * 2),
    chances: [{ variety: 0, garden: 'g0', chance: 1 }],
    others: r() < 0.3 ? [{ group: 'cucurbita-pepo', season: 1, plants: 4, eastM: 200, northM: 200 }] : [],
    barred: r() < 0.3 ? [{ variety: 1, garden: null, season: 1 }] : [],
  });
}

describe('a plan of renewals', () => {
  it('is the best there is, by trying everything, and proves it', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const input = made(seed);
      const found = plan(input);
      expect([seed, allowed(input, found.plan)]).toEqual([seed, true]);
      expect([seed, found.stopped]).toEqual([seed, 'proved']);
      expect(found.total).toBeCloseTo(kept(input, found.plan), 9);
      expect([seed, found.total]).toEqual([seed, expect.closeTo(most(input), 4)]);
      expect(found.bound).toBeGreaterThanOrEqual(most(input) - 1e-9);
      expect(plan(input).plan).toEqual(found.plan);
    }
  });

  it('keeps squashes apart, by garden, season or cover', () => {
    // 300 m are not enough for two squashes: one of them waits, or goes under cover.
    const open = plan(small()).plan;
    expect(new Set(open.filter((r) => r.variety !== 'c').map((r) => `${String(r.season)} ${String(r.variety)}`)).size).toBe(
      new Set(open.filter((r) => r.variety !== 'c').map((r) => r.season)).size,
    );
    const covered = plan(small({ gardens: [garden('near', { cages: 1 }), garden('far', { eastM: 300 })] }));
    expect(covered.plan.some((r) => r.protected)).toBe(true);
    expect(covered.total).toBeGreaterThan(plan(small()).total);
  });

  it('never keeps less with a garden more, never more with a bar, and nothing less than doing nothing', () => {
    for (let seed = 100; seed < 125; seed++) {
      const input = made(seed);
      const { total } = plan(input);
      expect(total).toBeGreaterThanOrEqual(0);
      const more = plan({ ...input, gardens: [...input.gardens, garden('one more', { eastM: 5000 })] });
      expect(more.total).toBeGreaterThanOrEqual(total * (1 - 1e-4) - 1e-9);
      const barred = plan({ ...input, barred: [...input.barred, { variety: 0, garden: null, season: null }] });
      expect(barred.total).toBeLessThanOrEqual(total * (1 + 1e-4) + 1e-9);
      expect(barred.plan.every((r) => r.variety !== 0)).toBe(true);
    }
  });

  it('holds what is fixed, whatever it costs, and finds the rest around it', () => {
    const fixed = [{ variety: 'b', garden: 'near', season: 1, protected: false }];
    const input = small({ fixed });
    const held = plan(input);
    expect(held.plan).toContainEqual(fixed[0]);
    expect(allowed(input, held.plan)).toBe(true);
    expect(held.total).toBeCloseTo(most(input), 4);
  });

  it('says which of what is fixed breaks a rule together', () => {
    const broken = (fixed: Renewal[], over: Partial<RenewalInput> = {}) => PlanState.broken(makeInstance(small({ ...over, fixed })))?.which;
    const at = (variety: string, where: string, season = 1, covered = false): Renewal => ({
      variety,
      garden: where,
      season,
      protected: covered,
    });
    expect(broken([at('a', 'near'), at('c', 'near')])).toBeUndefined();
    expect(broken([at('c', 'near'), at('a', 'near'), at('b', 'near')])).toEqual([0, 1, 2]);
    expect(broken([at('c', 'far'), at('a', 'near'), at('b', 'far')])).toEqual([1, 2]);
    expect(broken([at('a', 'near', 1, true)])).toEqual([0]);
    expect(broken([at('a', 'near', 1), at('a', 'near', 2)])).toEqual([0, 1]);
    expect(broken([at('a', 'near', 1), at('a', 'far', 2)], { growersMost: 1 })).toEqual([0, 1]);
  });

  it('has something at once, and a limit that holds, without a solver and without time', () => {
    const input = made(7);
    for (const found of [plan(input, { seconds: 0 }), plan(input, { seconds: 0.2, solver: null })]) {
      expect(allowed(input, found.plan)).toBe(true);
      expect(found.bound).toBeGreaterThanOrEqual(most(input) - 1e-9);
    }
    const nothing = plan(small({ gardens: [] }));
    expect(nothing).toMatchObject({ plan: [], total: 0, gap: 0, stopped: 'proved' });
    expect(plan(small({ varieties: [] })).kept).toEqual([]);
  });
});
