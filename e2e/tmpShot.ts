import { chromium } from '@playwright/test';
import { findChromium } from '../scripts/chromium.mjs';
const base = 'http://127.0.0.1:4998';
const b = await chromium.launch({ executablePath: findChromium() });
const p = await b.newPage({ viewport: { width: Number(process.env.W ?? 1280), height: Number(process.env.H ?? 800) } });
p.on('console', (m) => { if (m.type() === 'error' || m.type() === 'warning') console.log('console', m.text()); });
p.on('pageerror', (e) => console.log('pageerror', e.message));
let n = Number(process.env.N ?? 0);
for (const path of (process.env.PATHS ?? '/growing').split(' ')) {
  await p.goto(base + path); await p.waitForTimeout(1500);
  if (process.env.SCROLL) { await p.evaluate((y) => document.querySelectorAll('.sheet, .scrolls').forEach((e) => e.scrollTo(0, Number(y))), process.env.SCROLL); await p.waitForTimeout(300); }
  await p.screenshot({ path: `/tmp/w/g${n++}.png` });
}
await b.close();
