import { formatLotCode } from '@esprel/core';
import { describe, expect, it } from 'vitest';
import { balance, two } from './swapDays.ts';

describe('what comes in', () => {
  it('is a lot under the code of its label, in the packets that it came in, and stands in the numbers of the day', async () => {
    const { library, one, other, day, misfits } = await two();
    const first = (await one.comes()).body;
    expect(first.code).toBe(formatLotCode('TM', 1));
    await other.comes({ name: null, cropKey: 'lettuce', code: formatLotCode('LT', 301), packets: 1 });
    const sheet = await library.lotSheet(first.code);
    expect(sheet.lot.balance).toBe(60);
    expect(sheet.packets).toMatchObject([{ seedsEach: 20, packets: 3, packetsLeft: 3 }]);
    expect((await library.lotSheet(formatLotCode('LT', 301))).lot).toMatchObject({ identity: 'unknown' });
    expect((await day()).numbers).toEqual({ visitors: 0, packetsIn: 4, packetsOut: 0, newVarieties: 1, withoutName: 1 });
    expect(await misfits()).toEqual([]);
    // Codes that the library gives meanwhile leap over those of the desks.
    expect(await library.takeIn({ varietyName: 'Other one' })).toBe(formatLotCode('TM', 601));
  });

  it('that is sent twice, or taken back before it came, counts once or never', async () => {
    const { library, one, day } = await two();
    const body = { key: 'same', n: 1, code: formatLotCode('TM', 1) };
    const first = (await one.comes(body)).body;
    expect((await one.comes(body)).body).toMatchObject({ id: first.id, code: first.code });
    expect((await day()).numbers.packetsIn).toBe(3);
    await one.say('back', { of: 'same' });
    expect((await day()).numbers.packetsIn).toBe(0);
    await one.say('back', { of: 'late' });
    expect((await one.comes({ key: 'late' })).body).toMatchObject({ code: null });
    expect((await library.get('/api/lots')).body.lots).toEqual([]);
  });

  it('without a code of its own gets one, which is to be written on it', async () => {
    const { one, other, misfits, putRight } = await two();
    const used = (await one.comes({ code: null, mark: '1-17' })).body;
    const foreign = (await other.comes({ name: 'Kiln Red', code: formatLotCode('TM', 1) })).body;
    expect((await misfits()).map((m) => [m.kind, m.words])).toEqual([
      ['no-code', `The codes of the desk were used up: write ${String(used.code)} on the envelope that is marked 1-17`],
      ['code-taken', `${formatLotCode('TM', 1)} is on another lot: write ${String(foreign.code)} on the envelope of Kiln Red`],
    ]);
    for (const m of await misfits()) expect((await putRight(m.id)).status).toBe(200);
    expect(await misfits()).toEqual([]);
  });

  it('at two desks, the same in all that was said, is asked about; one of the two goes, and that can be taken back', async () => {
    const { library, one, other, misfits, putRight, day } = await two();
    await one.comes();
    const second = (await other.comes()).body;
    await other.comes({ year: 2025 });
    expect(await misfits()).toMatchObject([
      { kind: 'same-envelope', desk: 'desk 2, Desk 2', otherDesk: 'desk 1, Desk 1', lotCode: second.code },
    ]);
    const right = (await putRight(second.misfit)).body;
    expect((await day()).numbers.packetsIn).toBe(6);
    await library.done(`/api/history/${String(right.step.id)}/undo`, {});
    expect((await day()).numbers.packetsIn).toBe(9);
    expect((await putRight(second.misfit, { what: 'set-aside', version: 2 })).body.errors).toMatchObject([{ path: 'why' }]);
    const [back] = await misfits();
    expect((await putRight(back.id, { what: 'set-aside', why: 'two brothers', version: back.version })).status).toBe(200);
    expect(await misfits()).toEqual([]);
  });

  it('with something wrong in it is kept until it can be taken in', async () => {
    const { one, misfits, putRight } = await two();
    expect((await one.comes({ year: 2031 })).body.code).toBeNull();
    const [m] = await misfits();
    expect(m.words).toBe('Tollgate Red was not taken in: must not be after 2027, when it came');
    expect((await putRight(m.id)).body.code).toBe('blocked');
    expect(await misfits()).toHaveLength(1);
  });
});

