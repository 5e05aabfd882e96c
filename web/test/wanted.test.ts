// @vitest-environment happy-dom
import type { SeasonListData, SeasonListRow } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import PlanManyForm from '../src/season/PlanManyForm.vue';
import SeasonListView from '../src/season/SeasonListView.vue';
import { button, errors, labelled, settled, eachDesk, type, words } from './desk.ts';

const desk = eachDesk();

const row = (id: number, over: Partial<SeasonListRow> = {}): SeasonListRow => ({
  id,
  variety: `Tollgate ${String(id)}`,
  crop: 'Tomato',
  cropKey: 'tomato',
  member: null,
  bench: 'Mat 1',
  purpose: 'beds',
  plants: 10,
  cells: 12,
  seeds: 24,
  seedsPerCell: 2,
  balance: 80,
  trayId: null,
  tray: null,
  sowingId: null,
  sownOn: null,
  sownSeeds: null,
  emerged: null,
  method: 'cells',
  sowOn: '2027-03-23',
  short: 0,
  ...over,
});
const mat = {
  id: 1,
  name: 'Mat 1',
  kind: 'mat',
  holds: 2,
  warmthC: 24,
  lampHours: null,
  lampCm: null,
  lampSetOn: null,
  note: null,
  version: 1,
} as const;
const weeks = ['2027-03-15', '2027-03-22', '2027-03-29', '2027-04-05'];
const wanted = (all: readonly SeasonListRow[], trays: readonly number[] = [1, 2, 3, 0], most = 400): SeasonListData => ({
  year: 2027,
  toSow: all.reduce((n, r) => n + (r.sowingId === null ? r.seeds : 0), 0),
  groups: (['beds', 'sale', 'order'] as const)
    .map((purpose) => ({ purpose, rows: all.filter((r) => r.purpose === purpose) }))
    .filter((g) => g.rows.length > 0)
    .map((g) => ({ purpose: g.purpose, rows: g.rows.length, plants: g.rows.reduce((n, r) => n + r.plants, 0) })),
  rows: all.slice(0, most),
  bench: {
    weeks,
    places: [{ ...mat, load: weeks.map((monday, i) => ({ monday, trays: trays[i]!, clash: trays[i]! > 2 })) }],
    offers:
      trays[2] === 3 ? [{ planId: 2, variety: 'Tollgate 2', place: 'Mat 1', day: '2027-04-05', trayKind: null, words: 'no room' }] : [],
  },
  orders: [{ id: 9, name: 'Sunniva', sowings: 1, plants: 4 }],
});

