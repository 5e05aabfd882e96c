import { type Page } from '@playwright/test';
import { expect, lastStep, press, test } from './desk.ts';
import { within } from './speed.ts';

interface Listed {
  readonly code: string;
  readonly cropKey: string;
  readonly balance: number;
  readonly state: string;
  readonly floor?: number;
}

/** Lots of fifteen crops with seed enough, whatever the demo holds. */
async function fifteen(page: Page, base: string): Promise<string[]> {
  const { lots } = (await (await page.request.get(`${base}/api/lots?limit=500`)).json()) as { lots: Listed[] };
  const { lanes } = (await (await page.request.get(`${base}/api/season`)).json()) as { lanes: { lotCode: string }[] };
  const taken = new Set(lanes.map((l) => l.lotCode));
  const crops = new Set<string>();
  return lots
    .filter((l) => {
      const crop = l.code.slice(0, 2);
      if (l.state !== 'kept' || l.balance < 60 || taken.has(l.code) || crops.has(crop)) return false;
      crops.add(crop);
      return true;
    })
    .slice(0, 15)
    .map((l) => l.code);
}

async function table(page: Page, codes: readonly string[]): Promise<void> {
  await page.addInitScript((list) => {
    if (!localStorage.getItem('esprel.table')) localStorage.setItem('esprel.table', JSON.stringify(list));
  }, codes);
}

