// The pictures of docs/screenshots, from the demo library at its fixed date.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { needChromium } from './chromium.mjs';
import { DEMO_TODAY } from './demoDay.mjs';
import { buildServer, buildWeb, program } from './build.mjs';
import { takeHelpShots } from './helpShots.mjs';
import { install, must, ROOT } from './install.mjs';

install();
await buildServer();
buildWeb();
const executablePath = needChromium();
const { chromium } = await import('@playwright/test');
const folder = mkdtempSync(join(tmpdir(), 'esprel-shots-'));
const out = join(ROOT, 'docs', 'screenshots');
mkdirSync(out, { recursive: true });

const [node, make] = program('demo', 'make');
must(node, make, { ESPREL_DATA: folder });
const [command, args] = program('server', 'main');
/** Serves the library in a folder; an empty one begins a library. */
async function serve(of) {
  const server = spawn(command, args, {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, ESPREL_DATA: of, ESPREL_TODAY: DEMO_TODAY, PORT: '0', HOST: '127.0.0.1' },
  });
  const base = await new Promise((resolve) => {
    let said = '';
    server.stdout.on('data', (chunk) => {
      said += chunk.toString();
      const at = /http:\/\/\S+/.exec(said);
      if (at) resolve(at[0]);
    });
  });
  return { server, base };
}
const { server, base } = await serve(folder);
const emptyFolder = mkdtempSync(join(tmpdir(), 'esprel-shots-'));
const empty = await serve(emptyFolder);

