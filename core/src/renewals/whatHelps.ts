import {
  choicesOf,
  makeInstance,
  reaches,
  type Renewal,
  type RenewalGarden,
  type RenewalId,
  type RenewalInput,
  rowOf,
} from './instance.ts';
import { PlanState } from './planState.ts';
import { Exchange, planFrom } from './search.ts';

/** Something that the library could get, so that more can be kept. */
export type HelpKind = 'cage' | 'garden' | 'room' | 'freezer' | 'seeds';

export interface Help {
  readonly kind: HelpKind;
  /** The garden of a cage or of more room, the variety of more seed. */
  readonly of: RenewalId | null;
  /** How many: cages, plants of room, seeds. */
  readonly many: number;
  /** Of a garden: so far it has to be from what else flowers of these groups, metres; none where nothing of what it would keep crosses. */
  readonly apart: readonly { readonly group: string; readonly farM: number }[];
  /** What more of each variety would be kept, as they stand in the instance: the difference of the chances. */
  readonly gains: readonly number[];
  /** Worth that would be kept more. */
  readonly worth: number;
}

/** A way of keeping seed, or more of it, as what it would make of the chances by season. */
export interface KeepInstead {
  readonly kind: 'freezer' | 'seeds';
  readonly of: RenewalId | null;
  readonly many: number;
  /** By variety what keep would be; those that are not named stay as they are. */
  readonly keep: ReadonlyMap<RenewalId, readonly number[]>;
}

const NEW_GARDEN = { id: '+', room: 30, most: 3, cages: 0 } as const;
/** A garden that is not there yet is taken to lie so far off that nothing crosses with it. */
const FAR_M = 5e6;
const MORE_ROOM = 20;
const ROUNDS = 150;
/** Gardens in which a cage or more room is tried. */
const TRIED = 6;
/** What keeps less than this of one variety more is no help. */
const LEAST_WORTH = 0.02;

/**
 * What would help most, the most first: one more cage, twenty plants more room, a garden more, and what is given of seed that keeps longer or of which there
 * is more; each tried by finding the plan again with it. `plan` is the best plan without.
 */
export function whatHelps(input: RenewalInput, plan: readonly Renewal[], keeping: readonly KeepInstead[] = []): Help[] {
  const rounds = input.varieties.length * input.gardens.length > 6000 ? ROUNDS / 3 : ROUNDS;
  const base = searchedAgain(input, plan, rounds);
  const tries: { readonly help: Omit<Help, 'gains' | 'worth' | 'apart'>; readonly input: RenewalInput }[] = [];
  const gardens = busiest(input, base.rows);
  const withGarden = (id: RenewalId, change: (g: RenewalGarden) => RenewalGarden): RenewalInput => ({
    ...input,
    gardens: input.gardens.map((g) => (g.id === id ? change(g) : g)),
  });
  for (const g of gardens) {
    if (input.varieties.some((v) => v.group !== null && v.cover !== null))
      tries.push({ help: { kind: 'cage', of: g.id, many: 1 }, input: withGarden(g.id, (o) => ({ ...o, cages: o.cages + 1 })) });
    tries.push({
      help: { kind: 'room', of: g.id, many: MORE_ROOM },
      input: withGarden(g.id, (o) => ({ ...o, room: o.room + MORE_ROOM, most: o.most + 1 })),
    });
  }
  const mean = input.gardens.length === 0 ? 0.7 : input.gardens.reduce((sum, g) => sum + g.chance, 0) / input.gardens.length;
  const added: RenewalGarden = { ...NEW_GARDEN, chance: mean, eastM: FAR_M, northM: FAR_M, widthM: 5, takes: null };
  tries.push({ help: { kind: 'garden', of: null, many: NEW_GARDEN.room }, input: { ...input, gardens: [...input.gardens, added] } });
  for (const k of keeping) {
    const varieties = input.varieties.map((v) => ({ ...v, keep: k.keep.get(v.id) ?? v.keep }));
    tries.push({ help: { kind: k.kind, of: k.of, many: k.many }, input: { ...input, varieties } });
  }
  const helps = tries.map(({ help, input: changed }): Help => {
    const found = searchedAgain(changed, base.rows, rounds);
    return {
      ...help,
      apart: help.kind === 'garden' ? apartOf(input, found.rows) : [],
      gains: found.kept.map((k, i) => k - (base.kept[i] ?? 0)),
      worth: found.total - base.total,
    };
  });
  return bestOfEachKind(helps);
}

interface Again {
  readonly rows: readonly Renewal[];
  readonly kept: readonly number[];
  readonly total: number;
}

function searchedAgain(input: RenewalInput, start: readonly Renewal[], rounds: number): Again {
  const instance = makeInstance(input);
  const exchange = new Exchange(instance, planFrom(instance, choicesOf(instance, start)), 1);
  exchange.run(rounds, null);
  const all = [...instance.fixed, ...exchange.best.plan];
  const state = new PlanState(instance);
  for (const c of exchange.best.plan) state.add(c);
  return {
    rows: all.map((c) => rowOf(instance, c)),
    kept: input.varieties.map((_, v) => 1 - (state.lost[v] ?? 1)),
    total: exchange.best.total,
  };
}

/** The gardens that most is asked of, and whose growers bring the most home. */
function busiest({ gardens, seasons }: RenewalInput, rows: readonly Renewal[]): RenewalGarden[] {
  const used = (g: RenewalGarden): number => rows.filter((r) => r.garden === g.id).length / Math.max(1, g.most * seasons);
  return [...gardens].sort((a, b) => used(b) + b.chance - used(a) - a.chance).slice(0, TRIED);
}

/** How far a new garden has to be from others of the groups that it would grow. */
function apartOf(input: RenewalInput, rows: readonly Renewal[]): Help['apart'] {
  const reach = reaches(input);
  const there = rows.filter((r) => r.garden === NEW_GARDEN.id && !r.protected);
  const farOf = new Map<string, number>();
  for (const r of there) {
    const v = input.varieties.findIndex((o) => o.id === r.variety);
    const group = input.varieties[v]?.group ?? null;
    if (group === null) continue;
    const far = Math.max(0, ...input.varieties.map((_, u) => (u === v ? 0 : reach(u, v))));
    if (far > 0) farOf.set(group, Math.max(far, farOf.get(group) ?? 0));
  }
  return [...farOf].map(([group, farM]) => ({ group, farM }));
}

/** Of each kind the best, and of seed for each variety; those alone that help. */
function bestOfEachKind(helps: readonly Help[]): Help[] {
  const sorted = [...helps].sort((a, b) => b.worth - a.worth);
  const seen = new Set<string>();
  return sorted.filter((h) => {
    const key = h.kind === 'seeds' ? `seeds ${String(h.of)}` : h.kind;
    // A freezer keeps, beside what it does for the plan.
    return (h.worth >= LEAST_WORTH || h.kind === 'freezer') && !seen.has(key) && seen.add(key);
  });
}
