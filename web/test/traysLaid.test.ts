// @vitest-environment happy-dom
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { beforeEach, describe, expect, it } from 'vitest';
import BenchView from '../src/sowing/BenchView.vue';
import TrayEditForm from '../src/sowing/TrayEditForm.vue';
import TrayForm from '../src/sowing/TrayForm.vue';
import TraySowForm from '../src/sowing/TraySowForm.vue';
import { button, errors, labelled, SETTINGS, settled, eachDesk, type, words } from './desk.ts';
import { trayFigures } from './cropParts.ts';

const desk = eachDesk(() => {
  desk.answers['GET /bench'] = bench;
});

const done = { step: { id: 1, summary: 'done' } };
const mat = {
  id: 1,
  name: 'Mat 1',
  kind: 'mat',
  holds: 4,
  warmthC: 24,
  lampHours: null,
  lampCm: null,
  lampSetOn: null,
  note: 'north window',
  version: 2,
};
const bench = {
  places: [mat],
  trayKinds: [{ id: 3, name: 'Sixty', rows: 6, columns: 10, gaps: [] }],
  learned: {
    methods: [{ method: 'cells', emergence: 0.82, usual: 0.85, sowings: 4, seeds: 120 }],
    benches: [{ benchId: 1, method: 'cells', emergence: 0.88, usual: 0.85, sowings: 3, seeds: 90 }],
  },
};
const put = (): unknown => desk.calls.find((c) => c.method === 'PUT')?.body;

describe('the bench', () => {
  it('says what each place is, holds and gives, and what came up there', async () => {
    const w = await desk.show(BenchView, {}, '/sowing/bench');
    expect(words(w.find('.place'))).toContain('holds 4 trays, 24 °C');
    expect(words(w.find('.place'))).toContain('88 % of live seed comes up here, from 3 sowings');
    expect(words(w.find('table'))).toContain('usual 85 %, 4 sowings');
  });

  it('a kind of tray that lacks cells is kept by row and place; a cell it does not have is not taken for another', async () => {
    desk.answers['POST /tray-kinds'] = { id: 4, ...done };
    const w = await desk.show(BenchView, {}, '/sowing/bench');
    const form = w.find('form[aria-label="Another kind of tray"]');
    await type(form.find<HTMLInputElement>('#kind-name').element, 'Round corner');
    await type(form.find<HTMLInputElement>('#kind-rows').element, '4');
    await type(form.find<HTMLInputElement>('#kind-columns').element, '5');
    await type(form.find<HTMLInputElement>('#kind-gaps').element, '1.1, 1.6');
    await form.trigger('submit');
    await settled();
    expect(errors()).toEqual(['the tray has no cell 1.6; it has 4 rows of 5']);
    expect(desk.posted('/tray-kinds')).toBeUndefined();
    await type(form.find<HTMLInputElement>('#kind-gaps').element, '1.1, 4.5');
    await form.trigger('submit');
    await settled();
    expect(desk.posted('/tray-kinds')).toEqual({ name: 'Round corner', rows: 4, columns: 5, gaps: [0, 19] });
    expect(form.find<HTMLInputElement>('#kind-name').element.value).toBe('');
  });

  it('changes a place with the version that was seen, and says why one in use stays', async () => {
    desk.answers['PUT /bench/1'] = done;
    desk.answers['DELETE /bench/1'] = { status: 409, code: 'in-use', detail: 'Two trays stand on Mat 1.' };
    const w = await desk.show(BenchView, {}, '/sowing/bench');
    button(w, 'Take Mat 1 off').click();
    await settled();
    expect(errors()).toContain('Two trays stand on Mat 1.');
    button(w, 'Change Mat 1').click();
    await settled();
    expect(document.activeElement?.id).toBe('name');
    await type(w.find<HTMLInputElement>('#holds').element, '6');
    await w.find('form[aria-label="A place on the bench"]').trigger('submit');
    await settled();
    expect(put()).toMatchObject({ name: 'Mat 1', kind: 'mat', holds: 6, warmthC: 24, note: 'north window', version: 2 });
  });
});

