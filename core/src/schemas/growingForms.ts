import {
  day,
  filled,
  id,
  list,
  need,
  note,
  oneOf,
  orNull,
  seeds,
  shape,
  text,
  version,
  versionOrNone,
  whole,
  year,
} from '../checks/fields.ts';
import { AMOUNT_KNOWN } from '../amounts/amount.ts';
import { APARTS } from '../growing/apart.ts';
import { FOUND_AT_HOME, IS_IT, PROMISE_ANSWERS } from '../growing/comingHome.ts';
import { PATCH_KINDS } from '../growing/patch.ts';
import { MOST_FAR_M } from '../growing/spot.ts';

/** Forms about who grows what. */

export const PRACTISED = ['new', 'some', 'practised'] as const;
export type Practised = (typeof PRACTISED)[number];
export const PRACTISED_WORDS: Readonly<Record<Practised, string>> = {
  new: 'has not saved seed yet',
  some: 'has saved seed of easy crops',
  practised: 'is practised in saving seed',
};

const metres = () => whole({ min: -MOST_FAR_M, max: MOST_FAR_M });

/** A garden on the plan, and what it has room for. */
export const gardenPlanFields = {
  eastM: orNull(metres()),
  northM: orNull(metres()),
  /** Plants for seed at one time. */
  roomPlants: orNull(whole({ min: 0, max: 100_000 })),
  /** Varieties for seed at most in a season. */
  mostVarieties: orNull(whole({ min: 0, max: 1000 })),
  cages: orNull(whole({ min: 0, max: 100 })),
  practised: orNull(oneOf(PRACTISED)),
};

const patchFields = {
  /** `library`, or the number of a garden; left out, where what it comes of says. */
  garden: orNull(text(20)),
  eastM: orNull(metres()),
  northM: orNull(metres()),
  plants: orNull(whole({ min: 1, max: 1_000_000 })),
  flowerFrom: orNull(day()),
  flowerTo: orNull(day()),
  apart: orNull(oneOf(APARTS)),
  kind: orNull(oneOf(PATCH_KINDS)),
  note: orNull(note()),
};

/** A patch that somebody saw: a neighbour's, or one for the table. */
export const patchForm = shape({
  ...patchFields,
  cropKey: filled(60, 'say which crop it is'),
  varietyId: orNull(id()),
  season: need(whole({ min: 1900, max: 2200 })),
  whose: orNull(text(80)),
});

/** What is changed of a patch; what is left out stays. */
export const patchChangeForm = shape({
  ...patchFields,
  whose: orNull(text(80)),
  /** Begun so many days later than it would be; below zero earlier. */
  shiftDays: whole({ min: -90, max: 90 }),
  version: versionOrNone(),
});

/** It is there no more, or it is again. */
export const patchGoneForm = shape({ goneOn: orNull(day()), why: orNull(text(200)), version: versionOrNone() });

/** Plants of a lot that were looked at, and how many were not what they should be. */
export const offTypesForm = shape({
  plants: need(whole({ min: 1, max: 100_000 })),
  offTypes: need(whole({ min: 0, max: 100_000 })),
  seenOn: need(day()),
  sowingId: orNull(id()),
  note: orNull(note()),
});

/** Lots of one variety that are mixed on purpose, and how much of each. */
export const mixForm = shape({
  parts: need(list(shape({ lotCode: filled(20, 'choose a lot'), seeds: need(seeds(1)) }), 20, 2)),
  mixedOn: need(day()),
  placeId: orNull(id()),
  note: orNull(note()),
});

/** Everything that one person brings, envelope by envelope. */
export const homeForm = shape({
  receivedOn: need(day()),
  envelopes: need(
    list(
      shape({
        /** The loans that it was grown from; none of a gift. */
        loanIds: list(need(id()), 5),
        isIt: need(oneOf(IS_IT)),
        /** Of a gift, and of what is another variety: what it is. A variety that the register has, or a new name. */
        cropKey: orNull(text(60)),
        varietyId: orNull(id()),
        varietyName: orNull(text(120)),
        seeds: orNull(seeds(1)),
        amountKnown: need(oneOf(AMOUNT_KNOWN)),
        harvestYear: need(year()),
        form: need(oneOf(['raw', 'cleaned'] as const)),
        plants: orNull(whole({ min: 1, max: 100_000 })),
        isolated: need(oneOf(['yes', 'no', 'unknown'] as const)),
        grownBeside: orNull(text(500)),
        found: list(need(oneOf(FOUND_AT_HOME)), FOUND_AT_HOME.length),
        /** How the promise stands; left out, the likely answer. */
        promise: orNull(oneOf(PROMISE_ANSWERS)),
        note: orNull(note()),
      }),
      40,
      1,
    ),
  ),
});

/** What was chosen of a lot, kept as a line under its variety. */
export const lineForm = shape({
  version: version(),
  name: filled(120, 'give the line a name'),
  /** Plants that seed was taken from, of so many that stood. */
  chosen: orNull(whole({ min: 1, max: 100_000 })),
  ofPlants: orNull(whole({ min: 1, max: 100_000 })),
  /** The lot that gave the pollen, where it was chosen too. */
  pollenCode: orNull(text(20)),
  chosenFor: filled(300, 'say what it was chosen for, as “early, and deep red”'),
});
