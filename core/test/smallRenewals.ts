import { crossing } from '../src/growing/crossing.ts';
import type { Renewal, RenewalInput, RenewalVariety } from '../src/renewals/instance.ts';
import { randomFrom } from '../src/renewals/search.ts';

/** The rules read plainly, one after the other: whether a plan is allowed. */
export function allowed(input: RenewalInput, all: readonly Renewal[]): boolean {
  const v = (r: Renewal) => input.varieties.find((x) => x.id === r.variety)!;
  const g = (r: Renewal) => input.gardens.find((x) => x.id === r.garden)!;
  const flowers = (r: Renewal): number => r.season + v(r).years - 1;
  const shares = (r: Renewal, plants: number, distanceM: number): number =>
    crossing({ ...v(r), neighbours: [{ plants, distanceM, overlap: 1 }] }).crossedShare;
  for (const r of all) {
    if (r.season < 1 || flowers(r) > input.seasons) return false;
    if (g(r).takes?.includes(r.variety) === false) return false;
    const same = all.filter((o) => o.variety === r.variety);
    if (same.length > Math.min(input.growersMost, v(r).growersMost ?? 9) || same.some((o) => o !== r && o.garden === r.garden))
      return false;
    const used = (t: number) => g(r).used?.[t - 1] ?? { plants: 0, varieties: 0, cages: 0 };
    for (let t = r.season; t <= flowers(r); t++) {
      const there = all.filter((o) => o.garden === r.garden && o.season <= t && t <= flowers(o));
      if (there.reduce((n, o) => n + v(o).plants, 0) + used(t).plants > g(r).room) return false;
      if (there.length + used(t).varieties > g(r).most) return false;
    }
    const caged = (o: Renewal): boolean => o.protected && v(o).cover?.cage !== false;
    const covered = all.filter((o) => o.garden === r.garden && caged(o) && flowers(o) === flowers(r));
    if (caged(r) && covered.length + used(flowers(r)).cages > g(r).cages) return false;
    if (r.protected && v(r).cover === null) return false;
    if (r.protected || v(r).group === null) continue;
    for (const o of input.others) {
      if (o.variety === r.variety) continue;
      const far = Math.max(5, Math.hypot(o.eastM - g(r).eastM, o.northM - g(r).northM));
      if (o.group !== v(r).group || o.season !== flowers(r)) continue;
      if (shares(r, o.plants, far) > input.maxCrossed) return false;
      if (
        o.seed &&
        crossing({ ...o.seed, plants: o.plants, neighbours: [{ plants: v(r).plants, distanceM: far, overlap: 1 }] }).crossedShare >
          input.maxCrossed
      )
        return false;
    }
    for (const o of all) {
      if (o.variety === r.variety || o.protected || v(o).group !== v(r).group || flowers(o) !== flowers(r)) continue;
      const far = o.garden === r.garden ? g(r).widthM : Math.max(5, Math.hypot(g(o).eastM - g(r).eastM, g(o).northM - g(r).northM));
      if (shares(r, v(o).plants, far) > input.maxCrossed || shares(o, v(r).plants, far) > input.maxCrossed) return false;
    }
  }
  return true;
}

export function kept(input: RenewalInput, all: readonly Renewal[]): number {
  return input.varieties.reduce((sum, v) => {
    const lost = all
      .filter((r) => r.variety === v.id)
      .reduce((l, r) => {
        const own = input.chances.find((c) => c.variety === v.id && c.garden === r.garden)?.chance;
        const chance = own ?? input.gardens.find((g) => g.id === r.garden)!.chance;
        const covered = r.protected ? (v.cover?.chance ?? 1) : 1;
        return l * (1 - chance * covered * v.keep[r.season - 1]!);
      }, 1);
    return sum + v.worth * (1 - lost);
  }, 0);
}

/** The most that can be kept, by trying everything. */
export function most(input: RenewalInput): number {
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

export const squash = { plants: 6, years: 1 as const, group: 'cucurbita-pepo', outcrossRate: 0.7, isolationM: 500 };
export const lettuce = { plants: 4, years: 1 as const, group: 'lactuca', outcrossRate: 0.02, isolationM: 3 };
export const onion = { plants: 10, years: 2 as const, group: 'allium-cepa', outcrossRate: 0.9, isolationM: 300 };
export const alone = { plants: 8, years: 1 as const, group: null, outcrossRate: 0, isolationM: 1 };
export const garden = (id: string, over: Partial<RenewalInput['gardens'][number]> = {}): RenewalInput['gardens'][number] => ({
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
export const small = (over: Partial<RenewalInput> = {}): RenewalInput => ({
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
export function made(seed: number): RenewalInput {
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
      ...(r() < 0.15 ? { growersMost: 1 } : {}),
      ...(r() < 0.3 ? { cover: of([null, { cage: false, chance: 0.9 }]) } : {}),
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
      ...(r() < 0.2 ? { used: [{ plants: 3, varieties: 1, cages: 0 }] } : {}),
    }),
  );
  return small({
    seasons,
    varieties,
    gardens,
    growersMost: 1 + Math.floor(r() * 2),
    chances: [{ variety: 0, garden: 'g0', chance: 1 }],
    others:
      r() < 0.3
        ? [{ group: 'cucurbita-pepo', season: 1, plants: 4, eastM: 200, northM: 200, ...of([{}, { variety: 0 }, { seed: squash }]) }]
        : [],
    barred: r() < 0.3 ? [{ variety: 1, garden: null, season: 1 }] : [],
  });
}
