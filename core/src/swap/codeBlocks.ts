import { MAX_SERIAL } from '../codes/lotCode.ts';
import { CoreError } from '../errors.ts';

/**
 * Numbers of lot codes that a desk may give without asking anybody. A number of a block is given once, whatever the letters before it, so that a desk needs no
 * count for every crop.
 */
export interface CodeBlock {
  readonly first: number;
  readonly last: number;
}

/** Envelopes for which a desk gets codes at a time. */
export const CODES_A_BLOCK = 300;

/** The next block: above every number that was given, and above all other blocks. Throws a CoreError where the numbers are used up. */
export function nextBlock(highestGiven: number, blocks: readonly CodeBlock[], size = CODES_A_BLOCK): CodeBlock {
  const first = Math.max(highestGiven, ...blocks.map((b) => b.last)) + 1;
  const last = first + size - 1;
  if (last > MAX_SERIAL) throw new CoreError('nextBlock', 'highestGiven', highestGiven, 'leaves no numbers for a block');
  return { first, last };
}

/** The number after `last` of a crop whose codes are given by the library itself: it leaps over the blocks of desks. */
export function numberAfter(last: number, blocks: readonly CodeBlock[]): number {
  let n = last + 1;
  // In order, one leap may end at the beginning of the next block.
  for (const b of [...blocks].sort((x, y) => x.first - y.first)) if (n >= b.first && n <= b.last) n = b.last + 1;
  return n;
}

/** The first number of a desk's blocks that it has not given yet; null where they are used up. */
export function unusedNumber(blocks: readonly CodeBlock[], used: ReadonlySet<number>): number | null {
  for (const b of blocks) for (let n = b.first; n <= b.last; n++) if (!used.has(n)) return n;
  return null;
}

/** How many codes a desk can still give. */
export function codesLeft(blocks: readonly CodeBlock[], used: ReadonlySet<number>): number {
  let left = 0;
  for (const b of blocks) for (let n = b.first; n <= b.last; n++) if (!used.has(n)) left++;
  return left;
}
