/** How a crop is taken to seed: a row of the reference (saving.csv). Days and weeks as named, temperatures C. */
export interface Saving {
  readonly key: string;
  /** Days to the first open flower: from planting out or sowing outdoors, and of what overwinters from its regrowth in spring. */
  readonly flowerDaysMin: number;
  readonly flowerDaysMax: number;
  readonly floweringDays: number;
  readonly pollinatedBy: 'self' | 'insects' | 'wind' | 'insects-and-wind';
  /** How a plant is kept to itself: alone under a bag, by hand, in a cage with insects, or not at all. */
  readonly bag: 'self' | 'hand' | 'cage-insects' | 'no';
  readonly seedsPerPlant: number;
  readonly processing: 'dry' | 'wet' | 'ferment' | 'pulp' | 'whole';
  readonly ripe: keyof typeof RIPE_WORDS;
  readonly shatters: boolean;
  readonly overwinter: 'none' | 'leave' | 'lift' | 'indoors' | 'woody';
  readonly vernaliseWeeks: number;
  readonly difficulty: Difficulty;
  /** Traits that are usually taken out. */
  readonly rogueFor: readonly string[];
  readonly watch: readonly string[];
  readonly dryTest: keyof typeof DRY_WORDS;
  readonly keepBestC: number;
}

export const DIFFICULTIES = ['easy', 'middling', 'hard'] as const;
export type Difficulty = (typeof DIFFICULTIES)[number];
export const DIFFICULTY_WORDS: Readonly<Record<Difficulty, string>> = {
  easy: 'easy to save',
  middling: 'takes some care to save',
  hard: 'for practised hands',
};

/** The sign that seed is ripe, as what one does then. */
export const RIPE_WORDS = {
  'fruit-soft': 'Pick when soft and fully coloured',
  'fruit-overripe': 'Pick long past eating, when the skin has hardened and changed colour',
  'pods-brown': 'Pick when the pods are brown and dry',
  'pods-rattle': 'Pick when the seed rattles',
  'heads-brown': 'Cut the heads when they are brown and dry',
  'capsules-open': 'Pick as the first capsules open',
  'husks-dry': 'Pick when the husks are dry',
  'umbels-brown': 'Cut the umbels when they have turned brown',
  'fluff-shows': 'Pick as soon as the fluff shows',
  'cones-or-clusters-dry': 'Pick when the clusters are dry',
  'ears-hard': 'Cut when the grain is hard',
  'follicles-split': 'Pick as the follicles begin to split',
} as const;

/** How the seed is taken out of what was picked. */
export const PROCESSING_WORDS: Readonly<Record<Saving['processing'], string>> = {
  dry: 'Let it dry under a roof, thresh it and blow off the chaff.',
  wet: 'Scoop the seed out, rinse it, and dry it on a plate.',
  ferment: 'Scoop seed and pulp into a glass, leave it three days, rinse, and dry it on a plate.',
  pulp: 'Take off the flesh and rinse the seed.',
  whole: 'Pick single heads or fruits, only from the best.',
};

/** The sign that seed is dry enough to be closed up. */
export const DRY_WORDS = {
  snap: 'Dry it until a seed folded in two snaps',
  shatter: 'Dry it until a seed shatters under a hammer',
  'bend-breaks': 'Dry it until it breaks and does not bend',
  'hard-nail': 'Dry it until a thumbnail leaves no mark',
  'keep-moist': 'Do not dry it: keep it damp and cool, with air',
} as const;
