import { MY_PATHS, myApi, mySeen } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { all, run } from '../src/db/db.ts';
import { openTestLibrary, rowCounts, tinyJpeg } from './library.ts';
import { phoneOf } from './phones.ts';
import { browserOf, withCoordinator, withPerson } from './signIns.ts';

const said = { on: '2027-03-14', phoneToday: '2027-03-14' };

/** A library with a coordinator, two members, and a packet of tomato seed with the first of them. */
async function withMembers(options: Parameters<typeof openTestLibrary>[1] = {}) {
  const library = await openTestLibrary('2027-03-14', options);
  const code = await library.takeIn({ seeds: 200 });
  const member = async (name: string): Promise<number> => (await library.done('/api/members', { name, consentFor: [] })).id as number;
  const [brisa, orla] = [await member('Brisa Marl'), await member('Orla Weir')];
  const loan = (
    await library.done('/api/loans', {
      lotCode: code,
      memberId: brisa,
      seeds: 27,
      purpose: 'save-seed',
      promise: 'amount',
      promisedSeeds: 80,
      dueOn: '2028-03-20',
      lentOn: library.today,
    })
  ).id as number;
  const desk = await withCoordinator(library);
  return { library, desk, code, brisa, orla, loan };
}

describe('a card', () => {
  it('opens the page of its member, and nothing else', async () => {
    const { library, desk, brisa } = await withMembers();
    const phone = await phoneOf(library, desk, brisa);
    expect(phone.given).toMatch(/^esprel-my=[\w-]{43}; .*HttpOnly; SameSite=Lax$/);
    const page = await phone.send('GET', '/my');
    expect([page.status, page.body.me.name]).toEqual([200, 'Brisa Marl']);
    for (const path of ['/lots', '/members', `/members/${String(brisa)}`, '/session', '/people', '/history']) {
      expect([path, (await phone.send('GET', path)).status]).toEqual([path, 401]);
    }
    // A browser may be at the desk and on a member’s page at once; neither opens the other.
    const both = browserOf(library);
    both.cookie = `${desk.cookie}; ${phone.cookie}`;
    expect((await both.send('GET', '/session')).status).toBe(200);
    expect((await both.send('GET', '/my')).body.me.name).toBe('Brisa Marl');
    expect((await desk.send('GET', '/my')).body.code).toBe('sign-in-needed');
  });

  it('is kept as a hash only, and nothing of it is in the history', async () => {
    const { library, desk, brisa } = await withMembers();
    const phone = await phoneOf(library, desk, brisa);
    const secret = phone.cookie.split('=')[1] ?? '';
    for (const table of ['member_cards', 'member_sign_ins', 'steps', 'events', 'request_keys']) {
      const text = JSON.stringify(all(library.db, `SELECT * FROM ${table}`));
      expect([table, text.includes(phone.code), text.includes(secret)]).toEqual([table, false, false]);
    }
  });

  it('that is withdrawn puts its phone out at the next request, and opens nothing any more', async () => {
    const { library, desk, brisa } = await withMembers();
    const phone = await phoneOf(library, desk, brisa);
    const other = await phoneOf(library, desk, brisa);
    const { cards } = (await desk.send('GET', `/members/${String(brisa)}`)).body as { cards: { id: number }[] };
    expect((await desk.send('POST', `/members/${String(brisa)}/cards/${String(cards[0]?.id)}/withdraw`, {})).body.cards).toHaveLength(1);
    const out = await phone.send('POST', '/my/loans/1/sowings', { ...said, seeds: 5, method: 'cells' });
    expect([out.status, out.body.detail]).toEqual([
      401,
      'Nobody is signed in on this phone. Scan your card again; what you wrote stays on this phone until then.',
    ]);
    expect((await phone.send('POST', '/my/enter', { code: phone.code })).body.code).toBe('wrong-sign-in');
    // A member's other card is not touched; then everything is.
    expect((await other.send('GET', '/my')).status).toBe(200);
    expect((await desk.send('POST', `/members/${String(brisa)}/shut-out`, {})).body).toEqual({ phones: 1, cards: 1 });
    expect((await other.send('GET', '/my')).status).toBe(401);
    expect((await desk.send('POST', '/members/by-card', { code: other.code })).status).toBe(404);
  });

  it('is found at the desk by its code, however it is read', async () => {
    const { library, desk, brisa } = await withMembers();
    const { code } = await phoneOf(library, desk, brisa);
    const volunteer = await withPerson(library, desk, 'Tob Fenner');
    for (const read of [code, code.toLowerCase(), `https://seed.example/my/#${code}`]) {
      expect((await volunteer.send('POST', '/members/by-card', { code: read })).body).toEqual({ id: brisa });
    }
    expect((await volunteer.send('POST', '/members/by-card', { code: 'nothing' })).status).toBe(404);
  });
});

