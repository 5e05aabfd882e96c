// @vitest-environment happy-dom
import type { MyAsk } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import KeptView from '../src/my/KeptView.vue';
import LibraryView from '../src/my/LibraryView.vue';
import { button, settled, words } from './desk.ts';
import { eachPhone, pageOf, showMine, typeInto } from './myPage.ts';

const desk = eachPhone();

describe('the library', () => {
  const ask = (over: Partial<MyAsk>): MyAsk => ({
    id: 1,
    kind: 'ask',
    varietyId: 3,
    variety: 'Weir Keeper',
    crop: 'Onion',
    askedOn: '2027-03-10',
    laidOn: null,
    waitsUntil: null,
    before: 0,
    answer: null,
    ...over,
  });

  it('says what became of each thing, and of the seed that was brought', async () => {
    desk.answers['GET /my'] = pageOf({
      asks: [
        ask({ laidOn: '2027-03-12', waitsUntil: '2027-04-02' }),
        ask({ id: 2, kind: 'wait', before: 1 }),
        ask({ id: 3, answer: 'We keep the last of it.' }),
      ],
      promises: [{ loanId: 4, variety: 'Tollgate Red', promise: 'some', promisedSeeds: null, dueOn: '2027-03-01' }],
      returns: [
        {
          code: 'TM-1',
          variety: 'Lantern',
          crop: 'Tomato',
          year: 2025,
          receivedOn: '2025-10-04',
          seeds: 200,
          gardens: 6,
          alive: 0.91,
          waits: false,
        },
      ],
    });
    const w = await showMine(desk, LibraryView);
    const said = words(w);
    for (const part of [
      'Open on Tuesday.',
      'lies ready for you until 2 April; bring your card',
      'you are in line; 1 other before you',
      'We keep the last of it.',
      'Tell us how it went',
      '91 in 100 alive, in 6 gardens',
    ])
      expect(said).toContain(part);
  });

  it('lets a member change how they are reached, and wants a way before a yes', async () => {
    desk.answers['PATCH /my/facts'] = { version: 4, step: { id: 1, summary: '' } };
    const w = await showMine(desk, LibraryView);
    button(w, 'Change this').click();
    await settled();
    await w.find('#agree-packets').setValue(true);
    await w.find('form').trigger('submit');
    expect(words(w)).toContain('Say first how you can be reached.');
    await typeInto('#fact-email', 'brisa');
    await w.find('form').trigger('submit');
    expect(words(w)).toContain('This is no e-mail address');
    await typeInto('#fact-email', 'brisa@post.example');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.calls.find((c) => c.method === 'PATCH')?.body).toMatchObject({
      email: 'brisa@post.example',
      consentFor: ['packets'],
      version: 3,
    });
  });

  it('reads what is kept about them in words, and by the days of the library', async () => {
    desk.answers['GET /my/kept'] = {
      library: 'Osierbeck Seed Library',
      madeOn: '2027-03-21',
      facts: { ...pageOf().me, email: 'brisa@post.example', consentFor: ['packets'] },
      parts: [
        { title: 'Lent to me', rows: [{ packet: 'TM-001V', seeds: 20, purpose: 'save-seed', lent_on: '2027-03-14', packet_note: null }] },
      ],
    };
    const w = await showMine(desk, KeptView);
    await settled();
    const said = words(w);
    for (const part of ['when a packet is ready, or a name was put right', 'Lent to me 1', 'purpose save seed', 'lent on 14 March'])
      expect(said).toContain(part);
    expect(said).not.toContain('packet note');
  });
});
