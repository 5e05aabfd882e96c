import { type Session, todayApi } from '@esprel/core/api';
import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { ApiProblem, whenUnreached } from './api.ts';
import { readOnce } from './calls.ts';

const RECHECK_MS = 700;
/** How long until a server that did not answer is asked again. */
const AWAY_MS = 3_000;

/** What the frame shows on every page, and who sits at the desk. */
export const useSession = defineStore('session', () => {
  const session = ref<Session | null>(null);
  const unreached = ref(false);
  /** Goes up when the server has caught up; views read again when it does. */
  const caughtUp = ref(0);
  const personId = useLocalStorage<number | null>('esprel.person', null, {
    serializer: { read: (v) => (v === '' ? null : Number(v)), write: (v) => String(v ?? '') },
  });
  const person = computed(() => session.value?.people.find((p) => p.id === personId.value) ?? null);

  async function load(): Promise<void> {
    try {
      const before = session.value?.stale ?? 0;
      session.value = await readOnce(todayApi.session, {});
      unreached.value = false;
      if (session.value.stale > 0 && session.value.judging?.paused !== true) setTimeout(() => void load(), RECHECK_MS);
      else if (before > 0) caughtUp.value += 1;
    } catch (error) {
      // A server that asks who this is does answer.
      if (!(error instanceof ApiProblem && error.status === 401)) away(load);
    }
  }

  let asking: ReturnType<typeof setTimeout> | undefined;
  /** The server did not answer: the frame says so, and it is asked again until it does. */
  function away(again: () => Promise<void>): void {
    unreached.value = true;
    clearTimeout(asking);
    asking = setTimeout(() => void again(), AWAY_MS);
  }

  whenUnreached(() => {
    if (!unreached.value) away(load);
  });

  return {
    session,
    unreached,
    caughtUp,
    person,
    personId,
    load,
    away,
    today: computed(() => session.value?.today ?? ''),
    settings: computed(() => session.value?.settings ?? null),
    settingsVersion: computed(() => session.value?.settingsVersion ?? 0),
  };
});
