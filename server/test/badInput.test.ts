import { beforeEach, describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, rowCounts, type TestLibrary } from './library.ts';

interface Wrong {
  readonly name: string;
  readonly path: string;
  readonly body: unknown;
  readonly field: string;
  readonly says?: string;
  readonly method?: string;
}

let library: TestLibrary;
let code: string;
let doubtful: string;
let member: number;
let loan: number;
let test: number;
let sowing: number;

beforeEach(async () => {
  library = await openTestLibrary('2027-03-14');
  code = (await library.done('/api/lots', envelope())).code;
  doubtful = (await library.done('/api/lots', envelope({ varietyName: 'Squat one', identity: 'doubtful' }))).code;
  member = (await library.done('/api/members', { name: 'Odo Kettlewood' })).id;
  loan = (
    await library.done('/api/loans', {
      lotCode: code,
      memberId: member,
      seeds: 20,
      purpose: 'garden',
      promise: 'some',
      dueOn: '2027-12-01',
      lentOn: '2027-03-10',
    })
  ).id;
  test = (
    await library.done('/api/tests', {
      lotCode: code,
      method: 'on-paper',
      replicates: [10],
      startedOn: '2027-03-05',
      nightC: 20,
      dayC: 30,
      light: 'either',
      preparationDays: 0,
    })
  ).id;
  sowing = (
    await library.done('/api/sowings', { lotCode: code, method: 'cells', cells: 10, seedsPerCell: 1, seeds: 10, sownOn: '2027-03-01' })
  ).id;
});

const lend = (over: object): object => ({
  lotCode: code,
  memberId: member,
  seeds: 5,
  purpose: 'garden',
  promise: 'nothing',
  lentOn: '2027-03-14',
  ...over,
});
const testBody = (over: object): object => ({
  lotCode: code,
  method: 'on-paper',
  replicates: [10],
  startedOn: '2027-03-14',
  nightC: 20,
  dayC: 30,
  light: 'either',
  preparationDays: 0,
  ...over,
});
const count = (over: object): object => ({ version: 1, replicate: 1, countedOn: '2027-03-14', marks: [], ...over });
const sow = (over: object): object => ({
  lotCode: code,
  method: 'cells',
  cells: 5,
  seedsPerCell: 2,
  seeds: 10,
  sownOn: '2027-03-14',
  ...over,
});
const many = (n: number): object[] => Array.from({ length: n }, (_, i) => ({ position: i + 1, kind: 'normal', markedOn: '2027-03-14' }));

