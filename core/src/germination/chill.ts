import { addDays, type Day } from '../dates/day.ts';

/** Days of weekly looks into the cold through its last third, because seed may sprout there. */
export function chillLooks(chilledOn: Day, weeks: number): Day[] {
  const looks: Day[] = [];
  const days = Math.round(7 * weeks);
  for (let day = Math.ceil((days * 2) / 3); day < days; day += 7) looks.push(addDays(chilledOn, day));
  return looks;
}

/** The next look into the cold after the last; null when none is left before the seed is sown. */
export function nextChillLook(chilledOn: Day, weeks: number, lookedOn: Day | null): Day | null {
  return chillLooks(chilledOn, weeks).find((day) => lookedOn === null || day > lookedOn) ?? null;
}
