// @vitest-environment happy-dom
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { testProtocol, withOwnFigures } from '@esprel/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import DeskPicker from '../src/app/DeskPicker.vue';
import YearBand from '../src/app/YearBand.vue';
import TestCountView from '../src/germination/TestCountView.vue';
import TestStartForm from '../src/germination/TestStartForm.vue';
import SettingsForm from '../src/library/SettingsForm.vue';
import LabelsView from '../src/labels/LabelsView.vue';
import IntakeForm from '../src/lots/IntakeForm.vue';
import LotAmountForm from '../src/lots/LotAmountForm.vue';
import LendForm from '../src/members/LendForm.vue';
import MemberSheet from '../src/members/MemberSheet.vue';
import ReturnForm from '../src/returns/ReturnForm.vue';
import SowForm from '../src/sowing/SowForm.vue';
import SowingSheet from '../src/sowing/SowingSheet.vue';
import TodayView from '../src/today/TodayView.vue';
import { button, labelled, settled, SETTINGS, testDesk, type, type TestDesk } from './desk.ts';

let desk: TestDesk;
beforeEach(() => {
  desk = testDesk();
});
afterEach(() => {
  document.body.innerHTML = '';
  vi.unstubAllGlobals();
});

const tomato = withOwnFigures(
  CROP_REFERENCE.find((c) => c.key === 'tomato')!,
  {},
);
const action = { action: { id: 7, summary: 'Done' } };
const today = { median: 0.57, low: 0.46, high: 0.67, mean: 0.57, atLeast: 0.02, alpha: 30, beta: 22 };

function lotSheet(over: Record<string, unknown> = {}, more: Record<string, unknown> = {}): object {
  return {
    lot: {
      id: 1,
      code: 'TM-001C',
      version: 4,
      varietyId: 1,
      variety: 'Harrow’s Lantern',
      habit: 'vine',
      crop: 'Tomato',
      scientific: 'Solanum lycopersicum',
      source: 'Swap',
      synonyms: [],
      breeding: 'open-pollinated',
      cropKey: 'tomato',
      acquisition: 'donated',
      form: 'cleaned',
      yearKind: 'harvest',
      year: 2023,
      receivedOn: '2024-02-01',
      agesFrom: '2023-10-01',
      statedGermination: null,
      identity: 'sure',
      state: 'kept',
      amountKnown: 'counted',
      balance: 64,
      floor: 20,
      lendable: 44,
      note: null,
      generation: 0,
      parent: null,
      ...over,
    },
    cautions: [],
    crop: tomato,
    estimate: { today, ribbon: [], belowFortyOn: null, threshold: 0.7 },
    verdict: { verdict: 'sow-thicker', beside: null, reason: 'Put 3 in each cell.' },
    evidence: [],
    storage: [],
    movements: [],
    tests: [],
    loans: [],
    sowings: [],
    quarantine: null,
    protocol: testProtocol(tomato),
    testSize: 10,
    history: [],
    ...more,
  };
}
const posted = (path: string): Record<string, unknown> =>
  desk.calls.find((c) => c.method === 'POST' && c.path === path)?.body as Record<string, unknown>;
const errors = (): string[] =>
  [...document.querySelectorAll('[role="alert"]')].map((e) => e.textContent?.trim() ?? '').filter((t) => t !== '');

describe('taking in', () => {
  it('sends one envelope and opens the next with what stays', async () => {
    desk.answers['GET /places'] = { places: [{ id: 3, name: 'Box A' }] };
    desk.answers['POST /lots'] = { code: 'TM-009X', id: 9, ...action };
    const w = await desk.show(IntakeForm);
    await type(labelled(w, 'Variety'), 'Flat dark ones');
    (w.vm as unknown as { values: { crop: unknown } }).values.crop = tomato;
    await type(labelled(w, 'Came from'), 'Bertil');
    await type(labelled(w, 'Year'), '2025');
    await type(labelled(w, 'Amount'), '40');
    await type(labelled(w, 'Germination on the packet'), '85');
    await w.find('form').trigger('submit');
    await settled();
    expect(posted('/lots')).toMatchObject({
      varietyName: 'Flat dark ones',
      cropKey: 'tomato',
      source: 'Bertil',
      year: 2025,
      seeds: 40,
      statedGermination: 0.85,
      receivedOn: '2027-03-14',
    });
    expect(w.find('.taken').text()).toContain('TM-009X');
    expect(labelled(w, 'Came from').value).toBe('Bertil');
    expect(labelled(w, 'Amount').value).toBe('');
  });

  it('does not send what the schema refuses, and says it at the fields', async () => {
    const w = await desk.show(IntakeForm);
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.calls.some((c) => c.method === 'POST')).toBe(false);
    expect(errors()).toEqual(expect.arrayContaining(['say where it came from, or "unknown"', 'is needed']));
  });
});

