import * as yup from 'yup';
import { AMOUNT_KNOWN } from '../amounts/amount.ts';
import type { FigureValue } from '../crops/figures.ts';
import { SEED_KINDS } from '../germination/marks.ts';
import { TEST_METHODS } from '../germination/protocol.ts';
import { BREEDINGS, IDENTITY_CONFIDENCES, PLACE_KINDS, PROMISES, PURPOSES, YEAR_KINDS } from '../lots/vocabulary.ts';
import { ACQUISITIONS, FORMS } from '../viability/prior.ts';
import { FATES, SOWING_METHODS } from '../sowing/fates.ts';
import { DATE_ORDERS, LENGTH_UNITS, MASS_UNITS, TEMPERATURE_UNITS } from '../units.ts';
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
  share,
  text,
  version,
  versionOrNone,
  whole,
  year,
} from '../checks/fields.ts';

/** The forms of the program. Server and browser hold the same input against the same schema. */

/** How a packet was closed, and what is known of seed that does not keep. */
const keptFields = {
  /** A packet that its supplier sealed, not opened yet or opened on a day; how dry it was sealed, where that is known. */
  sealed: flag(),
  sealedRhPercent: orNull(number({ min: 1, max: 99 })),
  openedOn: orNull(day()),
  pickedOn: orNull(day()),
  ripenedWhere: orNull(text(120)),
  ripenedInSeason: orNull(oneOf(['yes', 'no'] as const)),
  nightC: orNull(number({ min: -20, max: 45 })),
};

export const intakeForm = shape({
  /** An existing variety, or null for a new one with name and crop. */
  varietyId: orNull(id()),
  varietyName: orNull(text(120)),
  cropKey: orNull(text(60)),
  breeding: orNull(oneOf(BREEDINGS)),
  identity: oneOf(IDENTITY_CONFIDENCES),
  source: filled(120, 'say where it came from, or "unknown"'),
  acquisition: need(oneOf(ACQUISITIONS)),
  yearKind: need(oneOf(YEAR_KINDS)),
  year: orNull(year()),
  form: need(oneOf(FORMS)),
  seeds: need(seeds(1)),
  amountKnown: need(oneOf(AMOUNT_KNOWN)),
  statedGermination: orNull(share()),
  placeId: orNull(id()),
  receivedOn: need(day()),
  floor: orNull(seeds()),
  note: orNull(note()),
  ...keptFields,
});

/** What was said of a lot when it came, put right; what is left out stays. How sure its name is has a form of its own (`identityForm`). */
export const lotEditForm = shape({
  version: version(),
  acquisition: oneOf(ACQUISITIONS),
  source: text(120),
  yearKind: oneOf(YEAR_KINDS),
  year: orNull(year()),
  form: oneOf(FORMS),
  statedGermination: orNull(share()),
  receivedOn: day() as yup.Schema<string | undefined>,
  /** Seeds that came in, and how that is known. */
  seeds: seeds(1),
  amountKnown: oneOf(AMOUNT_KNOWN),
  ...keptFields,
  floor: seeds(),
  note: orNull(note()),
});

export const moveForm = shape({ placeId: need(id()), movedOn: need(day()) });

export const putAwayForm = shape({
  /** Only what was changed of each envelope; `seen` is what the record had when `left` was counted. */
  lots: need(
    list(shape({ lotCode: filled(20, 'choose a lot'), placeId: orNull(id()), left: orNull(seeds()), seen: orNull(seeds()) }), 200, 1),
  ),
});

export const movementForm = shape({
  kind: need(oneOf(['in', 'out', 'returned', 'discarded', 'correction'] as const)),
  /** Seeds that come in (above 0) or go out (below 0). */
  seeds: need(whole({ min: -10_000_000, max: 10_000_000 })),
  amountKnown: oneOf(AMOUNT_KNOWN),
  reason: filled(500, 'say why, in a few words'),
});

export const testForm = shape({
  lotCode: filled(20, 'choose a lot'),
  method: need(oneOf(TEST_METHODS)),
  replicates: need(list(need(whole({ min: 1, max: 400 })), 16, 1)),
  startedOn: need(day()),
  nightC: need(number({ min: -5, max: 45 })),
  dayC: need(number({ min: -5, max: 45 })),
  light: need(oneOf(['light', 'dark', 'either'] as const)),
  preparationDays: need(whole({ min: 0, max: 400 })),
  note: orNull(note()),
});

