import { describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, savedOf, type TestLibrary } from './library.ts';

const marks = (n: number, kind: string, day: string, from = 1): object[] =>
  Array.from({ length: n }, (_, i) => ({ position: from + i, kind, markedOn: day }));

async function balance(library: TestLibrary, code: string): Promise<number> {
  return (await library.get(`/api/lots/${code}`)).body.lot.balance;
}

describe('one envelope goes through the whole round', () => {
  it('is taken in, tested, lent, sown, brought back and released, and every step can be taken back', async () => {
    const library = await openTestLibrary('2027-03-14');
    const person = await library.done('/api/people', { name: 'Ottilie' });
    const place = await library.done('/api/places', { name: 'Box A', temperatureC: 17, rhPercent: 50, sealed: false });
    const steps: number[] = [];
    const step = async (path: string, body: unknown): Promise<any> => {
      const answer = await library.post(path, body, { 'X-Esprel-Person': String(person.id) });
      expect(answer.body, path).toMatchObject({ step: { id: expect.any(Number) } });
      steps.push(answer.body.step.id);
      return answer.body;
    };

    // Taken in, with a code that has a check letter, a floor, and an estimate that knows little.
    const lot = await step('/api/lots', envelope({ placeId: place.id, year: 2024 }));
    expect(lot.code).toMatch(/^TM-001[A-Z]$/);
    const before = (await library.get(`/api/lots/${lot.code}`)).body;
    expect(before.lot).toMatchObject({ variety: 'Tollgate Red', balance: 200, floor: 20, lendable: 180, state: 'kept' });
    expect(before.history[0]).toMatchObject({ person: 'Ottilie', day: '2027-03-14' });
    expect(before.verdict.verdict).toBe('test-first');

    // Its label holds a code that can be scanned.
    const label = await library.get(`/api/labels/${lot.code}.svg`);
    expect(label).toMatchObject({ status: 200, type: expect.stringContaining('svg') });

    // Tested: seeds leave the lot, the count days are those of the crop, two counts, closed.
    const test = await step('/api/tests', {
      lotCode: lot.code,
      method: 'on-paper',
      replicates: [20, 20],
      startedOn: '2027-03-14',
      nightC: 20,
      dayC: 30,
      light: 'either',
      preparationDays: 0,
    });
    expect(await balance(library, lot.code)).toBe(160);
    expect((await library.get('/api/today?week=2027-03-15')).body.items[0]).toMatchObject({ kind: 'count', due: '2027-03-19' });
    library.today = '2027-03-20';
    expect((await library.get('/api/today')).body.items[0]).toMatchObject({
      title: 'Count Tollgate Red, two bags',
      at: `/tests/${String(test.id)}`,
    });
    let sheet = (await library.get(`/api/tests/${String(test.id)}`)).body;
    for (const replicate of [1, 2]) {
      sheet = await step(`/api/tests/${String(test.id)}/counts`, {
        version: sheet.test.version,
        replicate,
        countedOn: '2027-03-20',
        marks: marks(17, 'normal', '2027-03-20'),
      });
    }
    library.today = '2027-03-28';
    sheet = await step(`/api/tests/${String(test.id)}/counts`, {
      version: sheet.test.version,
      replicate: 2,
      countedOn: '2027-03-28',
      marks: [...marks(17, 'normal', '2027-03-20'), ...marks(1, 'normal', '2027-03-28', 18), ...marks(2, 'hard', '2027-03-28', 19)],
    });
    expect(sheet.summary).toMatchObject({ sown: 40, normal: 35, alive: 37, consistent: true });
    const open = (await library.get(`/api/lots/${lot.code}`)).body;
    // An open test says nothing yet.
    expect(open.evidence[0]).toMatchObject({ used: false });
    await step(`/api/tests/${String(test.id)}/close`, { version: sheet.test.version, closedOn: '2027-03-28' });
    const after = (await library.get(`/api/lots/${lot.code}`)).body;
    const width = (s: any): number => s.estimate.today.high - s.estimate.today.low;
    expect(width(after)).toBeLessThan(width(before) / 2);
    expect(after.verdict.verdict).toBe('lend');

    // Lent: by a movement, with a promise.
    const member = await step('/api/members', { name: 'Fenna Gorsedale', place: 'Kiln Hill' });
    const loan = await step('/api/loans', {
      lotCode: lot.code,
      memberId: member.id,
      seeds: 30,
      purpose: 'save-seed',
      promise: 'amount',
      promisedSeeds: 60,
      dueOn: '2027-11-30',
      lentOn: '2027-03-28',
    });
    expect(await balance(library, lot.code)).toBe(130);

    // Sown by the member: out of the loan, not out of the lot again.
    const sowing = await step('/api/sowings', {
      lotCode: lot.code,
      loanId: loan.id,
      method: 'cells',
      cells: 10,
      seedsPerCell: 2,
      seeds: 20,
      sownOn: '2027-03-28',
    });
    expect(await balance(library, lot.code)).toBe(130);
    library.today = '2027-04-12';
    await step(`/api/sowings/${String(sowing.id)}/counts`, { version: 1, countedOn: '2027-04-12', emerged: 3 });
    const watched = (await library.get(`/api/lots/${lot.code}`)).body.estimate.today.median;
    // Eaten says nothing of the seed; "did not come up" would.
    const eaten = await step(`/api/sowings/${String(sowing.id)}/fate`, { version: 2, fate: 'eaten', fateOn: '2027-04-12' });
    expect((await library.get(`/api/lots/${lot.code}`)).body.estimate.today.median).toBeCloseTo(watched, 6);
    expect(eaten.estimate.median).toBeCloseTo(watched, 6);
    await library.done(`/api/history/${String(steps.pop())}/undo`, {});
    // What was taken back has moved on: it is read again.
    const { version } = (await library.get(`/api/sowings/${String(sowing.id)}`)).body.sowing;
    expect(version).toBeGreaterThan(2);
    await step(`/api/sowings/${String(sowing.id)}/fate`, { version, fate: 'came-up', fateOn: '2027-04-12' });
    expect((await library.get(`/api/lots/${lot.code}`)).body.estimate.today.median).toBeLessThan(watched - 0.02);

    // Brought back: a lot of its own, in quarantine, of the next generation.
    library.today = '2027-10-20';
    const saved = savedOf(loan.id, { seeds: 90, amountKnown: 'estimated', form: 'raw', plants: 2, isolated: 'no' });
    const at = `/api/members/${String(member.id)}/coming-home`;
    const look = (await library.post(`${at}/look`, { receivedOn: '2027-10-20', envelopes: [saved] })).body;
    expect(look.envelopes[0].words.join(' ')).toContain('Only 2 parents');
    const [homeCode] = (await step(at, { receivedOn: '2027-10-20', envelopes: [saved] })).lots;
    const child = (await library.get(`/api/lots/${homeCode}`)).body;
    expect(child.lot).toMatchObject({ parent: lot.code, generation: 1, state: 'quarantine', identity: 'likely', acquisition: 'saved' });
    const refused = await library.post('/api/loans', {
      lotCode: homeCode,
      memberId: member.id,
      seeds: 5,
      purpose: 'garden',
      promise: 'nothing',
      lentOn: '2027-10-20',
    });
    expect(refused).toMatchObject({ status: 400, body: { errors: [{ path: 'lotCode', message: expect.stringContaining('quarantine') }] } });
    await step('/api/returns/1/release', { version: 1, dried: true, clean: true, named: true, placeId: place.id });
    const tree = (await library.get(`/api/lots/${lot.code}/descent`)).body.lots;
    expect(tree.map((l: any) => [l.code, l.generation, l.grownBy])).toEqual([
      [lot.code, 0, null],
      [homeCode, 1, 'Fenna Gorsedale'],
    ]);

    // Everything can be taken back, the latest first; the history keeps both.
    for (const id of [...steps].reverse()) await library.done(`/api/history/${String(id)}/undo`, {});
    expect((await library.get(`/api/lots/${lot.code}`)).status).toBe(404);
    expect((await library.get('/api/lots')).body.lots).toEqual([]);
    expect((await library.get('/api/today')).body.items).toEqual([]);
    const history = (await library.get('/api/history?limit=500')).body.steps;
    expect(history.filter((s: any) => s.summary.startsWith('Took back: '))).toHaveLength(steps.length + 1);
  });

  it('never gives a code twice, also after an intake was taken back', async () => {
    const library = await openTestLibrary();
    const first = await library.done('/api/lots', envelope());
    await library.done(`/api/history/${String(first.step.id)}/undo`, {});
    const second = await library.done('/api/lots', envelope());
    expect(second.code).not.toBe(first.code);
  });

  it('puts the envelopes of the table away all at once or not at all', async () => {
    const library = await openTestLibrary();
    const a = await library.done('/api/lots', envelope());
    const b = await library.done('/api/lots', envelope({ varietyName: 'Kiln Lane Yellow' }));
    const place = await library.done('/api/places', { name: 'Jars', temperatureC: 5, rhPercent: 30, sealed: true });
    const bad = await library.post('/api/table/put-away', {
      lots: [
        { lotCode: a.code, placeId: place.id, left: 150, seen: 200 },
        { lotCode: b.code, placeId: place.id, left: 999, seen: 200 },
      ],
    });
    expect(bad).toMatchObject({ status: 400, body: { errors: [{ path: 'lots[1].left' }] } });
    expect(await balance(library, a.code)).toBe(200);
    const done = await library.done('/api/table/put-away', {
      lots: [{ lotCode: a.code, placeId: place.id, left: 150, seen: 200 }, { lotCode: b.code }],
    });
    expect(done.step.summary).toBe('Put away 2 envelopes, 1 amount put right');
    expect(await balance(library, a.code)).toBe(150);
    expect((await library.get(`/api/lots/${a.code}`)).body.storage.at(-1)).toMatchObject({ place: 'Jars' });
    await library.done(`/api/history/${String(done.step.id)}/undo`, {});
    expect(await balance(library, a.code)).toBe(200);
  });

  it('takes nothing back that came in at another desk while it lay on the table', async () => {
    const library = await openTestLibrary();
    const { code } = await library.done('/api/lots', envelope());
    await library.done(`/api/lots/${code}/movements`, { kind: 'in', seeds: 50, reason: 'a second envelope of it' });
    const counted = { lotCode: code, left: 180, seen: 200 };
    const refused = await library.post('/api/table/put-away', { lots: [counted] });
    expect(refused.body.errors[0]).toMatchObject({ path: 'lots[0].left', message: expect.stringContaining('from 200 to 250 meanwhile') });
    expect((await library.post('/api/table/put-away', { lots: [{ lotCode: code, left: 180 }] })).status).toBe(400);
    await library.done('/api/table/put-away', { lots: [{ lotCode: code }] });
    expect(await balance(library, code)).toBe(250);
    await library.done('/api/table/put-away', { lots: [{ ...counted, seen: 250 }] });
    expect(await balance(library, code)).toBe(180);
  });
});
