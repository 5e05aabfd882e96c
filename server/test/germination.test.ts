import { beforeEach, describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, rowCounts, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary();
});

async function takeIn(over: Record<string, unknown> = {}): Promise<string> {
  return (await library.done('/api/lots', envelope(over))).code as string;
}
const test = (lotCode: string, over: Record<string, unknown> = {}): Record<string, unknown> => ({
  lotCode,
  method: 'on-paper',
  replicates: [20],
  startedOn: '2027-03-14',
  nightC: 20,
  dayC: 30,
  light: 'either',
  preparationDays: 0,
  ...over,
});
const marks = (n: number, markedOn: string, kind = 'normal', from = 1): object[] =>
  Array.from({ length: n }, (_, i) => ({ position: from + i, kind, markedOn }));
const sheet = async (id: number): Promise<any> => (await library.get(`/api/tests/${String(id)}`)).body;
async function undoLast(): Promise<void> {
  const { steps } = (await library.get('/api/history')).body;
  await library.done(`/api/history/${String(steps[0].id)}/undo`, {});
}

describe('a round of tests', () => {
  it('is planned without writing anything, then laid, counted and closed test by test', async () => {
    await library.done('/api/settings', { ...(await library.get('/api/settings')).body, openDays: [2, 5] }, 'PUT');
    const codes = [await takeIn(), await takeIn({ varietyName: 'Copper Kettle', cropKey: 'kale', seeds: 900 })];
    const { lots } = (await library.get(`/api/rounds/lots?codes=${codes.join(',')}`)).body;
    // 180 may be spent of the first: a tenth is 18. Of the second 88.
    expect(lots.map((l: any) => l.spendable)).toEqual([18, 88]);
    expect(lots[0].replicates.reduce((a: number, b: number) => a + b, 0)).toBeLessThanOrEqual(18);
    const asked = {
      from: '2027-03-14',
      lots: [
        { lotCode: codes[0], replicates: [10] },
        { lotCode: codes[1], replicates: [25, 25] },
      ],
    };
    const before = rowCounts(library.db);
    const plan = await library.done('/api/rounds/plan', asked);
    expect(plan.materials).toMatchObject({ bags: 3, seeds: 60 });
    expect(rowCounts(library.db)).toEqual(before);

    const { id: round } = await library.done('/api/rounds', asked);
    const page = (await library.get(`/api/rounds/${String(round)}`)).body;
    expect(page.tests).toHaveLength(2);
    expect(page.tests.flatMap((t: any) => t.bagNumbers)).toEqual(expect.arrayContaining([1, 3]));
    // Nothing has left an envelope yet, and the work stands on the evening it is planned for.
    expect((await library.get(`/api/lots/${codes[1]!}`)).body.lot.balance).toBe(900);
    const first = page.tests[0];
    expect([2, 5]).toContain(new Date(`${String(first.startedOn)}T12:00Z`).getUTCDay());
    const week = (await library.get('/api/today?week=2027-03-15')).body.items;
    expect(week.filter((i: any) => i.kind === 'lay')).toHaveLength(2);
    const label = await library.get(`/api/labels/page.svg?kind=bag&tests=${page.tests.map((t: any) => t.id).join(',')}`);
    expect(label.body).toContain('Copper Kettle');

    library.today = '2027-03-23';
    const laid = await library.done(`/api/tests/${String(first.id)}/lay`, { version: 1, laidOn: '2027-03-19' });
    expect(laid.test).toMatchObject({ planned: false, startedOn: '2027-03-19', warmFrom: '2027-03-19' });
    expect((await library.get(`/api/lots/${String(first.lotCode)}`)).body.lot.balance).toBe(first.lotCode === codes[0] ? 190 : 850);
    expect(await library.post(`/api/tests/${String(first.id)}/lay`, { version: 2, laidOn: '2027-03-20' })).toMatchObject({ status: 409 });
    await undoLast();
    expect((await sheet(first.id)).test).toMatchObject({ planned: true });
    // The other is given up again.
    const other = page.tests[1];
    await library.done(`/api/tests/${String(other.id)}/give-up`, { version: 1 });
    expect((await library.get(`/api/rounds/${String(round)}`)).body.tests).toHaveLength(1);
    await undoLast();
    expect((await library.get(`/api/rounds/${String(round)}`)).body.tests).toHaveLength(2);
  });

  it.each([
    ['more than a tenth', { replicates: [19] }, 'lots[0].replicates', 'more than a tenth'],
    ['more than there are', { replicates: [201], growOn: true }, 'lots[0].replicates', 'holds 200'],
    ['an unknown lot', { lotCode: 'TM-999X' }, 'lots[0].lotCode', 'TM-999X'],
    ['no bags', { replicates: [] }, 'lots[0].replicates', 'at least one'],
  ])('refuses %s, names the line and writes nothing', async (_name, over, path, words) => {
    const lotCode = await takeIn();
    const before = rowCounts(library.db);
    const body = { from: '2027-03-14', lots: [{ lotCode, replicates: [10], ...over }] };
    for (const where of ['/api/rounds', '/api/rounds/plan']) {
      const answer = await library.post(where, body);
      expect(answer.status).toBe(400);
      expect(answer.body.errors[0]).toMatchObject({ path, message: expect.stringContaining(words) });
    }
    expect(rowCounts(library.db)).toEqual(before);
  });

  it('takes the whole of a small lot only when its sprouts are grown on, and no lot twice or while it is tested', async () => {
    const lotCode = await takeIn({ seeds: 40 });
    const body = (over: Record<string, unknown> = {}): object => ({ from: '2027-03-14', lots: [{ lotCode, replicates: [10], ...over }] });
    expect((await library.post('/api/rounds', body())).status).toBe(400);
    const twice = await library.post('/api/rounds', {
      from: '2027-03-14',
      lots: [1, 2].map(() => ({ lotCode, replicates: [10], growOn: true })),
    });
    expect(twice.body.errors[0]).toMatchObject({ path: 'lots[1].lotCode', message: expect.stringContaining('twice') });
    await library.done('/api/rounds', body({ growOn: true }));
    expect((await library.post('/api/rounds', body({ growOn: true }))).body.errors[0].message).toContain('tested already');
    expect((await library.post('/api/rounds', { ...body(), from: '2027-03-01' })).body.errors[0].path).toBe('from');
  });
});

