// @vitest-environment happy-dom
import type { PlaceSheetData, VarietySheetData } from '@esprel/core/api';
import { afterEach, describe, expect, it, vi } from 'vitest';
import DevicesPage from '../src/devices/DevicesPage.vue';
import RestrictedPage from '../src/library/RestrictedPage.vue';
import PlaceLogger from '../src/places/PlaceLogger.vue';
import PlaceSheet from '../src/places/PlaceSheet.vue';
import StocktakeRow from '../src/places/StocktakeRow.vue';
import VarietySheet from '../src/varieties/VarietySheet.vue';
import { button, eachDesk, errors, labelled, settled, type, words } from './desk.ts';

const desk = eachDesk();
const done = { step: { id: 1, summary: 'done' } };
const sent = (method: string): string[] => desk.calls.filter((c) => c.method === method).map((c) => c.path);

describe('restricted plants', () => {
  it('are put on the list by name or as a crop, with the reason, and taken off', async () => {
    desk.answers['GET /restricted'] = {
      restricted: [{ id: 4, crop: null, name: 'Giant hogweed', rule: 'do-not-lend', why: 'listed' }],
      undecided: [],
    };
    desk.answers['POST /restricted'] = (body: unknown) =>
      (body as { name: string | null }).name === null
        ? { status: 400, code: 'bad-input', errors: [{ path: 'name', message: 'say which plant' }] }
        : done;
    desk.answers['DELETE /restricted/4'] = done;
    const w = await desk.show(RestrictedPage);
    expect(words(w.find('tbody'))).toContain('Giant hogweed by name never lend listed');
    expect(w.text()).toContain('Esprel gives no legal advice');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toHaveLength(1);
    expect(sent('POST')).toEqual([]);
    await type(labelled(w, 'Why'), 'ask before sowing');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toEqual(['say which plant']);
    expect(labelled(w, 'Why').value).toBe('ask before sowing');
    desk.calls.length = 0;
    await type(labelled(w, 'Name'), ' Opium poppy ');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/restricted')).toEqual({ cropKey: null, name: 'Opium poppy', rule: 'warn', why: 'ask before sowing' });
    expect(labelled(w, 'Name').value).toBe('');
    button(w, 'Take Giant hogweed off').click();
    await settled();
    expect(sent('DELETE')).toEqual(['/restricted/4']);
  });
});

describe('the devices', () => {
  const printer = {
    labelsLeft: 3,
    jammed: false,
    words: '3 labels are left on the roll.',
    jobs: [{ id: 2, title: 'Envelopes', labels: 5, pages: 5, cameOut: 3, state: 'ran-out' }],
  };
  it('say what came out before the roll ended, and refuse a number that is none beside the panel', async () => {
    desk.answers['GET /devices/scale'] = { grams: 0, stable: true, simulated: true, on: 'nothing' };
    desk.answers['GET /devices/printer'] = printer;
    desk.answers['POST /devices/printer'] = {};
    const w = await desk.show(DevicesPage);
    expect(words(w)).toContain('only 3 of 5 came out; it ran out');
    button(w, 'See it').click();
    await settled();
    expect(w.findAll('.out img')).toHaveLength(5);
    await type(labelled(w, 'How many'), 'some');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors().join()).toContain('"some" is not a number');
    button(w, 'Jam it').click();
    await settled();
    expect(desk.posted('/devices/printer')).toEqual({ jammed: true });
  });
});

const sheet = (over: Partial<PlaceSheetData> = {}, climate: object = {}): PlaceSheetData => ({
  place: {
    id: 7,
    parentId: 3,
    kind: 'box',
    name: 'Box C',
    path: 'Hall, Cupboard, Box C',
    temperatureC: null,
    swingC: 0,
    swings: null,
    rhPercent: null,
    sealed: false,
    version: 1,
    climate: { temperatureC: 18, swingC: 0, rhPercent: 55, sealed: false, temperatureFrom: 3, rhFrom: 7, ...climate },
  },
  parents: [{ id: 3, name: 'Cupboard' }],
  within: [],
  climate: { loggerIn: null, days: [], limitC: null, warmSpells: [], logs: [] },
  lotCount: 0,
  lots: [],
  stocktakes: [],
  history: [],
  ...over,
});

