/** A kind of plant at species level with its reference figures. Temperatures C, depth mm, spacing cm, times as named. */
export interface Crop {
  readonly key: string;
  /** Two letters that begin the codes of its lots. */
  readonly letters: string;
  readonly name: string;
  readonly scientific: string;
  readonly family: string;
  readonly kind: string;
  readonly lifeCycle: 'annual' | 'biennial' | 'perennial' | 'tender-perennial';
  readonly pollination: string;
  readonly outcrossRate: number;
  readonly crossingGroup: string;
  readonly isolationM: number;
  readonly isolationStrictM: number;
  readonly seedPlantsMin: number;
  readonly seedPlantsGood: number;
  readonly f1Common: boolean;
  readonly trueToType: 'usually' | 'if-isolated' | 'rarely';
  readonly storageBehaviour: 'orthodox' | 'intermediate' | 'recalcitrant';
  readonly halfLifeYears: number;
  readonly oilClass: 'starchy' | 'oily';
  readonly seedsPerGram: number;
  readonly freshGermination: number;
  readonly testSubstrate: 'TP' | 'BP' | 'PP' | 'S';
  /** `20` or `20/30`: 16 hours at the lower and 8 at the higher. */
  readonly testTempC: string;
  readonly testFirstCountD: number;
  readonly testFinalCountD: number;
  readonly pretreatments: readonly string[];
  readonly chillWeeks: number;
  readonly soakHours: number;
  readonly soilMinC: number;
  readonly soilOptLowC: number;
  readonly soilOptHighC: number;
  readonly soilMaxC: number;
  readonly emergeMinD: number;
  readonly emergeMaxD: number;
  readonly lightNeed: 'light' | 'dark' | 'either';
  readonly sowDepthMm: number;
  readonly start: 'indoors' | 'direct' | 'either';
  readonly anchor: 'last-frost' | 'plant-out';
  readonly startWeeksMin: number | null;
  readonly startWeeksMax: number | null;
  readonly plantOutWeeksMin: number | null;
  readonly plantOutWeeksMax: number | null;
  readonly directWeeksMin: number | null;
  readonly directWeeksMax: number | null;
  readonly frost: 'tender' | 'half-hardy' | 'hardy';
  readonly harvestDaysMin: number | null;
  readonly harvestDaysMax: number | null;
  readonly seedDays: number | null;
  readonly spacingCm: number;
  readonly transplant: string;
  readonly clumpSeeds: number;
  readonly cautions: readonly string[];
}

/** What the flags of the reference mean, in words for where the seed is handled. */
export const CAUTION_WORDS: Readonly<Record<string, string>> = {
  allergen: 'can cause allergies',
  'bitter-if-crossed': 'fruit of home-saved seed can be bitter and poisonous: one taste, spit it out, never eat it, never save from it',
  'invasive-risk': 'can become invasive; follow your local rules',
  'medicinal-claims': 'no health advice is given here; ask a pharmacist or doctor',
  'narcotic-law': 'falls under narcotic law in some places; follow your local rules',
  phototoxic: 'sap and sun burn the skin; wear gloves',
  'regulated-some-places': 'may be restricted where you are; follow your local rules',
  'skin-irritant': 'irritates skin and eyes; wear gloves',
  thorns: 'has thorns; wear gloves',
  'toxic-plant': 'parts of the plant are poisonous; keep from children and animals',
  'toxic-seed': 'the seed is poisonous; keep from children and animals',
};

/** The same in a word or two, for tags on which there is room for no more. */
export const CAUTION_SHORT: Readonly<Record<string, string>> = {
  allergen: 'Allergen',
  'bitter-if-crossed': 'Spit out bitter fruit',
  'invasive-risk': 'Can be invasive',
  'medicinal-claims': 'No health advice',
  'narcotic-law': 'Restricted by law in some places',
  phototoxic: 'Sap burns in the sun',
  'regulated-some-places': 'Restricted in places',
  'skin-irritant': 'Irritates skin',
  thorns: 'Thorns',
  'toxic-plant': 'Parts are poisonous',
  'toxic-seed': 'Poisonous seed',
};
