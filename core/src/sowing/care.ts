import type { Crop } from '../crops/crop.ts';
import { plantsPerSeed, sharesPots } from '../crops/asSown.ts';
import { addDays, type Day, daysBetween } from '../dates/day.ts';
import { growsOn, type SowingMethod } from './fates.ts';

/** What is done with seedlings after they came up, in the order of the work. */
export const CARE_KINDS = ['dark-off', 'cover-off', 'thin', 'prick-out', 'pot-on', 'feed', 'harden', 'plant-out'] as const;
export type CareKind = (typeof CARE_KINDS)[number];

export const CARE_WORDS: Readonly<Record<CareKind, { readonly words: string; readonly why: string }>> = {
  'dark-off': {
    words: 'Off with the dark cover',
    why: 'at once, at the first one up: in the dark they grow long and fall over. Look twice a day until then',
  },
  'cover-off': { words: 'Take the cover off', why: 'what is up wants air and light, or it damps off' },
  thin: { words: 'Thin', why: 'one plant a place; cut the weaker off, so that the roots of the other stay' },
  'prick-out': { words: 'Prick out', why: 'each to a place of its own at the first true leaves, held by a leaf and never by the stem' },
  'pot-on': { words: 'Pot on', why: 'the roots want more room; every pot gets its label again' },
  feed: { words: 'Begin to feed, once a week', why: 'what the mix held is used up; half strength is enough' },
  harden: { words: 'Harden off', why: 'a week of days outdoors, longer each day, before it stays there' },
  'plant-out': { words: 'Plant out', why: 'the risk of frost is what the season says' },
};

/** Steps after which plants stand in the open: before planting out by the season they are never due. */
const OUTDOOR_KINDS: readonly CareKind[] = ['harden', 'plant-out'];

/** One step of the care of a sowing: `gapDays` after the step before it (the first: after it came up), never before `notBefore`. */
export interface CareStep {
  readonly kind: CareKind;
  readonly gapDays: number;
  readonly notBefore: Day | null;
}

export interface CareInput {
  readonly method: SowingMethod;
  readonly seedsPerCell: number;
  /** Whether it stands under a cover that has to come off; under a dark one where the crop comes up in the dark. */
  readonly covered?: boolean;
  /** Planting out by the season; null where it stays or nobody knows. */
  readonly plantOutOn: Day | null;
  /** When it is likely to come up. What goes out within some weeks of that is not potted on first. */
  readonly upOn?: Day | null;
  readonly hardeningDays?: number;
}

/** The day on which the first of a sowing is usually up: the middle of its crop's days. */
export function usuallyUpOn(crop: Pick<Crop, 'emergeMinD' | 'emergeMaxD'>, sownOn: Day): Day {
  return addDays(sownOn, (crop.emergeMinD + crop.emergeMaxD) / 2);
}

/** Whether a sowing usually stands under a cover, where nobody says: cells do, a pot does not. */
export const isUsuallyCovered = (method: SowingMethod): boolean => method === 'cells' || method === 'heated-cells';

type CaredCrop = Pick<Crop, 'key' | 'transplant' | 'clumpSeeds' | 'frost' | 'lightNeed' | 'seedsPerGram'>;

/** From so many seeds in one place on, seedlings are pricked out rather than thinned. */
export const PRICK_OUT_FROM = 8;
/** Days from coming up to true leaves that can be held, and from one pot to the next. */
const TRUE_LEAVES = 14;
const NEXT_POT = 28;
/** After so many days in a mix its food is used up. */
const FEED_AFTER = 42;
/** Pots pay for plants that stay under cover this long after coming up, and a second one for those that stay much longer. */
const WORTH_POTTING = 28;
const WORTH_A_SECOND = 63;

/** Whether many seedlings share a place and are given one each, instead of being cut down to one. */
export function isPrickedOut(
  crop: Pick<CaredCrop, 'clumpSeeds' | 'transplant' | 'seedsPerGram'>,
  method: SowingMethod,
  seedsPerCell: number,
): boolean {
  return method !== 'open-ground' && seedsPerCell >= PRICK_OUT_FROM && crop.clumpSeeds <= 1 && sharesPots(crop);
}

/**
 * The steps of care for a sowing. Under a cover: off with it as soon as they are up; the dark one of what comes up in the dark at the
 * first one. Many in one place are pricked out; a few are thinned, unless the crop is grown in clumps. What bears moving and
 * stays under cover for weeks is potted on, once or twice, and fed after six weeks. What is planted out is hardened first.
 */
