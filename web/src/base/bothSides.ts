import { fieldWords } from './fieldWords.ts';

type Fields = Readonly<Record<string, unknown>>;

/** What two people made of one record, put together. */
export interface BothSides<T> {
  /** What both changed, each into something else, as it is there now; empty where nothing clashes. */
  readonly words: string;
  /** What is there, with all that was changed here. */
  readonly mine: T;
  /** What is there, with what only was changed here. */
  readonly theirs: T;
}

const same = (x: unknown, y: unknown): boolean => JSON.stringify(x ?? null) === JSON.stringify(y ?? null);

/**
 * Holds what was sent against what somebody else saved meanwhile. What only one of both changed is kept from each.
 *
 * @param was the record as the form was filled from it
 * @param sent what was made of it here
 * @param now the record as it is there now, with its version
 */
export function bothSides<T extends object>(was: object, sent: object, now: T, say: (value: unknown) => string): BothSides<T> {
  const [before, mine, theirs] = [was, sent, now] as unknown as [Fields, Fields, Fields];
  const changed = Object.keys(mine).filter((k) => k !== 'version' && !same(mine[k], before[k]));
  const clashing = changed.filter((k) => !same(theirs[k], before[k]) && !same(theirs[k], mine[k]));
  const withMine = (fields: readonly string[]): T => ({ ...now, ...Object.fromEntries(fields.map((k) => [k, mine[k]])) });
  return {
    words: clashing.map((k) => `${fieldWords(k)} ${say(theirs[k])}`).join(', '),
    mine: withMine(changed),
    theirs: withMine(changed.filter((k) => !clashing.includes(k))),
  };
}
