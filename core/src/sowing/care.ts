import type { Crop } from '../crops/crop.ts';
import { addDays, type Day, daysBetween } from '../dates/day.ts';
import type { SowingMethod } from './fates.ts';

/** What is done with seedlings after they came up, in the order of the work. */
export const CARE_KINDS = ['cover-off', 'thin', 'pot-on', 'feed', 'harden', 'plant-out'] as const;
export type CareKind = (typeof CARE_KINDS)[number];

export const CARE_WORDS: Readonly<Record<CareKind, { readonly words: string; readonly why: string }>> = {
  'cover-off': { words: 'Take the cover off', why: 'what is up wants air and light, or it damps off' },
  thin: { words: 'Thin', why: 'one plant a place; cut the weaker off, so that the roots of the other stay' },
  'pot-on': { words: 'Pot on', why: 'first true leaves; every pot gets its label again' },
  feed: { words: 'Feed', why: 'what the mix held is used up' },
  harden: { words: 'Harden off', why: 'a week of days outdoors, longer each day, before it stays there' },
  'plant-out': { words: 'Plant out', why: 'the risk of frost is what the season says' },
};

/** One step of the care of a sowing: `gapDays` after the step before it (the first: after it came up), never before `notBefore`. */
export interface CareStep {
  readonly kind: CareKind;
  readonly gapDays: number;
  readonly notBefore: Day | null;
}

export interface CareInput {
  readonly method: SowingMethod;
  readonly seedsPerCell: number;
  /** Planting out by the season; null where it stays or nobody knows. */
  readonly plantOutOn: Day | null;
  /** When it is likely to come up. What goes out within some weeks of that is not potted on first. */
  readonly upOn?: Day | null;
  readonly hardeningDays?: number;
}

/** Days from coming up to true leaves that can be held. */
const TRUE_LEAVES = 14;
const FEED_AFTER = 14;
/** Pots and feeding pay for plants that stay under cover this long after coming up. */
const WORTH_POTTING = 28;
const WORTH_FEEDING = 42;

/**
 * The steps of care for a sowing. Under a cover: lift it as soon as they are up. More than one seed a place is thinned, unless the
 * crop is grown in clumps. What bears moving and stays under cover for weeks is potted on at its first true leaves and fed two weeks
 * later. What is planted out is hardened first.
 */
export function careSteps(crop: Pick<Crop, 'transplant' | 'clumpSeeds' | 'frost'>, input: CareInput): CareStep[] {
  const steps: CareStep[] = [];
  const inside = input.method !== 'open-ground';
  let since = 0;
  const step = (kind: CareKind, day: number, notBefore: Day | null = null): void => {
    steps.push({ kind, gapDays: day - since, notBefore });
    since = day;
  };
  if (inside) step('cover-off', 1);
  if (input.seedsPerCell > 1 && crop.clumpSeeds <= 1) step('thin', 8);
  const stays = input.plantOutOn === null || input.upOn == null ? Infinity : daysBetween(input.upOn, input.plantOutOn);
  if (inside && crop.transplant === 'easy' && stays >= WORTH_POTTING) {
    step('pot-on', TRUE_LEAVES);
    if (stays >= WORTH_FEEDING) step('feed', TRUE_LEAVES + FEED_AFTER);
  }
  if (inside) {
    const hardening = input.hardeningDays ?? 7;
    const out = input.plantOutOn;
    step('harden', since + 3, out === null ? null : addDays(out, -hardening));
    step('plant-out', since + hardening, out);
  }
  return steps;
}

export interface StepDone extends CareStep {
  readonly doneOn: Day | null;
}

export interface StepDue extends StepDone {
  readonly due: Day;
  /** Days by which it moved because a step before it was done late or early; 0 when it did not. */
  readonly movedDays: number;
}

/**
 * When each step is due. What is not done counts from the step before it: from the day that was really done, or from when
 * it is due, so that work done late moves all that follows.
 *
 * @param upOn Day on which the first came up, or is expected to.
 */
export function dueCare(steps: readonly StepDone[], upOn: Day, today: Day): StepDue[] {
  let before = upOn;
  let planned = upOn;
  return steps.map((s) => {
    const later = (day: Day): Day => (s.notBefore !== null && s.notBefore > day ? s.notBefore : day);
    planned = later(addDays(planned, s.gapDays));
    const due = later(addDays(before, s.gapDays));
    // What is late already cannot be done before today, and neither can what waits for it.
    before = s.doneOn ?? (due < today ? today : due);
    return { ...s, due, movedDays: daysBetween(planned, due) };
  });
}

/** The step to do next; null when all is done. */
export function nextCare(steps: readonly StepDue[]): StepDue | null {
  return steps.find((s) => s.doneOn === null) ?? null;
}
