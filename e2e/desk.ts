import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
export const DEMO_TODAY = '2027-03-14';

/** The demo library, made once before the tests and copied for each. */
export const DEMO_LIBRARY = join(ROOT, '.tmp', 'demo');

export function run(program: string, env: Record<string, string>): ChildProcess {
  return spawn(process.execPath, [join(ROOT, program)], {
    cwd: ROOT,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
}

export interface Desk {
  readonly base: string;
  /** Ends the server as a power cut would, and starts it again on the same file and port. */
  readonly restart: (today?: string) => Promise<void>;
  readonly stop: () => Promise<void>;
}

async function serve(folder: string, port: number, today: string): Promise<{ child: ChildProcess; base: string }> {
  const child = run('server/dist/main.js', { ESPREL_DATA: folder, ESPREL_TODAY: today, PORT: String(port), HOST: '127.0.0.1' });
  const base = await new Promise<string>((resolve, reject) => {
    let said = '';
    child.stdout?.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const at = /http:\/\/\S+/.exec(said);
      if (at) resolve(at[0]);
    });
    child.once('exit', () => {
      reject(new Error('the server ended before it listened'));
    });
  });
  return { child, base };
}

async function openDesk(demo: boolean): Promise<Desk & { readonly close: () => Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), 'esprel-desk-'));
  if (demo) cpSync(DEMO_LIBRARY, folder, { recursive: true });
  let running = await serve(folder, 0, DEMO_TODAY);
  const { base } = running;
  const stop = async (): Promise<void> => {
    if (running.child.exitCode !== null || running.child.signalCode !== null) return;
    const ended = new Promise((resolve) => running.child.once('exit', resolve));
    running.child.kill('SIGKILL');
    await ended;
  };
  return {
    base,
    stop,
    restart: async (today = DEMO_TODAY) => {
      await stop();
      running = await serve(folder, Number(new URL(base).port), today);
    },
    close: async () => {
      await stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/**
 * `desk` is the demo library, `emptyDesk` a library on its first day; each test has its own server and file. `shownDesk` is the demo for
 * tests that only look at it: those of one worker share it.
 */
export const test = base.extend<{ desk: Desk; emptyDesk: Desk; quiet: undefined }, { shownDesk: Desk }>({
  shownDesk: [
    async ({}, use) => {
      const desk = await openDesk(true);
      await use(desk);
      await desk.close();
    },
    { scope: 'worker' },
  ],
  desk: async ({}, use) => {
    const desk = await openDesk(true);
    await use(desk);
    await desk.close();
  },
  emptyDesk: async ({}, use) => {
    const desk = await openDesk(false);
    await use(desk);
    await desk.close();
  },
  // A page that throws or complains has failed, whatever it shows.
  quiet: [
    async ({ page }, use) => {
      const said: string[] = [];
      page.on('pageerror', (error) => said.push(error.message));
      page.on('console', (message) => {
        // The browser reports every refused request by itself; that the page says so is what the tests look at.
        if (message.type() === 'error' && !/Failed to load resource|net::ERR_/.test(message.text())) said.push(message.text());
      });
      await use(undefined);
      expect(said).toEqual([]);
    },
    { auto: true },
  ],
});
/** What the program answers, read beside the page. */
export async function api<T>(page: Page, desk: Pick<Desk, 'base'>, path: string): Promise<T> {
  return (await (await page.request.get(`${desk.base}/api${path}`)).json()) as T;
}

export { expect };

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What the accessibility rules (WCAG 2 A and AA) find wrong with what is shown now, in all of the page or in a part of it. */
export async function inaccessible(page: Page, where: string, part = 'html'): Promise<string[]> {
  await page.evaluate(AXE);
  // What is still fading in has not the colours that it will have.
  await page.evaluate(async () => {
    const passing = document.getAnimations().filter((a) => a.effect?.getComputedTiming().iterations !== Infinity);
    await Promise.allSettled(passing.map((a) => a.finished));
  });
  // Only what is wrong: telling in full what was right takes longer than finding it.
  const wrong = await page.evaluate(async (selector) => {
    const { axe } = window as unknown as { readonly axe: typeof import('axe-core') };
    const { violations } = await axe.run(selector, {
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'],
      resultTypes: ['violations'],
      // Style sheets and films are fetched again for two rules about things that are not here.
      preload: false,
    });
    return violations.map(
      (v) =>
        `${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 4)
          .join(' | ')}`,
    );
  }, part);
  return wrong.map((w) => `${where}: ${w}`);
}

/** Presses one key as a hand does, and lets the wait for a scanner pass. */
export async function press(page: Page, key: string): Promise<void> {
  await page.keyboard.press(key);
  await page.waitForTimeout(90);
}

/** Scans a code into whatever has the cursor: keys as fast as a scanner sends them, however busy this machine is. */
export async function scan(page: Page, text: string): Promise<void> {
  await page.evaluate((t) => {
    const start = performance.now();
    for (const [i, key] of [...t, 'Enter'].entries()) {
      const target = document.activeElement ?? document.body;
      const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
      Object.defineProperty(event, 'timeStamp', { value: start + 2 * i });
      target.dispatchEvent(event);
      if (key !== 'Enter' && target instanceof HTMLInputElement) {
        target.value += key;
        target.dispatchEvent(new Event('input', { bubbles: true }));
      }
    }
  }, text);
}

/** The line that says what was done last, with the button that takes it back. */
export function lastStep(page: Page): Locator {
  return page.locator('.step[role="status"]');
}

/** Chooses from a list that opens, as a hand does: a click on the field, a click on the words. */
export async function choose(page: Page, label: string, words: string): Promise<void> {
  await page.getByRole('combobox', { name: label, exact: true }).click();
  await page.getByRole('option', { name: words, exact: true }).click();
}
