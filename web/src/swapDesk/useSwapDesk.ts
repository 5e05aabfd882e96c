import { codesLeft, foldName, plural, STEPS_VERSION } from '@esprel/core';
import { swapApi, type SwapCopyLot, type SwapDay, type SwapMisfit, type SwapTaken } from '@esprel/core/api';
import { defineStore } from 'pinia';
import { computed, markRaw, ref, shallowRef } from 'vue';
import { ApiProblem, newKey, sendChange } from '../base/api.ts';
import { readOnce } from '../base/calls.ts';
import { localDay } from './clock.ts';
import { deskMembers } from './deskMembers.ts';
import { deskSteps, notKept } from './deskSteps.ts';
import { deskVisit } from './deskVisit.ts';
import { DeskCrops, nextCode, serialOf } from './envelope.ts';
import { type DeskKeep, type KeptCopy, openDeskKeep } from './keep.ts';
import { lastN, readLots } from './readCopy.ts';
import { canSeal, newKeyOf } from './seal.ts';
import { findLots, lotNow, movedBy, type Shelf, shelfOf, withNews } from './shelf.ts';
import { asSent, type DeskStep, packetsOfVisit, type Said, serialsUsed } from './steps.ts';
import { tally } from './tally.ts';

/** A disk with less than this left is said to be nearly full. */
const LITTLE_ROOM_BYTES = 20_000_000;

/** What the browser says of its disk; over plain http it says nothing. */
const disk = (): StorageManager | undefined => (typeof navigator === 'undefined' ? undefined : (navigator as Partial<Navigator>).storage);

/** Sent again it would be refused again. */
const isRefusal = (e: unknown): e is ApiProblem =>
  e instanceof ApiProblem && e.status >= 400 && e.status < 500 && ![401, 403, 408, 429].includes(e.status);

