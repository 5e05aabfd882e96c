import bwipjs from 'bwip-js/node';
import { type Browser, chromium } from '@playwright/test';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findChromium } from '../scripts/chromium.mjs';
import { expect, test } from './desk.ts';
import { makeCard } from './phone.ts';

const [WIDTH, HEIGHT] = [640, 480];
const [LIGHT, DARK, GREY] = [235, 16, 128];
const FRAMES = 4;

/** What a camera sees that is held before a code: a film of a few pictures (YUV4MPEG2), without colour. */
function film(bcid: string, text: string): Buffer {
  const [code] = bwipjs.raw({ bcid, text }) as unknown as { pixs: number[]; pixx: number; pixy: number }[];
  const { pixs, pixx, pixy } = code!;
  const scale = Math.floor((HEIGHT * 0.7) / pixy);
  const [left, top] = [Math.floor((WIDTH - pixx * scale) / 2), Math.floor((HEIGHT - pixy * scale) / 2)];
  const seen = Buffer.alloc(WIDTH * HEIGHT, LIGHT);
  for (let y = 0; y < pixy * scale; y++) {
    for (let x = 0; x < pixx * scale; x++) {
      if (pixs[Math.floor(y / scale) * pixx + Math.floor(x / scale)] === 1) seen[(top + y) * WIDTH + left + x] = DARK;
    }
  }
  const frame = Buffer.concat([Buffer.from('FRAME\n'), seen, Buffer.alloc((WIDTH * HEIGHT) / 2, GREY)]);
  const head = Buffer.from(`YUV4MPEG2 W${String(WIDTH)} H${String(HEIGHT)} F10:1 Ip A1:1 C420jpeg\n`);
  return Buffer.concat([head, ...Array<Buffer>(FRAMES).fill(frame)]);
}

/** A browser whose camera is held before a code. */
async function before(bcid: string, text: string, does: (browser: Browser) => Promise<void>): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'esprel-camera-'));
  const file = join(folder, 'seen.y4m');
  writeFileSync(file, film(bcid, text));
  const browser = await chromium.launch({
    executablePath: findChromium(),
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${file}`,
    ],
  });
  try {
    await does(browser);
  } finally {
    await browser.close();
    rmSync(folder, { recursive: true });
  }
}

test('a camera that is held before a card opens its page on a phone, and before an envelope its lot at the desk', async ({
  page,
  desk,
}) => {
  const { members } = (await (await page.request.get(`${desk.base}/api/members`)).json()) as { members: { id: number; name: string }[] };
  const member = members[0]!;
  const code = await makeCard(page, desk, member.id);
  await before('qrcode', `https://seed.example/my/#${code}`, async (browser) => {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
    const phone = await context.newPage();
    await phone.goto(`${desk.base}/my/`);
    await phone.getByRole('button', { name: 'Open the camera' }).tap();
    await expect(phone.getByRole('heading', { name: 'My seed' })).toBeVisible();
    // Somebody's card at the desk opens the member.
    const atDesk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await atDesk.goto(`${desk.base}/today`);
    await atDesk.getByRole('button', { name: 'Read a code with the camera' }).click();
    await atDesk.getByRole('dialog').getByRole('button', { name: 'Open the camera' }).click();
    await expect(atDesk.getByRole('heading', { level: 1, name: member.name })).toBeVisible();
    await expect(atDesk.getByText('Scan packets now')).toBeVisible();
  });
  const { lots } = (await (await page.request.get(`${desk.base}/api/lots?limit=1`)).json()) as { lots: { code: string }[] };
  await before('datamatrix', lots[0]!.code, async (browser) => {
    const atDesk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await atDesk.goto(`${desk.base}/today`);
    await atDesk.getByRole('button', { name: 'Read a code with the camera' }).click();
    await atDesk.getByRole('dialog').getByRole('button', { name: 'Open the camera' }).click();
    await expect(atDesk).toHaveURL(new RegExp(`/lots/${lots[0]!.code}$`));
  });
});