describe('changing an amount', () => {
  it('writes a recount as the difference, and says what will be left', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet();
    desk.answers['POST /lots/TM-001C/movements'] = action;
    const w = await desk.show(LotAmountForm, { code: 'TM-001C' });
    await type(labelled(w, 'Seeds there are now'), '50');
    expect(w.text()).toContain('64 in the record now, 50 after this');
    await w.find('form').trigger('submit');
    await settled();
    expect(posted('/lots/TM-001C/movements')).toEqual({ kind: 'correction', seeds: -14, reason: 'counted again' });
  });
});

describe('lending', () => {
  beforeEach(() => {
    desk.answers['POST /loans'] = { id: 1, ...action };
  });

  it('proposes a promise for seed that is to be saved, due when it can be ripe', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet();
    const w = await desk.show(LendForm, { code: 'TM-001C' });
    (w.vm as unknown as { values: { member: unknown } }).values.member = { id: 5, name: 'Fenna' };
    await type(labelled(w, 'Seeds'), '12');
    await w.findAll('input[name="purpose"]')[1]!.setValue();
    await settled();
    await w.find('form').trigger('submit');
    await settled();
    const body = posted('/loans');
    expect(body).toMatchObject({
      lotCode: 'TM-001C',
      memberId: 5,
      seeds: 12,
      purpose: 'save-seed',
      promise: 'some',
      promisedSeeds: null,
      packetNote: null,
    });
    expect(String(body.dueOn) > '2027-07-01' && String(body.dueOn) < '2028-03-01').toBe(true);
  });

  it('warns of hybrids, and asks for a note when the name is in doubt', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet({ breeding: 'hybrid-f1', identity: 'doubtful' });
    const w = await desk.show(LendForm, { code: 'TM-001C' });
    expect(labelled(w, 'Written on the packet')).toBeTruthy();
    expect(w.text()).not.toContain('will not come true');
    await w.findAll('input[name="purpose"]')[1]!.setValue();
    await settled();
    expect(w.text()).toContain('seed saved from it will not come true');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toContain('choose the member');
  });
});

