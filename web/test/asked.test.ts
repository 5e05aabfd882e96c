// @vitest-environment happy-dom
import type { Ask, LendableLot, ListedMember, ProposedMessage } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { useScans } from '../src/base/scans.ts';
import AskSheet from '../src/members/AskSheet.vue';
import AsksView from '../src/members/AsksView.vue';
import JoinForm from '../src/members/JoinForm.vue';
import MemberSheet from '../src/members/MemberSheet.vue';
import MembersView from '../src/members/MembersView.vue';
import MessagesView from '../src/members/MessagesView.vue';
import PostPage from '../src/members/PostPage.vue';
import { button, eachDesk, errors, labelled, settled, type, words } from './desk.ts';

const ask = (over: Partial<Ask> = {}): Ask => ({
  id: 3,
  kind: 'ask',
  memberId: 7,
  member: 'Brisa Marl',
  varietyId: 5,
  variety: 'Tollgate Red',
  crop: 'Tomato',
  cautions: [],
  askedOn: '2027-03-12',
  note: 'For the school garden.',
  version: 4,
  laid: null,
  serving: [
    { code: 'TM-001V', year: 2023, free: 40, why: '76 in 100 alive, and will be lost the soonest', usualSeeds: 24 },
    { code: 'TM-002W', year: 2026, free: 90, why: '92 in 100 alive', usualSeeds: 24 },
  ],
  noneBecause: null,
  before: 0,
  had: 2,
  fairShare: 6,
  ...over,
});
const laid = {
  lotCode: 'TM-001V',
  seeds: 24,
  purpose: 'garden',
  promise: 'nothing',
  promisedSeeds: null,
  dueOn: null,
  packetNote: null,
  laidOn: '2027-03-13',
  waitsUntil: '2027-04-03',
  overdue: false,
} as const;
const lot = (over: Partial<LendableLot> = {}): LendableLot => ({
  code: 'TM-001V',
  variety: 'Tollgate Red',
  crop: 'Tomato',
  unit: 'seed',
  balance: 60,
  floor: 20,
  lendable: 40,
  renewable: 45,
  packets: [],
  usualSeeds: 30,
  usualDue: '2027-10-01',
  doubtful: false,
  cautions: [],
  saving: null,
  problem: null,
  ...over,
});

describe('what is asked for', () => {
  const desk = eachDesk((d) => {
    d.answers['GET /asks'] = { asks: [ask()] };
    d.answers['GET /loans/lots'] = { lots: [lot(), lot({ code: 'TM-002W' })] };
  });

  it('is sorted by what is to be done, and says of what waits why', async () => {
    desk.answers['GET /asks'] = {
      asks: [
        ask(),
        ask({ id: 4, variety: 'Kale One', laid: { ...laid, overdue: true } }),
        ask({ id: 5, variety: 'Onion One', kind: 'offer' }),
        ask({ id: 6, variety: 'Pea One', kind: 'wait', serving: [], noneBecause: 'What is here is the floor.' }),
      ],
    };
    const w = await desk.show(AsksView, {}, '/asks');
    expect(w.findAll('section section').map((s) => s.find('h2').text())).toEqual([
      'To be laid ready',
      'Lies ready',
      'Would grow it',
      'Waits: nothing may be lent',
    ]);
    expect(words(w)).toContain('nobody fetched it');
    expect(words(w)).toContain('What is here is the floor.');
  });

  it('is laid ready from the best lot, as much as is usual, and its label comes out with it', async () => {
    desk.answers['POST /asks/3/lay'] = { id: 3, lotCode: 'TM-001V', step: { id: 1, summary: 'Laid' } };
    desk.answers['POST /labels/print'] = { id: 1, title: 'Tollgate Red', labels: 1, pages: 1, cameOut: 1, state: 'printed' };
    const w = await desk.show(AskSheet, { id: '3' }, '/asks/3');
    expect(words(w)).toContain('Had 2 packets this season; 6 packets are a fair share.');
    expect(labelled(w, 'Seeds').value).toBe('24');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/asks/3/lay')).toEqual({
      version: 4,
      lotCode: 'TM-001V',
      seeds: 24,
      purpose: 'garden',
      packetFillId: null,
      packets: null,
      promise: 'nothing',
      promisedSeeds: null,
      dueOn: null,
      packetNote: null,
    });
    expect(desk.calls.some((c) => c.path === '/labels/print?kind=packet&codes=TM-001V&ask=3')).toBe(true);
    expect(desk.router.currentRoute.value.fullPath).toBe('/asks/3/slip?label=out');
  });

  it('lies ready all the same where the printer is jammed, and what is wrong stands beside its field', async () => {
    desk.answers['POST /asks/3/lay'] = { status: 400, code: 'bad-input', errors: [{ path: 'seeds', message: 'at most 16 may be lent' }] };
    const w = await desk.show(AskSheet, { id: '3' }, '/asks/3');
    await type(labelled(w, 'Seeds'), 'some');
    await w.find('form').trigger('submit');
    await settled();
    expect([errors().length, desk.posted('/asks/3/lay')]).toEqual([1, undefined]);
    await type(labelled(w, 'Seeds'), '40');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toEqual(['at most 16 may be lent']);
    desk.answers['POST /asks/3/lay'] = { id: 3, lotCode: 'TM-001V', step: { id: 1, summary: 'Laid' } };
    desk.answers['POST /labels/print'] = { status: 503, code: 'device', detail: 'The label printer is jammed.' };
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.router.currentRoute.value.query.label).toBe('The label printer is jammed.');
  });

  it('is answered in words that whoever asked will read', async () => {
    desk.answers['POST /asks/3/decline'] = { id: 3, step: { id: 1, summary: 'Answered' } };
    const w = await desk.show(AskSheet, { id: '3' }, '/asks/3');
    button(w, 'Another answer').click();
    await settled();
    const form = w.findAll('form').at(-1)!;
    await form.trigger('submit');
    await settled();
    expect(errors()[0]).toContain('say why');
    await type(labelled(w, 'Why not'), 'We keep the last of it.');
    await form.trigger('submit');
    await settled();
    expect(desk.posted('/asks/3/decline')).toEqual({ version: 4, why: 'We keep the last of it.' });
  });
});