describe('laying out a tray', () => {
  const planned = (id: number, variety: string, cells: number) => ({
    planned: {
      id,
      lotCode: `TM-00${String(id)}`,
      variety,
      crop: 'Tomato',
      seedsPerCell: 2,
      cells,
      sowOn: '2027-03-16',
      benchId: 1,
      trayKindId: 3,
    },
  });
  beforeEach(() => {
    desk.answers['GET /sowing/growing'] = { trays: [] };
    desk.answers['GET /trays'] = { trays: [] };
    desk.answers['GET /planned/1'] = planned(1, 'Tollgate Red', 12);
    desk.answers['GET /planned/2'] = planned(2, 'Lantern', 9);
    desk.answers['POST /trays'] = { id: 60, ...done };
  });
  const show = () => desk.show(TrayForm, {}, '/sowing/trays/new?plans=1,2');

  it('takes the plans it was asked for, with their day, place and kind', async () => {
    const w = await show();
    await type(labelled(w, 'Name'), 'Tray 60');
    await type(w.find<HTMLInputElement>('[aria-label="Cells of Lantern"]').element, '7');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/trays')).toEqual({
      name: 'Tray 60',
      rows: 6,
      columns: 10,
      gaps: [],
      benchId: 1,
      covered: true,
      sowOn: '2027-03-16',
      fills: [
        { letter: 'A', lotCode: 'TM-001', plannedId: 1, seedsPerCell: 2 },
        { letter: 'B', lotCode: 'TM-002', plannedId: 2, seedsPerCell: 2 },
      ],
      wish: [
        { letter: 'A', cells: 12 },
        { letter: 'B', cells: 7 },
      ],
    });
    expect(desk.router.currentRoute.value.path).toBe('/sowing/trays/60');
  });

  it('gives letters anew when one is left out, and marks a number of cells that is none', async () => {
    const w = await show();
    await type(labelled(w, 'Name'), 'Tray 60');
    button(w, 'Leave Tollgate Red out').click();
    await settled();
    const cells = w.find<HTMLInputElement>('[aria-label="Cells of Lantern"]');
    await type(cells.element, 'nine');
    await w.find('form').trigger('submit');
    await settled();
    expect(cells.attributes('aria-invalid')).toBe('true');
    expect(desk.posted('/trays')).toBeUndefined();
    await type(cells.element, '9');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/trays')).toMatchObject({ fills: [{ letter: 'A', lotCode: 'TM-002' }], wish: [{ letter: 'A', cells: 9 }] });
  });

  it('of a size of its own says which cell it cannot lack', async () => {
    desk.answers['GET /bench'] = { ...bench, trayKinds: [] };
    desk.answers['GET /planned/1'] = { planned: { ...planned(1, 'Tollgate Red', 12).planned, trayKindId: null } };
    desk.answers['GET /planned/2'] = { planned: { ...planned(2, 'Lantern', 9).planned, trayKindId: null } };
    const w = await show();
    await type(labelled(w, 'Name'), 'Egg box');
    await type(labelled(w, 'Rows'), '2');
    await type(labelled(w, 'Cells in a row'), '6');
    await type(labelled(w, 'Cells it lacks'), '3.1');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toEqual(['the tray has no cell 3.1; it has 2 rows of 6']);
    expect(desk.posted('/trays')).toBeUndefined();
  });
});

const tomato = { ...CROP_REFERENCE.find((c) => c.key === 'tomato')!, prepare: [] };
const sheet = {
  tray: {
    id: 60,
    version: 5,
    name: 'Tray 60',
    rows: 2,
    columns: 3,
    gaps: [5],
    map: ['A*', 'A', 'A', 'B*', 'B', ''],
    bench: { id: 1, name: 'Mat 1', kind: 'mat', warmthC: 24 },
    benchId: 1,
    covered: true,
    sowOn: '2027-03-16',
    sownOn: null,
    clearedOn: null,
    photo: null,
    note: null,
  },
  fills: ['A', 'B'].map((letter) => ({
    letter,
    lotCode: `TM-00${letter}`,
    variety: letter === 'A' ? 'Tollgate Red' : 'Lantern',
    crop: 'Tomato',
    habit: null,
    cropKey: 'tomato',
    plannedId: null,
    wanted: null,
    seedsPerCell: 2,
    available: letter === 'A' ? 3 : 40,
    figures: trayFigures(tomato),
    cautions: [],
    estimate: null,
  })),
  sowings: [],
  cells: [],
  counts: [],
  history: [],
};

