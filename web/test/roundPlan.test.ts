// @vitest-environment happy-dom
import { ageingCropOf } from '@esprel/core';
import type { RoundLotChoice } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import RoundPlanView from '../src/germination/RoundPlanView.vue';
import RoundView from '../src/germination/RoundView.vue';
import LotWhyView from '../src/lots/LotWhyView.vue';
import { button, errors, labelled, SETTINGS, settled, eachDesk, type, words } from './desk.ts';
import { lotSheet, tomato } from './lotSheet.ts';

const desk = eachDesk();

const choice = (lotCode: string, over: Partial<RoundLotChoice> = {}): RoundLotChoice => ({
  lotCode,
  variety: `Variety ${lotCode}`,
  crop: 'Kale',
  balance: 100,
  floor: 20,
  spendable: 80,
  grown: 80,
  options: [
    { seeds: 10, clear: 0.5 },
    { seeds: 25, clear: 0.8 },
  ],
  threshold: 0.7,
  median: 0.6,
  low: 0.3,
  high: 0.8,
  replicates: [10, 10],
  growOn: false,
  problem: null,
  openTest: null,
  ...over,
});
const work = {
  groups: [{ warmth: { nightC: 20, dayC: 20 }, light: 'either', preparation: [], codes: ['A-1'], bags: 2 }],
  materials: { bags: 2, sheets: 4, tubs: 0, cells: 0, seeds: 20 },
  evenings: [{ day: '2027-03-15', lay: 1, warm: 0, count: 0 }],
};
/** Longer than the wait after typing. */
const typed = async (): Promise<void> => {
  await new Promise((resolve) => setTimeout(resolve, 260));
  await settled();
};

describe('a round that is planned', () => {
  const show = async (...lots: RoundLotChoice[]) => {
    desk.answers['GET /rounds/lots'] = { lots, openDays: [2] };
    desk.answers['POST /rounds/plan'] = (body: unknown) => ({
      ...work,
      tests: (body as { lots: { lotCode: string }[] }).lots.map(({ lotCode: code }) => ({ code })),
    });
    const w = await desk.show(RoundPlanView, {}, `/tests/round?codes=${lots.map((l) => l.lotCode).join(',')}`);
    await typed();
    return w;
  };

  it('plans what is typed for each lot, and leaves out a lot with 0 or nothing', async () => {
    const w = await show(choice('A-1'), choice('B-2'), choice('C-3', { problem: 'is thrown away' }));
    expect(words(w)).toContain('C-3 Variety C-3 is thrown away.');
    expect(button(w, 'Plan 2 tests').disabled).toBe(false);
    await type(w.find<HTMLInputElement>('[aria-label="Seeds of B-2"]').element, '0');
    await typed();
    desk.answers['POST /rounds'] = { id: 6, step: { id: 1, summary: 'done' } };
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/rounds')).toMatchObject({ lots: [{ lotCode: 'A-1', replicates: [10, 10], growOn: false }] });
    expect(desk.router.currentRoute.value.path).toBe('/tests/rounds/6');
  });

  it('never drops a lot whose number cannot be read: its row says so and nothing is planned', async () => {
    const w = await show(choice('A-1'), choice('B-2'));
    await type(w.find<HTMLInputElement>('[aria-label="Seeds of B-2"]').element, 'twenty');
    await typed();
    expect(errors()).toEqual(['is not a whole number of seeds; type 0 to leave the lot out']);
    expect(button(w, 'Plan the tests').disabled).toBe(true);
    await type(w.find<HTMLInputElement>('[aria-label="Seeds of B-2"]').element, '20');
    await typed();
    expect(errors()).toEqual([]);
    expect(button(w, 'Plan 2 tests').disabled).toBe(false);
  });

  it('puts what the server says of a lot at its row', async () => {
    const w = await show(choice('A-1'), choice('B-2'));
    desk.answers['POST /rounds/plan'] = {
      status: 400,
      code: 'bad-input',
      errors: [{ path: 'lots[1].replicates', message: 'holds 100 seeds' }],
    };
    await type(w.find<HTMLInputElement>('[aria-label="Seeds of B-2"]').element, '300');
    await typed();
    const rows = w.findAll('tbody tr').map(words);
    expect(rows[0]).not.toContain('holds 100 seeds');
    expect(rows[1]).toContain('holds 100 seeds');
  });
});

describe('a round', () => {
  it('lays all of this evening one by one, and stops at the first that is refused', async () => {
    const test = (id: number, startedOn: string) => ({
      id,
      version: 1,
      roundId: 3,
      bagNumbers: [1, 2],
      planned: true,
      callOn: null,
      step: null,
      due: startedOn,
      lotCode: `A-${String(id)}`,
      variety: 'Lantern',
      crop: 'Tomato',
      method: 'on-paper',
      startedOn,
      warmFrom: startedOn,
      closedOn: null,
      seeds: 20,
      replicates: 2,
      marked: 0,
      normal: 0,
      alive: 0,
      next: null,
    });
    desk.answers['GET /rounds/3'] = {
      round: { id: 3, plannedOn: '2027-03-10', note: null },
      tests: [test(1, '2027-03-13'), test(2, '2027-03-14'), test(3, '2027-03-20')],
      ...work,
    };
    desk.answers['POST /tests/1/lay'] = { step: { id: 1, summary: 'done' } };
    desk.answers['POST /tests/2/lay'] = { status: 409, code: 'stale', detail: 'Somebody laid it meanwhile.' };
    const w = await desk.show(RoundView, { id: '3' });
    button(w, '2 tests due now: all are laid').click();
    await settled();
    await settled();
    expect(desk.calls.filter((c) => c.method === 'POST').map((c) => c.path)).toEqual(['/tests/1/lay', '/tests/2/lay']);
    expect(desk.posted('/tests/1/lay')).toEqual({ version: 1, laidOn: '2027-03-14' });
  });
});

describe('what if', () => {
  const show = async (temperatureUnit: 'C' | 'F' = 'C') => {
    (desk.answers['GET /session'] as { settings: object }).settings = { ...SETTINGS, temperatureUnit };
    desk.answers['GET /lots/TM-001C'] = lotSheet();
    desk.answers['GET /lots/TM-001C/model'] = {
      input: {
        crop: ageingCropOf(tomato),
        form: 'cleaned',
        acquisition: 'donated',
        start: '2023-10-01',
        stated: null,
        storage: [],
        tests: [],
        sowings: [],
        at: ['2027-03-14'],
      },
    };
    return desk.show(LotWhyView, { code: 'TM-001C' });
  };

  it('reads a decimal comma, and says how long the lot would stand', async () => {
    const w = await show();
    expect(w.find('[role="status"]').exists()).toBe(false);
    await type(labelled(w, 'Kept from today at'), '4,5');
    await type(labelled(w, 'in humidity of'), '35');
    expect(errors()).toEqual([]);
    expect(words(w.find('[role="status"]'))).toMatch(/would stand at .* today/);
  });

  it('says the limits in the unit that is set', async () => {
    const w = await show('F');
    await type(labelled(w, 'Kept from today at'), '-90');
    expect(errors()).toEqual(['from -22 °F to 140 °F']);
  });

  it('adds a test that was not made, but no more alive than were tested', async () => {
    const w = await show();
    await type(labelled(w, 'Tested today, seeds'), '10');
    await type(labelled(w, 'of them alive'), '12');
    expect(errors()).toEqual(['at most the seeds tested']);
    await type(labelled(w, 'of them alive'), '10');
    expect(errors()).toEqual([]);
    expect(w.find('[role="status"]').exists()).toBe(true);
  });
});
