// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest';
import { useChanges } from '../src/base/changes.ts';
import { useTable } from '../src/base/table.ts';
import CropsPage from '../src/library/CropsPage.vue';
import HistoryPage from '../src/library/HistoryPage.vue';
import PlaceForm from '../src/places/PlaceForm.vue';
import TestsView from '../src/germination/TestsView.vue';
import LotSheet from '../src/lots/LotSheet.vue';
import PutAwayForm from '../src/lots/PutAwayForm.vue';
import { useLotList } from '../src/lots/useLotList.ts';
import MembersView from '../src/members/MembersView.vue';
import LosingLots from '../src/renewals/LosingLots.vue';
import SowingView from '../src/sowing/SowingView.vue';
import { button, labelled, settled, eachDesk, type } from './desk.ts';

const desk = eachDesk();
const action = { step: { id: 7, summary: 'Done' } };

describe('the list of lots, as it is read', () => {
  const row = (i: number): object => ({ code: `TM-${String(i).padStart(3, '0')}C`, cropKey: 'tomato' });
  const page = (from: number, n = 100): object => ({ lots: Array.from({ length: n }, (_, i) => row(from + i)), next: null });
  const crops = { crops: [{ key: 'tomato', name: 'Tomato', scientific: 'S', n: 250 }] };
  beforeEach(() => {
    desk.answers['GET /lots/tags'] = { tags: { all: 250, renew: 1 } };
    desk.answers['GET /lots/crops?tag=all'] = crops;
    desk.answers['GET /lots?tag=all&sort=crop&limit=100&from=0'] = page(0);
    desk.answers['GET /lots?tag=all&sort=crop&limit=100&from=200'] = page(200, 50);
  });

  it('knows its length at once, and reads what is looked at, wherever that is', async () => {
    const list = useLotList();
    await settled();
    expect([list.lines.length, list.lines.lots, list.lotAt(3)?.code]).toEqual([251, 250, 'TM-003C']);
    expect(list.lotAt(249)).toBeNull();
    await list.look(240, 249);
    expect(list.lotAt(249)?.code).toBe('TM-249C');
    await list.look(0, 40);
    // What was read is not read again, and what nobody looked at was never read.
    expect(desk.calls.filter((c) => c.path.startsWith('/lots?'))).toHaveLength(2);
    expect(list.lotAt(150)).toBeNull();
  });

  it('says where a lot stands that may not be read yet, or that it does not', async () => {
    desk.answers['GET /lots/TM-249C/position?tag=all&sort=crop'] = { at: 249 };
    const list = useLotList();
    await settled();
    expect([await list.position('TM-249C'), await list.position('TM-999X')]).toEqual([249, null]);
  });

  it('begins again for another filter, and reads what is looked at anew after a change', async () => {
    desk.answers['GET /lots?tag=renew&sort=crop&limit=100&from=0'] = { lots: [row(9)], next: null };
    desk.answers['GET /lots/crops?tag=renew'] = { crops: [{ key: 'tomato', name: 'Tomato', scientific: 'S', n: 1 }] };
    const list = useLotList();
    await settled();
    list.tag = 'renew';
    await settled();
    expect([list.lines.lots, list.lotAt(0)?.code]).toEqual([1, 'TM-009C']);
    desk.answers['GET /lots?tag=renew&sort=crop&limit=100&from=0'] = { lots: [], next: null };
    desk.answers['GET /lots/tags'] = { tags: { all: 250 } };
    desk.answers['GET /lots/crops?tag=renew'] = { crops: [] };
    useChanges().revision += 1;
    await settled();
    expect([list.lines.length, list.lotAt(0)]).toEqual([0, null]);
  });

  it('says what is wrong when the server refuses', async () => {
    desk.answers['GET /lots?tag=all&sort=crop&limit=100&from=0'] = { status: 500, code: 'internal', detail: 'Something broke here.' };
    const list = useLotList();
    await settled();
    expect(list.problem).toBe('Something broke here.');
  });
});

