// @vitest-environment happy-dom
import type { LotSeason, PlannedSheetData, SeasonLane, SeasonPage } from '@esprel/core/api';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { beforeEach, describe, expect, it } from 'vitest';
import PlanForm from '../src/season/PlanForm.vue';
import PlannedSheet from '../src/season/PlannedSheet.vue';
import SeasonView from '../src/season/SeasonView.vue';
import { button, choose, errors, labelled, settled, eachDesk, type, words, LIBRARY_GARDEN } from './desk.ts';
import { laneCrop } from './cropParts.ts';

const desk = eachDesk();

const done = { step: { id: 1, summary: 'done' } };
const tomato = CROP_REFERENCE.find((c) => c.key === 'tomato')!;
const window = { from: '2027-03-02', target: '2027-03-09', to: '2027-03-16' };
const input: PlannedSheetData['input'] = {
  sowOn: '2027-03-23',
  plantOutOn: '2027-05-18',
  way: 'start',
  method: 'cells',
  seedsPerCell: 2,
  crop: laneCrop(tomato),
  window,
  lastFrost: '2027-04-27',
  sdDays: 10,
  firstFrost: '2027-10-14',
  cropDays: { min: 55, max: 90 },
};
const lane = (id: number, over: Partial<SeasonLane> = {}): SeasonLane => ({
  id,
  version: 3,
  lotCode: `TM-00${String(id)}`,
  variety: 'Tollgate Red',
  cropKey: 'tomato',
  crop: 'Tomato',
  person: 'Ottilie',
  member: null,
  bench: 'Mat 1',
  growBench: null,
  purpose: 'beds',
  sowingId: null,
  sownOn: null,
  seedsPerCell: 2,
  sowOn: '2027-03-23',
  plantOutOn: '2027-05-18',
  way: 'start',
  method: 'cells',
  cropDays: null,
  base: 0,
  ...over,
});
const garden = LIBRARY_GARDEN;
const season = (lanes: readonly SeasonLane[]): SeasonPage => ({
  year: 2027,
  from: '2027-01-01',
  to: '2027-12-31',
  today: '2027-03-14',
  garden,
  risk: [{ day: '2027-01-01', risk: 1 }],
  bases: [
    {
      id: 0,
      crop: laneCrop(tomato),
      window,
      lastFrost: '2027-04-27',
      sdDays: 10,
      firstFrost: '2027-10-14',
      cropDays: { min: 55, max: 90 },
    },
  ],
  lanes,
});

describe('the season', () => {
  it('says under the hand what moves with a lane and what that risks, and sends it with the version it was seen in', async () => {
    desk.answers['GET /season'] = season([lane(1)]);
    desk.answers['POST /planned/1/move'] = done;
    const w = await desk.show(SeasonView, {}, '/sowing/season');
    const bar = w.find('[role="slider"][aria-label="Tollgate Red, Tomato"]');
    expect(bar.attributes('aria-valuetext')).toContain('7 days after its window');
    for (let i = 0; i < 2; i++) await bar.trigger('keydown', { key: 'ArrowLeft' });
    expect(words(w.find('footer'))).toMatch(/Tollgate Red: sow .*9 Mar.*plant out .*4 May/);
    expect(words(w.find('footer'))).toContain('That day has passed.');
    await bar.trigger('keydown', { key: 'ArrowRight' });
    expect(words(w.find('footer'))).not.toContain('That day has passed.');
    await bar.trigger('keydown', { key: 'Enter' });
    await settled();
    expect(desk.posted('/planned/1/move')).toEqual({ version: 3, sowOn: '2027-03-16', plantOutOn: '2027-05-11' });
    expect(words(w.find('footer'))).toContain('comes up');
  });

  it('moves the planting out alone, and says why a move was refused', async () => {
    desk.answers['GET /season'] = season([lane(1)]);
    desk.answers['POST /planned/1/move'] = { status: 409, code: 'stale', detail: 'Somebody changed this plan meanwhile.' };
    const w = await desk.show(SeasonView, {}, '/sowing/season');
    const out = w.find('[aria-label="Planting out of Tollgate Red"]');
    await out.trigger('keydown', { key: 'ArrowRight', shiftKey: true });
    await out.trigger('keydown', { key: 'Enter' });
    await settled();
    expect(desk.posted('/planned/1/move')).toMatchObject({ sowOn: '2027-03-23', plantOutOn: '2027-05-19' });
    expect(errors()).toEqual(['Somebody changed this plan meanwhile.']);
  });

  it('holds what is sown fast, and shows one person’s lanes when asked', async () => {
    desk.answers['GET /season'] = season([
      lane(1),
      lane(2, { variety: 'Lantern', person: 'Bastian', sowingId: 5, sownOn: '2027-03-10', sowOn: '2027-03-10' }),
    ]);
    const w = await desk.show(SeasonView, {}, '/sowing/season');
    expect(words(w.find('header'))).toContain('2 sowings, 1 sown');
    const sown = w.find('[role="slider"][aria-label="Lantern, Tomato"]');
    expect(sown.attributes('aria-valuetext')).toMatch(/^Sown .*10 Mar/);
    await sown.trigger('keydown', { key: 'ArrowRight' });
    await sown.trigger('keydown', { key: 'Enter' });
    expect(desk.posted('/planned/2/move')).toBeUndefined();
    const who = w
      .findAllComponents<typeof SeasonView>({ name: 'QuickSelect' })
      .find((c) => (c.props() as { label?: string }).label === 'Show: Everybody');
    expect((who?.props() as { options: unknown }).options).toMatchObject(['Everybody', 'Bastian', 'Ottilie'].map((label) => ({ label })));
    await choose(w, 'Show: Everybody', 'Bastian');
    expect(w.findAll('.lane').map((l) => l.find('strong').text())).toEqual(['Lantern']);
    expect(desk.router.currentRoute.value.query).toEqual({ person: 'Bastian' });
  });

  it('says what to do first when nothing is planned', async () => {
    desk.answers['GET /season'] = season([]);
    const w = await desk.show(SeasonView, {}, '/sowing/season');
    expect(words(w)).toContain('Nothing is planned for this season.');
    expect(w.find('footer').text()).toBe('');
  });
});

