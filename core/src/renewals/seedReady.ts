import type { Crop } from '../crops/crop.ts';
import { addDays, type Day, dayInYear } from '../dates/day.ts';
import { type FrostDates, nextMonthDay } from '../season/frost.ts';

/**
 * The day on which seed sown in the coming season could be ripe: planting out about the next last frost, the
 * longer time to harvest and the days to ripe seed. Biennials and perennials ripen from regrowth in
 * their second year.
 */
export function seedReadyDay(crop: Crop, today: Day, frost: FrostDates): Day {
  const spring = nextMonthDay(today, frost.last);
  const out = addDays(spring, Math.round(7 * (crop.plantOutWeeksMin ?? crop.directWeeksMin ?? 1)));
  const planted = out < today ? today : out;
  if (crop.lifeCycle === 'biennial' || crop.lifeCycle === 'perennial') {
    const regrowth = dayInYear(Number(spring.slice(0, 4)) + 1, frost.last);
    return addDays(regrowth, crop.lifeCycle === 'biennial' ? (crop.seedDays ?? 120) : 120);
  }
  return addDays(planted, (crop.harvestDaysMax ?? 90) + (crop.seedDays ?? 40));
}

/**
 * Seeds that two attempts at renewing a lot would take: twice the fewest parents, each from as many
 * seeds as it takes at this viability and emergence. Null when nothing is alive.
 */
export function seedsForTwoSeasons(crop: Crop, viability: number, emergence: number): number | null {
  return seedsForPlants(2 * crop.seedPlantsMin, viability, emergence);
}

/** Seeds that one attempt at renewing a lot would take: the fewest parents of the crop. Null when nothing is alive. */
export function seedsForOneTry(crop: Crop, viability: number, emergence: number): number | null {
  return seedsForPlants(crop.seedPlantsMin, viability, emergence);
}

function seedsForPlants(plants: number, viability: number, emergence: number): number | null {
  const perPlant = viability * emergence;
  return perPlant <= 0.005 ? null : Math.ceil(plants / perPlant);
}

/**
 * Seeds of a lot that may go to be renewed: all but what a second try needs, and at least half; of a lot too small for two tries all that the first one
 * needs, since it is the better one. All of it where hardly any is alive.
 */
export function renewable(balance: number, oneTry: number | null): number {
  return oneTry === null ? balance : Math.max(balance - oneTry, Math.ceil(balance / 2), Math.min(balance, oneTry));
}
