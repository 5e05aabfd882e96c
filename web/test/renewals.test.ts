// @vitest-environment happy-dom
import type { OtherWayShown, RenewalRowShown, RenewalSheet, RenewalsPage, RenewedVariety } from '@esprel/core/api';
import { beforeEach, describe, expect, it } from 'vitest';
import GardensPane from '../src/renewals/GardensPane.vue';
import GrowersPane from '../src/renewals/GrowersPane.vue';
import RenewalsView from '../src/renewals/RenewalsView.vue';
import TakePane from '../src/renewals/TakePane.vue';
import { useRenewalPlan } from '../src/renewals/usePlan.ts';
import VarietyPane from '../src/renewals/VarietyPane.vue';
import WhatIfView from '../src/renewals/WhatIfView.vue';
import { button, choose, eachDesk, errors, labelled, settled, type, words } from './desk.ts';

const desk = eachDesk();

const row = (over: Partial<RenewalRowShown> = {}): RenewalRowShown => ({
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
const variety = (over: Partial<RenewedVariety> = {}): RenewedVariety => ({
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
const marl = variety({
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
const page = (over: Partial<RenewalsPage> = {}): RenewalsPage => ({
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
const way = (over: Partial<OtherWayShown> = {}): OtherWayShown => ({
  rows: [{ gardenId: 4, season: 2027, covered: false, version: 0 }],
  words: 'Far Bank, Vesper Pennywell',
  then: 'then Marl Pit Summer waits until 2028',
  kept: -0.4,
  worth: -0.5,
  ...over,
});
const sheet = (over: Partial<RenewalSheet> = {}, of: Partial<RenewedVariety> = {}): RenewalSheet => ({
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
const step = { id: 50, summary: 'done' };

beforeEach(() => {
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

describe('the plan', () => {
  it('says how much is kept against doing nothing, who renews what when, what nobody can take and what would help', async () => {
    const w = await desk.show(RenewalsView, {}, '/renewals');
    const said = words(w);
    for (const part of [
      '1 of 2 kept, where doing nothing keeps 1. Within 0.3 % of the best there can be. That is what was found in the time.',
      'Quarry Foot, Hjalma · tied',
      'Marl Pit Summer summer squash and courgette',
      'There is no garden.',
      'One more cage at Kiln Hill For Marl Pit Summer',
      '+0.6 kept',
    ])
      expect(said).toContain(part);
    const cells = w.findAll('.cell');
    expect(cells.map((c) => c.text())).toEqual(['Quarry Foot, Hjalma\u00a0· tied', '', '']);
  });

  it('looks again while better ones are found, until somebody stops it', async () => {
    desk.answers['GET /renewals/plan'] = page({ search: 'searching', gap: 0.2 });
    desk.answers['POST /renewals/plan/stop'] = { search: 'stopped' };
    const w = await desk.show(RenewalsView, {}, '/renewals');
    expect(words(w)).toContain('Within 20.0 % of the best there can be. Still looking for better.');
    expect(desk.calls.some((c) => c.path.endsWith('/helps'))).toBe(false);
    const before = desk.calls.filter((c) => c.path === '/renewals/plan').length;
    await expect.poll(() => desk.calls.filter((c) => c.path === '/renewals/plan').length).toBeGreaterThan(before);
    desk.answers['GET /renewals/plan'] = page({ search: 'stopped' });
    button(w, 'Stop here').click();
    await expect.poll(() => words(w)).toContain('The search was stopped; what it found stands.');
    desk.answers['POST /renewals/plan/go-on'] = { search: 'searching' };
    button(w, 'Look further').click();
    await settled();
    expect(desk.posted('/renewals/plan/go-on')).toEqual({});
  });

  it('moves a row by the arrows, holds and bars it by a letter, each from the version that was seen', async () => {
    const w = await desk.show(RenewalsView, {}, '/renewals');
    const chip = w.find('.chip');
    const sent = (): unknown => desk.calls.filter((c) => c.method === 'POST').at(-1)?.body;
    await chip.trigger('keydown', { key: 'ArrowRight' });
    await settled();
    const at = { varietyId: 7, gardenId: 3 };
    expect(sent()).toEqual({ ...at, season: 2028, covered: true, what: 'hold', version: 0, from: { gardenId: 3, season: 2027 } });
    await chip.trigger('keydown', { key: 'h' });
    await settled();
    expect(sent()).toEqual({ ...at, season: 2027, covered: true, what: 'hold', version: 0 });
    await chip.trigger('keydown', { key: 'B' });
    await settled();
    expect(sent()).toEqual({ ...at, season: 2027, what: 'bar', version: 0 });
    await chip.trigger('keydown', { key: 'g' });
    await settled();
    expect(sent()).toMatchObject({ gardenId: 4, season: 2027, what: 'hold', from: { gardenId: 3, season: 2027 } });
    const before = desk.calls.length;
    await chip.trigger('keydown', { key: 'ArrowLeft' });
    expect(desk.calls.length).toBe(before);
  });

  it('says what cannot all be held, and lets go of the last', async () => {
    const letGo = { varietyId: 7, gardenId: 3, season: 2027, version: 2 };
    desk.answers['GET /renewals/plan'] = page({ conflicts: [{ words: 'They would cross: this; that.', rows: [], letGo }] });
    const w = await desk.show(RenewalsView, {}, '/renewals');
    expect(errors()[0]).toContain('They would cross: this; that.');
    button(w, 'Let go of it').click();
    await settled();
    expect(desk.posted('/renewals/rows')).toEqual({ ...letGo, what: 'loosen' });
  });

  it('says what is missing for any plan', async () => {
    desk.answers['GET /renewals/plan'] = page({ varieties: [], gardens: [], of: 0, nothing: 'There is nothing to renew yet.', toTake: 0 });
    const w = await desk.show(RenewalsView, {}, '/renewals');
    expect(words(w)).toContain('There is nothing to renew yet.');
    expect(button(w, 'Take this plan').disabled).toBe(true);
  });
});

describe('a variety', () => {
  const show = async (s: RenewalSheet = sheet()) => {
    desk.answers['GET /renewals/plan/varieties/7'] = s;
    await desk.show(RenewalsView, {}, '/renewals/variety/7');
    return desk.show(VarietyPane, { id: '7' }, '/renewals/variety/7');
  };

  it('says why then and there, and what each other way costs', async () => {
    const said = words(await show());
    for (const part of [
      '95 % likely still here after the plan; 40 % without it',
      '2027. 44 in 100 alive now',
      'Open it would be 6 in 100.',
      'For practised hands.',
      'Far Bank, Vesper Pennywell −0.4 kept',
      'then Marl Pit Summer waits until 2028',
      'Nobody −0.9 kept',
      'Worth: 2 times said: the valley’s own (by the figures 1 times)',
    ])
      expect(said).toContain(part);
  });

  it('is held where it is, elsewhere, or by nobody', async () => {
    const w = await show();
    const sent = (): unknown => desk.calls.filter((c) => c.method === 'POST').at(-1)?.body;
    button(w, 'Hold it here').click();
    await settled();
    expect(sent()).toMatchObject({ gardenId: 3, season: 2027, covered: true, what: 'hold' });
    button(w, 'Hold instead: Far Bank').click();
    await settled();
    expect(sent()).toEqual({
      varietyId: 7,
      gardenId: 4,
      season: 2027,
      covered: false,
      what: 'hold',
      version: 0,
      from: { gardenId: 3, season: 2027 },
    });
    button(w, 'So be it').click();
    await settled();
    expect(sent()).toEqual({ varietyId: 7, gardenId: null, season: null, what: 'bar', version: 0 });
    await choose(w, 'Another garden', 'Far Bank');
    button(w, 'Hold it there').click();
    await settled();
    expect(sent()).toMatchObject({ gardenId: 4, season: 2027, from: { gardenId: 3 } });
    button(w, 'Not here').click();
    await settled();
    expect(sent()).toEqual({ varietyId: 7, gardenId: 3, season: 2027, what: 'bar', version: 0 });
    desk.answers['POST /renewals/asks'] = { asked: 1, step };
    button(w, 'Ask Hjalma').click();
    await settled();
    expect(sent()).toEqual({ rows: [{ varietyId: 7, gardenId: 3, season: 2027, covered: true }] });
  });

  it('takes a figure that somebody knows better, with why', async () => {
    desk.answers['PUT /renewals/figures'] = { id: 3, step };
    const w = await show();
    button(w, 'Say otherwise: Good for one try').click();
    await settled();
    await type(labelled(w, 'Good for one try'), 'lots');
    button(w, 'Say so').click();
    await settled();
    expect(errors().join()).toContain('"lots" is not a number');
    await type(labelled(w, 'Good for one try'), '30');
    await type(labelled(w, 'Why'), 'mice were at it');
    button(w, 'Say so').click();
    await settled();
    expect(desk.calls.find((c) => c.method === 'PUT')?.body).toEqual({
      varietyId: 7,
      gardenId: null,
      figure: 'keep',
      value: 0.3,
      why: 'mice were at it',
      version: 0,
    });
    button(w, 'Say otherwise: Worth').click();
    await settled();
    button(w, 'The library’s figure again').click();
    await settled();
    expect(desk.calls.filter((c) => c.method === 'PUT').at(-1)?.body).toMatchObject({
      figure: 'worth',
      value: null,
      why: null,
      version: 9,
    });
  });

  it('takes what the grower says, and lifts a bar', async () => {
    desk.answers['POST /renewals/rows/11/answer'] = { id: 11, step };
    const asked = row({ state: 'asked', rowId: 11, version: 2, askedOn: '2027-03-10' });
    const w = await show(
      sheet({ bars: [{ rowId: 12, gardenId: 4, season: 2028, words: 'Not at Far Bank in 2028', version: 1 }] }, { rows: [asked] }),
    );
    expect(words(w)).toMatch(/Asked .*10.*\. Hjalma says:/);
    button(w, 'Yes').click();
    await settled();
    expect(desk.posted('/renewals/rows/11/answer')).toEqual({ answer: 'yes', version: 2 });
    await choose(w, 'Another one instead', 'Marl Pit Summer');
    button(w, 'That one').click();
    await settled();
    expect(desk.calls.filter((c) => c.path.endsWith('/answer')).at(-1)?.body).toEqual({ answer: 'another', version: 2, otherVarietyId: 8 });
    button(w, 'Let it be: Not at Far Bank in 2028').click();
    await settled();
    expect(desk.posted('/renewals/rows')).toEqual({ varietyId: 7, gardenId: 4, season: 2028, what: 'loosen', version: 1 });
  });
});

describe('taking the plan', () => {
  beforeEach(async () => {
    await desk.show(RenewalsView, {}, '/renewals/take');
  });

  it('lays packets ready of the rows that are left in', async () => {
    useRenewalPlan().page = page({
      varieties: [
        variety(),
        variety({ varietyId: 9, variety: 'Drover’s Tall', rows: [row({ varietyId: 9, gardenId: 4, garden: 'Far Bank', covered: false })] }),
      ],
    });
    desk.answers['POST /renewals/take'] = { taken: 1, step };
    const w = await desk.show(TakePane, {}, '/renewals/take');
    expect(words(w)).toContain('Take the plan for 2027');
    w.findAll<HTMLInputElement>('input[type=checkbox]')[1]!.element.click();
    await settled();
    button(w, 'Take 1 row').click();
    await settled();
    expect(desk.posted('/renewals/take')).toEqual({ rows: [{ varietyId: 7, gardenId: 3, season: 2027, covered: true }] });
    expect(desk.router.currentRoute.value.path).toBe('/asks');
  });

  it('names the row that cannot be, and does nothing of it', async () => {
    desk.answers['POST /renewals/take'] = {
      status: 400,
      code: 'bad-input',
      detail: 'x',
      errors: [{ path: 'rows[0].varietyId', message: 'Long White Trailer: CZ-004N is missing' }],
    };
    const w = await desk.show(TakePane, {}, '/renewals/take');
    button(w, 'Take 1 row').click();
    await settled();
    expect(errors()).toEqual(expect.arrayContaining(['Long White Trailer: CZ-004N is missing']));
    expect(words(w)).toContain('Nothing was done');
  });

  it('asks the growers first, and shows who did not answer yet', async () => {
    desk.answers['POST /renewals/asks'] = { asked: 1, step };
    const w = await desk.show(TakePane, {}, '/renewals/take');
    button(w, 'Ask 1 grower first').click();
    await settled();
    expect(desk.posted('/renewals/asks')).toEqual({ rows: [{ varietyId: 7, gardenId: 3, season: 2027, covered: true }] });
    useRenewalPlan().page = page({
      varieties: [variety({ rows: [row({ state: 'asked', rowId: 11, version: 2, askedOn: '2027-03-10' })] })],
    });
    const waiting = await desk.show(GrowersPane, {}, '/renewals/growers');
    expect(words(waiting)).toContain('Long White Trailer at Quarry Foot, Hjalma, 2027');
  });
});

it('gardens say what they have room for, and are changed there', async () => {
  await desk.show(RenewalsView, {}, '/renewals/gardens');
  desk.answers['PUT /renewals/gardens/3'] = { id: 3, step };
  const w = await desk.show(GardensPane, {}, '/renewals/gardens');
  expect(words(w)).toContain('40 plants, 3 varieties (nobody said), has saved seed of easy crops');
  expect(words(w)).toContain('not on the plan of gardens yet');
  button(w, 'Change: Quarry Foot').click();
  await settled();
  await type(labelled(w, 'Plants'), 'some');
  button(w, 'Write it down').click();
  await settled();
  expect(errors().join()).toContain('"some" is not a number');
  await type(labelled(w, 'Plants'), '60');
  await type(labelled(w, 'Varieties'), '4');
  button(w, 'Write it down').click();
  await settled();
  expect(desk.calls.find((c) => c.method === 'PUT')?.body).toEqual({
    roomPlants: 60,
    mostVarieties: 4,
    cages: 0,
    practised: 'some',
    version: 4,
  });
});

describe('what if', () => {
  const years = Array.from({ length: 11 }, (_, i) => 2027 + i);
  const run = (end: number) => years.map((_, i) => ({ varieties: Math.round(30 - ((30 - end) * i) / 10), lots: 40, diversity: 0.9 }));

  it('works out both in turn, some runs at a time, and says them in numbers too', async () => {
    desk.answers['GET /crops'] = { crops: [] };
    desk.answers['POST /renewals/what-if'] = (body: { what: string; runs: number }) => ({
      years,
      of: { varieties: 30, lots: 40 },
      runs: Array.from({ length: body.runs }, () => run(body.what === 'as-planned' ? 27 : 12)),
    });
    const w = await desk.show(WhatIfView, {}, '/renewals/what-if');
    await expect.poll(() => desk.calls.filter((c) => c.path === '/renewals/what-if').length).toBe(20);
    const asked = desk.calls.filter((c) => c.path === '/renewals/what-if').map((c) => c.body as { what: string; from: number });
    expect(asked.slice(0, 3).map((a) => [a.what, a.from])).toEqual([
      ['as-planned', 0],
      ['nothing', 0],
      ['as-planned', 10],
    ]);
    await expect.poll(() => words(w)).toContain('the middle of 100 runs');
    const rows = w.findAll('tbody tr').map((r) => words(r));
    expect(rows[0]).toContain('27');
    expect(rows[1]).toContain('Nobody renews anything');
    expect(rows[1]).toContain('12');
    expect(w.findAll('path.line')).toHaveLength(2);
    expect(words(w)).toContain('It follows 30 varieties in 40 lots');
  });

  it('says what goes wrong, and can be begun again', async () => {
    desk.answers['GET /crops'] = { crops: [] };
    desk.answers['POST /renewals/what-if'] = { status: 503, code: 'busy', detail: 'Too much is being worked out just now.' };
    const w = await desk.show(WhatIfView, {}, '/renewals/what-if');
    await expect.poll(() => errors().join()).toContain('Too much is being worked out just now.');
    const before = desk.calls.length;
    button(w, 'Work it out').click();
    await settled();
    expect(desk.calls.length).toBeGreaterThan(before);
  });
});
