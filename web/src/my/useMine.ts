import { addDays } from '@esprel/core';
import { type FoundSeed, type KeptAboutMe, MY_PATHS, mySeen, type MyPage } from '@esprel/core/api';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { ApiProblem, newKey, sendChange, sendUnrecorded } from '../base/api.ts';
import { readOnce } from '../base/calls.ts';
import { noFinger } from './finger.ts';
import { type Keep, openKeep } from './keep.ts';
import { afterwards, asSent, clockShift, hangsOn, inWords, localId, renumbered, type Said, type Waiting } from './said.ts';

/** The day by the phone's own clock. */
function phoneToday(): string {
  const now = new Date();
  return `${String(now.getFullYear())}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
}

/** What was refused for good: sent again it would be refused again. */
const isRefusal = (error: unknown): error is ApiProblem =>
  error instanceof ApiProblem && error.status >= 400 && error.status < 500 && ![401, 408, 429].includes(error.status);
const isOut = (error: unknown): boolean => error instanceof ApiProblem && error.status === 401;

/** What a member's page shows, and what waits here until the library has it. */
export const useMine = defineStore('mine', () => {
  const keep = shallowRef<Keep | null>(null);
  const read = shallowRef<MyPage | null>(null);
  const waiting = ref<readonly Waiting[]>([]);
  /** By how many days the phone's clock is behind. */
  const shift = ref(0);
  /** `in`: by a card or link that holds. `out`: by none. `unknown`: nobody could be asked yet. */
  const door = ref<'unknown' | 'in' | 'out'>('unknown');
  const network = ref(true);
  const problem = ref<string | null>(null);
  /** What was said last, and how it is taken back. */
  const last = ref<{ readonly words: string; readonly undo: () => Promise<void> } | null>(null);
  let next = 1;
  let running: Promise<void> | null = null;
  let after: Promise<void> | null = null;

  const mine = computed(() => waiting.value.filter((w) => w.memberId === read.value?.me.id));
  const page = computed(() =>
    read.value === null ? null : mine.value.filter((w) => w.refused === null).reduce((p, w) => afterwards(p, w, shift.value), read.value),
  );
  const today = computed(() => addDays(phoneToday(), shift.value));
  const unsent = computed(() => mine.value.filter((w) => !w.sent && w.refused === null));
  const refused = computed(() => mine.value.filter((w) => w.refused !== null));
  /** What somebody else wrote on this phone, and waits for their card. */
  const others = computed(() => waiting.value.length - mine.value.length);

  async function setWaiting(list: readonly Waiting[]): Promise<void> {
    const before = new Map(waiting.value.map((w) => [w.n, w]));
    waiting.value = list;
    for (const w of list) if (before.get(w.n) !== w) await keep.value?.put(w);
    for (const n of before.keys()) if (!list.some((w) => w.n === n)) await keep.value?.drop(n);
  }

  async function open(): Promise<void> {
    if (keep.value !== null) return;
    keep.value = await openKeep();
    waiting.value = await keep.value.waiting();
    next = Math.max(0, ...waiting.value.map((w) => w.n)) + 1;
    const kept = await keep.value.seen<{ page: MyPage; shift: number }>('page');
    if (kept) {
      // A page that was kept by an older version knows nothing of what came since.
      read.value = { ...kept.page, grow: (kept.page as Partial<MyPage>).grow ?? [] };
      shift.value = kept.shift;
      door.value = 'in';
    }
  }

  /**
   * Reads the page, and sends what waits, one after the other in the order in which it was said. Called while that runs, it is done once
   * more afterwards: what runs may have begun before there was a network, or before what was said last.
   */
  function catchUp(): Promise<void> {
    if (running !== null) {
      after ??= running.then(() => {
        after = null;
        return catchUp();
      });
      return after;
    }
    running = catchingUp().finally(() => {
      running = null;
    });
    return running;
  }

  async function catchingUp(): Promise<void> {
    await open();
    try {
      // Whose page it is is asked before anything is sent: another card may have been used on this phone since.
      await readPage();
      if (unsent.value.length === 0) return;
      // What is said while this runs is sent too.
      for (let w = unsent.value[0]; w !== undefined; w = unsent.value[0]) await sendOne(w);
      await readPage();
    } catch (error) {
      network.value = !(error instanceof ApiProblem && error.status === 0);
      if (isOut(error)) door.value = 'out';
      else if (network.value) problem.value = (error as Error).message;
    }
  }

  async function sendOne(w: Waiting): Promise<void> {
    const { method, path, body } = asSent(w, phoneToday());
    try {
      const answer = await sendChange<{ readonly id?: number }>(method, path, body, w.key, null);
      const { id } = answer;
      await noFinger();
      await setWaiting(
        waiting.value.map((x) => {
          if (x.n === w.n) return { ...x, sent: true };
          return id === undefined ? x : { ...x, said: renumbered(x.said, localId(w), id) };
        }),
      );
    } catch (error) {
      if (!isRefusal(error)) throw error;
      const why = error.errors[0]?.message ?? error.message;
      await noFinger();
      await setWaiting(
        waiting.value.map((x) => {
          if (x.n === w.n) return { ...x, refused: why };
          return hangsOn(x.said, localId(w)) ? { ...x, refused: 'what it belongs to was not taken' } : x;
        }),
      );
    }
  }

  async function readPage(): Promise<void> {
    const now = await readOnce(mySeen.page, {});
    if (read.value !== null && read.value.me.id !== now.me.id) await keep.value?.forget();
    await noFinger();
    shift.value = clockShift(now.today, phoneToday());
    read.value = now;
    door.value = 'in';
    network.value = true;
    problem.value = null;
    await keep.value?.see('page', { page: now, shift: shift.value });
    await setWaiting(waiting.value.filter((w) => !w.sent));
  }

  /** Says something: it is true here at once, kept, and sent as soon as it can be. */
  async function say(said: Said, words: string = inWords(said)): Promise<void> {
    await open();
    const w: Waiting = {
      n: next++,
      key: newKey(),
      memberId: read.value?.me.id ?? 0,
      on: phoneToday(),
      said,
      sent: false,
      refused: null,
    };
    await setWaiting([...waiting.value, w]);
    last.value = said.what === 'takeBack' ? null : { words, undo: () => takeBack(w) };
    void catchUp();
  }

  /** Takes back what was said last: here where the library does not have it yet, else there. */
  async function takeBack(w: Waiting): Promise<void> {
    last.value = null;
    // What is being sent just now is answered first.
    await running;
    const here = waiting.value.find((x) => x.n === w.n);
    if (here && !here.sent) {
      await setWaiting(waiting.value.filter((x) => x.n !== w.n && !hangsOn(x.said, localId(w))));
      return;
    }
    const undo = undoOf(w);
    if (undo !== null) await say(undo);
  }

  /** The step that takes back what was sent, as the page has it now; null where somebody wrote over it since. */
  function undoOf({ said }: Waiting): Said | null {
    const sowings = (read.value?.packets ?? []).flatMap((p) => p.sowings.map((s) => ({ loanId: p.loanId, ...s })));
    let stepId: number | null = null;
    if (said.what === 'sow')
      stepId = sowings.find((s) => s.loanId === said.loanId && s.seeds === said.seeds && s.emerged === null)?.undo ?? null;
    else if (said.what === 'count' || said.what === 'fate') stepId = sowings.find((s) => s.id === said.sowingId)?.undo ?? null;
    else if (said.what === 'saving')
      stepId = read.value?.saving.find((s) => s.loanId === said.loanId)?.done.find((d) => d.step === said.step)?.undo ?? null;
    else if (said.what === 'grow') stepId = read.value?.grow.find((g) => g.id === said.id)?.undo ?? null;
    else if (said.what === 'ask') {
      const askId = read.value?.asks.find((a) => a.varietyId === said.varietyId && a.answer === null)?.id;
      return askId === undefined ? null : { what: 'unask', askId };
    }
    return stepId === null ? null : { what: 'takeBack', stepId };
  }

  async function throwAway(n: number): Promise<void> {
    await setWaiting(waiting.value.filter((w) => w.n !== n));
  }

  /** Gets in with a card or a link. What was seen by somebody else on this phone is forgotten. Throws an ApiProblem. */
  async function enter(code: string): Promise<void> {
    await open();
    await sendUnrecorded(MY_PATHS.enter, { code });
    await catchUp();
  }

  async function signOut(): Promise<void> {
    await sendUnrecorded(MY_PATHS.signOut).catch((error: unknown) => {
      // Out already; without a network the card stays in until it is withdrawn.
      if (!isOut(error)) throw error;
    });
    await keep.value?.forget();
    read.value = null;
    last.value = null;
    door.value = 'out';
  }

  /** Reads something of the library; without a network what was read last under that name. */
  async function readOr<T>(name: string, reads: () => Promise<T>): Promise<{ readonly found: T; readonly kept: boolean }> {
    await open();
    try {
      const found = await reads();
      await keep.value?.see(name, found);
      network.value = true;
      return { found, kept: false };
    } catch (error) {
      const kept = await keep.value?.seen<T>(name);
      if (isOut(error)) door.value = 'out';
      else network.value = !(error instanceof ApiProblem && error.status === 0);
      if (kept === undefined) throw error;
      return { found: kept, kept: true };
    }
  }
  /** What may be asked for. */
  const find = (q: string, what: 'now' | 'easy' | 'growers' | null): Promise<{ readonly found: FoundSeed; readonly kept: boolean }> =>
    readOr(`find ${q} ${what ?? ''}`, () => readOnce(mySeen.find, { q, what }));
  const keptAboutMe = (): Promise<{ readonly found: KeptAboutMe; readonly kept: boolean }> =>
    readOr('kept', () => readOnce(mySeen.kept, {}));

  return {
    page,
    today,
    door,
    network,
    problem,
    last,
    unsent,
    refused,
    others,
    lasting: computed(() => keep.value?.lasting !== false),
    open,
    catchUp,
    say,
    takeBackStep: (stepId: number): Promise<void> => say({ what: 'takeBack', stepId }),
    throwAway,
    enter,
    signOut,
    find,
    keptAboutMe,
  };
});
