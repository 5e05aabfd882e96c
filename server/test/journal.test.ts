import { describe, expect, it, vi } from 'vitest';
import { envelope, openTestLibrary, rowCounts, type TestLibrary } from './library.ts';

describe('taking back', () => {
  it('refuses a step that later steps stand on, and names the one to take back first', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const amount = await library.done(`/api/lots/${lot.code}/movements`, { kind: 'out', seeds: -10, reason: 'given to the school' });
    const refused = await library.post(`/api/history/${String(lot.step.id)}/undo`, {});
    expect(refused).toMatchObject({ status: 409, body: { code: 'blocked', blockedBy: amount.step.id } });
    expect(refused.body.detail).toContain('given to the school');
    await library.done(`/api/history/${String(amount.step.id)}/undo`, {});
    await library.done(`/api/history/${String(lot.step.id)}/undo`, {});
    expect(rowCounts(library.db)).toMatchObject({ lots: 0, movements: 0 });
  });

  it('can be taken back itself', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const undone = await library.done(`/api/history/${String(lot.step.id)}/undo`, {});
    expect((await library.get(`/api/lots/${lot.code}`)).status).toBe(404);
    await library.done(`/api/history/${String(undone.step.id)}/undo`, {});
    expect((await library.get(`/api/lots/${lot.code}`)).body.lot).toMatchObject({ code: lot.code, balance: 200 });
    expect(await library.post(`/api/history/${String(undone.step.id)}/undo`, {})).toMatchObject({ status: 409 });
  });

  it('keeps what was before and after of every row', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const edit = await library.done(`/api/lots/${lot.code}`, { version: 1, floor: 40 }, 'PATCH');
    const { events } = (await library.get(`/api/history/${String(edit.step.id)}`)).body;
    expect(events).toEqual([
      expect.objectContaining({
        entity: 'lots',
        before: expect.objectContaining({ floor: 20 }),
        after: expect.objectContaining({ floor: 40 }),
      }),
    ]);
  });
});

describe('what is open at another desk when a step is taken back', () => {
  const undo = (library: TestLibrary, step: { step: { id: number } }): Promise<any> =>
    library.done(`/api/history/${String(step.step.id)}/undo`, {});

  it('never becomes another record: a number once given is not given again', async () => {
    const library = await openTestLibrary();
    const first = await library.done('/api/members', { name: 'Bram Holt' });
    const gone = await undo(library, first);
    const second = await library.done('/api/members', { name: 'Sunniva Lark' });
    expect(second.id).not.toBe(first.id);
    const lot = await library.done('/api/lots', envelope());
    const lend = { memberId: first.id, lotCode: lot.code, seeds: 10, purpose: 'garden', promise: 'nothing', lentOn: '2027-03-14' };
    expect((await library.post('/api/loans', lend)).status).toBe(400);
    // The first comes back as itself.
    await undo(library, gone);
    expect((await library.get(`/api/members/${String(first.id)}`)).body.member.name).toBe('Bram Holt');
    expect((await library.get(`/api/members/${String(second.id)}`)).body.member.name).toBe('Sunniva Lark');
  });

  it('is stale, also when the row is as it was or was gone in between', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const save = (version: number, note: string) => library.send('PATCH', `/api/lots/${lot.code}`, { version, note });
    const edit = await library.done(`/api/lots/${lot.code}`, { version: 1, note: 'a second look' }, 'PATCH');
    await undo(library, edit);
    for (const opened of [1, 2]) expect((await save(opened, 'mine')).body.code).toBe('stale');
    await undo(library, await undo(library, lot));
    for (const opened of [1, 2, 3]) expect((await save(opened, 'mine')).body.code).toBe('stale');
    expect((await library.lotSheet(lot.code)).lot.note).toBeNull();
  });

  it('brings back only what the step changed', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const note = await library.done(`/api/lots/${lot.code}`, { version: 1, note: 'withdrawn later' }, 'PATCH');
    const floor = await library.done(`/api/lots/${lot.code}`, { version: 2, floor: 40 }, 'PATCH');
    const floorBack = await undo(library, floor);
    await undo(library, note);
    await undo(library, floorBack);
    expect((await library.lotSheet(lot.code)).lot).toMatchObject({ floor: 40, note: null });
  });

  it('is refused where the row is no more as the step left it, whoever put it back', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const forty = await library.done(`/api/lots/${lot.code}`, { version: 1, floor: 40 }, 'PATCH');
    const sixty = await library.done(`/api/lots/${lot.code}`, { version: 2, floor: 60 }, 'PATCH');
    const sixtyBack = await undo(library, sixty);
    const fortyBack = await undo(library, forty);
    const refused = await library.post(`/api/history/${String(sixtyBack.step.id)}/undo`, {});
    expect(refused).toMatchObject({ status: 409, body: { code: 'blocked', blockedBy: fortyBack.step.id } });
    expect((await library.lotSheet(lot.code)).lot.floor).toBe(20);
  });

  it('is refused where more would lie in packets than there is, and says so', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const more = await library.done(`/api/lots/${lot.code}/movements`, { kind: 'correction', seeds: 100, reason: 'counted again' });
    const packets = await library.done(`/api/lots/${lot.code}/packets`, { packets: 5, seedsEach: 50, filledOn: '2027-03-14' });
    const refused = await library.post(`/api/history/${String(more.step.id)}/undo`, {});
    expect(refused).toMatchObject({ status: 409, body: { code: 'blocked', blockedBy: packets.step.id } });
    expect(refused.body.detail).toMatch(/would have 200 seeds left, but 250 in its packets/);
    expect((await library.lotSheet(lot.code)).lot.balance).toBe(300);
  });
});

