import type { Units } from '../units.ts';
import { distance } from '../words/lengths.ts';
import { weight } from '../words/weights.ts';
import { plural } from '../words/words.ts';
import { type Apart, APART_WORDS } from './apart.ts';
import { SAVING_HOW_WORDS, type SavingHow, type SavingStepKey } from './savingSteps.ts';

/** What was answered to a step of growing for seed; null where it was not asked or not said. */
export interface SavingSaid {
  readonly plants: number | null;
  readonly taken: number | null;
  readonly apart: Apart | null;
  readonly nearM: number | null;
  readonly how: SavingHow | null;
  readonly grams: number | null;
  readonly note?: string | null;
}

/** An answer in words, part by part: "16 plants", "1 taken out", "they looked different". */
export function savingSaid(step: SavingStepKey, said: SavingSaid, units: Pick<Units, 'lengthUnit' | 'massUnit'>): string[] {
  const { plants, taken, apart, nearM, how, grams, note } = said;
  return [
    plants === null ? null : plural(plants, 'plant'),
    taken === null ? null : `${taken === 0 ? 'none' : String(taken)} ${step === 'spring' ? 'lost' : 'taken out'}`,
    apart === null ? null : APART_WORDS[apart],
    nearM === null ? null : `${distance(nearM, units.lengthUnit)} away`,
    how === null ? null : SAVING_HOW_WORDS[how],
    grams === null ? null : weight(grams, units.massUnit),
    note ?? null,
  ].filter((t): t is string => t !== null && t !== '');
}
