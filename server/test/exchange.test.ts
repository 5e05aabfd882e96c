import type { PackageLook } from '@esprel/core/api';
import Database from 'better-sqlite3';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { copiesMissing, nightlyCopies } from '../src/copies/keeper.ts';
import { readPackage } from '../src/exchange/readPackage.ts';
import { openTestLibrary, type TestLibrary, tinyJpeg } from './library.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'esprel-exchange-'));
});
afterEach(() => {
  rmSync(folder, { recursive: true, force: true });
});

type Entries = Record<string, Uint8Array>;

async function packageOf(library: TestLibrary, members = 'all'): Promise<Entries> {
  const answer = await fetch(`${library.base}/api/export/library.zip?members=${members}`);
  expect(answer.status).toBe(200);
  return unzipSync(new Uint8Array(await answer.arrayBuffer()));
}
const table = (entries: Entries, name: string): string => strFromU8(entries[`tables/${name}.csv`] ?? new Uint8Array());

async function withMember(): Promise<{ library: TestLibrary; code: string }> {
  const library = await openTestLibrary();
  const code = await library.takeIn({ varietyName: 'Millrace Brown' });
  const { id } = await library.done('/api/members', { name: 'Tamsin Oakley', email: 'tamsin@post.example', phone: '0700 1' });
  await library.done('/api/loans', {
    lotCode: code,
    memberId: id,
    seeds: 5,
    purpose: 'garden',
    promise: 'nothing',
    lentOn: '2027-03-10',
  });
  await library.done(`/api/lots/${code}/photos`, { jpeg: tinyJpeg('envelope') });
  return { library, code };
}

/** A package with something else in it, as a file. */
function changed(entries: Entries, over: Record<string, string | null>): string {
  const next: Entries = { ...entries };
  for (const [name, text] of Object.entries(over)) {
    if (text === null) Reflect.deleteProperty(next, name);
    else next[name] = strToU8(text);
  }
  const path = join(folder, `changed-${String(Object.keys(over))}.zip`.replaceAll('/', '-'));
  writeFileSync(path, zipSync(next));
  return path;
}

