import { beforeEach, describe, expect, it } from 'vitest';
import { openTestLibrary, runnerBean, type TestLibrary } from './library.ts';

let library: TestLibrary;
let memberId: number;
beforeEach(async () => {
  library = await openTestLibrary();
  memberId = (await library.done('/api/members', { name: 'Orla Weir' })).id;
});
const takeIn = (over: Record<string, unknown> = {}): Promise<string> => library.takeIn(runnerBean(over));
const lend = async (lotCode: string, over: Record<string, unknown> = {}): Promise<number> =>
  (
    await library.done('/api/loans', {
      lotCode,
      memberId,
      seeds: 12,
      purpose: 'save-seed',
      promise: 'amount',
      promisedSeeds: 60,
      dueOn: '2027-12-01',
      lentOn: '2027-03-14',
      ...over,
    })
  ).id;
const brought = (over: Record<string, unknown> = {}) => ({
  isIt: 'right',
  seeds: 80,
  amountKnown: 'counted',
  harvestYear: 2027,
  form: 'cleaned',
  plants: 14,
  isolated: 'yes',
  found: [],
  ...over,
});
const home = (...envelopes: object[]) =>
  library.post(`/api/members/${String(memberId)}/coming-home`, { receivedOn: '2027-10-20', envelopes });
const page = async () => (await library.get(`/api/members/${String(memberId)}/coming-home`)).body;
const lots = (): number => (library.db.prepare('SELECT count(*) AS n FROM lots').get() as { n: number }).n;
const sheet = (code: string) => library.lotSheet(code);