const cases: (() => Wrong[])[] = [
  () => [
    { name: 'an empty intake', path: '/api/lots', body: {}, field: 'source' },
    { name: 'no seeds', path: '/api/lots', body: envelope({ seeds: 0 }), field: 'seeds' },
    { name: 'a negative amount', path: '/api/lots', body: envelope({ seeds: -5 }), field: 'seeds' },
    { name: 'a huge amount', path: '/api/lots', body: envelope({ seeds: 1e12 }), field: 'seeds' },
    { name: 'half a seed', path: '/api/lots', body: envelope({ seeds: 1.5 }), field: 'seeds' },
    { name: 'text for an amount', path: '/api/lots', body: envelope({ seeds: '12' }), field: 'seeds' },
    { name: 'a day that does not exist', path: '/api/lots', body: envelope({ receivedOn: '2027-02-30' }), field: 'receivedOn' },
    { name: 'a day to come', path: '/api/lots', body: envelope({ receivedOn: '2027-03-15' }), field: 'receivedOn', says: 'today' },
    { name: 'a harvest after it came', path: '/api/lots', body: envelope({ year: 2028 }), field: 'year' },
    { name: 'a year that is not known', path: '/api/lots', body: envelope({ yearKind: 'unknown' }), field: 'year' },
    { name: 'a crop that is none', path: '/api/lots', body: envelope({ cropKey: 'dragon-fruit-tree' }), field: 'cropKey' },
    { name: 'a blank variety', path: '/api/lots', body: envelope({ varietyName: '  ' }), field: 'varietyName' },
    { name: 'a blank source', path: '/api/lots', body: envelope({ source: ' ' }), field: 'source' },
    { name: 'a place that is none', path: '/api/lots', body: envelope({ placeId: 77 }), field: 'placeId' },
    { name: 'more floor than seed', path: '/api/lots', body: envelope({ floor: 500 }), field: 'floor' },
    { name: 'germination above one', path: '/api/lots', body: envelope({ statedGermination: 85 }), field: 'statedGermination' },
    { name: 'a field that does not exist', path: '/api/lots', body: envelope({ colour: 'red' }), field: 'colour' },
    { name: 'a list instead of an object', path: '/api/lots', body: [], field: '' },
  ],
  () => [
    { name: 'lending into the floor', path: '/api/loans', body: lend({ seeds: 150 }), field: 'seeds', says: 'at most 140' },
    { name: 'lending an unknown code', path: '/api/loans', body: lend({ lotCode: 'TM-999X' }), field: 'lotCode' },
    { name: 'lending to nobody', path: '/api/loans', body: lend({ memberId: 999 }), field: 'memberId' },
    { name: 'a promise without a day', path: '/api/loans', body: lend({ promise: 'some' }), field: 'dueOn' },
    {
      name: 'an amount without a number',
      path: '/api/loans',
      body: lend({ promise: 'amount', dueOn: '2027-10-01' }),
      field: 'promisedSeeds',
    },
    { name: 'a promise due before it is lent', path: '/api/loans', body: lend({ promise: 'some', dueOn: '2027-03-14' }), field: 'dueOn' },
    { name: 'a doubtful lot without a note', path: '/api/loans', body: lend({ lotCode: doubtful }), field: 'packetNote' },
    { name: 'lending tomorrow', path: '/api/loans', body: lend({ lentOn: '2027-03-15' }), field: 'lentOn' },
  ],
  () => [
    { name: 'more tested than there are', path: '/api/tests', body: testBody({ replicates: [400] }), field: 'replicates' },
    { name: 'a test of nothing', path: '/api/tests', body: testBody({ replicates: [] }), field: 'replicates' },
    { name: 'a bag of none', path: '/api/tests', body: testBody({ replicates: [0] }), field: 'replicates[0]' },
    { name: 'a test before the harvest', path: '/api/tests', body: testBody({ startedOn: '2020-01-01' }), field: 'startedOn' },
    { name: 'boiling seed', path: '/api/tests', body: testBody({ dayC: 100 }), field: 'dayC' },
    { name: 'more sprouted than sown', path: `/api/tests/${String(test)}/counts`, body: count({ marks: many(11) }), field: 'marks' },
    {
      name: 'a seed that was not laid',
      path: `/api/tests/${String(test)}/counts`,
      body: count({ marks: [{ position: 11, kind: 'normal', markedOn: '2027-03-14' }] }),
      field: 'marks[0].position',
    },
    {
      name: 'a seed marked twice',
      path: `/api/tests/${String(test)}/counts`,
      body: count({ marks: [...many(1), ...many(1)] }),
      field: 'marks[1].position',
    },
    { name: 'a bag that is none', path: `/api/tests/${String(test)}/counts`, body: count({ replicate: 3 }), field: 'replicate' },
    {
      name: 'a count before the start',
      path: `/api/tests/${String(test)}/counts`,
      body: count({ countedOn: '2027-03-04' }),
      field: 'countedOn',
    },
    {
      name: 'closing what nobody counted',
      path: `/api/tests/${String(test)}/close`,
      body: { version: 1, closedOn: '2027-03-14' },
      field: 'closedOn',
    },
  ],
  () => [
    { name: 'more sown than there is', path: '/api/sowings', body: sow({ cells: 500, seeds: 1000 }), field: 'seeds' },
    { name: 'no cells', path: '/api/sowings', body: sow({ cells: 0 }), field: 'cells' },
    {
      name: 'more seed than the cells take',
      path: '/api/sowings',
      body: sow({ seeds: 16 }),
      field: 'seeds',
      says: 'with one more in each',
    },
    {
      name: 'more than the member has',
      path: '/api/sowings',
      body: sow({ loanId: loan, cells: 30, seeds: 40 }),
      field: 'seeds',
      says: '20 seeds left',
    },
    {
      name: 'more up than sown',
      path: `/api/sowings/${String(sowing)}/counts`,
      body: { version: 1, countedOn: '2027-03-14', emerged: 11 },
      field: 'emerged',
    },
    {
      name: 'a count before sowing',
      path: `/api/sowings/${String(sowing)}/counts`,
      body: { version: 1, countedOn: '2027-02-01', emerged: 1 },
      field: 'countedOn',
    },
    {
      name: 'a fate nobody knows',
      path: `/api/sowings/${String(sowing)}/fate`,
      body: { version: 1, fate: 'abducted', fateOn: '2027-03-14' },
      field: 'fate',
    },
    {
      name: 'came up, never counted',
      path: `/api/sowings/${String(sowing)}/fate`,
      body: { version: 1, fate: 'came-up', fateOn: '2027-03-14' },
      field: 'fate',
    },
  ],
  () => [
    {
      name: 'throwing out more than there is',
      path: `/api/lots/${code}/movements`,
      body: { kind: 'discarded', seeds: -900, reason: 'mouldy' },
      field: 'seeds',
    },
    {
      name: 'throwing out upwards',
      path: `/api/lots/${code}/movements`,
      body: { kind: 'discarded', seeds: 5, reason: 'mouldy' },
      field: 'seeds',
    },
    {
      name: 'an amount without a reason',
      path: `/api/lots/${code}/movements`,
      body: { kind: 'out', seeds: -5, reason: ' ' },
      field: 'reason',
    },
    {
      name: 'a name doubted without a reason',
      path: `/api/lots/${code}/identity`,
      body: { version: 1, identity: 'doubtful', reason: ' ' },
      field: 'reason',
    },
    { name: 'a move into the past', path: `/api/lots/${code}/move`, body: { placeId: 1, movedOn: '2020-01-01' }, field: 'placeId' },
    {
      name: 'a place hotter than an oven',
      path: '/api/places',
      body: { name: 'Oven', temperatureC: 180, rhPercent: 5, sealed: false },
      field: 'temperatureC',
    },
    { name: 'a member without a name', path: '/api/members', body: { name: '\u0007' }, field: 'name' },
    { name: 'a frost day that is none', method: 'PUT', path: '/api/settings', body: settings({ lastFrost: '02-31' }), field: 'lastFrost' },
    {
      name: 'an own figure out of reach',
      method: 'PUT',
      path: '/api/crops/tomato/own-figure',
      body: { version: 0, field: 'halfLifeYears', value: -1 },
      field: 'value',
    },
    {
      name: 'an own figure that is none',
      method: 'PUT',
      path: '/api/crops/tomato/own-figure',
      body: { version: 0, field: 'colour', value: 1 },
      field: 'field',
    },
  ],
];