export const countForm = shape({
  version: version(),
  replicate: need(whole({ min: 1, max: 16 })),
  countedOn: need(day()),
  /** Every seed of the replicate that is marked, with the day it was first seen so. */
  marks: need(list(shape({ position: need(whole({ min: 1, max: 400 })), kind: need(oneOf(SEED_KINDS)), markedOn: need(day()) }), 400)),
});

export const closeTestForm = shape({ version: version(), closedOn: need(day()), note: orNull(note()) });

/** Seed of one lot that is handed over, with what is promised for it. */
export const lentFields = {
  lotCode: filled(20, 'choose a lot'),
  seeds: need(seeds(1)),
  promise: need(oneOf(PROMISES)),
  promisedSeeds: orNull(seeds(1)),
  dueOn: orNull(day()),
  /** Written on the packet; needed when the identity of the lot is in doubt. */
  packetNote: orNull(text(500)),
  /** Packets of a fill that are handed over; their seeds are `seeds`. */
  packetFillId: orNull(id()),
  packets: orNull(whole({ min: 1, max: 1000 })),
};
/** To whom, what for, and when. */
const lendingFields = { memberId: need(id()), purpose: need(oneOf(PURPOSES)), lentOn: need(day()) };

export const loanForm = shape({ ...lentFields, ...lendingFields });

/** Seed of several lots, to one member, in one step. */
export const loansForm = shape({ ...lendingFields, lots: need(list(shape(lentFields), 60, 1)) });

export const sowingForm = shape({
  lotCode: filled(20, 'choose a lot'),
  loanId: orNull(id()),
  method: need(oneOf(SOWING_METHODS)),
  cells: need(whole({ min: 1, max: 10_000 })),
  seedsPerCell: need(whole({ min: 1, max: 1000 })),
  seeds: need(seeds(1)),
  sownOn: need(day()),
  whereSown: orNull(text(120)),
  /** Sown to find out what a lot of doubtful name is. */
  toIdentify: flag(),
  /** The plan it fulfils, and where and how it was really done. */
  plannedId: orNull(id()),
  benchId: orNull(id()),
  depthMm: orNull(number({ min: 0, max: 300 })),
  coveredWith: orNull(text(120)),
  /** Whether it stands under a cover (a lid, a bag, a pane) that has to come off. */
  covered: flag(),
  /** What was sown was all that was found: nothing of the lot is left, whatever the record says. */
  thatWasAll: flag(),
  warmthC: orNull(number({ min: -5, max: 45 })),
  note: orNull(note()),
});

export const emergenceForm = shape({ version: version(), countedOn: need(day()), emerged: need(seeds()) });

export const fateForm = shape({ version: version(), fate: need(oneOf(FATES)), fateOn: need(day()), note: orNull(note()) });

/** Seed of a loan that came back as it was lent: it goes into its lot again. */
export const unsownForm = shape({ receivedOn: need(day()), seeds: need(seeds(1)) });

export const releaseForm = shape({
  version: version(),
  dried: need(flag()),
  clean: need(flag()),
  named: need(flag()),
  placeId: orNull(id()),
  floor: orNull(seeds()),
  /** What goes onto the swap table, and back to whoever grew it; the rest may be lent. */
  swapSeeds: orNull(seeds()),
  backSeeds: orNull(seeds()),
});

const placeFields = {
  name: filled(80, 'give the place a name'),
  kind: oneOf(PLACE_KINDS),
  /** What it stands in; null for a building or a room of its own. */
  parentId: orNull(id()),
  /** Left out where they are those of what it stands in. */
  temperatureC: orNull(number({ min: -40, max: 45 })),
  /** In the place of one usual warmth: the warmest and the coldest, of the months of a year or of day and night. */
  warmestC: orNull(number({ min: -40, max: 60 })),
  coldestC: orNull(number({ min: -40, max: 45 })),
  swings: orNull(oneOf(['day', 'year'] as const)),
  rhPercent: orNull(number({ min: 1, max: 99 })),
  sealed: need(flag()),
};
export const placeForm = shape(placeFields);
export const placeEditForm = shape({ ...placeFields, version: version() });
/** A file as a climate logger wrote it. */
export const climateLogForm = shape({ fileName: filled(200, 'give the file a name'), text: need(yup.string()) });

