import { addDays, daysBetween, type Fate, type SowingMethod } from '@esprel/core';
import {
  MY_PATHS,
  type MyAsk,
  type MyFacts,
  type MyGrowAsk,
  type MyPage,
  type MyPacket,
  type MySaving,
  type MySavingDone,
  type MySowing,
} from '@esprel/core/api';
import { addressOf } from '@esprel/core/api';

/** What a member said on this phone, kept until the library has it. Days are those of the phone's own clock. */
export type Said =
  | { readonly what: 'sow'; readonly loanId: number; readonly seeds: number; readonly method: SowingMethod }
  | { readonly what: 'count'; readonly sowingId: number; readonly emerged: number }
  | { readonly what: 'fate'; readonly sowingId: number; readonly fate: Fate }
  | {
      readonly what: 'saving';
      readonly loanId: number;
      readonly step: MySavingDone['step'];
      readonly plants: number | null;
      readonly taken: number | null;
      readonly apart: MySavingDone['apart'];
      readonly nearM: number | null;
      readonly how: MySavingDone['how'];
      readonly grams: number | null;
      readonly note: string | null;
    }
  | { readonly what: 'photo'; readonly loanId: number; readonly step: MySavingDone['step']; readonly jpeg: string }
  | {
      readonly what: 'ask';
      readonly varietyId: number;
      readonly variety: string;
      readonly crop: string;
      readonly kind: MyAsk['kind'];
      readonly note: string | null;
    }
  | {
      readonly what: 'grow';
      readonly id: number;
      readonly variety: string;
      readonly answer: NonNullable<MyGrowAsk['answer']>;
      readonly other: { readonly varietyId: number; readonly variety: string } | null;
      readonly note: string | null;
    }
  | { readonly what: 'unask'; readonly askId: number }
  | { readonly what: 'takeBack'; readonly stepId: number }
  | { readonly what: 'facts'; readonly facts: Omit<MyFacts, 'id' | 'name' | 'joinedOn' | 'consentOn'> };

/** Something said, as it waits on the phone. */
export interface Waiting {
  /** Its place in the order in which things were said; what it made has this number, below zero, until the library gives one. */
  readonly n: number;
  readonly key: string;
  readonly memberId: number;
  readonly on: string;
  readonly said: Said;
  /** The library has it; what it changed is not read back yet. */
  readonly sent: boolean;
  /** Why the library did not take it. */
  readonly refused: string | null;
}

/** The number that something has here before the library knows of it. */
export const localId = (waiting: Pick<Waiting, 'n'>): number => -waiting.n;

/** What it is sent as. `phoneToday` is the day by the phone's clock as it is sent. */
export function asSent(
  { on, said }: Pick<Waiting, 'on' | 'said'>,
  phoneToday: string,
): { readonly method: 'POST' | 'PUT' | 'PATCH'; readonly path: string; readonly body: object } {
  const day = { on, phoneToday };
  switch (said.what) {
    case 'sow':
      return {
        method: 'POST',
        path: addressOf({ path: MY_PATHS.sow }, { id: said.loanId }),
        body: { ...day, seeds: said.seeds, method: said.method },
      };
    case 'count':
      return { method: 'POST', path: addressOf({ path: MY_PATHS.count }, { id: said.sowingId }), body: { ...day, emerged: said.emerged } };
    case 'fate':
      return { method: 'POST', path: addressOf({ path: MY_PATHS.fate }, { id: said.sowingId }), body: { ...day, fate: said.fate } };
    case 'saving': {
      const { what: _what, loanId, ...step } = said;
      return { method: 'PUT', path: addressOf({ path: MY_PATHS.saving }, { id: loanId }), body: { ...day, ...step } };
    }
    case 'photo':
      return {
        method: 'POST',
        path: addressOf({ path: MY_PATHS.savingPhoto }, { id: said.loanId }),
        body: { step: said.step, jpeg: said.jpeg },
      };
    case 'ask': {
      const { varietyId, kind, note } = said;
      return { method: 'POST', path: addressOf({ path: MY_PATHS.ask }), body: { varietyId, kind, note } };
    }
    case 'grow':
      return {
        method: 'POST',
        path: addressOf({ path: MY_PATHS.grow }, { id: said.id }),
        body: { ...day, answer: said.answer, otherVarietyId: said.other?.varietyId ?? null, note: said.note },
      };
    case 'unask':
      return { method: 'POST', path: addressOf({ path: MY_PATHS.unask }, { id: said.askId }), body: {} };
    case 'takeBack':
      return { method: 'POST', path: addressOf({ path: MY_PATHS.takeBack }, { id: said.stepId }), body: {} };
    case 'facts':
      return { method: 'PATCH', path: addressOf({ path: MY_PATHS.facts }), body: said.facts };
  }
}

/** The same with the number that the library gave in the place of the one from here. */
export function renumbered(said: Said, from: number, to: number): Said {
  if ((said.what === 'count' || said.what === 'fate') && said.sowingId === from) return { ...said, sowingId: to };
  if (said.what === 'unask' && said.askId === from) return { ...said, askId: to };
  return said;
}

