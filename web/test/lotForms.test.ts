// @vitest-environment happy-dom
import { testProtocol } from '@esprel/core';
import { beforeEach, describe, expect, it } from 'vitest';
import TestCountView from '../src/germination/TestCountView.vue';
import TestStartForm from '../src/germination/TestStartForm.vue';
import IntakeForm from '../src/lots/IntakeForm.vue';
import LotAmountForm from '../src/lots/LotAmountForm.vue';
import LendForm from '../src/members/LendForm.vue';
import { button, errors, labelled, settled, SETTINGS, eachDesk, type } from './desk.ts';
import { action, lotSheet, tomato } from './lotSheet.ts';

const desk = eachDesk();

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
    expect(desk.posted('/lots')).toMatchObject({
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
    expect(desk.posted('/lots/TM-001C/movements')).toEqual({ kind: 'correction', seeds: -14, reason: 'counted again' });
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
    const body = desk.posted('/loans');
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

  it('says what should be known before it is lent for seed, and asks for a note when the name is in doubt', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet({ breeding: 'hybrid-f1', identity: 'doubtful' });
    const w = await desk.show(LendForm, { code: 'TM-001C' });
    expect(labelled(w, 'Written on the packet')).toBeTruthy();
    expect(desk.calls.some((c) => c.path.startsWith('/growing/before'))).toBe(false);
    desk.answers['GET /growing/before'] = {
      lots: [
        {
          lotCode: 'TM-001C',
          variety: 'Lantern',
          crossing: null,
          warnings: [{ what: 'hybrid', words: 'A hybrid: it will not come true.', better: 'TM-002X is no hybrid.' }],
        },
      ],
    };
    await w.findAll('input[name="purpose"]')[1]!.setValue();
    await settled();
    expect(w.text()).toContain('A hybrid: it will not come true. Better: TM-002X is no hybrid.');
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
    expect(desk.posted('/tests')).toMatchObject({
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
    expect(desk.posted('/tests')).toMatchObject({ nightC: 20, dayC: 30 });
  });

  const bag = { bag: null, laidOn: '2027-03-05', warmFrom: '2027-03-05', droppedWhy: null };
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
      roundId: null,
      planned: false,
      callOn: null,
    },
    steps: [],
    nextStep: null,
    missed: [],
    pace: { usualDays: { min: 5, max: 14 }, slowShare: 0 },
    balance: 64,
    floor: 20,
    potted: 0,
    others: [],
    replicates: [
      {
        ...bag,
        number: 1,
        seeds: 20,
        countedOn: '2027-03-11',
        looks: ['2027-03-11'],
        marks: Array.from({ length: 12 }, (_, i) => ({ position: i + 1, kind: 'normal', markedOn: '2027-03-11' })),
      },
      { ...bag, number: 2, seeds: 20, countedOn: null, looks: [], marks: [] },
    ],
    summary: {},
    next: closedOn ? null : { due: '2027-03-13', number: 2, of: 4, testDay: 8, extended: false },
    seedsOut: 28,
    protocol: testProtocol(tomato),
    estimate: { median: 0.5, low: 0.4, high: 0.6, verdict: 'sow-thicker', reason: 'x' },
  });

  it('keeps a count in the browser until it is saved, then goes on to the next bag', async () => {
    desk.answers['GET /tests/3'] = test(null);
    desk.answers['POST /tests/3/counts'] = { ...test(null), ...action };
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
    const body = desk.posted('/tests/3/counts') as { marks: { markedOn: string }[] };
    expect(body).toMatchObject({ version: 2, replicate: 1, countedOn: '2027-03-14' });
    expect(body.marks.filter((m) => m.markedOn === '2027-03-14')).toHaveLength(3);
    expect(localStorage.getItem('esprel.count.3.1')).toBeNull();
    expect(button(w, 'Bag 2').getAttribute('aria-pressed')).toBe('true');
  });

  it('marks that are made while the day cannot be read stay, and the day is asked for', async () => {
    desk.answers['GET /tests/3'] = test(null);
    const w = await desk.show(TestCountView, { id: '3' });
    const day = document.getElementById('counted-on') as HTMLInputElement;
    for (const wrong of ['soon', '']) {
      await type(day, wrong);
      day.dispatchEvent(new Event('blur'));
      await type(document.getElementById('typed') as HTMLInputElement, '15');
      expect(w.text()).toContain('count 2 of 4, day 9');
      button(w, 'Save this count').click();
      await settled();
      expect(errors().join()).toMatch(/date|day/);
      expect(desk.calls.filter((c) => c.method === 'POST')).toEqual([]);
      expect(localStorage.getItem('esprel.count.3.1')).toContain('"position":15');
    }
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
