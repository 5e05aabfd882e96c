import { defineStore } from 'pinia';
import { watch } from 'vue';
import { useChanges } from './changes.ts';
import { useSession } from './session.ts';

/** Lists that are kept; beyond it the oldest goes. */
const MOST = 24;

/**
 * What lists showed last, by address: it is there at once when their place is visited again, and read anew meanwhile. Gone with the first
 * change at this desk and when somebody else sits down at it, so that nothing is shown that this desk knows to be over.
 */
export const useShownLast = defineStore('shownLast', () => {
  const answers = new Map<string, unknown>();
  const changes = useChanges();
  const session = useSession();
  watch(
    [() => changes.revision, () => session.caughtUp, () => session.personId, () => session.today],
    () => {
      answers.clear();
    },
    { flush: 'sync' },
  );
  return {
    of: <A>(path: string): A | null => (answers.get(path) as A | undefined) ?? null,
    keep(path: string, answer: unknown): void {
      answers.delete(path);
      answers.set(path, answer);
      for (const oldest of answers.keys()) {
        if (answers.size <= MOST) break;
        answers.delete(oldest);
      }
    },
  };
});
