import * as api from '@esprel/core/api';
import type { AnyRoute } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { all } from '../src/db/db.ts';
import { envelope, openTestLibrary, rowCounts } from './library.ts';
import { phoneOf } from './phones.ts';
import { type Browser, browserOf, PASSPHRASE, signIn, withCoordinator, withPerson } from './signIns.ts';

const everyRoute = Object.entries(api as Record<string, unknown>)
  .filter(([name]) => name.endsWith('Api'))
  .flatMap(([, routes]) => Object.values(routes as Record<string, AnyRoute>));
const methodOf = (r: AnyRoute): string => (r.kind === 'changes' ? r.method : r.kind === 'does' || r.kind === 'takes file' ? 'post' : 'get');
const addressOf = (r: AnyRoute): string =>
  api.addressOf(r, {
    id: 999,
    otherId: 998,
    cardId: 997,
    code: 'TM-999Z',
    key: 'tomato',
    file: 'none',
    garden: 'library',
    page: 1,
    crop: 'tomato',
    step: 'frost',
    name: 'none.sqlite',
  });

describe('before there is a coordinator', () => {
  it('everything is open on the computer itself, and the page can say so', async () => {
    const library = await openTestLibrary();
    const state = (await library.get('/api/access')).body;
    expect(state).toMatchObject({ state: 'open', standing: 'coordinator', person: null, private: true });
    await library.takeIn();
  });

  it('nothing is served over a network but that it is closed, whoever passes requests on', async () => {
    const library = await openTestLibrary();
    for (const header of ['X-Forwarded-For', 'Forwarded', 'X-Real-IP', 'Via', 'X-Forwarded-Host', 'X-Forwarded-Proto']) {
      const far = browserOf(library, null);
      const ask = (method: string, path: string, body?: object) => far.send(method, path, body, { [header]: '192.0.2.7' });
      expect((await ask('GET', '/access')).body).toMatchObject({ state: 'closed', standing: 'nobody', private: false });
      for (const path of ['/lots', '/health', '/openapi.json', '/session', '/people', '/nowhere']) {
        expect([header, path, (await ask('GET', path)).body.code]).toEqual([header, path, 'sign-in-needed']);
      }
      expect((await ask('POST', '/calc/longevity', {})).status).toBe(401);
      expect((await ask('POST', '/access/first', { name: 'Mallory', passphrase: PASSPHRASE })).status).toBe(401);
      expect((await ask('POST', '/access/sign-in', { name: 'Mallory', passphrase: PASSPHRASE })).body.code).toBe('blocked');
    }
    expect(rowCounts(library.db)).toMatchObject({ people: 0, passphrases: 0, sign_ins: 0 });
  });

  it('a first one is made on the computer itself, once, with a passphrase that is worth one', async () => {
    const library = await openTestLibrary();
    const refused = await library.post('/api/access/first', { name: 'Ottilie Vane', passphrase: 'password1234' });
    expect([refused.status, refused.body.errors[0].path]).toEqual([400, 'passphrase']);
    const here = await withCoordinator(library);
    expect(here.given).toMatch(/^esprel=[\w-]{43}; .*HttpOnly; SameSite=Lax$/);
    expect((await here.send('GET', '/access')).body).toMatchObject({ standing: 'coordinator', person: { name: 'Ottilie Vane' } });
    // From now on the computer itself asks too.
    expect((await library.get('/api/lots')).body.code).toBe('sign-in-needed');
    expect((await library.post('/api/access/first', { name: 'Mallory', passphrase: PASSPHRASE })).status).toBe(401);
    expect((await here.send('POST', '/access/first', { name: 'Mallory', passphrase: PASSPHRASE })).body.code).toBe('blocked');
    expect((await here.send('GET', '/history')).body.steps[0]).toMatchObject({
      summary: 'Ottilie Vane is the first coordinator; from now on everybody signs in',
      person: null,
    });
  });

  it('is whoever is named, where they were at the desk already', async () => {
    const library = await openTestLibrary();
    const { id } = await library.done('/api/people', { name: 'Ottilie Vane' });
    await withCoordinator(library, 'ottilie vane');
    expect(all(library.db, 'SELECT id, name, role FROM people')).toEqual([{ id, name: 'Ottilie Vane', role: 'coordinator' }]);
  });
});

