import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { beginTry, keptTries, rightTry } from '../src/access/wrongTries.ts';
import { all, run } from '../src/db/db.ts';
import { openTestLibrary } from './library.ts';
import { type Browser, browserOf, PASSPHRASE, signIn, withCoordinator, withPerson } from './signIns.ts';

describe('signing in', () => {
  it('lasts as long as it is used and no longer than a fortnight, and ends everywhere at once', async () => {
    const library = await openTestLibrary();
    const coordinator = await withCoordinator(library);
    const tob = await withPerson(library, coordinator, 'Tob Fenner');
    const second = await signIn(library, 'tob fenner');
    const may = async (b: Browser): Promise<number> => (await b.send('GET', '/lots')).status;
    expect((await tob.send('GET', '/access/sign-ins')).body.signIns).toHaveLength(2);
    const hoursAgo = (h: number): string => new Date(Date.now() - h * 3_600_000).toISOString();
    run(library.db, 'UPDATE sign_ins SET seen_at = ?', hoursAgo(11));
    expect([await may(tob), await may(second)]).toEqual([200, 200]);
    run(library.db, 'UPDATE sign_ins SET seen_at = ?', hoursAgo(13));
    expect([await may(tob), await may(second)]).toEqual([401, 401]);
    const third = await signIn(library, 'Tob Fenner');
    run(library.db, 'UPDATE sign_ins SET ends_at = ?', hoursAgo(0));
    expect(await may(third)).toBe(401);
    const [fourth, fifth] = [await signIn(library, 'Tob Fenner'), await signIn(library, 'Tob Fenner')];
    expect((await fourth.send('POST', '/access/sign-out-everywhere', {})).body.state).toBe('signed-out');
    expect([await may(fourth), await may(fifth)]).toEqual([401, 401]);
  });

  it('gives a new secret each time, and ends the one that was there', async () => {
    const library = await openTestLibrary();
    const coordinator = await withCoordinator(library);
    const before = coordinator.cookie;
    const again = await coordinator.send('POST', '/access/sign-in', { name: 'Ottilie Vane', passphrase: PASSPHRASE });
    expect(again.status).toBe(200);
    expect(coordinator.cookie).not.toBe(before);
    coordinator.cookie = before;
    expect((await coordinator.send('GET', '/lots')).status).toBe(401);
  });

  it('keeps no secret that anybody could use, in the library or its history', async () => {
    const library = await openTestLibrary();
    const coordinator = await withCoordinator(library);
    await withPerson(library, coordinator, 'Tob Fenner');
    library.db.pragma('wal_checkpoint(TRUNCATE)');
    const bytes = readFileSync(library.file).toString('latin1');
    expect(bytes).toContain('Tob Fenner');
    expect(bytes).not.toContain(PASSPHRASE);
    expect(bytes).not.toContain(coordinator.cookie.replace('esprel=', ''));
    expect(
      all<{ n: string }>(library.db, 'SELECT coalesce(before, after) AS n FROM events')
        .map((e) => e.n)
        .join(),
    ).not.toContain('argon2');
  });

  it('with a new passphrase puts out whoever knew the old one', async () => {
    const library = await openTestLibrary();
    const coordinator = await withCoordinator(library);
    const other = await signIn(library, 'Ottilie Vane');
    const wrong = await coordinator.send('POST', '/access/passphrase', { old: 'not that one at all', passphrase: 'ten peas rolled away' });
    expect([wrong.status, wrong.body.errors]).toEqual([400, [{ path: 'old', message: 'is not your passphrase' }]]);
    expect((await coordinator.send('POST', '/access/passphrase', { old: PASSPHRASE, passphrase: 'ten peas rolled away' })).status).toBe(
      200,
    );
    expect([(await coordinator.send('GET', '/lots')).status, (await other.send('GET', '/lots')).status]).toEqual([200, 401]);
    expect((await other.send('POST', '/access/sign-in', { name: 'Ottilie Vane', passphrase: PASSPHRASE })).body.code).toBe('wrong-sign-in');
    expect((await other.send('POST', '/access/sign-in', { name: 'Ottilie Vane', passphrase: 'ten peas rolled away' })).status).toBe(200);
  });
});

