import { beforeEach, describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, type TestLibrary } from './library.ts';

let library: TestLibrary;
let code: string;
let memberId: number;
let loanId: number;
beforeEach(async () => {
  library = await openTestLibrary();
  code = (await library.done('/api/lots', envelope({ floor: 0, seeds: 100 }))).code as string;
  memberId = (await library.done('/api/members', { name: 'Ebba Thorne', place: 'Mill Lane' })).id as number;
  const loan = {
    lotCode: code,
    memberId,
    seeds: 30,
    purpose: 'save-seed',
    promise: 'some',
    promisedSeeds: null,
    dueOn: '2027-10-01',
    lentOn: '2027-03-14',
  };
  loanId = (await library.done('/api/loans', loan)).id as number;
  library.today = '2027-04-20';
});
const member = async (): Promise<any> => (await library.get(`/api/members/${String(memberId)}`)).body;
const balance = async (): Promise<number> => (await library.get(`/api/lots/${code}`)).body.lot.balance;

describe('seed of a loan that came back unsown', () => {
  it('goes into its own lot, and the promise is settled when all of it is back', async () => {
    await library.done(`/api/loans/${String(loanId)}/unsown`, { receivedOn: '2027-04-20', seeds: 20 });
    expect(await balance()).toBe(90);
    expect((await member()).loans[0]).toMatchObject({ unsown: 20, settledOn: null });
    // What is no longer with the member can neither be sown there nor come back again.
    const more = await library.post(`/api/loans/${String(loanId)}/unsown`, { receivedOn: '2027-04-20', seeds: 11 });
    expect(more.body.errors[0]).toMatchObject({ path: 'seeds' });
    expect(more.body.errors[0].message).toContain('10 seeds left');
    const sown = { lotCode: code, loanId, method: 'cells', cells: 11, seedsPerCell: 1, seeds: 11, sownOn: '2027-04-20' };
    expect((await library.post('/api/sowings', sown)).body.errors[0]).toMatchObject({ path: 'seeds' });
    const { step } = (await library.done(`/api/loans/${String(loanId)}/unsown`, { receivedOn: '2027-04-20', seeds: 10 })) as any;
    expect(await balance()).toBe(100);
    expect((await member()).loans[0]).toMatchObject({ unsown: 30, settledOn: '2027-04-20' });
    await library.done(`/api/history/${String(step.id)}/undo`, {});
    expect((await member()).loans[0]).toMatchObject({ unsown: 20, settledOn: null });
  });

  it('is not taken before it was lent or after today', async () => {
    for (const receivedOn of ['2027-03-13', '2027-04-21']) {
      const answer = await library.post(`/api/loans/${String(loanId)}/unsown`, { receivedOn, seeds: 1 });
      expect(answer.body.errors[0]).toMatchObject({ path: 'receivedOn' });
    }
    expect(await balance()).toBe(70);
  });
});

describe('a member', () => {
  it('can be changed, and is found by the new name; two changes at once do not overwrite each other', async () => {
    const { version } = (await member()).member;
    const body = { version, name: 'Ebba Thornwood', place: null, contact: 'by the gate', note: null };
    await library.done(`/api/members/${String(memberId)}`, body, 'PATCH');
    expect((await member()).member).toMatchObject({ name: 'Ebba Thornwood', place: null, contact: 'by the gate' });
    expect((await library.get('/api/members?q=thornwood')).body.members).toHaveLength(1);
    expect((await library.send('PATCH', `/api/members/${String(memberId)}`, body)).status).toBe(409);
    expect((await library.send('PATCH', '/api/members/999', body)).status).toBe(404);
    expect((await library.send('PATCH', `/api/members/${String(memberId)}`, { ...body, name: ' ' })).body.errors[0]).toMatchObject({
      path: 'name',
    });
  });
});

describe('what was really found when it was sown', () => {
  const sow = (seeds: number, cells: number) =>
    library.post('/api/sowings', { lotCode: code, method: 'cells', cells, seedsPerCell: 1, seeds, sownOn: '2027-04-20', thatWasAll: true });

  it('leaves nothing in the lot, whether the record said more or less', async () => {
    expect((await sow(40, 40)).status).toBe(200);
    expect(await balance()).toBe(0);
    const reasons = (await library.get(`/api/lots/${code}`)).body.movements.map((m: any) => m.reason);
    expect(reasons).toContain('that was all that was found when it was sown');
    code = (await library.done('/api/lots', envelope({ floor: 0, seeds: 25, varietyName: 'Lantern' }))).code as string;
    expect((await sow(33, 33)).status).toBe(200);
    expect(await balance()).toBe(0);
  });
});