describe('what goes out', () => {
  it('is lent to members with their promise, given to visitors, and lent after all to whom the desk names late', async () => {
    const { library, one, day } = await two();
    const { id: member } = await library.done('/api/members', { name: 'Brisa Marl' });
    const { code } = (await one.comes({ packets: 4 })).body;
    await one.goes(code, { visit: 'a visitor' });
    await one.goes(code, { visit: 'late', forSeed: true });
    expect((await library.get(`/api/members/${String(member)}`)).body.loans).toEqual([]);
    await one.say('visits', { visit: 'late', memberId: member });
    expect((await library.get(`/api/members/${String(member)}`)).body.loans).toMatchObject([{ lotCode: code, seeds: 20, promise: 'some' }]);
    expect(await balance(library, code)).toBe(40);
    expect((await library.lotSheet(code)).packets).toMatchObject([{ packetsLeft: 2 }]);
    expect((await day()).numbers).toMatchObject({ visitors: 2, packetsOut: 2 });
  });

  it('twice of the last packet stands to be put right with both desks; the record then says that there was one more', async () => {
    const { library, one, other, misfits, putRight } = await two();
    const { code } = (await one.comes({ packets: 1 })).body;
    await other.goes(code, { visit: 'v2' });
    await one.goes(code);
    const [m] = await misfits();
    expect(m).toMatchObject({ kind: 'too-little', desk: 'desk 1, Desk 1', otherDesk: 'desk 2, Desk 2', lotCode: code });
    expect(m.words).toContain('Desk 2 gave out the last of Tollgate Red too.');
    const right = (await putRight(m.id)).body;
    expect(right.step.summary).toMatch(/^Put right: /);
    expect(await balance(library, code)).toBe(0);
    expect(await misfits()).toEqual([]);
    await library.done(`/api/history/${String(right.step.id)}/undo`, {});
    expect(await misfits()).toHaveLength(1);
    expect(await balance(library, code)).toBe(0);
  });

  it('of a lot that another desk still keeps waits for it', async () => {
    const { library, one, other, misfits } = await two();
    const code = formatLotCode('TM', 1);
    await other.goes(code);
    expect(await misfits()).toMatchObject([{ kind: 'no-lot', lotCode: code, proposal: null }]);
    await one.comes();
    expect(await misfits()).toEqual([]);
    expect(await balance(library, code)).toBe(40);
  });

  it('is put right, and taken out of a lot that comes in late, also when its own desk was withdrawn since', async () => {
    const { library, one, other, misfits, putRight } = await two();
    const { code } = (await one.comes({ packets: 1 })).body;
    await other.goes(code);
    await other.goes(code);
    await other.goes(formatLotCode('TM', 2));
    await library.done(`/api/swap/desks/${String(other.id)}/withdraw`, { version: 1 });
    const second = (await one.comes({ name: 'Kiln Red' })).body;
    expect(await balance(library, second.code)).toBe(40);
    const [m, ...more] = await misfits();
    expect([m.kind, more]).toEqual(['too-little', []]);
    expect((await putRight(m.id)).status).toBe(200);
    expect(await misfits()).toEqual([]);
  });

  it('under an older name says who should hear of it', async () => {
    const { one, misfits } = await two();
    const { code } = (await one.comes()).body;
    await one.goes(code, { named: 'tollgate RED' });
    await one.goes(code, { named: 'Kiln Red' });
    expect((await misfits()).map((m) => m.words)).toEqual([`The packet of ${code} that a visitor took said Kiln Red; it is Tollgate Red`]);
  });
});

describe('people and clocks', () => {
  it('who joined at two desks is joined into one', async () => {
    const { library, one, other, misfits, putRight, day } = await two();
    const { code } = (await one.comes()).body;
    await one.say('visits', { visit: 'a', joins: 'Orla Weir' });
    await other.say('visits', { visit: 'b', joins: 'orla weir' });
    await other.goes(code, { visit: 'b' });
    const [m] = await misfits();
    expect(m).toMatchObject({ kind: 'same-person', desk: 'desk 2, Desk 2', otherDesk: 'desk 1, Desk 1' });
    expect((await putRight(m.id)).status).toBe(200);
    const { members } = (await library.get('/api/members')).body;
    expect(members).toHaveLength(1);
    expect((await library.get(`/api/members/${String(members[0].id)}`)).body.loans).toHaveLength(1);
    expect((await day()).numbers.visitors).toBe(1);
  });

  it('a clock that is a day behind is said once, and all of it counted for the day of the swap', async () => {
    const { library, one, misfits, putRight } = await two();
    const wrong = { on: '2027-03-13', deskToday: '2027-03-13' };
    const { code } = (await one.comes(wrong)).body;
    await one.goes(code, wrong);
    const [m, ...more] = await misfits();
    expect(more).toEqual([]);
    expect(m.words).toBe('Desk 1 says that it is 13 Mar 2027, and Spring swap is on 14 Mar 2027: its clock may be wrong');
    expect((await putRight(m.id)).status).toBe(200);
    expect((await library.lotSheet(code)).lot.receivedOn).toBe('2027-03-14');
  });

  it('a desk that was withdrawn is not listened to, and another’s words are not taken back', async () => {
    const { library, one, other, day } = await two();
    await one.comes({ key: 'mine' });
    await other.say('back', { of: 'mine' });
    expect((await day()).numbers.packetsIn).toBe(3);
    await library.done(`/api/swap/desks/${String(one.id)}/withdraw`, { version: 1 });
    expect((await one.comes()).body).toMatchObject({ code: 'blocked' });
  });
});

