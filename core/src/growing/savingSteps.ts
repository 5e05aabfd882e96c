import type { Crop } from '../crops/crop.ts';
import { addDays, type Day } from '../dates/day.ts';
import { aboutWhen } from '../dates/dayWords.ts';
import type { FrostDates } from '../season/frost.ts';
import type { LengthUnit } from '../units.ts';
import { distance } from '../words/lengths.ts';
import { plural } from '../words/words.ts';
import { coverOf } from './cover.ts';
import { growingDays, type SavingSoFar } from './growingDays.ts';
import type { Apart } from './apart.ts';
import { DRY_WORDS, PROCESSING_WORDS, RIPE_WORDS, type Saving } from './saving.ts';

/** What is done, in the order of the season, between the seedling and the bag of seed. */
export const SAVING_STEPS = ['plant-out', 'take-out', 'keep-apart', 'near', 'mark', 'winter', 'spring', 'pick', 'dry'] as const;
export type SavingStepKey = (typeof SAVING_STEPS)[number];

/** A step as it reads once it is done; the day follows. */
export const SAVING_DONE_WORDS: Readonly<Record<SavingStepKey, string>> = {
  'plant-out': 'In their place',
  'take-out': 'Looked for odd plants',
  'keep-apart': 'Kept apart',
  near: 'Looked what flowers near',
  mark: 'Marked the best',
  winter: 'Into the winter',
  spring: 'Came through the winter',
  pick: 'Picked',
  dry: 'Dry and named',
};

/**
 * The one thing that is asked when a step is done: how many plants stand, how many stood and were taken out, how it is kept apart, what flowers near, how many were
 * marked, how it goes into the winter, how many came through and rotted, from how many it was picked, how it was dried and what it weighs.
 */
export type SavingQuestion = 'plants' | 'taken-out' | 'apart' | 'near' | 'marked' | 'winter' | 'through' | 'mothers' | 'dried';

/** How plants go through the winter, how seed was dried, and why plants were taken out. */
export const SAVING_HOWS = ['left', 'lifted', 'brought-in', 'shade', 'sun', 'warmth', 'different', 'sick'] as const;
export type SavingHow = (typeof SAVING_HOWS)[number];
export const SAVING_HOW_WORDS: Readonly<Record<SavingHow, string>> = {
  left: 'left in the ground',
  lifted: 'lifted and stored',
  'brought-in': 'brought in',
  shade: 'dried in the shade',
  sun: 'dried in the sun',
  warmth: 'dried by warmth',
  different: 'they looked different',
  sick: 'they were sick or weak',
};

/** An answer that is one tap. */
export interface SavingChoice {
  readonly value: Apart | SavingHow;
  readonly label: string;
}

export interface SavingStep {
  readonly key: SavingStepKey;
  readonly title: string;
  readonly detail: string;
  readonly question: SavingQuestion;
  readonly choices: readonly SavingChoice[];
  /** The first day on which it is worth asking; null where the year cannot be told. */
  readonly from: Day | null;
  /** What can hurt while it is done. */
  readonly cautions: readonly string[];
}

