// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import DayRisks from '../src/shared/DayRisks.vue';
import LotSeasonView from '../src/season/LotSeasonView.vue';
import WorkedView from '../src/sowing/WorkedView.vue';
import SowingCare from '../src/sowing/SowingCare.vue';
import TraysView from '../src/sowing/TraysView.vue';
import { button, choose, settled, eachDesk, words } from './desk.ts';
import { tomato } from './lotSheet.ts';
import { laneCrop } from './cropParts.ts';

const desk = eachDesk();

const done = { step: { id: 1, summary: 'done' } };
const none = { days: 0, verdicts: 0 };
const season = (year: number, over: object = {}) => ({
  year,
  sowings: 2,
  seeds: 40,
  emerged: 30,
  lost: 0,
  daysUp: { after: 3, by: 7 },
  from: `${String(year)}-03-10`,
  to: `${String(year)}-03-20`,
  timings: {},
  notes: [],
  ...over,
});
const said = {
  id: 5,
  way: 'start',
  offsetDays: 10,
  timing: 'too-late',
  madeOn: '2026-07-01',
  sowingId: 8,
  sownOn: '2026-03-20',
  variety: 'Tollgate Red',
} as const;

describe('what worked', () => {
  const rows = [
    { cropKey: 'kale', crop: 'Kale', method: 'cells', seasons: [season(2027)] },
    {
      cropKey: 'tomato',
      crop: 'Tomato',
      method: 'cells',
      seasons: [
        season(2027, { sowings: 6, lost: 4, timings: { 'too-late': 1 } }),
        season(2026, { seeds: 0, emerged: 0, sowings: 1, daysUp: null, from: '2026-03-20', to: '2026-03-20' }),
      ],
    },
  ];

  it('puts seasons side by side, the crop with most sowings first, and no share where nothing speaks of the seed', async () => {
    desk.answers['GET /sowing/worked'] = { rows, rule: 'the rule', shifts: null, verdicts: [] };
    const w = await desk.show(WorkedView, {}, '/sowing/worked');
    expect(w.findAll('thead th').map((h) => h.text())).toEqual(['Sown in', '2027', '2026']);
    const lines = w.findAll('tbody tr').map(words);
    expect(lines[0]).toBe('Tomato');
    expect(lines[1]).toContain('75 %');
    expect(lines[1]).toContain('1 sown, nothing said');
    expect(w.text()).toContain('Choose a crop');
  });

  it('puts what was before the last three seasons together', async () => {
    const seasons = [2027, 2026, 2025].map((y) => season(y, { emerged: 10 }));
    const old = [season(2024, { seeds: 60, emerged: 50 }), season(2023, { seeds: 40, emerged: 30 })];
    const kale = { cropKey: 'kale', crop: 'Kale', method: 'cells', seasons: [...seasons, ...old] };
    desk.answers['GET /sowing/worked'] = { rows: [kale], rule: 'the rule', shifts: null, verdicts: [] };
    const w = await desk.show(WorkedView, {}, '/sowing/worked');
    expect(w.findAll('thead th').map((h) => h.text())).toEqual(['Sown in', '2027', '2026', '2025', 'before']);
    expect(w.findAll('tbody td.season-cell').map(words)).toEqual([...seasons.map(() => '25 % of 40'), '80 % of 100']);
  });

  it('shows of one crop its days, what was lost and said, the moved window with its rule, and takes one verdict back', async () => {
    const shifts = { start: { days: -4, verdicts: 2 }, direct: none, late: none };
    desk.answers['GET /sowing/worked'] = { rows, rule: 'the rule', shifts: null, verdicts: [] };
    desk.answers['GET /sowing/worked?crop=tomato'] = { rows: [rows[1]], rule: 'the rule', shifts, verdicts: [said] };
    desk.answers['DELETE /timings/5'] = done;
    const w = await desk.show(WorkedView, {}, '/sowing/worked?crop=tomato');
    const one = words(w.find('aside'));
    expect(one).toContain('75 % of 40 came up, 6 sowings');
    expect(one).toContain('first up between day 3 and day 7; 4 seeds lost to other causes; 1 too late');
    expect(one).toContain('nobody saw the first come up');
    expect(one).toContain('4 days earlier, from 2 verdicts. the rule');
    button(w, 'Take back what was said of Tollgate Red').click();
    await settled();
    expect(desk.calls.filter((c) => c.method === 'DELETE').map((c) => c.path)).toEqual(['/timings/5']);
  });
});

