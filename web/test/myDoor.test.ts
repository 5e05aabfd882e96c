// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import EnterView from '../src/my/EnterView.vue';
import { eachDesk, settled, words } from './desk.ts';
import { buttonsOf, foundOf, pageOf, typeInto } from './myPage.ts';

const desk = eachDesk();

describe('the door', () => {
  it('sends nothing that is no card, and says what a refused one means', async () => {
    desk.answers['GET /my'] = { status: 401, code: 'sign-in-needed', detail: 'Nobody is signed in on this phone.' };
    desk.answers['POST /my/enter'] = { status: 401, code: 'wrong-sign-in', detail: 'This card or link opens nothing any more.' };
    const w = await desk.show(EnterView, { problem: null });
    await typeInto('#code', 'TM-123K');
    await w.find('form').trigger('submit');
    expect(words(w)).toContain('That is not the code of a card');
    expect(desk.posted('/my/enter')).toBeUndefined();
    await typeInto('#code', 'abcd efgh jkmn pqrs tvwx yz01 23');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/my/enter')).toEqual({ code: 'abcd efgh jkmn pqrs tvwx yz01 23' });
    expect(words(w)).toContain('opens nothing any more');
  });

  it('shows what may be lent where the library shows it to everybody, to be looked through but not asked for', async () => {
    const library = pageOf().library;
    desk.answers['GET /public/find'] = { library, varieties: [foundOf({ cautions: ['Careful'] })], more: false };
    desk.answers['GET /public/find?q=weir'] = { library, varieties: [foundOf({ variety: 'Weir Keeper' })], more: false };
    const w = await desk.show(EnterView, { problem: null });
    await vi.waitFor(() => {
      expect(words(w)).toContain('Marl Pit Keeper onion 88 in 100 alive; sow 2 for each plant Careful');
    });
    expect(buttonsOf()).not.toContain('Ask');
    await typeInto('input[type=search]', 'weir');
    await vi.waitFor(() => {
      expect(words(w)).toContain('Weir Keeper');
    });
    expect(desk.calls.at(-1)?.path).toBe('/public/find?q=weir');
  });
});
