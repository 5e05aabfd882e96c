// @vitest-environment happy-dom
import type { TraySheetData } from '@esprel/core/api';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { describe, expect, it } from 'vitest';
import { useKeptSteps } from '../src/base/keptSteps.ts';
import TrayGrowing from '../src/sowing/TrayGrowing.vue';
import TrayPlan from '../src/sowing/TrayPlan.vue';
import { button, eachDesk, labelled, settled, type, words } from './desk.ts';
import { trayFigures } from './cropParts.ts';

const action = { step: { id: 1, summary: 'done' } };

const desk = eachDesk();

const figures = (key: string) => trayFigures(CROP_REFERENCE.find((c) => c.key === key)!);
const fill = (letter: string, variety: string, key: string): TraySheetData['fills'][number] => ({
  letter,
  lotCode: `X${letter}`,
  variety,
  crop: key,
  scientific: key,
  source: 'Swap',
  habit: null,
  cropKey: key,
  plannedId: null,
  wanted: null,
  seedsPerCell: 2,
  available: 3,
  figures: figures(key),
  cautions: [],
  estimate: null,
});
const sheet = (over: object = {}, tray: object = {}): TraySheetData =>
  ({
    tray: {
      id: 4,
      version: 1,
      name: 'Tray 4',
      rows: 2,
      columns: 3,
      gaps: [],
      map: ['A*', 'A', 'B', '', 'A', 'B'],
      bench: null,
      benchId: null,
      covered: true,
      sowOn: '2027-03-01',
      sownOn: null,
      clearedOn: null,
      photo: null,
      note: null,
      ...tray,
    },
    fills: [fill('A', 'Tollgate Red', 'tomato'), fill('B', 'Lantern', 'tomato')],
    sowings: [],
    cells: [],
    counts: [],
    history: [],
    ...over,
  }) as unknown as TraySheetData;

describe('a tray that is laid out', () => {
  it('says what is short and what looks alike, before anything is sown', async () => {
    const w = await desk.show(TrayPlan, { sheet: sheet() });
    expect(w.text()).toContain('1 seed short');
    expect(w.text()).toContain('A and B are both Tomato');
    expect(w.text()).toContain('4 cells sown, 1 marker, 1 left empty');
  });

  it('is painted by the letter under the cursor, saved as it is, and says so when somebody else painted', async () => {
    desk.answers['PUT /trays/4/map'] = { ...sheet({}, { version: 2 }), ...action };
    const w = await desk.show(TrayPlan, { sheet: sheet() });
    await w.find('[data-cell="3"]').trigger('focus');
    await w.find('[role="grid"]').trigger('keydown', { key: 'b' });
    await settled();
    const put = desk.calls.find((c) => c.method === 'PUT')!.body as { version: number; map: string[]; fills: object[] };
    expect(put).toMatchObject({ version: 1, map: ['A*', 'A', 'B', 'B', 'A', 'B'] });
    expect(put.fills).toHaveLength(2);
    desk.answers['PUT /trays/4/map'] = { status: 409, code: 'stale', detail: 'Somebody changed this.' };
    await w.find('[role="grid"]').trigger('keydown', { key: ' ' });
    await settled();
    expect(w.text()).toContain('Somebody else painted this tray meanwhile');
    expect(w.emitted('reload')).toHaveLength(1);
  });
});

