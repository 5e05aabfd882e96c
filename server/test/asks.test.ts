import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, rowCounts } from './library.ts';
import { phoneOf } from './phones.ts';
import { browserOf, withCoordinator } from './signIns.ts';

/** A library with a lot of tomato seed, and somebody who may ask for it. */
async function withSeed(settings: Record<string, unknown> = {}) {
  const library = await openTestLibrary();
  if (Object.keys(settings).length > 0) {
    const now = (await library.get('/api/settings')).body;
    await library.done('/api/settings', { ...now, ...settings }, 'PUT');
  }
  const old = await library.takeIn({ seeds: 60, year: 2023, floor: 20 });
  const { id: varietyId } = (await library.get('/api/varieties')).body.varieties[0] as { id: number };
  const fresh = await library.takeIn({ varietyId, varietyName: null, cropKey: null, seeds: 60, year: 2026, floor: 20 });
  const { id: brisa } = await library.done('/api/members', { name: 'Brisa Marl' });
  const { id: orla } = await library.done('/api/members', { name: 'Orla Weir' });
  const desk = await withCoordinator(library);
  const phone = await phoneOf(library, desk, brisa as number);
  const asks = async () => (await desk.send('GET', '/asks')).body.asks;
  const ask = async (body: object = {}) => (await phone.send('POST', '/my/asks', { varietyId, kind: 'ask', ...body })).body.id as number;
  const lay = (id: number, over: object = {}) =>
    desk.send('POST', `/asks/${String(id)}/lay`, { lotCode: old, seeds: 24, purpose: 'garden', promise: 'nothing', version: 1, ...over });
  const act = (id: number, what: string, body: object) => desk.send('POST', `/asks/${String(id)}/${what}`, body);
  return { library, desk, phone, old, fresh, varietyId, brisa: brisa as number, orla: orla as number, asks, ask, lay, act };
}