describe('every route', () => {
  it('says who may call it, and nobody else may', async () => {
    const library = await openTestLibrary();
    const coordinator = await withCoordinator(library);
    const volunteer = await withPerson(library, coordinator, 'Tob Fenner');
    const nobody = browserOf(library);
    const memberIds = await Promise.all(
      ['Brisa Marl', 'Orla Weir'].map(async (name) => (await coordinator.send('POST', '/members', { name })).body.id as number),
    );
    const [member, another] = [
      await phoneOf(library, coordinator, memberIds[0] ?? 0),
      await phoneOf(library, coordinator, memberIds[1] ?? 0),
    ];
    // Signing out is for anybody, and would end the rest of this test.
    const asked = everyRoute.filter(
      (r) => !['/access/sign-out', '/access/sign-out-everywhere', '/access/unlock', '/my/sign-out'].includes(r.path),
    );
    expect(asked.length).toBeGreaterThan(180);
    const wrong: string[] = [];
    for (const route of asked) {
      const may = async (browser: Browser): Promise<boolean> => {
        const method = methodOf(route).toUpperCase();
        const { body } = await browser.send(method, addressOf(route), method === 'GET' ? undefined : {});
        const code = (body as { code?: string }).code;
        return code !== 'sign-in-needed' && code !== 'not-allowed';
      };
      const got = [await may(nobody), await may(member), await may(another), await may(volunteer), await may(coordinator)];
      const { who } = route;
      const members = who === 'anyone' || who === 'member';
      const want = [who === 'anyone', members, members, who === 'anyone' || who === 'desk', who !== 'member'];
      if (String(got) !== String(want))
        wrong.push(`${methodOf(route)} ${route.path} (${who}): nobody, member, another, volunteer, coordinator ${String(got)}`);
    }
    expect(wrong).toEqual([]);
  });

  it('that is only read by those at the desk is kept for nobody else', async () => {
    const library = await openTestLibrary();
    const coordinator = await withCoordinator(library);
    expect((await coordinator.send('GET', '/members')).status).toBe(200);
    const tag = (await fetch(`${library.base}/api/members`, { headers: { Cookie: coordinator.cookie } })).headers.get('etag') ?? '';
    const far = browserOf(library);
    expect((await far.send('GET', '/members')).status).toBe(401);
    expect((await far.send('GET', '/members', undefined, { 'If-None-Match': tag })).status).toBe(401);
  });
});

describe('a desk that was unlocked for the day', () => {
  it('is worked by whoever is chosen, as a volunteer, and until the small hours', async () => {
    const library = await openTestLibrary();
    const coordinator = await withCoordinator(library);
    await withPerson(library, coordinator, 'Tob Fenner');
    const { people } = (await coordinator.send('GET', '/people')).body as { people: { id: number; name: string }[] };
    const idOf = (name: string): number => people.find((p) => p.name === name)?.id ?? 0;
    const before = coordinator.cookie;
    const unlocked = (await coordinator.send('POST', '/access/unlock', {})).body;
    expect(unlocked).toMatchObject({ standing: 'volunteer', person: null });
    const hours = (Date.parse(unlocked.deskUntil) - Date.now()) / 3_600_000;
    expect(hours).toBeGreaterThan(1);
    expect(hours).toBeLessThanOrEqual(25);
    const desk = coordinator;
    expect((await desk.send('POST', '/access/sit', { personId: 999 })).status).toBe(404);
    expect((await desk.send('POST', '/access/sit', { personId: idOf('Tob Fenner') })).body.person).toMatchObject({ name: 'Tob Fenner' });
    // Who did it is who sits there, whatever a request claims.
    const made = await desk.send('POST', '/lots', envelope(), { 'X-Esprel-Person': String(idOf('Ottilie Vane')) });
    expect(made.status).toBe(200);
    expect((await desk.send('GET', '/history')).body.steps[0]).toMatchObject({ person: 'Tob Fenner' });
    // A coordinator who sits down there may no more than others: nobody asked for the passphrase.
    await desk.send('POST', '/access/sit', { personId: idOf('Ottilie Vane') });
    expect((await desk.send('GET', '/people')).body.code).toBe('not-allowed');
    expect((await desk.send('POST', '/access/unlock', {})).body.code).toBe('not-allowed');
    expect((await desk.send('POST', '/access/passphrase', { old: PASSPHRASE, passphrase: 'ten peas rolled away' })).body.code).toBe(
      'blocked',
    );
    // The coordinator’s own sign-in stayed behind with it.
    expect((await browserWith(library, before).send('GET', '/lots')).status).toBe(401);
    const ottilie = await signIn(library, 'Ottilie Vane');
    expect((await ottilie.send('POST', '/access/sign-out-everywhere', {})).status).toBe(200);
    expect((await desk.send('GET', '/lots')).status).toBe(401);
  });
});