describe('a link', () => {
  it('works once, and for half an hour', async () => {
    const { library, desk, brisa } = await withMembers();
    const link = async (): Promise<string> => (await desk.send('POST', `/members/${String(brisa)}/link`, {})).body.code as string;
    const first = await link();
    const second = await link();
    const enter = async (code: string): Promise<number> => (await browserOf(library).send('POST', '/my/enter', { code })).status;
    // The one before opens nothing any more.
    expect([await enter(first), await enter(second), await enter(second)]).toEqual([401, 200, 401]);
    const late = await link();
    run(library.db, 'UPDATE member_links SET ends_at = ?', new Date(Date.now() - 1000).toISOString());
    expect(await enter(late)).toBe(401);
  });

  it('is not guessed: tries slow down by address, and the right card of another phone still opens', async () => {
    const { library, desk, brisa } = await withMembers({ trustProxy: 1 });
    const { code } = await phoneOf(library, desk, brisa);
    const guess = (i: number): string => `${String(i).padStart(4, '0')}${code.slice(4)}`.replace(/[OIL]/g, '0');
    const answers: number[] = [];
    const guesser = browserOf(library, '198.51.100.9');
    for (let i = 0; i < 60; i++) answers.push((await guesser.send('POST', '/my/enter', { code: guess(i) })).status);
    expect(answers.filter((s) => s === 401).length).toBeLessThan(40);
    expect(answers.at(-1)).toBe(429);
    expect(rowCounts(library.db).member_sign_ins).toBe(1);
    expect((await browserOf(library, '192.0.2.50').send('POST', '/my/enter', { code })).status).toBe(200);
  });
});

