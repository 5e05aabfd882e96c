import type { Crop } from '../crops/crop.ts';
import { foldName } from '../names/fold.ts';

export const RESTRICTION_RULES = ['may-lend', 'warn', 'do-not-lend'] as const;
export type RestrictionRule = (typeof RESTRICTION_RULES)[number];

/** An entry of the library's own list of plants that fall under rules: a whole crop, or whatever bears a name. */
export interface Restriction {
  /** Null for what nobody put there: the reference says that its exchange is ruled in places. */
  readonly id: number | null;
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
  crop: Pick<Crop, 'key' | 'name' | 'scientific' | 'cautions'>,
  names: readonly string[],
): Restriction[] {
  const folded = [crop.name, crop.scientific, ...names].map((n) => ` ${foldName(n)} `);
  const own = list.filter((r) =>
    r.cropKey === null ? folded.some((n) => n.includes(` ${foldName(r.name ?? '')} `)) : r.cropKey === crop.key,
  );
  const decided = own.some((r) => r.cropKey !== null);
  return [...(decided ? [] : undecided(crop)), ...own].filter((r) => r.rule !== 'may-lend');
}

/** Flags of crops whose exchange is forbidden in places. */
const RULED_FLAGS = ['regulated-some-places', 'narcotic-law'];

/** Whether the exchange of a crop is ruled in places, so that somebody has to decide before it is lent. */
export function isRuled(crop: Pick<Crop, 'cautions'>): boolean {
  return crop.cautions.some((c) => RULED_FLAGS.includes(c));
}

/** A crop whose exchange is ruled in places is not lent until the library decided that it may. */
function undecided(crop: Pick<Crop, 'key' | 'cautions'>): Restriction[] {
  if (!isRuled(crop)) return [];
  const why = 'its exchange is forbidden in some places, and nobody here has said yet that it may be lent';
  return [{ id: null, cropKey: crop.key, name: null, rule: 'do-not-lend', why }];
}

/** How an entry is said wherever the plant is handled. */
export function restrictionWords(r: Restriction): string {
  if (r.id === null) return 'Do not lend: its exchange is forbidden in some places. Ask whoever coordinates; follow your local rules';
  return `On the library’s list: ${r.why}${r.rule === 'do-not-lend' ? '; not to be lent' : ''}`;
}