describe('testing', () => {
  it('fills in what the crop asks for and says what the test costs', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet();
    desk.answers['POST /tests'] = { id: 3, ...action };
    const w = await desk.show(TestStartForm, { code: 'TM-001C' });
    expect(w.text()).toContain('What tomato asks for');
    expect(w.text()).toContain('20 °C at night and 30 °C');
    expect(w.text()).toMatch(/Count\s+Fri 19 Mar\s+day 5/);
    await type(labelled(w, 'Seeds in a bag'), '25');
    await type(labelled(w, 'Bags'), '2');
    expect(w.text()).toContain('50 of 64 seeds; 14 stay, below the floor');
    await w.find('form').trigger('submit');
    await settled();
    expect(posted('/tests')).toMatchObject({
      method: 'on-paper',
      replicates: [25, 25],
      nightC: 20,
      dayC: 30,
      preparationDays: 0,
      startedOn: '2027-03-14',
    });
  });

  it('takes warmth in the library’s unit and sends it in °C', async () => {
    desk.answers['GET /session'] = { ...(desk.answers['GET /session'] as object), settings: { ...SETTINGS, temperatureUnit: 'F' } };
    desk.answers['GET /lots/TM-001C'] = lotSheet();
    desk.answers['POST /tests'] = { id: 3, ...action };
    const w = await desk.show(TestStartForm, { code: 'TM-001C' });
    expect(labelled(w, 'By day').value).toBe('86');
    await w.find('form').trigger('submit');
    await settled();
    expect(posted('/tests')).toMatchObject({ nightC: 20, dayC: 30 });
  });

  const test = (closedOn: string | null): object => ({
    test: {
      id: 3,
      version: 2,
      lotCode: 'TM-001C',
      variety: 'Harrow’s Lantern',
      crop: 'Tomato',
      cropKey: 'tomato',
      method: 'on-paper',
      nightC: 20,
      dayC: 30,
      light: 'either',
      startedOn: '2027-03-05',
      warmFrom: '2027-03-05',
      countDays: [5, 8, 11, 14],
      closedOn,
      note: null,
    },
    replicates: [
      {
        number: 1,
        seeds: 20,
        countedOn: '2027-03-11',
        marks: Array.from({ length: 12 }, (_, i) => ({ position: i + 1, kind: 'normal', markedOn: '2027-03-11' })),
      },
      { number: 2, seeds: 20, countedOn: null, marks: [] },
    ],
    summary: {},
    next: closedOn ? null : { due: '2027-03-13', number: 2, of: 4, testDay: 8, extended: false },
    seedsOut: 28,
    protocol: testProtocol(tomato),
    estimate: { median: 0.5, low: 0.4, high: 0.6, verdict: 'sow-thicker', reason: 'x' },
  });

  it('keeps a count in the browser until it is saved, then goes on to the next bag', async () => {
    desk.answers['GET /tests/3'] = test(null);
    desk.answers['POST /tests/3/counts'] = action;
    const w = await desk.show(TestCountView, { id: '3' });
    expect(w.text()).toContain('count 2 of 4, day 9');
    expect(w.text()).toContain('This count was due Sat 13 Mar, 1 day late');
    const typed = document.getElementById('typed') as HTMLInputElement;
    await type(typed, '15');
    expect(localStorage.getItem('esprel.count.3.1')).toContain('"position":15');
    await type(typed, '21');
    expect(errors().join()).toContain('only 20 lie here');
    expect(typed.value).toBe('21');
    button(w, 'Save this count').click();
    await settled();
    const body = posted('/tests/3/counts') as { marks: { markedOn: string }[] };
    expect(body).toMatchObject({ version: 2, replicate: 1, countedOn: '2027-03-14' });
    expect(body.marks.filter((m) => m.markedOn === '2027-03-14')).toHaveLength(3);
    expect(localStorage.getItem('esprel.count.3.1')).toBeNull();
    expect(button(w, 'Bag 2').getAttribute('aria-pressed')).toBe('true');
  });

  it('says when a draft is older than somebody else’s count', async () => {
    localStorage.setItem('esprel.count.3.1', JSON.stringify({ version: 1, marks: [], day: '2027-03-13' }));
    desk.answers['GET /tests/3'] = test(null);
    const w = await desk.show(TestCountView, { id: '3' });
    expect(w.text()).toContain('before somebody else counted');
    button(w, 'Show theirs, drop mine').click();
    await settled();
    expect(button(w, 'Bag 1').textContent).toContain('12 up');
  });

  it('is read only once it is closed', async () => {
    desk.answers['GET /tests/3'] = test('2027-03-14');
    const w = await desk.show(TestCountView, { id: '3' });
    expect(document.getElementById('typed')).toBeNull();
    expect(w.text()).toContain('closed Sun 14 Mar');
    expect(() => button(w, 'Save this count')).toThrow();
  });
});