describe('what a desk keeps', () => {
  it('is what it needs without a network, and nothing of how members are reached', async () => {
    const { library, one, swap } = await two();
    await library.done('/api/members', {
      name: 'Brisa Marl',
      place: 'Chapel Rise',
      email: 'brisa@example.org',
      consentFor: ['packets'],
    });
    const { code } = (await one.comes({ packets: 2 })).body;
    await one.comes({ name: 'Night Bells', cropKey: 'foxglove', code: formatLotCode('FX', 2), packets: 1 });
    const gone = (await one.comes({ name: 'Gone', packets: 1 })).body.code;
    expect((await one.goes(gone)).body.misfit).toBeNull();
    const copy = await library.get(`/api/swap/desks/${String(one.id)}/copy`);
    expect(copy.body).toMatchObject({
      swap: { id: swap, rule: 'free' },
      members: [{ name: 'Brisa Marl', garden: 'Chapel Rise', cards: [] }],
    });
    expect(copy.body.desk.used).toHaveLength(3);
    expect(copy.body.desk.codesLeft).toBe(297);
    expect(JSON.stringify(copy.body)).not.toContain('example.org');
    const { lots, after } = (await library.get(`/api/swap/desks/${String(one.id)}/copy/lots`)).body;
    expect(after).toBeNull();
    expect(copy.body.lots).toBe(2);
    expect(lots.map((l: any) => l.variety)).toEqual(['Tollgate Red', 'Night Bells']);
    expect(lots[0]).toMatchObject({
      code,
      variety: 'Tollgate Red',
      free: 40,
      packets: [{ seedsEach: 20, left: 2 }],
      notLent: null,
      doubtful: false,
    });
    expect(lots[1].cautions.join(' ')).toMatch(/poison/i);
  });

  it('is not given to a desk that was withdrawn', async () => {
    const { library, one } = await two();
    await library.done(`/api/swap/desks/${String(one.id)}/withdraw`, { version: 1 });
    for (const path of ['copy', 'copy/lots']) {
      expect((await library.get(`/api/swap/desks/${String(one.id)}/${path}`)).body).toMatchObject({ code: 'blocked' });
    }
  });
});

describe('bad input', () => {
  it.each([
    ['a day without a name', '/api/swap', { name: ' ', heldOn: '2027-03-20', rule: 'free' }, 'name'],
    ['a day that was', '/api/swap', { name: 'Late', heldOn: '2027-03-01', rule: 'free' }, 'heldOn'],
    ['a rule that is none', '/api/swap', { name: 'Odd', heldOn: '2027-03-20', rule: 'money' }, 'rule'],
    ['a desk without a name', '/api/swap/1/desks', { name: '' }, 'name'],
  ])('%s is refused, with its field', async (_what, path, body, field) => {
    const { library } = await two();
    const answer = await library.post(path, body);
    expect(answer.status).toBe(400);
    expect(answer.body.errors[0].path).toBe(field);
  });

  it.each([
    ['no packets', { packets: 0 }, 'packets'],
    ['half a seed', { seedsEach: 1.5 }, 'seedsEach'],
    ['a day that is none', { on: '2027-02-30' }, 'on'],
    ['no key', { key: '' }, 'key'],
    ['text with a line break', { name: 'a\nb' }, 'name'],
  ])('an envelope with %s is refused, and nothing is written', async (_what, over, field) => {
    const { one, day } = await two();
    const answer = await one.comes(over);
    expect([answer.status, answer.body.errors[0].path]).toEqual([400, field]);
    expect((await day()).numbers.packetsIn).toBe(0);
  });

  it('a crop that is not here waits to be put right; a desk and a misfit that are none are said to be none', async () => {
    const { library, one, misfits } = await two();
    await one.comes({ cropKey: 'moon-melon' });
    expect(await misfits()).toMatchObject([{ kind: 'wrong' }]);
    expect((await library.post('/api/swap/misfits/99', { version: 1, what: 'take' })).status).toBe(404);
    expect((await library.get('/api/swap/99')).status).toBe(404);
    expect(
      (await library.post('/api/swap/desks/99/back', { n: 1, key: 'a', of: 'b', on: '2027-03-14', minute: 1, deskToday: '2027-03-14' }))
        .status,
    ).toBe(404);
  });
});
