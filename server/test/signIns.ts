import { expect } from 'vitest';
import { accessApi } from '@esprel/core/api';
import type { Answer, TestLibrary } from './library.ts';

export const PASSPHRASE = 'grey kettle on the shelf';

/** A browser that carries what it was given, and says where it is. */
export interface Browser {
  cookie: string;
  /** What the last answer gave it to carry, whole. */
  given: string;
  readonly send: (method: string, path: string, body?: unknown, headers?: Record<string, string>) => Promise<Answer<any>>;
}

/** A browser beyond the computer itself; `from` is its address, as the program that passes its requests on says. */
export function browserOf(library: TestLibrary, from: string | null = '192.0.2.7'): Browser {
  const browser: Browser = {
    cookie: '',
    given: '',
    send: async (method, path, body, headers = {}) => {
      const response = await fetch(`${library.base}/api${path}`, {
        method,
        headers: {
          'Content-Type': 'application/json',
          ...(from === null ? {} : { 'X-Forwarded-For': from }),
          ...(browser.cookie === '' ? {} : { Cookie: browser.cookie }),
          ...headers,
        },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
      const [given] = response.headers.getSetCookie();
      if (given !== undefined) {
        browser.given = given;
        browser.cookie = given.startsWith('esprel=;') ? '' : (given.split(';')[0] ?? '');
      }
      const text = await response.text();
      const type = response.headers.get('content-type') ?? '';
      return { status: response.status, type, body: type.includes('json') ? JSON.parse(text) : text };
    },
  };
  return browser;
}

/** Makes the first coordinator on the computer itself, and answers their browser. */
export async function withCoordinator(library: TestLibrary, name = 'Ottilie Vane'): Promise<Browser> {
  const browser = browserOf(library, null);
  const made = await browser.send('POST', accessApi.first.path, { name, passphrase: PASSPHRASE });
  expect([made.status, made.body.state]).toEqual([200, 'signed-in']);
  return browser;
}

export async function signIn(library: TestLibrary, name: string, passphrase = PASSPHRASE): Promise<Browser> {
  const browser = browserOf(library);
  const answer = await browser.send('POST', accessApi.signIn.path, { name, passphrase });
  expect([answer.status, answer.body.state]).toEqual([200, 'signed-in']);
  return browser;
}

/** Somebody at the desk with a passphrase of their own, and their browser. */
export async function withPerson(library: TestLibrary, coordinator: Browser, name: string, role = 'volunteer'): Promise<Browser> {
  const { id } = (await coordinator.send('POST', '/people', { name, role })).body as { id: number };
  expect((await coordinator.send('POST', `/people/${String(id)}/passphrase`, { passphrase: PASSPHRASE })).status).toBe(200);
  return signIn(library, name);
}
