import * as yup from 'yup';
import { TIMINGS } from '../season/seasonVerdicts.ts';
import { WAYS } from '../season/ways.ts';
import { CARE_KINDS } from '../sowing/care.ts';
import { FATES, SOWING_METHODS } from '../sowing/fates.ts';
import { PLANT_KINDS } from '../sowing/plants.ts';
import { MOST_CELLS } from '../sowing/tray.ts';
import { gardenPlanFields } from './growingForms.ts';
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
  shape,
  text,
  version,
  versionOrNone,
  whole,
} from '../checks/fields.ts';

/** Forms of the season, the tray and what came up. */

export const PURPOSES_OF_SOWING = ['beds', 'sale', 'order'] as const;
export type SowingPurpose = (typeof PURPOSES_OF_SOWING)[number];
export const SOWING_PURPOSE_WORDS: Readonly<Record<SowingPurpose, string>> = {
  beds: 'the library’s beds',
  sale: 'the plant sale',
  order: 'a member’s order',
};

export const BENCH_KINDS = ['mat', 'lamp', 'sill', 'dark', 'fridge', 'outdoors'] as const;
export type BenchKind = (typeof BENCH_KINDS)[number];
export const BENCH_KIND_WORDS: Readonly<Record<BenchKind, string>> = {
  mat: 'warm mat',
  lamp: 'under a lamp',
  sill: 'window sill',
  dark: 'dark place',
  fridge: 'fridge for chilling',
  outdoors: 'outdoors, sheltered',
};

const monthDay = (example: string) =>
  text(5).matches(/^\d\d-\d\d$/, `must be a day of the year, as ${example}`) as yup.StringSchema<string>;

export const gardenForm = shape({
  name: filled(80, 'give the garden a name'),
  memberId: orNull(id()),
  hemisphere: need(oneOf(['north', 'south'] as const)),
  /** Days later than the library (below zero: earlier); null for a garden with frosts of its own. */
  shiftDays: orNull(whole({ min: -120, max: 120 })),
  lastFrost: orNull(monthDay('27 April (04-27)')),
  lastFrostSdDays: orNull(number({ min: 1, max: 60 })),
  firstFrost: orNull(monthDay('12 October (10-12)')),
  firstFrostSdDays: orNull(number({ min: 1, max: 60 })),
  /** The usual lowest degrees of its winters, C; null as the library's, or not known where the frosts are its own. */
  winterMinC: orNull(number({ min: -50, max: 20 })),
  ...gardenPlanFields,
  note: orNull(note()),
});
export const gardenEditForm = gardenForm.shape({ version: version() });

/** A file of daily minima as a weather station wrote it. */
export const frostRecordForm = shape({
  fileName: filled(200, 'give the file a name'),
  text: need(yup.string().max(4_000_000, 'is too large; 4 MB at most')),
  belowC: need(number({ min: -30, max: 30 })),
  /** Takes the file in spite of what looks wrong with it. */
  accept: flag(),
});

export const soilReadingForm = shape({ gardenId: orNull(id()), readOn: need(day()), temperatureC: need(number({ min: -30, max: 60 })) });

const benchFields = {
  name: filled(80, 'give the place a name'),
  kind: need(oneOf(BENCH_KINDS)),
  holds: need(whole({ min: 1, max: 1000 })),
  warmthC: orNull(number({ min: -5, max: 45 })),
  lampHours: orNull(number({ min: 1, max: 24 })),
  lampCm: orNull(number({ min: 1, max: 300 })),
  note: orNull(note()),
};
export const benchForm = shape(benchFields);
export const benchEditForm = shape({ ...benchFields, version: version() });

const cellList = () => need(list(need(whole({ min: 0, max: MOST_CELLS })), MOST_CELLS));
/** A lamp was hung to its distance above the plants. */
export const lampForm = shape({ version: version(), setOn: need(day()) });
export const trayKindForm = shape({
  name: filled(80, 'give this kind of tray a name'),
  rows: need(whole({ min: 1, max: 60 })),
  columns: need(whole({ min: 1, max: 60 })),
  gaps: cellList(),
});

