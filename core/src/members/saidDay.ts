import { addDays, type Day, daysBetween } from '../dates/day.ts';

/** What a phone says of a day: the one on which it was tapped by its clock, and the one that its clock shows as it is sent. */
export interface PhoneDays {
  readonly on: Day;
  readonly phoneToday: Day;
}

/** A phone in another time zone may be a day off without its clock being wrong. */
const SAME_CLOCK_DAYS = 1;

/**
 * The day of something that a phone kept: a clock that is wrong is put right by as much as it is wrong when it is sent. Never after `today`,
 * nor before `earliest`, on which it cannot have been: then it counts for that day.
 */
export function saidDay({ on, phoneToday }: PhoneDays, today: Day, earliest: Day): Day {
  const off = daysBetween(phoneToday, today);
  const day = Math.abs(off) <= SAME_CLOCK_DAYS ? on : addDays(on, off);
  return day > today ? today : day < earliest ? earliest : day;
}
