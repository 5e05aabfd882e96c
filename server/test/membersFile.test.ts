import { describe, expect, it } from 'vitest';
import { openTestLibrary, rowCounts } from './library.ts';

async function file(library: Awaited<ReturnType<typeof openTestLibrary>>, text: string) {
  const response = await fetch(`${library.base}/api/members/read`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/octet-stream' },
    body: text,
  });
  return { status: response.status, body: (await response.json()) as any };
}

describe('members as a spreadsheet', () => {
  it('come in with what is missing filled in, and go out as they came', async () => {
    const library = await openTestLibrary();
    await library.done('/api/members', { name: 'Brisa Marl', place: 'Chapel Rise' });
    const { body: read } = await file(
      library,
      'Name;Garden;E-mail;Member since;Shoe size\nbrisa marl;Far Bank;brisa@post.example;;38\nOrla Weir;Weir End;;2024-05-01;\nTam;;not one;;\n;;;;7\nOrla Weir;;;;\n',
    );
    expect(read.rows.map((r: any) => [r.row, r.state, r.words])).toEqual([
      [2, 'known', 'what is missing is filled in'],
      [3, 'new', null],
      [4, 'wrong', 'the e-mail address is none'],
      [5, 'wrong', 'has no name'],
      [6, 'wrong', 'stands in the file twice; the first row is taken'],
    ]);
    expect(read.left).toEqual(['Shoe size']);
    const took = await library.done('/api/members/file', { members: read.members });
    expect(took).toMatchObject({ added: 1, changed: 1 });
    const { members } = (await library.get('/api/members')).body;
    const sheet = async (name: string) =>
      (await library.get(`/api/members/${String(members.find((m: any) => m.name === name).id)}`)).body.member;
    // What stood there stays; nobody of a file agreed to anything.
    expect(await sheet('Brisa Marl')).toMatchObject({ place: 'Chapel Rise', email: 'brisa@post.example', consentFor: [] });
    expect(await sheet('Orla Weir')).toMatchObject({ place: 'Weir End', joinedOn: '2024-05-01' });
    const out = (await library.get('/api/export/members.csv')).body as string;
    const again = (await file(library, out)).body;
    expect(again.rows.map((r: any) => r.state)).toEqual(['known', 'known']);
    const counts = rowCounts(library.db);
    expect(await library.done('/api/members/file', { members: again.members })).toMatchObject({ added: 0, changed: 0 });
    expect(rowCounts(library.db).members).toBe(counts.members);
  });

  it('that are no members are refused in words, and nothing of them is written', async () => {
    const library = await openTestLibrary();
    const counts = rowCounts(library.db);
    expect((await file(library, 'variety,crop\nTollgate Red,tomato\n')).body.errors[0].message).toContain('no column of names');
    expect((await file(library, '')).body.errors[0].path).toBe('file');
    const refused = await library.post('/api/members/file', { members: [{ name: 'Tam' }, { name: 'Ida', joinedOn: '2031-01-01' }] });
    expect(refused.body.errors[0].message).toContain('Ida cannot have joined after today');
    expect(rowCounts(library.db)).toEqual(counts);
  });
});

describe('somebody who was written down twice', () => {
  it('is joined in one step that was seen before, and can be taken back', async () => {
    const library = await openTestLibrary();
    const code = await library.takeIn({ seeds: 100 });
    const { id: first } = await library.done('/api/members', { name: 'Brisa Marl', email: 'brisa@post.example', note: 'room for beans' });
    const { id: second } = await library.done('/api/members', {
      name: 'B. Marl',
      email: 'other@post.example',
      phone: '0123',
      joinedOn: '2024-05-01',
    });
    await library.done('/api/loans', {
      lotCode: code,
      memberId: second,
      seeds: 10,
      purpose: 'garden',
      promise: 'nothing',
      lentOn: library.today,
    });
    const preview = (await library.get(`/api/members/${String(first)}/joining/${String(second)}`)).body;
    expect(preview.moves).toEqual(['1 loan of B. Marl', 'the telephone: 0123', 'member since 2024-05-01']);
    expect(preview.differ).toEqual([
      { what: 'the name', kept: 'Brisa Marl', noted: 'B. Marl' },
      { what: 'the e-mail address', kept: 'brisa@post.example', noted: 'other@post.example' },
    ]);
    const stale = await library.post(`/api/members/${String(first)}/join`, { otherId: second, version: 1, otherVersion: 9 });
    expect(stale.status).toBe(409);
    const { step } = await library.done(`/api/members/${String(first)}/join`, { otherId: second, version: 1, otherVersion: 1 });
    const sheet = (await library.get(`/api/members/${String(first)}`)).body;
    expect(sheet.member).toMatchObject({
      phone: '0123',
      email: 'brisa@post.example',
      joinedOn: '2024-05-01',
      note: 'room for beans\nAlso written down: the name B. Marl; the e-mail address other@post.example',
    });
    expect(sheet.loans).toHaveLength(1);
    expect((await library.get(`/api/members/${String(second)}`)).status).toBe(404);
    await library.done(`/api/history/${String(step.id)}/undo`, {});
    expect((await library.get(`/api/members/${String(second)}`)).body).toMatchObject({
      member: { name: 'B. Marl' },
      loans: [{ lotCode: code }],
    });
    expect((await library.get(`/api/members/${String(first)}/joining/${String(first)}`)).body.errors[0].path).toBe('otherId');
  });
});

describe('how it goes with somebody', () => {
  it('is drawn towards all members, and for coordinators', async () => {
    const library = await openTestLibrary();
    const code = await library.takeIn({ seeds: 200 });
    const { id } = await library.done('/api/members', { name: 'Brisa Marl' });
    expect((await library.get(`/api/members/${String(id)}/shares`)).body).toEqual({
      promises: { kept: 0, of: 0, share: 0.5, words: 'nothing promised yet' },
      soundness: null,
      trueness: null,
    });
    await library.done('/api/loans', {
      lotCode: code,
      memberId: id,
      seeds: 10,
      purpose: 'garden',
      promise: 'some',
      dueOn: '2027-10-01',
      lentOn: library.today,
    });
    library.today = '2027-11-01';
    const { promises } = (await library.get(`/api/members/${String(id)}/shares`)).body;
    expect([promises.kept, promises.of, promises.share]).toEqual([0, 1, 0]);
  });
});
