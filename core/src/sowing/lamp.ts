import type { LengthUnit } from '../units.ts';
import { length } from '../words/lengths.ts';

/** A lamp over seedlings: for how long a day it burns, and how far it hangs above the tallest leaves; null where nobody said. */
export interface Lamp {
  readonly hours: number | null;
  readonly cm: number | null;
}

/** Plants grow towards the lamp: it is looked at this often. */
export const LAMP_LOOK_DAYS = 7;
const USUAL_ON = 6;
const LEAST_HOURS = 12;
const MOST_HOURS = 18;
const FAR_CM = 40;

/** Hours by the clock, for a timer: "on 6:00, off 21:00". A very long day begins earlier, so that it ends by midnight. */
export function lampClock(hours: number): string {
  if (hours >= 24) return 'on day and night';
  const on = Math.min(USUAL_ON, 24 - hours);
  return `on ${clock(on)}, off ${clock(on + hours)}`;
}

function clock(hour: number): string {
  const minutes = Math.round(hour * 60);
  return `${String(Math.floor(minutes / 60))}:${String(minutes % 60).padStart(2, '0')}`;
}

/** How a lamp is set: "20 cm above the tallest leaves, on 6:00, off 20:00". */
export function lampWords({ hours, cm }: Lamp, unit: LengthUnit): string {
  const above = cm === null ? 'a hand above the tallest leaves' : `${length(cm, unit)} above the tallest leaves`;
  return hours === null ? above : `${above}, ${lampClock(hours)}`;
}

/**
 * What is wrong with a lamp's setting, in words; null when nothing is. Seedlings are usually given 14 to 16 hours and a night, from near by: what is
 * short of light grows long and falls over.
 */
export function lampDoubt({ hours, cm }: Lamp): string | null {
  if (hours !== null && hours < LEAST_HOURS) return 'A short day makes seedlings long and weak: 14 to 16 hours are usual.';
  if (hours !== null && hours > MOST_HOURS) return 'Seedlings want a night too: 14 to 16 hours are usual.';
  if (cm !== null && cm > FAR_CM) return 'That is far: where seedlings grow long, hang it lower.';
  return null;
}
