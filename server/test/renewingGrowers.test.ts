import type { RenewalsPage } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { undoLast } from './library.ts';
import { phoneOf } from './phones.ts';
import { asRow, eachRenewing, rowsOf } from './renewing.ts';
import { withCoordinator } from './signIns.ts';

const renewing = eachRenewing();
const { garden, takeIn, page, plan, varietyId, sheet, hold } = renewing;

describe('growers', () => {
  it('are asked, answer yes, no or another one, and the plan goes by it', async () => {
    const [quarry, bank] = [await garden('Quarry Foot'), await garden('Far Bank', { eastM: 5000 })];
    await takeIn();
    await takeIn({ varietyName: 'Red', cropKey: 'tomato', seeds: 12, year: 2015 });
    await hold('Long Trailer', quarry.id, 2027);
    const row = rowsOf(await plan()).find((r) => r.gardenId === quarry.id && r.varietyId === varietyId('Long Trailer'))!;
    expect((await renewing.library.done('/api/renewals/asks', { rows: [asRow(row)] })).asked).toBe(1);
    expect((await renewing.library.post('/api/renewals/asks', { rows: [asRow(row)] })).status).toBe(409);
    const asked = rowsOf(await plan()).find((r) => r.rowId === row.rowId)!;
    expect(asked).toMatchObject({ state: 'asked', askedOn: '2027-03-14' });
    expect((await page()).waiting).toBe(1);
    // The message lies ready for whoever writes to them.
    const { messages } = (await renewing.library.get('/api/messages/proposed')).body;
    expect(messages).toMatchObject([{ memberId: quarry.memberId, kind: 'who-can-grow' }]);
    expect(messages[0].text).toContain('Long Trailer (summer squash and courgette): 6 plants at Quarry Foot in 2027');
    const answer = (body: object) =>
      renewing.library.post(`/api/renewals/rows/${String(row.rowId)}/answer`, { version: asked.version, ...body });
    expect((await answer({ answer: 'another' })).body.errors).toMatchObject([{ path: 'otherVarietyId' }]);
    await answer({ answer: 'no', note: 'no water this summer' });
    const no = await plan();
    expect(rowsOf(no).some((r) => r.gardenId === quarry.id && r.varietyId === varietyId('Long Trailer') && r.season === 2027)).toBe(false);
    expect((await sheet('Long Trailer')).bars[0]?.words).toBe(
      'Grower of Quarry Foot said no: not at Quarry Foot in 2027 (no water this summer)',
    );
    await undoLast(renewing.library);
    await renewing.library.done(`/api/renewals/rows/${String(row.rowId)}/answer`, {
      answer: 'another',
      otherVarietyId: varietyId('Red'),
      version: 3,
    });
    expect(rowsOf(await plan()).find((r) => r.varietyId === varietyId('Red'))).toMatchObject({
      gardenId: quarry.id,
      season: 2027,
      state: 'yes',
    });
    expect(bank.id).toBeGreaterThan(0);
  });

  it('find it on their own page, and may take the answer back', async () => {
    const [quarry, bank] = [await garden('Quarry Foot'), await garden('Far Bank', { eastM: 5000, practised: 'new' })];
    await takeIn();
    await takeIn({ varietyName: 'Red', cropKey: 'tomato', seeds: 12, year: 2015 });
    await hold('Long Trailer', quarry.id, 2027, { covered: true });
    await renewing.library.done('/api/renewals/asks', {
      rows: [{ varietyId: varietyId('Long Trailer'), gardenId: quarry.id, season: 2027, covered: true }],
    });
    const desk = await withCoordinator(renewing.library);
    const [phone, other] = [await phoneOf(renewing.library, desk, quarry.memberId), await phoneOf(renewing.library, desk, bank.memberId)];
    const grow = async () => (await phone.send('GET', '/my')).body.grow;
    const [asked] = await grow();
    expect(asked).toMatchObject({
      variety: 'Long Trailer',
      season: 2027,
      garden: 'Quarry Foot',
      plants: 6,
      apart: 'tied',
      years: 1,
      ready: false,
    });
    expect(asked).toMatchObject({ answer: null, undo: null, others: [{ variety: 'Red' }] });
    expect((await other.send('GET', '/my')).body.grow).toEqual([]);
    const said = { on: '2027-03-14', phoneToday: '2027-03-14' };
    const answer = (by: typeof phone, body: object) => by.send('POST', `/my/grow/${String(asked.id)}/answer`, { ...said, ...body });
    expect((await answer(other, { answer: 'yes' })).status).toBe(404);
    expect((await answer(phone, { answer: 'yes', otherVarietyId: 1 })).body.errors).toMatchObject([{ path: 'otherVarietyId' }]);
    expect((await answer(phone, { answer: 'yes' })).status).toBe(200);
    const [yes] = await grow();
    expect(yes.answer).toBe('yes');
    const state = async () =>
      ((await desk.send('GET', '/renewals/plan')).body as RenewalsPage).varieties.find((v) => v.variety === 'Long Trailer')!.rows[0]?.state;
    expect(await state()).toBe('yes');
    expect((await phone.send('POST', `/my/steps/${String(yes.undo)}/undo`, {})).status).toBe(200);
    expect(await state()).toBe('asked');
    expect((await answer(phone, { answer: 'another', otherVarietyId: varietyId('Red'), note: 'no room to tie' })).status).toBe(200);
    expect((await grow()).map((g: { variety: string; answer: string }) => [g.variety, g.answer])).toEqual([
      ['Long Trailer', 'another'],
      ['Red', 'yes'],
    ]);
    const { parts } = (await phone.send('GET', '/my/kept')).body as { parts: { title: string; rows: unknown[] }[] };
    expect(parts.find((p) => p.title === 'Asked to grow')?.rows).toHaveLength(2);
  });

  it('who left are planned with no more, and what was held of them is gone', async () => {
    const home = await garden('Quarry Foot');
    await takeIn();
    await hold('Long Trailer', home.id, 2027);
    expect(rowsOf(await plan())).toHaveLength(1);
    const { version } = (await renewing.library.get(`/api/members/${String(home.memberId)}/leaving`)).body;
    await renewing.library.done(`/api/members/${String(home.memberId)}/leave`, { version });
    const p = await plan();
    expect([p.gardens, rowsOf(p)]).toEqual([[], []]);
    expect(p.nothing).toContain('No garden');
    expect(renewing.library.db.prepare('SELECT count(*) AS n FROM renewal_rows').get()).toEqual({ n: 0 });
  });
});