describe('views of lists', () => {
  it('tests: what is late is said in words, and an empty bench says what to do', async () => {
    const listed = (id: number, due: string | null): object => ({
      id,
      lotCode: 'TM-001C',
      variety: `V${String(id)}`,
      crop: 'Tomato',
      method: 'on-paper',
      startedOn: '2027-03-01',
      warmFrom: '2027-03-01',
      closedOn: null,
      seeds: 50,
      replicates: 1,
      marked: 9,
      normal: 8,
      alive: 8,
      next: due === null ? null : { due, number: 1, of: 3, testDay: 5, extended: false },
      due: due ?? '2027-03-14',
      version: 1,
      roundId: null,
      bagNumbers: null,
      planned: false,
      callOn: null,
      step: null,
    });
    desk.answers['GET /rounds'] = { rounds: [] };
    desk.answers['GET /worth'] = { lots: [] };
    desk.answers['GET /tests?state=open'] = { tests: [listed(1, '2027-03-11'), listed(2, null)] };
    desk.answers['GET /tests?state=closed'] = { tests: [] };
    desk.answers['GET /lots'] = { lots: [] };
    const w = await desk.show(TestsView);
    expect(w.find('.late').text()).toBe('count 1 of 3, 3 days late');
    expect(w.text()).toContain('every seed is marked: close it');
    expect(w.text()).toContain('No lot is in that much doubt');
    desk.answers['GET /tests?state=open'] = { tests: [] };
    useChanges().revision += 1;
    await settled();
    expect(w.text()).toContain('No test is running');
  });

  it('sowings: those to look at stand apart from those in the ground', async () => {
    const sowing = (id: number, due: string): object => ({
      id,
      lotCode: 'X',
      variety: `V${String(id)}`,
      crop: 'C',
      seeds: 9,
      sownOn: '2027-03-01',
      member: null,
      fate: null,
      emerged: null,
      trayId: null,
      tray: null,
      bench: null,
      care: null,
      next: { due, last: false },
    });
    desk.answers['GET /sowings?state=open'] = { sowings: [sowing(1, '2027-03-14'), sowing(2, '2027-03-20')] };
    desk.answers['GET /sowings?state=finished'] = { sowings: [] };
    desk.answers['GET /trays?state=growing'] = { trays: [] };
    const w = await desk.show(SowingView, {}, '/sowing');
    const [look, ground] = w.findAll('section section');
    expect(look!.text()).toContain('V1');
    expect(ground!.text()).toContain('V2');
    expect(ground!.text()).toContain('in 6 days');
  });

  it('members: found by a part of the name', async () => {
    desk.answers['GET /members'] = { members: [], next: null };
    const w = await desk.show(MembersView, {}, '/members');
    await type(labelled(w, 'Name or place of a member'), 'zo');
    await new Promise((resolve) => setTimeout(resolve, 160));
    await settled();
    expect(desk.calls.at(-1)?.path).toBe('/members?q=zo&limit=5000');
    expect(w.text()).toContain('Nobody is called “zo”');
  });

  it('renewals: each with its reason, and onto the table', async () => {
    desk.answers['GET /renewals'] = {
      lots: [
        {
          code: 'ON-001A',
          variety: 'Weir Keeper',
          crop: 'Onion',
          year: null,
          verdict: 'renew',
          reason: '29 in 100 alive.',
          belowFortyOn: null,
          median: 0.29,
          balance: 9,
        },
      ],
    };
    desk.answers['GET /lots/by-code'] = { lots: [] };
    const w = await desk.show(LosingLots, {}, '/renewals/lots');
    expect(w.text()).toContain('29 in 100 alive.');
    expect(w.text()).toContain('no year');
    button(w, 'ON-001A on the table').click();
    await settled();
    expect(useTable().has('ON-001A')).toBe(true);
  });

  it('the history goes on where it ended', async () => {
    const step = (id: number): object => ({
      id,
      at: '',
      day: '2027-03-14',
      person: null,
      kind: 'x',
      summary: `Step ${String(id)}`,
      undoes: null,
      undoneBy: null,
    });
    desk.answers['GET /history?limit=100'] = { steps: [step(3), step(2)], next: 2 };
    desk.answers['GET /history?limit=100&before=2'] = { steps: [step(1)], next: null };
    const w = await desk.show(HistoryPage);
    button(w, 'Show older steps').click();
    await settled();
    expect(w.findAll('[role=listitem]').map((l) => l.find('.words').text())).toEqual(['Step 3', 'Step 2', 'Step 1']);
    expect(() => button(w, 'Show older steps')).toThrow();
  });

  it('a lot that is gone says so and where to look', async () => {
    desk.answers['GET /lots/TM-404X'] = { status: 404, code: 'not-found', detail: 'The lot "TM-404X" is not here.' };
    const w = await desk.show(LotSheet, { code: 'TM-404X' });
    expect(w.text()).toContain('There is no such lot');
    expect(w.find('a[href="/library/history"]').exists()).toBe(true);
  });
});

