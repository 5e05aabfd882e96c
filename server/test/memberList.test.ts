import { describe, expect, it } from 'vitest';
import { openTestLibrary } from './library.ts';

describe('the list of members', () => {
  it('says what is out, promised, overdue, came back and was heard; and whom to ask, the most urgent first', async () => {
    const library = await openTestLibrary('2027-03-14');
    const code = await library.takeIn({ seeds: 400 });
    const member = async (name: string): Promise<number> => (await library.done('/api/members', { name })).id as number;
    const [late, due, silent, quiet] = [
      await member('Late Marl'),
      await member('Due Weir'),
      await member('Silent Fenn'),
      await member('Quiet Oake'),
    ];
    const lend = async (memberId: number, over: object = {}): Promise<number> =>
      (
        await library.done('/api/loans', {
          lotCode: code,
          memberId,
          seeds: 10,
          purpose: 'garden',
          promise: 'nothing',
          lentOn: library.today,
          ...over,
        })
      ).id as number;
    await lend(late, { promise: 'some', dueOn: '2027-06-01' });
    await lend(late, { promise: 'some', dueOn: '2027-12-01' });
    await lend(due, { promise: 'some', dueOn: '2027-08-20' });
    await lend(silent);
    const heard = await lend(quiet);
    library.today = '2027-04-02';
    await library.done('/api/sowings', {
      lotCode: code,
      loanId: heard,
      method: 'cells',
      cells: 2,
      seedsPerCell: 2,
      seeds: 4,
      sownOn: '2027-04-02',
    });
    library.today = '2027-08-01';
    const list = async (query = '') => (await library.get(`/api/members${query}`)).body.members;
    expect((await list()).map((m: any) => [m.name, m.out, m.promises, m.overdue, m.nextDue, m.returns, m.lastHeard, m.ask])).toEqual([
      ['Due Weir', 1, 1, 0, '2027-08-20', 0, null, 'due'],
      ['Late Marl', 2, 2, 1, '2027-06-01', 0, null, 'overdue'],
      ['Quiet Oake', 1, 0, 0, null, 0, '2027-04-02', null],
      ['Silent Fenn', 1, 0, 0, null, 0, null, 'silent'],
    ]);
    expect((await list('?which=to-ask')).map((m: any) => m.name)).toEqual(['Late Marl', 'Due Weir', 'Silent Fenn']);
    expect((await list('?which=to-ask&q=weir')).map((m: any) => m.name)).toEqual(['Due Weir']);
    // What comes back is heard of, and no longer asked for.
    const loans = (await library.get(`/api/members/${String(silent)}`)).body.loans as { id: number }[];
    await library.done(`/api/loans/${String(loans[0]?.id)}/unsown`, { receivedOn: '2027-08-01', seeds: 10 });
    expect((await list('?which=to-ask')).map((m: any) => m.name)).toEqual(['Late Marl', 'Due Weir']);
    expect((await library.get('/api/members?which=nobody')).status).toBe(400);
  });

  it('goes on where a page ended, by name', async () => {
    const library = await openTestLibrary();
    for (const name of ['Cora', 'Alda', 'Bertil']) await library.done('/api/members', { name });
    const first = (await library.get('/api/members?limit=2')).body;
    expect(first.members.map((m: any) => m.name)).toEqual(['Alda', 'Bertil']);
    const second = (await library.get(`/api/members?limit=2&after=${encodeURIComponent(first.next as string)}`)).body;
    expect([second.members.map((m: any) => m.name), second.next]).toEqual([['Cora'], null]);
    expect((await library.get('/api/members?after=nowhere')).body.errors[0].path).toBe('after');
  });

  it('finds somebody by what they are called and where, however it is typed', async () => {
    const library = await openTestLibrary();
    await library.done('/api/members', { name: 'Zora Weir', called: 'Bébé', place: 'Kiln Hill' });
    await library.done('/api/members', { name: 'Cora Marl' });
    for (const q of ['bebe', 'Bébé', 'zora', 'kiln']) {
      expect((await library.get(`/api/members?q=${encodeURIComponent(q)}`)).body.members.map((m: any) => m.name)).toEqual(['Zora Weir']);
    }
  });
});