describe('wrong tries', () => {
  it('slow down, say how long, and are told of in the history once', async () => {
    const library = await openTestLibrary();
    const coordinator = await withCoordinator(library);
    const far = browserOf(library);
    const attempt = (name: string, passphrase: string) => far.send('POST', '/access/sign-in', { name, passphrase });
    const codes = [];
    for (let i = 0; i < 7; i++) codes.push((await attempt('Ottilie Vane', `guess number ${String(i)}`)).body.code);
    expect(codes.slice(0, 5)).toEqual(Array(5).fill('wrong-sign-in'));
    expect(codes.at(-1)).toBe('too-many');
    // Too soon is too soon also for the right one, or it could be told from the wrong ones.
    const soon = await attempt('Ottilie Vane', PASSPHRASE);
    expect([soon.status, soon.body.detail]).toEqual([
      429,
      expect.stringMatching(/^That was wrong too often\. Wait [12] seconds? and try again\.$/),
    ]);
    const { steps } = (await coordinator.send('GET', '/history')).body;
    expect(steps.filter((s: any) => s.kind === 'wrong tries').map((s: any) => [s.summary, s.note])).toEqual([
      [expect.stringMatching(/^5 wrong tries to sign in as Ottilie Vane, the last from (::ffff:)?127\.0\.0\.1$/), 1],
    ]);
    const undo = await coordinator.send('POST', `/history/${String(steps[0].id)}/undo`, {});
    expect([undo.body.code, undo.body.detail]).toEqual(['blocked', 'That is a note of what happened. There is nothing to take back.']);
    // Whoever waited gets in, and is forgiven.
    run(library.db, 'UPDATE wrong_tries SET last_at = ?', new Date(Date.now() - 120_000).toISOString());
    expect((await attempt('Ottilie Vane', PASSPHRASE)).status).toBe(200);
    expect(keptTries(library.db).map((t) => [t.what.split(' ')[0], t.tries])).toEqual([['address', expect.any(Number)]]);
  });

  it('of ten thousand are looked at a handful, and leave two rows', async () => {
    const { db } = await openTestLibrary();
    let looked = 0;
    const start = Date.parse('2027-03-14T10:00:00Z');
    for (let i = 0; i < 10_000; i++) {
      try {
        // Ten a second, for a quarter of an hour.
        beginTry(db, 'Ottilie Vane', '192.0.2.7', start + 100 * i);
        looked += 1;
      } catch {
        // Too soon.
      }
    }
    expect(looked).toBeLessThan(30);
    expect(keptTries(db)).toHaveLength(2);
    // Somebody else behind the same address is slowed too, but not shut out; from elsewhere the one who is meant waits a minute at most.
    expect(() => beginTry(db, 'Ottilie Vane', '192.0.2.8', start + 1_060_000)).not.toThrow();
    rightTry(db, 'Ottilie Vane', '192.0.2.8');
    expect(keptTries(db).map((t) => t.what)).toEqual(['address 192.0.2.7']);
    // A day later all is forgotten.
    beginTry(db, 'Tob Fenner', '192.0.2.9', start + 100_000_000);
    expect(keptTries(db).map((t) => t.what)).toEqual(['address 192.0.2.9', expect.stringContaining('name')]);
  });

  it('say the same of a name that there is not', async () => {
    const library = await openTestLibrary();
    await withCoordinator(library);
    const far = browserOf(library);
    const nobody = await far.send('POST', '/access/sign-in', { name: '<script>alert(1)</script>', passphrase: PASSPHRASE });
    const somebody = await far.send('POST', '/access/sign-in', { name: 'Ottilie Vane', passphrase: 'not that one at all' });
    expect(nobody.body).toEqual(somebody.body);
  });
});
