import type { Crop } from '../crops/crop.ts';
import { addDays, type Day, dayInYear, yearOf } from '../dates/day.ts';
import { aboutWhen } from '../dates/dayWords.ts';
import type { FrostDates } from '../season/frost.ts';
import type { LengthUnit } from '../units.ts';
import { distance } from '../words/lengths.ts';
import { plural } from '../words/words.ts';
import { DRY_WORDS, PROCESSING_WORDS, RIPE_WORDS, type Saving } from './saving.ts';

/** What is done, in the order of the season, between the seedling and the bag of seed. */
export const SAVING_STEPS = ['plant-out', 'take-out', 'keep-apart', 'near', 'mark', 'winter', 'pick', 'dry'] as const;
export type SavingStepKey = (typeof SAVING_STEPS)[number];

/** A step as it reads once it is done; the day follows. */
export const SAVING_DONE_WORDS: Readonly<Record<SavingStepKey, string>> = {
  'plant-out': 'Planted out',
  'take-out': 'Looked for odd plants',
  'keep-apart': 'Kept apart',
  near: 'Looked what flowers near',
  mark: 'Marked the best',
  winter: 'Through the winter',
  pick: 'Picked',
  dry: 'Dry and named',
};

/**
 * The one thing that is asked when a step is done: how many plants stand, how many stood and were taken out, what flowers near, or nothing
 * but that it is done.
 */
export type SavingQuestion = 'plants' | 'taken-out' | 'near' | 'done';

export interface SavingStep {
  readonly key: SavingStepKey;
  readonly title: string;
  readonly detail: string;
  readonly question: SavingQuestion;
  /** The first day on which it is worth asking; null where the year cannot be told. */
  readonly from: Day | null;
  /** What can hurt while it is done. */
  readonly cautions: readonly string[];
}

export interface SavingGarden {
  readonly frost: FrostDates;
  readonly lengthUnit: LengthUnit;
}

/** What was already said of the growing. */
export interface SavingSoFar {
  readonly sownOn: Day | null;
  readonly plantedOutOn: Day | null;
}

type SavedCrop = Pick<
  Crop,
  | 'name'
  | 'lifeCycle'
  | 'start'
  | 'outcrossRate'
  | 'isolationM'
  | 'seedPlantsMin'
  | 'seedPlantsGood'
  | 'plantOutWeeksMin'
  | 'plantOutWeeksMax'
  | 'directWeeksMin'
  | 'harvestDaysMax'
  | 'seedDays'
>;

/** Crops that set less than this of their seed with others are not worth keeping apart at home. */
const CROSSES_FROM = 0.02;
/** Odd plants are looked for so long before the first flower, so that they go before they have given pollen. */
const LOOK_BEFORE_FLOWER_DAYS = 10;
/** What flowers for months is judged once it is well in flower and fruit. */
const MARK_AFTER_DAYS = 21;
const DRY_AFTER_DAYS = 14;

const APART: Readonly<Record<Saving['bag'], (apart: string) => string>> = {
  self: (apart) => `${apart} from others that flower; or put a fine bag or net over some flowers before they open, it sets seed alone.`,
  hand: (apart) => `${apart} from others that flower; or cover flowers before they open, and pollinate them by hand.`,
  'cage-insects': (apart) => `${apart} from others that flower, or under a net that is opened on alternate days.`,
  no: (apart) => `${apart} from others that flower; a bag is no use here.`,
};

const WINTER: Readonly<Record<'leave' | 'lift' | 'indoors', { readonly title: string; readonly detail: string }>> = {
  leave: { title: 'Leave it in the ground over the winter', detail: 'It flowers next year. Cover it where winters are hard.' },
  lift: {
    title: 'Lift it before hard frost, keep the best, replant in spring',
    detail: 'Store it cool, dark and not too dry; take out what rots.',
  },
  indoors: { title: 'Bring it into a frost-free place', detail: 'It flowers next year.' },
};

const HURTS: Readonly<Record<string, string>> = {
  'poisonous-seed': 'Poisonous: keep it from children and animals.',
  irritant: 'Irritates skin and lungs: gloves, and a mask when you thresh.',
  prickly: 'Prickly: gloves.',
  'toxic-if-crossed': 'Taste one fruit and spit it out. Bitter: throw all of it away, seed too; never eat it.',
  'protected-or-restricted-in-places': 'May be protected or restricted where you are; follow your local rules.',
};

function hurts(saving: Saving, ...flags: string[]): string[] {
  return flags.flatMap((f) => (saving.watch.includes(f) && HURTS[f] !== undefined ? [HURTS[f]] : []));
}

/** How many plants the seed should come from. */
export function plantsWords({ seedPlantsMin: least, seedPlantsGood: good }: Pick<Crop, 'seedPlantsMin' | 'seedPlantsGood'>): string {
  if (good <= least) return `${plural(least, 'plant')} or more would do.`;
  return `${plural(good, 'plant')} would do well; ${String(least)} at the least.`;
}

