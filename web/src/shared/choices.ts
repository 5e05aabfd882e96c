/** Words of choices that stand in more than one form. */
export const KNOWN_OPTIONS = [
  { value: 'counted', label: 'Counted' },
  { value: 'weighed', label: 'Weighed' },
  { value: 'estimated', label: 'Guessed' },
] as const;

export const IDENTITY_OPTIONS = [
  { value: 'sure', label: 'Sure' },
  { value: 'likely', label: 'Likely' },
  { value: 'doubtful', label: 'Doubtful' },
  { value: 'unknown', label: 'Nobody knows' },
] as const;

export const ACQUISITION_OPTIONS = [
  { value: 'donated', label: 'Gift' },
  { value: 'purchased', label: 'Bought' },
  { value: 'saved', label: 'Saved' },
] as const;
