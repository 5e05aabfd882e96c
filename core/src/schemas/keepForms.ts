import * as yup from 'yup';
import { RESTRICTION_RULES } from '../lots/restrictions.ts';
import { BREEDINGS, HARDINESSES, IDENTITY_CONFIDENCES } from '../lots/vocabulary.ts';
import { ACQUISITIONS } from '../viability/prior.ts';
import {
  day,
  filled,
  flag,
  id,
  list,
  need,
  note,
  number,
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

/** The forms by which the catalogue is kept true. */

const why = () => filled(500, 'say why, in a few words');

export const identityForm = shape({ version: version(), identity: need(oneOf(IDENTITY_CONFIDENCES)), reason: why() });

export const identityAnswerForm = shape({
  version: version(),
  answer: need(oneOf(['as-named', 'another', 'still-unknown'] as const)),
  varietyId: orNull(id()),
  reason: why(),
});

export const mixUpForm = shape({
  lotCode: filled(20, 'scan or type one of the two'),
  otherCode: filled(20, 'scan or type the other lot'),
  kind: need(oneOf(['swapped', 'spilled'] as const)),
  /** Day since which it may be so; left out when nobody knows, and then no count of either is certain. */
  sinceDay: orNull(day()),
  reason: why(),
});
export const mixUpClearForm = shape({ version: version(), how: need(oneOf(['not-mixed', 'put-right'] as const)), reason: why() });

export const errandsDoneForm = shape({ ids: need(list(need(id()), 2000, 1)) });

export const restrictedForm = shape({
  cropKey: orNull(text(60)),
  name: orNull(text(120)),
  rule: need(oneOf(RESTRICTION_RULES)),
  why: filled(300, 'say why; it is shown wherever the plant is handled'),
});

const varietyFields = {
  name: filled(120, 'give the name'),
  breeding: need(oneOf(BREEDINGS)),
  habit: orNull(text(80)),
  heightCm: orNull(number({ min: 1, max: 5000 })),
  spacingCm: orNull(number({ min: 1, max: 2000 })),
  harvestDaysMin: orNull(whole({ min: 1, max: 3000 })),
  harvestDaysMax: orNull(whole({ min: 1, max: 3000 })),
  hardiness: orNull(oneOf(HARDINESSES)),
  note: orNull(note()),
  synonyms: need(list(filled(120, 'leave out the empty name'), 50)),
};
export const varietyForm = shape({ ...varietyFields, cropKey: filled(60, 'choose the crop') });
export const varietyEditForm = shape({ ...varietyFields, version: version() });
export const varietySplitForm = shape({
  version: version(),
  name: filled(120, 'give the new variety a name'),
  lotCodes: need(list(filled(20, 'choose a lot'), 2000, 1)),
  reason: why(),
});
export const varietyJoinForm = shape({ version: version(), intoId: need(id()), reason: why() });
export const varietyMoveForm = shape({ version: version(), cropKey: filled(60, 'choose the crop it belongs to'), reason: why() });

/** A packet got wet, or is dry again. */
export const wetForm = shape({ version: version(), what: need(oneOf(['wet', 'dry'] as const)), onDay: need(day()) });
export const envelopeTextForm = shape({
  packedFor: orNull(year()),
  depthMm: orNull(number({ min: 0, max: 300 })),
  /** The other end of a range; null for one figure. The same below. */
  depthMaxMm: orNull(number({ min: 0, max: 300 })),
  spacingCm: orNull(number({ min: 1, max: 2000 })),
  spacingMaxCm: orNull(number({ min: 1, max: 2000 })),
  light: orNull(oneOf(['light', 'dark', 'either'] as const)),
  weeksMin: orNull(number({ min: -30, max: 60 })),
  weeksMax: orNull(number({ min: -30, max: 60 })),
  anchor: orNull(oneOf(['last-frost', 'plant-out'] as const)),
  warmthC: orNull(number({ min: -5, max: 45 })),
  daysMin: orNull(whole({ min: 1, max: 400 })),
  daysMax: orNull(whole({ min: 1, max: 400 })),
  maturityMin: orNull(whole({ min: 1, max: 3000 })),
  maturityMax: orNull(whole({ min: 1, max: 3000 })),
  habit: orNull(text(60)),
  warnings: orNull(text(500)),
  words: orNull(note()),
  version: versionOrNone(),
});
/** Whether a lot is sown as its own packet says, where that differs from the library's figures. */
export const followPacketForm = shape({ version: version(), follow: need(flag()) });
export const chooseEnvelopeForm = shape({ version: version(), envelopeId: orNull(id()), reason: orNull(text(500)) });

/** A photograph, shrunk by the sender, as base64 of a JPEG file. */
export const photoForm = shape({ jpeg: need(yup.string().max(4_000_000, 'is too large; shrink it to 1600 pixels')) });

export const trayPhotoForm = photoForm.shape({ version: version() });

export const weighingForm = shape({
  samples: need(list(shape({ seeds: need(seeds(1)), grams: need(number({ above: 0, max: 100_000 })) }), 100, 1)),
  totalGrams: need(number({ above: 0, max: 1_000_000 })),
  weighedOn: need(day()),
  /** What the record had when it was weighed: what came and went since stays. */
  seen: orNull(seeds()),
});

export const packetsForm = shape({ seedsEach: need(seeds(1)), packets: need(whole({ min: 1, max: 10_000 })), filledOn: need(day()) });

export const stocktakeForm = shape({ placeId: need(id()) });
export const stocktakeScanForm = shape({
  lotCode: filled(20, 'scan an envelope'),
  amount: need(oneOf(['not-looked', 'right', 'in-doubt', 'counted'] as const)),
  counted: orNull(seeds()),
  /** Of the look that this one takes the place of; left out where there was none. */
  version: whole({ min: 1 }),
});
export const stocktakeCloseForm = shape({
  /** Lots that stand here in the record and were not found: marked as missing, or left. */
  markMissing: need(flag()),
  /** Lots found here that stand elsewhere in the record: moved here, or left. */
  moveHere: need(flag()),
});

/** How a file is to be read: its columns by field, and what holds where it is silent. */
export const importReadForm = shape({
  encoding: orNull(text(20)),
  separator: orNull(oneOf([',', ';', '\t', '|'] as const)),
  mapping: need(
    yup
      .mixed<Record<string, unknown>>()
      .test('object', 'must be an object', (v) => v == null || (typeof v === 'object' && !Array.isArray(v))),
  ),
  source: orNull(text(120)),
  acquisition: orNull(oneOf(ACQUISITIONS)),
  receivedOn: orNull(day()),
  placeId: orNull(id()),
  /** Crops that were chosen for names of the file that may mean several. */
  crops: list(shape({ name: filled(120, 'give the name'), cropKey: filled(60, 'choose the crop') }), 500),
});
export const importAcceptForm = shape({
  leaveOutProblems: flag(),
  /** Names of the file that are names of varieties here. */
  same: need(list(shape({ name: filled(120, 'give the name'), cropKey: filled(60, 'give the crop'), varietyId: need(id()) }), 5000)),
});

/** What is laid on the pan of the simulated scale: seeds of a lot, or grams of anything; with a tray, or bare. */
export const scaleForm = shape({
  lotCode: orNull(text(20)),
  seeds: orNull(seeds()),
  grams: orNull(number({ min: 0, max: 1000 })),
  trayGrams: orNull(number({ min: 0, max: 500 })),
});
export const printerForm = shape({ labelsLeft: whole({ min: 0, max: 5000 }), jammed: flag() });
export const judgingForm = shape({ paused: need(flag()) });
