import type { Crop } from '../crops/crop.ts';
import { addDays, type Day } from '../dates/day.ts';
import type { PromiseKind } from '../lots/vocabulary.ts';
import { plural } from '../words/words.ts';
import type { Saving } from './saving.ts';

/** What is found of seed when it comes. */
export const FOUND_AT_HOME = ['wet', 'dirty', 'insects', 'mould', 'treated'] as const;
export type FoundAtHome = (typeof FOUND_AT_HOME)[number];
export const FOUND_WORDS: Readonly<Record<FoundAtHome, string>> = {
  wet: 'not dry yet',
  dirty: 'chaff in it',
  insects: 'beetles or holes',
  mould: 'mould',
  treated: 'dyed or treated',
};

/** Whether it is what it should be. */
export const IS_IT = ['right', 'other', 'unknown'] as const;
export type IsIt = (typeof IS_IT)[number];
export const IS_IT_WORDS: Readonly<Record<IsIt, string>> = {
  right: 'what it should be',
  other: 'another variety',
  unknown: 'nobody knows',
};

/** How a promise stands once this came. */
export const PROMISE_ANSWERS = ['kept', 'part', 'open'] as const;
export type PromiseAnswer = (typeof PROMISE_ANSWERS)[number];
export const PROMISE_ANSWER_WORDS: Readonly<Record<PromiseAnswer, string>> = { kept: 'kept', part: 'kept in part', open: 'still open' };

/** What is done with seed in quarantine, in this order. */
export const HOME_STEPS = ['dry', 'freeze', 'clean', 'count', 'test'] as const;
export type HomeStepKind = (typeof HOME_STEPS)[number];

export interface HomeStep {
  readonly kind: HomeStepKind;
  readonly dueOn: Day;
  readonly words: string;
}

/** An envelope as it is judged when it comes. */
export interface HomeEnvelope {
  readonly isIt: IsIt;
  readonly seeds: number | null;
  readonly amountKnown: 'counted' | 'weighed' | 'estimated';
  readonly raw: boolean;
  readonly found: readonly FoundAtHome[];
}

/** Days that seed lies to dry: as harvested it loses the rest, wet seed takes twice as long. */
const DRY_DAYS = 7;
const WET_DAYS = 14;
const FREEZE_DAYS = 7;
const TEST_SEEDS = 25;
/** Of less than this no seed is spent on a test. */
const TEST_FROM = 100;

/** The work before it is released, each thing on its day: dry, freeze against beetles (only what is really dry), clean, count, test. */
export function homeSteps(envelope: HomeEnvelope, saving: Saving | null, receivedOn: Day): HomeStep[] {
  const { found, raw, amountKnown, seeds } = envelope;
  const keepsMoist = saving?.dryTest === 'keep-moist';
  const steps: HomeStep[] = [];
  let day = receivedOn;
  const add = (kind: HomeStepKind, days: number, words: string): void => {
    day = addDays(day, days);
    steps.push({ kind, dueOn: day, words });
  };
  if (!keepsMoist && (raw || found.includes('wet'))) {
    const days = found.includes('wet') ? WET_DAYS : DRY_DAYS;
    add('dry', days, `Dry it ${plural(days, 'day')} in shade and moving air, never warmer than 35 °C.`);
  }
  if (!keepsMoist && (found.includes('insects') || saving?.watch.includes('weevils') === true)) {
    add(
      'freeze',
      FREEZE_DAYS,
      'A week in the freezer, closed, against beetles; only what is really dry. Let it warm up before it is opened.',
    );
  }
  if (raw || found.includes('dirty') || found.includes('insects')) {
    add('clean', 1, 'Clean it outdoors or with a mask: the dust of chaff is bad for the lungs. Take out what is eaten or shrivelled.');
  }
  if (amountKnown === 'estimated') add('count', 0, 'Weigh or count it.');
  if ((seeds ?? 0) >= TEST_FROM) add('test', 1, `Test ${plural(TEST_SEEDS, 'seed')} before it is lent.`);
  return steps;
}

export interface HomePromise {
  readonly promise: PromiseKind;
  readonly promisedSeeds: number | null;
  readonly dueOn: Day | null;
}

/** How a promise stands by what came: the likely answer, which a person may change. */
export function promiseAnswer(envelope: HomeEnvelope, promise: HomePromise): PromiseAnswer {
  if (isRefused(envelope) || envelope.isIt !== 'right' || (envelope.seeds ?? 0) === 0) return 'open';
  return promise.promise === 'amount' && (envelope.seeds ?? 0) < (promise.promisedSeeds ?? 0) ? 'part' : 'kept';
}

/** What is asked of seed of which nobody here knows where it was grown. */
export const GIFT_CAUTION =
  'Gifts: seed from the wild only where collecting is allowed, and never of what is rare there; from another country only as plant-health rules allow. Follow your local rules.';

/** Mould is not taken in: its spores are in every envelope beside it before it is seen. */
export const isRefused = (envelope: Pick<HomeEnvelope, 'found'>): boolean => envelope.found.includes('mould');

/** What follows from what was found, a sentence each. */
export function homeWords(
  envelope: HomeEnvelope,
  crop: Pick<Crop, 'name' | 'seedPlantsMin'>,
  saving: Saving | null,
  more: {
    readonly plants: number | null;
    readonly promise: HomePromise | null;
    readonly answer: PromiseAnswer | null;
    readonly receivedOn: Day;
    /** Sick plants were taken out while it grew. */
    readonly sick: boolean;
  },
): string[] {
  if (isRefused(envelope)) {
    return [
      'Mould: it stays outside, closed, and goes into the bin; do not open or sniff it. The promise stays open, kindly: say what happened.',
    ];
  }
  const { promise, answer, plants, receivedOn, sick } = more;
  const late = promise?.dueOn != null && receivedOn > promise.dueOn ? 'It came late, but it came. ' : '';
  const said: string[] = [];
  if (envelope.isIt === 'other')
    said.push('Another variety than was lent: it is taken in under its own name, and the promise stays as you say.');
  if (envelope.isIt === 'unknown') said.push('Nobody knows what it is: it is taken in without a name, to be grown out before it is lent.');
  if (answer !== null) {
    const words = { kept: 'The promise is kept, thank you.', part: 'The promise is kept in part.', open: 'The promise stays open.' }[
      answer
    ];
    said.push(`${late}${words}`);
  }
  if (plants !== null && plants < crop.seedPlantsMin) {
    said.push(
      `Only ${plural(plants, 'parent')}; ${crop.name.toLowerCase()} wants ${String(crop.seedPlantsMin)}. The line narrows: mix it with other lots.`,
    );
  }
  if (sick && saving?.watch.includes('seed-borne-disease') === true) {
    said.push(
      'Sick plants were taken out while it grew, and some sickness goes with the seed: say so to whoever sows it. Hot water kills some of it and scalds hands and seed: only with a thermometer, by somebody who has done it.',
    );
  }
  if (envelope.found.includes('treated')) said.push('Treated: gloves, never eaten, and the warning stands on every packet.');
  if (saving?.watch.includes('poisonous-seed') === true) said.push('Poisonous: keep it from children and animals.');
  if (saving?.watch.includes('toxic-if-crossed') === true) {
    said.push('Where it may have crossed with an ornamental or wild gourd: never eat a bitter fruit of it.');
  }
  return said;
}
