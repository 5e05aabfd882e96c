import { describe, expect, it } from 'vitest';
import { openSeasonLibrary, openTestLibrary, rowCounts, takeAllBack, type TestLibrary } from './library.ts';

async function withMember(library: TestLibrary, name = 'Dorit Ames'): Promise<number> {
  return ((await library.done('/api/members', { name })) as { id: number }).id;
}
async function sevenLots(library: TestLibrary): Promise<string[]> {
  const crops = ['tomato', 'kale', 'lettuce', 'radish', 'pea', 'onion', 'spinach'];
  const codes: string[] = [];
  for (const cropKey of crops) codes.push(await library.takeIn({ varietyName: `Lantern ${cropKey}`, cropKey }));
  return codes;
}
const loans = (memberId: number, lots: readonly object[], over: object = {}) => ({
  memberId,
  purpose: 'garden',
  lentOn: '2027-03-14',
  lots,
  ...over,
});
const line = (lotCode: string, over: object = {}) => ({ lotCode, seeds: 12, promise: 'nothing', ...over });

describe('lending many', () => {
  it('is one step for all, which is taken back as one', async () => {
    const library = await openTestLibrary();
    const codes = await sevenLots(library);
    const memberId = await withMember(library);
    const lots = codes.map((code, i) => line(code, i === 6 ? { promise: 'some', dueOn: '2027-11-01' } : {}));
    const done = await library.done('/api/loans/many', loans(memberId, lots));
    expect(done.ids).toHaveLength(7);
    expect(done.step.summary).toBe(`Lent seed of 7 lots to Dorit Ames: ${codes.slice(0, 4).join(', ')} and 3 more`);
    const sheet = (await library.get(`/api/members/${String(memberId)}`)).body;
    expect(sheet.loans.map((l: any) => [l.seeds, l.promise]).sort()).toEqual([...Array(6).fill([12, 'nothing']), [12, 'some']]);
    expect((await library.lotSheet(codes[0] as string)).lot.balance).toBe(188);
    await takeAllBack(library, [done.step]);
    expect((await library.get(`/api/members/${String(memberId)}`)).body.loans).toEqual([]);
    expect((await library.lotSheet(codes[0] as string)).lot.balance).toBe(200);
  });

  it('names every line that cannot be, and then writes none of them', async () => {
    const library = await openTestLibrary();
    const memberId = await withMember(library);
    const [plain, doubtful, low] = [
      await library.takeIn(),
      await library.takeIn({ varietyName: 'Harbour', identity: 'doubtful' }),
      await library.takeIn({ varietyName: 'Ferry', seeds: 25 }),
    ];
    const before = rowCounts(library.db);
    const refused = await library.post(
      '/api/loans/many',
      loans(memberId, [line(plain), line(doubtful), line(low, { seeds: 6 }), line('TM-999Z'), line(plain, { promise: 'some' })]),
    );
    expect(refused.status).toBe(400);
    expect(refused.body.errors.map((e: any) => [e.path, e.message])).toEqual([
      ['lots[1].packetNote', 'the name of this lot is in doubt: write on the packet what is known'],
      ['lots[2].seeds', 'at most 5 may be lent; 20 of the 25 always stay'],
      ['lots[3].lotCode', expect.any(String)],
      ['lots[4].dueOn', 'say by when it is promised'],
    ]);
    expect(rowCounts(library.db)).toEqual(before);
    const nobody = await library.post('/api/loans/many', loans(999, [line(plain), line(low, { seeds: 5 })]));
    expect(nobody.body.errors).toEqual([{ path: 'memberId', message: 'is not a member; choose again' }]);
    const none = await library.post('/api/loans/many', loans(memberId, []));
    expect(none.body.errors[0].path).toBe('lots');
  });

  it('takes two lines of one lot against what there is of it together', async () => {
    const library = await openTestLibrary();
    const memberId = await withMember(library);
    const code = await library.takeIn({ seeds: 40 });
    const refused = await library.post('/api/loans/many', loans(memberId, [line(code), line(code)]));
    expect(refused.body.errors).toEqual([{ path: 'lots[1].seeds', message: 'at most 8 may be lent; 20 of the 28 always stay' }]);
  });

  it('hands over packets of a fill', async () => {
    const library = await openTestLibrary();
    const memberId = await withMember(library);
    const code = await library.takeIn();
    await library.done(`/api/lots/${code}/packets`, { seedsEach: 15, packets: 4, filledOn: '2027-03-14' });
    const [offered] = (await library.get(`/api/loans/lots?codes=${code}`)).body.lots;
    const [fill] = offered.packets;
    expect([fill.seedsEach, fill.packetsLeft]).toEqual([15, 4]);
    await library.done('/api/loans/many', loans(memberId, [line(code, { seeds: 30, packetFillId: fill.id, packets: 2 })]));
    const { packets, lot } = await library.lotSheet(code);
    expect([packets[0].packetsLeft, lot.balance]).toEqual([2, 170]);
  });
});

