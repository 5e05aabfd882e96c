import { accessApi, type AccessState } from '@esprel/core/api';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { whenSignInNeeded } from './api.ts';
import { act, readOnce } from './calls.ts';
import { useSession } from './session.ts';

/** Who this browser is to the library. */
export const useAccess = defineStore('access', () => {
  const access = ref<AccessState | null>(null);
  /** Whether the server was asked, whatever it said. */
  const asked = ref(false);
  /** The sign-in ended while a page was open: what stands on it stays there until somebody signs in again. */
  const ended = ref(false);

  function take(state: AccessState): void {
    const before = access.value?.person?.id;
    access.value = state;
    if (state.standing === 'nobody') return;
    // Another person goes on with pages of their own.
    if (before !== undefined && state.person !== null && state.person.id !== before && state.deskUntil === null) location.reload();
    const session = useSession();
    // What was refused before is read again.
    if (ended.value) session.caughtUp += 1;
    ended.value = false;
    void session.load();
  }

  async function load(): Promise<void> {
    try {
      take(await readOnce(accessApi.state, {}));
    } catch {
      useSession().away(load);
    } finally {
      asked.value = true;
    }
  }

  /** Out of here, and back to the first page: nothing of it is left to be read. */
  async function signOut(everywhere = false): Promise<void> {
    await act(everywhere ? accessApi.everywhere : accessApi.signOut, {}, {});
    location.assign('/');
  }

  /** Whoever comes next sees nothing of what a coordinator sees: all pages begin anew. */
  async function unlock(): Promise<void> {
    await act(accessApi.unlock, {}, {});
    location.assign('/');
  }

  async function sit(personId: number): Promise<void> {
    take(await act(accessApi.sit, {}, { personId }));
  }

  whenSignInNeeded(() => {
    // A server that was away when the page was opened asks now.
    if (access.value === null) void load();
    else if (access.value.standing !== 'nobody') ended.value = true;
  });

  return {
    access,
    asked,
    ended,
    take,
    load,
    signOut,
    unlock,
    sit,
    /** Nobody is in yet: there is nothing to show but how to get in. */
    shut: computed(() => access.value?.standing === 'nobody'),
    /** Nobody has to sign in; also where the server has not answered yet. */
    open: computed(() => access.value === null || access.value.state === 'open'),
    coordinator: computed(() => access.value === null || access.value.standing === 'coordinator'),
    /** Whether a step of this person may be taken back from here; null is nobody’s. */
    mayTakeBack: computed(() => {
      const { standing, person } = access.value ?? { standing: 'coordinator', person: null };
      return (by: string | null): boolean => standing === 'coordinator' || by === null || by === person?.name;
    }),
  };
});
