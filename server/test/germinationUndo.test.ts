import { describe, expect, it } from 'vitest';
import { all, type Db } from '../src/db/db.ts';
import { doAllAgain, envelope, openTestLibrary, takeAllBack, twoDesks } from './library.ts';

const TABLES = ['rounds', 'tests', 'test_steps', 'replicates', 'movements', 'sowings', 'emergence_counts', 'overrules'] as const;

/** Everything that people wrote, without the versions, which only go up; and what is derived of it. */
function everything(db: Db): unknown {
  const rows = TABLES.map((t) =>
    all<Record<string, unknown>>(db, `SELECT * FROM ${t} ORDER BY id`).map(({ version: _version, ...row }) => row),
  );
  return {
    rows,
    marks: all(db, 'SELECT * FROM seed_marks ORDER BY replicate_id, position'),
    balances: all(db, 'SELECT id, balance FROM lots ORDER BY id'),
    estimates: all(db, 'SELECT lot_id, median, verdict, reason, next_look, worth_why FROM lot_estimates ORDER BY lot_id'),
    predictions: all(db, 'SELECT test_id, sown, alive FROM test_predictions ORDER BY test_id'),
  };
}

describe('every step of the bench', () => {
  it('is a sentence in the history, and all of them taken back in reverse leave no trace', async () => {
    const library = await openTestLibrary();
    const { db } = library;
    const lots: string[] = [];
    for (const name of ['Tollgate Red', 'Copper Kettle'])
      lots.push((await library.done('/api/lots', envelope({ varietyName: name, seeds: 600 }))).code as string);
    const before = everything(db);
    const { step, steps } = twoDesks(library);
    const version = async (id: number): Promise<number> => (await library.get(`/api/tests/${String(id)}`)).body.test.version;

    const { id: round } = await step('/rounds', { from: '2027-03-14', lots: lots.map((lotCode) => ({ lotCode, replicates: [20, 20] })) });
    const [first, second] = (await library.get(`/api/rounds/${String(round)}`)).body.tests.map((t: any) => t.id) as [number, number];
    await step(`/tests/${String(second)}/give-up`, { version: await version(second) });
    await step(`/tests/${String(first)}/lay`, { version: await version(first), laidOn: '2027-03-14' });
    library.today = '2027-03-26';
    const marks = Array.from({ length: 14 }, (_, i) => ({ position: i + 1, kind: 'normal', markedOn: '2027-03-20' }));
    for (const replicate of [1, 2]) {
      await step(`/tests/${String(first)}/counts`, { version: await version(first), replicate, countedOn: '2027-03-26', marks });
    }
    await step(`/tests/${String(first)}/replicates`, { version: await version(first), replicate: 2, droppedWhy: 'dried out' });
    await step(`/tests/${String(first)}/extend`, {
      version: await version(first),
      replicates: [10],
      laidOn: '2027-03-26',
      preparationDays: 2,
    });
    await step(`/tests/${String(first)}/close`, { version: await version(first), closedOn: '2027-03-26' });
    await step(`/tests/${String(first)}/pot`, { plants: 6, pottedOn: '2027-03-26' });
    const word = async (): Promise<number> => (await library.get(`/api/lots/${lots[0]!}`)).body.overrule.version;
    await step(`/lots/${lots[0]!}/overrule`, { version: 0, verdict: 'renew', reason: 'the last of it', untilDay: '2027-09-01' });
    await step(`/lots/${lots[0]!}/overrule`, {
      version: await word(),
      verdict: 'lend',
      reason: 'there is more in the shed',
      untilDay: '2027-10-01',
    });
    await step(`/lots/${lots[0]!}/overrule/end`, { version: await word() });
    const after = everything(db);

    for (const s of steps) {
      expect(s.summary).toMatch(/^\S.{7,}[^:,\s]$/);
      expect(s.summary).not.toMatch(/undefined|null|NaN|\[object/);
    }
    library.today = '2027-03-14';
    await takeAllBack(library, steps);
    expect(everything(db)).toEqual(before);
    // And done again, in order, it is all there once more.
    library.today = '2027-03-26';
    await doAllAgain(library);
    expect(everything(db)).toEqual(after);
  });
});