export const settingsForm = shape({
  libraryName: filled(80, 'give the library a name'),
  hemisphere: need(oneOf(['north', 'south'] as const)),
  lastFrost: need(text(5).matches(/^\d\d-\d\d$/, 'must be a day of the year, as 27 April (04-27)') as yup.StringSchema<string>),
  lastFrostSdDays: need(number({ min: 1, max: 60 })),
  firstFrost: need(text(5).matches(/^\d\d-\d\d$/, 'must be a day of the year, as 12 October (10-12)') as yup.StringSchema<string>),
  firstFrostSdDays: need(number({ min: 1, max: 60 })),
  /** Usual lowest degrees of a winter, C; null when nobody said. */
  winterMinC: orNull(number({ min: -50, max: 20 })),
  lendingThreshold: need(number({ min: 0.05, max: 0.98 })),
  temperatureUnit: need(oneOf(TEMPERATURE_UNITS)),
  lengthUnit: need(oneOf(LENGTH_UNITS)),
  massUnit: need(oneOf(MASS_UNITS)),
  dateOrder: need(oneOf(DATE_ORDERS)),
  /** How seed is taken to have been kept where nobody wrote it down: at the supplier's before it came, and in an ordinary room. */
  supplierC: need(number({ min: -30, max: 45 })),
  supplierRhPercent: need(number({ min: 5, max: 95 })),
  roomC: need(number({ min: -30, max: 45 })),
  roomRhPercent: need(number({ min: 5, max: 95 })),
  /** Days of the week on which the library is open, 0 for Sunday; none when any day will do. */
  openDays: list(need(whole({ min: 0, max: 6 })), 7),
  /** Where members reach the library from outside; null where they do not. */
  publicAddress: orNull(
    text(200).matches(/^https?:\/\/[^\s/?#]+$/, {
      message: 'must be how members reach it, without anything after the name, as https://seed.example',
      excludeEmptyString: false,
    }),
  ),
  /** Whether what may be lent can be seen by anybody, without people. */
  publicPage: flag(),
  /** Packets that are a fair share for one member in a season; null where the library has no rule. */
  fairShare: orNull(whole({ min: 1, max: 500 })),
  /** Weeks for which a packet that was laid ready waits for whoever asked. */
  askWeeks: orNull(whole({ min: 1, max: 26 })),
});
export type Settings = yup.InferType<typeof settingsForm>;
/** Settings as they are put in the place of those of a version; 0 where nobody set any yet. */
export const settingsEditForm = settingsForm.shape({ version: versionOrNone() });

/** One figure of a crop: a number, a word, words, or null for the reference. What it may be is held by `checkFigure`. */
const figureValue = () => yup.mixed<NonNullable<FigureValue>>().nullable();
export const ownFigureForm = shape({
  field: filled(40, 'choose a figure'),
  value: figureValue(),
  /** True takes the reference again. */
  reference: flag(),
  reason: orNull(text(500)),
  version: versionOrNone(),
});

/** A crop of one's own: how it is called, the crop it began from, and its figures where they differ from that one's. */
export const ownCropForm = shape({
  name: filled(80, 'give the crop a name'),
  scientific: filled(120, 'give its scientific name, or the genus'),
  family: orNull(text(60)),
  /** Other names by which it is looked for. */
  names: list(filled(80, 'leave out the empty name'), 40),
  /** The two letters that begin the codes of its lots; left out, free ones are chosen. */
  letters: orNull(text(2)),
  fromKey: filled(60, 'choose the crop that is most like it'),
  figures: need(
    yup
      .mixed<Readonly<Record<string, unknown>>>()
      .test('object', 'must be an object of figures', (v) => v == null || (typeof v === 'object' && !Array.isArray(v))),
  ),
});
export const ownCropEditForm = ownCropForm.shape({ version: version() });

/** Nothing to say: a step is taken back as it stands. */
export const emptyForm = shape({});
/** Something is done to a record, or it is taken away, as it was seen. */
export const asSeenForm = shape({ version: version() });
