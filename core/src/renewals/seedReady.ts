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
  const perPlant = viability * emergence;
  if (perPlant <= 0.005) return null;
  return Math.ceil((2 * crop.seedPlantsMin) / perPlant);
}