describe('everything that one person brings', () => {
  it('is one page and one step: promises answered, a gift, seed of two loans in one envelope, and what was written on the phone', async () => {
    const [bean, tomato] = [await takeIn(), await takeIn({ cropKey: 'tomato', varietyName: 'Old Red' })];
    const [first, second, third] = [await lend(bean), await lend(bean, { promise: 'some', promisedSeeds: null }), await lend(tomato)];
    const say = library.db.prepare('INSERT INTO saving_steps (loan_id, step, done_on, plants, how, grams) VALUES (?, ?, ?, ?, ?, ?)');
    say.run(third, 'pick', '2027-09-12', 9, null, null);
    say.run(third, 'dry', '2027-09-30', null, 'shade', 0.4);
    library.db
      .prepare("INSERT INTO saving_steps (loan_id, step, done_on, plants, taken, how) VALUES (?, 'take-out', '2027-06-20', 12, 3, 'sick')")
      .run(third);
    library.today = '2027-10-20';
    const looks = (
      await library.post(`/api/members/${String(memberId)}/coming-home/look`, {
        receivedOn: '2027-10-20',
        envelopes: [brought({ loanIds: [first] }), brought({ loanIds: [third] })],
      })
    ).body.envelopes.map((e: { words: string[] }) => e.words.join(' '));
    expect(looks.map((words: string) => words.includes('Sick plants were taken out while it grew'))).toEqual([false, true]);
    const { loans } = await page();
    expect(loans.map((l: { id: number }) => l.id).sort()).toEqual([first, second, third]);
    const grown = loans.find((l: { id: number }) => l.id === third);
    expect(grown).toMatchObject({ plants: 9, dried: true, harvestYear: 2027 });
    expect(grown.seedsBack).toBeGreaterThan(80);
    expect(grown.said).toContain('dried in the shade, 0.4 g');

    const { body, status } = await home(
      brought({ loanIds: [first, second] }),
      brought({ loanIds: [third], seeds: 20 }),
      brought({ cropKey: 'dill', varietyName: 'Hedge Dill', seeds: 300 }),
    );
    expect(status).toBe(200);
    const [beans, tomatoes, dill] = body.lots;
    expect((await sheet(beans)).lot).toMatchObject({ state: 'quarantine', generation: 1, acquisition: 'saved', variety: 'Weir Scarlet' });
    expect((await sheet(dill)).lot).toMatchObject({ variety: 'Hedge Dill', generation: 0 });
    // Beans go into the freezer first, and what is enough is tested.
    expect((await sheet(beans)).quarantine.steps.map((s: { kind: string }) => s.kind)).toEqual(['freeze']);
    expect((await sheet(dill)).quarantine.steps.map((s: { kind: string }) => s.kind)).toEqual(['test']);
    expect((await page()).loans).toEqual([]);
    const member = (await library.get(`/api/members/${String(memberId)}`)).body;
    const answered = (id: number) => member.loans.find((l: { id: number }) => l.id === id);
    expect([answered(first).cameBack, answered(second).cameBack, answered(third).cameBack]).toEqual([beans, beans, tomatoes]);
    expect(answered(third).settledOn).toBe('2027-10-20');
    await library.done(`/api/history/${String(body.step.id)}/undo`, {});
    expect([(await page()).loans.length, (await library.get(`/api/lots/${String(beans)}`)).status]).toEqual([3, 404]);
  });

  it('says what follows of each before it is taken: late, too little, wet, beetles, another variety', async () => {
    const loan = await lend(await takeIn(), { dueOn: '2027-09-01' });
    library.today = '2027-10-20';
    const look = async (over: Record<string, unknown>) =>
      (
        await library.post(`/api/members/${String(memberId)}/coming-home/look`, {
          receivedOn: '2027-10-20',
          envelopes: [brought({ loanIds: [loan], ...over })],
        })
      ).body.envelopes[0];
    const little = await look({ seeds: 20, plants: 3, form: 'raw', amountKnown: 'estimated', found: ['wet', 'insects'] });
    expect(little.promise).toBe('part');
    expect(little.words.join(' ')).toMatch(/It came late, but it came\. The promise is kept in part\..*Only 3 parents/);
    expect(little.steps.map((s: { kind: string; dueOn: string }) => [s.kind, s.dueOn])).toEqual([
      ['dry', '2027-11-03'],
      ['freeze', '2027-11-10'],
      ['clean', '2027-11-11'],
      ['count', '2027-11-11'],
    ]);
    expect((await look({ isIt: 'other', varietyName: 'Hedge White' })).promise).toBe('open');
    expect(lots()).toBe(1);
  });

  it('counts in the list of members by envelopes, a gift as well, and was heard of on that day', async () => {
    const bean = await takeIn();
    const loans = [await lend(bean), await lend(bean)];
    library.today = '2027-10-20';
    expect((await home(brought({ loanIds: loans }), brought({ loanIds: [], cropKey: 'dill', varietyName: 'Fern' }))).status).toBe(200);
    const { members } = (await library.get('/api/members')).body;
    expect(members.find((m: { id: number }) => m.id === memberId)).toMatchObject({ returns: 2, lastHeard: '2027-10-20' });
  });

  it('takes in another variety under its own name, also one that the register does not have yet, and what nobody knows', async () => {
    const loan = await lend(await takeIn());
    library.today = '2027-10-20';
    const { body } = await home(
      brought({ loanIds: [loan], isIt: 'other', varietyName: 'Hedge White' }),
      brought({ isIt: 'unknown', cropKey: 'runner-bean', seeds: 30 }),
    );
    const [other, unknown] = body.lots;
    expect((await sheet(other)).lot).toMatchObject({ variety: 'Hedge White', generation: 0, identity: 'likely' });
    expect((await sheet(unknown)).lot).toMatchObject({ identity: 'unknown' });
    // The promise stays open: it is still to come.
    expect((await page()).loans.map((l: { id: number }) => l.id)).toEqual([loan]);
  });

  it('leaves mould outside, and says so; the rest comes in', async () => {
    const loan = await lend(await takeIn());
    library.today = '2027-10-20';
    const before = lots();
    const { body } = await home(
      brought({ loanIds: [loan], seeds: null, found: ['mould'] }),
      brought({ cropKey: 'dill', varietyName: 'Hedge Dill' }),
    );
    expect(body.lots).toEqual([null, expect.stringMatching(/^DL/)]);
    expect(body.step.summary).toContain('with mould was not taken in');
    expect([lots(), (await page()).loans.length]).toEqual([before + 1, 1]);
  });

  it('is worked on day by day, and divided when it is released', async () => {
    const loan = await lend(await takeIn());
    library.today = '2027-10-20';
    const { body } = await home(brought({ loanIds: [loan], form: 'raw' }));
    const code = body.lots[0] as string;
    const due = async () =>
      (await library.get('/api/today')).body.items
        .filter((i: { kind: string }) => i.kind === 'quarantine')
        .map((i: { title: string; due: string }) => [i.title, i.due]);
    expect(await due()).toEqual([]);
    library.today = '2027-10-27';
    expect(await due()).toEqual([['See whether it is dry: Weir Scarlet from Orla Weir', '2027-10-27']]);
    const [dry] = (await sheet(code)).quarantine.steps;
    await library.done(`/api/return-steps/${String(dry.id)}/done`, { version: dry.version });
    expect((await library.post(`/api/return-steps/${String(dry.id)}/done`, { version: dry.version + 1 })).status).toBe(400);
    expect(await due()).toEqual([]);
    const { quarantine } = await sheet(code);
    const release = (over: object) =>
      library.post(`/api/returns/${String(quarantine.id)}/release`, {
        version: quarantine.version,
        dried: true,
        clean: true,
        named: true,
        ...over,
      });
    expect((await release({ swapSeeds: 50, backSeeds: 40 })).body.errors[0].path).toBe('backSeeds');
    expect((await release({ swapSeeds: 20, floor: 70 })).body.errors[0].path).toBe('floor');
    const done = await release({ swapSeeds: 20, backSeeds: 10, floor: 30 });
    expect(done.body.step.summary).toContain('30 as its base, 20 for the swap table, 10 given back');
    expect((await sheet(code)).lot).toMatchObject({ balance: 50, floor: 30, state: 'kept' });
  });

  it.each<[string, Record<string, unknown>, string]>([
    ['how much', { seeds: null }, 'envelopes[0].seeds'],
    ['a year to come', { harvestYear: 2028 }, 'envelopes[0].harvestYear'],
    ['a year before it was lent', { harvestYear: 2026 }, 'envelopes[0].harvestYear'],
    ['what another variety is', { isIt: 'other' }, 'envelopes[0].varietyName'],
    ['a variety of another crop', { isIt: 'other', varietyId: 99 }, 'envelopes[0].varietyId'],
    ['plants that are none', { plants: 0 }, 'envelopes[0].plants'],
    ['something nobody looks for', { found: ['gold'] }, 'envelopes[0].found[0]'],
  ])('asks for %s, and writes nothing', async (_what, over, path) => {
    const loan = await lend(await takeIn());
    library.today = '2027-10-20';
    const answer = await home(brought({ loanIds: [loan], ...over }));
    expect([answer.status, answer.body.errors?.map((e: { path: string }) => e.path)]).toEqual([400, [path]]);
    expect(lots()).toBe(1);
  });

  it('refuses loans of others, twice answered, of two varieties, and seed that came before its loan', async () => {
    const [bean, dill] = [await takeIn(), await takeIn({ cropKey: 'dill', varietyName: 'Fern' })];
    const loan = await lend(bean);
    const other = await lend(dill);
    const { id: somebody } = await library.done('/api/members', { name: 'Somebody' });
    const theirs = await lend(bean, { memberId: somebody });
    library.today = '2027-10-20';
    const path = async (...envelopes: object[]) => (await home(...envelopes)).body.errors?.[0].path;
    expect(await path(brought({ loanIds: [theirs] }))).toBe('envelopes[0].loanIds[0]');
    expect(await path(brought({ loanIds: [loan] }), brought({ loanIds: [loan] }))).toBe('envelopes[1].loanIds[0]');
    expect(await path(brought({ loanIds: [loan, other] }))).toBe('envelopes[0].loanIds[1]');
    expect(await path(brought({ loanIds: [999] }))).toBe('envelopes[0].loanIds[0]');
    expect(await path(brought({ loanIds: [loan], harvestYear: 2026 }))).toBe('envelopes[0].harvestYear');
    const early = await library.post(`/api/members/${String(memberId)}/coming-home`, {
      receivedOn: '2027-03-14',
      envelopes: [brought({ loanIds: [loan] })],
    });
    expect(early.body.errors[0]).toMatchObject({
      path: 'envelopes[0].loanIds[0]',
      message: expect.stringContaining('was lent on 2027-03-14'),
    });
    expect((await library.get('/api/members/999/coming-home')).status).toBe(404);
    expect(lots()).toBe(2);
  });
});