describe('a tray that grows', () => {
  const growing = (): TraySheetData =>
    sheet(
      {
        sowings: [
          {
            id: 9,
            letter: 'A',
            seeds: 4,
            cells: 2,
            version: 3,
            fate: null,
            fateOn: null,
            emerged: 1,
            lastLook: '2027-03-10',
            care: { kind: 'cover-off', due: '2027-03-12', movedDays: 0 },
          },
        ],
        cells: [
          { cell: 1, letter: 'A', seeds: 2, up: 1, upOn: '2027-03-10', fate: null, fateOn: null },
          { cell: 4, letter: 'A', seeds: 2, up: 0, upOn: null, fate: null, fateOn: null },
        ],
      },
      { version: 5, sownOn: '2027-03-01' },
    );

  it('takes taps, digits and causes into one look, and keeps them when the server does not answer', async () => {
    const w = await desk.show(TrayGrowing, { sheet: growing() });
    const grid = w.find('[role="grid"]');
    await w.find('[data-cell="1"]').trigger('focus');
    await grid.trigger('keydown', { key: '2' });
    await w.find('[data-cell="4"]').trigger('focus');
    await grid.trigger('keydown', { key: 'x' });
    await settled();
    const eaten = [...document.querySelectorAll<HTMLButtonElement>('[role="dialog"] button')].find((b) =>
      b.textContent.trim().startsWith('eaten'),
    );
    eaten!.click();
    await settled();
    expect(w.find('[data-cell="4"]').attributes('aria-label')).toContain('eaten');
    button(w, 'Save the look, 2 cells').click();
    await settled();
    // The desk has no such address: nothing is lost.
    expect(button(w, 'Save the look, 2 cells')).toBeTruthy();
    expect(desk.posted('/trays/4/looks')).toEqual({
      version: 5,
      lookedOn: '2027-03-14',
      cells: [
        { cell: 1, up: 2, fate: null },
        { cell: 4, up: 0, fate: 'eaten' },
      ],
    });
  });

  it('keeps a look where the library is away: it stays on the tray, and is not asked to be saved again', async () => {
    const w = await desk.show(TrayGrowing, { sheet: growing() });
    desk.answers['POST /trays/4/looks'] = () => Promise.reject(new TypeError('offline'));
    await w.find('[data-cell="1"]').trigger('focus');
    await w.find('[role="grid"]').trigger('keydown', { key: '2' });
    await settled();
    button(w, 'Save the look, 1 cell').click();
    await settled();
    expect(w.find('[data-cell="1"]').attributes('aria-label')).toContain('2 of 2 up');
    expect(w.text()).not.toContain('Save the look');
    expect(useKeptSteps().waiting.map((k) => [k.path, k.words])).toEqual([['/trays/4/looks', expect.stringContaining('a look at')]]);
  });

  it('puts one wrong cell right by itself, and an empty one too; many in a section are counted by number', async () => {
    desk.answers['POST /trays/4/cells'] = { ...growing(), step: { id: 1, summary: 'Put right' } };
    const page = growing();
    const cells = [...page.cells, { cell: 5, letter: 'A', seeds: 40, up: 3, upOn: '2027-03-10', fate: null, fateOn: null }];
    const w = await desk.show(TrayGrowing, { sheet: { ...page, cells } });
    const ask = async (cell: number): Promise<void> => {
      await w.find(`[data-cell="${String(cell)}"]`).trigger('focus');
      await w.find('[role="grid"]').trigger('keydown', { key: 'x' });
      await settled();
    };
    await ask(5);
    await type(labelled(w, 'Up in it'), '31');
    button(w, 'Count it').click();
    await settled();
    expect(w.find('[data-cell="5"]').attributes('aria-label')).toContain('31 of 40 up');
    await ask(0);
    expect(words(w.find('[role="dialog"]'))).toContain('nothing is sown in row 1, cell 1');
    await type(labelled(w, 'Seeds'), 'some');
    button(w, 'Put right').click();
    await settled();
    expect(labelled(w, 'Seeds').getAttribute('aria-invalid')).toBe('true');
    await type(labelled(w, 'Seeds'), '2');
    button(w, 'Put right').click();
    await settled();
    expect(desk.posted('/trays/4/cells')).toEqual({ version: 5, cell: 0, letter: 'A', seeds: 2 });
    expect(w.find('[role="dialog"]').exists()).toBe(false);
  });

  it('goes back to what was seen when a cell is tapped once too often, and never counts more than lie there', async () => {
    const w = await desk.show(TrayGrowing, { sheet: growing() });
    const grid = w.find('[role="grid"]');
    await w.find('[data-cell="1"]').trigger('focus');
    await grid.trigger('keydown', { key: '9' });
    expect(w.find('[data-cell="1"]').attributes('aria-label')).toContain('2 of 2 up');
    await grid.trigger('keydown', { key: ' ' });
    expect(w.find('[data-cell="1"]').attributes('aria-label')).toContain('1 of 2 up');
    expect(button(w, 'Looked, nothing new')).toBeTruthy();
  });

  it('forgets that nothing came up in a cell when a seedling is tapped there, and says what the server holds against a look', async () => {
    const page = growing();
    const cells = page.cells.map((c) => (c.cell === 4 ? { ...c, fate: 'not-come-up' as const } : c));
    desk.answers['POST /trays/4/looks'] = {
      status: 400,
      code: 'bad-input',
      errors: [
        { path: 'cells[0].up', message: 'row 2, cell 2 was up before' },
        { path: 'lookedOn', message: 'lies before the sowing' },
      ],
    };
    const w = await desk.show(TrayGrowing, { sheet: { ...page, cells } });
    await w.find('[data-cell="4"]').trigger('focus');
    await w.find('[role="grid"]').trigger('keydown', { key: ' ' });
    button(w, 'Save the look, 1 cell').click();
    await settled();
    expect(desk.posted('/trays/4/looks').cells).toEqual([{ cell: 4, up: 1, fate: null }]);
    expect(w.text()).toContain('row 2, cell 2 was up before; lies before the sowing');
    button(w, 'Forget it').click();
    await settled();
    expect(w.find('[data-cell="4"]').attributes('aria-label')).toContain('0 of 2 up');
  });

  it('cannot be cleared while it is not said of every letter what became of it', async () => {
    desk.answers['POST /trays/4/clear'] = { ...sheet({}, { clearedOn: '2027-03-14' }), ...action };
    const page = growing();
    const w = await desk.show(TrayGrowing, { sheet: page });
    expect(button(w, 'Clear the tray').disabled).toBe(true);
    await w.setProps({ sheet: { ...page, sowings: page.sowings.map((s) => ({ ...s, fate: 'came-up' as const })) } });
    button(w, 'Clear the tray').click();
    await settled();
    expect(desk.posted('/trays/4/clear')).toEqual({ version: 5, clearedOn: '2027-03-14' });
  });

  it('has the work that is due, done for everything on it at once', async () => {
    desk.answers['POST /trays/4/care'] = { ...growing(), ...action };
    const w = await desk.show(TrayGrowing, { sheet: growing() });
    expect(w.text()).toContain('Take the cover off');
    expect(w.text()).toContain('2 days late');
    await w.find('[aria-label="Take the cover off A: done"]').trigger('click');
    await settled();
    expect(desk.posted('/trays/4/care')).toEqual({ version: 5, kind: 'cover-off', doneOn: '2027-03-14' });
  });
});
