// @vitest-environment happy-dom
import { IMPORT_FIELDS } from '@esprel/core';
import { beforeEach, describe, expect, it } from 'vitest';
import ImportView from '../src/imports/ImportView.vue';
import RunView from '../src/intake/RunView.vue';
import LabelsView from '../src/labels/LabelsView.vue';
import LotPacketsForm from '../src/lots/LotPacketsForm.vue';
import LotWeighForm from '../src/lots/LotWeighForm.vue';
import LendForm from '../src/members/LendForm.vue';
import { button, choose, errors, labelled, settled, eachDesk, type, words } from './desk.ts';
import { lotSheet } from './lotSheet.ts';

const desk = eachDesk();
const action = { step: { id: 7, summary: 'Done' } };
const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

describe('a run of envelopes', () => {
  const look = {
    crop: { key: 'tomato', name: 'Tomato', scientific: 'S', seedsPerGram: 300, by: 'near' },
    known: null,
    choices: [],
    near: [{ id: 4, name: 'Tollgate Red', crop: 'Tomato', lots: 2, like: 'near' }],
    cautions: ['The plant is poisonous'],
  };

  it('shows a name like it beside the line, takes it as the same, and keeps what is carried over', async () => {
    desk.answers['GET /places'] = { places: [] };
    desk.answers['GET /intake/look'] = look;
    desk.answers['POST /lots'] = { code: 'TM-001C', id: 1, ...action };
    const w = await desk.show(RunView);
    await type(labelled(w, 'Came from'), 'Swap');
    await type(labelled(w, 'Variety or nickname'), 'Tolgate Red');
    await wait(150);
    await settled();
    expect(words(w)).toContain('Like Tollgate Red, tomato, 2 lots');
    expect(words(w)).toContain('The plant is poisonous');
    button(w, 'The same').click();
    await type(labelled(w, 'Amount'), '30');
    await w.find('form').trigger('submit');
    await wait(20);
    await settled();
    expect(desk.posted('/lots')).toMatchObject({ varietyId: 4, seeds: 30, source: 'Swap' });
    expect(words(w)).toContain('1 envelope in');
    expect(labelled(w, 'Came from').value).toBe('Swap');
    expect(labelled(w, 'Amount').value).toBe('');
  });

  it('keeps the line when the server refuses it, with the reason at its field', async () => {
    desk.answers['GET /places'] = { places: [] };
    desk.answers['GET /intake/look'] = { ...look, near: [] };
    desk.answers['POST /lots'] = {
      status: 400,
      code: 'bad-input',
      detail: 'x',
      errors: [{ path: 'year', message: 'must not be after 2027' }],
    };
    const w = await desk.show(RunView);
    await type(labelled(w, 'Came from'), 'Swap');
    await type(labelled(w, 'Variety or nickname'), 'Amber');
    await type(labelled(w, 'Year'), '2031');
    await type(labelled(w, 'Amount'), '30');
    await w.find('form').trigger('submit');
    await wait(20);
    await settled();
    expect(errors()).toContain('must not be after 2027');
    expect(labelled(w, 'Variety or nickname').value).toBe('Amber');
    expect(words(w)).toContain('Nothing yet');
  });
});

describe('reading a file in', () => {
  const overview = {
    id: 'f1',
    fileName: 'swap.csv',
    encoding: 'utf-8',
    encodings: { 'utf-8': 'Unicode (UTF-8)' },
    separator: ',',
    header: ['Name', 'Plant', 'Bin'],
    sample: [['Tollgate Red', 'Tomato', 'B2']],
    mapping: { variety: 0, crop: 1 },
    state: 'read',
    done: 2,
    total: 2,
    counts: { ready: 1, known: 0, problem: 1 },
    crops: [],
    names: [{ name: 'Tolgate Red', cropKey: 'tomato', rows: 1, near: { id: 4, name: 'Tollgate Red', like: 'near' } }],
    message: null,
    acceptedBefore: null,
    stepId: null,
  };
  const lot = {
    code: null,
    varietyName: 'Tolgate Red',
    cropKey: 'tomato',
    source: 'S',
    yearKind: 'unknown',
    year: null,
    seeds: 5,
    amountKnown: 'counted',
    note: null,
  };
  beforeEach(() => {
    localStorage.setItem('esprel.import', 'f1');
    desk.answers['GET /places'] = { places: [] };
    desk.answers['GET /imports/f1'] = overview;
    desk.answers['GET /imports/f1/rows'] = {
      total: 2,
      rows: [
        { row: 2, state: 'ready', cells: [], code: null, problems: [], near: null, lot },
        {
          row: 3,
          state: 'problem',
          cells: ['=A1', 'x'],
          code: null,
          near: null,
          lot: null,
          problems: [{ path: 'variety', message: 'is a formula' }],
        },
      ],
    };
  });

  it('shows every row with its problem, asks once about a name, and sends what was said', async () => {
    desk.answers['POST /imports/f1/accept'] = { ...overview, state: 'done', message: 'Read in 1 envelope', stepId: 3 };
    const w = await desk.show(ImportView);
    await settled();
    expect(words(w)).toContain('Variety: is a formula');
    expect(words(w)).toContain('Not found yet: Seeds or a weight');
    expect(words(w)).toContain('1 row with a problem stays out.');
    (w.find('input[type=radio][name="tomato Tolgate Red"]').element as HTMLInputElement).click();
    button(w, 'Take in 1 lot').click();
    await settled();
    expect(desk.posted('/imports/f1/accept')).toEqual({
      leaveOutProblems: true,
      same: [{ name: 'Tolgate Red', cropKey: 'tomato', varietyId: 4 }],
    });
  });

  it('matches a column by hand, each field once', async () => {
    desk.answers['POST /imports/f1/read'] = overview;
    const w = await desk.show(ImportView);
    await choose(w, 'Column Bin holds', IMPORT_FIELDS.seeds.label);
    await choose(w, 'Column Name holds', IMPORT_FIELDS.note.label);
    button(w, 'Read the rows again').click();
    await settled();
    expect(desk.posted('/imports/f1/read')).toMatchObject({ mapping: { seeds: 2, note: 0, crop: 1 } });
  });

  it('tells a file that is too large off before it is sent', async () => {
    localStorage.clear();
    desk.answers['GET /imports/f1'] = undefined;
    const w = await desk.show(ImportView);
    await settled();
    const input = w.find<HTMLInputElement>('input[type=file]').element;
    Object.defineProperty(input, 'files', { value: [{ name: 'huge.csv', size: 200_000_000 }] });
    input.dispatchEvent(new Event('change'));
    await settled();
    expect(errors()).toEqual(['The file is 200 MB; at most 20 MB are taken. Send it in parts.']);
    expect(desk.calls.some((c) => c.method === 'POST')).toBe(false);
  });
});

