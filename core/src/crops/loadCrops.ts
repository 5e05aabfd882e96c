import * as yup from 'yup';
import { CODE_LETTERS } from '../codes/lotCode.ts';
import { CoreError } from '../errors.ts';
import { CAUTION_WORDS, type Crop } from './crop.ts';
import { figureProblems } from './figures.ts';

const text = () => yup.string().required();
const number = (min: number, max: number) => yup.number().required().min(min).max(max);
const count = (min: number, max: number) => number(min, max).integer();
const weeks = () => yup.number().nullable().defined().min(-60).max(60);
const oneOf = <T extends string>(...values: T[]) => yup.string().oneOf(values).required();

const cropSchema = yup
  .object({
    key: text().matches(/^[a-z][a-z0-9-]*$/),
    letters: text().matches(new RegExp(`^[${CODE_LETTERS}]{2}$`)),
    name: text(),
    scientific: text(),
    family: text(),
    kind: text(),
    lifeCycle: oneOf('annual', 'biennial', 'perennial', 'tender-perennial'),
    pollination: text(),
    outcrossRate: number(0, 1),
    crossingGroup: text(),
    isolationM: number(0, 20_000),
    isolationStrictM: number(0, 50_000),
    seedPlantsMin: count(1, 10_000),
    seedPlantsGood: count(1, 10_000),
    f1Common: yup.boolean().required(),
    trueToType: oneOf('usually', 'if-isolated', 'rarely'),
    storageBehaviour: oneOf('orthodox', 'intermediate', 'recalcitrant'),
    halfLifeYears: number(0.01, 200),
    oilClass: oneOf('starchy', 'oily'),
    seedsPerGram: number(0.001, 200_000),
    freshGermination: number(0.01, 0.99),
    testSubstrate: oneOf('TP', 'BP', 'PP', 'S'),
    testTempC: text().matches(/^\d{1,2}(\/\d{1,2})?$/),
    testFirstCountD: count(1, 365),
    testFinalCountD: count(1, 365),
    pretreatments: yup.array().of(text()).defined(),
    chillWeeks: number(0, 60),
    soakHours: number(0, 240),
    soilMinC: number(-5, 60),
    soilOptLowC: number(0, 60),
    soilOptHighC: number(0, 60),
    soilMaxC: number(0, 60),
    emergeMinD: count(1, 400),
    emergeMaxD: count(1, 800),
    lightNeed: oneOf('light', 'dark', 'either'),
    sowDepthMm: number(0, 300),
    start: oneOf('indoors', 'direct', 'either'),
    anchor: oneOf('last-frost', 'plant-out'),
    startWeeksMin: weeks(),
    startWeeksMax: weeks(),
    plantOutWeeksMin: weeks(),
    plantOutWeeksMax: weeks(),
    directWeeksMin: weeks(),
    directWeeksMax: weeks(),
    frost: oneOf('tender', 'half-hardy', 'hardy'),
    harvestDaysMin: yup.number().nullable().defined().min(0).max(9000),
    harvestDaysMax: yup.number().nullable().defined().min(0).max(9000),
    seedDays: yup.number().nullable().defined().min(0).max(9000),
    spacingCm: number(0, 5000),
    transplant: text(),
    clumpSeeds: count(1, 50),
    cautions: yup
      .array()
      .of(text().oneOf(Object.keys(CAUTION_WORDS)))
      .defined(),
  })
  .noUnknown(true)
  .strict(true);

/**
 * Checks the rows of a crop reference and returns them as crops. Throws a CoreError that names the row and the
 * figure: a wrong type or range, an unknown column, a key or pair of letters used twice, a range
 * that ends before it starts.
 */
export function loadCrops(rows: unknown): readonly Crop[] {
  if (!Array.isArray(rows)) throw new CoreError('loadCrops', 'rows', typeof rows, 'must be a list of crops');
  const keys = new Set<string>();
  const letters = new Set<string>();
  return rows.map((row: unknown, i) => {
    const at = `rows[${String(i)}]`;
    try {
      cropSchema.validateSync(row);
    } catch (error) {
      const problem = error as yup.ValidationError;
      throw new CoreError('loadCrops', `${at}.${problem.path ?? ''}`, problem.value, problem.message);
    }
    const crop = row as Crop;
    if (keys.has(crop.key)) throw new CoreError('loadCrops', `${at}.key`, crop.key, 'is used twice');
    if (letters.has(crop.letters)) throw new CoreError('loadCrops', `${at}.letters`, crop.letters, 'are used twice');
    keys.add(crop.key);
    letters.add(crop.letters);
    const [problem] = figureProblems(crop);
    if (problem) throw new CoreError('loadCrops', `${at}.${problem.field}`, crop[problem.field as keyof Crop], problem.message);
    return crop;
  });
}
