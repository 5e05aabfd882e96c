import type { Garden } from '@esprel/core/api';
import { mount, type VueWrapper } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, expect, vi } from 'vitest';
import type { Component } from 'vue';
import { createMemoryHistory, createRouter, type Router } from 'vue-router';
import { answerChecker } from '../../scripts/contract/answers.mjs';
import { kit } from '../src/app/kit.ts';
import { useAccess } from '../src/base/access.ts';
import { useSession } from '../src/base/session.ts';

export interface Call {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

export interface TestDesk {
  readonly calls: Call[];
  /** What the server answers, by "METHOD /path"; a function gets the body and may answer later. 404 for all else. */
  readonly answers: Record<string, unknown>;
  readonly router: Router;
  /** The body of the first change that was sent to this path. */
  readonly posted: (path: string) => Record<string, unknown>;
  readonly show: (component: Component, props?: Record<string, unknown>, path?: string) => Promise<VueWrapper>;
}

export const SETTINGS = {
  libraryName: 'Osierbeck Valley Seed Library',
  hemisphere: 'north',
  lastFrost: '04-27',
  lastFrostSdDays: 10,
  firstFrost: '10-14',
  firstFrostSdDays: 12,
  winterMinC: null,
  lendingThreshold: 0.7,
  temperatureUnit: 'C',
  lengthUnit: 'mm',
  massUnit: 'g',
  dateOrder: 'day-month',
  supplierC: 10,
  supplierRhPercent: 40,
  roomC: 17,
  roomRhPercent: 50,
} as const;

/** The library's own garden, as the server answers it. */
export const LIBRARY_GARDEN: Garden = {
  id: null,
  name: 'The library',
  memberId: null,
  member: null,
  hemisphere: 'north',
  shiftDays: null,
  frost: { last: '04-27', lastSdDays: 10, first: '10-14', firstSdDays: 12 },
  winterMinC: null,
  ownWinterMinC: null,
  spot: null,
  roomPlants: null,
  mostVarieties: null,
  cages: 0,
  practised: null,
  note: null,
  version: 1,
};

const shown: VueWrapper[] = [];

/** A test says of an answer what it is about; what it says is in the contract. */
let unlikeContract: ReturnType<typeof answerChecker> | null = null;
const unlike: string[] = [];
function hold(method: string, path: string, answer: object): void {
  const wrong = (unlikeContract ??= answerChecker({ partial: true }))(method, `/api${path}`, answer);
  if (wrong !== null) unlike.push(`${method} ${path} does not answer so: ${wrong}`);
}

/** A desk with a server of its own that answers what the test says, and a router that goes nowhere. */
function testDesk(): TestDesk {
  const pinia = createPinia();
  setActivePinia(pinia);
  localStorage.clear();
  const calls: Call[] = [];
  const answers: Record<string, unknown> = {
    'GET /access': {
      state: 'open',
      libraryName: SETTINGS.libraryName,
      standing: 'coordinator',
      person: null,
      deskUntil: null,
      private: true,
    },
    'GET /session': {
      today: '2027-03-14',
      demo: true,
      settings: SETTINGS,
      season: 'six weeks to the usual last frost',
      lastFrost: '2027-04-27',
      people: [{ id: 1, name: 'Ottilie' }],
      due: 3,
      late: 1,
      openTests: 2,
      stale: 0,
    },
  };
  vi.stubGlobal('fetch', (url: string, init: RequestInit = {}) => {
    const path = url.replace(/^\/api/, '');
    const method = init.method ?? 'GET';
    const body = typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : undefined;
    calls.push({ method, path, body });
    const answer = answers[`${method} ${path}`] ?? answers[`${method} ${path.split('?')[0] ?? ''}`];
    const value = typeof answer === 'function' ? (answer as (b: unknown) => unknown)(body) : answer;
    if (value === undefined)
      return Promise.resolve(new Response(JSON.stringify({ code: 'not-found', detail: 'There is no such thing.' }), { status: 404 }));
    return Promise.resolve(value).then((v) => {
      const { status } = v as { readonly status?: unknown };
      if (status === undefined) hold(method, path, v as object);
      return new Response(JSON.stringify(v), { status: typeof status === 'number' ? status : 200 });
    });
  });
  const nowhere = { template: '<p />' };
  const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/:rest(.*)*', component: nowhere }] });
  return {
    calls,
    answers,
    router,
    posted: (path) => calls.find((c) => c.method === 'POST' && c.path === path)?.body as Record<string, unknown>,
    show: async (component, props = {}, path = '/') => {
      await router.push(path);
      await useAccess().load();
      await useSession().load();
      const wrapper = mount(component, { props, attachTo: document.body, global: { plugins: [pinia, router, kit] } });
      shown.push(wrapper);
      await settled();
      return wrapper;
    },
  };
}

/** Chooses from a list that opens: the field named `label`, the option of these words. */
export async function choose(w: VueWrapper, label: string, words: string): Promise<void> {
  await w.find(`[role="combobox"][aria-label="${label}"]`).trigger('click');
  await settled();
  const option = [...document.querySelectorAll<HTMLElement>('[role="option"]')].find((o) => o.textContent.trim() === words);
  if (!option) throw new Error(`no option "${words}" of ${label}`);
  option.dispatchEvent(new MouseEvent('mousedown', { bubbles: true }));
  option.click();
  await settled();
}

/** A new desk for each test of a file, filled into one object; what it showed is taken down again. `prepare` sets answers for all. */
export function eachDesk(prepare: (desk: TestDesk) => void = () => undefined): TestDesk {
  const desk = {} as TestDesk;
  beforeEach(() => {
    Object.assign(desk, testDesk());
    prepare(desk);
  });
  afterEach(() => {
    for (const wrapper of shown.splice(0)) wrapper.unmount();
    document.body.innerHTML = '';
    vi.unstubAllGlobals();
    expect([...new Set(unlike.splice(0))]).toEqual([]);
  });
  return desk;
}

/** Lets every answer that is on its way arrive. */
export async function settled(): Promise<void> {
  for (let i = 0; i < 6; i++) await new Promise((resolve) => setTimeout(resolve, 0));
}

/** The control that a label names, as a person or a screen reader finds it. */
export function labelled<E extends HTMLElement = HTMLInputElement>(wrapper: VueWrapper, label: string): E {
  const found = [...wrapper.element.ownerDocument.querySelectorAll('label')].find((l) => l.textContent?.trim().startsWith(label));
  const control = found ? document.getElementById(found.htmlFor) : null;
  if (!control) throw new Error(`nothing is labelled "${label}"`);
  return control as E;
}

export function button(wrapper: VueWrapper, name: string): HTMLButtonElement {
  const all = [...wrapper.element.ownerDocument.querySelectorAll('button')];
  const found = all.find((b) => (b.getAttribute('aria-label') ?? b.textContent ?? '').replace(/\s+/g, ' ').trim().startsWith(name));
  if (!found) throw new Error(`no button "${name}"; there are: ${all.map((b) => b.textContent?.trim()).join(', ')}`);
  return found;
}

export async function type(input: HTMLInputElement, text: string): Promise<void> {
  input.value = text;
  input.dispatchEvent(new Event('input', { bubbles: true }));
  await settled();
}

/** Every error that is shown and read out now. */
export function errors(): string[] {
  return [...document.querySelectorAll('[role="alert"]')].map((e) => e.textContent?.trim() ?? '').filter((t) => t !== '');
}

/** What is shown, with line breaks and runs of spaces as the eye takes them. */
export function words(wrapper: { text: () => string }): string {
  return wrapper.text().replace(/\s+/g, ' ');
}
