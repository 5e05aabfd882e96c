/* global document -- in the page */
// The pictures of the help, each with numbers where its steps belong; the program itself says which there are and where the numbers go.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './install.mjs';

/** Takes every picture of the help into web/public/help; `placed` puts what a demo library has in the place of a word in capitals. */
export async function takeHelpShots(page, base, placed) {
  const out = join(ROOT, 'web', 'public', 'help');
  mkdirSync(out, { recursive: true });
  await page.setViewportSize({ width: 1040, height: 650 });
  await page.goto(`${base}/help`);
  await page.locator('[data-how-to]').first().waitFor();
  const howTos = [];
  for (const line of await page.locator('[data-how-to]').all()) {
    await line.getByRole('button').first().click();
    howTos.push({
      id: await line.getAttribute('data-how-to'),
      demo: await line.getAttribute('data-demo'),
      marks: await line.locator('.how > ol > li').evaluateAll((steps) => steps.map((s) => s.getAttribute('data-at'))),
    });
  }
  const missing = [];
  for (const { id, demo, marks } of howTos) {
    const path = demo.replace(/[A-Z]{4,}/g, (word) => placed[word] ?? word);
    await page.goto(base + path);
    await page.waitForLoadState('networkidle');
    await page.waitForTimeout(700);
    const lost = await page.evaluate((at) => {
      const lost = [];
      at.forEach((selector, i) => {
        if (selector === null) return;
        // The first that is seen of what a selector finds.
        const found = [...document.querySelectorAll(selector)].find((e) => e.getBoundingClientRect().width > 0);
        if (!found) {
          lost.push(selector);
          return;
        }
        const box = found.getBoundingClientRect();
        const mark = document.createElement('span');
        mark.textContent = String(i + 1);
        mark.style.cssText = `position:fixed;z-index:9999;left:${Math.max(4, box.left - 22)}px;top:${Math.max(4, Math.min(616, box.top - 12))}px;width:28px;height:28px;border-radius:50%;background:#a63d2f;color:#fff;font:700 17px/28px sans-serif;text-align:center;box-shadow:0 0 0 3px #fffefb`;
        document.body.append(mark);
      });
      return lost;
    }, marks);
    missing.push(...lost.map((s) => `${id}: ${s}`));
    await page.screenshot({ path: join(out, `${id}.jpg`), type: 'jpeg', quality: 62 });
    console.log(`web/public/help/${id}.jpg`);
  }
  if (missing.length > 0) console.log(`Nothing found for these numbers:\n${missing.join('\n')}`);
}
