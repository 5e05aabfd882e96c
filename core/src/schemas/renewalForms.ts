import { day, flag, id, list, need, note, number, oneOf, orNull, shape, text, versionOrNone, whole, year } from '../checks/fields.ts';

/** Forms about renewing: which variety, when, in whose garden. */

/** Varieties, gardens and seasons of one plan at most. */
export const MOST_ROWS = 200;

export const RENEWAL_SAYS = ['hold', 'bar', 'loosen'] as const;
export const RENEWAL_FIGURES = ['worth', 'keep', 'plants', 'chance'] as const;
export type RenewalFigure = (typeof RENEWAL_FIGURES)[number];
export const RENEWAL_ANSWERS = ['yes', 'no', 'another'] as const;
export type RenewalAnswerSaid = (typeof RENEWAL_ANSWERS)[number];
export const WHAT_IFS = ['as-planned', 'nothing', 'grower', 'cage', 'fridge'] as const;
export type WhatIfKind = (typeof WHAT_IFS)[number];

const rowFields = { varietyId: need(id()), gardenId: need(id()), season: need(year()), covered: need(flag()) };

/**
 * Holds a row of the plan, bars it, or lets go of what was said. A bar without a garden is for all of them, without a season for every one. `version` is that
 * of what was said before, 0 where nothing was; `from` is where a held row stood that moves here.
 */
export const renewalSayForm = shape({
  varietyId: need(id()),
  gardenId: orNull(id()),
  season: orNull(year()),
  covered: orNull(flag()),
  what: need(oneOf(RENEWAL_SAYS)),
  note: orNull(text(300)),
  from: shape({ gardenId: need(id()), season: need(year()) })
    .nullable()
    .optional()
    .default(undefined),
  version: versionOrNone(),
});

/** A figure that somebody knows better than the library, with why; null takes it back. */
export const renewalFigureForm = shape({
  varietyId: need(id()),
  gardenId: orNull(id()),
  figure: need(oneOf(RENEWAL_FIGURES)),
  value: orNull(number({ min: 0, max: 100_000 })),
  why: orNull(text(300)),
  version: versionOrNone(),
});

export const renewalRowsForm = shape({ rows: need(list(shape(rowFields), MOST_ROWS, 1)) });

/** What a grower answers to a row, at the desk. */
export const renewalAnswerForm = shape({
  answer: need(oneOf(RENEWAL_ANSWERS)),
  /** Which one instead. */
  otherVarietyId: orNull(id()),
  note: orNull(note()),
  version: versionOrNone(),
});
/** The same on their own page. */
export const myRenewalAnswerForm = shape({
  on: need(day()),
  phoneToday: need(day()),
  answer: need(oneOf(RENEWAL_ANSWERS)),
  otherVarietyId: orNull(id()),
  note: orNull(text(300)),
});

/** What the plan has room for in a garden. */
export const gardenRoomForm = shape({
  roomPlants: orNull(whole({ min: 0, max: 100_000 })),
  mostVarieties: orNull(whole({ min: 0, max: 1000 })),
  cages: orNull(whole({ min: 0, max: 100 })),
  practised: orNull(oneOf(['new', 'some', 'practised'] as const)),
  version: need(whole({ min: 1 })),
});

/** One question about ten years, and which part of it is worked out now. */
export const whatIfForm = shape({
  what: need(oneOf(WHAT_IFS)),
  /** Of a cage the garden, of a fridge the crop. */
  gardenId: orNull(id()),
  cropKey: orNull(text(60)),
  /** Runs from this one on. */
  from: need(whole({ min: 0, max: 1000 })),
  runs: need(whole({ min: 1, max: 50 })),
});
