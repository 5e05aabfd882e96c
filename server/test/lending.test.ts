import { beforeEach, describe, expect, it } from 'vitest';
import { openTestLibrary, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary('2027-03-14');
});

describe('members, loans and promises', () => {
  it('page by name, are found by part of it, and show what they hold', async () => {
    for (const name of ['Zita', 'alma', 'Öde', 'Alma', 'Bram']) await library.done('/api/members', { name });
    const names: string[] = [];
    let after: string | null = null;
    do {
      const { body } = await library.get(`/api/members?limit=2${after === null ? '' : `&after=${encodeURIComponent(after)}`}`);
      names.push(...body.members.map((m: any) => m.name));
      after = body.next;
    } while (after !== null);
    expect(names).toEqual(['alma', 'Alma', 'Bram', 'Öde', 'Zita']);
    expect((await library.get('/api/members?q=ode')).body.members).toHaveLength(1);
    expect((await library.get('/api/members?after=nonsense')).status).toBe(400);
  });

  it('a promise is due until it is kept or let go', async () => {
    const code = await library.takeIn();
    const { id: memberId } = await library.done('/api/members', { name: 'Odo' });
    const { id } = await library.done('/api/loans', {
      lotCode: code,
      memberId,
      seeds: 10,
      purpose: 'save-seed',
      promise: 'some',
      dueOn: '2027-03-20',
      lentOn: '2027-03-14',
    });
    const promises = async (): Promise<number> =>
      (await library.get('/api/today')).body.items.filter((i: any) => i.kind === 'promise').length;
    expect(await promises()).toBe(1);
    await library.done(`/api/loans/${String(id)}/settle`, { version: 1 });
    expect(await promises()).toBe(0);
    expect(await library.post(`/api/loans/${String(id)}/settle`, { version: 1 })).toMatchObject({ status: 409 });
    expect((await library.get(`/api/members/${String(memberId)}`)).body.loans[0]).toMatchObject({ settledOn: '2027-03-14', lotCode: code });
  });

  it('seed of a loan is sown out of the loan: the advice and the lot know it', async () => {
    const code = await library.takeIn({ seeds: 100, floor: 10 });
    const { id: memberId } = await library.done('/api/members', { name: 'Odo' });
    const { id: loanId } = await library.done('/api/loans', {
      lotCode: code,
      memberId,
      seeds: 30,
      purpose: 'garden',
      promise: 'nothing',
      lentOn: '2027-03-10',
    });
    const advice = async (query: string): Promise<any> => (await library.get(`/api/lots/${code}/sowing-advice?plants=5${query}`)).body;
    expect((await advice('')).available).toBe(70);
    expect((await advice(`&loan=${String(loanId)}`)).available).toBe(30);
    await library.done('/api/sowings', {
      lotCode: code,
      loanId,
      method: 'pot',
      cells: 3,
      seedsPerCell: 4,
      seeds: 12,
      sownOn: '2027-03-12',
    });
    expect((await advice(`&loan=${String(loanId)}`)).available).toBe(18);
    expect((await library.lotSheet(code)).lot.balance).toBe(70);
    expect((await advice('&method=open-ground')).emergence).toBe(0.65);
  });

  it('a lot of another loan cannot be sown under this one', async () => {
    const [a, b] = [await library.takeIn(), await library.takeIn({ varietyName: 'Other' })];
    const { id: memberId } = await library.done('/api/members', { name: 'Odo' });
    const { id: loanId } = await library.done('/api/loans', {
      lotCode: a,
      memberId,
      seeds: 30,
      purpose: 'garden',
      promise: 'nothing',
      lentOn: '2027-03-10',
    });
    const wrong = await library.post('/api/sowings', {
      lotCode: b,
      loanId,
      method: 'pot',
      cells: 1,
      seedsPerCell: 4,
      seeds: 4,
      sownOn: '2027-03-12',
    });
    expect(wrong.status).toBe(400);
  });
});