describe('what is wanted this season', () => {
  it('says seeds short, sown rows as what came up, and sums by purpose only what is still to sow', async () => {
    desk.answers['GET /season/list'] = wanted([
      row(1, { short: 9, balance: 15 }),
      row(2, { purpose: 'order', member: 'Sunniva', plants: 4, cells: 5, seeds: 10 }),
      row(3, { sowingId: 7, sownOn: '2027-03-10', sownSeeds: 20, emerged: 11 }),
    ]);
    const w = await desk.show(SeasonListView, {}, '/sowing/list');
    expect(words(w.find('header'))).toContain('24 plants, 34 seeds still to sow');
    const lines = w.findAll('tbody tr').map(words);
    expect(lines[0]).toContain('24 of 15 9 short');
    expect(lines[1]).toContain('20 of 80 11 up');
    expect(lines[2]).toContain('Tomato, Sunniva');
    // What is sown is no longer laid on a tray.
    expect(w.findAll('tbody input')).toHaveLength(2);
  });

  it('names the weeks in which a place is too full, in words as well as in the picture, and offers another day', async () => {
    desk.answers['GET /season/list'] = wanted([row(1), row(2)]);
    const w = await desk.show(SeasonListView, {}, '/sowing/list');
    const picture = w.find('[role="img"]');
    expect(picture.attributes('aria-label')).toMatch(/^Mat 1: Too full: week of .*29 Mar.*: 3 of 2$/);
    // One column half as tall as the place has room, one full, and the third too full, with its number in it.
    expect(picture.find('.taken').attributes('d')).toBe('M0 34v-17.0h9v17.0zM10 34v-34.0h9v34.0z');
    expect(picture.find('.over').attributes('d')).toMatch(/^M20 /);
    expect(picture.findAll('b').map((b) => b.text())).toEqual(['3']);
    expect(words(w.find('[aria-label="What does not fit"]'))).toMatch(/Tollgate 2 ?no room: .*5 Apr/);
    expect(w.text()).not.toContain('Everything finds its place');
  });

  it('says weeks in a row that are too full as one', async () => {
    desk.answers['GET /season/list'] = wanted([row(1)], [3, 4, 0, 3]);
    const w = await desk.show(SeasonListView, {}, '/sowing/list');
    expect(w.find('[role="img"]').attributes('aria-label')).toMatch(
      /^Mat 1: Too full: .*15 Mar.* to .*28 Mar.*: up to 4 of 2; week of .*5 Apr.*: 3 of 2$/,
    );
  });

  it('says that all fits when it does', async () => {
    desk.answers['GET /season/list'] = wanted([row(1)], [1, 2, 2, 0]);
    const w = await desk.show(SeasonListView, {}, '/sowing/list');
    expect(w.text()).toContain('Everything finds its place.');
    expect(w.find('[role="img"]').attributes('aria-label')).toBe('Mat 1: At most 2 trays of 2');
  });

  it('lays what is ticked on one tray, up to the letters there are', async () => {
    desk.answers['GET /season/list'] = wanted(Array.from({ length: 30 }, (_, i) => row(i + 1)));
    const w = await desk.show(SeasonListView, {}, '/sowing/list');
    expect(button(w, 'Tick what goes on one tray').disabled).toBe(true);
    for (const box of w.findAll('tbody input')) await box.trigger('change');
    button(w, 'Lay 26 on a tray').click();
    await settled();
    expect(String(desk.router.currentRoute.value.query.plans).split(',')).toHaveLength(26);
  });

  it('asks for thousands in parts', async () => {
    const all = Array.from({ length: 500 }, (_, i) => row(i + 1));
    desk.answers['GET /season/list?rows=25'] = wanted(all, [1, 0, 0, 0], 25);
    // As many as the server likes to send at once: what comes is what is shown.
    desk.answers['GET /season/list?rows=325'] = wanted(all, [1, 0, 0, 0], 60);
    const w = await desk.show(SeasonListView, {}, '/sowing/list');
    expect(words(w.find('header'))).toContain('5000 plants, 12000 seeds');
    expect(w.findAll('tbody tr')).toHaveLength(25);
    button(w, '475 more').click();
    await settled();
    expect(w.findAll('tbody tr')).toHaveLength(60);
  });
});

describe('a plan for all that lies on the table', () => {
  const lot = (code: string) => ({
    id: 1,
    code,
    variety: 'Lantern',
    crop: 'Tomato',
    balance: 40,
    verdict: 'lend',
    state: 'kept',
    year: 2025,
  });

  it('plans each and puts them back in their boxes', async () => {
    localStorage.setItem('esprel.table', '["TM-001","TM-002"]');
    desk.answers['GET /lots/by-code'] = { lots: [lot('TM-001'), lot('TM-002')] };
    desk.answers['POST /planned/many'] = { step: { id: 1, summary: 'done' } };
    const w = await desk.show(PlanManyForm);
    await type(labelled(w, 'Plants of each'), '8');
    await w.find('input[value=sale]').setValue();
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/planned/many')).toEqual({ lotCodes: ['TM-001', 'TM-002'], plants: 8, purpose: 'sale' });
    expect(JSON.parse(localStorage.getItem('esprel.table') ?? '')).toEqual([]);
    expect(desk.router.currentRoute.value.path).toBe('/sowing/season');
  });

  it('names the lot that cannot be planned and leaves all of them on the table', async () => {
    localStorage.setItem('esprel.table', '["TM-001","TM-002"]');
    desk.answers['GET /lots/by-code'] = { lots: [lot('TM-001'), lot('TM-002')] };
    desk.answers['POST /planned/many'] = {
      status: 400,
      code: 'bad-input',
      detail: 'Not planned.',
      errors: [{ path: 'lotCodes[1]', message: 'TM-002 is thrown away' }],
    };
    const w = await desk.show(PlanManyForm);
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toContain('TM-002 is thrown away');
    expect(JSON.parse(localStorage.getItem('esprel.table') ?? '')).toHaveLength(2);
  });

  it('asks for a whole number of plants before anything is sent', async () => {
    localStorage.setItem('esprel.table', '["TM-001"]');
    desk.answers['GET /lots/by-code'] = { lots: [lot('TM-001')] };
    const w = await desk.show(PlanManyForm);
    await type(labelled(w, 'Plants of each'), 'a dozen');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors().join()).toContain('"a dozen" is not a number');
    expect(desk.posted('/planned/many')).toBeUndefined();
  });
});
