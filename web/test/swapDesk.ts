import { formatLotCode } from '@esprel/core';
import type { SwapCopy, SwapCopyLot, SwapNews } from '@esprel/core/api';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, vi } from 'vitest';
import { useSwapDesk } from '../src/swapDesk/useSwapDesk.ts';

/** A library as a swap desk sees it: what it answers, and what it was sent. */
export const swapLibrary = {
  lots: [] as SwapCopyLot[],
  news: {} as Partial<SwapNews>,
  sent: [] as { what: string; body: Record<string, unknown>; key: string | null }[],
  answers: [] as ((what: string) => Response)[],
  away: false,
  takes: 1,
};
export const json = (body: object, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } });
export const refusal = (code: string, detail: string, status: number): Response => json({ code, detail, errors: [] }, status);

export const lotOf = (over: Partial<SwapCopyLot> = {}): SwapCopyLot => ({
  code: 'TM-003H',
  variety: 'Kiln Lane',
  names: ['Kiln'],
  cropKey: 'tomato',
  form: 'cleaned',
  year: 2025,
  free: 60,
  packets: [{ id: 5, seedsEach: 20, left: 3 }],
  alive: 0.9,
  verdict: 'lend',
  perCell: 2,
  doubtful: false,
  cautions: ['Parts are poisonous'],
  notLent: null,
  ...over,
});

const crop = (key: string, letters: string, name: string, seedsPerGram: number, cautions: string[] = []) => ({
  key,
  letters,
  name,
  scientific: `${name} of the table`,
  seedsPerGram,
  storageBehaviour: 'orthodox' as const,
  cautions,
});

const NUMBERS = { visitors: 4, packetsIn: 10, packetsOut: 7, newVarieties: 2, withoutName: 1 };
export const copyOf = (): SwapCopy => ({
  takes: 1,
  at: 100,
  settings: { libraryName: 'Osierbeck Seed Library', dateOrder: 'day-month', lengthUnit: 'mm', temperatureUnit: 'C', hemisphere: 'north' },
  crops: [
    crop('tomato', 'TM', 'Tomato', 350, ['toxic-plant']),
    crop('lettuce', 'LT', 'Lettuce', 900),
    crop('own-not-known-yet', 'ZZ', 'Not known yet', 200),
  ],
  ownNames: [],
  restricted: [],
  unknown: { key: 'own-not-known-yet', letters: 'ZZ' },
  swap: { id: 1, name: 'Spring swap', heldOn: '2027-03-14', hall: 'mill hall', rule: 'free', ruleWords: null },
  desk: { id: 2, number: 2, name: 'by the door', blocks: [{ first: 301, last: 303 }], codesLeft: 3, used: [] },
  members: [{ id: 7, name: 'Brisa Marl', garden: 'Chapel Rise', cards: [] }],
  lots: 1,
  wanted: [],
});

/** A fresh library and a browser that has not seen the desk yet, before each test. */
export function eachSwapDesk(): void {
  beforeEach(() => {
    setActivePinia(createPinia());
    vi.useFakeTimers({ toFake: ['Date'], now: new Date(2027, 2, 14, 11, 30) });
    Object.assign(swapLibrary, { lots: [lotOf()], news: {}, sent: [], answers: [], away: false, takes: 1 });
    vi.stubGlobal('fetch', (path: string, init: RequestInit = {}) => {
      if (swapLibrary.away) return Promise.reject(new TypeError('no network'));
      const what = path.replace('/api/swap', '');
      if ((init.method ?? 'GET') !== 'GET') {
        const headers = init.headers as Record<string, string>;
        swapLibrary.sent.push({
          what: what.split('/').at(-1) ?? '',
          body: JSON.parse(String(init.body)),
          key: headers['Idempotency-Key'] ?? null,
        });
        return Promise.resolve((swapLibrary.answers.shift() ?? taken)(what));
      }
      return Promise.resolve(read(what));
    });
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });
}

const taken = (): Response => json({ id: 900 + swapLibrary.sent.length, code: null, misfit: null, step: { id: 1, summary: '' } });

function read(what: string): Response {
  const { at } = copyOf();
  if (what.startsWith('/desks/2/copy/lots')) return json({ lots: swapLibrary.lots, after: null });
  if (what.startsWith('/desks/2/copy')) return json({ ...copyOf(), takes: swapLibrary.takes });
  if (what.startsWith('/desks/2/news'))
    return json({ takes: swapLibrary.takes, at, again: false, lots: [], gone: [], numbers: NUMBERS, toPutRight: 0, ...swapLibrary.news });
  if (what.endsWith('/misfits')) return json({ misfits: [] });
  if (what === '/1') return json({ numbers: NUMBERS });
  return json({ days: [] });
}

/** A desk that was made ready. */
export async function readyDesk() {
  const desk = useSwapDesk();
  await desk.makeReady(2, null, () => undefined);
  return desk;
}

/** What is said of an envelope that comes in. */
export const envelope = (n: number, over: object = {}) => ({
  what: 'in' as const,
  visit: 'v',
  code: formatLotCode('TM', n),
  mark: null,
  name: 'Tollgate Red',
  cropKey: 'tomato',
  yearKind: 'harvest' as const,
  year: 2026,
  form: 'cleaned' as const,
  packets: 3,
  seedsEach: 20,
  amountKnown: 'estimated' as const,
  from: null,
  saved: false,
  wet: false,
  note: null,
  ...over,
});
export const out = (lotCode: string, over: object = {}) => ({
  what: 'out' as const,
  visit: 'v',
  lotCode,
  packetFillId: 5,
  packets: 1,
  seedsEach: 20,
  forSeed: false,
  named: 'Kiln Lane',
  packetNote: null,
  ...over,
});
