// @vitest-environment happy-dom
import type { CalibrationData, FamilyCalibration, SourcesData } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { useScans } from '../src/base/scans.ts';
import CalibrationView from '../src/calibration/CalibrationView.vue';
import SourcesView from '../src/calibration/SourcesView.vue';
import TestPlanned from '../src/germination/TestPlanned.vue';
import MixUpForm from '../src/identity/MixUpForm.vue';
import ReleaseForm from '../src/lots/ReleaseForm.vue';
import { button, eachDesk, errors, labelled, settled, type, words } from './desk.ts';

const desk = eachDesk();
const done = { step: { id: 1, summary: 'done' } };

describe('a mix-up', () => {
  it('takes the other code from the scanner, and names both lots in one step', async () => {
    desk.answers['POST /mix-ups'] = done;
    const w = await desk.show(MixUpForm, { code: 'TM-001C' });
    useScans().taker?.('TM-002E');
    await settled();
    expect(labelled(w, 'The other lot').value).toBe('TM-002E');
    await w.find('input[value=spilled]').setValue();
    await type(labelled(w, 'What was seen'), 'both lay open on the floor');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/mix-ups')).toEqual({
      lotCode: 'TM-001C',
      otherCode: 'TM-002E',
      kind: 'spilled',
      sinceDay: null,
      reason: 'both lay open on the floor',
    });
    expect(desk.router.currentRoute.value.path).toBe('/lots/TM-001C');
  });

  it('says beside the code what is wrong with it, and keeps what was typed', async () => {
    desk.answers['POST /mix-ups'] = { status: 400, code: 'bad-input', errors: [{ path: 'otherCode', message: 'is the same lot' }] };
    const w = await desk.show(MixUpForm, { code: 'TM-001C' });
    await type(labelled(w, 'The other lot'), 'tm001c');
    await type(labelled(w, 'What was seen'), 'labels off');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toEqual(['is the same lot']);
    expect(labelled(w, 'What was seen').value).toBe('labels off');
  });
});

describe('seed that came home', () => {
  const waiting = {
    id: 3,
    version: 2,
    receivedOn: '2027-03-10',
    grownBy: 'Sunniva',
    plants: 1,
    isolated: 'no',
    grownBeside: 'a red one',
    found: ['insects'],
    steps: [
      { id: 8, kind: 'freeze', dueOn: '2027-03-20', doneOn: null, version: 1 },
      { id: 9, kind: 'clean', dueOn: '2027-03-10', doneOn: '2027-03-11', version: 2 },
    ],
  };
  it('is released when all that is asked was looked at; what was not is named', async () => {
    desk.answers['GET /places'] = { places: [{ id: 7, name: 'Box C' }] };
    desk.answers['POST /returns/3/release'] = (body: unknown) => {
      const missing = ['dried', 'clean', 'named'].filter((f) => (body as Record<string, unknown>)[f] !== true);
      return missing.length === 0
        ? done
        : { status: 400, code: 'bad-input', errors: missing.map((path) => ({ path, message: `${path}: look first` })) };
    };
    const w = await desk.show(ReleaseForm, { lot: { code: 'TM-009S', floor: 20 }, waiting });
    expect(words(w)).toContain('Found when it came: beetles or holes.');
    desk.answers['POST /return-steps/8/done'] = { lotCode: 'TM-009S', step: { id: 4, summary: 'done' } };
    button(w, 'Done: A week in the freezer').click();
    await settled();
    expect(desk.posted('/return-steps/8/done')).toEqual({ version: 1 });
    expect(words(w)).toMatch(/since .*10 Mar.*Grown by Sunniva, from 1 plant, not kept apart, beside a red one.*24 Mar/);
    const [dry, clean, label] = w.findAll<HTMLInputElement>('input[type=checkbox]');
    await dry!.setValue(true);
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toEqual(['clean: look first', 'named: look first']);
    desk.calls.length = 0;
    await clean!.setValue(true);
    await label!.setValue(true);
    await type(labelled(w, 'Swap table'), '30');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/returns/3/release')).toMatchObject({
      version: 2,
      dried: true,
      clean: true,
      named: true,
      placeId: null,
      floor: null,
      swapSeeds: 30,
      backSeeds: null,
    });
  });
});

