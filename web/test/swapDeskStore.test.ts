import { formatLotCode } from '@esprel/core';
import { createPinia, setActivePinia } from 'pinia';
import { describe, expect, it, vi } from 'vitest';
import { eachSwapDesk, envelope, json, lotOf, out, readyDesk, refusal, swapLibrary } from './swapDesk.ts';

eachSwapDesk();

describe('what is said at a swap desk', () => {
  it('is kept without a network, counts at once, and is sent in order with its keys when there is one', async () => {
    const desk = await readyDesk();
    swapLibrary.away = true;
    const visit = await desk.visitHere();
    await desk.say(envelope(301, { visit: visit.key }));
    await desk.say(out('TM-003H', { visit: visit.key }));
    await desk.catchUp();
    expect([desk.network, desk.unsent.length]).toEqual(['none', 2]);
    expect(desk.numbers).toEqual({ visitors: 5, packetsIn: 13, packetsOut: 8, newVarieties: 3, withoutName: 1 });
    expect(desk.lot('TM-003H')?.packets).toEqual([{ id: 5, seedsEach: 20, left: 2 }]);
    // What just came in can go out again.
    expect(desk.lot(formatLotCode('TM', 301))).toMatchObject({ variety: 'Tollgate Red', free: 60 });
    expect(desk.ofVisit(visit.key)).toEqual({ brought: 3, taken: 1 });

    swapLibrary.away = false;
    swapLibrary.news = { at: 104, lots: [lotOf({ free: 40, packets: [{ id: 5, seedsEach: 20, left: 2 }] })] };
    await desk.catchUp();
    expect(swapLibrary.sent.map((s) => [s.what, s.body.n, s.body.on, s.body.minute, s.body.deskToday])).toEqual([
      ['in', 1, '2027-03-14', 690, '2027-03-14'],
      ['out', 2, '2027-03-14', 690, '2027-03-14'],
    ]);
    expect(new Set(swapLibrary.sent.map((s) => s.key)).size).toBe(2);
    // The lots of the library show it by now: it is not counted once more beside them.
    expect([desk.unsent.length, desk.numbers.packetsIn, desk.lot('TM-003H')?.packets[0]?.left]).toEqual([0, 10, 2]);
  });

  it('is sent again under the same key where the answer was lost, and only then what came after it', async () => {
    const desk = await readyDesk();
    swapLibrary.answers = [
      () => {
        throw new TypeError('the network went away in the middle');
      },
    ];
    await desk.say(envelope(301));
    await desk.catchUp();
    await desk.say(out('TM-003H'));
    await desk.catchUp();
    await desk.catchUp();
    const [first, again, second] = swapLibrary.sent;
    expect([first?.what, again?.what, second?.what]).toEqual(['in', 'in', 'out']);
    expect(again?.key).toBe(first?.key);
  });

  it('while others are being sent goes out right after them', async () => {
    const desk = await readyDesk();
    let during: Promise<unknown> | null = null;
    swapLibrary.answers = [
      () => {
        during = desk.say(out('TM-003H'));
        return json({ id: 1, code: null, misfit: null, step: { id: 1, summary: '' } });
      },
    ];
    await desk.say(envelope(301));
    await desk.catchUp();
    await during;
    await desk.catchUp();
    expect([desk.unsent.length, swapLibrary.sent.map((s) => s.what)]).toEqual([0, ['in', 'out']]);
  });

  it('that the library refuses is kept with why, and what follows is sent all the same', async () => {
    const desk = await readyDesk();
    swapLibrary.answers = [
      () => json({ code: 'bad-input', detail: 'Not so.', errors: [{ path: 'packets', message: 'must be at least 1' }] }, 400),
    ];
    await desk.say(envelope(301));
    await desk.catchUp();
    await desk.say(out('TM-003H'));
    await desk.catchUp();
    expect(desk.refused.map((s) => s.refused)).toEqual(['must be at least 1']);
    expect([desk.unsent.length, swapLibrary.sent.length]).toEqual([0, 2]);
  });

  it('waits where the library is older than the desk', async () => {
    swapLibrary.takes = 0;
    const desk = await readyDesk();
    await desk.say(envelope(301));
    await desk.catchUp();
    expect([desk.held, desk.unsent.length, swapLibrary.sent]).toEqual(['newer', 1, []]);
    // Brought up to date, it hears of it and sends.
    swapLibrary.takes = 1;
    await desk.catchUp();
    await desk.catchUp();
    expect([desk.held, desk.unsent.length]).toEqual([null, 0]);
  });

  it('waits where somebody has to sign in first', async () => {
    const desk = await readyDesk();
    swapLibrary.answers = [() => refusal('sign-in-needed', 'Sign in.', 401)];
    await desk.say(envelope(301));
    await desk.catchUp();
    expect([desk.held, desk.unsent.length]).toEqual(['sign-in', 1]);
    await desk.catchUp();
    expect([desk.held, desk.unsent.length]).toEqual([null, 0]);
  });

  it('stays when the desk was withdrawn, while its copy goes', async () => {
    const desk = await readyDesk();
    swapLibrary.answers = [() => json({ code: 'blocked', detail: 'This desk was withdrawn on 2027-03-14.', desk: 'withdrawn' }, 409)];
    await desk.say(envelope(301));
    await desk.catchUp();
    expect([desk.held, desk.copy, desk.members, desk.unsent.length]).toEqual(['withdrawn', null, null, 1]);
    // Heard again, it is taken.
    await desk.catchUp();
    expect(desk.unsent.length).toBe(0);
  });

  it('taken back is as if it had not been, and its code is not given again', async () => {
    const desk = await readyDesk();
    swapLibrary.away = true;
    const step = await desk.say(envelope(301));
    await desk.takeBack(step!);
    expect(desk.lot(formatLotCode('TM', 301))).toBeNull();
    expect(desk.numbers.packetsIn).toBe(10);
    expect(desk.nextCode('LT')).toBe(formatLotCode('LT', 302));
    await desk.say(envelope(302));
    await desk.say(envelope(303));
    expect([desk.nextCode('TM'), desk.codesLeftNow]).toEqual([null, 0]);
  });

  it('of a visitor who says late who they are is theirs', async () => {
    const desk = await readyDesk();
    swapLibrary.away = true;
    const visit = await desk.visitHere();
    await desk.say(out('TM-003H', { visit: visit.key }));
    await desk.comes({ id: 7, name: 'Brisa Marl' });
    expect(desk.visit).toEqual({ key: visit.key, memberId: 7, name: 'Brisa Marl' });
    await desk.comes({ joins: 'Tarn Weir' });
    expect(desk.visit?.key).not.toBe(visit.key);
    expect(desk.numbers.visitors).toBe(6);
  });

  it('of lots elsewhere is heard: what changed, and what is gone', async () => {
    const desk = await readyDesk();
    swapLibrary.news = {
      at: 101,
      lots: [lotOf({ code: 'LT-004C', variety: 'Marl', cropKey: 'lettuce' })],
      gone: ['TM-003H'],
    };
    await desk.catchUp();
    expect([desk.lot('LT-004C')?.variety, desk.lot('TM-003H')]).toEqual(['Marl', null]);
    expect(desk.find('mral').map((l) => l.code)).toEqual(['LT-004C']);
    expect(desk.findMembers('chapel').map((m) => m.name)).toEqual(['Brisa Marl']);
  });

  it('keeps codes that come while it reads what happened elsewhere, also where all is read anew', async () => {
    for (const again of [false, true]) {
      setActivePinia(createPinia());
      const desk = await readyDesk();
      const before = desk.codesLeftNow;
      const quick = fetch;
      let go: () => void = () => undefined;
      const waited = new Promise<void>((resolve) => (go = resolve));
      vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
        if (path.includes(again ? '/copy/lots' : '/news')) await waited;
        return quick(path, init);
      });
      swapLibrary.news = { at: 105, again };
      const reading = desk.catchUp();
      await new Promise((resolve) => setTimeout(resolve, 20));
      swapLibrary.answers = [() => json({ first: 401, last: 500, step: { id: 1, summary: '' } })];
      await desk.moreCodes();
      go();
      await reading;
      expect([again, desk.codesLeftNow - before]).toEqual([again, 100]);
      vi.stubGlobal('fetch', quick);
    }
  });
});