describe('a place', () => {
  it('says where its climate comes from, or that nobody wrote one down', async () => {
    desk.answers['GET /places/7'] = sheet();
    desk.answers['GET /places/7/gain'] = { lots: [] };
    const w = await desk.show(PlaceSheet, { id: '7' });
    expect(words(w)).toContain('18 °C (as in Cupboard), 55 % humidity.');
    desk.answers['GET /places/8'] = sheet({}, { temperatureC: null, rhPercent: null });
    await w.setProps({ id: '8' });
    await settled();
    expect(words(w)).toContain('Nobody wrote down how warm and damp it is');
  });

  it('warns of warm days, takes an empty place away, and goes on with a stocktake that is open', async () => {
    desk.answers['GET /places/7'] = sheet({
      climate: { loggerIn: null, days: [], limitC: 12, warmSpells: [{ from: '2027-02-06', days: 2, highC: 21.4 }], logs: [] },
      stocktakes: [{ id: 9, startedOn: '2027-03-01', closedOn: null }],
    });
    desk.answers['DELETE /places/7'] = done;
    const w = await desk.show(PlaceSheet, { id: '7' });
    expect(words(w.find('[role="note"]'))).toMatch(/Too warm from .*6 Feb.* for 2 days, up to 21.4 °C/);
    button(w, 'Go on taking stock').click();
    await settled();
    expect(desk.router.currentRoute.value.path).toBe('/stocktakes/9');
    button(w, 'Take it away').click();
    await settled();
    expect(sent('DELETE')).toEqual(['/places/7']);
    expect(desk.router.currentRoute.value.path).toBe('/library/places');
  });

  it('with lots in it cannot be taken away, and puts them on the table', async () => {
    const lot = { variety: 'Lantern', crop: 'Tomato', year: 2024, balance: 40, median: 0.71, verdict: 'lend' };
    desk.answers['GET /places/7'] = sheet({
      lotCount: 240,
      lots: [
        { ...lot, code: 'TM-001C' },
        { ...lot, code: 'TM-002E' },
      ],
    });
    const w = await desk.show(PlaceSheet, { id: '7' });
    expect(words(w)).toContain('240 lots, the first 2 shown');
    expect(() => button(w, 'Take it away')).toThrow();
    button(w, 'All on the table').click();
    await settled();
    expect(JSON.parse(localStorage.getItem('esprel.table') ?? '')).toEqual(['TM-001C', 'TM-002E']);
  });
});

describe('a climate logger', () => {
  const climate = sheet().climate;
  afterEach(() => {
    vi.restoreAllMocks();
  });

  it('is read, and says what is wrong with its file', async () => {
    desk.answers['GET /devices/logger.csv'] = 'time,temperature';
    desk.answers['POST /places/7/climate-log'] = { status: 400, code: 'bad-input', detail: 'file: holds no reading' };
    const w = await desk.show(PlaceLogger, { id: '7', name: 'Box C', climate });
    button(w, 'Read the logger at hand').click();
    await settled();
    expect(desk.posted('/places/7/climate-log')).toMatchObject({ fileName: 'logger of Box C.csv' });
    expect(errors()).toEqual(['The file holds no reading']);
  });

  it('that does not answer is said, and nothing is read', async () => {
    const w = await desk.show(PlaceLogger, { id: '7', name: 'Box C', climate });
    button(w, 'Read the logger at hand').click();
    await settled();
    expect(errors()).toEqual(['The logger does not answer. Nothing was read; try again in a moment.']);
    expect(sent('POST')).toEqual([]);
  });
});