/** The days on which a crop stands out, flowers and ripens in a garden; null where the year cannot be told. */
function growing(
  crop: SavedCrop,
  saving: Saving,
  soFar: SavingSoFar,
  frost: FrostDates,
  today: Day,
): { readonly out: Day; readonly flower: Day | null; readonly ripe: Day | null; readonly autumn: Day } {
  const year = yearOf(soFar.plantedOutOn ?? soFar.sownOn ?? today);
  const usual = addDays(dayInYear(year, frost.last), Math.round(7 * (crop.plantOutWeeksMin ?? crop.directWeeksMin ?? 1)));
  const begun = crop.start === 'direct' ? (soFar.sownOn ?? usual) : usual;
  const out = soFar.plantedOutOn ?? (soFar.sownOn !== null && soFar.sownOn > begun ? addDays(soFar.sownOn, 35) : begun);
  const hardFrost = dayInYear(yearOf(out), frost.first);
  const autumn = hardFrost > out ? hardFrost : dayInYear(yearOf(out) + 1, frost.first);
  if (saving.watch.includes('slow-years') || saving.overwinter === 'woody') return { out, flower: null, ripe: null, autumn };
  const throughWinter = saving.overwinter !== 'none';
  const regrowth = dayInYear(yearOf(autumn) + (autumn.slice(5) < frost.last ? 0 : 1), frost.last);
  const flower = addDays(throughWinter ? regrowth : out, saving.flowerDaysMin);
  const ripeBy =
    throughWinter || crop.harvestDaysMax === null ? addDays(flower, 45) : addDays(out, crop.harvestDaysMax + (crop.seedDays ?? 40));
  const ripe = ripeBy > addDays(flower, 21) ? ripeBy : addDays(flower, 21);
  return { out, flower, ripe, autumn };
}

/**
 * The steps from seedling to bag of seed for a crop in a garden, dated from what was already done. Each asks one thing. The dates are as
 * coarse as the figures of the reference: days to the first flower and to ripe seed move with variety, warmth and light.
 */
export function savingSteps(crop: SavedCrop, saving: Saving, soFar: SavingSoFar, garden: SavingGarden, today: Day): SavingStep[] {
  const days = growing(crop, saving, soFar, garden.frost, today);
  const { flower, ripe } = days;
  const before = flower === null ? null : addDays(flower, -LOOK_BEFORE_FLOWER_DAYS);
  const name = crop.name.toLowerCase().replace(/ \(.*\)/, '');
  const apart = distance(crop.isolationM, garden.lengthUnit);
  const another = name.includes(' and ') ? 'Another of its kind' : `Another ${name}`;
  const crosses = crop.outcrossRate >= CROSSES_FROM || saving.pollinatedBy !== 'self';
  const steps: SavingStep[] = [];
  const add = (
    key: SavingStepKey,
    from: Day | null,
    title: string,
    detail: string,
    question: SavingQuestion,
    cautions: string[] = [],
  ): void => {
    steps.push({ key, title, detail, question, from, cautions });
  };
  const alone = saving.watch.includes('dioecious')
    ? ' Male and female flowers are on different plants: keep both.'
    : saving.watch.some((f) => f === 'self-incompatible' || f === 'needs-pair')
      ? ' One plant alone sets no seed.'
      : '';
  add(
    'plant-out',
    days.out,
    crop.start === 'direct' ? 'Say how many stand, once thinned' : 'Plant out',
    `${plantsWords(crop)}${alone}`,
    'plants',
  );
  add(
    'take-out',
    before,
    'Take out what looks different',
    `Before it flowers${saving.rogueFor.length === 0 ? '' : `: ${saving.rogueFor.join(', ')}`}. How many were there, and how many did you take out?`,
    'taken-out',
  );
  if (crosses) add('keep-apart', before, 'Keep it apart before the first flower opens', APART[saving.bag](`At least ${apart}`), 'done');
  if (crosses) add('near', flower, 'Note what flowers near it', `${another} flowering within ${apart}?`, 'near');
  const judged = flower === null ? null : addDays(flower, MARK_AFTER_DAYS);
  add(
    'mark',
    judged,
    'Mark the best plants',
    `${judged === null ? '' : `From ${aboutWhen(judged, today)}: `}healthy, strong, as the variety should be. Seed of sick plants carries it on.`,
    'done',
  );
  if (saving.overwinter !== 'none' && saving.overwinter !== 'woody') {
    const winter = WINTER[saving.overwinter];
    add('winter', addDays(days.autumn, -14), winter.title, winter.detail, 'done');
  }
  add(
    'pick',
    ripe,
    RIPE_WORDS[saving.ripe],
    `${ripe === null ? '' : `About ${aboutWhen(ripe, today)}. `}${saving.shatters ? 'It falls as soon as it is ripe: look every day, or tie a bag over it. ' : ''}${PROCESSING_WORDS[saving.processing]}`,
    'done',
    hurts(saving, 'poisonous-seed', 'irritant', 'prickly', 'toxic-if-crossed', 'protected-or-restricted-in-places'),
  );
  const beetles = saving.watch.includes('weevils') && saving.dryTest !== 'keep-moist';
  add(
    'dry',
    ripe === null ? null : addDays(ripe, DRY_AFTER_DAYS),
    DRY_WORDS[saving.dryTest],
    `${saving.dryTest === 'keep-moist' ? '' : 'In shade and moving air, never warmer than 35 °C. '}Write name and year on the bag at once.${beetles ? ' Then a week in the freezer, closed, against beetles.' : ''}`,
    'done',
  );
  // As they come in the year: a crop that is judged in its first autumn flowers in its second.
  return steps
    .map((step, i) => ({ step, i }))
    .sort((a, b) => (a.step.from ?? '9999').localeCompare(b.step.from ?? '9999') || a.i - b.i)
    .map(({ step }) => step);
}