describe('a tray that is changed', () => {
  it('keeps the cells it lacks in their row and place when it grows wider', async () => {
    desk.answers['GET /trays/60'] = sheet;
    desk.answers['PUT /trays/60'] = done;
    const w = await desk.show(TrayEditForm, { id: '60' }, '/sowing/trays/60/edit');
    await type(labelled(w, 'Cells in a row'), '4');
    await w.find('form').trigger('submit');
    await settled();
    // Row 2, place 3: the sixth cell of rows of three, the seventh of rows of four.
    expect(put()).toMatchObject({ version: 5, rows: 2, columns: 4, gaps: [6], benchId: 1 });
  });
});

describe('sowing a tray', () => {
  beforeEach(() => {
    desk.answers['GET /trays/60'] = sheet;
    desk.answers['POST /trays/60/sow'] = done;
  });
  const show = () => desk.show(TraySowForm, { id: '60' }, '/sowing/trays/60/sow');
  const sown = () => desk.posted('/trays/60/sow') as { rows: Record<string, unknown>[]; warmthC: number | null; sownOn: string };

  it('never proposes more seeds than are there, and keeps what was really done', async () => {
    const w = await show();
    expect(w.find<HTMLInputElement>('#seeds-A').element.value).toBe('3');
    expect(w.find<HTMLInputElement>('#seeds-B').element.value).toBe('2');
    await type(w.find<HTMLInputElement>('#seeds-B').element, '1');
    await type(w.find<HTMLInputElement>('#cover-B').element, ' ');
    await w.find('form').trigger('submit');
    await settled();
    expect(sown()).toMatchObject({ version: 5, sownOn: '2027-03-14', warmthC: 24, covered: true });
    expect(sown().rows).toEqual([
      { letter: 'A', seedsPerCell: 2, seeds: 3, depthMm: tomato.sowDepthMm, coveredWith: 'sifted mix' },
      { letter: 'B', seedsPerCell: 2, seeds: 1, depthMm: tomato.sowDepthMm, coveredWith: null },
    ]);
    expect(words(w)).toContain('Put the envelopes back');
    expect(words(w)).toContain('TM-00B Lantern');
  });

  it('takes inches and °F where the library counts in them, and keeps mm and °C', async () => {
    const session = desk.answers['GET /session'] as object;
    desk.answers['GET /session'] = { ...session, settings: { ...SETTINGS, temperatureUnit: 'F', lengthUnit: 'inch' } };
    const w = await show();
    await type(w.find<HTMLInputElement>('#depth-A').element, '0.5');
    await type(labelled(w, 'Warmth'), '68');
    await w.find('form').trigger('submit');
    await settled();
    expect(sown().warmthC).toBe(20);
    expect(sown().rows[0]).toMatchObject({ depthMm: 12.7 });
  });

  it('names the letter whose number is wrong, and nothing is sown', async () => {
    const w = await show();
    await type(w.find<HTMLInputElement>('#seeds-B').element, 'a pinch');
    await type(w.find<HTMLInputElement>('#depth-A').element, 'deep');
    await w.find('form').trigger('submit');
    await settled();
    expect(w.find('#seeds-B').attributes('aria-invalid')).toBe('true');
    expect(w.find('#depth-A').attributes('aria-invalid')).toBe('true');
    expect(w.find('#seeds-A').attributes('aria-invalid')).toBe('false');
    expect(desk.posted('/trays/60/sow')).toBeUndefined();
  });
});
