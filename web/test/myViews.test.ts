// @vitest-environment happy-dom
import type { FoundVariety, MyAsk, MySaving } from '@esprel/core/api';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import EnterView from '../src/my/EnterView.vue';
import FindView from '../src/my/FindView.vue';
import LibraryView from '../src/my/LibraryView.vue';
import MySeedView from '../src/my/MySeedView.vue';
import SaidLast from '../src/my/SaidLast.vue';
import SavingView from '../src/my/SavingView.vue';
import { useMine } from '../src/my/useMine.ts';
import WaitingNote from '../src/my/WaitingNote.vue';
import { button, eachDesk, settled, words } from './desk.ts';
import { packetOf, pageOf } from './myPage.ts';

const desk = eachDesk((d) => {
  d.answers['GET /my'] = pageOf();
});
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['Date'], now: new Date(2027, 2, 21, 12) });
});

/** Shows a view of a member who is in. */
async function show(view: Parameters<typeof desk.show>[0], props: Record<string, unknown> = {}) {
  await useMine().catchUp();
  return desk.show(view, props);
}
const type = async (selector: string, text: string): Promise<void> => {
  const field = document.querySelector<HTMLInputElement>(selector)!;
  field.value = text;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  await settled();
};
const buttons = (of: ParentNode = document): string[] => [...of.querySelectorAll('button')].map((b) => b.textContent.trim());