describe('the plan that is taken', () => {
  it('lays packets ready that stand on the plan of gardens, and are loans to renew as they were planned', async () => {
    const quarry = await garden('Quarry Foot');
    await garden('Second', { eastM: 5000, practised: 'new' });
    await takeIn({ seeds: 60 });
    await hold('Long Trailer', quarry.id, 2027, { covered: true });
    const row = rowsOf(await plan()).find((r) => r.gardenId === quarry.id)!;
    expect(row.apart).toBe('tied');
    expect((await renewing.library.done('/api/renewals/take', { rows: [asRow(row)] })).taken).toBe(1);
    const taken = rowsOf(await plan()).find((r) => r.gardenId === quarry.id)!;
    expect(taken).toMatchObject({ state: 'taken', askedOn: '2027-03-14' });
    const growing = async () => (await renewing.library.get('/api/growing?group=cucurbita-pepo&season=2027')).body.patches;
    expect(await growing()).toMatchObject([{ key: `renewal-${String(taken.rowId)}`, kind: 'library', apart: 'tied', plants: 6 }]);
    expect(
      (await renewing.library.send('PATCH', `/api/growing/patches/renewal-${String(taken.rowId)}`, { version: 0, plants: 9 })).status,
    ).toBe(409);
    expect((await hold('Long Trailer', quarry.id, 2027, { version: taken.version })).body.detail).toContain('is taken for Quarry Foot');
    const { asks } = (await renewing.library.get('/api/asks')).body;
    expect(asks[0]).toMatchObject({ id: taken.askId, kind: 'offer', laid: { purpose: 'renew', promise: 'some' } });
    const loan = await renewing.library.done(`/api/asks/${String(taken.askId)}/hand-over`, { version: asks[0].version });
    expect(await growing()).toMatchObject([{ key: `loan-${String(loan.loanId)}`, kind: 'library', apart: 'tied', gardenId: quarry.id }]);
    const p = await plan();
    expect(p.varieties[0]!.growing).toBeGreaterThan(0.3);
    expect(rowsOf(p).some((r) => r.state === 'taken')).toBe(false);
    await undoLast(renewing.library);
    expect(rowsOf(await plan()).find((r) => r.gardenId === quarry.id)).toMatchObject({ state: 'taken' });
  });

  it('is found again where a grower says no, and its packet goes back', async () => {
    const quarry = await garden('Quarry Foot');
    await takeIn();
    await hold('Long Trailer', quarry.id, 2027);
    const row = rowsOf(await plan())[0]!;
    await renewing.library.done('/api/renewals/take', { rows: [asRow(row)] });
    const { askId, rowId, version } = rowsOf(await plan())[0]!;
    await renewing.library.done(`/api/renewals/rows/${String(rowId)}/answer`, { answer: 'no', version });
    expect((await renewing.library.get('/api/asks')).body.asks).toEqual([]);
    expect(rowsOf(await plan()).every((r) => r.season !== 2027)).toBe(true);
    expect(askId).not.toBeNull();
    await undoLast(renewing.library);
    expect((await renewing.library.get('/api/asks')).body.asks).toHaveLength(1);
    // At the desk it is declined with the packet: the same for the plan.
    const { version: askVersion } = (await renewing.library.get('/api/asks')).body.asks[0];
    await renewing.library.done(`/api/asks/${String(askId)}/decline`, { version: askVersion, why: 'moved away' });
    expect((await sheet('Long Trailer')).bars[0]?.words).toContain('moved away');
  });

  it('plans the sowing of what the library grows itself', async () => {
    const { id } = await renewing.library.done('/api/gardens', {
      name: 'Behind the hall',
      hemisphere: 'north',
      shiftDays: 0,
      eastM: 0,
      northM: 0,
      roomPlants: 30,
    });
    await takeIn({ seeds: 60 });
    await hold('Long Trailer', id, 2027);
    await renewing.library.done('/api/renewals/take', { rows: [asRow(rowsOf(await plan()).find((r) => r.season === 2027)!)] });
    const { patches } = (await renewing.library.get('/api/growing?group=cucurbita-pepo&season=2027')).body;
    expect(patches).toMatchObject([{ kind: 'library', gardenId: id, plants: 6 }]);
    expect((await plan()).varieties[0]!.growing).toBeGreaterThan(0.2);
  });

  it('takes all of it or nothing, and names each row that cannot be', async () => {
    const quarry = await garden('Quarry Foot');
    await takeIn();
    const red = await takeIn({ varietyName: 'Red', cropKey: 'tomato', seeds: 12, year: 2015 });
    await hold('Long Trailer', quarry.id, 2027);
    await hold('Red', quarry.id, 2027);
    const rows = rowsOf(await plan()).filter((r) => r.season === 2027);
    renewing.library.db.prepare('UPDATE lots SET missing_since = ? WHERE code = ?').run('2027-03-10', red);
    const refused = await renewing.library.post('/api/renewals/take', { rows: rows.map(asRow) });
    expect(refused.status).toBe(400);
    expect(refused.body.errors).toMatchObject([
      { path: `rows[${String(rows.findIndex((r) => r.varietyId === varietyId('Red')))}].varietyId` },
    ]);
    expect((await renewing.library.get('/api/asks')).body.asks).toEqual([]);
    const later = await renewing.library.post('/api/renewals/take', { rows: [{ ...asRow(rows[0]!), season: 2028 }] });
    expect(later.body.errors).toMatchObject([{ path: 'rows[0].season' }]);
  });
});