function settings(over: object): object {
  return {
    version: 0,
    libraryName: 'L',
    hemisphere: 'north',
    lastFrost: '04-27',
    lastFrostSdDays: 10,
    firstFrost: '10-12',
    firstFrostSdDays: 10,
    supplierC: 10,
    supplierRhPercent: 40,
    roomC: 17,
    roomRhPercent: 50,
    lendingThreshold: 0.7,
    temperatureUnit: 'C',
    lengthUnit: 'mm',
    massUnit: 'g',
    dateOrder: 'day-month',
    ...over,
  };
}

describe('bad input names the field and writes nothing', () => {
  it.each(['intake', 'lending', 'tests', 'sowing and returns', 'keeping'].map((name, i) => [name, i] as const))('%s', async (_name, i) => {
    const before = rowCounts(library.db);
    for (const wrong of (cases[i] as () => Wrong[])()) {
      const answer = await library.send(wrong.method ?? 'POST', wrong.path, wrong.body);
      expect(answer.status, wrong.name).toBe(400);
      expect(answer.type, wrong.name).toContain('application/problem+json');
      const error = answer.body.errors.find((e: { path: string }) => e.path === wrong.field);
      expect(error, `${wrong.name}: ${JSON.stringify(answer.body.errors)}`).toBeDefined();
      if (wrong.says !== undefined) expect(error.message, wrong.name).toContain(wrong.says);
    }
    expect(rowCounts(library.db)).toEqual(before);
  });

  it('names every wrong field at once', async () => {
    const answer = await library.post('/api/lots', envelope({ seeds: -1, receivedOn: 'yesterday', form: 'dusty' }));
    expect(answer.body.errors.map((e: { path: string }) => e.path).sort()).toEqual(['form', 'receivedOn', 'seeds']);
  });

  it('refuses queries that are no query', async () => {
    for (const [path, field] of [
      ['/api/lots?limit=0', 'limit'],
      ['/api/lots?limit=1,5', 'limit'],
      ['/api/lots?sort=colour', 'sort'],
      ['/api/lots?sort=crop&sort=year', 'sort'],
      ['/api/lots?after=bogus', 'after'],
      ['/api/today?week=2027-13-01', 'week'],
      [`/api/lots/${code}/sowing-advice?plants=0`, 'plants'],
      [`/api/lots/${code}/sowing-advice?loan=999`, 'loan'],
    ] as const) {
      const answer = await library.get(path);
      expect([answer.status, answer.body.errors?.[0]?.path], path).toEqual([400, field]);
    }
  });

  it('answers what is not JSON, too large, or not there', async () => {
    expect(await library.post('/api/lots', '{"a":')).toMatchObject({ status: 400, body: { code: 'not-json' } });
    expect(await library.post('/api/lots', `{"note":"${'x'.repeat(3_000_000)}"}`)).toMatchObject({ status: 413 });
    expect(await library.get('/api/lots/TM-777Z')).toMatchObject({ status: 404, body: { code: 'not-found' } });
    expect(await library.get('/api/nothing')).toMatchObject({ status: 404 });
    expect(await library.get('/api/tests/abc')).toMatchObject({ status: 400 });
  });
});
