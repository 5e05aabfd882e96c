import { describe, expect, it } from 'vitest';
import { KEPT_PARTS } from '../src/my/keptAbout.ts';
import { all } from '../src/db/db.ts';
import { openTestLibrary } from './library.ts';
import { phoneOf } from './phones.ts';
import { withCoordinator } from './signIns.ts';

/** Tables that point to members, and are nothing a member would look for. */
const NOT_READ = new Set([
  // A link works once and for half an hour; what is kept of it is a hash.
  'member_links',
]);

describe('what is kept about a member', () => {
  it('is read by them whole: no table that points to members is left out', async () => {
    const library = await openTestLibrary();
    const pointing = all<{ name: string }>(
      library.db,
      `SELECT DISTINCT t.name FROM sqlite_master t JOIN pragma_foreign_key_list(t.name) f WHERE t.type = 'table' AND f."table" = 'members'`,
    ).map((t) => t.name);
    expect(pointing.length).toBeGreaterThan(8);
    const read = KEPT_PARTS.map((p) => p.sql).join('\n');
    const left = pointing.filter((name) => !NOT_READ.has(name) && !new RegExp(`(FROM|JOIN)\\s+${name}\\b`).test(read));
    expect(left).toEqual([]);
  });

  it('says what they have, said and were told, on the page and in the file, and nothing of anybody else or of secrets', async () => {
    const library = await openTestLibrary('2027-03-14');
    const code = await library.takeIn({ seeds: 200 });
    const member = async (over: object): Promise<number> => (await library.done('/api/members', over)).id as number;
    const brisa = await member({ name: 'Brisa Marl', note: 'keeps bees', email: 'brisa@post.example', consentFor: ['promises'] });
    const orla = await member({ name: 'Orla Weir', note: 'a secret of Orla' });
    const lend = async (memberId: number): Promise<number> =>
      (
        await library.done('/api/loans', {
          lotCode: code,
          memberId,
          seeds: 20,
          purpose: 'save-seed',
          promise: 'some',
          dueOn: '2027-10-01',
          lentOn: library.today,
        })
      ).id as number;
    const loan = await lend(brisa);
    await lend(orla);
    const desk = await withCoordinator(library);
    await desk.send('POST', '/messages', {
      memberId: brisa,
      kind: 'promise-due',
      subject: 'Your tomato',
      text: 'Dear Brisa, it is due.',
      aboutIds: [loan],
      way: 'in-person',
    });
    const phone = await phoneOf(library, desk, brisa);
    const on = { on: '2027-03-14', phoneToday: '2027-03-14' };
    const sown = await phone.send('POST', `/my/loans/${String(loan)}/sowings`, { ...on, seeds: 8, method: 'cells' });
    expect(sown.status).toBe(200);
    const kept = (await phone.send('GET', '/my/kept')).body;
    const part = (title: string): any[] => kept.parts.find((p: any) => p.title === title)?.rows ?? [];
    expect(kept.facts).toMatchObject({ name: 'Brisa Marl', email: 'brisa@post.example', consentFor: ['promises'] });
    expect(part('Noted at the desk')).toEqual([{ note: 'keeps bees' }]);
    expect(part('Lent to me')).toMatchObject([{ packet: code, seeds: 20, lent_on: '2027-03-14', due_on: '2027-10-01' }]);
    expect(part('Sown')).toMatchObject([{ packet: code, seeds: 8, sown_on: '2027-03-14' }]);
    expect(part('Told to me')).toMatchObject([{ day: '2027-03-14', way: 'in-person', text: 'Dear Brisa, it is due.' }]);
    expect(part('Phones that are in')).toHaveLength(1);
    expect(part('History').some((h: any) => String(h.what).includes('Brisa Marl'))).toBe(true);
    // The file is the same.
    const file = await phone.send('GET', '/my/facts.json');
    expect(file.body).toEqual(kept);
    const text = JSON.stringify(kept);
    for (const secret of ['Orla', phone.code, phone.cookie.split('=')[1] ?? '']) expect(text).not.toContain(secret);
  });
});

describe('a name that is a script', () => {
  it('is a name: it is kept as it was typed, and goes out as text that nothing runs', async () => {
    const library = await openTestLibrary('2027-03-14');
    const script = '<script>alert(1)</script>';
    const formula = '=HYPERLINK("http://x.example";"y")';
    const code = await library.takeIn({ seeds: 50 });
    const id = (await library.done('/api/members', { name: script, email: 'a@post.example', consentFor: ['promises'] })).id as number;
    await library.done('/api/members', { name: formula });
    const listed = await library.get('/api/members?q=script');
    expect(listed.body.members.map((m: any) => m.name)).toEqual([script]);
    const csv = (await library.get('/api/export/members.csv')).body as string;
    expect(csv).toContain(script);
    expect(csv).not.toMatch(/(^|[\n,;"])=HYPERLINK/);
    const loan = { lotCode: code, memberId: id, seeds: 5, purpose: 'garden', promise: 'some', dueOn: '2027-10-01', lentOn: library.today };
    const loanId = (await library.done('/api/loans', loan)).id as number;
    // A letter, a card and an e-mail hold it as it is.
    const letter = { memberId: id, kind: 'promise-due', subject: script, text: `Dear ${script}`, aboutIds: [loanId] };
    expect((await library.post('/api/messages', { ...letter, way: 'email' })).status).toBe(200);
    await expect.poll(async () => (await library.get('/api/devices/post-office')).body.cameOut.length).toBe(1);
    const mail = (await library.get('/api/devices/post-office')).body.cameOut[0];
    expect([mail.subject, mail.text.split('\n')[0]]).toEqual([script, `Dear ${script}`]);
    expect((await library.post('/api/members/cards', { memberIds: [id] })).status).toBe(200);
    // What a name must not hold is refused by its field.
    const broken = await library.post('/api/members', { name: 'Brisa\nBcc: all@post.example' });
    expect([broken.status, broken.body.errors[0].path]).toEqual([400, 'name']);
    const page = await fetch(`${library.base}/members/${String(id)}`);
    expect(page.headers.get('content-security-policy') ?? '').not.toContain("script-src 'unsafe-inline'");
  });
});
