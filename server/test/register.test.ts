import { describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, type TestLibrary } from './library.ts';

async function varietyOf(library: TestLibrary, code: string): Promise<any> {
  const { lot } = (await library.get(`/api/lots/${code}`)).body;
  return (await library.get(`/api/varieties/${String(lot.varietyId)}`)).body;
}

const edited = (v: any, over: Record<string, unknown>) => ({
  version: v.version,
  name: v.name,
  breeding: v.breeding,
  habit: v.habit,
  synonyms: v.synonyms,
  ...over,
});

async function lentTo(library: TestLibrary, code: string, name: string): Promise<void> {
  const member = await library.done('/api/members', { name });
  await library.done('/api/loans', {
    lotCode: code,
    memberId: member.id,
    seeds: 5,
    purpose: 'garden',
    promise: 'nothing',
    lentOn: '2027-03-10',
  });
}

describe('the variety register', () => {
  it('renames in one step: the old name still finds it, labels are printed again, borrowers are told', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    await lentTo(library, lot.code, 'Ottilie Vane');
    const { variety } = await varietyOf(library, lot.code);
    const step = await library.done(`/api/varieties/${String(variety.id)}`, edited(variety, { name: 'Tollgate Crimson' }), 'PATCH');
    expect(step.reach.lots.map((l: any) => l.code)).toEqual([lot.code]);
    const now = await varietyOf(library, lot.code);
    expect([now.variety.name, now.variety.synonyms]).toEqual(['Tollgate Crimson', ['Tollgate Red']]);
    expect((await library.get('/api/find?q=tolgate%20red')).body.found[0]).toMatchObject({ code: lot.code });
    const { errands } = (await library.get('/api/errands')).body;
    expect(errands.map((e: any) => [e.kind, e.words])).toEqual([
      ['reprint', 'was Tollgate Red, is Tollgate Crimson'],
      ['tell', 'Tollgate Red is now called Tollgate Crimson'],
    ]);
    await library.done(`/api/history/${String(step.step.id)}/undo`, {});
    expect((await varietyOf(library, lot.code)).variety).toMatchObject({ name: 'Tollgate Red', synonyms: [] });
    expect((await library.get('/api/errands')).body.errands).toEqual([]);
  });

  it('refuses a name or a synonym that another variety of the crop has', async () => {
    const library = await openTestLibrary();
    const a = await library.done('/api/lots', envelope());
    await library.done('/api/lots', envelope({ varietyName: 'Amber Lantern' }));
    const { variety } = await varietyOf(library, a.code);
    const send = (over: Record<string, unknown>) => library.send('PATCH', `/api/varieties/${String(variety.id)}`, edited(variety, over));
    expect((await send({ name: 'amber LANTERN' })).body.errors).toEqual([
      { path: 'name', message: 'Amber Lantern of this crop has this name already; join the two instead' },
    ]);
    expect((await send({ synonyms: ['Red One', 'Amber Lantern'] })).body.errors[0].path).toBe('synonyms[1]');
    expect((await send({ harvestDaysMin: 90, harvestDaysMax: 60 })).body.errors[0].path).toBe('harvestDaysMax');
    expect((await send({ version: 7 })).status).toBe(409);
  });

  it('splits some lots off, and joins them again; the joined name leads to the one it became', async () => {
    const library = await openTestLibrary();
    const tall = await library.done('/api/lots', envelope());
    const short = await library.done('/api/lots', envelope({ year: 2025 }));
    const { variety } = await varietyOf(library, tall.code);
    const split = await library.done(`/api/varieties/${String(variety.id)}/split`, {
      version: variety.version,
      name: 'Tollgate Red Dwarf',
      lotCodes: [short.code],
      reason: 'half the height, two years running',
    });
    expect((await varietyOf(library, short.code)).variety.name).toBe('Tollgate Red Dwarf');
    expect((await varietyOf(library, tall.code)).variety.name).toBe('Tollgate Red');
    const dwarf = (await varietyOf(library, short.code)).variety;
    const all = await library.post(`/api/varieties/${String(dwarf.id)}/split`, {
      version: dwarf.version,
      name: 'X',
      lotCodes: [short.code],
      reason: 'y',
    });
    expect(all.body.errors[0].message).toContain('rename it instead');
    await library.done(`/api/varieties/${String(split.id)}/join`, {
      version: dwarf.version,
      intoId: variety.id,
      reason: 'the soil was poor',
    });
    expect((await varietyOf(library, short.code)).variety).toMatchObject({ name: 'Tollgate Red', synonyms: ['Tollgate Red Dwarf'] });
    expect((await library.get(`/api/varieties/${String(split.id)}`)).body.joinedInto).toMatchObject({ name: 'Tollgate Red' });
    const again = await library.done('/api/lots', envelope({ varietyName: 'Tollgate Red Dwarf' }));
    expect((await varietyOf(library, again.code)).variety.name).toBe('Tollgate Red');
    expect((await library.get('/api/varieties')).body.varieties.map((v: any) => v.name)).toEqual(['Tollgate Red']);
  });

  it('moves a variety that was called by the wrong genus: codes stay, the estimate and the advice change', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope({ cropKey: 'tomato', varietyName: 'Lantern Berry' }));
    await lentTo(library, lot.code, 'Ottilie Vane');
    const before = (await library.get(`/api/lots/${lot.code}`)).body;
    const { variety } = await varietyOf(library, lot.code);
    const step = await library.done(`/api/varieties/${String(variety.id)}/move`, {
      version: variety.version,
      cropKey: 'parsnip',
      reason: 'the plants said so',
    });
    const after = (await library.get(`/api/lots/${lot.code}`)).body;
    expect([after.lot.code, after.lot.crop]).toEqual([lot.code, 'Parsnip']);
    expect(after.estimate.today.median).toBeLessThan(before.estimate.today.median);
    expect((await library.get('/api/lots?crop=parsnip')).body.lots).toHaveLength(1);
    expect((await library.get('/api/lots?crop=tomato')).body.lots).toHaveLength(0);
    const { errands } = (await library.get('/api/errands')).body;
    expect(errands.map((e: any) => e.kind)).toEqual(['reprint', 'tell']);
    // The history still says what was said then.
    expect(after.history.map((h: any) => h.summary)).toContain(before.history[0].summary);
    await library.done(`/api/history/${String(step.step.id)}/undo`, {});
    expect((await library.get(`/api/lots/${lot.code}`)).body.lot.crop).toBe('Tomato');
    expect(
      (await library.post(`/api/varieties/${String(variety.id)}/move`, { version: 1, cropKey: 'tomato', reason: 'x' })).body.errors[0].path,
    ).toBe('cropKey');
  });

  it('shows names that may be the same, through spelling, order and script', async () => {
    const library = await openTestLibrary();
    for (const varietyName of ['Tollgate Red', 'Chernyi Prints', 'Amber Lantern'])
      await library.done('/api/lots', envelope({ varietyName }));
    const near = async (name: string) =>
      ((await library.get(`/api/varieties/near?name=${encodeURIComponent(name)}&crop=tomato`)).body.near as any[]).map((n) => [
        n.name,
        n.like,
      ]);
    expect(await near('Red Tollgate')).toEqual([['Tollgate Red', 'same']]);
    expect(await near('Tolgate Redd')).toEqual([['Tollgate Red', 'near']]);
    expect(await near('Чёрный Принц')).toEqual([['Chernyi Prints', 'same']]);
    expect(await near('Copper Kettle')).toEqual([]);
  });

  it('sets two suppliers side by side, and the chosen one is followed on the labels', async () => {
    const library = await openTestLibrary();
    const a = await library.done('/api/lots', envelope({ source: 'Moss & Daughter' }));
    const b = await library.done('/api/lots', envelope({ source: 'Ferry Lane Nursery', year: 2025 }));
    await library.done(`/api/lots/${a.code}/envelope`, { version: 0, depthMm: 5, weeksMin: 6, weeksMax: 8, anchor: 'last-frost' }, 'PUT');
    await library.done(`/api/lots/${b.code}/envelope`, { version: 0, depthMm: 20, weeksMin: 10, warnings: 'dyed seed' }, 'PUT');
    const sheet = await varietyOf(library, a.code);
    expect(sheet.envelopes.map((e: any) => [e.source, e.depthMm, e.weeksMin, e.weeksMax])).toEqual([
      ['Ferry Lane Nursery', 20, 10, 10],
      ['Moss & Daughter', 5, 6, 8],
    ]);
    const choose = (body: Record<string, unknown>) => library.send('PUT', `/api/varieties/${String(sheet.variety.id)}/instructions`, body);
    const envelopeId = sheet.envelopes[0].id;
    expect((await choose({ version: sheet.variety.version, envelopeId })).body.errors[0].path).toBe('reason');
    expect((await choose({ version: sheet.variety.version, envelopeId, reason: 'came up best' })).status).toBe(200);
    const [label] = (await library.get(`/api/lots/by-code?codes=${a.code}`)).body.lots;
    expect(label.sowing).toMatchObject({ depthMm: 20, after: 'Ferry Lane Nursery' });
    expect((await library.get(`/api/lots/${b.code}`)).body.cautions).toContain('On the envelope: dyed seed');
  });
});

