import { beforeEach, describe, expect, it } from 'vitest';
import { openTestLibrary, type TestLibrary, testedLot, undoLast } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary('2027-03-14');
});

describe('tests and sowings in time', () => {
  it('wait for their preparation, then for each count, then for slow seed', async () => {
    const code = await library.takeIn();
    const { id } = await library.done('/api/tests', {
      lotCode: code,
      method: 'on-paper',
      replicates: [10],
      startedOn: '2027-03-14',
      nightC: 20,
      dayC: 30,
      light: 'either',
      preparationDays: 7,
    });
    const kinds = async (week: string): Promise<string[]> =>
      (await library.get(`/api/today?week=${week}`)).body.items.map((i: any) => `${String(i.kind)} ${String(i.due)}`);
    expect(await kinds('2027-03-15')).toEqual(['warm 2027-03-21']);
    expect(await kinds('2027-03-22')).toEqual(['count 2027-03-26']);
    library.today = '2027-04-04';
    await library.done(`/api/tests/${String(id)}/counts`, { version: 1, replicate: 1, countedOn: '2027-04-04', marks: [] });
    const { next } = (await library.get(`/api/tests/${String(id)}`)).body;
    expect(next).toMatchObject({ extended: true, due: '2027-04-08' });
    const { tests } = (await library.get('/api/tests?state=open')).body;
    expect(tests[0]).toMatchObject({ id, marked: 0, seeds: 10 });
  });

  it('a count may be put right on the same day, but never go back', async () => {
    const code = await library.takeIn();
    const { id } = await library.done('/api/sowings', {
      lotCode: code,
      method: 'cells',
      cells: 10,
      seedsPerCell: 1,
      seeds: 10,
      sownOn: '2027-03-02',
    });
    const count = (version: number, countedOn: string, emerged: number) =>
      library.post(`/api/sowings/${String(id)}/counts`, { version, countedOn, emerged });
    expect((await count(1, '2027-03-10', 6)).status).toBe(200);
    expect((await count(2, '2027-03-10', 5)).body.counts).toHaveLength(1);
    expect(await count(3, '2027-03-12', 4)).toMatchObject({
      status: 400,
      body: { errors: [{ path: 'emerged', message: expect.stringContaining('5 were up before') }] },
    });
    expect(await count(3, '2027-03-08', 9)).toMatchObject({ status: 400, body: { errors: [{ path: 'emerged' }] } });
    expect(await count(1, '2027-03-12', 7)).toMatchObject({ status: 409, body: { code: 'stale' } });
  });

  it('a look that found nothing new is kept, so that the first is known to be later; undo takes it back', async () => {
    const code = await library.takeIn();
    library.today = '2027-03-01';
    const { id } = await library.done('/api/tests', {
      lotCode: code,
      method: 'between-paper',
      replicates: [10],
      startedOn: '2027-03-01',
      nightC: 20,
      dayC: 20,
      light: 'either',
      preparationDays: 0,
    });
    const count = async (version: number, on: string, up: number): Promise<any> => {
      library.today = on;
      const marks = Array.from({ length: up }, (_, i) => ({ position: i + 1, kind: 'normal', markedOn: on }));
      return library.done(`/api/tests/${String(id)}/counts`, { version, replicate: 1, countedOn: on, marks });
    };
    await count(1, '2027-03-05', 0);
    const { replicates } = await count(2, '2027-03-10', 6);
    expect(replicates[0].looks).toEqual(['2027-03-05', '2027-03-10']);
    await undoLast(library);
    expect((await library.get(`/api/tests/${String(id)}`)).body.replicates[0].looks).toEqual(['2027-03-05']);
  });

  it('a closed test takes no more counts, until its closing is taken back', async () => {
    const code = await library.takeIn();
    await testedLot(library, code, 5, 20);
    const body = { version: 3, replicate: 1, countedOn: '2027-03-14', marks: [] };
    expect(await library.post('/api/tests/1/counts', body)).toMatchObject({ status: 400, body: { errors: [{ path: 'replicate' }] } });
    const { steps } = (await library.get('/api/history')).body;
    await library.done(`/api/history/${String(steps[0].id)}/undo`, {});
    const { version } = (await library.get('/api/tests/1')).body.test;
    expect((await library.post('/api/tests/1/counts', { ...body, version })).status).toBe(200);
  });
});
