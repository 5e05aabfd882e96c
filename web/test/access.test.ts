// @vitest-environment happy-dom
import type { AccessState, Person } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import AccountPage from '../src/access/AccountPage.vue';
import { browserWords } from '../src/access/browserWords.ts';
import PeoplePage from '../src/access/PeoplePage.vue';
import SignInView from '../src/access/SignInView.vue';
import DeskPicker from '../src/app/DeskPicker.vue';
import { useAccess } from '../src/base/access.ts';
import { useSession } from '../src/base/session.ts';
import StepHistory from '../src/shared/StepHistory.vue';
import { button, eachDesk, errors, labelled, settled, type, words } from './desk.ts';

const desk = eachDesk();
const ottilie = { id: 1, name: 'Ottilie' };
const state = (over: Partial<AccessState>): AccessState => ({
  state: 'signed-in',
  libraryName: 'Osierbeck Valley Seed Library',
  standing: 'volunteer',
  person: ottilie,
  deskUntil: null,
  private: true,
  ...over,
});
const person = (over: Partial<Person> = {}): Person => ({
  ...ottilie,
  role: 'volunteer',
  passphraseSetOn: null,
  signIns: 0,
  version: 1,
  ...over,
});

describe('signing in', () => {
  const out = state({ state: 'signed-out', standing: 'nobody', person: null });

  it('says what is wrong, forgets the passphrase and keeps the name', async () => {
    desk.answers['GET /access'] = out;
    desk.answers['POST /access/sign-in'] = { status: 401, code: 'wrong-sign-in', detail: 'Name or passphrase is not right.' };
    const w = await desk.show(SignInView);
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toEqual(['give the name', 'give the passphrase']);
    await type(labelled(w, 'Name'), 'Ottilie');
    await type(labelled(w, 'Passphrase'), 'not that one');
    await w.find('form').trigger('submit');
    await settled();
    expect(words(w)).toContain('Name or passphrase is not right.');
    expect([labelled(w, 'Name').value, labelled(w, 'Passphrase').value]).toEqual(['Ottilie', '']);
    // Nothing of it is kept in the browser.
    expect(JSON.stringify(localStorage)).not.toContain('not that one');
  });

  it('warns where others could read along, and says what to do where nobody is let in', async () => {
    desk.answers['GET /access'] = { ...out, private: false };
    expect(words(await desk.show(SignInView))).toContain('This page comes unencrypted');
    desk.answers['GET /access'] = { ...out, state: 'closed', private: false };
    await useAccess().load();
    const w = await desk.show(SignInView);
    expect(words(w)).toContain('lets nobody in over the network yet');
    expect(w.find('form').exists()).toBe(false);
  });
});

describe('who is at the desk', () => {
  it('is whoever is signed in; a volunteer unlocks nothing', async () => {
    desk.answers['GET /access'] = state({});
    const w = await desk.show(DeskPicker);
    expect(words(w)).toContain('Ottilie');
    await w.find('.who').trigger('click');
    await settled();
    expect(document.body.textContent).toContain('taking back the own steps');
    expect(document.body.textContent).not.toContain('Unlock this desk');
    expect(document.body.textContent).not.toContain('Somebody new');
  });

  it('at an unlocked desk is chosen by name, on the server', async () => {
    desk.answers['GET /access'] = state({ person: null, deskUntil: '2027-03-15T03:00:00.000Z' });
    desk.answers['POST /access/sit'] = state({ deskUntil: '2027-03-15T03:00:00.000Z' });
    const w = await desk.show(DeskPicker);
    expect(words(w)).toContain('choose your name');
    await w.find('.who').trigger('click');
    await settled();
    [...document.querySelectorAll<HTMLButtonElement>('.choice')].find((b) => b.textContent.trim() === 'Ottilie')?.click();
    await settled();
    expect(desk.posted('/access/sit')).toEqual({ personId: 1 });
    expect(words(w)).toContain('Ottilie');
  });
});

