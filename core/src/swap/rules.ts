/** Words of a swap day. */

/** What the house asks of who takes seed: nothing, one packet for each, or tokens. Nobody is refused by it. */
export const HOUSE_RULES = ['free', 'one-for-one', 'tokens'] as const;
export type HouseRule = (typeof HOUSE_RULES)[number];

/** What does not fit once the desks meet. */
export const MISFITS = [
  'too-little',
  'not-lent',
  'no-lot',
  'other-name',
  'code-taken',
  'no-code',
  'same-envelope',
  'same-person',
  'clock',
  'not-taken-back',
  'wrong',
] as const;
export type Misfit = (typeof MISFITS)[number];

/** Envelopes with the same of all these are likely one that two desks took in. */
export interface EnvelopeSaid {
  readonly cropKey: string;
  /** Folded. */
  readonly name: string;
  readonly year: number | null;
  readonly packets: number;
  readonly seedsEach: number;
  readonly memberId: number | null;
  /** Minutes of the day by the desk's clock. */
  readonly minute: number;
}

/** Two desks do not take the same envelope in hours apart. */
const SAME_WITHIN_MINUTES = 30;

/**
 * Whether two desks took in the same envelope: the same in all that was said of it, within half an hour. Seed of two different members is two envelopes, and so is
 * seed without a name.
 */
export function sameEnvelope(a: EnvelopeSaid, b: EnvelopeSaid): boolean {
  return (
    a.name !== '' &&
    a.cropKey === b.cropKey &&
    a.name === b.name &&
    a.year === b.year &&
    a.packets === b.packets &&
    a.seedsEach === b.seedsEach &&
    (a.memberId === null || b.memberId === null || a.memberId === b.memberId) &&
    Math.abs(a.minute - b.minute) <= SAME_WITHIN_MINUTES
  );
}

/**
 * The version of what desks say. A desk that slept for a month says it in an older one, which is always taken; one that is newer than its library waits until the
 * library was brought up to date.
 */
export const STEPS_VERSION = 1;