describe('the library as a package', () => {
  it('describes itself as a Data Package, and holds as much of its members as was asked for', async () => {
    const { library } = await withMember();
    const whole = await packageOf(library);
    const says = JSON.parse(strFromU8(whole['datapackage.json'] ?? new Uint8Array()));
    expect(says.$schema).toBe('https://datapackage.org/profiles/2.0/datapackage.json');
    const lots = says.resources.find((r: { name: string }) => r.name === 'lots');
    expect(lots.schema.primaryKey).toEqual(['id']);
    expect(lots.schema.foreignKeys).toContainEqual({ fields: ['variety_id'], reference: { resource: 'varieties', fields: ['id'] } });
    expect(table(whole, 'members')).toContain('tamsin@post.example');
    expect(Object.keys(whole).some((n) => /passphrases|sign_ins|member_cards|request_keys/.test(n))).toBe(false);

    const reachless = await packageOf(library, 'no-contact');
    expect(table(reachless, 'members')).toContain('Tamsin Oakley');
    const nobody = await packageOf(library, 'none');
    for (const [name, bytes] of Object.entries(reachless)) expect(strFromU8(bytes), name).not.toMatch(/tamsin@|0700 1/);
    for (const [name, bytes] of Object.entries(nobody)) expect(strFromU8(bytes), name).not.toMatch(/Tamsin|tamsin@|0700 1/);
    expect(table(nobody, 'loans').split('\r\n').length).toBe(table(whole, 'loans').split('\r\n').length);
    // The library itself forgot nobody.
    expect((await library.get('/api/members')).body.members[0].name).toBe('Tamsin Oakley');
  });

  it('says what is wrong with one that was changed, cut short, or is none, and leaves nothing behind', async () => {
    const { library } = await withMember();
    const entries = await packageOf(library);
    const lots = table(entries, 'lots');
    const says = JSON.parse(strFromU8(entries['datapackage.json'] ?? new Uint8Array()));
    const bad: readonly (readonly [Record<string, string | null>, RegExp])[] = [
      [{ 'datapackage.json': null }, /has no datapackage\.json/],
      [{ 'datapackage.json': '{"resources": []}' }, /not of a seed library/],
      [{ 'datapackage.json': JSON.stringify({ ...says, esprel: { ...says.esprel, schema: 999 } }) }, /newer Esprel/],
      [{ 'tables/lots.csv': null }, /has no tables\/lots\.csv/],
      [{ 'tables/lots.csv': lots.slice(0, lots.indexOf('\r\n') + 2) }, /0 rows, where 1 were written/],
      [{ 'tables/lots.csv': lots.replace('variety_id', 'sort_id') }, /should have the columns/],
      [{ 'tables/loans.csv': table(entries, 'loans').replace(/\r\n1,/, '\r\none,') }, /row 2: "one" is no integer for id/],
      [{ 'tables/loans.csv': table(entries, 'loans').replace(/\r\n1,1,1,/, '\r\n1,1,77,') }, /refers to rows of tables\/members\.csv/],
      [{ 'tables/loans.csv': table(entries, 'loans').replace('garden', 'balcony') }, /row 2 does not fit: CHECK/],
    ];
    for (const [over, why] of bad) {
      const target = join(folder, 'target.sqlite');
      expect(() => readPackage(changed(entries, over), target, join(folder, 'photos')), JSON.stringify(over).slice(0, 80)).toThrow(why);
      rmSync(target, { force: true });
    }
    // What is sent lies in a folder of this test's own until it is read.
    vi.stubEnv('TMPDIR', folder);
    for (const body of ['', 'not a zip', 'PK\u0003\u0004 but cut']) {
      const answer = await fetch(`${library.base}/api/packages`, { method: 'POST', body, headers: { 'Content-Type': 'application/zip' } });
      const said = (await answer.json()) as { errors?: { path: string }[] };
      expect([answer.status, said.errors?.[0]?.path], body).toEqual([400, 'file']);
    }
    expect(readdirSync(folder).filter((f) => f.startsWith('esprel-sent-'))).toEqual([]);
    vi.unstubAllEnvs();
  });

  it('never takes the place of a library with lots in it', async () => {
    const { library } = await withMember();
    const bytes = zipSync(await packageOf(library));
    const look = await fetch(`${library.base}/api/packages`, {
      method: 'POST',
      body: bytes,
      headers: { 'Content-Type': 'application/zip' },
    });
    const { id, counts, canTakeOver, photos } = (await look.json()) as PackageLook;
    expect([canTakeOver, photos]).toEqual([false, 1]);
    expect(counts).toContainEqual({ what: 'lots', rows: 1 });
    expect((await library.post(`/api/packages/${String(id)}/take-over`, {})).status).toBe(409);
    expect((await library.post(`/api/packages/${String(id)}/leave`, {})).status).toBe(200);
    expect((await library.post(`/api/packages/${String(id)}/leave`, {})).status).toBe(404);
  });
});

describe('gifts of another library', () => {
  it('come with their history, matched by variety, in one step that can be taken back', async () => {
    const theirs = await openTestLibrary();
    const settings = (await theirs.get('/api/settings')).body;
    await theirs.done('/api/settings', { ...settings, libraryName: 'Sedgebank Seed Shelf' }, 'PUT');
    const code = await theirs.takeIn({ varietyName: 'Millrace Brown', seeds: 200, year: 2024 });
    const other = await theirs.takeIn({ varietyName: 'Weir Purples', seeds: 90 });
    const { id } = await theirs.done('/api/tests', {
      lotCode: code,
      method: 'on-paper',
      replicates: [10],
      startedOn: '2027-02-01',
      nightC: 20,
      dayC: 30,
      light: 'either',
      preparationDays: 0,
    });
    const marks = Array.from({ length: 9 }, (_, i) => ({ position: i + 1, kind: 'normal', markedOn: '2027-02-08' }));
    await theirs.done(`/api/tests/${String(id)}/counts`, { version: 1, replicate: 1, countedOn: '2027-02-08', marks });
    await theirs.done(`/api/tests/${String(id)}/close`, { version: 2, closedOn: '2027-02-08' });
    const bytes = zipSync(await packageOf(theirs, 'none'));

    const ours = await openTestLibrary();
    await ours.takeIn({ varietyName: 'Weir Purple' });
    const look = await fetch(`${ours.base}/api/packages`, { method: 'POST', body: bytes, headers: { 'Content-Type': 'application/zip' } });
    const { id: file } = (await look.json()) as PackageLook;
    const gifts = await ours.done(`/api/packages/${file}/gifts`, {});
    expect(gifts.title).toBe('Sedgebank Seed Shelf');
    const of = (variety: string) => gifts.lots.find((l: { variety: string }) => l.variety === variety);
    expect(of('Millrace Brown')).toMatchObject({
      code,
      seeds: 190,
      tests: 1,
      lastTest: { on: '2027-02-08', alive: 9, sown: 10 },
      known: false,
    });
    expect(of('Weir Purples').near).toMatchObject({ name: 'Weir Purple', like: 'near' });

    const wrong = await ours.post(`/api/packages/${file}/take-gifts`, { lots: [{ code: 'TM-999Z', seeds: 5 }] });
    expect([wrong.status, wrong.body.errors[0].path]).toEqual([400, 'lots[0].code']);
    const taken = await ours.done(`/api/packages/${file}/take-gifts`, {
      lots: [
        { code, seeds: 30 },
        { code: other, seeds: 20, sameAs: of('Weir Purples').near.id },
      ],
    });
    const sheet = await ours.lotSheet(taken.codes[0]);
    expect(sheet.lot).toMatchObject({ variety: 'Millrace Brown', source: 'Sedgebank Seed Shelf', balance: 30, acquisition: 'donated' });
    expect(sheet.lot.note).toContain(`${code} at Sedgebank Seed Shelf`);
    // Their count speaks for the seed here.
    expect(sheet.evidence).toContainEqual(expect.objectContaining({ kind: 'test', alive: 9, sown: 10, used: true }));
    expect((await ours.lotSheet(taken.codes[1])).lot.variety).toBe('Weir Purple');
    await ours.done(`/api/history/${String(taken.step.id)}/undo`, {});
    expect((await ours.get('/api/lots')).body.lots).toHaveLength(1);
  });
});

