import { VERDICTS } from '../verdicts/verdict.ts';
import { day, filled, flag, list, need, note, oneOf, orNull, shape, text, version, versionOrNone, whole } from '../checks/fields.ts';

/** The forms of the bench: what is done with tests. */

const replicateSizes = () => need(list(need(whole({ min: 1, max: 400 })), 16, 1));

export const layForm = shape({ version: version(), laidOn: need(day()) });
export const giveUpForm = shape({ version: version() });
export const stepForm = shape({ version: version(), number: need(whole({ min: 1, max: 20 })), doneOn: need(day()) });
/** A second batch. */
export const extendForm = shape({
  version: version(),
  replicates: replicateSizes(),
  laidOn: need(day()),
  preparationDays: need(whole({ min: 0, max: 400 })),
});
/** Leaves a bag out, with the reason; without one it is counted in again. */
export const replicateForm = shape({ version: version(), replicate: need(whole({ min: 1, max: 16 })), droppedWhy: orNull(text(300)) });
export const potForm = shape({
  plants: need(whole({ min: 1, max: 6400 })),
  pottedOn: need(day()),
  whereSown: orNull(text(120)),
  note: orNull(note()),
});

/** One lot of a round as it is asked for. */
const roundLot = () => shape({ lotCode: filled(20, 'choose a lot'), replicates: replicateSizes(), growOn: flag() });
/** What a round would be: nothing is written yet. */
export const roundPlanForm = shape({ from: need(day()), lots: need(list(roundLot(), 100, 1)) });
export const roundForm = shape({ from: need(day()), lots: need(list(roundLot(), 100, 1)), note: orNull(note()) });

export const overruleForm = shape({
  verdict: need(oneOf(VERDICTS)),
  reason: filled(500, 'say why; it stands beside the verdict'),
  untilDay: need(day()),
  /** Of the word that stood when this one was given. */
  version: versionOrNone(),
});

/** Takes the spreads that the library's tests taught for these families; families left out go back to the published one. */
export const spreadsForm = shape({ families: need(list(filled(60, 'name the family'), 200)) });
