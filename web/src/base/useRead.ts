import { addressOf, type QuerySpec, type Reads } from '@esprel/core/api';
import { type Ref, ref, shallowRef, watch, type WatchSource } from 'vue';
import { ApiProblem, get } from './api.ts';
import type { ParamsGiven, QueryGiven } from './asked.ts';
import { useChanges } from './changes.ts';
import { useSession } from './session.ts';
import { useShownLast } from './shownLast.ts';

interface Fetched<T> {
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
 * Reads a route of the contract now, when what is asked of it changes, and after every change anybody makes at this desk; null while
 * there is nothing to ask. A late answer to an earlier address is dropped; what was shown stays until the new answer is there, unless
 * another thing is asked for. `atOnce` shows what was read last from the same address until then: for lists, whose rows are looked at; what
 * fills a form waits for what is true now.
 */
export function useRead<P extends string, Q extends QuerySpec, A>(
  route: Reads<P, Q, A>,
  asked: () => (ParamsGiven<P> & QueryGiven<Q>) | null,
  also: WatchSource[] = [],
  atOnce = false,
): Fetched<A> {
  const path = (): string | null => {
    const given = asked();
    return given === null ? null : addressOf(route, given);
  };
  // What was read is never changed in place; thousands of rows need no watching one by one.
  const data: Ref<A | null> = shallowRef<A | null>(null);
  const problem = ref<ApiProblem | null>(null);
  const loading = ref(false);
  const changes = useChanges();
  const session = useSession();
  const shownLast = atOnce ? useShownLast() : null;
  let under: AbortController | null = null;

  /** Shows an answer; one that says what stands there already moves nothing. */
  function show(here: string, answer: A): void {
    shownLast?.keep(here, answer);
    if (shownLast === null || JSON.stringify(answer) !== JSON.stringify(data.value)) data.value = answer;
  }

  async function reload(): Promise<void> {
    const here = path();
    under?.abort();
    if (here === null) {
      data.value = null;
      return;
    }
    const controller = new AbortController();
    under = controller;
    loading.value = true;
    try {
      const answer = await get<A>(here, controller.signal);
      if (under !== controller) return;
      show(here, answer);
      problem.value = null;
    } catch (error) {
      if (under !== controller) return;
      problem.value = error instanceof ApiProblem ? error : new ApiProblem(0, 'internal', String(error));
      if (problem.value.status !== 0) data.value = null;
    } finally {
      if (under === controller) loading.value = false;
    }
  }

  watch(
    path,
    (now, before) => {
      // Another thing is asked for: the one before must not be taken for it. Another query of the same list may stay.
      if (before !== undefined && thing(now) !== thing(before)) data.value = null;
      if (now !== null) data.value = shownLast?.of<A>(now) ?? data.value;
      problem.value = null;
      void reload();
    },
    { immediate: true },
  );
  watch([() => changes.revision, () => session.caughtUp, ...also], () => void reload());
  return { data, problem, loading, reload };
}