describe('a member whose card was scanned', () => {
  const sheet = {
    member: {
      id: 7,
      name: 'Brisa Marl',
      called: 'Brisa',
      place: null,
      language: null,
      email: null,
      phone: null,
      post: null,
      contact: null,
      consentOn: null,
      consentFor: [],
      note: null,
      joinedOn: '2026-01-01',
      leftOn: null,
      version: 1,
    },
    loans: [],
    sowings: [],
    errands: [],
    cards: [{ id: 2, madeAt: '2027-01-05T10:00:00Z', usedAt: null }],
    phones: [],
    asks: [ask({ laid })],
    history: [],
  };
  const desk = eachDesk((d) => {
    d.answers['GET /members/7'] = sheet;
    d.answers['GET /members/7/shares'] = { promises: { kept: 0, of: 0, share: 0.5, words: 'nothing promised yet' }, soundness: null };
  });

  it('is handed what lies ready by scanning it; anything else goes onto the table to be lent', async () => {
    desk.answers['POST /asks/3/hand-over'] = { loanId: 9, memberId: 7, step: { id: 1, summary: 'Handed' } };
    const w = await desk.show(MemberSheet, { id: '7' }, '/members/7?card=1');
    expect(words(w)).toContain('Scan packets now');
    useScans().taker?.('TM-001V');
    await settled();
    expect(desk.posted('/asks/3/hand-over')).toEqual({ version: 4 });
    useScans().taker?.('KA-002K');
    await settled();
    expect(desk.router.currentRoute.value.fullPath).toBe('/table/lend?member=7');
    expect(JSON.parse(localStorage.getItem('esprel.table') ?? '')).toEqual(['KA-002K']);
  });

  it('that was only opened lets a scanned envelope open its lot', async () => {
    await desk.show(MemberSheet, { id: '7' }, '/members/7');
    useScans().taker?.('TM-001V');
    await settled();
    expect([desk.posted('/asks/3/hand-over'), desk.router.currentRoute.value.path]).toEqual([undefined, '/lots/TM-001V']);
  });

  it('has a lost card withdrawn in one tap, and a new one shown once', async () => {
    desk.answers['POST /members/7/cards/2/withdraw'] = { cards: [] };
    desk.answers['POST /members/cards'] = {
      cards: [{ memberId: 7, name: 'Brisa Marl', code: '0123456789ABCDEFGHJKMNPQRS' }],
      pdf: btoa('%PDF-1.7'),
    };
    const w = await desk.show(MemberSheet, { id: '7' }, '/members/7');
    button(w, 'Lost: withdraw the card').click();
    await settled();
    expect(desk.posted('/members/7/cards/2/withdraw')).toEqual({});
    button(w, 'Make a card').click();
    await settled();
    expect(words(w)).toContain('0123 4567 89AB CDEF GHJK MNPQ RS');
    button(w, 'Done').click();
    await settled();
    expect(words(w)).not.toContain('0123 4567');
  });
});

describe('whom to ask', () => {
  const desk = eachDesk();
  it('stands in the list with why', async () => {
    const member: ListedMember = {
      id: 7,
      name: 'Brisa Marl',
      called: null,
      place: 'Chapel Rise',
      loans: 3,
      out: 2,
      promises: 2,
      overdue: 1,
      nextDue: '2027-03-01',
      returns: 1,
      lastHeard: '2026-10-02',
      asks: 0,
      ask: 'overdue',
    };
    desk.answers['GET /members'] = {
      members: [member, { ...member, id: 8, name: 'Orla Weir', overdue: 0, nextDue: null, promises: 0, ask: 'silent' }],
      next: null,
    };
    desk.answers['GET /asks'] = { asks: [ask(), ask({ id: 4, laid })] };
    const w = await desk.show(MembersView, {}, '/members?which=to-ask');
    const said = words(w);
    expect(desk.calls.some((c) => c.path.includes('which=to-ask'))).toBe(true);
    for (const part of ['how did it go?', 'nothing heard since', '2 promises, 13 days late', 'Asked for: 1']) expect(said).toContain(part);
  });
});