describe('sowing and bringing back', () => {
  it('fills in the advised number and sends what was really sown', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet();
    desk.answers['GET /lots/TM-001C/sowing-advice'] = {
      plants: 10,
      method: 'cells',
      available: 64,
      emergence: 0.85,
      certainty: 0.9,
      clumpSeeds: 1,
      recommended: 2,
      options: [
        { seedsPerCell: 1, emptyShare: 0.5, cells: 27, seeds: 27, thinned: 0 },
        { seedsPerCell: 2, emptyShare: 0.1, cells: 17, seeds: 34, thinned: 4 },
      ],
    };
    desk.answers['POST /sowings'] = { id: 2, ...action };
    const w = await desk.show(SowForm, { code: 'TM-001C' });
    expect([labelled(w, 'Seeds in each').value, labelled(w, 'Cells').value, labelled(w, 'Seeds sown in all').value]).toEqual([
      '2',
      '17',
      '34',
    ]);
    await type(labelled(w, 'Seeds sown in all'), '30');
    await w.find('form').trigger('submit');
    await settled();
    expect(posted('/sowings')).toMatchObject({ lotCode: 'TM-001C', loanId: null, method: 'cells', cells: 17, seedsPerCell: 2, seeds: 30 });
  });

  it('says of every fate whether it counts for the lot', async () => {
    desk.answers['GET /sowings/2'] = {
      sowing: {
        id: 2,
        version: 1,
        lotCode: 'TM-001C',
        variety: 'V',
        crop: 'Tomato',
        cropKey: 'tomato',
        loanId: null,
        memberId: null,
        member: null,
        method: 'cells',
        cells: 10,
        seedsPerCell: 2,
        seeds: 20,
        sownOn: '2027-03-01',
        whereSown: null,
        emergence: 0.85,
        fate: null,
        fateOn: null,
        note: null,
      },
      counts: [{ id: 1, countedOn: '2027-03-10', emerged: 6 }],
      next: { due: '2027-03-17', last: false },
      crop: tomato,
      estimate: { median: 0.6, low: 0.5, high: 0.7, verdict: 'lend', reason: '' },
      history: [],
    };
    desk.answers['POST /sowings/2/fate'] = action;
    const w = await desk.show(SowingSheet, { id: '2' });
    expect(w.text()).toContain('6 of 20 up');
    expect(w.text()).toContain('About 10 are expected in the end');
    const fates = w.findAll('label.fate').map((l) => l.text());
    expect(fates.filter((f) => f.includes('counts for the lot'))).toHaveLength(2);
    expect(fates.find((f) => f.includes('eaten'))).toContain('does not count');
    await w.findAll('input[name="fate"]')[4]!.setValue();
    button(w, 'Save what became of it').click();
    await settled();
    expect(posted('/sowings/2/fate')).toMatchObject({ version: 1, fate: 'dried-out', fateOn: '2027-03-14' });
  });

  const member = (loan: object): object => ({
    member: { id: 5, name: 'Fenna', place: 'Kiln Hill', contact: null, note: null, joinedOn: '2024-01-01' },
    loans: [
      {
        id: 8,
        seeds: 20,
        purpose: 'save-seed',
        promise: 'amount',
        promisedSeeds: 60,
        dueOn: '2027-03-01',
        lentOn: '2026-03-01',
        settledOn: null,
        lotCode: 'TM-001C',
        variety: 'V',
        crop: 'Tomato',
        cameBack: null,
        ...loan,
      },
    ],
    sowings: [{ id: 2, loanId: 8, seeds: 12, sownOn: '2026-04-01', fate: 'came-up', lotCode: 'TM-001C', variety: 'V', emerged: 9 }],
    history: [],
  });

  it('shows what a member promised, how late it is, and what can be done', async () => {
    desk.answers['GET /members/5'] = member({});
    desk.answers['POST /loans/8/settle'] = action;
    const w = await desk.show(MemberSheet, { id: '5' });
    expect(w.find('.loan').text().replace(/\s+/g, ' ')).toContain('Promised 60 seeds by Mon 1 Mar, 13 days late');
    expect(w.find('.loan').text()).toContain('12 sown');
    button(w, 'Let the promise go').click();
    await settled();
    expect(desk.calls.some((c) => c.path === '/loans/8/settle')).toBe(true);
  });

  it('takes saved seed back in as a lot of its own, with what to mind', async () => {
    desk.answers['GET /members/5'] = member({});
    desk.answers['POST /returns'] = { id: 1, lotCode: 'TM-020K', generation: 1, warnings: ['Only 2 parents.'], ...action };
    const w = await desk.show(ReturnForm, { id: '5', loan: '8' });
    expect(labelled(w, 'Harvested in').value).toBe('2026');
    await type(labelled(w, 'Seeds that came back'), '60');
    await type(labelled(w, 'From how many plants'), '2');
    await w.find('form').trigger('submit');
    await settled();
    expect(posted('/returns')).toMatchObject({ loanId: 8, seeds: 60, plants: 2, harvestYear: 2026, isolated: 'unknown', form: 'raw' });
    expect(w.text()).toContain('TM-020K');
    expect(w.text()).toContain('Only 2 parents.');
  });

  it('says when there is no such loan', async () => {
    desk.answers['GET /members/5'] = member({});
    const w = await desk.show(ReturnForm, { id: '5', loan: '99' });
    expect(w.text()).toContain('There is no such loan of Fenna');
  });
});