describe('files for others', () => {
  it('are a table or a map each, and name no member', async () => {
    const { library } = await withMember();
    const rows = async (name: string): Promise<string[]> => {
      const answer = await fetch(`${library.base}/api/export/${name}`);
      expect([answer.status, answer.headers.get('content-type')], name).toEqual([200, 'text/csv; charset=utf-8']);
      return (await answer.text()).replace('\uFEFF', '').trim().split('\r\n');
    };
    for (const name of ['tests.csv', 'sowings.csv', 'returns.csv']) expect(await rows(name), name).toHaveLength(1);
    const loans = await rows('loans.csv');
    expect(loans).toHaveLength(2);
    expect(loans.join()).not.toContain('Tamsin');
    const passport = await rows('lots.mcpd.csv');
    expect(passport[0]).toMatch(/^PUID,INSTCODE,ACCENUMB/);
    expect(passport[1]).toContain('Millrace Brown');
    // What goes out comes in: a file of passport descriptors is read as one of lots.
    const other = await openTestLibrary();
    const sent = await fetch(`${other.base}/api/imports?name=passport.csv`, { method: 'POST', body: passport.join('\r\n') });
    const file = (await sent.json()) as { header: string[]; sample: string[][]; mapping: Record<string, number> };
    expect(file.header.slice(0, 3)).toEqual(['Variety', 'Crop', 'Scientific name']);
    expect(file.sample[0]?.[0]).toBe('Millrace Brown');
    expect(file.mapping).toMatchObject({ variety: 0, crop: 1, scientific: 2 });

    await library.done('/api/gardens', { name: 'Patch of Tamsin', hemisphere: 'north', shiftDays: 3, eastM: 2400, northM: -800 });
    const missing = await library.get('/api/export/gardens.geojson?lon=6');
    expect([missing.status, missing.body.errors[0].path]).toEqual([400, 'lat']);
    const map = JSON.parse(await (await fetch(`${library.base}/api/export/gardens.geojson?lat=52&lon=6`)).text());
    expect(map.features[1].geometry.coordinates).toEqual([6.035, 51.995]);
    expect(JSON.stringify(map)).not.toContain('Tamsin');
  });
});

