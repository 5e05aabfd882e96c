import { chromium, type Locator, type Page } from '@playwright/test';
import { findChromium } from '../scripts/chromium.mjs';

const place =
  (name: string) =>
  (page: Page): Locator =>
    page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: new RegExp(`^${name}`) });

/** What is clicked, one after the other. */
const CLICKS: readonly (readonly [string, (page: Page) => Locator])[] = [
  ['Lots', place('Lots')],
  ['Sowing', place('Sowing')],
  ['the season', (page) => page.getByRole('link', { name: 'Season', exact: true })],
  ['Tests', place('Tests')],
  ['Members', place('Members')],
  ['Renewals', place('Renewals')],
  ['Today', place('Today')],
];

/** Without a change for so long, a page is drawn. */
const STILL_MS = 300;

/** Notes when a click began and when the last change after it was drawn: a message that is sent as a frame begins comes once it was painted. */
const WATCH = `
  let began = 0;
  let drawn = 0;
  let changed = 0;
  addEventListener('click', (e) => { began = drawn = changed = e.timeStamp; }, { capture: true });
  new MutationObserver(() => {
    changed = performance.now();
    requestAnimationFrame(() => {
      const painted = new MessageChannel();
      painted.port1.onmessage = () => { drawn = Math.max(drawn, performance.now()); };
      painted.port2.postMessage(null);
    });
  }).observe(document, { childList: true, subtree: true, characterData: true, attributes: true });
  globalThis.drawnAfter = async () => {
    while (performance.now() - changed < ${String(STILL_MS)}) await new Promise((r) => setTimeout(r, 20));
    return drawn - began;
  };
`;

/** Every place visited some times in a browser; the middle of the milliseconds from the click until it is drawn, by name. Null without a browser. */
export async function pageChanges(base: string): Promise<Map<string, number> | null> {
  const executablePath = findChromium();
  if (executablePath === undefined) return null;
  const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu'] });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
    await page.addInitScript(WATCH);
    await page.goto(`${base}/today`);
    await page.waitForLoadState('networkidle');
    const took = new Map<string, number[]>(CLICKS.map(([name]) => [name, []]));
    for (let round = 0; round < 10; round++) {
      for (const [name, what] of CLICKS) {
        await what(page).click();
        const ms = await page.evaluate('drawnAfter()');
        // The first visits load the code of a place, and warm the machine.
        if (round >= 2) took.get(name)?.push(ms as number);
      }
    }
    return new Map([...took].map(([name, ms]) => [name, ms.sort((a, b) => a - b)[Math.floor(ms.length / 2)] as number]));
  } finally {
    await browser.close();
  }
}
