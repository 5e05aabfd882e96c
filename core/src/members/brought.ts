import { plural } from '../words/words.ts';

/** What became of seed that a member brought: whether it still waits, its share alive 0..1 by the estimate, and how many others have or had it. */
export interface Brought {
  readonly waits: boolean;
  readonly alive: number | null;
  readonly gardens: number;
}

/** "82 in 100 alive, in 3 gardens". */
export function broughtWords({ waits, alive, gardens }: Brought): string {
  if (waits) return 'is dried and looked through just now';
  const grown = gardens === 0 ? 'in nobody’s garden yet' : `in ${plural(gardens, 'garden')}`;
  return alive === null ? grown : `${String(Math.round(100 * alive))} in 100 alive, ${grown}`;
}
