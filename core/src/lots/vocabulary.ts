export const YEAR_KINDS = ['harvest', 'packing', 'unknown'] as const;
export const BREEDINGS = ['open-pollinated', 'hybrid-f1', 'landrace', 'clone', 'unknown'] as const;
export const IDENTITY_CONFIDENCES = ['sure', 'likely', 'doubtful', 'unknown'] as const;
export const PURPOSES = ['garden', 'save-seed', 'renew'] as const;
export const PROMISES = ['nothing', 'some', 'amount'] as const;
export const LOT_STATES = ['kept', 'quarantine'] as const;

export const PLACE_KINDS = ['building', 'room', 'cupboard', 'drawer', 'box', 'fridge', 'freezer'] as const;
export const HARDINESSES = ['tender', 'half-hardy', 'hardy'] as const;

export type Breeding = (typeof BREEDINGS)[number];
export type IdentityConfidence = (typeof IDENTITY_CONFIDENCES)[number];
export type Purpose = (typeof PURPOSES)[number];
export type PromiseKind = (typeof PROMISES)[number];
export type LotState = (typeof LOT_STATES)[number];

export const FORM_WORDS = {
  raw: 'as harvested',
  cleaned: 'cleaned',
  pelleted: 'pelleted (coated, short lived)',
  primed: 'primed (short lived)',
  treated: 'treated (dyed or coated with a chemical)',
} as const;

export const BREEDING_WORDS = {
  'open-pollinated': 'open-pollinated',
  'hybrid-f1': 'hybrid F1',
  landrace: 'landrace',
  clone: 'clone',
  unknown: 'breeding not known',
} as const;

export const PURPOSE_WORDS = {
  garden: 'for the garden',
  'save-seed': 'to save seed',
  renew: 'to renew the lot for the library',
} as const;

/** The caution that goes with treated seed wherever it is handled. */
export const TREATED_CAUTION = 'Treated seed: gloves on, never eaten, never fed to animals. Follow your local rules.';
