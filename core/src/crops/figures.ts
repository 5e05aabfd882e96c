import { wrong } from '../errors.ts';
import { CAUTION_WORDS, type Crop } from './crop.ts';

/** A figure of a crop that is a number. */
interface NumberFigure {
  readonly kind: 'number';
  readonly label: string;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly whole: boolean;
  /** True where the crop may have none. */
  readonly optional?: boolean;
}
/** One of some words. */
interface ChoiceFigure {
  readonly kind: 'choice';
  readonly label: string;
  readonly options: Readonly<Record<string, string>>;
}
/** Any of some words. */
interface FlagsFigure {
  readonly kind: 'flags';
  readonly label: string;
  readonly options: Readonly<Record<string, string>>;
}
/** A text of a form of its own. */
interface TextFigure {
  readonly kind: 'text';
  readonly label: string;
  readonly pattern: RegExp;
  readonly hint: string;
}

export type CropFigure = NumberFigure | ChoiceFigure | FlagsFigure | TextFigure;
export type FigureValue = number | string | boolean | readonly string[] | null;

const number = (label: string, unit: string, min: number, max: number, whole = false): NumberFigure => ({
  kind: 'number',
  label,
  unit,
  min,
  max,
  whole,
});
const weeks = (label: string): NumberFigure => ({ ...number(label, 'weeks', -60, 60), optional: true });
const optionalDays = (label: string): NumberFigure => ({ ...number(label, 'days', 0, 9000), optional: true });
const choice = (label: string, options: Readonly<Record<string, string>>): ChoiceFigure => ({ kind: 'choice', label, options });

export const PRETREATMENT_WORDS: Readonly<Record<string, string>> = {
  soak: 'soak',
  scarify: 'nick or file',
  prechill: 'keep cold',
  'after-ripen': 'let it rest after the harvest',
  'remove-coat': 'peel off the coat',
  'fresh-only': 'sow fresh',
  nitrate: 'potassium nitrate',
  gibberellin: 'gibberellin',
  light: 'in the light',
  dark: 'in the dark',
};

/**
 * Every figure of a crop that a library may set for itself: label, unit and what makes sense, in the order and groups in which they
 * are read.
 */
export const CROP_FIGURES = {
  'How long it lives': {
    halfLifeYears: number('Half-life in reference storage', 'years', 0.01, 200),
    freshGermination: number('Germination of a good fresh lot', 'share', 0.01, 0.99),
    storageBehaviour: choice('How it is kept', {
      orthodox: 'dry and cold',
      intermediate: 'not frozen, not very dry',
      recalcitrant: 'never dried',
    }),
    oilClass: choice('Takes up damp like', { starchy: 'starchy seed', oily: 'oily seed' }),
    lendingThreshold: { ...number('Lending line', 'share', 0.05, 0.98), optional: true },
  },
  'The seed and its test': {
    seedsPerGram: number('Seeds in a gram', 'seeds', 0.001, 200_000),
    testSubstrate: choice('Tested', { TP: 'on paper', BP: 'between paper', PP: 'in pleated paper', S: 'in sand' }),
    testTempC: {
      kind: 'text',
      label: 'Test at',
      pattern: /^\d{1,2}(\/\d{1,2})?$/,
      hint: 'degrees C, 20 or 20/30 for night and day',
    },
    testFirstCountD: number('First count', 'days', 1, 365, true),
    testFinalCountD: number('Last count', 'days', 1, 365, true),
    pretreatments: { kind: 'flags', label: 'Prepared by', options: PRETREATMENT_WORDS },
    chillWeeks: number('Cold and damp before sowing', 'weeks', 0, 60),
    soakHours: number('Soaked', 'hours', 0, 240),
  },
  'In the soil': {
    soilMinC: number('Soil at least', '°C', -5, 60),
    soilOptLowC: number('Soil best from', '°C', 0, 60),
    soilOptHighC: number('Soil best to', '°C', 0, 60),
    soilMaxC: number('Soil at most', '°C', 0, 60),
    emergeMinD: number('First up', 'days', 1, 400, true),
    emergeMaxD: number('Last up', 'days', 1, 800, true),
    lightNeed: choice('Comes up', { light: 'in the light', dark: 'in the dark', either: 'in either' }),
    sowDepthMm: number('Sowing depth', 'mm', 0, 300),
    clumpSeeds: number('Sown together in a clump', 'seeds', 1, 50, true),
    transplant: choice('Bears moving', { easy: 'easily', careful: 'with care', avoid: 'hardly' }),
    spacingCm: number('Spacing', 'cm', 1, 5000),
  },
  'The season': {
    start: choice('Is sown', { indoors: 'under cover', direct: 'outdoors', either: 'either way' }),
    anchor: choice('Weeks count from', { 'last-frost': 'the last frost', 'plant-out': 'planting out' }),
    startWeeksMin: weeks('Under cover at the latest, before'),
    startWeeksMax: weeks('Under cover at the earliest, before'),
    plantOutWeeksMin: weeks('Planted out from, after the last frost'),
    plantOutWeeksMax: weeks('Planted out to, after the last frost'),
    directWeeksMin: weeks('Outdoors from, after the last frost'),
    directWeeksMax: weeks('Outdoors to, after the last frost'),
    frost: choice('A young plant is', { tender: 'tender', 'half-hardy': 'half-hardy', hardy: 'hardy' }),
    harvestDaysMin: optionalDays('First crop from'),
    harvestDaysMax: optionalDays('First crop to'),
    seedDays: optionalDays('On to ripe seed'),
  },
  'Growing it for seed': {
    lifeCycle: choice('Lives', {
      annual: 'one year',
      biennial: 'two years',
      perennial: 'many years',
      'tender-perennial': 'tender, many years',
    }),
    pollination: choice('Pollinated by', {
      selfing: 'itself',
      mixed: 'itself and others',
      insect: 'insects',
      wind: 'wind',
      apomictic: 'nothing, seed without a father',
    }),
    outcrossRate: number('Seed set by others', 'share', 0, 1),
    isolationM: number('Kept apart at home', 'm', 0, 20_000),
    isolationStrictM: number('Kept apart for stewardship', 'm', 0, 50_000),
    seedPlantsMin: number('Fewest parents', 'plants', 1, 10_000, true),
    seedPlantsGood: number('Good number of parents', 'plants', 1, 10_000, true),
    trueToType: choice('Comes true from seed', { usually: 'usually', 'if-isolated': 'if kept apart', rarely: 'hardly ever' }),
    cautions: { kind: 'flags', label: 'Cautions', options: CAUTION_WORDS },
  },
} as const satisfies Readonly<Record<string, Readonly<Record<string, CropFigure>>>>;