try {
  const ask = async (path) => (await fetch(`${base}/api${path}`)).json();
  const { lots } = await ask('/lots?limit=500');
  const dots = (lot, kind) => lot.picture.dots.filter((d) => d.kind === kind).length;
  const byDots = (rows) => [...rows].sort((a, b) => dots(b, 'test') * 2 + dots(b, 'sowing') - dots(a, 'test') * 2 - dots(a, 'sowing'));
  // A lot with a story: counted more than once, good enough to lend with a word.
  const told = byDots(lots.filter((l) => l.verdict === 'sow-thicker' && l.state === 'kept'))[0];
  const { tests } = await ask('/tests?state=open');
  const counted = [...tests].sort((a, b) => b.normal - a.normal)[0];
  const { members } = await ask('/members');
  // The member whose phone is shown: with a packet that lies ready, and one that goes through its second year.
  const member = members.find((m) => m.called !== null);
  // The crossing group that most wants looking at, opened where most would be crossed.
  const plan = await ask('/growing');
  const crossed = [...plan.patches].filter((p) => p.kind === 'seed').sort((a, b) => b.crossing.share - a.crossing.share)[0];
  const losing = (await ask('/renewals')).lots.slice(0, 4);
  const renewed = (await ask('/renewals/plan')).varieties.find((v) => v.rows.length > 0);
  const { varieties } = await ask('/varieties?limit=500');
  let register = varieties[0];
  for (const v of varieties) if ((await ask(`/varieties/${v.id}`)).variety.chosenEnvelopeId !== null) register = v;
  const laidOut = (await ask('/trays?state=planned')).trays[0];

  const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(
    (codes) => {
      localStorage.setItem('esprel.person', '1');
      localStorage.setItem('esprel.table', JSON.stringify(codes));
    },
    losing.map((l) => l.code),
  );

  /** A member's page on three phones beside each other. */
  async function phones() {
    const { cards } = await (
      await fetch(`${base}/api/members/cards`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ memberIds: [member.id] }),
      })
    ).json();
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true });
    const phone = await context.newPage();
    await phone.goto(`${base}/my/#${cards[0].code}`);
    await phone.getByRole('heading', { name: 'My seed' }).waitFor();
    const pictures = [];
    const take = async () => {
      await phone.waitForTimeout(500);
      pictures.push((await phone.screenshot()).toString('base64'));
    };
    await take();
    await phone.goto(`${base}/my/saving`);
    const second = phone.locator('.list a').filter({ hasText: 'kale' });
    if (await second.count()) await second.click();
    await take();
    await phone.goto(`${base}/my/find`);
    await phone.locator('ul[aria-busy=false] li').first().waitFor();
    await take();
    await context.close();
    await threePhones(pictures);
  }

  /** Three phones beside each other. */
  async function threePhones(pictures) {
    await page.setContent(
      `<body style="margin:0;background:#d8ccb8;display:flex;justify-content:center;gap:22px;padding:18px 0">${pictures
        .map((p) => `<img width="390" height="844" style="border-radius:26px" src="data:image/png;base64,${p}">`)
        .join('')}`,
    );
    await page.setViewportSize({ width: 1280, height: 880 });
  }

  /** What there is of people: a member, what is asked for, a message, and signing in. */
  async function people() {
    const pictures = [];
    const take = async (of) => {
      await of.waitForLoadState('networkidle');
      await of.waitForTimeout(500);
      pictures.push((await of.screenshot()).toString('base64'));
    };
    await page.goto(`${base}/members/${member.id}`);
    await take(page);
    const { asks } = await ask('/asks');
    await page.goto(`${base}/asks/${asks.find((a) => a.laid === null && a.kind === 'ask').id}`);
    await take(page);
    await page.goto(`${base}/messages`);
    await page.getByRole('button').filter({ hasText: 'by e-mail' }).first().click();
    await take(page);
    await fetch(`${empty.base}/api/access/first`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name: 'Ottilie Fernsby', passphrase: 'seven dry beans in a jar' }),
    });
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const door = await context.newPage();
    await door.goto(empty.base);
    await take(door);
    await context.close();
    await page.setContent(
      `<body style="margin:0;background:#d8ccb8;display:grid;grid-template-columns:1280px 1280px;gap:24px;padding:24px">${pictures
        .map((p) => `<img width="1280" height="800" src="data:image/png;base64,${p}">`)
        .join('')}`,
    );
    await page.setViewportSize({ width: 2632, height: 1672 });
  }

  /** The desk itself on a phone: what is due, a lot, a test that is counted. */
  async function deskOnPhone() {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true });
    const phone = await context.newPage();
    await phone.addInitScript(() => localStorage.setItem('esprel.person', '1'));
    const pictures = [];
    for (const path of ['/today', `/lots/${told.code}`, `/tests/${counted.id}`]) {
      await phone.goto(base + path);
      await phone.waitForLoadState('networkidle');
      await phone.waitForTimeout(600);
      pictures.push((await phone.screenshot()).toString('base64'));
    }
    await context.close();
    await threePhones(pictures);
  }

  /** A library on its first day, with two things done. */
  async function firstHour() {
    const send = (path, method, body) =>
      fetch(`${empty.base}/api${path}`, { method, headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
    const settings = await (await fetch(`${empty.base}/api/settings`)).json();
    await send('/settings', 'PUT', { ...settings, libraryName: 'Reedmace Seed Shelf', lastFrost: '05-02' });
    await page.goto(`${empty.base}/begin`);
    await page.waitForLoadState('networkidle');
  }

  /** A paper of practice, counted with a few mistakes. */
  async function practised() {
    await page.evaluate(() => {
      crypto.getRandomValues = (numbers) => numbers.fill(20_270_314);
    });
    await page.getByRole('button', { name: 'Lay a paper' }).click();
    const seeds = page.locator('.seed');
    await seeds.first().click();
    for (let i = 0; i < 50; i++) {
      const look = await seeds.nth(i).locator('g').first().getAttribute('class');
      const keys = {
        hard: 'f',
        swollen: 'f',
        'swollen-mouldy': 'm',
        mouldy: 'm',
        collapsed: 'm',
        empty: 'e',
        'no-root': 'a',
        glassy: 'a',
        'stubby-root': 'a',
      };
      if (i > 0 || keys[look] !== undefined) await page.keyboard.press(keys[look] ?? 's');
      else await page.keyboard.press('ArrowRight');
    }
    await page.getByRole('button', { name: 'Done: how was it?' }).click();
    await page.locator('.mistake').first().click();
  }

  /** A desk of the coming swap day, in a hall without a network. */
  async function hall() {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const desk = await context.newPage();
    const { desks } = (await ask('/swap')).days.find((d) => d.finishedOn === null);
    await desk.goto(`${base}/swap-desk/?desk=${desks[1].id}`);
    await desk.getByLabel('A word of the day').fill('marigold');
    await desk.getByRole('button', { name: 'Make it ready' }).click();
    await desk.getByText('Ready for no network').waitFor();
    await desk.getByRole('button', { name: 'To the desk' }).click();
    await context.setOffline(true);
    await desk.locator('#scan').fill(member.name);
    await desk.locator('.found button').first().click();
    for (const [name, crop, year, packets, seeds] of [
      ['flat purple beans of the weir', 'climbing bean', '2026', '2', 'about 20'],
      ['speckled butter', 'lettuce', '2025', '4', 'a pinch'],
      ['', '', '', '1', '12'],
      ['Tollgate Red', 'tomato', '2026', '6', '20'],
    ]) {
      await desk.getByLabel('Variety or nickname').fill(name);
      await desk.getByLabel('Crop', { exact: true }).fill(crop);
      await desk.getByLabel('Grown').fill(year);
      await desk.getByLabel('Packets', { exact: true }).fill(packets);
      await desk.getByLabel('Seeds in each').fill(seeds);
      await desk.getByRole('button', { name: name === '' ? 'No name' : 'Take it in' }).click();
      await desk.waitForTimeout(300);
    }
    const given = lots.filter((l) => l.verdict === 'lend' && l.state === 'kept');
    for (const i of [2, 9, 17, 23]) {
      await desk.locator('#scan').fill(given[i % given.length].code);
      await desk.locator('#scan').press('Enter');
      await desk.waitForTimeout(300);
    }
    await desk.getByRole('button', { name: 'For seed' }).nth(1).click();
    await desk.getByLabel('Variety or nickname').fill('flat white climbing beans');
    await desk.getByLabel('Grown').fill('2026');
    await desk.getByLabel('Packets', { exact: true }).fill('3');
    await desk.getByLabel('Seeds in each').fill('about 20');
    await desk.waitForTimeout(500);
    const picture = (await desk.screenshot()).toString('base64');
    await context.close();
    await page.setContent(
      `<body style="margin:0"><img width="1280" height="800" style="display:block" src="data:image/png;base64,${picture}">`,
    );
  }
  const over = (await ask('/swap')).days.find((d) => d.finishedOn !== null);

  const SHOTS = [
    ['begin', '/today', () => firstHour()],
    ['today', '/today'],
    ['lots', `/lots/${told.code}`],
    [
      'run',
      '/take-in',
      async () => {
        await page.getByLabel('Came from').fill('Spring swap at the mill hall');
        for (const [variety, crop, year, amount] of [
          ['Old Bell Red', 'Tomato', '2025', 'about 40'],
          ['flat dark beans from the mill garden', '', '?', '60'],
          ['Thimble Early', 'Radish', '2026', '2 g'],
          [`${register.name.slice(0, 3)}${register.name.slice(4)}`, '', '2024', '120'],
        ]) {
          await page.getByLabel('Variety or nickname').fill(variety);
          await page.locator('#run-crop').fill(crop);
          await page.locator('#run-year').fill(year);
          await page.getByLabel('Amount').fill(amount);
          await page.getByRole('button', { name: 'Take in' }).click();
          await page.waitForTimeout(700);
        }
        await page.getByLabel('Variety or nickname').fill('the tall runner beans by the gate');
        await page.waitForTimeout(600);
      },
    ],
    ['bench', '/tests'],
    ['test', `/tests/${counted.id}`],
    ['practice', '/tests/practice', () => practised()],
    ['tray', `/sowing/trays/${laidOut.id}`],
    ['people', '/members', () => people()],
    ['phone', '/today', () => phones()],
    ['desk-phone', '/today', () => deskOnPhone()],
    ['gardens', `/growing/${crossed.key}?group=${plan.group}&season=${plan.season}`],
    [
      'coming-home',
      `/members/${member.id}/coming-home`,
      async () => {
        await page
          .getByRole('button', { name: /^Brought: / })
          .first()
          .click();
        await page.getByLabel('How much').fill('120');
        await page.getByText('beetles or holes').click();
        await page.waitForTimeout(900);
        await page.getByText('A week in the freezer').first().scrollIntoViewIfNeeded();
      },
    ],
    ['labels', `/labels?codes=${[...new Set([told, ...byDots(lots).slice(0, 11)].map((l) => l.code))].join(',')}`],
    [
      'renewals',
      `/renewals/variety/${renewed.varietyId}`,
      // At rest, so that it is the same each time.
      () => page.getByText(/Nothing keeps more|found in the time/).waitFor({ timeout: 60_000 }),
    ],
    ['what-if', '/renewals/what-if', () => page.getByText('the middle of 100 runs').waitFor({ timeout: 60_000 })],
    ['swap-desk', '/swap', () => hall()],
    ['year', '/library/year'],
    ['swap-day', `/swap/${over.id}/after`],
  ];
  await takeHelpShots(page, base, {
    LENDABLE: told.code,
    OPENTEST: counted.id,
    LAIDOUT: laidOut.id,
    MEMBER: member.id,
    SEVERAL: byDots(lots)
      .slice(0, 12)
      .map((l) => l.code)
      .join(','),
    PATCH: `${crossed.key}?group=${plan.group}&season=${plan.season}`,
    RENEWED: renewed.varietyId,
    VARIETY: register.id,
  });
  if (process.argv.includes('help')) SHOTS.length = 0;
  else for (const name of readdirSync(out)) if (name.endsWith('.png') && !SHOTS.some(([s]) => `${s}.png` === name)) rmSync(join(out, name));
  for (const [name, path, act] of SHOTS) {
    await page.goto(base + path);
    await page.waitForLoadState('networkidle');
    if (act) await act();
    await page.waitForTimeout(400);
    await page.screenshot({ path: join(out, `${name}.png`) });
    await page.setViewportSize({ width: 1280, height: 800 });
    console.log(`docs/screenshots/${name}.png`);
  }
  await browser.close();
} finally {
  for (const s of [server, empty.server]) s.kill('SIGKILL');
  for (const f of [folder, emptyFolder]) rmSync(f, { recursive: true, force: true });
}