test('a season of fifteen is planned, a tray laid out, sown, looked at three times, and potted on with labels', async ({ page, desk }) => {
  test.setTimeout(within(240_000));
  const codes = await fifteen(page, desk.base);
  expect(codes).toHaveLength(15);
  await table(page, codes);
  const before = ((await (await page.request.get(`${desk.base}/api/season`)).json()) as { lanes: unknown[] }).lanes.length;

  // Fifteen lots lie on the table: all are planned at once, each in its own way.
  await page.goto(`${desk.base}/sowing/plan`);
  await expect(page.getByText('15 lots, each in its usual way')).toBeVisible();
  await page.getByLabel('Plants of each').fill('5');
  await page.getByRole('button', { name: 'Plan them' }).click();
  await expect(page).toHaveURL(`${desk.base}/sowing/season`);
  await expect(lastStep(page)).toContainText('Planned 15 sowings, 5 plants of each');
  await page.getByLabel('The season after').click();
  await page.getByLabel('The season before').click();
  const after = (
    (await (await page.request.get(`${desk.base}/api/season`)).json()) as { lanes: { id: number; lotCode: string; method: string }[] }
  ).lanes;
  expect(after.length).toBeGreaterThan(before);

  // Six of them that go into cells are ticked for one tray of sixty.
  const inside = after.filter((l) => codes.includes(l.lotCode) && l.method !== 'open-ground').slice(0, 6);
  expect(inside).toHaveLength(6);
  await page.goto(`${desk.base}/sowing/list`);
  for (const lane of inside)
    await page
      .locator('tr', { has: page.locator(`a[href="/sowing/planned/${String(lane.id)}"]`) })
      .getByRole('checkbox')
      .check();
  await page.getByRole('button', { name: 'Lay 6 on a tray' }).click();
  await expect(page.getByText('cells with their markers, of 60.')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Tray 60');
  await expect(page.getByRole('textbox', { name: /^Cells of/ })).toHaveCount(6);
  for (const field of await page.getByRole('textbox', { name: /^Cells of/ }).all()) await field.fill('6');
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await expect(page.getByRole('heading', { name: 'Tray 60' })).toBeVisible();
  await expect(page.getByText('36 cells sown, 6 markers, 18 left empty')).toBeVisible();

  // Painted with the mouse in one stroke, cleared by key, and both taken back.
  const cell = (row: number, n: number) => page.getByRole('gridcell', { name: new RegExp(`^row ${String(row)}, cell ${String(n)}:`) });
  const empty = page.getByRole('gridcell', { name: /: empty$/ });
  const free = (await empty.first().getAttribute('aria-label')) ?? '';
  const [row, n] = [Number(/row (\d+)/.exec(free)?.[1]), Number(/cell (\d+)/.exec(free)?.[1])];
  await page.getByRole('radio', { name: /^Seed/ }).check({ force: true });
  await cell(row, n).click();
  await expect(page.getByText('37 cells sown')).toBeVisible();
  await expect(lastStep(page)).toContainText('Painted 1 cell of Tray 60');
  await cell(row, n).focus();
  await page.keyboard.press('Space');
  await expect(page.getByText('36 cells sown')).toBeVisible();
  await expect(lastStep(page)).toContainText('Painted 1 cell');
  await page.keyboard.press('b');
  await expect(cell(row, n)).toHaveAccessibleName(/: B, /);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cell(row, n)).toHaveAccessibleName(/: empty$/);

  // Sown as it really was: of the first fewer seeds than planned.
  await page.getByRole('button', { name: 'Sow this tray' }).click();
  await expect(page.getByRole('heading', { name: 'Sow Tray 60' })).toBeVisible();
  const first = page.getByLabel('Seeds sown').first();
  const perCell = Number(/(\d+) in each/.exec((await page.locator('.how').first().textContent()) ?? '')?.[1]);
  await first.fill('100000');
  await page.getByRole('button', { name: 'It is sown' }).click();
  await expect(page.getByText('is more than 1000 in each').first()).toBeVisible();
  await first.fill(String(4 * perCell));
  await page.getByRole('button', { name: 'It is sown' }).click();
  await expect(page.getByText('dry hands, sealed bag')).toBeVisible();
  await page.getByRole('button', { name: 'Open the tray' }).click();
  await expect(page.getByText('0 of 34 cells up')).toBeVisible();
  const at = page.url();

  // First look, a week later: four cells tapped.
  await desk.restart('2027-03-21');
  await page.goto(at);
  const sown = page.getByRole('gridcell', { name: /: [A-F], 0 of \d+ up$/ });
  await expect(sown.first()).toBeVisible();
  for (let i = 0; i < 4; i++) await sown.first().click();
  await page.getByRole('button', { name: 'Save the look, 4 cells' }).click();
  await expect(page.getByText('4 of 34 cells up')).toBeVisible();
  await expect(lastStep(page)).toContainText('Looked at Tray 60: 4 of');

  // Second look by keys: one more up, and two cells lost to causes that say nothing of the seed.
  await desk.restart('2027-03-26');
  await page.goto(at);
  await sown.first().focus();
  await page.keyboard.press('1');
  for (const [i, cause] of [
    [0, 'dried out'],
    [1, 'eaten'],
  ] as const) {
    await page
      .getByRole('gridcell', { name: /: [A-F], 0 of \d+ up$/ })
      .nth(i === 0 ? 3 : 5)
      .focus();
    await page.keyboard.press('x');
    await page
      .getByRole('dialog')
      .getByRole('button', { name: new RegExp(`^${cause}`) })
      .click();
  }
  await page.getByRole('button', { name: 'Save the look, 3 cells' }).click();
  await expect(page.getByText('5 of 34 cells up')).toBeVisible();
  await expect(lastStep(page)).toContainText('2 cells lost');
  await press(page, 'u');
  await expect(lastStep(page)).toContainText('Took back');
  await expect(page.getByText('4 of 34 cells up')).toBeVisible();
  await page.getByRole('button', { name: 'Do it again' }).click();
  await expect(lastStep(page)).toContainText('Did again');
  await expect(page.getByText('5 of 34 cells up')).toBeVisible();

  // Third look, then the work that is due, one step after the other, to pots with tags.
  await desk.restart('2027-04-06');
  await page.goto(at);
  await expect(page.getByRole('gridcell', { name: /, 0 of \d+ up, dried out$/ })).toBeVisible();
  for (let i = 0; i < 3; i++) await sown.first().click();
  await page.getByRole('button', { name: 'Save the look, 3 cells' }).click();
  await expect(page.getByText('8 of 34 cells up')).toBeVisible();
  await expect(lastStep(page)).toContainText('Looked at Tray 60: 8 of');
  const due = page.getByRole('region', { name: 'To be done' });
  for (const step of ['Take the cover off', 'Thin']) {
    const button = due.getByRole('button', { name: new RegExp(`^${step} `) });
    await button.click();
    await expect(button).toBeHidden();
  }
  await due.getByRole('button', { name: /^Pot on / }).click();
  await expect(page).toHaveURL(/\/labels\?tray=\d+&each=plant/);
  const plan = (await (
    await page.request.get(`${desk.base}/api/labels/plan?kind=pot&tray=${/trays\/(\d+)/.exec(at)?.[1] ?? ''}&each=plant`)
  ).json()) as { labels: number };
  expect(plan.labels).toBeGreaterThanOrEqual(8);
  await expect(page.getByText(`${String(plan.labels)} labels`).first()).toBeVisible();
});