describe('my seed', () => {
  it('has what wants something today first, and only how to do the rest', async () => {
    const bean = packetOf({ loanId: 41, variety: 'Old Schoolhouse', crop: 'Climbing bean' });
    const later = { ...bean.facts, window: { from: '2027-05-08', target: '2027-05-15', to: '2027-06-10', way: 'direct' as const } };
    desk.answers['GET /my'] = pageOf({ packets: [{ ...bean, facts: later }, packetOf()] });
    const w = await show(MySeedView);
    const cards = w.findAll('article');
    expect(cards.map((c) => c.find('h2').text())).toEqual(['Tollgate Red tomato, 27 seeds', 'Old Schoolhouse climbing bean, 27 seeds']);
    expect(words(w)).toContain('Sow now, until 3 April.');
    expect(cards.map((c) => buttons(c.element))).toEqual([['I have sown it', 'How'], ['How']]);
  });

  it('shows a name that is script as the letters that it is', async () => {
    const name = '<img src=x onerror="document.title=1">';
    desk.answers['GET /my'] = pageOf({ packets: [packetOf({ variety: name })] });
    const w = await show(MySeedView);
    expect([w.find('h2').text().startsWith(name), w.find('article img').exists()]).toEqual([true, false]);
  });

  it('takes two taps for sown, and as many to take it back', async () => {
    desk.answers['POST /my/loans/40/sowings'] = () => new Promise(() => undefined);
    const w = await show(MySeedView);
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
    const w = await show(MySeedView);
    button(w, 'I have sown it').click();
    await settled();
    await type('.how-many input', '28');
    expect(words(w)).toContain('27 at most');
    await type('.how-many input', 'a few');
    expect(words(w)).toContain('a whole number from 1');
    await w.find('form').trigger('submit');
    expect(desk.posted('/my/loans/40/sowings')).toBeUndefined();
  });

  it('asks how many are up, and what happened; never fewer than there were', async () => {
    const sown = { id: 8, seeds: 20, sownOn: '2027-03-02', emerged: 12, fate: null, undo: 5 };
    desk.answers['GET /my'] = pageOf({ packets: [packetOf({ left: 0, sowings: [sown] })] });
    desk.answers['POST /my/sowings/8/fate'] = { id: 8, step: { id: 6, summary: '' } };
    const w = await show(MySeedView);
    expect(words(w)).toContain('12 of 20 are up.');
    button(w, 'Count again').click();
    await settled();
    await type('.how-many input', '11');
    expect(words(w)).toContain('a whole number from 12');
    button(w, 'Not now').click();
    await settled();
    button(w, 'It failed').click();
    await settled();
    // Some came up: that nothing did is no answer.
    expect(buttons()).not.toContain('had a fair chance and did not come up');
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
    const w = await show(MySeedView);
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

describe('growing for seed', () => {
  const step = (key: 'plant-out' | 'take-out' | 'near', from: string, question: 'plants' | 'taken-out' | 'near') => ({
    key,
    title: { 'plant-out': 'Plant out', 'take-out': 'Take out what looks different', near: 'Note what flowers near it' }[key],
    detail: 'as it says',
    question,
    from,
    choices: [],
    cautions: [],
  });
  const saving: MySaving = {
    loanId: 40,
    variety: 'Tollgate Red',
    crop: 'Tomato',
    promise: 'amount',
    promisedSeeds: 80,
    dueOn: '2027-11-20',
    plantsWords: '20 plants would do well; 5 at the least.',
    warning: 'A hybrid: its seed will not come true.',
    cautions: [],
    steps: [step('plant-out', '2027-03-10', 'plants'), step('take-out', '2027-05-20', 'taken-out'), step('near', '2027-06-01', 'near')],
    done: [],
    sowings: [{ id: 8, seeds: 24, sownOn: '2027-03-02', emerged: 20, fate: null, undo: null }],
  };

  it('asks one thing at a time, of the step whose time has come', async () => {
    desk.answers['GET /my'] = pageOf({ saving: [saving] });
    desk.answers['PUT /my/loans/40/saving'] = () => new Promise(() => undefined);
    const w = await show(SavingView);
    const said = words(w);
    for (const part of ['Promised: 80 seeds by 20 November.', 'A hybrid', 'Sown 2 March', '20 of 24 up']) expect(said).toContain(part);
    expect(buttons()).toEqual(['Say how many', 'Not yet']);
    button(w, 'Say how many').click();
    await settled();
    await w.find('form').trigger('submit');
    expect(words(w)).toContain('Say how many plants stand.');
    await type('form input', '10');
    await w.find('form').trigger('submit');
    await settled();
    const put = desk.calls.find((c) => c.method === 'PUT');
    expect(put).toMatchObject({ path: '/my/loans/40/saving', body: { step: 'plant-out', plants: 10, taken: null } });
    expect(words(w)).toContain('Planted out 21 March');
  });

  it('does not believe that more were taken out than stood', async () => {
    const done = {
      step: 'plant-out',
      doneOn: '2027-03-20',
      plants: 10,
      taken: null,
      apart: null,
      nearM: null,
      how: null,
      grams: null,
      note: null,
      photo: null,
      undo: 3,
    } as const;
    desk.answers['GET /my'] = pageOf({ saving: [{ ...saving, done: [done] }] });
    const w = await show(SavingView);
    button(w, 'Some').click();
    await settled();
    const [stood, out] = w.findAll('form input');
    await stood!.setValue('5');
    await out!.setValue('9');
    await w.find('form').trigger('submit');
    expect(words(w)).toContain('Only 5 plants stood there.');
    expect(desk.calls.some((c) => c.method === 'PUT')).toBe(false);
  });

  it('lists what there is where it is more than one, with what comes next', async () => {
    desk.answers['GET /my'] = pageOf({ saving: [saving, { ...saving, loanId: 41, variety: 'Weir Keeper', sowings: [] }] });
    const w = await show(SavingView);
    expect(words(w)).toContain('Next: plant out.');
    expect(words(w)).toContain('To be sown first.');
  });
});

describe('find', () => {
  const found = (over: Partial<FoundVariety> = {}): FoundVariety => ({
    varietyId: 3,
    variety: 'Marl Pit Keeper',
    crop: 'Onion (bulb)',
    difficulty: 'easy',
    alive: 0.88,
    perCell: 2,
    unit: 'seed',
    sowNow: true,
    state: 'ask',
    waiting: 0,
    plantsLeast: 20,
    years: 2,
    cautions: [],
    ...over,
  });

  it('says what each would mean, and asks, waits or offers in one tap', async () => {
    desk.answers['GET /my/find'] = {
      varieties: [
        found(),
        found({ varietyId: 4, variety: 'Early', state: 'wait', waiting: 2 }),
        found({ varietyId: 5, variety: 'Weir Keeper', state: 'grow' }),
      ],
      more: false,
    };
    desk.answers['POST /my/asks'] = { id: 9, step: { id: 1, summary: '' } };
    const w = await show(FindView);
    await settled();
    const said = words(w);
    for (const part of [
      '88 in 100 alive; put 2 in each cell',
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
    desk.answers['GET /my/find?what=easy'] = { varieties: [found({ variety: 'Easy one' })], more: false };
    const w = await show(FindView);
    button(w, 'Easy to save').click();
    await settled();
    expect(words(w)).toContain('Easy one');
    slow({ varieties: [found({ variety: 'Late answer' })], more: false });
    await settled();
    expect([words(w).includes('Late answer'), words(w).includes('Easy one')]).toEqual([false, true]);
  });

  it('shows what was found last where there is no network, and says so', async () => {
    desk.answers['GET /my/find'] = { varieties: [found()], more: false };
    const w = await show(FindView);
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
      returns: [{ code: 'TM-1', variety: 'Lantern', crop: 'Tomato', year: 2025, seeds: 200, gardens: 6, alive: 0.91, waits: false }],
    });
    const w = await show(LibraryView);
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
    const w = await show(LibraryView);
    button(w, 'Change this').click();
    await settled();
    await w.find('#agree-packets').setValue(true);
    await w.find('form').trigger('submit');
    expect(words(w)).toContain('Say first how you can be reached.');
    await type('#fact-email', 'brisa');
    await w.find('form').trigger('submit');
    expect(words(w)).toContain('This is no e-mail address');
    await type('#fact-email', 'brisa@post.example');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.calls.find((c) => c.method === 'PATCH')?.body).toMatchObject({
      email: 'brisa@post.example',
      consentFor: ['packets'],
      version: 3,
    });
  });
});

describe('the door', () => {
  it('sends nothing that is no card, and says what a refused one means', async () => {
    desk.answers['GET /my'] = { status: 401, code: 'sign-in-needed', detail: 'Nobody is in here.' };
    desk.answers['POST /my/enter'] = { status: 401, code: 'wrong-sign-in', detail: 'This card or link opens nothing any more.' };
    const w = await desk.show(EnterView, { problem: null });
    await type('#code', 'TM-123K');
    await w.find('form').trigger('submit');
    expect(words(w)).toContain('That is not the code of a card');
    expect(desk.posted('/my/enter')).toBeUndefined();
    await type('#code', 'abcd efgh jkmn pqrs tvwx yz01 23');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/my/enter')).toEqual({ code: 'abcd efgh jkmn pqrs tvwx yz01 23' });
    expect(words(w)).toContain('opens nothing any more');
  });

  it('shows what may be lent where the library shows it to everybody', async () => {
    const variety = { varietyId: 3, variety: 'Marl Pit Keeper', crop: 'Onion', difficulty: 'easy', state: 'ask', cautions: ['Careful'] };
    desk.answers['GET /public/find'] = {
      library: { name: 'Osierbeck Seed Library' },
      varieties: [variety, { ...variety, varietyId: 4, variety: 'Gone', state: 'wait' }],
      more: false,
    };
    const w = await desk.show(EnterView, { problem: null });
    expect(words(w)).toContain('Marl Pit Keeper onion easy to save Careful');
    expect(words(w)).not.toContain('Gone');
  });
});