describe('running a test', () => {
  it('its preparation is dated steps, each moving the next, with looks into the cold', async () => {
    const code = await takeIn({ varietyName: 'Greyleaf', cropKey: 'lavender' });
    const { protocol } = (await library.get(`/api/lots/${code}`)).body;
    const { id } = await library.done('/api/tests', test(code, { preparationDays: protocol.preparationDays }));
    const start = await sheet(id);
    expect(start.steps.length).toBeGreaterThan(1);
    expect(start.steps[0]).toMatchObject({ doneOn: '2027-03-14' });
    expect(start.steps.at(-1)).toMatchObject({ step: 'warm', doneOn: null, due: start.test.warmFrom });
    library.today = '2027-06-20';
    const wrong = await library.post(`/api/tests/${String(id)}/steps`, {
      version: 1,
      number: start.steps.length + 1,
      doneOn: '2027-06-20',
    });
    expect(wrong.body.errors[0]).toMatchObject({ path: 'number' });
    let version = 1;
    for (const step of start.steps.slice(1)) {
      await library.done(`/api/tests/${String(id)}/steps`, { version: version++, number: step.number, doneOn: '2027-06-18' });
    }
    expect((await sheet(id)).test.warmFrom).toBe('2027-06-18');
    await undoLast();
    expect((await sheet(id)).nextStep).toMatchObject({ kind: 'step' });
  });

  it('says from the first count when to stop waiting, and what counts were missed', async () => {
    const { id } = await library.done('/api/tests', test(await takeIn()));
    library.today = '2027-03-21';
    const first = await library.done(`/api/tests/${String(id)}/counts`, {
      version: 1,
      replicate: 1,
      countedOn: '2027-03-21',
      marks: marks(9, '2027-03-21'),
    });
    expect(first.missed).toEqual([]);
    const waiting = (await sheet(id)).test.callOn;
    expect(waiting > '2027-03-21').toBe(true);
    library.today = '2027-04-20';
    expect((await sheet(id)).missed[0]).toContain('Nobody counted');
    await library.done(`/api/tests/${String(id)}/counts`, {
      version: 2,
      replicate: 1,
      countedOn: '2027-04-20',
      marks: marks(9, '2027-03-21'),
    });
    expect((await sheet(id)).test.callOn).toBe('2027-04-20');
    const items = (await library.get('/api/today')).body.items;
    expect(items.find((i: any) => i.at === `/tests/${String(id)}`)).toBeUndefined();
    library.today = '2027-04-24';
    expect((await library.get('/api/today')).body.items[0].title).toContain('a last time');
  });

  it('a second batch is evidence of its own day, and a bag left out is none', async () => {
    const code = await takeIn();
    const { id } = await library.done('/api/tests', test(code, { replicates: [20, 20] }));
    library.today = '2027-03-28';
    const at = `/api/tests/${String(id)}`;
    await library.done(`${at}/counts`, { version: 1, replicate: 1, countedOn: '2027-03-28', marks: marks(15, '2027-03-20') });
    await library.done(`${at}/counts`, { version: 2, replicate: 2, countedOn: '2027-03-28', marks: marks(2, '2027-03-20') });
    expect((await sheet(id)).summary.consistent).toBe(false);
    expect((await library.post(`${at}/replicates`, { version: 3, replicate: 3, droppedWhy: 'mould' })).body.errors[0].path).toBe(
      'replicate',
    );
    const dropped = await library.done(`${at}/replicates`, { version: 3, replicate: 2, droppedWhy: 'dried out at one corner' });
    expect(dropped.summary).toMatchObject({ sown: 20, normal: 15, consistent: null });
    const late = await library.done(`${at}/extend`, { version: 4, replicates: [30], laidOn: '2027-03-28', preparationDays: 0 });
    expect(late.replicates[2]).toMatchObject({ seeds: 30, laidOn: '2027-03-28', warmFrom: '2027-03-28' });
    expect((await library.get(`/api/lots/${code}`)).body.lot.balance).toBe(130);
    // What was laid today is not late, on its page nor in the list.
    expect(late.next.due > '2027-03-28').toBe(true);
    expect((await library.get('/api/tests?state=open')).body.tests[0].due > '2027-03-28').toBe(true);
    const early = await library.post(`${at}/counts`, { version: 5, replicate: 3, countedOn: '2027-03-27', marks: [] });
    expect(early.body.errors[0]).toMatchObject({ path: 'countedOn', message: expect.stringContaining('2027-03-28') });
    library.today = '2027-04-12';
    await library.done(`${at}/counts`, { version: 5, replicate: 3, countedOn: '2027-04-12', marks: marks(24, '2027-04-04') });
    await library.done(`${at}/close`, { version: 6, closedOn: '2027-04-12' });
    const { evidence } = (await library.get(`/api/lots/${code}`)).body;
    expect(evidence.map((e: any) => [e.date, e.sown, e.alive, e.used])).toEqual([
      ['2027-03-14', 20, 15, true],
      ['2027-03-28', 30, 24, true],
    ]);
    for (const path of ['extend', 'replicates', 'steps']) {
      const body = {
        extend: { replicates: [5], laidOn: '2027-04-12', preparationDays: 0 },
        replicates: { replicate: 1 },
        steps: { number: 1, doneOn: '2027-04-12' },
      };
      const closed = await library.post(`${at}/${path}`, { version: 7, ...body[path as 'replicates'] });
      expect(closed.body.errors[0].message).toContain('closed');
    }
  });

  it('sprouts become plants: no more than lie there, and they tell nothing twice', async () => {
    const code = await takeIn();
    const { id } = await library.done('/api/tests', test(code));
    library.today = '2027-03-24';
    const at = `/api/tests/${String(id)}`;
    await library.done(`${at}/counts`, { version: 1, replicate: 1, countedOn: '2027-03-24', marks: marks(12, '2027-03-20') });
    await library.done(`${at}/close`, { version: 2, closedOn: '2027-03-24' });
    const median = async (): Promise<number> => (await library.get(`/api/lots/${code}`)).body.estimate.today.median;
    const before = await median();
    const pot = { plants: 13, pottedOn: '2027-03-24', whereSown: 'tray on the sill' };
    expect((await library.post(`${at}/pot`, pot)).body.errors[0]).toMatchObject({ path: 'plants', message: expect.stringContaining('12') });
    const { sowingId } = await library.done(`${at}/pot`, { ...pot, plants: 9 });
    expect((await library.get(`${at}/pot`)).body).toMatchObject({ sprouts: 12, left: 3 });
    expect((await library.get(`/api/sowings/${String(sowingId)}`)).body).toMatchObject({ sowing: { seeds: 9 } });
    expect((await library.get(`/api/lots/${code}`)).body.lot.balance).toBe(180);
    expect(await median()).toBe(before);
    await undoLast();
    expect((await library.get(`${at}/pot`)).body.left).toBe(12);
  });
});

