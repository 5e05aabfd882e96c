import { plural } from '../words/words.ts';
import { type Day, daysBetween } from '../dates/day.ts';

/** What is known of seed that does not keep: the best clue to its life. */
export interface Freshness {
  readonly pickedOn: Day | null;
  readonly receivedOn: Day;
  readonly ripenedWhere: string | null;
  readonly ripenedInSeason: 'yes' | 'no' | null;
  /** In the words of the set unit, as "18 °C"; null where nobody knows. */
  readonly nights: string | null;
}

function agoWords(days: number): string {
  if (days < 1) return 'today';
  if (days < 14) return `${plural(days, 'day')} ago`;
  if (days < 90) return `${plural(Math.round(days / 7), 'week')} ago`;
  return days < 700 ? `${String(Math.round(days / 30.44))} months ago` : `${String(Math.round(days / 365.25))} years ago`;
}

/** "Picked 3 weeks ago in the valley, in season there, nights of 18 °C": what there is instead of a year for seed that does not keep. */
export function freshnessWords(f: Freshness, today: Day): string {
  const when =
    f.pickedOn === null
      ? `It came ${agoWords(daysBetween(f.receivedOn, today))}; taken as picked then`
      : `Picked ${agoWords(daysBetween(f.pickedOn, today))}`;
  const season = f.ripenedInSeason === null ? '' : f.ripenedInSeason === 'yes' ? ', in season there' : ', out of season there';
  return [
    `${when}${f.ripenedWhere === null ? '' : ` in ${f.ripenedWhere}`}${season}`,
    ...(f.nights === null ? [] : [`nights of ${f.nights}`]),
  ].join(', ');
}
