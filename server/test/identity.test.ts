import { describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, type TestLibrary } from './library.ts';

async function lent(library: TestLibrary, code: string, name: string, purpose = 'save-seed') {
  const member = await library.done('/api/members', { name });
  const loan = await library.done('/api/loans', {
    lotCode: code,
    memberId: member.id,
    seeds: 20,
    purpose,
    promise: purpose === 'garden' ? 'nothing' : 'some',
    dueOn: purpose === 'garden' ? null : '2027-10-01',
    lentOn: '2027-03-10',
    packetNote: 'as said on the envelope',
  });
  return { member: member.id as number, loan: loan.id as number };
}

async function cameBack(library: TestLibrary, loan: number): Promise<string> {
  return (await library.broughtHome(loan, { seeds: 80, isolated: 'unknown' })).lotCode;
}

async function testOf(library: TestLibrary, code: string, alive: number): Promise<void> {
  const test = await library.done('/api/tests', {
    lotCode: code,
    method: 'between-paper',
    replicates: [20],
    startedOn: library.today,
    nightC: 20,
    dayC: 20,
    light: 'either',
    preparationDays: 0,
  });
  await library.done(
    `/api/tests/${String(test.id)}/counts`,
    {
      version: 1,
      replicate: 1,
      countedOn: library.today,
      marks: Array.from({ length: alive }, (_, i) => ({ position: i + 1, kind: 'normal', markedOn: library.today })),
    },
    'POST',
  );
  const { version } = (await library.get(`/api/tests/${String(test.id)}`)).body.test;
  await library.done(`/api/tests/${String(test.id)}/close`, { version, closedOn: library.today });
}

describe('identity', () => {
  it('a lot grown out as another variety takes its descendants along, and the errands follow', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope({ identity: 'doubtful' }));
    await library.done('/api/lots', envelope({ varietyName: 'Amber Lantern' }));
    const amber = (await library.get('/api/varieties?q=amber')).body.varieties[0];
    const { member, loan } = await lent(library, lot.code, 'Ottilie Vane');
    library.today = '2027-11-01';
    const child = await cameBack(library, loan);
    const second = await lent(library, lot.code, 'Bram Holt', 'garden');
    const sheet = (await library.get(`/api/lots/${lot.code}/identity`)).body;
    expect(sheet.reach.lots.map((l: any) => l.code)).toEqual([lot.code, child]);
    const answer = await library.done(`/api/lots/${lot.code}/identity/answer`, {
      version: sheet.lot.version,
      answer: 'another',
      varietyId: amber.id,
      reason: 'yellow fruit on all six plants',
    });
    for (const code of [lot.code, child]) {
      const { lot: now } = (await library.get(`/api/lots/${code}`)).body;
      expect([now.variety, now.identity]).toEqual(['Amber Lantern', 'sure']);
    }
    const { errands } = (await library.get('/api/errands')).body;
    expect(errands.map((e: any) => [e.kind, e.lotCode, e.member])).toEqual([
      ['reprint', lot.code, null],
      ['reprint', child, null],
      ['tell', lot.code, 'Bram Holt'],
    ]);
    expect((await library.get(`/api/members/${String(second.member)}`)).body.errands[0].words).toContain('turned out to be Amber Lantern');
    // The one who brought seed back has settled; nothing is open there.
    expect((await library.get(`/api/members/${String(member)}`)).body.errands).toEqual([]);
    const { items } = (await library.get('/api/today')).body;
    expect(items.filter((i: any) => i.kind === 'reprint' || i.kind === 'tell').map((i: any) => i.title)).toEqual([
      'Print 2 labels again',
      'Tell Bram Holt',
    ]);
    await library.done('/api/errands/done', { ids: errands.map((e: any) => e.id) });
    expect((await library.get('/api/errands')).body.errands).toEqual([]);
    // What was printed and told stands on it, and is named.
    const undo = await library.post(`/api/history/${String(answer.step.id)}/undo`, {});
    expect([undo.status, undo.body.detail]).toEqual([409, expect.stringContaining('Printed 2 labels again')]);
  });

  it('doubt goes down to the children, and goes when it is lifted', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope({ identity: 'sure' }));
    const { loan } = await lent(library, lot.code, 'Ottilie Vane');
    library.today = '2027-11-01';
    const child = await cameBack(library, loan);
    const identity = async (code: string) => (await library.get(`/api/lots/${code}`)).body.lot.identity as string;
    const was = await identity(child);
    const step = async (to: string, reason: string) => {
      const { version } = (await library.get(`/api/lots/${lot.code}`)).body.lot;
      return library.done(`/api/lots/${lot.code}/identity`, { version, identity: to, reason });
    };
    const doubt = await step('doubtful', 'two labels in the bag');
    expect(await identity(child)).toBe('doubtful');
    await library.done(`/api/history/${String(doubt.step.id)}/undo`, {});
    expect(await identity(child)).toBe(was);
    await step('doubtful', 'two labels in the bag');
    await step('sure', 'grown beside the old one');
    expect(await identity(child)).toBe('sure');
    const { events } = (await library.get(`/api/lots/${child}/identity`)).body;
    expect(events.map((e: any) => e.kind)).toEqual(['parent', 'parent']);
  });

  it('asks for the variety and a reason, and refuses what it is called already', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const { lot: now } = (await library.get(`/api/lots/${lot.code}`)).body;
    const send = (body: Record<string, unknown>) =>
      library.post(`/api/lots/${lot.code}/identity/answer`, { version: 1, reason: 'seen', ...body });
    expect((await send({ answer: 'another' })).body.errors[0].path).toBe('varietyId');
    expect((await send({ answer: 'another', varietyId: now.varietyId })).body.errors[0].message).toContain('already');
    expect((await send({ answer: 'as-named', reason: ' ' })).body.errors[0].path).toBe('reason');
    expect((await library.post(`/api/lots/${lot.code}/identity`, { version: 9, identity: 'likely', reason: 'seen' })).status).toBe(409);
  });
});

