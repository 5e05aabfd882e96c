// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import FindView from '../src/my/FindView.vue';
import { button, settled, words } from './desk.ts';
import { eachPhone, foundOf, showMine } from './myPage.ts';

const desk = eachPhone();

describe('find', () => {
  it('says what each would mean, and asks, waits or offers in one tap', async () => {
    desk.answers['GET /my/find'] = {
      varieties: [
        foundOf(),
        foundOf({ varietyId: 6, variety: 'Drover', alive: 0.37, perCell: null }),
        foundOf({ varietyId: 4, variety: 'Early', state: 'wait', waiting: 2 }),
        foundOf({ varietyId: 5, variety: 'Weir Keeper', state: 'grow' }),
      ],
      more: false,
    };
    desk.answers['POST /my/asks'] = { id: 9, step: { id: 1, summary: '' } };
    const w = await showMine(desk, FindView);
    await settled();
    const said = words(w);
    for (const part of [
      '88 in 100 alive; sow 2 for each plant',
      '37 in 100 alive; sow it thickly',
      'all packets are out; 2 others wait',
      'who can grow 20 plants for two years?',
    ])
      expect(said).toContain(part);
    for (const [words_, kind] of [
      ['Ask', 'ask'],
      ['Wait for it', 'wait'],
      ['I could', 'offer'],
    ] as const) {
      button(w, words_).click();
      await settled();
      expect(desk.calls.filter((c) => c.path === '/my/asks').at(-1)?.body).toMatchObject({ kind });
    }
  });

  it('keeps what was asked for last, whatever answers later', async () => {
    let slow: (v: unknown) => void = () => undefined;
    desk.answers['GET /my/find?what=now'] = () => new Promise((resolve) => (slow = resolve));
    desk.answers['GET /my/find?what=easy'] = { varieties: [foundOf({ variety: 'Easy one' })], more: false };
    const w = await showMine(desk, FindView);
    button(w, 'Easy to save').click();
    await settled();
    expect(words(w)).toContain('Easy one');
    slow({ varieties: [foundOf({ variety: 'Late answer' })], more: false });
    await settled();
    expect([words(w).includes('Late answer'), words(w).includes('Easy one')]).toEqual([false, true]);
  });

  it('shows what was found last where there is no network, and says so', async () => {
    desk.answers['GET /my/find'] = { varieties: [foundOf()], more: false };
    const w = await showMine(desk, FindView);
    await settled();
    w.unmount();
    const answer = desk.answers['GET /my/find'];
    desk.answers['GET /my/find'] = { status: 503, code: 'locked', detail: 'held' };
    const again = await desk.show(FindView);
    await settled();
    expect(words(again)).toContain('this is what was found here last');
    expect(words(again)).toContain('Marl Pit Keeper');
    desk.answers['GET /my/find'] = answer;
  });
});