describe('what is said before lending', () => {
  it('is what may leave each lot, what is usual, and what stays', async () => {
    const library = await openSeasonLibrary();
    const memberId = await withMember(library);
    const [tomato, hybrid] = [await library.takeIn(), await library.takeIn({ varietyName: 'Signal', breeding: 'hybrid-f1' })];
    await library.done('/api/loans', { ...loans(memberId, []), lots: undefined, ...line(tomato, { seeds: 7 }) });
    const missing = await library.takeIn({ varietyName: 'Gone' });
    library.db.prepare("UPDATE lots SET missing_since = '2027-03-02' WHERE code = ?").run(missing);
    const { lots } = (await library.get(`/api/loans/lots?codes=${[tomato, hybrid, missing].join(',')}`)).body;
    expect(lots.map((l: any) => [l.code, l.lendable, l.usualSeeds, l.problem])).toEqual([
      [tomato, 173, 7, null],
      [hybrid, 180, expect.any(Number), null],
      [missing, 180, expect.any(Number), `${missing} is missing since 2027-03-02; say first that it was found`],
    ]);
    expect(lots[0].usualDue > '2027-08-01').toBe(true);
    expect((await library.get('/api/loans/lots?codes=TM-999Z')).status).toBe(400);
  });

  it('and what a member takes along says how to sow it in their garden, and what they promised', async () => {
    const library = await openSeasonLibrary();
    const memberId = await withMember(library);
    const tomato = await library.takeIn({ form: 'treated' });
    const { ids } = await library.done(
      '/api/loans/many',
      loans(memberId, [line(tomato, { promise: 'amount', promisedSeeds: 40, dueOn: '2027-11-01' })], { purpose: 'save-seed' }),
    );
    const slip = async () => (await library.get(`/api/members/${String(memberId)}/slip?loans=${String(ids[0])}`)).body;
    const here = await slip();
    expect(here).toMatchObject({ member: 'Dorit Ames', lentOn: '2027-03-14', garden: null });
    const [lot] = here.lots;
    expect(lot.cautions.join()).toContain('Treated seed');
    expect(lot.lines.join('\n')).toMatch(/Sow indoors .* here/);
    expect(lot.lines.join('\n')).toContain('For seed: ');
    expect(lot.lines.join('\n')).toContain('Promised: 40 seeds by 1 Nov 2027');
    await library.done('/api/gardens', { name: 'Behind the mill', memberId, hemisphere: 'north', shiftDays: 21 });
    const there = await slip();
    expect(there.garden).toBe('Behind the mill');
    expect(there.lots[0].lines.join()).not.toBe(lot.lines.join());
    // What was sown is in hand no more; without loans named, the slip is of what is.
    await library.done('/api/sowings', {
      lotCode: tomato,
      loanId: ids[0],
      method: 'cells',
      cells: 6,
      seedsPerCell: 2,
      seeds: 12,
      sownOn: '2027-03-14',
    });
    expect((await library.get(`/api/members/${String(memberId)}/slip`)).body.lots).toEqual([]);
    expect((await library.get('/api/members/999/slip')).status).toBe(404);
    expect((await library.get(`/api/members/${String(memberId)}/slip?loans=x`)).status).toBe(400);
  });
});
