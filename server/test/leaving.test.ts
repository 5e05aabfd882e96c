import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { all } from '../src/db/db.ts';
import { openTestLibrary, type TestLibrary } from './library.ts';

/** A member with all that a library can come to know of one: loans, a return, a garden, notes, an errand. */
async function lifeOf(library: TestLibrary, name: string): Promise<{ id: number; lot: string; returned: string }> {
  const { id } = await library.done('/api/members', { name, place: 'Weir End', contact: 'weir-end-post', note: 'likes peas' });
  const lot = await library.takeIn({ cropKey: 'pea', varietyName: 'Lantern', seeds: 400 });
  const { ids } = await library.done('/api/loans/many', {
    memberId: id,
    purpose: 'save-seed',
    lentOn: '2027-03-14',
    lots: [{ lotCode: lot, seeds: 40, promise: 'some', dueOn: '2027-10-01', packetNote: `for ${name}, by hand` }],
  });
  const loan = { memberId: id, purpose: 'renew', promise: 'some', dueOn: '2027-10-01', lentOn: '2027-03-14', lotCode: lot, seeds: 10 };
  const second = await library.done('/api/loans', loan);
  library.today = '2027-09-20';
  const { lotCode } = await library.broughtHome(second.id, { seeds: 120, plants: 12 });
  await library.done('/api/gardens', {
    name: 'Behind the mill',
    memberId: id,
    hemisphere: 'north',
    shiftDays: 7,
    note: `${name} waters it`,
    eastM: 1350,
    northM: -7450,
  });
  const sheet = (await library.get(`/api/members/${String(id)}`)).body.member;
  await library.done(
    `/api/members/${String(id)}`,
    { name, place: 'Weir End', contact: 'weir-end-post', note: 'likes peas and beans', version: sheet.version },
    'PATCH',
  );
  expect(ids).toHaveLength(1);
  return { id, lot, returned: lotCode };
}

const leave = async (library: TestLibrary, id: number) => {
  const { version } = (await library.get(`/api/members/${String(id)}/leaving`)).body;
  return library.post(`/api/members/${String(id)}/leave`, { version });
};

describe('a member who leaves', () => {
  it('is forgotten by name, place and contact everywhere, on the disk too; what became of the seed stays', async () => {
    const library = await openTestLibrary();
    const { id, lot, returned } = await lifeOf(library, 'Dorit Ames');
    const before = (await library.get(`/api/members/${String(id)}/leaving`)).body;
    expect(before).toMatchObject({ name: 'Dorit Ames', promises: 1, stay: 0 });
    expect(before.gone).toEqual([
      'the name: Dorit Ames',
      'where they live: Weir End',
      'how to reach them: weir-end-post',
      'what was noted of them: likes peas and beans',
      'that “Behind the mill” is theirs, where it lies, and the note on it',
      expect.stringMatching(/^their name in \d+ texts of the record and its history$/),
    ]);
    expect((await leave(library, id)).status).toBe(200);
    library.db.pragma('wal_checkpoint(TRUNCATE)');
    const bytes = readFileSync(library.file).toString('utf8');
    for (const word of ['Dorit', 'Ames', 'Weir End', 'weir-end-post', 'likes peas'])
      expect([word, bytes.includes(word)]).toEqual([word, false]);
    const sheet = (await library.get(`/api/members/${String(id)}`)).body;
    expect(sheet.member).toMatchObject({ name: 'A former member', place: null, contact: null, note: null, leftOn: '2027-09-20' });
    expect(sheet.loans).toHaveLength(2);
    expect(sheet.loans.every((l: any) => l.settledOn !== null)).toBe(true);
    // The seed of theirs is there, with its parent and its story.
    const { lot: child, history } = await library.lotSheet(returned);
    expect([child.balance, child.parent]).toEqual([120, lot]);
    expect(history.map((s: any) => s.summary).join()).toContain('a former member');
    // Nobody finds them, lends to them, or changes them.
    expect((await library.get('/api/members')).body.members).toEqual([]);
    const { found } = (await library.get('/api/find?q=former%20member')).body;
    expect(found.filter((f: any) => f.kind === 'member')).toEqual([]);
    const again = { memberId: id, purpose: 'garden', promise: 'nothing', lentOn: '2027-09-20', lotCode: lot, seeds: 5 };
    expect((await library.post('/api/loans', again)).body.errors[0].path).toBe('memberId');
    expect((await library.send('PATCH', `/api/members/${String(id)}`, { name: 'Dorit Ames', version: 9 })).status).toBe(404);
    expect((await library.get(`/api/members/${String(id)}/leaving`)).body.detail).toContain('left already');
  });

  it('does not come back by taking back or doing again what was done with them', async () => {
    const library = await openTestLibrary();
    const { id } = await lifeOf(library, 'Dorit Ames');
    await leave(library, id);
    const { steps } = (await library.get('/api/history?limit=100')).body;
    for (const s of steps) await library.post(`/api/history/${String(s.id)}/undo`, {});
    for (const s of (await library.get('/api/history?limit=200')).body.steps) await library.post(`/api/history/${String(s.id)}/undo`, {});
    const texts = JSON.stringify([
      all(library.db, 'SELECT * FROM members'),
      all(library.db, 'SELECT * FROM gardens'),
      all(library.db, 'SELECT * FROM events'),
      all(library.db, 'SELECT * FROM steps'),
    ]);
    expect(texts).not.toMatch(/Dorit|Weir End|weir-end-post|1350|7450/);
  });

  it('leaves others alone who are called so, and what only sounds like it', async () => {
    const library = await openTestLibrary();
    const { id } = await lifeOf(library, 'Dorit Ames');
    const { id: other } = await library.done('/api/members', { name: 'Dorit Ames' });
    const { id: longer } = await library.done('/api/members', { name: 'Dorit Amesbury' });
    const preview = (await library.get(`/api/members/${String(id)}/leaving`)).body;
    expect(preview.stay).toBeGreaterThan(0);
    await leave(library, id);
    const names = all<{ name: string }>(library.db, 'SELECT name FROM members ORDER BY id').map((m) => m.name);
    expect(names).toEqual(['A former member', 'Dorit Ames', 'Dorit Amesbury']);
    const historyOf = async (member: number): Promise<string> =>
      (await library.get(`/api/members/${String(member)}`)).body.history.map((s: any) => s.summary).join();
    expect(await historyOf(id)).not.toContain('Dorit');
    expect(await historyOf(other)).toBe('Wrote down the member Dorit Ames');
    expect(await historyOf(longer)).toBe('Wrote down the member Dorit Amesbury');
  });

  it('called by one word takes no variety along that is called so', async () => {
    const library = await openTestLibrary();
    const { id } = await lifeOf(library, 'Rose');
    const code = await library.takeIn({ varietyName: 'Rose', cropKey: 'tomato' });
    await leave(library, id);
    expect((await library.lotSheet(code)).lot.variety).toBe('Rose');
    expect((await library.get(`/api/members/${String(id)}`)).body.history.map((s: any) => s.summary).join()).not.toContain('Rose');
  });

  it('is refused where somebody changed them meanwhile, and nothing is gone', async () => {
    const library = await openTestLibrary();
    const { id } = await lifeOf(library, 'Dorit Ames');
    const refused = await library.post(`/api/members/${String(id)}/leave`, { version: 1 });
    expect([refused.status, refused.body.code]).toEqual([409, 'stale']);
    expect((await library.get(`/api/members/${String(id)}`)).body.member.name).toBe('Dorit Ames');
  });
});
