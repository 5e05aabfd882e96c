import { plural } from '../words/words.ts';
import {
  choicesOf,
  type Instance,
  otherPollen,
  type Renewal,
  type RenewalGarden,
  type RenewalId,
  type RenewalVariety,
} from './instance.ts';
import { PlanState } from './planState.ts';

export interface Nobody {
  readonly variety: RenewalId;
  readonly why: string;
}

/** Of each variety that nobody renews in a plan, why: what is missing for it at all, else what stands in its way. */
export function whyNobody(instance: Instance, plan: readonly Renewal[]): Nobody[] {
  const { input } = instance;
  const renewed = new Set(plan.map((r) => r.variety));
  const state = new PlanState(instance);
  for (const c of choicesOf(instance, plan)) if (state.fits(c)) state.add(c);
  return input.varieties.flatMap((v, i) => (renewed.has(v.id) ? [] : [{ variety: v.id, why: whyNot(instance, state, v, i) }]));
}

function whyNot(instance: Instance, state: PlanState, variety: RenewalVariety, v: number): string {
  const { input } = instance;
  const { gardens, seasons } = input;
  const takes = (g: RenewalGarden): boolean => g.takes === null || g.takes.includes(variety.id);
  if (gardens.length === 0) return 'there is no garden';
  if (variety.years > seasons) return `it stands for ${plural(variety.years, 'season')}, and the plan has ${String(seasons)}`;
  if (variety.keep.slice(0, seasons - variety.years + 1).every((k) => k <= 0)) return 'its seed gives no plants any more';
  const willing = gardens.filter(takes);
  if (willing.length === 0) return 'no garden takes it';
  const room = Math.max(...willing.map((g) => g.room));
  if (room < variety.plants)
    return `asks for ${plural(variety.plants, 'plant')}; no garden that takes it has room for more than ${String(room)}`;
  const own = instance.choices.slice(instance.first[v], instance.first[v + 1]);
  if (own.length === 0) {
    const beside = otherPollen(input);
    const crossed = willing.every((_, g) =>
      Array.from({ length: seasons - variety.years + 1 }, (__, s) => s).every((s) =>
        beside({
          i: -1,
          v,
          g: gardens.indexOf(willing[g] as RenewalGarden),
          s,
          flowers: s + variety.years - 1,
          covered: false,
          caged: false,
          p: 0,
        }),
      ),
    );
    if (crossed && variety.group !== null)
      return `everywhere it would cross with what others grow; ${variety.cover === null ? 'a garden farther off' : 'a cage'} would do`;
    return 'it is barred wherever it could go, or nobody brings it home';
  }
  const cover = variety.cover === null ? '' : 'a cage or ';
  const crossing = own.filter((c) => state.excludedBy(c).length > 0);
  if (crossing.length === own.length) {
    const names = new Set(
      crossing.flatMap((c) => state.excludedBy(c).map((o) => input.varieties[o.v]?.name ?? String(input.varieties[o.v]?.id ?? ''))),
    );
    return `everywhere it would cross with ${[...names].slice(0, 3).join(', ')}; ${cover}a garden farther off would do`;
  }
  return 'every garden that could take it is full of what is worth more; a garden more, or more room, would do';
}