describe('two people at one lot', () => {
  it('shows both sides to the second', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    await library.done(`/api/lots/${lot.code}`, { version: 1, note: 'theirs' }, 'PATCH');
    const second = await library.send('PATCH', `/api/lots/${lot.code}`, { version: 1, note: 'mine' });
    expect(second).toMatchObject({
      status: 409,
      body: { code: 'stale', current: { note: 'theirs', version: 2 }, yours: { note: 'mine' }, errors: [{ path: 'version' }] },
    });
    expect((await library.get(`/api/lots/${lot.code}`)).body.lot.note).toBe('theirs');
  });
});

describe('a request that is sent again', () => {
  it('changes nothing and gets the same answer', async () => {
    const library = await openTestLibrary();
    const headers = { 'Idempotency-Key': 'once' };
    const first = await library.post('/api/lots', envelope(), headers);
    const again = await library.post('/api/lots', envelope(), headers);
    expect(again.body).toEqual(first.body);
    expect(rowCounts(library.db)).toMatchObject({ lots: 1, movements: 1 });
  });

  it('may not carry something else under the same key', async () => {
    const library = await openTestLibrary();
    const headers = { 'Idempotency-Key': 'once' };
    await library.post('/api/lots', envelope(), headers);
    expect(await library.post('/api/lots', envelope({ seeds: 5 }), headers)).toMatchObject({ status: 409, body: { code: 'key-reused' } });
  });

  it('may be corrected and sent under the same key when it was refused', async () => {
    const library = await openTestLibrary();
    const headers = { 'Idempotency-Key': 'once' };
    expect((await library.post('/api/lots', envelope({ seeds: 0 }), headers)).status).toBe(400);
    expect((await library.post('/api/lots', envelope(), headers)).status).toBe(200);
  });

  it('is not done twice by a clock that was weeks ahead and went back', async () => {
    const library = await openTestLibrary();
    const headers = { 'Idempotency-Key': 'once' };
    const first = await library.post('/api/lots', envelope(), headers);
    vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + 20 * 86_400_000 });
    await library.post('/api/lots', envelope({ varietyName: 'Kiln Lane Yellow' }), { 'Idempotency-Key': 'ahead' });
    vi.useRealTimers();
    expect((await library.post('/api/lots', envelope(), headers)).body).toEqual(first.body);
    expect(rowCounts(library.db)).toMatchObject({ lots: 2 });
  });

  it('under a key too long to be kept whole is refused, not cut', async () => {
    const library = await openTestLibrary();
    const answer = await library.post('/api/lots', envelope(), { 'Idempotency-Key': 'k'.repeat(201) });
    expect(answer).toMatchObject({ status: 400, body: { errors: [{ path: 'Idempotency-Key' }] } });
    expect(rowCounts(library.db)).toMatchObject({ lots: 0 });
  });
});