describe('when to sow a lot', () => {
  const window = { from: '2027-03-02', target: '2027-03-09', to: '2027-03-16' };
  const windows = {
    plantOut: { from: '2027-05-11', target: '2027-05-18', to: '2027-05-25' },
    sow: window,
    direct: null,
    hardenFrom: '2027-05-11',
    frostRiskAtPlantOut: 0.02,
  };
  const answer = (over: object = {}, way: object = {}) => ({
    variety: 'Tollgate Red',
    crop: 'Tomato',
    garden: { id: null, name: 'The library' },
    season: {
      year: 2027,
      lastFrost: '2027-04-27',
      season: windows,
      table: windows,
      packet: null,
      late: null,
      fresh: false,
      shifts: { start: none, direct: none, late: none },
      ...over,
    },
    ways: [{ way: 'start', window, missed: null, shift: none, why: null, ...way }],
    winter: null,
    lane: { crop: laneCrop(tomato), seasons: [] },
    rule: 'the rule',
    verdicts: [],
    soil: { state: 'unknown' },
    notes: [],
  });
  const gardens = {
    gardens: [
      { id: null, name: 'The library' },
      { id: 4, name: 'Hill plot' },
    ],
  };

  it('asks again for another garden', async () => {
    desk.answers['GET /gardens'] = gardens;
    desk.answers['GET /lots/TM-001/season'] = answer();
    desk.answers['GET /lots/TM-001/season?garden=4'] = answer({ lastFrost: '2027-05-09' });
    const w = await desk.show(LotSeasonView, { code: 'TM-001' });
    expect(words(w)).toMatch(/last frost is usually about .*27 Apr/);
    expect(words(w)).toMatch(/18 May.* in 2 % of springs/);
    await choose(w, 'In the garden', 'Hill plot');
    await settled();
    expect(words(w)).toMatch(/last frost is usually about .*9 May/);
  });

  it('says of a window that is over that this is the next, and why one can no longer be met', async () => {
    desk.answers['GET /gardens'] = gardens;
    desk.answers['GET /lots/TM-001/season'] = answer({}, { missed: { window, forPreparing: false } });
    const w = await desk.show(LotSeasonView, { code: 'TM-001' });
    expect(words(w.find('dl'))).toMatch(/The one of .*2 .*to .*16 Mar is over; this is the next/);
    desk.answers['GET /lots/TM-002/season'] = answer({}, { missed: { window, forPreparing: true } });
    const cold = await desk.show(LotSeasonView, { code: 'TM-002' });
    expect(words(cold.find('dl'))).toContain('its weeks of cold would not be over in time');
  });

  it('says before anything is saved what a day risks, of the window that it is meant for', async () => {
    const frosts = { lastFrost: '2027-04-27', sdDays: 10, firstFrost: '2027-10-14', cropDays: { min: 55, max: 90 } };
    const lane = {
      crop: laneCrop(tomato),
      seasons: [
        { way: 'start', window, ...frosts },
        { way: 'late', window: null, ...frosts },
      ],
    };
    const typed = { lane, ways: ['start', 'late'], method: 'cells', seedsPerCell: 1, sowOn: '2027-03-21', plantOutOn: '2027-05-18' };
    const w = await desk.show(DayRisks, typed);
    expect(words(w)).toMatch(/Its window: .*16 Mar\. First crop about .*12 Jul\..*5 days after its window/);
    expect(words(await desk.show(DayRisks, { ...typed, plantOutOn: '2027-04-20' }))).toContain('A frost still follows planting out');
    expect(words(await desk.show(DayRisks, { ...typed, sowOn: '' }))).toBe('');
  });

  it('moves the window by what was learned and says from how many sowings', async () => {
    desk.answers['GET /gardens'] = gardens;
    const earlier = { from: '2027-02-25', target: '2027-03-04', to: '2027-03-11' };
    desk.answers['GET /lots/TM-001/season'] = answer({}, { window: earlier, shift: { days: -5, verdicts: 3 } });
    const w = await desk.show(LotSeasonView, { code: 'TM-001' });
    expect(words(w.find('dl'))).toMatch(/25 Feb.* to .*11 Mar.*begin .*4 Mar/);
    expect(words(w.find('dl'))).toContain('5 days earlier than the table, from what was said of 3 sowings');
  });

  it('says of seed that does not keep that it is sown at once, and what the packet says beside the table', async () => {
    desk.answers['GET /gardens'] = gardens;
    const packet = { lotCode: 'TM-001', weeks: { min: 4, max: 6 }, anchor: 'last-frost', window, used: true };
    desk.answers['GET /lots/TM-001/season'] = answer({ fresh: true, packet });
    const w = await desk.show(LotSeasonView, { code: 'TM-001' });
    expect(w.text()).toContain('sow it the day it comes');
    expect(words(w)).toContain('4 to 6 weeks before the last frost');
    expect(words(w)).toContain('The packet is followed.');
  });
});