describe('what a member says', () => {
  it('is evidence as if the desk had typed it, marked with who said it, and taken back as easily', async () => {
    const { library, desk, brisa, loan, code } = await withMembers();
    const phone = await phoneOf(library, desk, brisa);
    const [packet] = (await phone.send('GET', '/my')).body.packets;
    expect(packet).toMatchObject({ loanId: loan, left: 27, facts: { unit: 'seed', window: { way: 'start' } }, sowings: [] });
    const sown = (await phone.send('POST', `/my/loans/${String(loan)}/sowings`, { ...said, seeds: 20, method: 'cells' })).body;
    library.today = '2027-03-26';
    const later = { on: '2027-03-26', phoneToday: '2027-03-26' };
    const counted = (await phone.send('POST', `/my/sowings/${String(sown.id)}/count`, { ...later, emerged: 17 })).body;
    const median = async (): Promise<number> => (await desk.send('GET', `/lots/${code}`)).body.estimate.today.median as number;
    const before = await median();
    const ended = await phone.send('POST', `/my/sowings/${String(sown.id)}/fate`, { ...later, fate: 'came-up' });
    expect(ended.status).toBe(200);
    expect(await median()).not.toBe(before);
    expect((await desk.send('GET', `/sowings/${String(sown.id)}`)).body.history[0].person).toBe('Brisa Marl, member');
    const mine = (await phone.send('GET', '/my')).body.packets[0];
    expect(mine).toMatchObject({ left: 7, sowings: [{ seeds: 20, emerged: 17, fate: 'came-up', undo: ended.body.step.id }] });
    // Taken back one after the other; what stands on another step says so.
    expect((await phone.send('POST', `/my/steps/${String(counted.step.id)}/undo`, {})).status).toBe(409);
    for (const step of [ended.body.step.id, counted.step.id, sown.step.id]) {
      expect((await phone.send('POST', `/my/steps/${String(step)}/undo`, {})).status).toBe(200);
    }
    expect((await phone.send('GET', '/my')).body.packets[0]).toMatchObject({ left: 27, sowings: [] });
  });

  it('counts once, however often it is sent', async () => {
    const { library, desk, brisa, loan } = await withMembers();
    const phone = await phoneOf(library, desk, brisa);
    const send = () =>
      phone.send(
        'POST',
        `/my/loans/${String(loan)}/sowings`,
        { ...said, seeds: 20, method: 'cells' },
        { 'Idempotency-Key': 'sown-on-the-bus' },
      );
    const [first, again] = [await send(), await send()];
    expect(again.body).toEqual(first.body);
    expect((await phone.send('GET', '/my')).body.packets[0].left).toBe(7);
  });

  it('is of the day it was tapped, also on a phone whose clock is wrong', async () => {
    const { library, desk, brisa, loan } = await withMembers();
    const phone = await phoneOf(library, desk, brisa);
    library.today = '2027-03-20';
    const wrong = { on: '2031-06-02', phoneToday: '2031-06-05', seeds: 5, method: 'cells' };
    expect((await phone.send('POST', `/my/loans/${String(loan)}/sowings`, wrong)).status).toBe(200);
    expect((await phone.send('GET', '/my')).body.packets[0].sowings[0].sownOn).toBe('2027-03-17');
    const dead = { on: '1970-01-01', phoneToday: '2027-03-20', seeds: 5, method: 'cells' };
    expect((await phone.send('POST', `/my/loans/${String(loan)}/sowings`, dead)).status).toBe(200);
    expect((await phone.send('GET', '/my')).body.packets[0].sowings.map((s: { sownOn: string }) => s.sownOn)).toContain('2027-03-14');
  });

  it('that cannot be is refused with its field, and nothing of it is written', async () => {
    const { library, desk, brisa, loan } = await withMembers();
    const phone = await phoneOf(library, desk, brisa);
    const counts = rowCounts(library.db);
    const wrong = async (path: string, body: object, method = 'POST'): Promise<string> => {
      const answer = await phone.send(method, `/my${path}`, path.startsWith('/loans') ? { ...said, ...body } : body);
      return `${String(answer.status)} ${answer.body.errors?.[0]?.path ?? ''}`;
    };
    const at = `/loans/${String(loan)}`;
    expect(await wrong(`${at}/sowings`, { seeds: 28, method: 'cells' })).toBe('400 seeds');
    expect(await wrong(`${at}/sowings`, { seeds: 2.5, method: 'cells' })).toBe('400 seeds');
    expect(await wrong(`${at}/sowings`, { seeds: 5, method: 'hat' })).toBe('400 method');
    expect(await wrong(`${at}/sowings`, { seeds: 5, method: 'cells', on: '2027-02-30' })).toBe('400 on');
    expect(await wrong(`${at}/saving`, { step: 'winter' }, 'PUT')).toBe('400 step');
    expect(await wrong(`${at}/saving`, { step: 'take-out', plants: 5, taken: 9 }, 'PUT')).toBe('400 taken');
    expect(await wrong('/asks', { varietyId: 999, kind: 'ask' })).toBe('400 varietyId');
    expect(await wrong('/facts', { consentFor: ['packets'], version: 1 }, 'PATCH')).toBe('400 consentFor');
    expect(await wrong('/facts', { email: 'nowhere', consentFor: [], version: 1 }, 'PATCH')).toBe('400 email');
    expect(rowCounts(library.db)).toEqual(counts);
  });

  it('is not about what belongs to another member', async () => {
    const { library, desk, brisa, orla, loan } = await withMembers();
    const hers = await phoneOf(library, desk, brisa);
    const other = await phoneOf(library, desk, orla);
    const sown = (await hers.send('POST', `/my/loans/${String(loan)}/sowings`, { ...said, seeds: 20, method: 'cells' })).body;
    const variety = (await desk.send('GET', '/varieties')).body.varieties[0].id as number;
    const asked = (await hers.send('POST', '/my/asks', { varietyId: variety, kind: 'ask' })).body;
    const saving = `/my/loans/${String(loan)}`;
    expect((await hers.send('PUT', `${saving}/saving`, { ...said, step: 'plant-out', plants: 6 })).status).toBe(200);
    expect((await hers.send('POST', `${saving}/photo`, { step: 'plant-out', jpeg: tinyJpeg('bed') })).status).toBe(200);
    const { photo } = (await hers.send('GET', '/my')).body.saving[0].done[0];
    expect((await hers.send('GET', `/my/photos/${String(photo)}`)).status).toBe(200);
    const before = rowCounts(library.db);
    const tries: readonly { readonly of: string; readonly method: string; readonly at: string; readonly body?: object }[] = [
      { of: MY_PATHS.sow, method: 'POST', at: `${saving}/sowings`, body: { ...said, seeds: 1, method: 'cells' } },
      { of: MY_PATHS.count, method: 'POST', at: `/my/sowings/${String(sown.id)}/count`, body: { ...said, emerged: 1 } },
      { of: MY_PATHS.fate, method: 'POST', at: `/my/sowings/${String(sown.id)}/fate`, body: { ...said, fate: 'eaten' } },
      { of: MY_PATHS.saving, method: 'PUT', at: `${saving}/saving`, body: { ...said, step: 'plant-out', plants: 3 } },
      { of: MY_PATHS.savingPhoto, method: 'POST', at: `${saving}/photo`, body: { step: 'plant-out', jpeg: tinyJpeg('other') } },
      { of: MY_PATHS.unask, method: 'POST', at: `/my/asks/${String(asked.id)}/withdraw`, body: {} },
      { of: MY_PATHS.takeBack, method: 'POST', at: `/my/steps/${String(sown.step.id)}/undo`, body: {} },
      { of: mySeen.photo.path, method: 'GET', at: `/my/photos/${String(photo)}` },
    ];
    // What a grower is asked has a test of its own, with the plan that asks it.
    const named = Object.values(myApi).flatMap((r) => (r.path.includes(':') && r.path !== MY_PATHS.grow ? [r.path] : []));
    expect(tries.map((t) => t.of).sort()).toEqual(named.sort());
    for (const { method, at, body } of tries) {
      const answer = await other.send(method, at, body);
      expect([at, answer.status, JSON.stringify(answer.body).includes('Brisa')]).toEqual([at, 404, false]);
    }
    expect(rowCounts(library.db)).toEqual(before);
    expect(JSON.stringify((await other.send('GET', '/my')).body)).not.toContain('Brisa');
    const kept = (await other.send('GET', '/my/kept')).body;
    expect([kept.facts.name, JSON.stringify(kept).includes('Brisa')]).toEqual(['Orla Weir', false]);
  });
});