describe('weighing and packets', () => {
  it('works out the seeds from samples and says how sure they are', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet();
    desk.answers['GET /devices/scale'] = { grams: 0, stable: true, overloaded: false, on: 'nothing', maxGrams: 200, simulated: true };
    desk.answers['POST /lots/TM-001C/weighings'] = { ...action };
    const w = await desk.show(LotWeighForm, { code: 'TM-001C' });
    expect(words(w)).toContain('weigh them, and do it again twice');
    for (const [i, g] of ['0.30', '0,31', '0.29'].entries()) {
      await type(labelled(w, `Sample ${String(i + 1)}, seeds`), '100');
      await type(document.getElementById(`grams-${String(i)}`) as HTMLInputElement, g);
    }
    await type(labelled(w, 'All of it weighs'), '3');
    expect(words(w)).toContain('the samples differ by 3.3 %, which is close enough');
    expect(words(w)).toMatch(/1000\s*seeds, between \d+ and \d+/);
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/lots/TM-001C/weighings')).toMatchObject({
      samples: [{ seeds: 100, grams: 0.3 }, { grams: 0.31 }, { grams: 0.29 }],
      totalGrams: 3,
    });
  });

  it('says how many packets it gives and what stays loose', async () => {
    desk.answers['GET /lots/TM-001C'] = lotSheet();
    const w = await desk.show(LotPacketsForm, { code: 'TM-001C' });
    await type(labelled(w, 'Seeds in each'), '10');
    expect(words(w)).toContain('at most 4 packets');
    button(w, 'As many as it gives').click();
    await settled();
    expect(labelled(w, 'Packets').value).toBe('4');
    expect(words(w)).toContain('24 seeds stay loose');
  });

  it('lends packets: their seeds follow from how many', async () => {
    const fill = { id: 3, seedsEach: 10, packets: 4, packetsLeft: 4, filledOn: '2027-03-01' };
    desk.answers['GET /lots/TM-001C'] = lotSheet({}, { packets: [fill] });
    const w = await desk.show(LendForm, { code: 'TM-001C' });
    expect(words(w)).toContain('From packets');
    expect(words(w)).toContain('loose seed');
  });
});

describe('labels', () => {
  it('says once what is wrong with several, and ticks off labels that were to be printed again', async () => {
    desk.answers['GET /labels/plan'] = {
      labels: 3,
      pages: 1,
      problems: [
        { of: 'TM-001C', message: 'no room for: x' },
        { of: 'TM-002E', message: 'no room for: x' },
      ],
    };
    desk.answers['GET /errands'] = {
      errands: [
        { id: 5, kind: 'reprint', lotCode: 'TM-001C', words: 'was A, is B' },
        { id: 6, kind: 'reprint', lotCode: 'ZZ-001C', words: 'not here' },
        { id: 7, kind: 'tell', lotCode: 'TM-001C', words: 'told' },
      ],
    };
    desk.answers['POST /errands/done'] = { done: 1, ...action };
    const w = await desk.show(LabelsView, {}, '/labels?codes=TM-001C,TM-002E');
    await settled();
    expect(w.findAll('.caution').map((c) => words(c))).toEqual(['TM-001C, TM-002E: no room for: x']);
    expect(words(w)).toContain('1 label to be printed again: was A, is B');
    button(w, 'They are on the envelopes').click();
    await settled();
    expect(desk.posted('/errands/done')).toEqual({ ids: [5] });
  });
});