/** A desk of a swap day: what it was told, what was done at it, and what the library has of that. */
export const useSwapDesk = defineStore('swap desk', () => {
  const keep = shallowRef<DeskKeep | null>(null);
  const copy = shallowRef<KeptCopy | null>(null);
  const people = deskMembers(keep);
  const { members } = people;
  const told = deskSteps(keep);
  const { steps, full, unsent, refused, changeOne, settle, sentByNow } = told;
  const atDesk = deskVisit(keep, (said) => say(said));
  const { visit } = atDesk;
  const shelf = shallowRef<Shelf>({ byCode: new Map() });
  const crops = shallowRef<DeskCrops | null>(null);
  const misfits = shallowRef<readonly SwapMisfit[]>([]);
  /** `unknown` until somebody could be asked. */
  const network = ref<'unknown' | 'here' | 'none'>('unknown');
  /** Why nothing can be sent though there is a network. */
  const held = ref<'sign-in' | 'withdrawn' | 'finished' | 'newer' | null>(null);
  /** Bytes that may still be written here; null where the browser does not say. */
  const room = ref<number | null>(null);
  let running: Promise<void> | null = null;
  /** Somebody asked while it ran: what they said may have come too late for it. */
  let once = false;

  const moved = computed(() => movedBy(steps.value));
  const today = computed(() => copy.value?.swap.heldOn ?? localDay());
  const usedSerials = computed(() => [...(copy.value?.desk.used ?? []), ...serialsUsed(steps.value, serialOf)]);
  const codesLeftNow = computed(() => (copy.value ? codesLeft(copy.value.desk.blocks, new Set(usedSerials.value)) : 0));
  const locked = computed(() => copy.value !== null && members.value === null);
  /** Without what stands in brackets: on a line there is room for the word alone. */
  const cropName = (key: string): string => (crops.value?.byKey.get(key)?.name ?? key).replace(/ \(.*\)/, '');
  /** Varieties by their folded names, for crops of nicknames and for what is new. */
  const varieties = computed(() => {
    const out = new Map<string, string>();
    for (const { lot } of shelf.value.byCode.values()) for (const name of [lot.variety, ...lot.names]) out.set(foldName(name), lot.cropKey);
    return out;
  });

  /** What stands below: what the library last said, and what this desk did since. */
  const numbers = computed(() => tally(copy.value?.numbers, steps.value, varieties.value));

  function readied(c: KeptCopy, lots: readonly SwapCopyLot[]): void {
    copy.value = markRaw(c);
    crops.value = markRaw(new DeskCrops(c.crops, c.ownNames));
    shelf.value = markRaw(shelfOf(lots, cropName));
  }

  async function open(): Promise<void> {
    if (keep.value !== null) return;
    const k = await openDeskKeep();
    keep.value = k;
    await told.restore();
    await atDesk.restore();
    const c = await k.get('copy');
    // Where nothing can be closed members are kept nowhere: such a copy is made anew.
    if (c && (await k.get('members')) === undefined) await k.forgetCopy();
    else if (c) {
      readied(c, await k.lots());
      await people.restore();
    }
    await look();
  }

  async function look(): Promise<void> {
    const said = await disk()
      ?.estimate()
      .catch(() => undefined);
    room.value = said?.quota !== undefined && said.usage !== undefined ? said.quota - said.usage : null;
  }
  const littleRoom = computed(() => room.value !== null && room.value < LITTLE_ROOM_BYTES);

  /**
   * Takes the copy of a desk along. `word` closes what is kept of members; null where nothing can be closed, and then members stay in this page alone. What waits here of
   * another desk has to be sent first. Throws an ApiProblem.
   */
  async function makeReady(deskId: number, word: string | null, progress: (done: number, of: number) => void): Promise<void> {
    await open();
    const k = keep.value as DeskKeep;
    const { members: all, ...rest } = await readOnce(swapApi.copy, { id: deskId });
    if (unsent.value.some((s) => s.deskId !== deskId))
      throw new ApiProblem(0, 'blocked', `${plural(unsent.value.length, 'step')} of another desk are kept here. Send them first.`);
    const sent = sentByNow();
    const lots = await readLots(deskId, rest.lots, progress);
    const { numbers: said } = await readOnce(swapApi.day, { id: rest.swap.id });
    const made: KeptCopy = { ...rest, lots: lots.length, members: all.length, numbers: said, readyAt: new Date().toISOString() };
    await settle(sent);
    if (copy.value?.desk.id !== deskId && unsent.value.length === 0 && refused.value.length === 0) {
      await told.clear();
      await atDesk.set(null);
    }
    const wordKey = word === null ? null : await newKeyOf(word);
    await k.forgetCopy();
    await k.putLots(lots, []);
    if (wordKey !== null) await people.close(wordKey, all);
    if (visit.value !== null) await atDesk.set(visit.value);
    // Last of all: a copy that is not whole is none.
    await k.put('copy', made);
    people.show(all);
    readied(made, lots);
    held.value = null;
    await disk()
      ?.persist()
      .catch(() => false);
    await look();
    told.goOnBehind(await lastN(deskId));
  }

  /** So much happened elsewhere that all lots are read anew. */
  async function takeLots(deskId: number, c: KeptCopy, at: number): Promise<void> {
    const sent = sentByNow();
    const lots = await readLots(deskId, c.lots, () => undefined);
    const codes = new Set(lots.map((l) => l.code));
    // As it is by now: codes may have come meanwhile.
    const now: KeptCopy = { ...(copy.value ?? c), at, lots: lots.length };
    await keep.value?.putLots(
      lots,
      [...shelf.value.byCode.keys()].filter((code) => !codes.has(code)),
    );
    await keep.value?.put('copy', now);
    readied(now, lots);
    await settle(sent);
  }

  async function forget(why: 'withdrawn' | 'finished'): Promise<void> {
    held.value = why;
    await keep.value?.forgetCopy();
    people.show(null);
    shelf.value = { byCode: new Map() };
    copy.value = null;
  }

  /** Says something: kept on the disk before this ends, and sent as soon as it can be. Answers the step, or null where it could not be kept. */
  async function say(said: Said): Promise<DeskStep | null> {
    const deskId = copy.value?.desk.id;
    if (deskId === undefined) return null;
    const step = await told.add(deskId, said);
    if (step !== null) void catchUp();
    return step;
  }

  async function takeBack(step: DeskStep): Promise<void> {
    await say({ what: 'back', of: step.key });
  }

  /** Sends what waits, in order, and hears what happened elsewhere. One at a time; called meanwhile, it is done once more. */
  function catchUp(): Promise<void> {
    once = running !== null;
    running ??= catchingUpWhileAsked().finally(() => {
      running = null;
    });
    return running;
  }

  async function catchingUpWhileAsked(): Promise<void> {
    do {
      once = false;
      await catchingUp();
    } while (once && network.value === 'here' && held.value === null);
  }

  async function catchingUp(): Promise<void> {
    await open();
    const deskId = copy.value?.desk.id ?? unsent.value[0]?.deskId;
    if (deskId === undefined) return;
    await look();
    if (held.value === 'newer') held.value = null;
    try {
      for (let step = unsent.value[0]; step !== undefined; step = unsent.value[0]) {
        if (step.version > (copy.value?.takes ?? STEPS_VERSION)) {
          held.value = 'newer';
          break;
        }
        await sendOne(step);
      }
      network.value = 'here';
      if (held.value === 'sign-in') held.value = null;
      if (copy.value !== null) await hear(deskId);
    } catch (error) {
      if (!(error instanceof ApiProblem)) {
        // What is heard cannot be kept: the disk, or the browser. What was said is kept already.
        full.value = notKept(error);
        return;
      }
      network.value = error.status === 0 ? 'none' : 'here';
      if (error.status === 401 || error.status === 403) held.value = 'sign-in';
    }
  }

  async function sendOne(step: DeskStep): Promise<void> {
    const { path, body } = asSent(step, localDay());
    try {
      const { id, code, misfit } = await sendChange<SwapTaken>('POST', path, body, step.key, null);
      await changeOne(step.n, { taken: { id, code, misfit } });
    } catch (error) {
      if (!isRefusal(error)) throw error;
      // The desk itself is not heard any more: nothing of it is thrown away.
      if (error.more.desk === 'withdrawn') {
        await forget('withdrawn');
        throw error;
      }
      await changeOne(step.n, { refused: error.errors.map((e) => e.message).join('; ') || error.message });
    }
  }

  async function hear(deskId: number): Promise<void> {
    const c = copy.value as KeptCopy;
    try {
      const sent = sentByNow();
      const news = await readOnce(swapApi.news, { id: deskId, after: c.at });
      if (news.again) {
        await takeLots(deskId, c, news.at);
        return;
      }
      // As it is by now: codes may have come meanwhile.
      const now: KeptCopy = { ...(copy.value ?? c), at: news.at, numbers: news.numbers, takes: news.takes };
      // Asked every few seconds: where nothing happened, nothing is written.
      if (news.at !== c.at || news.takes !== c.takes || sent.size > 0) {
        await keep.value?.putLots(news.lots, news.gone);
        await keep.value?.put('copy', now);
      }
      // Both at once: what the library shows is not counted twice for a moment.
      copy.value = markRaw(now);
      shelf.value = markRaw(withNews(shelf.value, news.lots, news.gone, cropName));
      if (sent.size > 0) await settle(sent);
      misfits.value = news.toPutRight === 0 ? [] : (await readOnce(swapApi.misfits, { id: c.swap.id })).misfits;
    } catch (error) {
      if (error instanceof ApiProblem && (error.more.desk === 'withdrawn' || error.more.desk === 'finished')) {
        await forget(error.more.desk);
        return;
      }
      throw error;
    }
  }

  async function putRight(misfit: SwapMisfit, body: { readonly what: 'take' | 'set-aside'; readonly why: string | null }): Promise<void> {
    await sendChange('POST', `/swap/misfits/${String(misfit.id)}`, { version: misfit.version, ...body }, newKey(), null);
    await catchUp();
  }

  /** More codes, where there is a network. */
  async function moreCodes(): Promise<void> {
    const c = copy.value;
    if (c === null) return;
    const { first, last } = await sendChange<{ first: number; last: number }>(
      'POST',
      `/swap/desks/${String(c.desk.id)}/codes`,
      {},
      newKey(),
      null,
    );
    // As it is by now: news may have come meanwhile.
    const at = copy.value ?? c;
    const now: KeptCopy = { ...at, desk: { ...at.desk, blocks: [...at.desk.blocks, { first, last }] } };
    await keep.value?.put('copy', now);
    copy.value = markRaw(now);
  }

  return {
    copy,
    members,
    steps,
    visit,
    misfits,
    network,
    held,
    littleRoom,
    full,
    unsent,
    refused,
    locked,
    numbers,
    today,
    crops,
    varieties,
    codesLeftNow,
    cropName,
    lasting: computed(() => keep.value?.lasting !== false),
    mayClose: canSeal(),
    open,
    unlock: people.unlock,
    lock: people.lock,
    makeReady,
    say,
    visitHere: atDesk.here,
    comes: atDesk.comes,
    /** A visitor who gave no name is counted once something is done, or here where nothing was. */
    nextVisitor: (): Promise<void> => atDesk.set(null),
    takeBack,
    catchUp,
    putRight,
    moreCodes,
    memberOfCard: people.ofCard,
    findMembers: people.find,
    nextCode: (letters: string): string | null => (copy.value ? nextCode(copy.value.desk.blocks, usedSerials.value, letters) : null),
    lot: (code: string): SwapCopyLot | null => lotNow(shelf.value, moved.value, code, copy.value?.unknown.key ?? ''),
    find: (typed: string): SwapCopyLot[] => findLots(shelf.value, typed).map((l) => lotNow(shelf.value, moved.value, l.code, '') ?? l),
    ofVisit: (key: string) => packetsOfVisit(steps.value, key),
    days: async (): Promise<readonly SwapDay[]> => (await readOnce(swapApi.days, {})).days,
  };
});