export function careSteps(crop: CaredCrop, input: CareInput): CareStep[] {
  const steps: CareStep[] = [];
  const inside = input.method !== 'open-ground';
  const covered = inside && (input.covered ?? true);
  let since = 0;
  const step = (kind: CareKind, day: number, notBefore: Day | null = null): void => {
    steps.push({ kind, gapDays: Math.max(0, day - since), notBefore });
    since = Math.max(since, day);
  };
  if (covered && crop.lightNeed === 'dark') step('dark-off', 0);
  else if (covered) step('cover-off', 1);
  const together = isPrickedOut(crop, input.method, input.seedsPerCell);
  if (together) step('prick-out', TRUE_LEAVES);
  else if ((input.seedsPerCell > 1 || plantsPerSeed(crop.key) > 1) && crop.clumpSeeds <= 1) step('thin', 8);
  const stays = input.plantOutOn === null || input.upOn == null ? Infinity : daysBetween(input.upOn, input.plantOutOn);
  // What was pricked out bears being moved again, also where a crop is moved with care.
  if (inside && (together || crop.transplant === 'easy') && stays >= WORTH_POTTING) {
    const first = together ? TRUE_LEAVES + NEXT_POT : TRUE_LEAVES;
    step('pot-on', first);
    if (stays >= FEED_AFTER) step('feed', FEED_AFTER);
    // Nobody knows how long what has no day of planting out will stay: it is potted on once.
    if (Number.isFinite(stays) && stays >= WORTH_A_SECOND) step('pot-on', first + NEXT_POT);
  }
  if (inside) {
    const hardening = input.hardeningDays ?? 7;
    const out = input.plantOutOn;
    step('harden', since + 3, out === null ? null : addDays(out, -hardening));
    step('plant-out', since + hardening, out);
  }
  return steps;
}

/** The same steps with planting out by the season of their garden: what goes outdoors is never due before it. */
export function heldBack<S extends CareStep>(steps: readonly S[], plantOutOn: Day | null, hardeningDays = 7): S[] {
  if (plantOutOn === null) return [...steps];
  return steps.map((s) => {
    if (!OUTDOOR_KINDS.includes(s.kind)) return s;
    const day = s.kind === 'harden' ? addDays(plantOutOn, -hardeningDays) : plantOutOn;
    return s.notBefore !== null && s.notBefore >= day ? s : { ...s, notBefore: day };
  });
}

export interface StepDone extends CareStep {
  readonly doneOn: Day | null;
  /** Why it was left out, where it was; then `doneOn` is the day on which that was said. */
  readonly skippedWhy?: string | null;
}

export interface StepDue extends StepDone {
  readonly due: Day;
  /** Days by which it moved because a step before it was done late or early; 0 when it did not. */
  readonly movedDays: number;
}

/**
 * When each step is due. What is not done counts from the step before it: from the day that was really done, or from when
 * it is due, so that work done late moves all that follows. A step that was left out takes no time.
 *
 * @param upOn Day on which the first came up, or is expected to.
 */
export function dueCare<S extends StepDone>(steps: readonly S[], upOn: Day, today: Day): (S & StepDue)[] {
  let before = upOn;
  let planned = upOn;
  return steps.map((s) => {
    const later = (day: Day): Day => (s.notBefore !== null && s.notBefore > day ? s.notBefore : day);
    planned = later(addDays(planned, s.gapDays));
    const due = later(addDays(before, s.gapDays));
    // What is late already cannot be done before today, and neither can what waits for it.
    if (s.skippedWhy == null) before = s.doneOn ?? (due < today ? today : due);
    return { ...s, due, movedDays: daysBetween(planned, due) };
  });
}

/** The step to do next; null when all is done. */
export function nextCare<S extends StepDue>(steps: readonly S[]): S | null {
  return steps.find((s) => s.doneOn === null) ?? null;
}

/** A step of a finished sowing that nobody marked for so many days was done without a word, or its plants are gone. */
const FORGOTTEN_DAYS = 60;

/** The step of a sowing to ask for on its page. Care ends with what ended the sowing; of one that is finished, old steps are not asked for. */
export function askedCare<S extends StepDue>(steps: readonly S[], fate: string | null, today: Day): S | null {
  const next = growsOn(fate) ? nextCare(steps) : null;
  return next !== null && fate !== null && daysBetween(next.due, today) > FORGOTTEN_DAYS ? null : next;
}
