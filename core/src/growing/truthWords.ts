import { crossedInHundred } from './crossedWords.ts';

/** How true a lot is, in words for whoever sows it: `comes true`, `about 6 in 100 will be something else`. */
export function truthWords(trueMean: number): string {
  const off = 1 - trueMean;
  if (off < 0.0055) return 'comes true';
  return `${crossedInHundred(off)} will be something else`;
}

/** What there is to say of seed that does not come true at all. */
export const NEVER_TRUE = {
  hybrid: 'A hybrid: it comes true when bought, its own seed does not.',
  rarely: 'Seed of this crop hardly ever comes true.',
} as const;