describe('mixed up', () => {
  it('two lots in one step: their counts are no evidence until it is cleared', async () => {
    const library = await openTestLibrary();
    const a = await library.done('/api/lots', envelope());
    const b = await library.done('/api/lots', envelope({ varietyName: 'Amber Lantern' }));
    await testOf(library, a.code, 3);
    const alive = async () => (await library.get(`/api/lots/${a.code}`)).body.estimate.today.median as number;
    const low = await alive();
    const mixed = await library.done('/api/mix-ups', {
      lotCode: a.code,
      otherCode: b.code,
      kind: 'swapped',
      reason: 'both envelopes fell',
    });
    const sheet = (await library.get(`/api/lots/${a.code}`)).body;
    expect(sheet.lot.identity).toBe('doubtful');
    // Whoever has seed of it is told a name, not a code alone.
    expect(JSON.stringify((await library.get(`/api/lots/${a.code}/identity`)).body)).toContain(
      `swapped with Amber Lantern (${b.code as string})`,
    );
    expect(sheet.evidence[0]).toMatchObject({ used: false, why: `may be mixed up with ${b.code}` });
    expect(await alive()).toBeGreaterThan(low + 0.2);
    expect(
      (await library.post('/api/mix-ups', { lotCode: b.code, otherCode: a.code, kind: 'spilled', reason: 'x' })).body.errors[0].path,
    ).toBe('otherCode');
    await library.done(`/api/mix-ups/${String(mixed.id)}/clear`, { version: 1, how: 'not-mixed', reason: 'seed coats differ' });
    const after = (await library.get(`/api/lots/${a.code}`)).body;
    expect([after.lot.identity, after.evidence[0].used]).toEqual(['sure', true]);
    expect(await alive()).toBeCloseTo(low, 6);
  });

  it('what was counted before the day it happened still counts; what was counted in between never does', async () => {
    const library = await openTestLibrary();
    const a = await library.done('/api/lots', envelope());
    const b = await library.done('/api/lots', envelope({ varietyName: 'Amber Lantern' }));
    await testOf(library, a.code, 18);
    library.today = '2027-04-01';
    const mixed = await library.done('/api/mix-ups', {
      lotCode: a.code,
      otherCode: b.code,
      kind: 'swapped',
      sinceDay: '2027-03-20',
      reason: 'two trays alike',
    });
    await testOf(library, a.code, 2);
    const used = async () => ((await library.get(`/api/lots/${a.code}`)).body.evidence as { used: boolean }[]).map((e) => e.used);
    expect(await used()).toEqual([true, false]);
    library.today = '2027-05-01';
    await library.done(`/api/mix-ups/${String(mixed.id)}/clear`, { version: 1, how: 'put-right', reason: 'labels exchanged' });
    expect(await used()).toEqual([true, false]);
    await testOf(library, a.code, 19);
    expect(await used()).toEqual([true, false, true]);
  });
});