describe('an envelope of a stocktake', () => {
  it('is counted with a whole number; anything else is said, not dropped', async () => {
    const lot = { code: 'TM-001C', variety: 'Lantern', balance: 40, amountKnown: 'counted', scan: 'not-looked', counted: null };
    const w = await desk.show(StocktakeRow, { lot, closed: false });
    button(w, 'count').click();
    await settled();
    await type(w.find<HTMLInputElement>('[aria-label="Seeds of TM-001C"]').element, '7.5');
    await w.find('form').trigger('submit');
    expect(errors()).toEqual(['A whole number of seeds, 0 when it is empty.']);
    expect(w.emitted('look')).toBeUndefined();
    await type(w.find<HTMLInputElement>('[aria-label="Seeds of TM-001C"]').element, '7');
    await w.find('form').trigger('submit');
    expect(w.emitted('look')).toEqual([[lot, 'counted', 7]]);
  });
});

describe('a variety', () => {
  const variety: VarietySheetData['variety'] = {
    id: 5,
    name: 'Tollgate Red',
    cropKey: 'tomato',
    crop: 'Tomato',
    breeding: 'open-pollinated',
    habit: 'vine',
    heightCm: 180,
    spacingCm: 50,
    harvestDaysMin: 70,
    harvestDaysMax: null,
    hardiness: 'tender',
    note: null,
    version: 2,
    lots: 1,
    synonyms: ['Old Gate'],
    joinedInto: null,
    chosenEnvelopeId: null,
    chosenReason: null,
  };
  const data = (over: Partial<VarietySheetData> = {}): VarietySheetData => ({
    variety,
    joinedInto: null,
    lineOf: { id: 2, name: 'Old Gate Red' },
    lines: [{ id: 9, name: 'Old Gate, early', lots: 1 }],
    crop: {
      key: 'tomato',
      name: 'Tomato',
      scientific: 'Solanum lycopersicum',
      crossingGroup: 'tomato',
      isolationM: 10,
      sowDepthMm: 6,
      spacingCm: 50,
      startWeeksMin: 6,
      startWeeksMax: 8,
      emergeMinD: 6,
      emergeMaxD: 14,
      anchor: 'last-frost',
    },
    crossesWith: Array.from({ length: 14 }, (_, i) => ({ id: 20 + i, name: `Row ${String(i + 1)}`, crop: 'Tomato' })),
    lots: [{ code: 'TM-001C', year: null, balance: 0, identity: 'sure', state: 'kept', source: 'Swap', median: null, verdict: null }],
    envelopes: [],
    near: [{ id: 6, name: 'Tolgate Red', cropKey: 'tomato', crop: 'Tomato', lots: 2, like: 'near', by: 'Tolgate Red' }],
    reach: { lots: [], loans: [] },
    history: [],
    ...over,
  });

  it('shows its traits in the units that are set, its lots, what it crosses with, and offers to join what is called nearly the same', async () => {
    desk.answers['GET /varieties/5'] = data();
    const w = await desk.show(VarietySheet, { id: '5' });
    expect(words(w)).toContain('a line of Old Gate Red');
    expect(words(w)).toContain('Lines chosen from it: Old Gate, early.');
    expect(words(w.find('.facts'))).toContain('Habit vineHeight 180 cmApart 50 cmFirst crop after 70 daysFrost tender');
    expect(words(w.find('[aria-label="Lots"]'))).toContain('1 lot TM-001Cyear not knownSwapused up');
    expect(words(w.find('[aria-label="Crossing"]'))).toMatch(/within 10 m of each other: Row 1,.*Row 12, and others\.$/);
    // One lot cannot be split in two.
    expect(() => button(w, 'Split in two')).toThrow();
    button(w, 'Join them').click();
    await settled();
    expect(desk.router.currentRoute.value.fullPath).toBe('/library/varieties/5/join?into=6');
  });

  it('that was joined into another points there and is changed no more', async () => {
    desk.answers['GET /varieties/5'] = data({ joinedInto: { id: 6, name: 'Tolgate Red' }, near: [] });
    const w = await desk.show(VarietySheet, { id: '5' });
    expect(words(w.find('.notice'))).toBe('Turned out to be Tolgate Red; its lots and names are there.');
    expect(() => button(w, 'Change')).toThrow();
  });
});
