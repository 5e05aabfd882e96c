import { addDays, daysBetween } from '@esprel/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { openSeasonLibrary, rowCounts, undoLast, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openSeasonLibrary();
});

/** Minima of whole springs with one frost each, on the days named. */
function springs(lasts: Record<number, string>, write = (c: number): string => String(c)): string {
  const rows = Object.entries(lasts).flatMap(([year, last]) =>
    Array.from({ length: 181 }, (_, i) => addDays(`${year}-01-01`, i)).map((day) => `${day},${write(day.slice(5) === last ? -2 : 6)}`),
  );
  return ['Date,Minimum (°C)', ...rows].join('\n');
}
const twelve = Object.fromEntries(Array.from({ length: 12 }, (_, i) => [2010 + i, `04-${String(8 + 2 * i).padStart(2, '0')}`]));

describe('frost from a file', () => {
  it('becomes the last frost of the library, for everything that counts from it, and can be taken back', async () => {
    const file = { fileName: 'minima.csv', text: springs(twelve), belowC: 0 };
    const before = rowCounts(library.db);
    const look = await library.done('/api/gardens/library/frost-record/look', file);
    expect(look).toMatchObject({ days: 12 * 181, from: '2010-01-01', doubts: [] });
    expect(rowCounts(library.db)).toEqual(before);
    await library.done('/api/gardens/library/frost-record', file);
    // The two in the middle are 18 and 20 April.
    expect((await library.get('/api/settings')).body).toMatchObject({ lastFrost: '04-19', lastFrostSdDays: 7.2 });
    const page = (await library.get('/api/gardens/library/frost')).body;
    expect(page.record).toMatchObject({ yearsUsed: 12, typical: '04-19', fileName: 'minima.csv' });
    expect(page.fitted.find((f: any) => f.day === '04-19').risk).toBeCloseTo(0.5, 6);
    await undoLast(library);
    expect((await library.get('/api/settings')).body.lastFrost).toBe('04-27');
    expect((await library.get('/api/gardens/library/frost')).body.record).toBeNull();
  });

  it.each([
    ['Fahrenheit without saying so', springs(twelve, (c) => String(Math.round(c * 1.8 + 32 + (c > 0 ? 5 : 1)))), 'Fahrenheit'],
    ['a value no night has', springs(twelve).replace(',6', ',160'), 'row 2'],
    ['a missing decade', springs({ ...twelve, 1994: '04-12', 1995: '04-15' }), '1996 to 2009'],
    ['one spring', springs({ 2020: '04-12' }), 'one spring'],
    ['a date that does not exist', springs(twelve).replace('2010-01-03', '2010-02-30'), 'row 4'],
    ['no column of minima', 'Date,Rain\n2020-01-01,4', 'minima'],
    ['no springs at all', 'Date,Minimum (°C)\n2020-08-01,14\n2020-08-02,13', 'four fifths'],
    ['nothing', '   ', 'empty'],
  ])('refuses %s and writes nothing', async (_name, text, says) => {
    const before = rowCounts(library.db);
    const answer = await library.post('/api/gardens/library/frost-record', { fileName: 'x.csv', text, belowC: 0 });
    expect(answer.status).toBe(400);
    expect(JSON.stringify(answer.body.errors)).toContain(says);
    expect(rowCounts(library.db)).toEqual(before);
  });

  it('takes a file with a gap when somebody says so, and Fahrenheit that says so', async () => {
    const gap = springs({ ...twelve, 1994: '04-12', 1995: '04-15' });
    expect(
      (await library.post('/api/gardens/library/frost-record', { fileName: 'x.csv', text: gap, belowC: 0, accept: true })).status,
    ).toBe(200);
    const f = springs(twelve, (c) => (c * 1.8 + 32).toFixed(1)).replace('(°C)', '(°F)');
    await library.done('/api/gardens/library/frost-record', { fileName: 'f.csv', text: f, belowC: 0 });
    expect((await library.get('/api/settings')).body.lastFrost).toBe('04-19');
  });

  it('reads the file of its own station, thirty years with days missing', async () => {
    const text = (await library.get('/api/devices/station.csv')).body as unknown as string;
    const rows = text.trim().split('\r\n').length;
    expect(rows).toBeLessThan(30 * 365);
    const record = await library.done('/api/gardens/library/frost-record', { fileName: 'station.csv', text, belowC: 0, accept: true });
    expect(record.yearsUsed).toBeGreaterThan(25);
    expect(Math.abs(daysBetween('2027-04-27', `2027-${String(record.typical)}`))).toBeLessThan(10);
  });
});

describe('gardens', () => {
  it('are later or earlier by days, or have frosts of their own in the other half of the world', async () => {
    const hill = { name: 'Upper field', hemisphere: 'north', shiftDays: 12 };
    const { id } = await library.done('/api/gardens', hill);
    const far = await library.done('/api/gardens', {
      name: 'Far side',
      hemisphere: 'south',
      lastFrost: '10-05',
      lastFrostSdDays: 9,
      firstFrost: '05-20',
      firstFrostSdDays: 9,
    });
    const { gardens } = (await library.get('/api/gardens')).body;
    expect(gardens.map((g: any) => [g.name, g.frost.last, g.frost.first])).toEqual([
      ['Seed library', '04-27', '10-14'],
      ['Far side', '10-05', '05-20'],
      ['Upper field', '05-09', '10-02'],
    ]);
    const code = await library.takeIn();
    const windowIn = async (garden: number | null) =>
      (await library.get(`/api/lots/${code}/season${garden === null ? '' : `?garden=${String(garden)}`}`)).body.season.season.sow.target;
    expect([await windowIn(null), await windowIn(id), await windowIn(far.id)]).toEqual(['2027-03-09', '2027-03-21', '2027-08-17']);
    expect((await library.post('/api/gardens', hill)).body.errors[0].path).toBe('name');
    expect(
      (await library.post('/api/gardens', { name: 'X', hemisphere: 'north', lastFrost: '04-31', lastFrostSdDays: 4 })).body.errors[0].path,
    ).toBe('lastFrost');
    expect((await library.post('/api/gardens', { name: 'X', hemisphere: 'north' })).body.errors[0].path).toBe('lastFrost');
    expect((await library.send('PUT', `/api/gardens/${String(id)}`, { ...hill, shiftDays: 3, version: 7 })).status).toBe(409);
  });
});