describe('restricted plants', () => {
  it('are said wherever they are handled, and not lent where the list says so', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope({ varietyName: 'Hill Giant' }));
    const entry = await library.done('/api/restricted', { name: 'giant', rule: 'do-not-lend', why: 'spreads along the river here' });
    const { cautions } = (await library.get(`/api/lots/${lot.code}`)).body;
    expect(cautions).toContain('On the library’s list: spreads along the river here; not to be lent');
    const member = await library.done('/api/members', { name: 'Ottilie Vane' });
    const loan = { lotCode: lot.code, memberId: member.id, seeds: 10, purpose: 'garden', promise: 'nothing', lentOn: '2027-03-14' };
    expect((await library.post('/api/loans', loan)).body.errors[0].message).toContain('spreads along the river here');
    await library.done(`/api/restricted/${String(entry.id)}`, { version: 1 }, 'DELETE');
    expect((await library.post('/api/loans', loan)).status).toBe(200);
    for (const [body, path] of [
      [{ name: 'ab', rule: 'warn', why: 'x' }, 'name'],
      [{ rule: 'warn', why: 'x' }, 'name'],
      [{ cropKey: 'tomato', name: 'both', rule: 'warn', why: 'x' }, 'name'],
      [{ cropKey: 'unicorn', rule: 'warn', why: 'x' }, 'cropKey'],
      [{ cropKey: 'tomato', rule: 'forbid', why: 'x' }, 'rule'],
      [{ cropKey: 'tomato', rule: 'warn', why: ' ' }, 'why'],
    ] as const)
      expect((await library.post('/api/restricted', body)).body.errors[0].path).toBe(path);
  });
});
