import { needCount, needNumber } from '../errors.ts';
import type { Difficulty } from '../growing/saving.ts';
import { logBeta } from '../numeric/gamma.ts';

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

/** How alive seed is believed to be: a beta distribution, or one share. */
export type AliveBelief = { readonly alpha: number; readonly beta: number } | { readonly share: number };

/** Beyond so much spread the beta distribution is as good as one share. */
const SHARPEST = 1e9;

/**
 * The chance that so many seeds give at least so many plants, when each live seed makes a plant with chance `emergence`: the tail of a beta-binomial, whose
 * beta has the mean and the variance of emergence times the share that is alive.
 */
export function enoughPlants(input: {
  readonly alive: AliveBelief;
  readonly emergence: number;
  readonly seeds: number;
  readonly plants: number;
}): number {
  const { alive, emergence, seeds, plants } = input;
  needCount('enoughPlants', 'seeds', seeds, 0);
  needCount('enoughPlants', 'plants', plants, 1);
  needNumber('enoughPlants', 'emergence', emergence, 0, 1);
  const [mean, spread] = 'share' in alive ? [alive.share, SHARPEST] : [alive.alpha / (alive.alpha + alive.beta), alive.alpha + alive.beta];
  needNumber('enoughPlants', 'alive', mean, 0, 1);
  if (seeds < plants || emergence * mean === 0) return 0;
  const m = emergence * mean;
  if (m >= 1) return 1;
  // Of a share v with variance s, emergence v has the variance emergence^2 s.
  const variance = (emergence ** 2 * (mean * (1 - mean))) / (spread + 1);
  const strength = Math.min(SHARPEST, Math.max(1e-6, (m * (1 - m)) / Math.max(variance, 1e-18) - 1));
  const [a, b] = [m * strength, (1 - m) * strength];
  // From one number of plants to the next by the ratio of neighbours, in logs, since none at all is most unlikely of many.
  let log = logBeta(a, b + seeds) - logBeta(a, b);
  let fewer = Math.exp(log);
  for (let x = 0; x + 1 < plants; x++) {
    log += Math.log(((seeds - x) * (a + x)) / ((x + 1) * (b + seeds - x - 1)));
    fewer += Math.exp(log);
  }
  return Math.min(1, Math.max(0, 1 - fewer));
}

/** One attempt at renewing: so many seeds go out, and so likely it gives the fewest parents. */
export interface Attempt {
  readonly seeds: number;
  readonly keep: number;
}

/** What can go out of a lot: of one half, while the other stays for a second try; or all of it. */
export interface Attempts {
  readonly half: Attempt;
  readonly all: Attempt;
}

/** Seed is not spent for less than this of the chance. */
const AS_GOOD = 0.98;

/** What can go out of a lot in one attempt. Of the half that goes no more is sent than makes it hardly any surer. */
export function attemptsOf(input: {
  readonly alive: AliveBelief;
  readonly emergence: number;
  readonly balance: number;
  readonly plants: number;
}): Attempts {
  const { balance, ...rest } = input;
  const of = (seeds: number): number => enoughPlants({ ...rest, seeds });
  const half = Math.ceil(balance / 2);
  const keep = of(half);
  let [few, many] = [Math.min(half, input.plants), half];
  while (few < many) {
    const middle = (few + many) >> 1;
    if (of(middle) >= AS_GOOD * keep) many = middle;
    else few = middle + 1;
  }
  return { half: { seeds: many, keep }, all: { seeds: balance, keep: of(balance) } };
}

/** A usual chance that a grower brings seed home, where it is not known yet who grows it. */
const USUAL_CHANCE = 0.7;

/**
 * Whether all seed of a variety's last hope should go out at once: where one garden that gets all of it is likelier to keep the variety than half of it there
 * and the other half at home, which keeps it with the chance `atHome` by itself.
 */
export function goesOutWhole({ half, all }: Attempts, atHome: number): boolean {
  return USUAL_CHANCE * all.keep > 1 - (1 - atHome) * (1 - USUAL_CHANCE * half.keep);
}

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

/** Who offered to grow a variety brings it home surer: half of what is missing to certain. */
export const offeredToo = (chance: number): number => 1 - (1 - chance) / 2;

/** What is left of the chance where flowers are bagged, or tied and pollinated by hand: some dry up, some bags blow off. */
export const BY_HAND = 0.9;

/** Of a variety that some of its lots may carry on by themselves: the chance that one at least still can. */
export const keptByLots = (keeps: readonly number[]): number => 1 - keeps.reduce((lost, k) => lost * (1 - k), 1);
