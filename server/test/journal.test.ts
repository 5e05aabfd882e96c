import { describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, rowCounts } from './library.ts';

describe('taking back', () => {
  it('refuses a step that later steps stand on, and names the one to take back first', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const amount = await library.done(`/api/lots/${lot.code}/movements`, { kind: 'out', seeds: -10, reason: 'given to the school' });
    const refused = await library.post(`/api/history/${String(lot.action.id)}/undo`, {});
    expect(refused).toMatchObject({ status: 409, body: { code: 'blocked', blockedBy: amount.action.id } });
    expect(refused.body.detail).toContain('given to the school');
    await library.done(`/api/history/${String(amount.action.id)}/undo`, {});
    await library.done(`/api/history/${String(lot.action.id)}/undo`, {});
    expect(rowCounts(library.db)).toMatchObject({ lots: 0, movements: 0 });
  });

  it('can be taken back itself', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const undone = await library.done(`/api/history/${String(lot.action.id)}/undo`, {});
    expect((await library.get(`/api/lots/${lot.code}`)).status).toBe(404);
    await library.done(`/api/history/${String(undone.action.id)}/undo`, {});
    expect((await library.get(`/api/lots/${lot.code}`)).body.lot).toMatchObject({ code: lot.code, balance: 200 });
    expect(await library.post(`/api/history/${String(undone.action.id)}/undo`, {})).toMatchObject({ status: 409 });
  });

  it('keeps what was before and after of every row', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const edit = await library.done(`/api/lots/${lot.code}`, { version: 1, floor: 40 }, 'PATCH');
    const { events } = (await library.get(`/api/history/${String(edit.action.id)}`)).body;
    expect(events).toEqual([
      expect.objectContaining({
        entity: 'lots',
        before: expect.objectContaining({ floor: 20 }),
        after: expect.objectContaining({ floor: 40 }),
      }),
    ]);
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
});