/** Whether something hangs on what another made here. */
export const hangsOn = (said: Said, id: number): boolean =>
  ((said.what === 'count' || said.what === 'fate') && said.sowingId === id) || (said.what === 'unask' && said.askId === id);

/** In a few words, for a line that says what waits or what was not taken. */
export function inWords(said: Said): string {
  switch (said.what) {
    case 'sow':
      return `${String(said.seeds)} sown`;
    case 'count':
      return `${String(said.emerged)} up`;
    case 'fate':
      return said.fate === 'came-up' ? 'no more will come' : 'what happened to a sowing';
    case 'saving':
      return 'a step of growing for seed';
    case 'photo':
      return 'a picture';
    case 'ask':
      return said.kind === 'offer' ? `could grow ${said.variety}` : `asked for ${said.variety}`;
    case 'grow':
      return said.answer === 'yes'
        ? `will grow ${said.variety}`
        : said.answer === 'no'
          ? `cannot grow ${said.variety}`
          : `would rather grow ${said.other?.variety ?? 'another'}`;
    case 'unask':
      return 'an ask taken back';
    case 'takeBack':
      return 'something taken back';
    case 'facts':
      return 'how to be reached';
  }
}

const withSowing = (page: MyPage, id: number, change: (s: MySowing) => MySowing): MyPage => {
  const all = (sowings: readonly MySowing[]): MySowing[] => sowings.map((s) => (s.id === id ? change(s) : s));
  return {
    ...page,
    packets: page.packets.map((p) => ({ ...p, sowings: all(p.sowings) })),
    saving: page.saving.map((s) => ({ ...s, sowings: all(s.sowings) })),
  };
};

/** The page as it is once what was said is true, though the library may not have it yet. `shift` is by how many days the phone's clock is behind. */
export function afterwards(page: MyPage, waiting: Waiting, shift = 0): MyPage {
  const { said } = waiting;
  const on = shift === 0 ? waiting.on : addDays(waiting.on, shift);
  switch (said.what) {
    case 'sow': {
      const sowing: MySowing = { id: localId(waiting), seeds: said.seeds, sownOn: on, emerged: null, fate: null, undo: null };
      const into = <T extends MyPacket | MySaving>(thing: T): T =>
        thing.loanId === said.loanId ? { ...thing, sowings: [sowing, ...thing.sowings] } : thing;
      return {
        ...page,
        packets: page.packets.map(into).map((p) => (p.loanId === said.loanId ? { ...p, left: p.left - said.seeds } : p)),
        saving: page.saving.map(into),
      };
    }
    case 'count':
      return withSowing(page, said.sowingId, (s) => ({ ...s, emerged: Math.max(said.emerged, s.emerged ?? 0), undo: null }));
    case 'fate':
      return withSowing(page, said.sowingId, (s) => ({ ...s, fate: said.fate, undo: null }));
    case 'saving': {
      const { what: _what, loanId, step, ...answer } = said;
      return {
        ...page,
        saving: page.saving.map((s) => {
          if (s.loanId !== loanId) return s;
          const before = s.done.find((d) => d.step === step);
          const done: MySavingDone = { step, doneOn: on, ...answer, photo: before?.photo ?? null, undo: null };
          return { ...s, done: [...s.done.filter((d) => d.step !== step), done] };
        }),
      };
    }
    case 'ask': {
      const { varietyId, variety, crop, kind } = said;
      const ask: MyAsk = {
        id: localId(waiting),
        kind,
        varietyId,
        variety,
        crop,
        askedOn: on,
        laidOn: null,
        waitsUntil: null,
        before: 0,
        answer: null,
      };
      return { ...page, asks: [ask, ...page.asks.filter((a) => a.varietyId !== varietyId || a.answer === null)] };
    }
    case 'grow':
      return { ...page, grow: page.grow.map((g) => (g.id === said.id ? { ...g, answer: said.answer, undo: null } : g)) };
    case 'unask':
      return { ...page, asks: page.asks.filter((a) => a.id !== said.askId) };
    case 'takeBack':
      return takenBack(page, said.stepId);
    case 'facts':
      return { ...page, me: { ...page.me, ...said.facts, version: page.me.version } };
    case 'photo':
      return page;
  }
}

/** Of what is taken back the rest is only known to the library: until it answers, nothing more can be done with it here. */
function takenBack(page: MyPage, stepId: number): MyPage {
  return {
    ...page,
    packets: page.packets.map((p) => ({ ...p, sowings: p.sowings.map((s) => (s.undo === stepId ? { ...s, undo: null } : s)) })),
    saving: page.saving.map((s) => ({ ...s, done: s.done.filter((d) => d.undo !== stepId) })),
    grow: page.grow.map((g) => (g.undo === stepId ? { ...g, answer: null, undo: null } : g)),
  };
}

/** By how many days the phone's clock is behind the library's; a time zone is no fault of a clock. */
export function clockShift(libraryToday: string, phoneToday: string): number {
  const days = daysBetween(phoneToday, libraryToday);
  return Math.abs(days) <= 1 ? 0 : days;
}
