import { CAUTION_WORDS } from '../crops/crop.ts';
import type { SeedForm } from '../viability/prior.ts';
import { TREATED_CAUTION } from './vocabulary.ts';

/** The cautions of a lot in words, from the flags of its crop and its form: shown wherever it is handled. */
export function cautionWords(flags: readonly string[], form: SeedForm): string[] {
  const words = flags.map((flag) => CAUTION_WORDS[flag] ?? flag).map((w) => w.charAt(0).toUpperCase() + w.slice(1));
  return form === 'treated' ? [TREATED_CAUTION, ...words] : words;
}

/** Said once, where tests are counted. */
export const MOULD_CAUTION = 'Mould: do not sniff it, air the room, and bin the paper closed.';
