import { CoreError, needCount } from '../errors.ts';
import type { Day } from '../dates/day.ts';

/** What is counted of the plants of a sowing after they came up. */
export const PLANT_KINDS = ['pricked-out', 'potted', 'lost', 'planted-out', 'kept', 'given', 'sold'] as const;
export type PlantKind = (typeof PLANT_KINDS)[number];

export const PLANT_WORDS: Readonly<Record<PlantKind, string>> = {
  'pricked-out': 'pricked out',
  potted: 'potted on',
  lost: 'lost in moving',
  'planted-out': 'planted out',
  kept: 'kept for ourselves',
  given: 'given to a member',
  sold: 'sold',
};

/** Kinds by which plants go; the others only say how many stand. */
const LEAVE: readonly PlantKind[] = ['lost', 'planted-out', 'given', 'sold'];

export interface PlantCount {
  readonly kind: PlantKind;
  readonly plants: number;
  readonly onDay: Day;
}

export interface PlantsOfSowing {
  /** Plants in their cells or pots now. */
  readonly standing: number;
  /** Of those, kept for the library's own beds. */
  readonly kept: number;
  /** Of those, free for a sale or a gift. */
  readonly spare: number;
  /** All that ever went, by how. */
  readonly gone: Readonly<Record<'lost' | 'planted-out' | 'given' | 'sold', number>>;
}

/**
 * The plants of a sowing that stand, are kept, and are to spare. What came up is where it begins; pricking out or potting on counts anew
 * how many there are, since seedlings are left behind; what is lost, planted out, given or sold goes. Counts in the order in
 * which they were made. Throws a CoreError where more would go than stand.
 */
export function plantsOf(emerged: number, counts: readonly PlantCount[]): PlantsOfSowing {
  needCount('plantsOf', 'emerged', emerged);
  let standing = emerged;
  let kept = 0;
  const gone = { lost: 0, 'planted-out': 0, given: 0, sold: 0 };
  counts.forEach((c, i) => {
    const at = `counts[${String(i)}].plants`;
    needCount('plantsOf', at, c.plants);
    if (c.plants > standing) throw new CoreError('plantsOf', at, c.plants, `must not be more than the ${String(standing)} that stand`);
    if (c.kind === 'pricked-out' || c.kind === 'potted') standing = c.plants;
    else if (c.kind === 'kept') kept = c.plants;
    else if (LEAVE.includes(c.kind)) {
      standing -= c.plants;
      gone[c.kind] += c.plants;
      // What is planted out is what was kept for it.
      if (c.kind === 'planted-out') kept = Math.max(0, kept - c.plants);
    }
    kept = Math.min(kept, standing);
  });
  return { standing, kept, spare: standing - kept, gone };
}