describe('the care of a sowing', () => {
  const sheet = (over: object = {}) => ({
    sowing: { id: 8, version: 2, lotCode: 'TM-001', crop: 'Tomato', cropKey: 'tomato', member: null },
    care: [
      { kind: 'cover-off', due: '2027-03-10', doneOn: '2027-03-12', movedDays: 0 },
      { kind: 'pot-on', due: '2027-03-13', doneOn: null, movedDays: 2 },
    ],
    nextCare: { kind: 'pot-on', due: '2027-03-13', doneOn: null, movedDays: 2 },
    timing: null,
    ...over,
  });

  it('asks for nothing where the server knows of nothing to do', async () => {
    const w = await desk.show(SowingCare, { sheet: sheet({ nextCare: null }), up: 0, part: 'next' });
    expect(w.text()).toBe('');
  });

  it('says what is next, why, and that it moved; done, it goes to the tags for as many plants as are up', async () => {
    desk.answers['POST /sowings/8/care'] = done;
    const w = await desk.show(SowingCare, { sheet: sheet(), up: 11, part: 'next' });
    expect(words(w)).toMatch(/Pot on 1 day late.*every pot gets its label again.*It moved by 2 days/);
    button(w, 'Done, print tags').click();
    await settled();
    expect(desk.posted('/sowings/8/care')).toEqual({ version: 2, kind: 'pot-on', doneOn: '2027-03-14' });
    expect(desk.router.currentRoute.value.fullPath).toBe('/labels?kind=pot&codes=TM-001&copies=11&sowing=8');
  });

  it('one tap says whether the day was right, the same tap takes it back', async () => {
    desk.answers['POST /sowings/8/timing'] = done;
    desk.answers['DELETE /timings/3'] = done;
    const w = await desk.show(SowingCare, { sheet: sheet(), up: 11, part: 'all' });
    button(w, 'Too early').click();
    await settled();
    expect(desk.posted('/sowings/8/timing')).toEqual({ version: 0, timing: 'too-early' });
    await w.setProps({ sheet: sheet({ timing: { id: 3, version: 4, timing: 'too-early', offsetDays: -9 } }) });
    expect(button(w, 'Too early').getAttribute('aria-pressed')).toBe('true');
    button(w, 'Too early').click();
    await settled();
    expect(desk.calls.filter((c) => c.method === 'DELETE').map((c) => c.path)).toEqual(['/timings/3']);
  });
});

describe('the trays', () => {
  it('stand by what is to be done with them, each as a picture of its cells', async () => {
    const tray = {
      id: 1,
      name: 'Tray of nine',
      rows: 3,
      columns: 3,
      gaps: [8],
      sowOn: '2027-03-20',
      sownOn: null,
      bench: 'Mat 1',
      map: ['A', 'A', 'A*', 'B', 'B', '', '', '', ''],
      names: 'Tollgate Red, Lantern',
      cellsSown: 0,
      cellsUp: null,
    };
    desk.answers['GET /trays?state=planned'] = { trays: [tray] };
    desk.answers['GET /trays?state=growing'] = { trays: [{ ...tray, id: 2, sownOn: '2027-03-10', cellsSown: 5, cellsUp: 3 }] };
    desk.answers['GET /trays?state=cleared'] = { trays: [] };
    const w = await desk.show(TraysView, {}, '/sowing/trays');
    expect(w.findAll('section').map((s) => s.attributes('aria-label'))).toEqual(['Laid out, to be sown', 'Growing']);
    const cards = w.findAll('.card');
    expect(words(cards[0]!)).toMatch(/Tray of nine sow .*20 Mar.*, Mat 1 Tollgate Red, Lantern/);
    expect(words(cards[1]!)).toMatch(/sown .*10 Mar.*, 3 of 5 cells up/);
    // Eight cells and the ground: the one it lacks is not drawn.
    expect(cards[0]!.findAll('svg rect')).toHaveLength(9);
  });
});
