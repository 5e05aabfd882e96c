/** How wrong tries slow down. */
interface Slowing {
  /** Wrong tries that cost nothing: hands slip. */
  readonly free: number;
  /** Seconds that it never grows beyond. */
  readonly most: number;
}

/**
 * By the person who is named: whoever is meant must still get in while somebody else tries, so it never takes longer than a minute. At
 * one try a minute, the weakest passphrase that is taken outlives all who try.
 */
export const BY_PERSON: Slowing = { free: 5, most: 60 };
/** By the address that the tries come from: a whole hall may sit behind one. */
export const BY_ADDRESS: Slowing = { free: 20, most: 900 };

/** Wrong tries are forgotten after a day without one, in milliseconds. */
export const FORGOTTEN_AFTER_MS = 86_400_000;

/** Seconds to wait after so many wrong tries: none for the first, then one, twice as many for each more. */
export function waitAfter(wrong: number, { free, most }: Slowing): number {
  return wrong < free ? 0 : Math.min(most, 2 ** Math.min(20, wrong - free));
}