describe('people', () => {
  it('begin with a first coordinator, whose passphrase is worth one', async () => {
    desk.answers['GET /people'] = { people: [] };
    desk.answers['POST /access/first'] = state({ standing: 'coordinator' });
    const w = await desk.show(PeoplePage);
    await type(labelled(w, 'Your name'), 'Ottilie');
    await type(labelled(w, 'A passphrase'), 'too short');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toEqual(['is too short; 12 characters at least, such as four words']);
    await type(labelled(w, 'A passphrase'), 'grey kettle on the shelf');
    await w.find('form').trigger('submit');
    await settled();
    expect(desk.posted('/access/first')).toEqual({ name: 'Ottilie', passphrase: 'grey kettle on the shelf' });
    expect(words(w)).not.toContain('Everything is open');
  });

  it('are given passphrases, and signed out', async () => {
    desk.answers['GET /access'] = state({ standing: 'coordinator' });
    desk.answers['GET /people'] = { people: [person({ passphraseSetOn: '2027-03-01', signIns: 2 })] };
    desk.answers['POST /people/1/passphrase'] = { people: [] };
    desk.answers['POST /people/1/sign-out'] = { people: [] };
    const w = await desk.show(PeoplePage);
    expect(words(w)).toContain('in 2 places');
    button(w, 'New passphrase').click();
    await settled();
    await type(labelled(w, 'Passphrase'), 'ten peas rolled away');
    await w.find('form.give').trigger('submit');
    await settled();
    expect(desk.posted('/people/1/passphrase')).toEqual({ passphrase: 'ten peas rolled away' });
    expect(words(w)).toContain('Ottilie has a new passphrase');
    button(w, 'Sign out everywhere: Ottilie').click();
    await settled();
    expect(desk.calls.some((c) => c.path === '/people/1/sign-out')).toBe(true);
  });
});

describe('the own page', () => {
  it('names the places where one is signed in, and puts a wrong old passphrase beside its field', async () => {
    desk.answers['GET /access'] = state({});
    const at = '2027-03-14T09:00:00.000Z';
    desk.answers['GET /access/sign-ins'] = {
      signIns: [{ id: 1, kind: 'person', device: 'Mozilla/5.0 (iPhone; …)', begunAt: at, seenAt: at, endsAt: at, here: true }],
    };
    desk.answers['POST /access/passphrase'] = {
      status: 400,
      code: 'bad-input',
      errors: [{ path: 'old', message: 'is not your passphrase' }],
    };
    const w = await desk.show(AccountPage);
    expect(words(w)).toContain('A telephone (iOS) here');
    await type(labelled(w, 'The one until now'), 'not that one at all');
    await type(labelled(w, 'The new one'), 'ten peas rolled away');
    await w.find('form').trigger('submit');
    await settled();
    expect(errors()).toEqual(['is not your passphrase']);
    expect(labelled(w, 'The new one').value).toBe('ten peas rolled away');
  });

  it.each([
    ['Mozilla/5.0 (X11; Linux x86_64)', 'A computer with Linux'],
    ['Mozilla/5.0 (Linux; Android 15; Pixel) Mobile', 'A telephone (Android)'],
    ['curl/8.0', 'Another program'],
  ])('calls %s by what it is', (device, expected) => {
    expect(browserWords(device)).toBe(expected);
  });
});

it('a volunteer is offered to take back the own steps, and nobody a note', async () => {
  desk.answers['GET /access'] = state({});
  const step = (id: number, by: string | null, note: 0 | 1 = 0) =>
    ({ id, at: '', day: '2027-03-14', person: by, kind: 'x', summary: `step ${String(id)}`, undoes: null, undoneBy: null, note }) as const;
  const w = await desk.show(StepHistory, { steps: [step(1, 'Ottilie'), step(2, 'Tob'), step(3, null), step(4, 'Ottilie', 1)] });
  expect(w.findAll('button').map((b) => b.attributes('aria-label'))).toEqual(['Take back: step 1', 'Take back: step 3']);
});

it('a server that asks who this is is not away, and one that was away when the page was opened is asked again', async () => {
  await desk.show(DeskPicker);
  desk.answers['GET /session'] = { status: 401, code: 'sign-in-needed', detail: 'Sign in first.' };
  await useSession().load();
  expect([useSession().unreached, useAccess().ended]).toEqual([false, true]);
  useAccess().access = null;
  desk.answers['GET /access'] = state({ state: 'signed-out', standing: 'nobody', person: null });
  await useSession().load();
  await settled();
  expect(useAccess().shut).toBe(true);
});