describe('a test that is planned', () => {
  const sheet = {
    test: {
      id: 4,
      version: 3,
      lotCode: 'TM-001C',
      variety: 'Lantern',
      crop: 'Tomato',
      roundId: 2,
      startedOn: '2027-03-16',
      warmFrom: '2027-03-16',
      countDays: [5, 14],
      method: 'on-paper',
      nightC: 20,
      dayC: 30,
      light: 'light',
    },
    replicates: [
      { number: 1, bag: 7, seeds: 13 },
      { number: 2, bag: 8, seeds: 12 },
    ],
    steps: [],
    protocol: { preparation: [{ caution: 'Boiling water scalds.' }, { caution: null }] },
    balance: 80,
  };
  it('says what to take and how to lay it, and goes on to the next of its round once it lies', async () => {
    desk.answers['POST /tests/4/lay'] = done;
    const w = await desk.show(TestPlanned, { sheet });
    const said = words(w);
    expect(said).toContain('Count out 25 seeds of the 80 in the envelope: bag 7 with 13, bag 8 with 12.');
    expect(said).toContain('20 °C at night and 30 °C by day, in the light');
    expect(said).toMatch(/Count .*21 Mar, .*30 Mar/);
    expect(said).toContain('Boiling water scalds.');
    button(w, 'It is laid: begin the test').click();
    await settled();
    expect(desk.posted('/tests/4/lay')).toEqual({ version: 3, laidOn: '2027-03-14' });
    expect(w.emitted('changed')).toHaveLength(1);
    expect(desk.router.currentRoute.value.path).toBe('/tests/rounds/2');
  });

  it('stays where it is when it could not be laid', async () => {
    desk.answers['POST /tests/4/lay'] = { status: 400, code: 'bad-input', detail: 'The lot holds 12 seeds.' };
    const w = await desk.show(TestPlanned, { sheet }, '/tests/4');
    button(w, 'It is laid: begin the test').click();
    await settled();
    expect(w.emitted('changed')).toBeUndefined();
    expect(desk.router.currentRoute.value.path).toBe('/tests/4');
  });
});

describe('how well counts were predicted', () => {
  const family = (name: string, over: Partial<FamilyCalibration>): FamilyCalibration => ({
    family: name,
    crops: ['Carrot'],
    tests: 10,
    inside: 9,
    firsts: 8,
    spread: 1.2,
    used: 1,
    ...over,
  });
  const answer = (over: Partial<CalibrationData>): CalibrationData => ({
    tests: 40,
    inside: 37,
    share: 0.925,
    interval: { low: 0.8, high: 0.97 },
    firsts: 20,
    spread: 1,
    tenths: [4, 4, 4, 4, 4, 4, 4, 4, 4, 4],
    families: [],
    counts: [],
    ...over,
  });

  it.each([
    [{ tests: 12 }, 'There are too few tests yet'],
    [{ interval: { low: 0.6, high: 0.85 } }, 'So we are too sure of what we say.'],
    [{ interval: { low: 0.94, high: 0.99 } }, 'So we are a little more careful than we need be.'],
    [{}, 'So we are about as sure as we should be.'],
  ])('is judged by where the share of counts inside may lie: %j', async (over, says) => {
    desk.answers['GET /calibration'] = answer(over);
    const w = await desk.show(CalibrationView);
    expect(words(w)).toContain(says);
  });

  it('takes the widths of the families that are ticked, and says of the others why not', async () => {
    desk.answers['GET /calibration'] = answer({
      families: [
        family('Apiaceae', {}),
        family('Fabaceae', { spread: 0.7, used: 0.7 }),
        family('Poaceae', { spread: null }),
        family('Liliaceae', { spread: 1.01 }),
      ],
    });
    desk.answers['POST /calibration/spreads'] = done;
    const w = await desk.show(CalibrationView);
    const said = words(w.find('aside'));
    expect(said).toContain('should be 20 % wider');
    expect(said).toContain('could be 30 % narrower');
    expect(said).toContain('too few first tests to learn from');
    expect(said).toContain('as wide as it should be');
    const boxes = w.findAll<HTMLInputElement>('aside input[type=checkbox]');
    expect(boxes.filter((b) => b.element.checked)).toHaveLength(1);
    expect(button(w, 'Use what is chosen').disabled).toBe(true);
    await boxes[0]!.setValue(true);
    button(w, 'Use what is chosen').click();
    await settled();
    expect((desk.posted('/calibration/spreads').families as string[]).sort()).toEqual(['Apiaceae', 'Fabaceae']);
  });
});

describe('sources of seed', () => {
  const source = (name: string, worse: number, lots: number): SourcesData['sources'][number] =>
    ({ source: name, lots, sown: 10 * lots, alive: 6 * lots, median: 0.6, low: 0.5, high: 0.7, worse }) as SourcesData['sources'][number];
  it('are called poor or good only when that is nearly sure, and nothing when little is known', async () => {
    desk.answers['GET /calibration/sources'] = {
      typical: 0.72,
      differ: 0.2,
      sources: [source('Mill hall', 0.97, 8), source('Old barn', 0.03, 6), source('Spring swap', 0.4, 5), source('A friend', 0.5, 1)],
    };
    const w = await desk.show(SourcesView);
    expect(w.findAll('tbody tr').map((r) => r.findAll('td').at(-1)!.text())).toEqual([
      'poorer than most',
      'better than most',
      'as most',
      'too little to say',
    ]);
    expect(w.find('[role=img]').attributes('aria-label')).toBe('60 %, between 50 % and 70 %');
  });
});
