import { formatLotCode } from '@esprel/core';
import { describe, expect, it } from 'vitest';
import { openTestLibrary } from './library.ts';
import { two } from './swapDays.ts';

/** What is brought to a swap day, what a desk keeps of the library, and what is done afterwards. */

describe('what is brought along', () => {
  it('is filled in one run, ticked off, and what went to nobody is brought home', async () => {
    const { library, swap, one } = await two();
    const code = await library.takeIn({ varietyName: 'Kiln Lane', seeds: 400, year: 2026 });
    const at = `/api/swap/${String(swap)}/packing`;
    const [idea] = (await library.get(at)).body.ideas;
    expect(idea).toMatchObject({ lotCode: code, seedsEach: 20, packets: 8, ready: 0, waiting: 0 });
    const packed = await library.done(at, { rows: [{ lotCode: code, packets: 5, seedsEach: 20 }] });
    expect(packed.step.summary).toBe('To bring to Spring swap: 5 packets of 1 lot; 5 of them filled');
    const list = async () => (await library.get(at)).body;
    const [row] = (await list()).rows;
    expect(row).toMatchObject({ lotCode: code, packets: 5, gone: 0, packedOn: null });
    expect((await list()).ideas).toEqual([]);
    await library.done(`/api/swap/packing/${String(row.id)}`, { version: row.version, what: 'packed' });
    await one.goes(code, { packets: 2 });
    const after = (await library.get(`/api/swap/${String(swap)}/after`)).body;
    expect(after.home).toMatchObject([{ lotCode: code, packets: 5, gone: 2, packedOn: library.today }]);
    await library.done(`/api/swap/packing/${String(row.id)}`, { version: row.version + 1, what: 'back' });
    expect((await library.get(`/api/swap/${String(swap)}/after`)).body.home).toEqual([]);
  });

  it('takes what is filled already first, fills nothing where one row is wrong, and names that row', async () => {
    const { library, swap } = await two();
    const code = await library.takeIn({ varietyName: 'Kiln Lane', seeds: 400, year: 2026 });
    const few = await library.takeIn({ varietyName: 'Marl Pit', seeds: 30, year: 2026 });
    await library.done(`/api/lots/${code}/packets`, { seedsEach: 20, packets: 3, filledOn: library.today });
    const at = `/api/swap/${String(swap)}/packing`;
    const refused = await library.post(at, {
      rows: [
        { lotCode: code, packets: 5, seedsEach: 20 },
        { lotCode: few, packets: 4, seedsEach: 20 },
      ],
    });
    expect(refused.body.errors).toMatchObject([{ path: 'rows[1].packets' }]);
    expect((await library.get(at)).body.rows).toEqual([]);
    const { step } = await library.done(at, { rows: [{ lotCode: code, packets: 5, seedsEach: 20 }] });
    const packets = async () => (await library.lotSheet(code)).packets.reduce((n: number, p: any) => n + p.packetsLeft, 0);
    expect(await packets()).toBe(5);
    await library.done(`/api/history/${String(step.id)}/undo`, {});
    expect(await packets()).toBe(3);
    expect((await library.post(at, { rows: [] })).body.errors).toMatchObject([{ path: 'rows', message: 'choose what to bring' }]);
  });
});

describe('what nobody knows', () => {
  it('has a crop and codes of its own, and no name', async () => {
    const { library, swap, one, day } = await two();
    const copy = (await library.get(`/api/swap/desks/${String(one.id)}/copy`)).body;
    expect(copy.unknown).toMatchObject({ letters: 'ZZ' });
    const { code } = (await one.comes({ name: null, cropKey: null, code: formatLotCode('ZZ', 12), packets: 1 })).body;
    expect(code).toBe(formatLotCode('ZZ', 12));
    expect((await library.lotSheet(code)).lot).toMatchObject({ identity: 'unknown', crop: 'Not known yet' });
    expect((await day()).numbers).toMatchObject({ withoutName: 1, newVarieties: 0 });
    const after = (await library.get(`/api/swap/${String(swap)}/after`)).body;
    expect(after.growOut).toMatchObject([{ lotCode: code, packets: 1, desk: 'Desk 1' }]);
    // A second day finds it there.
    await library.done('/api/swap', { name: 'Autumn swap', heldOn: library.today, rule: 'free' });
    expect((await library.get('/api/crops?q=not known yet')).body.crops.filter((c: any) => c.letters === 'ZZ')).toHaveLength(1);
  });
});

describe('a desk that is in the network', () => {
  it('hears of lots that changed elsewhere since it looked, and of nothing else', async () => {
    const { library, one, other } = await two();
    const copy = async () => (await library.get(`/api/swap/desks/${String(one.id)}/copy`)).body;
    const { at } = await copy();
    const news = async (after: number) => (await library.get(`/api/swap/desks/${String(one.id)}/news?after=${String(after)}`)).body;
    expect(await news(at)).toMatchObject({ again: false, lots: [], gone: [] });
    const { code } = (await other.comes({ packets: 2 })).body;
    const heard = await news(at);
    expect(heard).toMatchObject({ lots: [{ code, free: 40 }], numbers: { packetsIn: 2 }, toPutRight: 0 });
    expect((await news(heard.at)).lots).toEqual([]);
    await other.goes(code, { packets: 2 });
    expect(await news(heard.at)).toMatchObject({ lots: [], gone: [code] });
  });
});