const lotSeason: LotSeason = {
  year: 2027,
  lastFrost: '2027-04-27',
  firstFrost: '2027-10-14',
  sdDays: 10,
  season: { plantOut: null, sow: window, direct: null, chillFrom: null, soakFrom: null, hardenFrom: null, frostRiskAtPlantOut: null },
  table: { plantOut: null, sow: window, direct: null, chillFrom: null, soakFrom: null, hardenFrom: null, frostRiskAtPlantOut: null },
  packet: null,
  late: null,
  fresh: false,
  shifts: { start: { days: 0, verdicts: 0 }, direct: { days: 0, verdicts: 0 }, late: { days: 0, verdicts: 0 } },
};
const planned = (over: Partial<PlannedSheetData['planned']> = {}, sheet: Partial<PlannedSheetData> = {}): PlannedSheetData => ({
  planned: {
    id: 7,
    version: 4,
    lotCode: 'TM-001C',
    variety: 'Tollgate Red',
    cropKey: 'tomato',
    crop: 'Tomato',
    person: null,
    personId: null,
    member: null,
    memberId: null,
    bench: null,
    benchId: null,
    growBench: null,
    growBenchId: null,
    gardenId: null,
    purpose: 'beds',
    plants: 10,
    cells: 12,
    seeds: 24,
    seedsPerCell: 2,
    reserve: 0,
    balance: 30,
    trayKindId: null,
    trayId: null,
    tray: null,
    sowingId: null,
    sownOn: null,
    upOn: null,
    emerged: null,
    sownSeeds: null,
    chilledOn: null,
    chillLookedOn: null,
    sproutedOn: null,
    way: 'start',
    method: 'cells',
    sowOn: '2027-03-23',
    plantOutOn: '2027-05-18',
    note: null,
    ...over,
  },
  garden,
  input,
  season: lotSeason,
  rule: 'rule',
  verdicts: [],
  others: 0,
  soil: null,
  prepare: [],
  notes: [],
  offer: null,
  estimate: null,
  history: [],
  ...sheet,
});

describe('a planned sowing', () => {
  it('counts the seed that other plans of its lot take as well', async () => {
    desk.answers['GET /planned/7'] = planned({ reserve: 5 }, { others: 6 });
    const w = await desk.show(PlannedSheet, { id: '7' }, '/sowing/planned/7');
    expect(words(w)).toContain('5 seeds short: 30 there, other plans take 6, 5 kept back.');
  });

  it('goes to the offered day with its planting out as far behind as before, across the change of the clocks', async () => {
    const offer = { planId: 7, variety: 'V', place: 'Mat 1', day: '2027-04-06', trayKind: null, words: 'no room on Mat 1 before 6 April' };
    desk.answers['GET /planned/7'] = planned({}, { offer });
    desk.answers['POST /planned/7/move'] = done;
    const w = await desk.show(PlannedSheet, { id: '7' }, '/sowing/planned/7');
    button(w, 'Sow it').click();
    await settled();
    expect(desk.posted('/planned/7/move')).toEqual({ version: 4, sowOn: '2027-04-06', plantOutOn: '2027-06-01' });
  });

  it('asks seed in the cold for a look, and says why an answer was not taken', async () => {
    const chilled = { ...input, crop: { ...laneCrop(tomato), chillWeeks: 6 } };
    desk.answers['GET /planned/7'] = planned({ chilledOn: '2027-02-10' }, { input: chilled });
    desk.answers['POST /planned/7/cold'] = { status: 409, code: 'stale', detail: 'Somebody looked meanwhile.' };
    const w = await desk.show(PlannedSheet, { id: '7' }, '/sowing/planned/7');
    button(w, 'It sprouts').click();
    await settled();
    expect(desk.posted('/planned/7/cold')).toEqual({ version: 4, what: 'sprouted', on: '2027-03-14' });
    expect(errors()).toContain('Somebody looked meanwhile.');
    expect(() => button(w, 'Put into the cold')).toThrow('no button');
  });

  it('that sprouted in the cold says to sow it now, above everything else', async () => {
    desk.answers['GET /planned/7'] = planned({ chilledOn: '2027-02-10', sproutedOn: '2027-03-13' });
    const w = await desk.show(PlannedSheet, { id: '7' }, '/sowing/planned/7');
    expect(words(w.find('.caution'))).toContain('It sprouts in the cold. Sow it now');
    expect(() => button(w, 'Looked')).toThrow('no button');
  });
});

