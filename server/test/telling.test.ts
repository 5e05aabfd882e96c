import { createServer, type Server } from 'node:net';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { tellByItself } from '../src/telling/tell.ts';
import { openTestLibrary } from './library.ts';
import { browserOf, withCoordinator, withPerson } from './signIns.ts';

const servers: Server[] = [];
afterEach(async () => {
  for (const s of servers.splice(0)) await new Promise((resolve) => s.close(resolve));
});

/** A mail server that takes what it is given, or refuses whom it is for. */
async function mailServer(refuses = false): Promise<{ readonly port: number; readonly took: string[] }> {
  const took: string[] = [];
  const server = createServer((socket) => {
    let data = false;
    let mail = '';
    socket.on('error', () => undefined);
    socket.write('220 mail.example\r\n');
    socket.on('data', (chunk) => {
      for (const line of chunk.toString().split('\r\n')) {
        if (data) {
          if (line === '.') {
            data = false;
            took.push(mail);
            socket.write('250 kept\r\n');
          } else mail += `${line}\n`;
        } else if (/^(EHLO|HELO|MAIL|RSET)/i.test(line)) socket.write('250 ok\r\n');
        else if (/^RCPT/i.test(line)) socket.write(refuses ? '550 no such mailbox\r\n' : '250 ok\r\n');
        else if (/^DATA/i.test(line)) {
          data = true;
          mail = '';
          socket.write('354 go on\r\n');
        } else if (/^QUIT/i.test(line)) socket.end('221 bye\r\n');
      }
    });
  });
  servers.push(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { port: (server.address() as AddressInfo).port, took };
}

/** A library with two members who have a promise each: one agreed to be written to, the other did not. */
async function withPromises() {
  const library = await openTestLibrary();
  const code = await library.takeIn({ seeds: 200 });
  const member = async (over: object): Promise<number> => (await library.done('/api/members', over)).id as number;
  const brisa = await member({ name: 'Brisa Marl', called: 'Brisa', email: 'brisa@post.example', consentFor: ['promises', 'packets'] });
  const orla = await member({ name: 'Orla Weir', email: 'orla@post.example' });
  const loan = async (memberId: number, dueOn: string): Promise<void> =>
    void (await library.done('/api/loans', {
      lotCode: code,
      memberId,
      seeds: 10,
      purpose: 'save-seed',
      promise: 'some',
      dueOn,
      lentOn: library.today,
    }));
  await loan(brisa, '2027-10-20');
  await loan(brisa, '2027-10-25');
  await loan(orla, '2027-10-20');
  library.today = '2027-10-22';
  const desk = await withCoordinator(library);
  const proposed = async () => (await desk.send('GET', '/messages/proposed')).body.messages;
  const tell = (m: object, way: string) => desk.send('POST', '/messages', { ...pick(m), way });
  const kept = async () => (await desk.send('GET', '/messages')).body.messages;
  const office = async () => (await desk.send('GET', '/devices/post-office')).body.cameOut;
  const setPost = async (over: object) => {
    const { hasPassword: _has, ...now } = (await desk.send('GET', '/post')).body;
    return desk.send('POST', '/post', { ...now, ...over });
  };
  return { library, desk, brisa, orla, code, proposed, tell, kept, office, setPost };
}
const pick = (m: any) => ({ memberId: m.memberId, kind: m.kind, subject: m.subject, text: m.text, aboutIds: m.aboutIds });

describe('telling', () => {
  it('proposes one message for all matters of a kind, and sends it to those alone who agreed', async () => {
    const { proposed, tell, kept, office, brisa, orla } = await withPromises();
    const messages = await proposed();
    expect(messages.map((m: any) => [m.memberId, m.kind, m.aboutIds.length, m.ways])).toEqual([
      [brisa, 'overdue', 1, ['email', 'in-person']],
      [orla, 'overdue', 1, ['in-person']],
      [brisa, 'promise-due', 1, ['email', 'in-person']],
    ]);
    const refused = await tell(messages[1], 'email');
    expect(refused.body.errors[0]).toEqual({
      path: 'way',
      message: 'Orla Weir did not agree to be written to for this; tell it in person, or ask first',
    });
    expect((await tell(messages[0], 'email')).status).toBe(200);
    expect((await tell(messages[1], 'in-person')).status).toBe(200);
    await expect
      .poll(async () => (await kept()).map((m: any) => [m.memberId, m.way, m.state, m.person]))
      .toEqual([
        [orla, 'in-person', 'told', 'Ottilie Vane'],
        [brisa, 'email', 'told', 'Ottilie Vane'],
      ]);
    const [mail] = await office();
    expect(mail).toMatchObject({ to: 'brisa@post.example', subject: expect.stringContaining('How did it go') });
    expect(mail.text).toMatch(/Dear Brisa,[\s\S]*To stop it, answer with the word stop/);
    // Nobody is told twice.
    expect((await proposed()).map((m: any) => m.kind)).toEqual(['promise-due']);
  });

  it('goes by a mail server that is set, which keeps the password to itself', async () => {
    const { library, desk, proposed, tell, kept, setPost } = await withPromises();
    const { port, took } = await mailServer();
    expect((await setPost({ host: '127.0.0.1', port, security: 'none' })).body.errors[0].path).toBe('sender');
    const set = await setPost({ host: '127.0.0.1', port, security: 'none', sender: 'seed@library.example', password: 'grey-kettle' });
    expect(set.body).toMatchObject({ hasPassword: true, sender: 'seed@library.example' });
    expect(JSON.stringify((await desk.send('GET', '/post')).body)).not.toContain('grey-kettle');
    // Another server does not get it.
    expect((await setPost({ host: 'mail.example', port: 25 })).body.hasPassword).toBe(false);
    await setPost({ host: '127.0.0.1', port });
    expect((await desk.send('POST', '/post/try', {})).body.said).toBe('It went out to seed@library.example.');
    await tell((await proposed())[0], 'email');
    await expect.poll(async () => (await kept())[0].state).toBe('told');
    expect(took).toHaveLength(2);
    expect(took[1]).toContain('To: brisa@post.example');
    const volunteer = await withPerson(library, desk, 'Tob Fenner');
    expect((await volunteer.send('GET', '/post')).body.code).toBe('not-allowed');
    // What came out holds addresses and links.
    expect((await volunteer.send('GET', '/devices/post-office')).body.code).toBe('not-allowed');
  });

  it('that is refused, or finds nobody, stays there with why, and is sent again', async () => {
    const { desk, proposed, tell, kept, setPost } = await withPromises();
    const { port } = await mailServer(true);
    await setPost({ host: '127.0.0.1', port, security: 'none', sender: 'seed@library.example' });
    const { id } = (await tell((await proposed())[0], 'email')).body;
    await expect.poll(async () => (await kept())[0].state).toBe('failed');
    expect((await kept())[0].problem).toContain('550 no such mailbox');
    const gone = await mailServer();
    for (const s of servers.splice(1)) await new Promise((resolve) => s.close(resolve));
    await setPost({ port: gone.port });
    await desk.send('POST', `/messages/${String(id)}/again`, {});
    await expect.poll(async () => (await kept())[0].problem).toContain('cannot be reached');
    const good = await mailServer();
    await setPost({ port: good.port });
    await desk.send('POST', `/messages/${String(id)}/again`, {});
    await expect.poll(async () => (await kept())[0].state).toBe('told');
    expect((await desk.send('POST', `/messages/${String(id)}/again`, {})).body.code).toBe('blocked');
  });

  it('does not go again to somebody who thought better of it meanwhile', async () => {
    const { desk, proposed, tell, kept, office, brisa } = await withPromises();
    await desk.send('POST', '/devices/post-office', { behaves: 'refuses' });
    const { id } = (await tell((await proposed())[0], 'email')).body;
    await expect.poll(async () => (await kept())[0].state).toBe('failed');
    await desk.send('POST', '/devices/post-office', { behaves: 'works' });
    const { member } = (await desk.send('GET', `/members/${String(brisa)}`)).body;
    const changed = await desk.send('PATCH', `/members/${String(brisa)}`, {
      version: member.version,
      name: member.name,
      email: member.email,
      consentFor: [],
    });
    expect(changed.status).toBe(200);
    await desk.send('POST', `/messages/${String(id)}/again`, {});
    await expect.poll(async () => (await kept())[0].problem).toContain('no longer agree');
    expect(await office()).toEqual([]);
  });

  it('keeps nobody waiting who writes while the mail server hangs', async () => {
    const { desk, proposed, tell, kept } = await withPromises();
    await desk.send('POST', '/devices/post-office', { behaves: 'hangs' });
    await tell((await proposed())[0], 'email');
    expect((await desk.send('POST', '/members', { name: 'Tam' })).status).toBe(200);
    expect((await kept())[0].state).toBe('sending');
    await desk.send('POST', '/devices/post-office', { behaves: 'works' });
    await expect.poll(async () => (await kept())[0].problem).toBe('The mail server does not answer.');
  });

  it('goes by itself only where a coordinator switched the kind on, and one a week to a person', async () => {
    const { library, desk, kept, setPost, brisa } = await withPromises();
    tellByItself(library.db, library.today);
    expect(await kept()).toEqual([]);
    await setPost({ byItself: ['overdue', 'promise-due'] });
    tellByItself(library.db, library.today);
    expect((await kept()).map((m: any) => [m.memberId, m.kind, m.byItself])).toEqual([[brisa, 'overdue', true]]);
    library.today = '2027-10-24';
    tellByItself(library.db, library.today);
    expect(await kept()).toHaveLength(1);
    library.today = '2027-10-29';
    tellByItself(library.db, library.today);
    expect((await kept()).length).toBe(2);
    // Who leaves takes along what they were told.
    const { version } = (await desk.send('GET', `/members/${String(brisa)}/leaving`)).body;
    await desk.send('POST', `/members/${String(brisa)}/leave`, { version });
    expect(await kept()).toEqual([]);
  });

  it('does the errand of a name that was put right, and prints letters', async () => {
    const { library, desk, brisa } = await withPromises();
    const { member } = (await desk.send('GET', `/members/${String(brisa)}`)).body;
    const { id: _id, leftOn: _left, ...fields } = member;
    expect((await desk.send('PATCH', `/members/${String(brisa)}`, { ...fields, post: 'Mill Lane 3\nOld Orchard' })).status).toBe(200);
    const [first] = (await desk.send('GET', '/messages/proposed')).body.messages;
    expect(first.ways).toEqual(['email', 'letter', 'in-person']);
    const { id } = (await desk.send('POST', '/messages', { ...pick(first), way: 'letter' })).body;
    const answer = await fetch(`${library.base}/api/messages/letters.pdf?ids=${String(id)}`, { headers: { Cookie: desk.cookie } });
    const pdf = Buffer.from(await answer.arrayBuffer());
    expect([answer.status, pdf.subarray(0, 5).toString(), pdf.length > 3000]).toEqual([200, '%PDF-', true]);
  });
});

describe('a link by e-mail', () => {
  it('goes to whoever is a member, and tells nobody who is', async () => {
    const { library, desk, office } = await withPromises();
    const far = browserOf(library);
    const ask = (email: string) => far.send('POST', '/my/link', { email });
    expect((await ask('brisa@post.example')).body.code).toBe('blocked');
    const { body: now } = await desk.send('GET', '/settings');
    await desk.send('PUT', '/settings', { ...now, publicAddress: 'https://seed.example' });
    const [hers, nobodys] = [await ask('BRISA@post.example'), await ask('nobody@post.example')];
    expect(hers.body).toEqual(nobodys.body);
    const mails = await office();
    expect(mails).toHaveLength(1);
    const [link] = /https:\/\/seed\.example\/my\/#[0-9A-Z]{26}/.exec(mails[0].text as string) ?? [];
    expect((await far.send('POST', '/my/enter', { code: link })).status).toBe(200);
    expect((await far.send('GET', '/my')).body.me.name).toBe('Brisa Marl');
    // Nobody's mailbox is filled.
    const answers: number[] = [];
    for (let i = 0; i < 12; i++) answers.push((await ask('brisa@post.example')).status);
    expect(answers.at(-1)).toBe(429);
  });

  it('opens the page of each who share an address', async () => {
    const { library, desk, office } = await withPromises();
    await desk.send('POST', '/members', { name: 'Corin Marl', email: 'brisa@post.example' });
    const { body: now } = await desk.send('GET', '/settings');
    await desk.send('PUT', '/settings', { ...now, publicAddress: 'https://seed.example' });
    expect((await browserOf(library).send('POST', '/my/link', { email: 'brisa@post.example' })).status).toBe(200);
    const [mail, ...more] = await office();
    expect(more).toEqual([]);
    const names: string[] = [];
    for (const [, whose, code] of (mail.text as string).matchAll(/This opens the page of ([\w ]+) once[^#]*#([0-9A-Z]{26})/g)) {
      const phone = browserOf(library);
      expect((await phone.send('POST', '/my/enter', { code })).status).toBe(200);
      names.push(`${String(whose)}: ${String((await phone.send('GET', '/my')).body.me.name)}`);
    }
    expect(names).toEqual(['Brisa Marl: Brisa Marl', 'Corin Marl: Corin Marl']);
  });
});