export interface SavingGarden {
  readonly frost: FrostDates;
  readonly lengthUnit: LengthUnit;
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
  | 'frost'
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

/** How it is to be kept apart when that was agreed: what is done, and how. */
const AGREED: Readonly<Record<Exclude<Apart, 'open'>, { readonly title: string; readonly detail: string }>> = {
  tied: {
    title: 'Tie the flowers before they open, pollinate by hand',
    detail:
      'In the evening tie or tape buds that will open next day; in the morning take pollen from another plant of it, close the flower again and mark it.',
  },
  bagged: {
    title: 'Put bags over flowers before they open',
    detail: 'Fine cloth or net, tied below; shake it now and then. Seed is taken from what was under a bag, and nothing else.',
  },
  caged: {
    title: 'Put the cage over it before the first flower opens',
    detail: 'Down to the ground. Where bees are wanted it is opened every other day, while others of its kind are covered.',
  },
};

/** What keeps a crop apart, as answers. */
function apartChoices(saving: Saving): SavingChoice[] {
  const cover = coverOf(saving);
  const label = { bagged: 'Bagged', tied: 'Tied, by hand', caged: 'In a cage', open: '' };
  return [
    { value: 'open', label: 'Far enough from others' },
    ...(cover === null ? [] : [{ value: cover.apart, label: label[cover.apart] }]),
  ];
}

const LEFT: SavingChoice = { value: 'left', label: 'Left in the ground' };
const WINTERS: Readonly<Record<'leave' | 'lift' | 'indoors', readonly SavingChoice[]>> = {
  leave: [LEFT, { value: 'lifted', label: 'Lifted and stored' }],
  lift: [{ value: 'lifted', label: 'Lifted and stored' }, LEFT],
  indoors: [{ value: 'brought-in', label: 'Brought in' }],
};
/** Only what looked different speaks of the seed that it was grown from. */
const TAKEN_FOR: readonly SavingChoice[] = [
  { value: 'different', label: 'Looked different' },
  { value: 'sick', label: 'Sick or weak' },
];
const DRIED: readonly SavingChoice[] = [
  { value: 'shade', label: 'In the shade' },
  { value: 'sun', label: 'In the sun' },
  { value: 'warmth', label: 'By warmth' },
];

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

/** What is done where seed is not ripe before the frosts: fruits ripen on in the warm, and pods and heads on their plants under a roof. */
function ripensLate(saving: Saving, frost: string): string {
  const then =
    saving.processing === 'dry' || saving.processing === 'whole'
      ? 'pull whole plants before it, and hang them up under a roof to ripen'
      : 'bring the fruits in before it, and let them ripen on in the warm';
  return `That is after the usual first frost, ${frost}: ${then}. `;
}

/** How many plants the seed should come from. */
export function plantsWords({ seedPlantsMin: least, seedPlantsGood: good }: Pick<Crop, 'seedPlantsMin' | 'seedPlantsGood'>): string {
  if (good <= least) return `${plural(least, 'plant')} or more would do.`;
  return `${plural(good, 'plant')} would do well; ${String(least)} at the least.`;
}

/**
 * The steps from seedling to bag of seed for a crop in a garden, dated from what was already done. Each asks one thing. The dates are as
 * coarse as the figures of the reference: days to the first flower and to ripe seed move with variety, warmth and light.
 */
export function savingSteps(crop: SavedCrop, saving: Saving, soFar: SavingSoFar, garden: SavingGarden, today: Day): SavingStep[] {
  const days = growingDays(crop, saving, soFar, garden.frost, today);
  const { firstFlower: flower, ripe } = days;
  const before = flower === null ? null : addDays(flower, -LOOK_BEFORE_FLOWER_DAYS);
  const name = crop.name.toLowerCase().replace(/ \(.*\)/, '');
  const apart = distance(crop.isolationM, garden.lengthUnit);
  const another = name.includes(' and ') ? 'Another of its kind' : `Another ${name}`;
  const crosses = crop.outcrossRate >= CROSSES_FROM || saving.pollinatedBy !== 'self';
  const steps: SavingStep[] = [];
  const throughWinter = saving.overwinter !== 'none' && saving.overwinter !== 'woody';
  const tooLate = ripe !== null && !throughWinter && crop.frost !== 'hardy' && ripe > days.autumn;
  const add = (
    key: SavingStepKey,
    from: Day | null,
    title: string,
    detail: string,
    question: SavingQuestion,
    { cautions = [], choices = [] }: { readonly cautions?: string[]; readonly choices?: readonly SavingChoice[] } = {},
  ): void => {
    steps.push({ key, title, detail, question, choices, from, cautions });
  };
  const alone = saving.watch.includes('dioecious')
    ? ' Male and female flowers are on different plants: keep both.'
    : saving.watch.some((f) => f === 'self-incompatible' || f === 'needs-pair')
      ? ' One plant alone sets no seed.'
      : '';
  add(
    'plant-out',
    days.out,
    (soFar.sownOutdoors ?? crop.start === 'direct') ? 'Say how many stand, once thinned' : 'Plant out',
    `${plantsWords(crop)}${alone}`,
    'plants',
  );
  add(
    'take-out',
    before,
    'Take out what looks different',
    `Before it flowers${saving.rogueFor.length === 0 ? '' : `: ${saving.rogueFor.join(', ')}`}. How many were there, and how many did you take out?`,
    'taken-out',
    { choices: TAKEN_FOR },
  );
  if (crosses) {
    const agreed = soFar.apart === undefined || soFar.apart === 'open' ? null : AGREED[soFar.apart];
    add(
      'keep-apart',
      before,
      agreed?.title ?? 'Keep it apart before the first flower opens',
      agreed?.detail ?? APART[saving.bag](`At least ${apart}`),
      'apart',
      {
        choices: apartChoices(saving),
      },
    );
  }
  if (crosses) add('near', flower, 'Note what flowers near it', `${another} flowering within ${apart}?`, 'near');
  const judged = flower === null ? null : addDays(flower, MARK_AFTER_DAYS);
  add(
    'mark',
    judged,
    'Mark the best plants',
    `${judged === null ? '' : `From ${aboutWhen(judged, today)}: `}healthy, strong, as the variety should be. Seed of sick plants carries it on.`,
    'marked',
  );
  if (throughWinter) {
    const winter = WINTER[saving.overwinter];
    add('winter', addDays(days.autumn, -14), winter.title, winter.detail, 'winter', { choices: WINTERS[saving.overwinter] });
    add(
      'spring',
      days.regrowth,
      saving.overwinter === 'leave' ? 'See how many came through' : 'Plant out again what came through',
      'How many stand, and how many rotted or died? The more mothers are left, the more of the variety is kept.',
      'through',
    );
  }
  add(
    'pick',
    ripe,
    RIPE_WORDS[saving.ripe],
    `${ripe === null ? '' : `About ${aboutWhen(ripe, today)}. `}${tooLate ? ripensLate(saving, aboutWhen(days.autumn, today)) : ''}${saving.shatters ? 'It falls as soon as it is ripe: look every day, or tie a bag over it. ' : ''}${PROCESSING_WORDS[saving.processing]}`,
    'mothers',
    { cautions: hurts(saving, 'poisonous-seed', 'irritant', 'prickly', 'toxic-if-crossed', 'protected-or-restricted-in-places') },
  );
  const beetles = saving.watch.includes('weevils') && saving.dryTest !== 'keep-moist';
  add(
    'dry',
    ripe === null ? null : addDays(ripe, DRY_AFTER_DAYS),
    DRY_WORDS[saving.dryTest],
    `${saving.dryTest === 'keep-moist' ? '' : 'In shade and moving air, never warmer than 35 °C. '}Write name and year on the bag at once.${beetles ? ' Then a week in the freezer, closed, against beetles.' : ''}`,
    'dried',
    {
      choices: saving.dryTest === 'keep-moist' ? [] : DRIED,
      cautions: saving.processing === 'dry' ? ['Threshing makes dust: outdoors, or with a mask.'] : [],
    },
  );
  // As they come in the year: a crop that is judged in its first autumn flowers in its second.
  return steps
    .map((step, i) => ({ step, i }))
    .sort((a, b) => (a.step.from ?? '9999').localeCompare(b.step.from ?? '9999') || a.i - b.i)
    .map(({ step }) => step);
}
