import { describe, expect, it } from 'vitest';
import { all, one, run } from '../src/db/db.ts';
import { dailyRefresh } from '../src/estimates/daily.ts';
import { judgingState } from '../src/estimates/judgingState.ts';
import { keepAnswer, keptAnswer } from '../src/journal/requestKeys.ts';
import { openTestLibrary } from './library.ts';

describe('a new day', () => {
  it('has every lot judged again once; what was paused or failed is done by a later look', async () => {
    const library = await openTestLibrary();
    await library.takeIn();
    await library.takeIn({ cropKey: 'onion', varietyName: 'Copper Kettle' });
    const days = (): string[] => all<{ day: string }>(library.db, 'SELECT DISTINCT as_of AS day FROM lot_estimates').map((r) => r.day);
    const look = dailyRefresh(library.db, () => library.today);
    await look();
    expect(days()).toEqual(['2027-03-14']);
    library.today = '2027-03-15';
    judgingState(library.db).paused = true;
    await look();
    expect(days()).toEqual(['2027-03-14']);
    judgingState(library.db).paused = false;
    await look();
    expect(days()).toEqual(['2027-03-15']);
    // It looks every minute: what is of the day is left alone.
    run(library.db, 'UPDATE lot_estimates SET median = 0');
    await look();
    expect(one(library.db, 'SELECT max(median) AS most FROM lot_estimates')).toEqual({ most: 0 });
  });
});

describe('keys of requests', () => {
  it('stay two weeks, and the latest 20,000 of them whatever the clock says', async () => {
    const { db } = await openTestLibrary();
    const many = (first: number, n: number, at: string): void => {
      run(
        db,
        `WITH RECURSIVE k (n) AS (SELECT ? UNION ALL SELECT n + 1 FROM k WHERE n < ?)
         INSERT INTO request_keys (key, route, body_hash, status, answer, at) SELECT 'key-' || CAST(n AS INTEGER), 'POST /lots', '', 200, '{}', ? FROM k`,
        first,
        first + n - 1,
        at,
      );
    };
    many(1, 20_010, '2020-01-01T00:00:00.000Z');
    keepAnswer(db, { key: 'one more', where: 'POST /lots', hash: '', json: '{}' });
    // Old, and beyond the latest 20,000: gone. Old, and among them: kept.
    expect([keptAnswer(db, 'key-11'), keptAnswer(db, 'key-12')?.status, keptAnswer(db, 'one more')?.status]).toEqual([undefined, 200, 200]);
    many(30_001, 20_010, new Date().toISOString());
    keepAnswer(db, { key: 'the last', where: 'POST /lots', hash: '', json: '{}' });
    // Beyond the latest, but not two weeks old.
    expect([keptAnswer(db, 'key-20010'), keptAnswer(db, 'key-30001')?.status]).toEqual([undefined, 200]);
  });
});
