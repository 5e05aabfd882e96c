import { addDays, type Day, daysBetween } from '../dates/day.ts';
import { aboutWhen, monthDay, weekday } from '../dates/dayWords.ts';
import type { DateOrder, LengthUnit, TemperatureUnit } from '../units.ts';
import { depth } from '../words/lengths.ts';
import { span } from '../words/ranges.ts';
import { warmth } from '../words/warmth.ts';
import { capital, numberWords, plural } from '../words/words.ts';
import { usualWay, type WayAhead } from '../season/coming.ts';
import type { Window } from '../season/windows.ts';
import type { SowingStyle } from '../sowing/howToSow.ts';

/** What a packet in a member's hand is sown by: its lot, that garden, and how the crop is sown. */
export interface PacketFacts {
  readonly seeds: number;
  readonly unit: 'seed' | 'cluster';
  readonly style: SowingStyle;
  /** By the estimate of the lot; null where five would not be enough, or nobody can say. */
  readonly perCell: number | null;
  readonly depthMm: number;
  readonly light: 'light' | 'dark' | 'either';
  /** Where the warmth begins in which it comes up best, C. */
  readonly warmC: number;
  /** The soil that it wants outdoors, C. */
  readonly soilC: number;
  readonly emergeMinD: number;
  readonly emergeMaxD: number;
  /** What is done to the seed first: "nick it", "soak 24 hours". */
  readonly preparation: readonly string[];
  readonly chillWeeks: number;
  /** The next days in which it can be sown there; null for a crop without weeks. */
  readonly window: {
    readonly from: Day;
    readonly target: Day;
    readonly to: Day;
    readonly way: 'start' | 'direct' | 'late';
  } | null;
  /** The last day of this season's days, where they ended not long ago. */
  readonly missedOn: Day | null;
  /** When what was started indoors goes out there; null where it is sown where it grows. */
  readonly plantOutFrom: Day | null;
  /** Must never dry out, or keeps for months only. */
  readonly keepsShort: boolean;
}

export interface SaidBy {
  readonly dateOrder: DateOrder;
  readonly temperatureUnit: TemperatureUnit;
  readonly lengthUnit: LengthUnit;
}

/** One sentence of what to do now, its lead in bold, and what goes with it. */
export interface Now {
  readonly lead: string;
  readonly rest: string;
  /** Whether it is for today; what is not stands further down. */
  readonly today: boolean;
}

/** Days ahead that are called by the name of their weekday. */
const THIS_WEEK = 6;
/** Seed that waits longer than this is told how to wait. */
const LONG_WAIT_DAYS = 45;
/** So many days late is better than a year. */
const A_LITTLE_LATE_DAYS = 14;

/** A way of sowing with its next window, and the one before it that was missed not long ago. */
export interface WayOrMissed extends WayAhead {
  readonly missed: { readonly window: Window; readonly forPreparing: boolean } | null;
}

/**
 * How a packet is sown from today on, in the season of `year`: in the usual way, unless the next window is far and that of another way is
 * over by so little that it is still sown in. With the last day of this season, where nothing opens any more in it.
 */
export function packetWay<T extends WayOrMissed>(
  ways: readonly T[],
  year: number,
  today: Day,
): { readonly way: T; readonly missedOn: Day | null } | null {
  const next = usualWay(ways, year);
  if (next === undefined) return null;
  if (next.season.year <= year) return { way: next, missedOn: null };
  const ended = (w: T): Day => (w.missed === null || w.missed.forPreparing ? '' : w.missed.window.to);
  const gone = ways.reduce((a, b) => (ended(b) > ended(a) ? b : a));
  if (ended(gone) === '') return { way: next, missedOn: null };
  const still = daysBetween(today, next.window.from) > LONG_WAIT_DAYS && daysBetween(ended(gone), today) <= A_LITTLE_LATE_DAYS;
  return { way: still ? gone : next, missedOn: ended(gone) };
}

function howMany(f: PacketFacts, place: string): string {
  if (f.style === 'pinch') return `A pinch in each ${place}`;
  if (f.perCell === null) return `Sow it thickly`;
  const n = f.unit === 'seed' ? numberWords(f.perCell) : plural(f.perCell, f.unit);
  return `${capital(n)} in each ${place}`;
}

function howDeep(f: PacketFacts, said: SaidBy): string {
  const deep = f.depthMm === 0 ? 'on the surface' : `${depth(f.depthMm, said.lengthUnit)} deep`;
  return f.light === 'either' || (f.light === 'dark' && f.depthMm > 0) ? deep : `${deep}, in the ${f.light}`;
}

