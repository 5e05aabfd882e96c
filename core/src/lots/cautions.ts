import { CAUTION_SHORT, CAUTION_WORDS, type Crop } from '../crops/crop.ts';
import type { SeedForm } from '../viability/prior.ts';
import { capital } from '../words/words.ts';
import { TREATED_CAUTION } from './vocabulary.ts';

const KEEPING: Readonly<Record<Crop['storageBehaviour'], string | null>> = {
  orthodox: null,
  intermediate: 'Does not keep long: never freeze it, sow it soon.',
  recalcitrant: 'Must never dry out or freeze: keep it damp and sow it now.',
};

/**
 * The cautions of a lot in words, from the flags of its crop, its form and how it can be stored: shown wherever it is
 * handled, poison and treatment first.
 */
export function cautionWords(flags: readonly string[], form: SeedForm, storage: Crop['storageBehaviour'] = 'orthodox'): string[] {
  const words = [...flags]
    .sort((a, b) => Number(b.startsWith('toxic')) - Number(a.startsWith('toxic')))
    .map((flag) => CAUTION_WORDS[flag] ?? flag)
    .map(capital);
  const keeping = KEEPING[storage];
  return [...(form === 'treated' ? [TREATED_CAUTION] : []), ...words, ...(keeping === null ? [] : [keeping])];
}

/** The cautions that hurt, in a word or two, for tags. */
export function shortCautions(flags: readonly string[], form: SeedForm): string[] {
  const words = [...flags].sort((a, b) => Number(b.startsWith('toxic')) - Number(a.startsWith('toxic'))).map((f) => CAUTION_SHORT[f] ?? f);
  return [...(form === 'treated' ? ['Treated seed'] : []), ...words.filter((w) => w !== CAUTION_SHORT['medicinal-claims'])];
}

/** Said once, where tests are counted. */
export const MOULD_CAUTION = 'Mould: do not sniff it, air the room, and bin the paper closed.';
