import { describe, expect, it } from 'vitest';
import { openTestLibrary } from './library.ts';

describe('the year', () => {
  it('tells what came, went, was promised, tested, lost and saved', async () => {
    const library = await openTestLibrary();
    library.today = '2026-03-14';
    const kept = await library.takeIn({ varietyName: 'Millrace Brown', seeds: 200, receivedOn: '2026-03-14', year: 2025 });
    const gone = await library.takeIn({ varietyName: 'Weir Red', seeds: 40, receivedOn: '2026-03-14', year: 2025 });
    const { id } = await library.done('/api/members', { name: 'Tamsin Oakley' });
    library.today = '2027-01-10';
    const lend = (lotCode: string, seeds: number, over: object = {}): Promise<{ id: number }> =>
      library.done('/api/loans', { lotCode, memberId: id, seeds, purpose: 'garden', promise: 'nothing', lentOn: '2027-01-10', ...over });
    const loan = await lend(kept, 20, { purpose: 'save-seed', promise: 'some', dueOn: '2027-03-01' });
    library.today = '2027-02-20';
    await library.broughtHome(loan.id);
    await library.done(`/api/lots/${gone}/movements`, {
      kind: 'discarded',
      seeds: -40,
      reason: 'beetles',
    });
    library.today = '2027-03-14';
    const { body } = await library.get('/api/year?from=2027-01-01&to=2027-03-14');
    expect(body.flows.out).toMatchObject({ lent: 20, thrownOut: 40 });
    expect(body.flows.in.saved.lots).toBe(1);
    expect(body.flows.in.donated.lots).toBe(0);
    expect(body.promises).toEqual({ due: 1, kept: 1, late: 0, letGo: 0, open: 0 });
    expect(body.people).toMatchObject({ borrowers: 1, packets: 1, savers: 1, joined: 0, members: 1 });
    expect(body.lost).toMatchObject([{ variety: 'Weir Red', cause: 'thrown-out', why: 'beetles' }]);
    expect(body.months).toEqual([
      { month: '2027-01', lent: 1, home: 0 },
      { month: '2027-02', lent: 0, home: 1 },
      { month: '2027-03', lent: 0, home: 0 },
    ]);
    expect(body.varieties.before).toBe(2);
    expect(JSON.stringify(body)).not.toContain('Tamsin');
    // The year before: both came in, nothing went.
    const before = (await library.get('/api/year?from=2026-01-01&to=2026-12-31')).body;
    expect([before.flows.in.donated.lots, before.flows.out.lent, before.lost.length]).toEqual([2, 0, 0]);
  });

  it('refuses days that cannot be, and of an empty library says nothing but noughts', async () => {
    const library = await openTestLibrary();
    for (const [query, field] of [
      ['from=2027-02-30', 'from'],
      ['to=tomorrow', 'to'],
      ['to=2099-01-01', 'to'],
      ['from=2027-03-01&to=2027-02-01', 'from'],
      ['from=1999-01-01', 'from'],
    ]) {
      const answer = await library.get(`/api/year?${String(query)}`);
      expect([answer.status, answer.body.errors?.[0]?.path], query).toEqual([400, field]);
    }
    const { body } = await library.get('/api/year');
    expect([body.lost, body.diversity, body.live]).toEqual([[], [], { before: 0, after: 0 }]);
    expect((await library.get('/api/stock')).body).toEqual({ lots: 0, varieties: 0, seeds: 0, live: 0, points: [], cells: [] });
  });
});