/** How it is sown: how many, how deep, how warm, and when it goes out. */
function how(f: PacketFacts, said: SaidBy, today: Day): string {
  const indoors = f.window?.way === 'start';
  const first = f.preparation.length === 0 ? '' : `${capital(f.preparation.join(', then '))} first. `;
  const many = howMany(f, indoors ? 'cell' : 'place');
  const warm = indoors
    ? `somewhere at ${warmth(f.warmC, said.temperatureUnit)} or more`
    : `where it is to grow, once the soil has ${warmth(f.soilC, said.temperatureUnit)}`;
  const out =
    indoors && f.plantOutFrom !== null ? ` In your garden it goes out after ${monthDay(f.plantOutFrom, said.dateOrder, today)}.` : '';
  return `${first}${many}, ${howDeep(f, said)}, ${warm}.${out}`;
}

/** What to do now with a packet that has not been sown. */
export function packetNow(f: PacketFacts, today: Day, said: SaidBy): Now {
  const { window } = f;
  const day = (d: Day): string => monthDay(d, said.dateOrder, today);
  if (window === null) {
    return { lead: f.keepsShort ? 'Sow it soon.' : 'Sow it when it suits.', rest: how(f, said, today), today: f.keepsShort };
  }
  if (f.keepsShort && today < window.from) {
    return { lead: 'Sow it soon: it does not keep.', rest: how(f, said, today), today: true };
  }
  const chillFrom = f.chillWeeks > 0 && window.way !== 'late' ? addDays(window.target, -7 * f.chillWeeks) : null;
  if (chillFrom !== null && today >= addDays(chillFrom, -7) && today < window.from) {
    return {
      lead: 'Put it in the cold now.',
      rest: `Between damp paper in a bag in the fridge for ${plural(f.chillWeeks, 'week')}, then sow from ${day(window.from)}. Look every week: what sprouts is sown at once.`,
      today: true,
    };
  }
  if (today >= window.from) {
    return { lead: `Sow now, until ${day(window.to)}.`, rest: how(f, said, today), today: true };
  }
  const ahead = daysBetween(today, window.from);
  if (ahead <= THIS_WEEK) {
    return { lead: ahead === 1 ? 'Sow from tomorrow.' : `Sow from ${weekday(window.from)}.`, rest: how(f, said, today), today: true };
  }
  if (f.missedOn !== null && ahead > LONG_WAIT_DAYS && daysBetween(f.missedOn, today) <= A_LITTLE_LATE_DAYS && today > f.missedOn) {
    return {
      lead: 'Sow it at once: it is a little late.',
      rest: `Its days ended on ${day(f.missedOn)}; the next begin on ${day(window.from)}. ${how(f, said, today)}`,
      today: true,
    };
  }
  const over = f.missedOn === null ? '' : 'Too late for this season. ';
  const begins = chillFrom !== null && chillFrom > today ? ` It wants ${plural(f.chillWeeks, 'week')} in the fridge before that.` : '';
  const keep = ahead > LONG_WAIT_DAYS ? ' Until then keep it dry, cool and dark.' : '';
  return window.way === 'start'
    ? { lead: 'Not yet.', rest: `${over}Sow indoors from ${day(window.from)}.${begins}${keep}`, today: false }
    : {
        lead: 'Not yet.',
        rest: `${over}Wait for soil at ${warmth(f.soilC, said.temperatureUnit)}, about ${ahead > LONG_WAIT_DAYS ? aboutWhen(window.from, today) : day(window.from)} with you.${begins}${keep}`,
        today: false,
      };
}

/** What was sown of a packet, as far as it was looked at. */
export interface SownFacts {
  readonly seeds: number;
  readonly sownOn: Day;
  /** Null while nobody counted. */
  readonly emerged: number | null;
  readonly emergeMinD: number;
  readonly emergeMaxD: number;
}

/** Slow seed of a crop may take this many times as long as usual: gardens are colder than tables. */
const PATIENCE = 2;

/** What to ask about a sowing today. */
export function sownNow(s: SownFacts, today: Day, said: Pick<SaidBy, 'dateOrder'>): Now {
  const day = (d: Day): string => monthDay(d, said.dateOrder, today);
  const first = addDays(s.sownOn, s.emergeMinD);
  const given = addDays(s.sownOn, PATIENCE * s.emergeMaxD);
  const usual = `usually up in ${span(s.emergeMinD, s.emergeMaxD, 'day')}`;
  const sowed = `You sowed ${String(s.seeds)} on ${day(s.sownOn)}`;
  if (s.emerged !== null && s.emerged > 0) {
    return {
      lead: `${String(s.emerged)} of ${String(s.seeds)} are up.`,
      rest: today <= given ? 'Count again if more come.' : 'If no more come, say so.',
      today: today > given,
    };
  }
  if (today < first) return { lead: 'Keep it moist.', rest: `${sowed}; ${usual}. Look from ${day(first)}.`, today: false };
  if (today > given) {
    return { lead: 'Nothing up?', rest: `${sowed}; ${usual}. If nothing came, say what happened.`, today: true };
  }
  return { lead: 'How many are up?', rest: `${sowed}; ${usual}.`, today: true };
}