function browserWith(library: Parameters<typeof browserOf>[0], cookie: string): Browser {
  const browser = browserOf(library);
  browser.cookie = cookie;
  return browser;
}

describe('taking back', () => {
  it('is for one’s own steps; a coordinator takes back anybody’s', async () => {
    const library = await openTestLibrary();
    const coordinator = await withCoordinator(library);
    const tob = await withPerson(library, coordinator, 'Tob Fenner');
    const theirs = (await coordinator.send('POST', '/lots', envelope())).body.step.id as number;
    const own = (await tob.send('POST', '/lots', envelope({ varietyName: 'Harbour' }))).body.step.id as number;
    const refused = await tob.send('POST', `/history/${String(theirs)}/undo`, {});
    expect([refused.status, refused.body.detail]).toEqual([403, 'That was Ottilie Vane’s step. They can take it back, or a coordinator.']);
    expect((await tob.send('POST', `/history/${String(own)}/undo`, {})).status).toBe(200);
    const second = (await tob.send('POST', '/lots', envelope({ varietyName: 'Lantern' }))).body.step.id as number;
    expect((await coordinator.send('POST', `/history/${String(second)}/undo`, {})).status).toBe(200);
  });

  it('never leaves the library without a coordinator, nor does anything else', async () => {
    const library = await openTestLibrary();
    const coordinator = await withCoordinator(library);
    const { people } = (await coordinator.send('GET', '/people')).body as { people: { id: number; version: number }[] };
    const [{ id, version }] = people as [{ id: number; version: number }];
    const first = (await coordinator.send('GET', '/history')).body.steps[0].id as number;
    for (const [method, path, body] of [
      ['POST', `/history/${String(first)}/undo`, {}],
      ['PATCH', `/people/${String(id)}`, { name: 'Ottilie Vane', role: 'volunteer', version }],
      ['DELETE', `/people/${String(id)}`, { version }],
    ] as const) {
      const answer = await coordinator.send(method, path, body);
      expect([method, answer.status, answer.body.code]).toEqual([method, 409, 'blocked']);
    }
    await withPerson(library, coordinator, 'Tob Fenner', 'coordinator');
    expect((await coordinator.send('PATCH', `/people/${String(id)}`, { name: 'Ottilie Vane', role: 'volunteer', version })).status).toBe(
      200,
    );
    // What somebody is counts with the next request.
    expect((await coordinator.send('GET', '/people')).body.code).toBe('not-allowed');
    expect((await coordinator.send('GET', '/lots')).status).toBe(200);
  });
});

describe('people', () => {
  it('are signed out at once, and a new passphrase from a coordinator ends what the old one began', async () => {
    const library = await openTestLibrary();
    const coordinator = await withCoordinator(library);
    const tob = await withPerson(library, coordinator, 'Tob Fenner');
    const listed = (await coordinator.send('GET', '/people')).body.people as { id: number; name: string; signIns: number }[];
    const { id, signIns } = listed.find((p) => p.name === 'Tob Fenner') as (typeof listed)[number];
    expect(signIns).toBe(1);
    expect((await coordinator.send('POST', `/people/${String(id)}/sign-out`, {})).status).toBe(200);
    expect((await tob.send('GET', '/lots')).status).toBe(401);
    const again = await signIn(library, 'Tob Fenner');
    await coordinator.send('POST', `/people/${String(id)}/passphrase`, { passphrase: 'ten peas rolled away' });
    expect((await again.send('GET', '/lots')).status).toBe(401);
    await signIn(library, 'Tob Fenner', 'ten peas rolled away');
    expect((await coordinator.send('POST', '/people', { name: 'tob fenner' })).body.errors[0].path).toBe('name');
  });
});

describe('the calendar of somebody who cannot sign in with it', () => {
  it('has an address that only they know, and a new one ends it', async () => {
    const library = await openTestLibrary();
    const coordinator = await withCoordinator(library);
    const far = browserOf(library);
    const address = async (): Promise<string> => (await coordinator.send('POST', '/access/calendar', {})).body.secret as string;
    const first = await address();
    expect(first).toMatch(/^[\w-]{43}$/);
    const feed = await far.send('GET', `/calendars/${first}`);
    expect([feed.status, feed.type.split(';')[0]]).toEqual([200, 'text/calendar']);
    const second = await address();
    expect([(await far.send('GET', `/calendars/${first}`)).status, (await far.send('GET', `/calendars/${second}`)).status]).toEqual([
      404, 200,
    ]);
    expect((await far.send('GET', '/calendar.ics')).status).toBe(401);
  });
});
