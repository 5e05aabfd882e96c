import type { Crop } from '../crops/crop.ts';
import { foldName } from './vocabulary.ts';

export type RestrictionRule = 'warn' | 'do-not-lend';

/** An entry of the library's own list of plants that fall under rules: a whole crop, or whatever bears a name. */
export interface Restriction {
  readonly id: number;
  readonly cropKey: string | null;
  readonly name: string | null;
  readonly rule: RestrictionRule;
  readonly why: string;
}

/**
 * The entries of the list that hold for a plant: by its crop, or by a name that its common, scientific or variety names
 * hold as whole words.
 */
export function restrictionsOf(
  list: readonly Restriction[],
  crop: Pick<Crop, 'key' | 'name' | 'scientific'>,
  names: readonly string[],
): Restriction[] {
  const folded = [crop.name, crop.scientific, ...names].map((n) => ` ${foldName(n)} `);
  return list.filter((r) => (r.cropKey === null ? folded.some((n) => n.includes(` ${foldName(r.name ?? '')} `)) : r.cropKey === crop.key));
}

/** How an entry is said wherever the plant is handled. */
export function restrictionWords(r: Restriction): string {
  return `On the library’s list: ${r.why}${r.rule === 'do-not-lend' ? '; not to be lent' : ''}`;
}