type Group = (typeof CROP_FIGURES)[keyof typeof CROP_FIGURES];
type KeysOf<T> = T extends unknown ? keyof T : never;
/** The name of a figure that a library may set for itself. */
export type OwnFigure = KeysOf<Group>;

/** Every figure by its name. */
export const OWN_FIGURES = Object.assign({}, ...Object.values(CROP_FIGURES)) as Readonly<Record<OwnFigure, CropFigure>>;

/** Figures of a library's own, by name. */
export type OwnFigures = Readonly<Partial<Record<OwnFigure, FigureValue>>>;

/** Whether a text is the name of a figure that can be set. */
export function isOwnFigure(field: string): field is OwnFigure {
  return Object.hasOwn(OWN_FIGURES, field);
}

/** Holds one value against what its figure allows. Throws an InputError that names `path`. */
export function checkFigure(field: OwnFigure, value: unknown, path = 'value'): FigureValue {
  const figure = OWN_FIGURES[field];
  switch (figure.kind) {
    case 'number':
      if (value === null && figure.optional === true) return null;
      if (typeof value !== 'number' || !(value >= figure.min && value <= figure.max) || (figure.whole && !Number.isInteger(value))) {
        throw wrong(path, `must be ${figure.whole ? 'a whole number' : 'a number'} from ${String(figure.min)} to ${String(figure.max)}`);
      }
      return value;
    case 'choice':
      if (typeof value !== 'string' || !Object.hasOwn(figure.options, value)) {
        throw wrong(path, `must be one of: ${Object.values(figure.options).join(', ')}`);
      }
      return value;
    case 'text':
      if (typeof value !== 'string' || !figure.pattern.test(value)) throw wrong(path, `must be ${figure.hint}`);
      return value;
    case 'flags':
      if (!Array.isArray(value) || value.some((v) => typeof v !== 'string' || !Object.hasOwn(figure.options, v))) {
        throw wrong(path, `may be any of: ${Object.values(figure.options).join(', ')}`);
      }
      return value as string[];
  }
}

/** Figures that end a range, with those that begin it. */
const RANGES = [
  ['testFirstCountD', 'testFinalCountD'],
  ['soilMinC', 'soilOptLowC'],
  ['soilOptLowC', 'soilOptHighC'],
  ['soilOptHighC', 'soilMaxC'],
  ['emergeMinD', 'emergeMaxD'],
  ['startWeeksMin', 'startWeeksMax'],
  ['plantOutWeeksMin', 'plantOutWeeksMax'],
  ['directWeeksMin', 'directWeeksMax'],
  ['harvestDaysMin', 'harvestDaysMax'],
  ['seedPlantsMin', 'seedPlantsGood'],
] as const satisfies readonly (readonly [keyof Crop & OwnFigure, keyof Crop & OwnFigure])[];

/** What does not fit together in the figures of one crop: ranges that end before they start, or are half there. */
export function figureProblems(
  crop: Pick<Crop, (typeof RANGES)[number][number]>,
): { readonly field: OwnFigure; readonly message: string }[] {
  return RANGES.flatMap(([low, high]) => {
    const [a, b] = [crop[low], crop[high]];
    if ((a === null) !== (b === null))
      return [{ field: high, message: `needs the other end as well: ${OWN_FIGURES[low].label.toLowerCase()}` }];
    return a !== null && b !== null && b < a
      ? [{ field: high, message: `must not be below "${OWN_FIGURES[low].label.toLowerCase()}", ${String(a)}` }]
      : [];
  });
}
