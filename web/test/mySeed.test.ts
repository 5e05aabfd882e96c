// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import MySeedView from '../src/my/MySeedView.vue';
import SaidLast from '../src/my/SaidLast.vue';
import WaitingNote from '../src/my/WaitingNote.vue';
import { useMine } from '../src/my/useMine.ts';
import { button, settled, words } from './desk.ts';
import { eachPhone, buttonsOf, packetOf, pageOf, showMine, typeInto } from './myPage.ts';

const desk = eachPhone();

describe('my seed', () => {
  it('has what wants something today first, and only how to do the rest', async () => {
    const bean = packetOf({ loanId: 41, variety: 'Old Schoolhouse', crop: 'Climbing bean' });
    const later = { ...bean.facts, window: { from: '2027-05-08', target: '2027-05-15', to: '2027-06-10', way: 'direct' as const } };
    desk.answers['GET /my'] = pageOf({ packets: [{ ...bean, facts: later }, packetOf()] });
    const w = await showMine(desk, MySeedView);
    const cards = w.findAll('article');
    expect(cards.map((c) => c.find('h2').text())).toEqual(['Tollgate Red tomato, 27 seeds', 'Old Schoolhouse climbing bean, 27 seeds']);
    expect(words(w)).toContain('Sow now, until 3 April.');
    expect(cards.map((c) => buttonsOf(c.element))).toEqual([['I have sown it', 'How'], ['How']]);
  });

  it('shows a name that is script as the letters that it is', async () => {
    const name = '<img src=x onerror="document.title=1">';
    desk.answers['GET /my'] = pageOf({ packets: [packetOf({ variety: name })] });
    const w = await showMine(desk, MySeedView);
    expect([w.find('h2').text().startsWith(name), w.find('article img').exists()]).toEqual([true, false]);
  });

  it('takes two taps for sown, and as many to take it back', async () => {
    desk.answers['POST /my/loans/40/sowings'] = () => new Promise(() => undefined);
    const w = await showMine(desk, MySeedView);
    const last = await desk.show(SaidLast);
    button(w, 'I have sown it').click();
    await settled();
    button(w, 'All 27').click();
    await settled();
    expect(desk.posted('/my/loans/40/sowings')).toEqual({ on: '2027-03-21', phoneToday: '2027-03-21', seeds: 27, method: 'cells' });
    expect(w.find('h2').text()).toBe('Tollgate Red tomato, sown 21 March');
    expect(words(last)).toContain('Written down: 27 of Tollgate Red sown');
  });

  it('refuses more than there are in words, and says nothing of it', async () => {
    const w = await showMine(desk, MySeedView);
    button(w, 'I have sown it').click();
    await settled();
    await typeInto('.how-many input', '28');
    expect(words(w)).toContain('27 at most');
    await typeInto('.how-many input', 'a few');
    expect(words(w)).toContain('a whole number from 1');
    await w.find('form').trigger('submit');
    expect(desk.posted('/my/loans/40/sowings')).toBeUndefined();
  });

  it('asks how many are up, and what happened; never fewer than there were', async () => {
    const sown = { id: 8, seeds: 20, sownOn: '2027-03-02', emerged: 12, fate: null, undo: 5 };
    desk.answers['GET /my'] = pageOf({ packets: [packetOf({ left: 0, sowings: [sown] })] });
    desk.answers['POST /my/sowings/8/fate'] = { id: 8, step: { id: 6, summary: '' } };
    const w = await showMine(desk, MySeedView);
    expect(words(w)).toContain('12 of 20 are up.');
    button(w, 'Count again').click();
    await settled();
    await typeInto('.how-many input', '11');
    expect(words(w)).toContain('a whole number from 12');
    button(w, 'Not now').click();
    await settled();
    button(w, 'It failed').click();
    await settled();
    // Some came up: that nothing did is no answer.
    expect(buttonsOf()).not.toContain('had a fair chance and did not come up');
    button(w, 'eaten').click();
    await settled();
    expect(desk.posted('/my/sowings/8/fate')).toMatchObject({ fate: 'eaten' });
  });

  it('says what was not taken and why, until it is thrown away', async () => {
    desk.answers['POST /my/loans/40/sowings'] = {
      status: 400,
      code: 'bad-input',
      errors: [{ path: 'seeds', message: 'only 7 seeds are left in the packet' }],
    };
    const w = await showMine(desk, MySeedView);
    const note = await desk.show(WaitingNote);
    button(w, 'I have sown it').click();
    await settled();
    button(w, 'All 27').click();
    await settled();
    await useMine().catchUp();
    await settled();
    expect(words(note)).toContain('Not taken: 27 sown. only 7 seeds are left in the packet');
    button(note, 'Throw it away').click();
    await settled();
    expect(words(note)).not.toContain('Not taken');
  });
});