describe('growing for seed', () => {
  it('is said step by step, and stands on the page with the dates of that garden', async () => {
    const { library, desk, brisa, loan } = await withMembers();
    const phone = await phoneOf(library, desk, brisa);
    const saving = async () => (await phone.send('GET', '/my')).body.saving[0];
    expect(await saving()).toMatchObject({
      loanId: loan,
      promisedSeeds: 80,
      plantsWords: '20 plants would do well; 5 at the least.',
      done: [],
    });
    library.today = '2027-05-20';
    const day = { on: '2027-05-20', phoneToday: '2027-05-20' };
    const out = await phone.send('PUT', `/my/loans/${String(loan)}/saving`, { ...day, step: 'plant-out', plants: 10 });
    const { steps, done } = await saving();
    expect(done).toMatchObject([
      { step: 'plant-out', doneOn: '2027-05-20', plants: 10, taken: null, note: null, photo: null, undo: out.body.step.id },
    ]);
    expect(steps.find((s: { key: string }) => s.key === 'plant-out').from).toBe('2027-05-20');
    await phone.send('PUT', `/my/loans/${String(loan)}/saving`, { ...day, step: 'plant-out', plants: 8, note: 'two eaten by slugs' });
    expect((await saving()).done[0]).toMatchObject({ plants: 8, note: 'two eaten by slugs' });
    // At the desk it stands in the history of the lot and the member.
    expect((await desk.send('GET', `/members/${String(brisa)}`)).body.history[0]).toMatchObject({ person: 'Brisa Marl, member' });
  });

  it('asks of each step what is worth asking, and believes nothing that cannot be', async () => {
    const { library, desk, brisa, loan } = await withMembers();
    const phone = await phoneOf(library, desk, brisa);
    library.today = '2027-08-20';
    const say = async (body: object) =>
      (await phone.send('PUT', `/my/loans/${String(loan)}/saving`, { on: '2027-08-20', phoneToday: '2027-08-20', ...body })).body;
    await say({ step: 'plant-out', plants: 10 });
    await say({ step: 'take-out', plants: 10, taken: 2, note: 'wrong leaf' });
    const refused = async (body: object) => (await say(body)).errors?.map((e: { path: string }) => e.path);
    expect(await refused({ step: 'pick', plants: 9 })).toEqual(['plants']);
    expect(await refused({ step: 'mark', plants: 11 })).toEqual(['plants']);
    expect(await refused({ step: 'keep-apart', apart: 'caged' })).toEqual(['apart']);
    expect(await refused({ step: 'dry', how: 'lifted' })).toEqual(['how']);
    expect(await refused({ step: 'pick', grams: 4 })).toEqual(['grams']);
    expect(await refused({ step: 'dry', grams: 0 })).toEqual(['grams']);
    expect((await say({ step: 'keep-apart', apart: 'bagged' })).step.summary).toContain('kept apart, flowers under a bag');
    expect((await say({ step: 'pick', plants: 8 })).step.summary).toContain('picked, 8 plants');
    expect((await say({ step: 'dry', how: 'shade', grams: 3.5 })).step.summary).toContain('dried in the shade, 3.5 g');
    const { done } = (await phone.send('GET', '/my')).body.saving[0];
    expect(done.find((d: { step: string }) => d.step === 'dry')).toMatchObject({ how: 'shade', grams: 3.5 });
  });

  it('follows what was agreed at the desk, and what flowers near is on the plan until it is taken back', async () => {
    const { library, desk, brisa, loan } = await withMembers();
    const phone = await phoneOf(library, desk, brisa);
    const garden = { name: 'Weir plot', memberId: brisa, hemisphere: 'north', shiftDays: 0, eastM: 500, northM: 0 };
    expect((await desk.send('POST', '/gardens', garden)).status).toBe(200);
    const saving = async () => (await phone.send('GET', '/my')).body.saving[0];
    const from = (s: { steps: { key: string; from: string }[] }, key: string) => s.steps.find((x) => x.key === key)?.from ?? '';
    const before = await saving();
    const window = async () =>
      (await phone.send('GET', '/my')).body.packets.find((p: { loanId: number }) => p.loanId === loan)?.facts.window;
    const sow = await window();
    const key = `loan-${String(loan)}`;
    await desk.send('PATCH', `/growing/patches/${key}`, { version: 0, apart: 'bagged', shiftDays: 14 });
    const after = await saving();
    expect(after.steps.find((x: { key: string }) => x.key === 'keep-apart').title).toBe('Put bags over flowers before they open');
    expect(Date.parse(from(after, 'plant-out')) - Date.parse(from(before, 'plant-out'))).toBe(14 * 86_400_000);
    expect(Date.parse((await window()).from) - Date.parse(sow.from)).toBe(14 * 86_400_000);
    expect((await desk.send('GET', `/members/${String(brisa)}/slip?loans=${String(loan)}`)).body.lots[0].lines.join()).toContain(
      'flowers under a bag',
    );
    // Said of what flowers near: on the plan, so far from there, and gone again with it.
    const near = { on: '2027-03-14', phoneToday: '2027-03-14', step: 'near', plants: 3, nearM: 30, note: 'a yellow one' };
    await phone.send('PUT', `/my/loans/${String(loan)}/saving`, near);
    const seen = async () =>
      (await desk.send('GET', '/growing?group=solanum-lycopersicum&season=2027')).body.patches.filter(
        (p: { kind: string }) => p.kind === 'neighbour',
      );
    expect(await seen()).toMatchObject([{ plants: 3, place: 'Weir plot', grower: 'seen by Brisa Marl' }]);
    await phone.send('PUT', `/my/loans/${String(loan)}/saving`, { ...near, plants: 5 });
    expect(await seen()).toMatchObject([{ plants: 5 }]);
    await phone.send('PUT', `/my/loans/${String(loan)}/saving`, { ...near, plants: null, nearM: null, note: 'nothing of its kind' });
    expect(await seen()).toEqual([]);
  });
});