describe('keeping', () => {
  it('puts the table away with one place for all and what is left of each', async () => {
    desk.answers['GET /places'] = {
      places: [
        { id: 1, name: 'Box A' },
        { id: 2, name: 'Fridge' },
      ],
    };
    desk.answers['GET /lots/by-code'] = {
      lots: [
        { code: 'A', variety: 'V', balance: 30, placeId: 1 },
        { code: 'B', variety: 'W', balance: 12, placeId: null },
      ],
    };
    desk.answers['POST /table/put-away'] = { count: 2, ...action };
    useTable().pullOut('A', 'B');
    const w = await desk.show(PutAwayForm);
    await type(w.find<HTMLInputElement>('input[aria-label="Seeds left of A"]').element, 'some');
    await w.find('form').trigger('submit');
    await settled();
    expect(w.text()).toContain('"some" is not a number');
    await type(w.find<HTMLInputElement>('input[aria-label="Seeds left of A"]').element, '25');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.calls.find((c) => c.method === 'POST')?.body).toEqual({
      lots: [
        { lotCode: 'A', left: 25, seen: 30 },
        // Nobody touched it: nothing is said of it.
        { lotCode: 'B' },
      ],
    });
    expect(useTable().count).toBe(0);
  });

  it('makes a place in the library’s unit', async () => {
    desk.answers['GET /places'] = { places: [] };
    desk.answers['POST /places'] = { id: 1, ...action };
    const w = await desk.show(PlaceForm);
    await type(labelled(w, 'Name'), 'Drawer 3');
    await type(labelled(w, 'Usual warmth'), '12,5');
    await type(labelled(w, 'Humidity'), '40');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.calls.find((c) => c.method === 'POST')?.body).toEqual({
      name: 'Drawer 3',
      kind: 'box',
      parentId: null,
      temperatureC: 12.5,
      warmestC: null,
      coldestC: null,
      swings: null,
      rhPercent: 40,
      sealed: false,
    });
  });

  it('shows a crop’s own figure beside the reference', async () => {
    const plain = {
      key: 'onion',
      name: 'Onion',
      scientific: 'Allium cepa',
      family: 'F',
      lifeCycle: 'biennial',
      storageBehaviour: 'orthodox',
      cautions: [],
      halfLifeYears: 3,
      freshGermination: 0.9,
      seedsPerGram: 250,
    };
    const crop = { ...plain, lendingThreshold: null, own: ['halfLifeYears'] };
    desk.answers['GET /crops'] = { crops: [{ ...crop, lots: 2 }] };
    desk.answers['GET /crops/onion'] = {
      crop,
      reference: { ...plain, halfLifeYears: 2 },
      names: [],
      ownCrop: null,
      figures: [],
    };
    const w = await desk.show(CropsPage, { crop: 'onion' }, '/library/crops/onion');
    const first = w.find('tbody tr').text().replace(/\s+/g, ' ');
    expect(first).toContain('3 years, own');
    expect(first).toContain('2 years');
    expect(w.text()).toContain('as in the settings');
  });
});