const plannedFields = {
  gardenId: orNull(id()),
  memberId: orNull(id()),
  personId: orNull(id()),
  purpose: need(oneOf(PURPOSES_OF_SOWING)),
  way: need(oneOf(WAYS)),
  method: need(oneOf(SOWING_METHODS)),
  trayKindId: orNull(id()),
  benchId: orNull(id()),
  growBenchId: orNull(id()),
  plants: need(whole({ min: 1, max: 10_000 })),
  seedsPerCell: need(whole({ min: 1, max: 1000 })),
  cells: need(whole({ min: 1, max: 10_000 })),
  reserve: need(whole({ min: 0, max: 10_000_000 })),
  sowOn: need(day()),
  plantOutOn: orNull(day()),
  note: orNull(note()),
};
export const plannedForm = shape({
  ...plannedFields,
  lotCode: filled(20, 'choose a lot'),
  /** Sown again every so many days, until a day; both or neither. */
  againDays: orNull(whole({ min: 1, max: 120 })),
  againUntil: orNull(day()),
});
export const plannedEditForm = shape({ ...plannedFields, version: version() });
/** Sowings planned at once with what is usual: the lots on the table. */
export const plannedManyForm = shape({
  lotCodes: need(list(filled(20, 'choose a lot'), 60, 1)),
  plants: need(whole({ min: 1, max: 10_000 })),
  purpose: need(oneOf(['beds', 'sale'] as const)),
});
export const plannedMoveForm = shape({ version: version(), sowOn: need(day()), plantOutOn: orNull(day()) });
export const chillForm = shape({
  version: version(),
  what: need(oneOf(['into-the-cold', 'looked', 'sprouted'] as const)),
  on: need(day()),
});

const fillShape = () =>
  shape({
    letter: need(text(1).matches(/^[A-Z]$/, 'must be a letter from A to Z')),
    lotCode: filled(20, 'choose a lot'),
    plannedId: orNull(id()),
    seedsPerCell: need(whole({ min: 1, max: 1000 })),
  });
const trayFields = {
  name: filled(80, 'give the tray a name'),
  rows: need(whole({ min: 1, max: 60 })),
  columns: need(whole({ min: 1, max: 60 })),
  gaps: cellList(),
  benchId: orNull(id()),
  covered: need(flag()),
  sowOn: need(day()),
  note: orNull(note()),
};
export const trayForm = shape({
  ...trayFields,
  fills: need(list(fillShape(), 26)),
  /** One text a cell; left out, what is wanted is laid out by itself. */
  map: orNull(list(text(2) as yup.Schema<string>, MOST_CELLS)),
  /** Cells wanted of each letter, for laying out. */
  wish: orNull(list(shape({ letter: need(text(1)), cells: need(whole({ min: 0, max: MOST_CELLS })) }), 26)),
});
export const trayEditForm = shape({ ...trayFields, version: version() });
export const trayMapForm = shape({
  version: version(),
  fills: need(list(fillShape(), 26)),
  map: need(list(text(2) as yup.Schema<string>, MOST_CELLS)),
});

/** A tray as it was really sown: seeds of each letter may be fewer than planned, and cells may have stayed empty. */
export const sowTrayForm = shape({
  version: version(),
  sownOn: need(day()),
  rows: need(
    list(
      shape({
        letter: need(text(1)),
        seedsPerCell: need(whole({ min: 1, max: 1000 })),
        seeds: need(whole({ min: 0, max: 1_000_000 })),
        depthMm: orNull(number({ min: 0, max: 300 })),
        coveredWith: orNull(text(120)),
      }),
      26,
      1,
    ),
  ),
  warmthC: orNull(number({ min: -5, max: 45 })),
  covered: need(flag()),
  note: orNull(note()),
});

/** A look at a tray: what is up in cells that changed, ever, and cells that something happened to. */
/** What really lies in one cell of a sown tray: a letter with its seeds, or nothing. */
export const trayCellForm = shape({
  version: version(),
  cell: need(whole({ min: 0, max: MOST_CELLS })),
  letter: orNull(text(1)),
  seeds: need(whole({ min: 0, max: 1000 })),
});
export const trayLookForm = shape({
  version: version(),
  lookedOn: need(day()),
  cells: need(
    list(
      shape({
        cell: need(whole({ min: 0, max: MOST_CELLS })),
        up: need(whole({ min: 0, max: 1000 })),
        fate: orNull(oneOf(FATES.filter((f) => f !== 'came-up'))),
      }),
      MOST_CELLS,
    ),
  ),
});

/** A step of care that was done, in any order; or left out, with a word why. */
export const careForm = shape({ version: version(), kind: need(oneOf(CARE_KINDS)), doneOn: need(day()), skippedWhy: orNull(text(200)) });
/** Plants of a sowing after they came up: how many there are, or how many went and where. */
export const plantsForm = shape({
  version: version(),
  kind: need(oneOf(PLANT_KINDS)),
  plants: need(whole({ min: 1, max: 100_000 })),
  onDay: need(day()),
  memberId: orNull(id()),
  note: orNull(text(200)),
});
export const timingForm = shape({ version: versionOrNone(), timing: need(oneOf(TIMINGS)) });
export const trayClearForm = shape({ version: version(), clearedOn: need(day()) });
