import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { afterwards, clockShift, type Waiting } from '../src/my/said.ts';
import { watchFingers } from '../src/my/finger.ts';
import { useMine } from '../src/my/useMine.ts';
import { packetOf, pageOf } from './myPage.ts';

/** The library as a phone sees it: what it answers to each call, and what it was sent. */
const library = {
  page: pageOf(),
  sent: [] as { path: string; body: Record<string, unknown>; key: string | null }[],
  answers: [] as (() => Response)[],
  away: false,
  shut: false,
};
const json = (body: object, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } });

beforeEach(() => {
  setActivePinia(createPinia());
  vi.useFakeTimers({ toFake: ['Date'], now: new Date(2027, 2, 21, 12) });
  Object.assign(library, { page: pageOf(), sent: [], answers: [], away: false, shut: false });
  vi.stubGlobal('fetch', (path: string, init: RequestInit = {}) => {
    if (library.away) return Promise.reject(new TypeError('no network'));
    if (library.shut && path !== '/api/my/enter')
      return Promise.resolve(json({ code: 'sign-in-needed', detail: 'Nobody is signed in on this phone.' }, 401));
    if ((init.method ?? 'GET') === 'GET') return Promise.resolve(json(library.page));
    const headers = init.headers as Record<string, string>;
    library.sent.push({ path: path.replace('/api', ''), body: JSON.parse(String(init.body)), key: headers['Idempotency-Key'] ?? null });
    return Promise.resolve((library.answers.shift() ?? (() => json({ id: 900 + library.sent.length, step: { id: 1, summary: '' } })))());
  });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

async function begun() {
  const mine = useMine();
  await mine.catchUp();
  return mine;
}
const sowings = (mine: ReturnType<typeof useMine>) => mine.page?.packets[0]?.sowings ?? [];

describe('what is said on a phone', () => {
  it('is true at once without a network, and is sent in order when there is one, under the numbers that the library gives', async () => {
    const mine = await begun();
    library.away = true;
    await mine.say({ what: 'sow', loanId: 40, seeds: 20, method: 'cells' });
    expect(mine.page?.packets[0]).toMatchObject({ left: 7, sowings: [{ seeds: 20, sownOn: '2027-03-21', emerged: null }] });
    const local = sowings(mine)[0]?.id ?? 0;
    expect(local).toBeLessThan(0);
    await mine.say({ what: 'count', sowingId: local, emerged: 17 });
    await mine.catchUp();
    expect([mine.network, mine.unsent.length, sowings(mine)[0]?.emerged]).toEqual([false, 2, 17]);
    library.away = false;
    library.answers = [() => json({ id: 88, step: { id: 1, summary: '' } })];
    library.page = pageOf({
      packets: [packetOf({ left: 7, sowings: [{ id: 88, seeds: 20, sownOn: '2027-03-21', emerged: 17, fate: null, undo: 5 }] })],
    });
    await mine.catchUp();
    expect(library.sent.map((s) => [s.path, s.body.on ?? null])).toEqual([
      ['/my/loans/40/sowings', '2027-03-21'],
      ['/my/sowings/88/count', '2027-03-21'],
    ]);
    expect([mine.unsent.length, sowings(mine)]).toEqual([0, library.page.packets[0]?.sowings]);
  });

  it('moves nothing under a finger that is on the glass, and follows once it is lifted', async () => {
    const glass = new EventTarget();
    watchFingers(glass);
    const mine = await begun();
    library.page = pageOf({ today: '2027-03-21', packets: [packetOf({ left: 3 })] });
    glass.dispatchEvent(new Event('pointerdown'));
    const read = mine.catchUp();
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(mine.page?.packets[0]?.left).toBe(27);
    glass.dispatchEvent(new Event('pointerup'));
    await read;
    expect(mine.page?.packets[0]?.left).toBe(3);
  });

  it('is sent again under the same key where the answer was lost', async () => {
    const mine = await begun();
    library.answers = [
      () => {
        throw new TypeError('the network went away in the middle');
      },
    ];
    await mine.say({ what: 'sow', loanId: 40, seeds: 20, method: 'cells' });
    await mine.catchUp();
    await mine.catchUp();
    expect(new Set(library.sent.map((s) => s.key)).size).toBe(1);
    expect(library.sent.length).toBe(2);
  });

  it('that the library refuses is said, holds up nothing else, and takes with it what hangs on it', async () => {
    const mine = await begun();
    library.away = true;
    await mine.say({ what: 'sow', loanId: 40, seeds: 27, method: 'cells' });
    await mine.say({ what: 'count', sowingId: sowings(mine)[0]?.id ?? 0, emerged: 3 });
    await mine.say({ what: 'ask', varietyId: 3, variety: 'Weir Keeper', crop: 'Onion', kind: 'ask', note: null });
    await mine.catchUp();
    library.away = false;
    library.answers = [
      () =>
        json(
          {
            code: 'bad-input',
            detail: 'seeds: only 10 seeds are left',
            errors: [{ path: 'seeds', message: 'only 10 seeds are left in the packet' }],
          },
          400,
        ),
    ];
    await mine.catchUp();
    expect(library.sent.map((s) => s.path)).toEqual(['/my/loans/40/sowings', '/my/asks']);
    expect(mine.refused.map((w) => w.refused)).toEqual(['only 10 seeds are left in the packet', 'what it belongs to was not taken']);
    expect(mine.page?.packets[0]?.left).toBe(27);
    for (const w of [...mine.refused]) await mine.throwAway(w.n);
    expect([mine.refused.length, mine.unsent.length]).toEqual([0, 0]);
  });

  it('stays on the phone when its card was withdrawn, and is sent for nobody else', async () => {
    const mine = await begun();
    library.shut = true;
    await mine.say({ what: 'sow', loanId: 40, seeds: 20, method: 'cells' });
    await mine.catchUp();
    expect([mine.door, mine.unsent.length]).toEqual(['out', 1]);
    library.shut = false;
    // Another member's card on the same phone: what was written before waits for its own.
    library.page = pageOf({ me: { ...pageOf().me, id: 8, name: 'Orla Weir' }, packets: [] });
    library.sent = [];
    await mine.enter('0'.repeat(26));
    expect(library.sent.map((s) => s.path)).toEqual(['/my/enter']);
    expect([mine.door, mine.page?.me.name, mine.unsent.length, mine.others]).toEqual(['in', 'Orla Weir', 0, 1]);
    library.page = pageOf();
    await mine.enter('0'.repeat(26));
    await mine.catchUp();
    expect(library.sent.map((s) => s.path)).toContain('/my/loans/40/sowings');
    expect([mine.unsent.length, mine.others]).toEqual([0, 0]);
  });

  it('goes by itself where the network came back while it was being tried', async () => {
    const mine = await begun();
    library.away = true;
    await mine.say({ what: 'sow', loanId: 40, seeds: 20, method: 'cells' });
    const trying = mine.catchUp();
    library.away = false;
    await trying;
    expect([mine.unsent.length, mine.network]).toEqual([0, true]);
  });

  it('is taken back before it was sent as if it had never been, and afterwards by the library', async () => {
    const mine = await begun();
    library.away = true;
    await mine.say({ what: 'sow', loanId: 40, seeds: 20, method: 'cells' });
    await mine.say({ what: 'count', sowingId: sowings(mine)[0]?.id ?? 0, emerged: 17 });
    await mine.last?.undo();
    expect(sowings(mine)[0]?.emerged).toBeNull();
    library.away = false;
    library.page = pageOf({
      packets: [packetOf({ left: 7, sowings: [{ id: 901, seeds: 20, sownOn: '2027-03-21', emerged: null, fate: null, undo: 5 }] })],
    });
    await mine.catchUp();
    expect(library.sent.map((s) => s.path)).toEqual(['/my/loans/40/sowings']);
    await mine.say({ what: 'sow', loanId: 40, seeds: 7, method: 'pot' });
    await mine.catchUp();
    library.page = pageOf({
      packets: [packetOf({ left: 0, sowings: [{ id: 902, seeds: 7, sownOn: '2027-03-21', emerged: null, fate: null, undo: 6 }] })],
    });
    await mine.catchUp();
    await mine.last?.undo();
    await mine.catchUp();
    expect(library.sent.at(-1)?.path).toBe('/my/steps/6/undo');
  });
});

describe('a phone whose clock is wrong', () => {
  it('shows the library’s day, and says its own', async () => {
    vi.setSystemTime(new Date(2031, 4, 4, 12));
    const mine = await begun();
    expect(mine.today).toBe('2027-03-21');
    await mine.say({ what: 'sow', loanId: 40, seeds: 20, method: 'cells' });
    expect(sowings(mine)[0]?.sownOn).toBe('2027-03-21');
    await mine.catchUp();
    expect(library.sent[0]?.body).toMatchObject({ on: '2031-05-04', phoneToday: '2031-05-04' });
  });

  it('is not one in another time zone', () => {
    expect([clockShift('2027-03-21', '2027-03-22'), clockShift('2027-03-21', '2027-03-23')]).toEqual([0, -2]);
  });
});

describe('the page after something was said', () => {
  const after = (said: Waiting['said'], page = pageOf()) =>
    afterwards(page, { n: 4, key: 'k', memberId: 7, on: '2027-03-21', said, sent: false, refused: null });

  it('has what was asked for, and no longer the old answer to it', () => {
    const answered = {
      id: 2,
      kind: 'ask',
      varietyId: 3,
      variety: 'Weir Keeper',
      crop: 'Onion',
      askedOn: '2027-03-01',
      laidOn: null,
      waitsUntil: null,
      before: 0,
      answer: 'It went back.',
    } as const;
    const page = after(
      { what: 'ask', varietyId: 3, variety: 'Weir Keeper', crop: 'Onion', kind: 'ask', note: null },
      pageOf({ asks: [answered] }),
    );
    expect(page.asks.map((a) => [a.id, a.answer])).toEqual([[-4, null]]);
    expect(after({ what: 'unask', askId: -4 }, page).asks).toEqual([]);
  });

  it('never counts fewer than were up before', () => {
    const page = pageOf({
      packets: [packetOf({ sowings: [{ id: 1, seeds: 20, sownOn: '2027-03-02', emerged: 12, fate: null, undo: 3 }] })],
    });
    expect(after({ what: 'count', sowingId: 1, emerged: 9 }, page).packets[0]?.sowings[0]).toMatchObject({ emerged: 12, undo: null });
  });
});
