import { needCount, needNumber } from '../errors.ts';
import type { Difficulty } from '../growing/saving.ts';
import { betaNodes } from '../numeric/betaMean.ts';
import { betaCdf } from '../numeric/gamma.ts';

/** Another lot of a variety: how likely its seed would still carry the variety on. */
export interface OtherLot {
  /** The chance that it gives enough parents in one attempt, 0..1. */
  readonly keep: number;
}

/**
 * What it is worth to keep a variety: 1 for the only lot of it, and less the more and the better its other lots are, 1 / (1 + sum of what each would keep);
 * times 1 + ln(1 + n) for n loans and wishes in three years; times what the coordinator says of it (1 where nothing is said). Above 0.
 */
export function worthOfVariety(input: {
  readonly others: readonly OtherLot[];
  readonly asked: number;
  readonly said?: number | undefined;
}): number {
  const { others, asked, said = 1 } = input;
  needCount('worthOfVariety', 'asked', asked, 0);
  needNumber('worthOfVariety', 'said', said, Number.MIN_VALUE);
  const beside = others.reduce((sum, o, i) => {
    needNumber('worthOfVariety', `others[${String(i)}].keep`, o.keep, 0, 1);
    return sum + o.keep;
  }, 0);
  return ((1 + Math.log(1 + asked)) / (1 + beside)) * said;
}

/**
 * The chance that so many seeds give at least so many plants, when the share that is alive is Beta(alpha, beta) on the day they are sown and each live
 * seed makes a plant with chance `emergence`: P(Binomial(seeds, emergence v) >= plants), meant over v.
 */
export function enoughPlants(input: {
  readonly alpha: number;
  readonly beta: number;
  readonly emergence: number;
  readonly seeds: number;
  readonly plants: number;
}): number {
  const { alpha, beta, emergence, seeds, plants } = input;
  needCount('enoughPlants', 'seeds', seeds, 0);
  needCount('enoughPlants', 'plants', plants, 1);
  needNumber('enoughPlants', 'emergence', emergence, 0, 1);
  if (seeds < plants || emergence === 0) return 0;
  const { values, weights } = betaNodes(alpha, beta);
  // A binomial tail is a beta integral.
  const chance = values.reduce((sum, v, i) => sum + (weights[i] as number) * betaCdf(emergence * v, plants, seeds - plants + 1), 0);
  return Math.min(1, Math.max(0, chance));
}

/** Seeds that go out in one attempt: half of what there is stays for a second one. */
export const seedsGoingOut = (balance: number): number => Math.ceil(balance / 2);

/** How much of a grower's chance is left by how hard a crop is to save, and how practised they are: Esprel's own table. */
const LEFT: Readonly<Record<Difficulty, Readonly<Record<'new' | 'some' | 'practised', number>>>> = {
  easy: { new: 0.95, some: 1, practised: 1 },
  middling: { new: 0.75, some: 0.9, practised: 1 },
  hard: { new: 0.4, some: 0.65, practised: 0.9 },
};

/**
 * The chance that a grower brings a crop home: their share of promises kept (drawn towards all members), times what the crop's difficulty leaves of it. Of whom nobody
 * said how practised they are, the middle is taken.
 */
export function bringsHome(keptShare: number, difficulty: Difficulty, practised: 'new' | 'some' | 'practised' | null): number {
  needNumber('bringsHome', 'keptShare', keptShare, 0, 1);
  return keptShare * LEFT[difficulty][practised ?? 'some'];
}
