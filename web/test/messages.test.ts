// @vitest-environment happy-dom
import type { ProposedMessage } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import MessagesView from '../src/members/MessagesView.vue';
import PostPage from '../src/members/PostPage.vue';
import { button, eachDesk, labelled, settled, type, words } from './desk.ts';

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