describe('what to test', () => {
  it('the most worthwhile first, with the reason; not what is tested or cannot be', async () => {
    const doubtful = await takeIn({ varietyName: 'Old Doubt', year: 2021, seeds: 500 });
    const small = await takeIn({ varietyName: 'Few', seeds: 25 });
    const fresh = await takeIn({ varietyName: 'Fresh', year: 2026, statedGermination: 0.97, seeds: 500 });
    const { lots } = (await library.get('/api/worth')).body;
    expect(lots[0]).toMatchObject({ code: doubtful, why: expect.stringContaining('no other lot of it can be lent') });
    expect(lots.map((l: any) => l.code)).not.toContain(small);
    const at = (code: string): number => lots.find((l: any) => l.code === code)?.worth ?? 0;
    expect(at(doubtful)).toBeGreaterThan(2 * at(fresh));
    // Members who want it make it worth more.
    const { id: memberId } = await library.done('/api/members', { name: 'Odo' });
    const loan = { lotCode: doubtful, memberId, seeds: 5, purpose: 'garden', promise: 'nothing', lentOn: '2027-03-14' };
    for (let i = 0; i < 3; i++) await library.done('/api/loans', loan);
    expect((await library.get('/api/worth')).body.lots[0]).toMatchObject({
      code: doubtful,
      why: expect.stringContaining('3 loans in three years'),
    });
    await library.done('/api/tests', test(doubtful));
    expect((await library.get('/api/worth')).body.lots.map((l: any) => l.code)).not.toContain(doubtful);
  });
});