describe('after the day', () => {
  it('is said what to dry, to name and to test, what came that was wanted, and who is thanked, once', async () => {
    const { library, swap, one, day } = await two();
    const { id: member } = await library.done('/api/members', { name: 'Brisa Marl', email: 'brisa@example.org', consentFor: ['days'] });
    const kiln = await library.takeIn({ varietyName: 'Kiln Lane', seeds: 20, year: 2026 });
    const { varietyId } = (await library.lotSheet(kiln)).lot;
    await library.done('/api/asks', { memberId: member, varietyId, kind: 'wait' });
    await one.say('visits', { visit: 'b', memberId: member });
    const wet = (await one.comes({ visit: 'b', name: 'Wet one', wet: true })).body.code;
    const near = (await one.comes({ visit: 'b', name: 'Kiln Lana' })).body.code;
    const wanted = (await one.comes({ visit: 'b', name: 'Kiln Lane', packets: 2 })).body.code;
    const after = async () => (await library.get(`/api/swap/${String(swap)}/after`)).body;
    expect(await after()).toMatchObject({
      desks: [{ visitors: 1, packetsIn: 8, packetsOut: 0 }, { visitors: 0 }],
      wanted: [{ lotCode: wanted, why: 'waited-for' }],
      dry: [{ lotCode: wet }],
      name: [{ lotCode: near, note: 'like Kiln Lane: the same?' }],
      toThank: 1,
    });
    const thanks = async () => (await library.get('/api/messages/proposed')).body.messages.filter((m: any) => m.kind === 'swap-thanks');
    expect(await thanks()).toEqual([]);
    await library.done(`/api/swap/${String(swap)}/finish`, { version: (await day()).version });
    const [message] = await thanks();
    expect(message).toMatchObject({ memberId: member, ways: ['email', 'in-person'] });
    expect(message.text).toContain('Spring swap, 14 March: you brought 8 packets');
    const { memberId, kind, aboutIds, subject, text } = message;
    await library.post('/api/messages', { memberId, kind, aboutIds, subject, text, way: 'in-person' });
    expect(await thanks()).toEqual([]);
    expect((await after()).toThank).toBe(0);
  });

  it('a desk has no copy any more, and what it still keeps comes in all the same', async () => {
    const { library, swap, one, day } = await two();
    expect((await library.post(`/api/swap/${String(swap)}/finish`, { version: 9 })).status).toBe(409);
    const { step } = await library.done(`/api/swap/${String(swap)}/finish`, { version: (await day()).version });
    // Said in a way that the desk itself understands: its copy goes.
    expect((await library.get(`/api/swap/desks/${String(one.id)}/news`)).body).toMatchObject({
      detail: 'Spring swap was finished on 2027-03-14.',
      desk: 'finished',
    });
    expect((await one.comes()).body.code).toBe(formatLotCode('TM', 1));
    expect((await library.post(`/api/swap/${String(swap)}/packing`, { rows: [] })).status).toBe(409);
    await library.done(`/api/history/${String(step.id)}/undo`, {});
    expect((await library.get(`/api/swap/desks/${String(one.id)}/copy`)).status).toBe(200);
  });

  it('is not before it was', async () => {
    const library = await openTestLibrary();
    const { id } = await library.done('/api/swap', { name: 'Summer swap', heldOn: '2027-06-20', rule: 'free' });
    expect((await library.post(`/api/swap/${String(id)}/finish`, { version: 1 })).body.detail).toBe(
      'Summer swap is on 2027-06-20, and that is not yet.',
    );
  });
});

describe('Today', () => {
  it('says what a swap day asks for: what to bring, the box, the desks, and afterwards what to put right', async () => {
    const library = await openTestLibrary();
    const swapWork = async () => {
      const { items, soon } = (await library.get('/api/today')).body;
      return [...items, ...soon].filter((w: any) => w.kind === 'swap').map((w: any) => `${String(w.due)} ${String(w.title)}`);
    };
    expect(await swapWork()).toEqual([]);
    const { id } = await library.done('/api/swap', { name: 'Spring swap', heldOn: '2027-03-20', rule: 'free' });
    expect(await swapWork()).toEqual(['2027-03-13 Choose what to bring to Spring swap', '2027-03-19 Make the desks of Spring swap ready']);
    const code = await library.takeIn({ varietyName: 'Kiln Lane', seeds: 400, year: 2026 });
    await library.done(`/api/swap/${String(id)}/packing`, { rows: [{ lotCode: code, packets: 2, seedsEach: 20 }] });
    expect(await swapWork()).toEqual(['2027-03-19 Make the desks of Spring swap ready', '2027-03-19 Pack the box for Spring swap']);
  });
});

describe('a desk that slept for a month', () => {
  it('is understood in the form in which it first said things: what came since may be left out', async () => {
    const { library, one, day } = await two();
    const post = (what: string, body: object) => library.post(`/api/swap/desks/${String(one.id)}/${what}`, body);
    const stamp = (n: number) => ({ n, key: `old ${String(n)}`, on: '2027-02-14', minute: 600, deskToday: library.today });
    // As the first version said it. A field that has to be there from a later version on would refuse it.
    expect((await post('visits', { ...stamp(1), visit: 'v' })).status).toBe(200);
    const came = await post('in', {
      ...stamp(2),
      code: formatLotCode('TM', 1),
      name: 'Tollgate Red',
      cropKey: 'tomato',
      yearKind: 'harvest',
      year: 2026,
      form: 'cleaned',
      packets: 2,
      seedsEach: 20,
      amountKnown: 'estimated',
      saved: true,
      wet: false,
    });
    expect(came.body.code).toBe(formatLotCode('TM', 1));
    expect(
      (await post('out', { ...stamp(3), visit: 'v', lotCode: came.body.code, packets: 1, seedsEach: 20, forSeed: false })).status,
    ).toBe(200);
    expect((await post('back', { ...stamp(4), of: 'old 3' })).status).toBe(200);
    expect((await day()).numbers).toMatchObject({ visitors: 1, packetsIn: 2, packetsOut: 0 });
  });
});
