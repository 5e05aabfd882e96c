// @vitest-environment happy-dom
import type { ListedTest } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import TestLine from '../src/germination/TestLine.vue';
import TestSteps from '../src/germination/TestSteps.vue';
import LotsFilter from '../src/lots/LotsFilter.vue';
import { button, choose, eachDesk, settled, words } from './desk.ts';

const desk = eachDesk();
const done = { step: { id: 1, summary: 'done' } };

describe('a test as a line', () => {
  const count = { due: '2027-03-14', number: 2, of: 3, testDay: 10, extended: false };
  const listed = (over: Partial<ListedTest> = {}): ListedTest => ({
    id: 4,
    version: 1,
    lotId: 1,
    countDays: [5, 10, 14],
    roundId: null,
    bagNumbers: null,
    planned: false,
    callOn: null,
    step: null,
    due: '2027-03-14',
    lotCode: 'TM-001C',
    variety: 'Lantern',
    crop: 'Tomato',
    method: 'on-paper',
    startedOn: '2027-03-04',
    warmFrom: '2027-03-04',
    closedOn: null,
    seeds: 50,
    replicates: 2,
    marked: 30,
    normal: 28,
    alive: 29,
    next: count as never,
    ...over,
  });
  const step = (kind: 'step' | 'look', due: string, what = 'prechill') => ({ kind, due, step: { step: what } }) as never;

  it.each<[string, Partial<ListedTest>, string]>([
    ['is counted today', {}, '28 of 50 up count 2 of 3, today'],
    ['was to be counted', { due: '2027-03-12', next: { ...count, due: '2027-03-12' } as never }, 'count 2 of 3, 2 days late'],
    ['has slow seed', { next: { ...count, extended: true } as never }, 'slow seed still out, today'],
    ['can be called', { callOn: '2027-03-13' }, 'no more to come: call it'],
    ['is marked to the last', { next: null }, 'every seed is marked: close it'],
    ['is planned', { planned: true, startedOn: '2027-03-16', bagNumbers: [13, 14] }, 'bags 13–14 50 seeds lay it in 2 days'],
    ['is chilled', { step: step('look', '2027-03-14') }, 'look into the cold today'],
    ['goes into the warm', { step: step('step', '2027-03-13', 'into-the-warm'), next: null }, '1 day late'],
    ['is closed', { closedOn: '2027-03-10' }, '29 of 50 alive closed Wed 10 Mar'],
  ])('says what comes next when it %s', async (_, over, says) => {
    const w = await desk.show(TestLine, { test: listed(over) });
    expect(words(w)).toContain(says);
    expect(w.find('.late').exists()).toBe(over.due === '2027-03-12');
  });
});

describe('the preparation of a test', () => {
  const sheet = {
    test: { id: 4, version: 3, planned: false, closedOn: null },
    steps: [
      { number: 1, step: 'soak', words: 'Soak', due: '2027-03-12', doneOn: '2027-03-12' },
      { number: 2, step: 'scarify', words: 'File through the coat', due: '2027-03-13', doneOn: null },
      { number: 3, step: 'prechill', words: 'Into the cold', due: '2027-03-14', doneOn: null },
    ],
    protocol: { preparation: [{ step: 'scarify', caution: 'File away from the fingers.' }] },
    nextStep: { kind: 'look', due: '2027-03-21' },
  };
  it('is done one step after another, with the caution where it is needed', async () => {
    desk.answers['POST /tests/4/steps'] = done;
    const w = await desk.show(TestSteps, { sheet });
    const lines = w.findAll('li').map(words);
    expect(lines[0]).toMatch(/Soak done .*12 Mar/);
    expect(lines[1]).toContain('File away from the fingers.');
    expect(w.findAll('button')).toHaveLength(1);
    button(w, 'Done today').click();
    await settled();
    expect(desk.posted('/tests/4/steps')).toEqual({ version: 3, number: 2, doneOn: '2027-03-14' });
    expect(w.text()).toContain('chilled seed may sprout in the cold');
  });

  it('has no button before the test lies, and none after it is closed', async () => {
    const planned = await desk.show(TestSteps, { sheet: { ...sheet, test: { ...sheet.test, planned: true } } });
    expect(planned.findAll('button')).toHaveLength(0);
    const closed = await desk.show(TestSteps, { sheet: { ...sheet, test: { ...sheet.test, closedOn: '2027-03-14' } } });
    expect(closed.findAll('button')).toHaveLength(0);
  });
});

describe('which lots are listed', () => {
  const tags = { all: 262, decision: 12, 'test-first': 0, 'used-up': 40, quarantine: 3 };
  it('offers lists that hold something, and keeps the one that is open though it is empty', async () => {
    const w = await desk.show(LotsFilter, { tag: 'test-first', crop: null, sort: 'crop', tags });
    const lists = w.findAll('[aria-label="Which lots"] button').map(words);
    expect(lists).toEqual(['All 262', 'Renew or let go 12', 'Test first 0', 'Quarantine 3']);
    expect(w.find('[aria-pressed="true"]').text()).toContain('Test first');
    button(w, 'All').click();
    button(w, 'Quarantine').click();
    expect(w.emitted('show')).toEqual([[{ tag: undefined }], [{ tag: 'quarantine' }]]);
  });

  it('shows that only one crop is listed, and lets it go', async () => {
    const w = await desk.show(LotsFilter, { tag: 'all', crop: 'bush-bean', sort: 'crop', tags });
    button(w, 'only bush bean').click();
    await choose(w, 'Order', 'most seeds first');
    expect(w.emitted('show')).toEqual([[{ crop: undefined }], [{ sort: 'seeds' }]]);
    button(w, 'Take in').click();
    await settled();
    expect(desk.router.currentRoute.value.path).toBe('/lots/take-in');
  });
});
