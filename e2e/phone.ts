import type { Browser, BrowserContext, Page } from '@playwright/test';
import { type Desk, expect } from './desk.ts';

/** A phone, held in one hand. */
export async function phone(browser: Browser): Promise<{ readonly context: BrowserContext; readonly page: Page }> {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    reducedMotion: 'reduce',
  });
  return { context, page: await context.newPage() };
}

/** Makes a card for a member at the desk, and reads its code off the page. */
export async function makeCard(page: Page, desk: Desk, memberId: number): Promise<string> {
  await page.goto(`${desk.base}/members/${String(memberId)}`);
  await page.getByRole('button', { name: 'Make a card' }).click();
  await expect(page.getByText('The card is made.')).toBeVisible();
  const shown = (await page.getByText(/^[0-9A-Z]{4} [0-9A-Z]{4} [0-9A-Z]{4} /).textContent()) ?? '';
  return shown.replaceAll(' ', '');
}

/** Opens a member's page, and waits until all of it is on the phone. */
export async function goIn(on: Page, desk: Desk, code: string): Promise<void> {
  await on.goto(`${desk.base}/my/#${code}`);
  await expect(on.getByRole('heading', { name: 'My seed' })).toBeVisible();
  await on.evaluate(async () => {
    await navigator.serviceWorker.ready;
    if (!navigator.serviceWorker.controller) {
      await new Promise((resolve) => {
        navigator.serviceWorker.addEventListener('controllerchange', resolve, { once: true });
      });
    }
  });
}

const TABS = { 'My seed': /\/my\/$/, 'For seed': /\/my\/saving$/, Find: /\/my\/find$/, 'The library': /\/my\/library$/ } as const;
export async function tab(on: Page, name: keyof typeof TABS): Promise<void> {
  await on.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name }).tap();
  await expect(on).toHaveURL(TABS[name]);
}