describe('a verdict set by hand', () => {
  it('stands with its reason until its day, then the figures judge again; it can be ended and taken back', async () => {
    const code = await takeIn();
    const verdict = async (): Promise<any> => (await library.get(`/api/lots/${code}`)).body.verdict;
    const body = { verdict: 'rescue', reason: 'soaked in the flood', untilDay: '2027-06-01' };
    await library.done(`/api/lots/${code}/overrule`, { version: 0, ...body });
    expect(await verdict()).toMatchObject({
      verdict: 'rescue',
      nextLook: '2027-06-01',
      reason: expect.stringContaining('Soaked in the flood. Set by hand until 1 Jun 2027; the figures say: '),
    });
    expect((await library.get('/api/lots?tag=rescue')).body.lots).toHaveLength(1);
    library.today = '2027-06-02';
    await library.post(`/api/lots/${code}/overrule`, { version: 0, ...body, verdict: 'lend', untilDay: '2027-07-01' });
    expect((await verdict()).verdict).toBe('lend');
    const { version } = (await library.get(`/api/lots/${code}`)).body.overrule;
    await library.done(`/api/lots/${code}/overrule/end`, { version });
    expect((await verdict()).reason).not.toContain('Set by hand');
    expect((await library.post(`/api/lots/${code}/overrule/end`, { version })).status).toBe(409);
    await undoLast();
    expect((await verdict()).verdict).toBe('lend');
  });

  it.each([
    [{ reason: ' ' }, 'reason'],
    [{ untilDay: '2027-03-13' }, 'untilDay'],
    [{ verdict: 'burn' }, 'verdict'],
  ])('refuses %j', async (over, path) => {
    const code = await takeIn();
    const before = rowCounts(library.db);
    const answer = await library.post(`/api/lots/${code}/overrule`, {
      version: 0,
      verdict: 'lend',
      reason: 'x',
      untilDay: '2027-06-01',
      ...over,
    });
    expect(answer.body.errors.map((e: any) => e.path)).toEqual([path]);
    expect(rowCounts(library.db)).toEqual(before);
  });
});