describe('a packet that is asked for', () => {
  it('reaches the desk with the best lot, is laid ready, and is the loan once it is handed over', async () => {
    const { desk, phone, old, fresh, asks, ask, lay, act, brisa } = await withSeed({ fairShare: 3 });
    const id = await ask({ note: 'for the school garden' });
    const [shown] = await asks();
    expect(shown).toMatchObject({ id, member: 'Brisa Marl', note: 'for the school garden', had: 0, fairShare: 3, before: 0, laid: null });
    // The one that will be lost the soonest first, the floor never.
    expect(shown.serving.map((s: { code: string; free: number }) => [s.code, s.free])).toEqual([
      [old, 40],
      [fresh, 40],
    ]);
    expect((await lay(id)).status).toBe(200);
    expect((await phone.send('GET', '/my')).body.asks).toMatchObject([{ id, laidOn: '2027-03-14', waitsUntil: '2027-04-04' }]);
    // What lies ready is nobody else's, and still in its lot.
    const lend = { lotCode: old, memberId: brisa, seeds: 17, purpose: 'garden', promise: 'nothing', lentOn: '2027-03-14' };
    expect((await desk.send('POST', '/loans', lend)).body.errors[0].message).toBe(
      'at most 16 may be lent; 20 of the 60 always stay, and 24 lie ready for whoever asked',
    );
    expect((await desk.send('GET', `/lots/${old}`)).body.lot.balance).toBe(60);
    const handed = await act(id, 'hand-over', { version: 2 });
    expect(handed.body).toMatchObject({ memberId: brisa });
    expect((await phone.send('GET', '/my')).body).toMatchObject({ asks: [], packets: [{ code: old, left: 24 }] });
    expect((await desk.send('GET', `/lots/${old}`)).body.lot.balance).toBe(36);
    expect((await act(id, 'hand-over', { version: 3 })).body.code).toBe('blocked');
    // Taken back, it lies ready again.
    expect((await desk.send('POST', `/history/${String(handed.body.step.id)}/undo`, {})).status).toBe(200);
    expect((await asks())[0]).toMatchObject({ id, laid: { lotCode: old, seeds: 24 } });
  });

  it('is laid ready by one of two desks', async () => {
    const { ask, lay, fresh } = await withSeed();
    const id = await ask();
    const [first, second] = await Promise.all([lay(id), lay(id, { lotCode: fresh })]);
    expect([first.status, second.status].sort()).toEqual([200, 409]);
    expect([first, second].find((a) => a.status === 409)?.body.code).toBe('stale');
  });

  it('is held against what may leave the lot, and nothing is half written', async () => {
    const { library, desk, ask, lay } = await withSeed();
    const other = (await desk.send('POST', '/lots', envelope({ varietyName: 'Harbour' }))).body.code as string;
    const id = await ask();
    const before = rowCounts(library.db);
    const path = async (over: object): Promise<string> => {
      const answer = await lay(id, over);
      return `${String(answer.status)} ${answer.body.errors?.[0]?.path ?? answer.body.code}`;
    };
    expect(await path({ seeds: 41 })).toBe('400 seeds');
    expect(await path({ seeds: 0 })).toBe('400 seeds');
    expect(await path({ lotCode: other })).toBe('400 lotCode');
    expect(await path({ promise: 'some' })).toBe('400 dueOn');
    expect(await path({ promise: 'some', dueOn: '2027-03-14' })).toBe('400 dueOn');
    expect(await path({ promise: 'amount', dueOn: '2028-03-14' })).toBe('400 promisedSeeds');
    expect(await path({ version: 7 })).toBe('409 version');
    expect(rowCounts(library.db)).toEqual(before);
  });

  it('that nobody fetched goes back, and whoever asked reads so', async () => {
    const { library, phone, asks, ask, lay, act } = await withSeed({ askWeeks: 2 });
    const id = await ask();
    await lay(id);
    library.today = '2027-03-29';
    expect((await asks())[0].laid).toMatchObject({ waitsUntil: '2027-03-28', overdue: true });
    expect((await act(id, 'put-back', { version: 2, waitsOn: false })).status).toBe(200);
    expect(await asks()).toEqual([]);
    expect((await phone.send('GET', '/my')).body.asks[0]).toMatchObject({ id, laidOn: null, answer: expect.stringContaining('went back') });
    // It may be asked for again.
    expect(await ask()).toBeGreaterThan(id);
  });

  it('is declined with a reason that whoever asked reads, or taken back by them', async () => {
    const { phone, asks, ask, act, varietyId } = await withSeed();
    const id = await ask();
    expect((await act(id, 'decline', { version: 1, why: ' ' })).body.errors[0].path).toBe('why');
    await act(id, 'decline', { version: 1, why: 'We keep the last of it for renewing.' });
    expect((await phone.send('GET', '/my')).body.asks[0].answer).toBe('We keep the last of it for renewing.');
    const again = await ask();
    expect((await phone.send('POST', '/my/asks', { varietyId, kind: 'wait' })).body.errors[0]).toEqual({
      path: 'varietyId',
      message: 'is asked for already',
    });
    expect((await phone.send('POST', `/my/asks/${String(again)}/withdraw`, {})).status).toBe(200);
    expect(await asks()).toEqual([]);
  });

  it('waits in line where nothing may be lent, and says who is before', async () => {
    const { library, desk, phone, orla, varietyId, asks, old, fresh } = await withSeed();
    for (const code of [old, fresh]) {
      await desk.send('POST', '/loans', {
        lotCode: code,
        memberId: orla,
        seeds: 40,
        purpose: 'garden',
        promise: 'nothing',
        lentOn: library.today,
      });
    }
    const find = async () => (await phone.send('GET', '/my/find')).body.varieties[0];
    expect(await find()).toMatchObject({ varietyId, state: 'wait', waiting: 0 });
    await desk.send('POST', '/asks', { memberId: orla, varietyId, kind: 'wait' });
    await phone.send('POST', '/my/asks', { varietyId, kind: 'wait' });
    expect((await asks()).map((a: { member: string; before: number }) => [a.member, a.before])).toEqual([
      ['Orla Weir', 0],
      ['Brisa Marl', 1],
    ]);
    expect((await asks())[0]).toMatchObject({ serving: [], noneBecause: 'What is here is the floor, or lies ready for others: 2 lots.' });
    expect((await phone.send('GET', '/my')).body.asks[0].before).toBe(1);
  });

  it('ends when its member leaves, and leaves no words of theirs', async () => {
    const { library, desk, brisa, phone, ask, lay, asks, old } = await withSeed();
    const id = await ask({ note: 'for my aunt in the yellow house' });
    await lay(id);
    const { version } = (await desk.send('GET', `/members/${String(brisa)}/leaving`)).body;
    expect((await desk.send('POST', `/members/${String(brisa)}/leave`, { version })).status).toBe(200);
    expect(await asks()).toEqual([]);
    expect((await phone.send('GET', '/my')).status).toBe(401);
    expect((await phone.send('POST', '/my/enter', { code: phone.code })).status).toBe(401);
    const lend = { lotCode: old, memberId: (await desk.send('POST', '/members', { name: 'Tam' })).body.id, seeds: 40, purpose: 'garden' };
    expect((await desk.send('POST', '/loans', { ...lend, promise: 'nothing', lentOn: library.today })).status).toBe(200);
    expect(readFileSync(library.file).includes('yellow house')).toBe(false);
  });
});

describe('what may be asked for', () => {
  it('is found by name, crop and what it is for, without people, and by nobody where the library does not show it', async () => {
    const { library, desk, phone } = await withSeed();
    await desk.send('POST', '/lots', envelope({ varietyName: 'Ferryman', cropKey: 'lettuce', seeds: 900 }));
    const names = async (query: string): Promise<string[]> =>
      ((await phone.send('GET', `/my/find${query}`)).body.varieties as { variety: string }[]).map((v) => v.variety);
    const all = await names('');
    expect(all).toContain('Ferryman');
    expect(await names('?q=feryman')).toEqual(['Ferryman']);
    expect(await names('?q=lettuce')).toEqual(['Ferryman']);
    expect(await names('?what=easy')).toContain('Ferryman');
    expect(await names('?what=growers')).toEqual([]);
    expect((await phone.send('GET', '/my/find?what=cheap')).status).toBe(400);
    const nobody = browserOf(library);
    expect((await nobody.send('GET', '/public/find')).body.code).toBe('blocked');
    const { body: now } = await desk.send('GET', '/settings');
    await desk.send('PUT', '/settings', { ...now, publicPage: true });
    const shown = (await nobody.send('GET', '/public/find')).body;
    expect(shown.varieties.map((v: { variety: string }) => v.variety)).toEqual(all);
    expect(JSON.stringify(shown)).not.toMatch(/Brisa|Orla/);
  });
});