describe('keys for scripts', () => {
  it('read what a volunteer sees and change nothing, until they are ended', async () => {
    const library = await openTestLibrary();
    await library.takeIn();
    const wrong = await library.post('/api/script-keys', { name: ' ' });
    expect([wrong.status, wrong.body.errors[0].path]).toEqual([400, 'name']);
    const { secret, keys } = await library.done('/api/script-keys', { name: 'the web site' });
    expect(secret).toMatch(/^esprel_[\w-]{43}$/);
    const ask = (path: string, method = 'GET', key = String(secret)) =>
      fetch(`${library.base}/api${path}`, { method, headers: { Authorization: `Bearer ${key}`, 'Content-Type': 'application/json' } });
    expect((await ask('/lots')).status).toBe(200);
    expect((await ask('/export/tests.csv')).status).toBe(200);
    expect((await ask('/people')).status).toBe(403);
    expect((await ask('/export/library.zip')).status).toBe(403);
    expect((await ask('/lots', 'POST')).status).toBe(403);
    expect((await ask('/lots', 'GET', 'esprel_nonsense')).status).toBe(401);
    expect((await library.get('/api/script-keys')).body.keys[0].usedOn).not.toBeNull();
    expect(JSON.stringify((await library.get('/api/script-keys')).body)).not.toContain(String(secret));
    await library.done(`/api/script-keys/${String(keys[0].id)}/end`, {});
    expect((await ask('/lots')).status).toBe(401);
  });
});

describe('copies', () => {
  it('are listed with what would be lost by each, and one is put back only by a program that can open anew', async () => {
    const library = await openTestLibrary();
    await library.takeIn({ varietyName: 'Millrace Brown' });
    const { name } = await library.done('/api/copies', {});
    await library.takeIn({ varietyName: 'Weir Purple' });
    await library.done('/api/members', { name: 'Tamsin Oakley' });
    const page = (await library.get('/api/copies')).body;
    expect(page.copies.map((c: { name: string; kind: string }) => [c.name, c.kind])).toEqual([[name, 'hand']]);
    expect(page.byItself).toBe(false);
    const loss = (await library.get(`/api/copies/${String(name)}`)).body;
    expect([loss.same, loss.steps]).toEqual([true, 2]);
    expect(loss.latest[0].summary).toContain('Tamsin Oakley');
    expect(loss.counts).toContainEqual({ what: 'lots', now: 2, then: 1 });
    expect((await library.get('/api/copies/..%2Fesprel.sqlite')).status).toBe(404);
    const refused = await library.post(`/api/copies/${String(name)}/put-back`, {});
    expect([refused.status, refused.body.detail]).toEqual([409, expect.stringContaining('npm run restore')]);
  });

  it('are made once a night, thinned, brought to a second folder, and what fails is said', async () => {
    const library = await openTestLibrary();
    await library.takeIn();
    let day = '2027-03-14';
    let hour = 1;
    const second = join(folder, 'second');
    const nights = nightlyCopies(library.db, { second, today: () => day, hour: () => hour });
    const own = join(dirname(library.file), 'backups');
    const made = async (): Promise<void> => {
      nights.tick();
      for (let i = 0; i < 200 && nights.state().lastNight !== day && nights.state().problem === null; i++) {
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
    };
    // The second folder is not there: the copy beside the library is made all the same.
    await made();
    expect(nights.state().problem).toContain('second');
    expect(existsSync(join(own, 'night-2027-03-14.sqlite'))).toBe(true);
    expect(copiesMissing(nights.state(), '2027-03-01', day)).toContain('Is its disk plugged in?');

    const again = nightlyCopies(library.db, { second: null, today: () => day, hour: () => hour });
    again.tick();
    for (let i = 0; i < 200 && again.state().lastNight === null; i++) await new Promise((resolve) => setTimeout(resolve, 50));
    expect(again.state()).toEqual({ lastNight: day, problem: null });
    // Before people have gone home there is none of the next day; a night in which nothing was done needs none.
    day = '2027-03-15';
    again.tick();
    expect(again.state().lastNight).toBe('2027-03-14');
    hour = 3;
    again.tick();
    for (let i = 0; i < 200 && again.state().lastNight !== day; i++) await new Promise((resolve) => setTimeout(resolve, 50));
    expect(readdirSync(own).filter((f) => f.startsWith('night-'))).toEqual(['night-2027-03-14.sqlite']);
    const copy = new Database(join(own, 'night-2027-03-14.sqlite'), { readonly: true });
    expect(copy.prepare('SELECT count(*) FROM lots').pluck().get()).toBe(1);
    copy.close();
    expect(copiesMissing(again.state(), '2027-03-01', '2027-03-16')).toBeNull();
    expect(copiesMissing(again.state(), '2027-03-01', '2027-03-19')).toBe('The last copy is of 2027-03-15');
    expect(copiesMissing({ lastNight: null, problem: null }, '2027-03-01', '2027-03-19')).toContain('No copy');
    expect(copiesMissing({ lastNight: null, problem: null }, null, '2027-03-19')).toBeNull();
  });
});
