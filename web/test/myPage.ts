import type { FoundVariety, MyPacket, MyPage } from '@esprel/core/api';
import type { VueWrapper } from '@vue/test-utils';
import { beforeEach, vi } from 'vitest';
import { useMine } from '../src/my/useMine.ts';
import { eachDesk, type, type TestDesk } from './desk.ts';

/** A desk whose server answers with the page of a member, on a spring day at noon. */
export function eachPhone(): TestDesk {
  const desk = eachDesk((d) => {
    d.answers['GET /my'] = pageOf();
  });
  beforeEach(() => {
    vi.useFakeTimers({ toFake: ['Date'], now: new Date(2027, 2, 21, 12) });
  });
  return desk;
}

/** Shows a view of a member who is in. */
export async function showMine(desk: TestDesk, view: Parameters<TestDesk['show']>[0]): Promise<VueWrapper> {
  await useMine().catchUp();
  return desk.show(view);
}

export const typeInto = (selector: string, text: string): Promise<void> =>
  type(document.querySelector<HTMLInputElement>(selector) as HTMLInputElement, text);
export const buttonsOf = (of: ParentNode = document): string[] => [...of.querySelectorAll('button')].map((b) => b.textContent.trim());

/** A page of a member with a packet of tomato seed in hand, which is grown for seed. */
export function pageOf(over: Partial<MyPage> = {}): MyPage {
  return {
    today: '2027-03-21',
    library: {
      name: 'Osierbeck Seed Library',
      openDays: [2],
      fairShare: null,
      said: { dateOrder: 'day-month', temperatureUnit: 'C', lengthUnit: 'mm', massUnit: 'g' },
    },
    me: {
      id: 7,
      name: 'Brisa Marl',
      called: null,
      place: 'Chapel Rise',
      language: null,
      email: null,
      phone: null,
      post: null,
      contact: null,
      consentOn: null,
      consentFor: [],
      joinedOn: '2025-01-01',
      version: 3,
    },
    garden: null,
    packets: [packetOf()],
    saving: [],
    asks: [],
    grow: [],
    promises: [],
    returns: [],
    ...over,
  };
}

export function packetOf(over: Partial<MyPacket> = {}): MyPacket {
  return {
    loanId: 40,
    code: 'TM-123K',
    variety: 'Tollgate Red',
    crop: 'Tomato',
    purpose: 'garden',
    lentOn: '2027-03-01',
    left: 27,
    facts: {
      seeds: 27,
      unit: 'seed',
      style: 'several',
      perCell: 2,
      depthMm: 6,
      light: 'either',
      warmC: 21,
      soilC: 16,
      emergeMinD: 6,
      emergeMaxD: 14,
      preparation: [],
      chillWeeks: 0,
      window: { from: '2027-03-20', target: '2027-03-27', to: '2027-04-03', way: 'start' },
      missedOn: null,
      plantOutFrom: '2027-05-14',
      keepsShort: false,
    },
    cautions: [],
    lines: ['Put 2 in each cell'],
    sowings: [],
    ...over,
  };
}

/** A variety of onion that may be asked for. */
export const foundOf = (over: Partial<FoundVariety> = {}): FoundVariety => ({
  varietyId: 3,
  variety: 'Marl Pit Keeper',
  crop: 'Onion (bulb)',
  difficulty: 'easy',
  alive: 0.88,
  perCell: 2,
  unit: 'seed',
  sowNow: true,
  state: 'ask',
  waiting: 0,
  plantsLeast: 20,
  years: 2,
  cautions: [],
  ...over,
});