describe('planning a sowing', () => {
  const plan = {
    variety: 'Tollgate Red',
    crop: 'Tomato',
    lotCode: 'TM-001C',
    way: 'start',
    method: 'cells',
    trayKindId: null,
    benchId: null,
    plants: 10,
    seedsPerCell: 2,
    cells: 12,
    sowOn: '2027-03-23',
    plantOutOn: '2027-05-18',
  };
  beforeEach(() => {
    desk.answers['GET /bench'] = { places: [], trayKinds: [], learned: { methods: [], benches: [] } };
    desk.answers['GET /gardens'] = { gardens: [garden] };
    desk.answers['GET /lots/TM-001C/usual-plan'] = { plan, there: 30, others: 0 };
    desk.answers['POST /planned'] = { id: 9, ...done };
  });
  const show = () => desk.show(PlanForm, { code: 'TM-001C' }, '/lots/TM-001C/plan');

  it('begins with what is usual, and another way of sowing brings its own days and numbers', async () => {
    const w = await show();
    expect(labelled(w, 'Plants wanted').value).toBe('10');
    desk.answers['GET /lots/TM-001C/usual-plan?way=direct&plants=24'] = {
      plan: { ...plan, method: 'open-ground', seedsPerCell: 3, cells: 30, sowOn: '2027-05-04', plantOutOn: null },
    };
    await type(labelled(w, 'Plants wanted'), '24');
    const direct = w.findAll<HTMLInputElement>('input[name="way"]').find((r) => r.element.value === 'direct')!;
    await direct.setValue();
    await settled();
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/planned')).toMatchObject({
      lotCode: 'TM-001C',
      plants: 24,
      way: 'direct',
      method: 'open-ground',
      seedsPerCell: 3,
      cells: 30,
      sowOn: '2027-05-04',
      plantOutOn: null,
      benchId: null,
    });
    expect(desk.router.currentRoute.value.path).toBe('/sowing/planned/9');
  });

  it('says what sowing again every few weeks comes to, and sends it', async () => {
    const w = await show();
    await type(labelled(w, 'Again every'), '3');
    await type(labelled(w, 'until'), '4 May 2027');
    labelled(w, 'until').dispatchEvent(new Event('blur'));
    await settled();
    expect(words(w)).toMatch(/3 sowings, the last .*4 May: 72 seeds in all, and only 30 are there/);
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/planned')).toMatchObject({ sowOn: '2027-03-23', againDays: 21, againUntil: '2027-05-04' });
  });

  it('names each field that is wrong, sends nothing, and keeps what was typed', async () => {
    const w = await show();
    await type(labelled(w, 'Plants wanted'), 'a dozen');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors().join(' ')).toContain('"a dozen" is not a number');
    expect(labelled(w, 'Plants wanted').value).toBe('a dozen');
    expect(desk.posted('/planned')).toBeUndefined();
  });

  it('shows what the server refuses at the field it names, and stays', async () => {
    desk.answers['POST /planned'] = {
      status: 422,
      code: 'invalid',
      detail: 'Some fields are wrong.',
      errors: [{ path: 'memberId', message: 'say whose order it is' }],
    };
    const w = await show();
    await w
      .findAll<HTMLInputElement>('input[name="purpose"]')
      .find((r) => r.element.value === 'order')!
      .setValue();
    await settled();
    await w.find('form').trigger('submit');
    await settled();
    const whose = labelled(w, 'Whose order');
    expect(whose.getAttribute('aria-invalid')).toBe('true');
    expect(errors()).toContain('say whose order it is');
    expect(desk.router.currentRoute.value.path).toBe('/lots/TM-001C/plan');
  });
});
