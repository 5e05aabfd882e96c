// @vitest-environment happy-dom
import type { MySaving } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import SavingView from '../src/my/SavingView.vue';
import { button, settled, words } from './desk.ts';
import { eachPhone, buttonsOf, pageOf, showMine, typeInto } from './myPage.ts';

const desk = eachPhone();

describe('growing for seed', () => {
  const step = (key: 'plant-out' | 'take-out' | 'near', from: string, question: 'plants' | 'taken-out' | 'near') => ({
    key,
    title: { 'plant-out': 'Plant out', 'take-out': 'Take out what looks different', near: 'Note what flowers near it' }[key],
    detail: 'as it says',
    question,
    from,
    choices: [],
    cautions: [],
  });
  const saving: MySaving = {
    loanId: 40,
    variety: 'Tollgate Red',
    crop: 'Tomato',
    promise: 'amount',
    promisedSeeds: 80,
    dueOn: '2027-11-20',
    plantsWords: '20 plants would do well; 5 at the least.',
    warning: 'A hybrid: its seed will not come true.',
    cautions: [],
    steps: [step('plant-out', '2027-03-10', 'plants'), step('take-out', '2027-05-20', 'taken-out'), step('near', '2027-06-01', 'near')],
    done: [],
    sowings: [{ id: 8, seeds: 24, sownOn: '2027-03-02', emerged: 20, fate: null, undo: null }],
  };

  it('asks one thing at a time, of the step whose time has come', async () => {
    desk.answers['GET /my'] = pageOf({ saving: [saving] });
    desk.answers['PUT /my/loans/40/saving'] = () => new Promise(() => undefined);
    const w = await showMine(desk, SavingView);
    const said = words(w);
    for (const part of ['Promised: 80 seeds by 20 November.', 'A hybrid', 'Sown 2 March', '20 of 24 up']) expect(said).toContain(part);
    expect(buttonsOf()).toEqual(['Say how many', 'Not yet']);
    button(w, 'Say how many').click();
    await settled();
    await w.find('form').trigger('submit');
    expect(words(w)).toContain('Say how many plants stand.');
    await typeInto('form input', '10');
    await w.find('form').trigger('submit');
    await settled();
    const put = desk.calls.find((c) => c.method === 'PUT');
    expect(put).toMatchObject({ path: '/my/loans/40/saving', body: { step: 'plant-out', plants: 10, taken: null } });
    expect(words(w)).toContain('In their place 21 March');
  });

  it('asks nothing of what is not sown yet; whatever is said of it all the same begins the steps', async () => {
    desk.answers['GET /my'] = pageOf({ saving: [{ ...saving, sowings: [] }] });
    desk.answers['PUT /my/loans/40/saving'] = () => new Promise(() => undefined);
    const w = await showMine(desk, SavingView);
    expect(words(w)).toContain('Sow it');
    expect(buttonsOf()).toEqual(['Say it']);
    button(w, 'Say it').click();
    await settled();
    button(w, 'Say how many').click();
    await settled();
    await typeInto('form input', '10');
    await w.find('form').trigger('submit');
    await settled();
    expect(words(w)).toContain('In their place 21 March');
  });

  it('asks for feet and ounces where the library measures so, and keeps metres and grams', async () => {
    const inFeet = pageOf({
      saving: [
        {
          ...saving,
          steps: [
            step('near', '2027-03-01', 'near'),
            { ...step('near', '2027-03-01', 'near'), key: 'dry', title: 'Dry it', question: 'dried' },
          ],
        },
      ],
    });
    desk.answers['GET /my'] = {
      ...inFeet,
      library: { ...inFeet.library, said: { ...inFeet.library.said, lengthUnit: 'inch', massUnit: 'oz' } },
    };
    desk.answers['PUT /my/loans/40/saving'] = () => new Promise(() => undefined);
    const w = await showMine(desk, SavingView);
    button(w, 'Something').click();
    await settled();
    expect(words(w)).toContain('How far away, in feet');
    await typeInto('form input[id$="distance"]', '100');
    await w.find('form').trigger('submit');
    await settled();
    expect(words(w)).toContain('100 feet away');
    button(w, 'It is dry').click();
    await settled();
    for (const [typed, said] of [
      ['a lot', 'What it weighs: a number of ounces, please.'],
      ['2', '2 oz'],
    ] as const) {
      await typeInto('form input[id$="weight"]', typed);
      await w.find('form').trigger('submit');
      await settled();
      expect(words(w)).toContain(said);
    }
    const puts = desk.calls.filter((c) => c.method === 'PUT').map((c) => c.body);
    expect(puts[0]).toMatchObject({ step: 'near', nearM: 30 });
  });

  it('does not believe that more were taken out than stood', async () => {
    const done = {
      step: 'plant-out',
      doneOn: '2027-03-20',
      plants: 10,
      taken: null,
      apart: null,
      nearM: null,
      how: null,
      grams: null,
      note: null,
      photo: null,
      undo: 3,
    } as const;
    desk.answers['GET /my'] = pageOf({ saving: [{ ...saving, done: [done] }] });
    const w = await showMine(desk, SavingView);
    button(w, 'Some').click();
    await settled();
    const [stood, out] = w.findAll('form input');
    await stood!.setValue('5');
    await out!.setValue('9');
    await w.find('form').trigger('submit');
    expect(words(w)).toContain('Only 5 plants stood there.');
    expect(desk.calls.some((c) => c.method === 'PUT')).toBe(false);
  });

  it('lists what there is where it is more than one, with what comes next', async () => {
    desk.answers['GET /my'] = pageOf({ saving: [saving, { ...saving, loanId: 41, variety: 'Weir Keeper', sowings: [] }] });
    const w = await showMine(desk, SavingView);
    expect(words(w)).toContain('Next: plant out.');
    expect(words(w)).toContain('To be sown first.');
  });
});