describe('around the desk', () => {
  it('shows five things of a kind and the rest when asked', async () => {
    const items = Array.from({ length: 9 }, (_, i) => ({
      kind: 'count',
      due: i === 0 ? '2027-03-12' : '2027-03-14',
      title: `Count ${String(i)}`,
      detail: '',
      at: `/tests/${String(i)}`,
      lotCode: '',
      minutes: 3,
    }));
    desk.answers['GET /today'] = { headline: 'Nine things today, about half an hour', items, soon: [], losing: [] };
    const w = await desk.show(TodayView);
    expect(w.findAll('.left li')).toHaveLength(5);
    expect(w.find('.late').text()).toBe('2 days late');
    button(w, 'and 4 more').click();
    await settled();
    expect(w.findAll('.left li')).toHaveLength(9);
    expect(w.text()).toContain('Nothing is about to be lost');
  });

  it('an empty day says what to do instead', async () => {
    desk.answers['GET /today'] = { headline: 'Nothing is due today', items: [], soon: [], losing: [] };
    const w = await desk.show(TodayView);
    expect(w.text()).toContain('Take in an envelope');
  });

  it('writes down who is at the desk and sends the name along', async () => {
    desk.answers['POST /people'] = { id: 2, ...action };
    const w = await desk.show(DeskPicker);
    button(w, 'at the desk').click();
    await settled();
    expect(button(w, 'Ottilie').getAttribute('aria-pressed')).toBe('false');
    button(w, 'Ottilie').click();
    await settled();
    expect(localStorage.getItem('esprel.person')).toBe('1');
    button(w, 'at the desk').click();
    await settled();
    await type(labelled(w, 'Somebody new'), 'Bram');
    await w.find('form').trigger('submit');
    await settled();
    expect(posted('/people')).toEqual({ name: 'Bram' });
    expect(localStorage.getItem('esprel.person')).toBe('2');
  });

  it('goes to a week by the band, and back to today', async () => {
    desk.answers['GET /band'] = { from: '2027-01-01', to: '2028-04-01', risk: [], marks: [], lastFrost: '2027-04-27' };
    const w = await desk.show(YearBand);
    const slider = w.find('input');
    expect(slider.attributes('aria-valuetext')).toBe('week of Mon 8 Mar');
    await slider.setValue('11');
    await settled();
    expect(desk.router.currentRoute.value.fullPath).toBe('/today?week=2027-03-15');
    await slider.setValue('10');
    await settled();
    expect(desk.router.currentRoute.value.fullPath).toBe('/today');
  });

  it('sends settings with numbers as numbers, and keeps what is no number', async () => {
    desk.answers['PUT /settings'] = { settings: SETTINGS, ...action };
    const w = await desk.show(SettingsForm);
    await type(labelled(w, 'Lending line'), 'high');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors().join()).toContain('"high" is not a number');
    await type(labelled(w, 'Lending line'), '65');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.calls.find((c) => c.method === 'PUT')?.body).toMatchObject({
      lendingThreshold: 0.65,
      lastFrostSdDays: 10,
      hemisphere: 'north',
    });
  });

  it('leaves out used labels, and names a lot that does not exist', async () => {
    const lot = {
      code: 'TM-001C',
      variety: 'V',
      crop: 'Tomato',
      scientific: 'S',
      year: 2024,
      yearKind: 'harvest',
      generation: 0,
      identity: 'sure',
      form: 'cleaned',
      sowing: { depthMm: 6, light: 'either', spacingCm: 60, emergeMinD: 5, emergeMaxD: 10 },
      cautions: ['The seed is poisonous'],
    };
    desk.answers['GET /lots/by-code'] = { lots: [lot] };
    const w = await desk.show(LabelsView, {}, '/labels?codes=TM-001C,XX-999A');
    await type(labelled(w, 'Labels already used'), '2');
    expect(w.findAll('.label.used')).toHaveLength(2);
    expect(w.find('img').attributes('alt')).toBe('scannable code of TM-001C');
    expect(w.find('.label:not(.used)').text()).toContain('The seed is poisonous');
    expect(w.text()).toContain('No such lot here: XX-999A');
  });
});
