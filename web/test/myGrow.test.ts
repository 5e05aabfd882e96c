// @vitest-environment happy-dom
import type { MyGrowAsk } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import MySeedView from '../src/my/MySeedView.vue';
import SavingView from '../src/my/SavingView.vue';
import { button, settled, words } from './desk.ts';
import { eachPhone, buttonsOf, pageOf, showMine } from './myPage.ts';

const desk = eachPhone();
const ask = (over: Partial<MyGrowAsk> = {}): MyGrowAsk => ({
  id: 11,
  varietyId: 7,
  variety: 'Long White Trailer',
  crop: 'Summer squash and courgette',
  season: 2027,
  garden: 'Quarry Foot',
  plants: 6,
  apart: 'tied',
  years: 1,
  ready: false,
  answer: null,
  undo: null,
  others: [{ varietyId: 8, variety: 'Weir Keeper', crop: 'Onion' }],
  cautions: ['Bitter fruit is poisonous'],
  ...over,
});
const said = { on: '2027-03-21', phoneToday: '2027-03-21' };

describe('what the library asks to be grown', () => {
  it('stands first on the page, with what it takes, and is answered by one tap, also without a network', async () => {
    desk.answers['GET /my'] = pageOf({ packets: [], grow: [ask()] });
    desk.answers['POST /my/grow/11/answer'] = () => new Promise(() => undefined);
    const w = await showMine(desk, MySeedView);
    expect(words(w)).toContain(
      'Could you grow it on for the library? 6 plants at the least, at Quarry Foot, in 2027. Its flowers are tied, and pollinated by hand; the library says how.',
    );
    expect(words(w)).toContain('Bitter fruit is poisonous.');
    expect(buttonsOf(w.find('article').element)).toEqual(['Yes, I will', 'No', 'Another one']);
    button(w, 'Yes, I will').click();
    await settled();
    expect(desk.posted('/my/grow/11/answer')).toEqual({ ...said, answer: 'yes', otherVarietyId: null, note: null });
    // Answered, it is no longer in the way.
    expect(w.find('article').exists()).toBe(false);
  });

  it('may be another one, of those that need it', async () => {
    desk.answers['GET /my'] = pageOf({ packets: [], grow: [ask({ years: 2, apart: 'open' })] });
    desk.answers['POST /my/grow/11/answer'] = () => new Promise(() => undefined);
    const w = await showMine(desk, MySeedView);
    expect(words(w)).toContain('It stands through a winter, and gives seed in its second year.');
    button(w, 'Another one').click();
    await settled();
    button(w, 'Weir Keeper, onion').click();
    await settled();
    expect(desk.posted('/my/grow/11/answer')).toEqual({ ...said, answer: 'another', otherVarietyId: 8, note: null });
  });

  it('is thanked for, and may be taken back', async () => {
    desk.answers['GET /my'] = pageOf({ grow: [ask({ answer: 'yes', ready: true, undo: 77 }), ask({ id: 12, answer: 'no' })] });
    desk.answers['POST /my/steps/77/undo'] = { undone: 77, step: { id: 78, summary: '' } };
    const w = await showMine(desk, SavingView);
    expect(words(w)).toContain('You said yes; its packet lies ready, bring your card. Thank you.');
    expect(words(w)).toContain('You said no. Thank you for the answer: it is planned anew.');
    button(w, 'Take it back').click();
    await settled();
    expect(desk.posted('/my/steps/77/undo')).toEqual({});
  });
});