describe('a message', () => {
  const message: ProposedMessage = {
    memberId: 7,
    member: 'Brisa Marl',
    kind: 'overdue',
    aboutIds: [4, 5],
    subject: 'How did it go?',
    text: 'Dear Brisa, …',
    ways: ['email', 'in-person'],
    agreed: true,
    lastTold: null,
  };
  const desk = eachDesk((d) => {
    d.answers['GET /messages/proposed'] = {
      messages: [message, { ...message, memberId: 8, member: 'Orla Weir', ways: ['in-person'], agreed: false }],
    };
    d.answers['GET /messages'] = { messages: [] };
  });

  it('is read, changed and sent by whoever sits here', async () => {
    desk.answers['POST /messages'] = { id: 1 };
    const w = await desk.show(MessagesView, {}, '/messages');
    expect(words(w)).toContain('in person: did not agree to be written to');
    button(w, 'Brisa Marl').click();
    await settled();
    await type(labelled(w, 'Subject'), 'Your tomatoes');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/messages')).toEqual({
      memberId: 7,
      kind: 'overdue',
      aboutIds: [4, 5],
      subject: 'Your tomatoes',
      text: 'Dear Brisa, …',
      way: 'email',
    });
  });

  it('that did not go out says why, and goes again', async () => {
    desk.answers['GET /messages'] = {
      messages: [
        {
          id: 3,
          memberId: 7,
          member: 'Brisa Marl',
          kind: 'overdue',
          way: 'email',
          subject: 'How did it go?',
          text: 'Dear',
          toldOn: '2027-03-14',
          person: null,
          byItself: false,
          state: 'failed',
          problem: 'The mail server refused it.',
        },
      ],
    };
    desk.answers['POST /messages/3/again'] = { id: 3 };
    const w = await desk.show(MessagesView, {}, '/messages');
    expect(words(w)).toContain('did not go out');
    button(w, 'Send again').click();
    await settled();
    expect(desk.posted('/messages/3/again')).toEqual({});
  });

  it('goes by a mail server whose password is written and never read', async () => {
    desk.answers['GET /post'] = {
      host: 'smtp.mail.example',
      port: 587,
      security: 'starttls',
      user: 'seed',
      hasPassword: true,
      sender: 'seed@library.example',
      byItself: [],
      version: 2,
    };
    desk.answers['GET /devices/post-office'] = { used: false, behaves: 'works', cameOut: [] };
    desk.answers['POST /post'] = {
      host: 'smtp.mail.example',
      port: 465,
      security: 'tls',
      user: 'seed',
      hasPassword: true,
      sender: 'seed@library.example',
      byItself: [],
      version: 3,
    };
    desk.answers['POST /post/try'] = { status: 503, code: 'device', detail: 'The mail server does not take the user or the password.' };
    const w = await desk.show(PostPage, {}, '/members/post');
    expect(labelled(w, 'Password').value).toBe('');
    await type(labelled(w, 'Port'), '465');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/post')).toMatchObject({ host: 'smtp.mail.example', port: 465, password: null, version: 2 });
    button(w, 'Try it').click();
    await settled();
    expect(words(w)).toContain('does not take the user or the password');
  });
});

describe('two records of one person', () => {
  const desk = eachDesk();
  it('are seen together before they are joined', async () => {
    desk.answers['GET /members'] = {
      members: [
        {
          id: 8,
          name: 'B. Marl',
          called: null,
          place: null,
          loans: 1,
          out: 0,
          promises: 0,
          overdue: 0,
          nextDue: null,
          returns: 0,
          lastHeard: null,
          asks: 0,
          ask: null,
        },
      ],
      next: null,
    };
    desk.answers['GET /members/7/joining/8'] = {
      into: { id: 7, name: 'Brisa Marl', version: 2 },
      other: { id: 8, name: 'B. Marl', version: 5 },
      moves: ['1 loan of B. Marl'],
      differ: [{ what: 'the name', kept: 'Brisa Marl', noted: 'B. Marl' }],
    };
    desk.answers['POST /members/7/join'] = { id: 7, step: { id: 1, summary: 'Joined' } };
    const w = await desk.show(JoinForm, { id: '7' }, '/members/7/join');
    expect(button(w, 'Join them').disabled).toBe(true);
    const field = labelled(w, 'The other record');
    await type(field, 'B. M');
    await expect.poll(() => document.querySelector('[role="option"]'), { timeout: 10_000 }).not.toBeNull();
    document.querySelector<HTMLElement>('[role="option"]')!.click();
    await settled();
    expect(words(w)).toContain('1 loan of B. Marl');
    expect(words(w)).toContain('“B. Marl” goes into the note');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/members/7/join')).toEqual({ otherId: 8, version: 2, otherVersion: 5 });
  });
});
