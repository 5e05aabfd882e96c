import type { OtherWayShown, RenewalRowShown, RenewalSheet, RenewalsPage, RenewedVariety } from '@esprel/core/api';
import { eachDesk } from './desk.ts';

/** A plan of renewals as the library answers it: one variety that somebody renews, and one that nobody can take. */

export const row = (over: Partial<RenewalRowShown> = {}): RenewalRowShown => ({
  varietyId: 7,
  gardenId: 3,
  garden: 'Quarry Foot',
  memberId: 21,
  grower: 'Hjalma Fernsby',
  season: 2027,
  apart: 'tied',
  covered: true,
  state: 'found',
  rowId: null,
  version: 0,
  askedOn: null,
  askId: null,
  ...over,
});
export const variety = (over: Partial<RenewedVariety> = {}): RenewedVariety => ({
  varietyId: 7,
  variety: 'Long White Trailer',
  crop: 'Summer squash and courgette',
  lotCode: 'CZ-004N',
  verdict: 'renew',
  worth: 2,
  worthSaid: true,
  twoYears: false,
  rows: [row()],
  kept: 0.95,
  without: 0.4,
  growing: 0,
  why: null,
  fine: false,
  ...over,
});
export const marl = variety({
  varietyId: 8,
  variety: 'Marl Pit Summer',
  worth: 1,
  worthSaid: false,
  rows: [],
  kept: 0.3,
  without: 0.3,
  why: 'there is no garden',
});
const season = { plants: 4, varieties: 1, planned: 6, plannedVarieties: 1 };
export const page = (over: Partial<RenewalsPage> = {}): RenewalsPage => ({
  seasons: [2027, 2028, 2029],
  varieties: [variety(), marl],
  left: 0,
  kept: 1.25,
  without: 0.7,
  of: 2,
  gap: 0.003,
  search: 'time',
  found: '2-1',
  conflicts: [],
  gardens: [
    {
      id: 3,
      name: 'Quarry Foot',
      memberId: 21,
      grower: 'Hjalma Fernsby',
      onPlan: true,
      roomPlants: 40,
      roomSaid: true,
      mostVarieties: 3,
      mostSaid: false,
      cages: 0,
      practised: 'some',
      version: 4,
      seasons: [season, season, season],
    },
    {
      id: 4,
      name: 'Far Bank',
      memberId: 22,
      grower: 'Vesper Pennywell',
      onPlan: false,
      roomPlants: 30,
      roomSaid: false,
      mostVarieties: 3,
      mostSaid: false,
      cages: 1,
      practised: null,
      version: 1,
      seasons: [season, season, season],
    },
  ],
  nothing: null,
  waiting: 0,
  toTake: 1,
  cautions: [],
  ...over,
});
export const way = (over: Partial<OtherWayShown> = {}): OtherWayShown => ({
  rows: [{ gardenId: 4, season: 2027, covered: false, version: 0 }],
  words: 'Far Bank, Vesper Pennywell',
  then: 'then Marl Pit Summer waits until 2028',
  kept: -0.4,
  worth: -0.5,
  ...over,
});
export const sheet = (over: Partial<RenewalSheet> = {}, of: Partial<RenewedVariety> = {}): RenewalSheet => ({
  variety: variety(of),
  scientific: 'Cucurbita pepo',
  lotWords: 'Summer squash and courgette, 2022, the library’s only lot',
  rows: (of.rows ?? [row()]).map((r) => ({
    row: r,
    when: '44 in 100 alive now, 31 next spring; waiting a year loses one chance in six.',
    where: 'Room for 40 plants; this takes 6.',
    crossing: 'Flowers tied, pollinated by hand: under 1 in 1000. Open it would be 6 in 100.',
    seed: '26 of 64 of CZ-004N go out; 38 stay for a second try.',
    warnings: ['For practised hands.'],
  })),
  bars: [],
  figures: [
    {
      figure: 'worth',
      gardenId: null,
      name: 'Worth',
      computed: 1,
      because: '1.0 by the figures',
      said: { value: 2, why: 'the valley’s own' },
      version: 9,
    },
    { figure: 'keep', gardenId: null, name: 'Good for one try', computed: 0.81, because: 'with half held back', said: null, version: 0 },
  ],
  cautions: [],
  history: [],
  ...over,
});
export const step = { id: 50, summary: 'done' };

/** A desk at which that plan is answered. */
export const eachRenewing = (): ReturnType<typeof eachDesk> =>
  eachDesk((desk) => {
    desk.answers['GET /renewals/plan'] = page();
    desk.answers['GET /renewals/plan/helps'] = {
      helps: [{ words: 'One more cage at Kiln Hill', why: 'For Marl Pit Summer', kept: 0.6, worth: 0.7 }],
    };
    desk.answers['GET /renewals/plan/varieties/7'] = sheet();
    desk.answers['GET /renewals/plan/varieties/7/others'] = {
      ways: [way(), way({ rows: [], words: 'Nobody', then: null, kept: -0.9, worth: -1 })],
    };
    desk.answers['POST /renewals/rows'] = { id: 1, step };
  });