test('lanes are dragged by mouse and by keys, say what moves and what it risks, and go back', async ({ page, desk }) => {
  await page.goto(`${desk.base}/sowing/season`);
  const season = async () =>
    (await (await page.request.get(`${desk.base}/api/season`)).json()) as {
      lanes: { id: number; variety: string; sowOn: string; plantOutOn: string | null; sowingId: number | null }[];
    };
  const { lanes } = await season();
  const lane = lanes.find((l) => l.sowingId === null && l.plantOutOn !== null)!;
  const now = async (): Promise<string | undefined> => (await season()).lanes.find((l) => l.id === lane.id)?.sowOn;
  const row = page.locator('.lane', { has: page.locator(`a[href="/sowing/planned/${String(lane.id)}"]`) });
  const bar = row.getByRole('slider').first();

  const said = (await bar.getAttribute('aria-valuetext')) ?? '';

  // By mouse: a step to the right is a week.
  const box = (await bar.boundingBox())!;
  await page.mouse.move(box.x + 12, box.y + 12);
  await page.mouse.down();
  await page.mouse.move(box.x + 80, box.y + 12, { steps: 8 });
  await expect(page.getByText(/sow .*, .*plant out/)).toBeVisible();
  await page.mouse.up();
  await expect(lastStep(page)).toContainText(`Moved the sowing of ${lane.variety}`);
  const dragged = await now();
  expect(dragged! > lane.sowOn).toBe(true);
  expect(((Date.parse(dragged!) - Date.parse(lane.sowOn)) / 86_400_000) % 7).toBe(0);
  // The keys of the desk hold with the lane in the hand, and the hand stays on it wherever it moves.
  await expect(bar).toBeFocused();
  await press(page, 'u');
  await expect.poll(now).toBe(lane.sowOn);
  await expect(bar).toHaveAttribute('aria-valuetext', said);
  await expect(bar).toBeFocused();

  // By keys: arrows show it, Escape leaves it, Enter keeps it; Shift goes by the day.
  await bar.focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByText('That day has passed.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('That day has passed.')).toBeHidden();
  expect(await now()).toBe(lane.sowOn);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Enter');
  await expect(lastStep(page)).toContainText('by 8 days later');
  await expect.poll(async () => Date.parse((await now()) ?? '')).toBe(Date.parse(lane.sowOn) + 8 * 86_400_000);

  // Filters narrow the lanes and stand in the address.
  await page.getByRole('combobox', { name: 'Show: All crops' }).click();
  await page.getByRole('option').nth(1).click();
  await expect(page).toHaveURL(/crop=/);
  await page.reload();
  await expect(page.locator('.lane').first()).toBeVisible();
  expect(await page.locator('.lane').count()).toBeLessThan(lanes.length);
});

test('a file of minima becomes the frost of the library, and one tap moves a window and back', async ({ page, desk }) => {
  await page.goto(`${desk.base}/sowing/frost`);
  await page.getByRole('button', { name: 'From the weather station (simulated)' }).click();
  await expect(page.getByText(/springs complete enough/)).toBeVisible({ timeout: within(15_000) });
  await page.getByRole('button', { name: /^Use it/ }).click();
  await expect(lastStep(page)).toContainText('springs of Osierbeck Valley Seed Library');
  // A file in Fahrenheit that does not say so is refused beside the button, and nothing is written.
  const warm = Array.from(
    { length: 181 },
    (_, i) => `${new Date(Date.UTC(2024, 0, 1 + i)).toISOString().slice(0, 10)},${String(30 + Math.round(i / 5))}`,
  );
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'odd.csv', mimeType: 'text/csv', buffer: Buffer.from(['Date,Minimum', ...warm].join('\n')) });
  await expect(page.getByText('°F into the heading')).toBeVisible();
  await page.getByRole('button', { name: 'Read the probe (simulated)' }).click();
  await expect(page.getByLabel('Soil', { exact: true })).not.toHaveValue('');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(lastStep(page)).toContainText('Read the soil');

  const { sowings } = (await (await page.request.get(`${desk.base}/api/sowings?state=open`)).json()) as {
    sowings: { id: number; trayId: number | null }[];
  };
  const onTray = sowings.find((s) => s.trayId !== null)!;
  await page.goto(`${desk.base}/sowing/${String(onTray.id)}`);
  await page.getByRole('button', { name: 'Too early', exact: true }).click();
  await expect(lastStep(page)).toContainText('was too early');
  await expect(page.getByRole('button', { name: 'Too early', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('link', { name: 'What worked' }).last().click();
  await expect(page.getByRole('heading', { name: 'Its window' })).toBeVisible();
  await page
    .getByRole('button', { name: /^Take back what was said/ })
    .first()
    .click();
  await expect(lastStep(page)).toContainText('Took back what was said');
});
