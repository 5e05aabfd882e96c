import { type Ref, ref, shallowRef, watch, type WatchSource } from 'vue';
import { ApiProblem, get } from './api.ts';
import { useChanges } from './changes.ts';
import { useSession } from './session.ts';

export interface Fetched<T> {
  readonly data: Ref<T | null>;
  readonly problem: Ref<ApiProblem | null>;
  readonly loading: Ref<boolean>;
  readonly reload: () => Promise<void>;
}

/** An address without its query: what is asked for, not how much of it. */
function thing(path: string | null): string | null {
  return path?.split('?')[0] ?? null;
}

/**
 * Reads `path()` now, when it changes, and after every change anybody makes at this desk. A late answer to an earlier
 * address is dropped; what was shown stays until the new answer is there, unless the address changed.
 */
export function useFetched<T>(path: () => string | null, also: WatchSource[] = []): Fetched<T> {
  // What was read is never changed in place; thousands of rows need no watching one by one.
  const data: Ref<T | null> = shallowRef<T | null>(null);
  const problem = ref<ApiProblem | null>(null);
  const loading = ref(false);
  const changes = useChanges();
  const session = useSession();
  let asked: AbortController | null = null;

  async function reload(): Promise<void> {
    const here = path();
    asked?.abort();
    if (here === null) {
      data.value = null;
      return;
    }
    const controller = new AbortController();
    asked = controller;
    loading.value = true;
    try {
      const answer = await get<T>(here, controller.signal);
      if (asked !== controller) return;
      data.value = answer;
      problem.value = null;
    } catch (error) {
      if (asked !== controller) return;
      problem.value = error instanceof ApiProblem ? error : new ApiProblem(0, 'internal', String(error));
      if (problem.value.status !== 0) data.value = null;
    } finally {
      if (asked === controller) loading.value = false;
    }
  }

  watch(
    path,
    (now, before) => {
      // Another thing is asked for: the one before must not be taken for it. Another query of the same list may stay.
      if (before !== undefined && thing(now) !== thing(before)) data.value = null;
      problem.value = null;
      void reload();
    },
    { immediate: true },
  );
  watch([() => changes.revision, () => session.caughtUp, ...also], () => void reload());
  return { data, problem, loading, reload };
}
