import type { Page } from '@playwright/test';
import { api, type Desk, expect, lastStep, test } from './desk.ts';
import { within } from './speed.ts';

interface Listed {
  readonly id: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly startedOn: string;
  readonly warmFrom: string;
  readonly countDays: number[];
  readonly planned: boolean;
  readonly roundId: number | null;
}
const round = async (page: Page, desk: Desk, id: number): Promise<Listed[]> =>
  (await api<{ tests: Listed[] }>(page, desk, `/rounds/${String(id)}`)).tests;
const after = (day: string, days: number): string => new Date(Date.parse(`${day}T12:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

/** Counts a bag by its number, and saves; done when its tab says so, since the page goes on to the next bag by itself. */
async function countBag(page: Page, bag: number, total: string): Promise<void> {
  const tab = page.getByRole('group', { name: 'Bag' }).getByRole('button').nth(bag);
  await tab.click();
  await expect(tab).toHaveAttribute('aria-pressed', 'true');
  const field = page.getByLabel(/type how many are sprouted/);
  await field.fill(total);
  await field.press('Enter');
  await expect(tab).toContainText(`${total} up, counted`);
}

test('eight tests planned as one round, laid, counted over three dates; one extended, one called early, its sprouts potted', async ({
  page,
  desk,
}) => {
  test.setTimeout(within(300_000));
  // Eight lots of which nobody is sure, quick to sprout, with seed to spare.
  const { lots } = await api<{ lots: { code: string; balance: number; cropKey: string; verdict: string }[] }>(
    page,
    desk,
    '/lots?sort=seeds&limit=200',
  );
  const quick = new Set([
    'tomato',
    'kale',
    'radish',
    'lettuce',
    'sunflower',
    'arugula',
    'cabbage',
    'broccoli',
    'zinnia',
    'cosmos',
    'marigold',
    'calendula',
    'turnip',
    'pea',
  ]);
  const { tests: open } = await api<{ tests: Listed[] }>(page, desk, '/tests?state=open');
  const busy = new Set(open.map((t) => t.lotCode));
  const codes = lots
    .filter((l) => quick.has(l.cropKey) && l.balance > 120 && !busy.has(l.code))
    .slice(0, 8)
    .map((l) => l.code);
  expect(codes).toHaveLength(8);

  await page.goto(`${desk.base}/tests/round?codes=${codes.join(',')}`);
  const button = page.getByRole('button', { name: 'Plan 8 tests' });
  await expect(button).toBeEnabled();
  // Too many for a small lot is said at its line; a dot of the chart chooses for the line that is worked on.
  const first = page.getByRole('textbox', { name: `Seeds of ${codes[0]!}` });
  await first.fill('9000');
  await expect(page.getByRole('alert').filter({ hasText: 'holds' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Plan the tests' })).toBeDisabled();
  await page.getByRole('button', { name: /^10 seeds: \d+ % chance/ }).click();
  await expect(first).toHaveValue('10');
  await expect(page.getByText('To have at hand')).toBeVisible();
  await button.click();
  await expect(page.getByRole('heading', { name: /^Round \d+$/ })).toBeVisible();
  const id = Number(/rounds\/(\d+)/.exec(page.url())![1]);
  const planned = await round(page, desk, id);
  expect(planned).toHaveLength(8);

  // Its labels, one a bag.
  await page.getByRole('button', { name: 'Print the bag labels' }).click();
  await expect(page.getByRole('img', { name: 'page 1 of labels' })).toBeVisible();
  await expect(page.getByText(/\d+ labels on/)).toBeVisible();

  // The evening by which all are due: all lie.
  const last = planned
    .map((t) => t.startedOn)
    .sort()
    .at(-1)!;
  await desk.restart(last);
  await page.goto(`${desk.base}/tests/rounds/${String(id)}`);
  await page.getByRole('button', { name: '8 tests due now: all are laid' }).click();
  await expect(page.getByText('8 on the bench')).toBeVisible();
  const laid = await round(page, desk, id);
  expect(laid.every((t) => !t.planned && t.startedOn === last)).toBe(true);

  // First date: one test has sprouted wholly, and can be called early; another half.
  const [early, half] = laid as [Listed, Listed];
  const dates = [6, 10, 24].map((d) => after(last, d)) as [string, string, string];
  await desk.restart(dates[0]);
  await page.goto(`${desk.base}/tests/${String(early.id)}`);
  const bags = page.getByRole('group', { name: 'Bag' }).getByRole('button');
  const sizes: number[] = [];
  await expect(bags.first()).toBeVisible();
  for (let b = 0; b < (await bags.count()); b++) {
    await bags.nth(b).click();
    const sheet = page.getByRole('group', { name: /seeds; arrows move/ });
    const size = Number(/(\d+) seeds;/.exec((await sheet.getAttribute('aria-label')) ?? '')![1]);
    sizes.push(size);
    await countBag(page, b, String(size - 1));
  }
  await expect(page.getByRole('heading', { name: /Wait until|Call it/ })).toBeVisible();
  await page.goto(`${desk.base}/tests/${String(half.id)}`);
  await expect(bags.first()).toBeVisible();
  for (let b = 0; b < (await bags.count()); b++) {
    await countBag(page, b, '4');
  }
  await expect(page.getByRole('heading', { name: /Wait until/ })).toBeVisible();

  // Second date: the early one is called; the other is not clear and gets a second batch.
  await desk.restart(dates[1]);
  await page.goto(`${desk.base}/tests/${String(early.id)}`);
  for (let b = 0; b < sizes.length; b++) {
    await bags.nth(b).click();
    await page.getByRole('button', { name: 'Save: nothing new' }).click();
    await expect(bags.nth(b)).toContainText('counted');
  }
  await page.getByText('without a mark. Before you close').click();
  await page.getByRole('button', { name: /^All 1: dead/ }).click();
  await page.getByRole('button', { name: 'Save this count' }).click();
  await expect(page.getByRole('button', { name: 'Save: nothing new' })).toBeVisible();
  await page.getByRole('button', { name: 'Close the test' }).click();
  await expect(page.getByText(/Before this test the lot was put at/)).toBeVisible();

  await page.goto(`${desk.base}/tests/${String(half.id)}/extend`);
  await page.getByLabel('Seeds', { exact: true }).fill('12');
  await page.getByRole('button', { name: 'It is laid' }).click();
  await expect(lastStep(page)).toContainText('Laid 12 more seeds');
  await expect(bags.first()).toBeVisible();
  const before = await bags.count();
  expect(before).toBeGreaterThan(1);

  // Third date: the rest is counted and closed, with what the second batch says.
  await desk.restart(dates[2]);
  await page.goto(`${desk.base}/tests/${String(half.id)}`);
  for (let b = 0; b < before; b++) {
    await countBag(page, b, b === before - 1 ? '7' : '5');
  }
  await page.getByRole('button', { name: 'Close the test' }).click();
  await expect(page.getByText(/Before this test the lot was put at/)).toBeVisible();
  const { evidence } = await api<{ evidence: { date: string; used: boolean }[] }>(page, desk, `/lots/${half.lotCode}`);
  expect(evidence.filter((e) => e.used && e.date >= last).map((e) => e.date)).toEqual([last, dates[1]]);

  // The sprouts of the early one become plants, with a tag for each pot.
  await page.goto(`${desk.base}/tests/${String(early.id)}`);
  await page.getByRole('button', { name: 'Pot the sprouts' }).click();
  await page.getByLabel('Plants').fill('999');
  await page.getByRole('button', { name: 'They are potted' }).click();
  await expect(page.getByText(/only \d+ sprouts are left/)).toBeVisible();
  await page.getByLabel('Plants').fill('6');
  await page.getByLabel('Where they stand').fill('south sill');
  await page.getByRole('button', { name: 'They are potted' }).click();
  await page.getByRole('link', { name: 'Print 6 pot tags' }).click();
  await expect(page.getByText('6 labels on')).toBeVisible();
  // And the whole of it is taken back step by step, the last first.
  await page.getByRole('button', { name: /Take it back/ }).click();
  await expect(lastStep(page)).toContainText('Took back: Potted 6 sprouts');
});

test('bags that do not agree are said at once, and one is left out for a cause that can be seen', async ({ page, emptyDesk }) => {
  await page.goto(`${emptyDesk.base}/lots/take-in`);
  const made = await page.request.post(`${emptyDesk.base}/api/lots`, {
    data: {
      varietyName: 'Tollgate Red',
      cropKey: 'tomato',
      breeding: 'open-pollinated',
      identity: 'sure',
      source: 'Swap',
      acquisition: 'donated',
      yearKind: 'harvest',
      year: 2024,
      form: 'cleaned',
      seeds: 300,
      amountKnown: 'counted',
      receivedOn: '2027-03-01',
      floor: 0,
    },
  });
  const { code } = (await made.json()) as { code: string };
  await page.goto(`${emptyDesk.base}/lots/${code}/test`);
  await expect(page.getByText('What tomato asks for')).toBeVisible();
  await page.getByLabel('Seeds in a bag').fill('20');
  await page.getByLabel('Bags').fill('2');
  await page.getByRole('button', { name: 'Start the test' }).click();
  await expect(page).toHaveURL(/\/tests\/1$/);
  await emptyDesk.restart('2027-03-28');
  await page.goto(`${emptyDesk.base}/tests/1`);
  await countBag(page, 0, '18');
  await countBag(page, 1, '3');
  await expect(page.getByText('These do not agree')).toBeVisible();
  await page.getByRole('link', { name: 'Leave a bag out' }).click();
  await page.getByRole('radio', { name: /Bag 2/ }).check({ force: true });
  await page.getByLabel('Why').fill('dried out at the window');
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.getByRole('button', { name: /Bag 2.*left out/ })).toBeVisible();
  await expect(page.getByText(/18 of 20 sprouted; /)).toBeVisible();
  await expect(page.getByText('These do not agree')).toHaveCount(0);
});
