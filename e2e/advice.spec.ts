import { api, expect, lastStep, test } from './desk.ts';
import type { Page } from '@playwright/test';
import type { Desk } from './desk.ts';

/** Takes an envelope in through the form, and answers its code. */
async function takeIn(
  page: Page,
  desk: Desk,
  e: { variety: string; crop: string; option: RegExp; amount: string; year: string },
): Promise<string> {
  await page.goto(`${desk.base}/lots/take-in`);
  await page.getByLabel('Variety', { exact: true }).fill(e.variety);
  await page.getByLabel('Crop', { exact: true }).pressSequentially(e.crop, { delay: 30 });
  await page.locator('form').getByRole('option', { name: e.option }).first().click();
  await page.getByLabel('Came from', { exact: true }).fill('Spring swap');
  await page.getByLabel('Year', { exact: true }).fill(e.year);
  await page.getByLabel('Amount', { exact: true }).fill(e.amount);
  await page.getByRole('button', { name: 'Take in', exact: true }).click();
  const code = page.locator('.taken .code');
  await expect(code).toBeVisible();
  return (await code.textContent()) ?? '';
}

/** Sows a lot without any plan, by its form. */
async function sow(
  page: Page,
  desk: Desk,
  code: string,
  s: { method?: string; perCell: string; cells: string; seeds: string },
): Promise<void> {
  await page.goto(`${desk.base}/lots/${code}/sow`);
  await expect(page.getByLabel('Seeds in each', { exact: true })).not.toHaveValue('');
  if (s.method !== undefined) {
    await page.getByRole('combobox', { name: 'Sown in' }).click();
    await page.getByRole('option', { name: s.method }).click();
  }
  await page.getByLabel('Seeds in each', { exact: true }).fill(s.perCell);
  await page.locator('#cells').fill(s.cells);
  await page.getByLabel('Seeds sown in all', { exact: true }).fill(s.seeds);
  await page.getByRole('button', { name: 'Write the sowing down' }).click();
  await expect(page.getByRole('heading', { name: 'Count what is up' })).toBeVisible();
}

test('a tender flower sown without a plan is never sent out before the frost', async ({ page, desk }) => {
  const code = await takeIn(page, desk, { variety: 'Gatehouse Ruby', crop: 'begonia', option: /Begonia/, amount: 'dust', year: '2026' });
  await sow(page, desk, code, { method: 'a pot', perCell: '60', cells: '1', seeds: '60' });
  await desk.restart('2027-04-04');
  await page.reload();
  await page.getByLabel('Up in all, ever').fill('40');
  await page.getByRole('button', { name: 'Save the count' }).click();
  const care = page.getByRole('region', { name: 'Care' });
  await expect(care.getByText('Prick out')).toBeVisible();
  await expect(care.getByText('Off with the cover')).toHaveCount(0);
  const { sowings } = await api<{ sowings: { id: number; lotCode: string }[] }>(page, desk, '/sowings?state=open');
  const { care: steps } = await api<{ care: { kind: string; due: string }[] }>(
    page,
    desk,
    `/sowings/${String(sowings.find((s) => s.lotCode === code)!.id)}`,
  );
  // The demo library stands where the last frost falls on 27 April.
  expect(steps.find((s) => s.kind === 'plant-out')!.due > '2027-04-27').toBe(true);
  // What is done early brings nothing out early.
  for (const s of ['Prick out', 'Pot on']) {
    await care
      .getByRole('button', { name: `${s}: done today` })
      .first()
      .click();
    await expect(lastStep(page)).toContainText(s);
    await expect(care.getByRole('button', { name: `${s}: done today` })).toHaveCount(0);
  }
  await expect(care.getByText(/Plant out/).locator('..')).toContainText(/May|Jun/);
});

test('a box of cauliflower is pricked out, and its plants are counted to the sale', async ({ page, desk }) => {
  const code = await takeIn(page, desk, {
    variety: 'Millrace Curd',
    crop: 'cauliflower',
    option: /Cauliflower/,
    amount: '300',
    year: '2026',
  });
  await sow(page, desk, code, { method: 'a pot', perCell: '60', cells: '1', seeds: '60' });
  await desk.restart('2027-03-28');
  await page.reload();
  await page.getByLabel('Up in all, ever').fill('48');
  await page.getByRole('button', { name: 'Save the count' }).click();
  const care = page.getByRole('region', { name: 'Care' });
  await care.getByRole('button', { name: 'Prick out: done today' }).click();
  await expect(care.getByText(/^done/)).toBeVisible();
  const plants = page.getByRole('region', { name: 'Plants', exact: true });
  const write = async (n: string, what: RegExp): Promise<void> => {
    await plants.getByLabel('Plants', { exact: true }).fill(n);
    await plants.getByRole('combobox', { name: 'What became of them' }).click();
    await page.getByRole('option', { name: what }).click();
    await plants.getByRole('button', { name: 'Write the plants down' }).click();
  };
  await write('40', /^pricked out/);
  await expect(plants.getByText('40 stand, 0 kept for ourselves, 40 to spare')).toBeVisible();
  await write('12', /^kept/);
  await expect(plants.getByText('40 stand, 12 kept for ourselves, 28 to spare')).toBeVisible();
  // More than stand cannot be sold; the field says how many do.
  await write('41', /^sold/);
  await expect(plants.getByText(/not be more than the 40 that stand/)).toBeVisible();
  await write('15', /^sold/);
  await expect(plants.getByText('25 stand, 12 kept for ourselves, 13 to spare')).toBeVisible();
  await plants.getByRole('link', { name: 'All plants to spare' }).click();
  const row = page.getByRole('row').filter({ hasText: 'Millrace Curd' });
  await expect(row).toContainText('13');
});

test('the year of a lot that was read wrong is put right, and what follows is shown first', async ({ page, desk }) => {
  const code = await takeIn(page, desk, { variety: 'Ashpit Long', crop: 'parsnip', option: /Parsnip/, amount: '80', year: '2021' });
  const alive = async (): Promise<number> =>
    (await api<{ estimate: { today: { median: number } } }>(page, desk, `/lots/${code}`)).estimate.today.median;
  const before = await alive();
  await page.goto(`${desk.base}/lots/${code}/edit`);
  await page.getByLabel('Year', { exact: true }).fill('2026');
  await expect(page.getByText('What follows')).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(lastStep(page)).toContainText(/Put right/);
  expect(await alive()).toBeGreaterThan(before + 0.2);
  await expect(page.getByText('2026').first()).toBeVisible();
});

test('a crop of the library’s own goes from the intake to the label', async ({ page, desk }) => {
  await page.goto(`${desk.base}/library/crops/new`);
  await page.getByLabel('Most like it').pressSequentially('spinach', { delay: 30 });
  await page
    .getByRole('option', { name: /^Spinach/ })
    .first()
    .click();
  await page.getByLabel('Name', { exact: true }).fill('Marsh samphire');
  await page.getByLabel('Scientific name, or the genus').fill('Salicornia');
  await page.getByRole('button', { name: 'Add the crop' }).click();
  await expect(lastStep(page)).toContainText('Marsh samphire');
  const code = await takeIn(page, desk, {
    variety: 'Saltings Green',
    crop: 'marsh sam',
    option: /Marsh samphire/,
    amount: '1/8 oz',
    year: '2026',
  });
  const { lot } = await api<{ lot: { crop: string; balance: number; amountKnown: string } }>(page, desk, `/lots/${code}`);
  expect(lot).toMatchObject({ crop: 'Marsh samphire', amountKnown: 'weighed' });
  expect(lot.balance).toBeGreaterThan(100);
  const svg = await (await page.request.get(`${desk.base}/api/labels/page.svg?codes=${code}`)).text();
  expect(svg).toContain('Marsh samphire');
});

test('fractions, rough amounts and everyday names in the run; a name that may mean several asks', async ({ page, desk }) => {
  await page.goto(`${desk.base}/take-in`);
  await page.getByLabel('Came from').fill('Autumn swap');
  const line = async (variety: string, crop: string, year: string, amount: string): Promise<void> => {
    await page.getByLabel('Variety or nickname').fill(variety);
    await page.getByLabel('Crop', { exact: true }).fill(crop);
    await page.getByLabel('Year', { exact: true }).fill(year);
    await page.getByLabel('Amount', { exact: true }).fill(amount);
    await page.getByLabel('Amount', { exact: true }).press('Enter');
  };
  await line('Saddler’s Purple', 'aubergine', '2025', '1/4 oz');
  await expect(page.getByRole('heading', { name: '1 envelope in' })).toBeVisible();
  await line('Old Mill Late', 'pak choy', '2026', 'about 100');
  await expect(page.getByRole('heading', { name: '2 envelopes in' })).toBeVisible();
  await line('Hedge Gold', 'corn', '2026', '60-80');
  const asked = page.getByRole('group', { name: 'Which crop is it?' });
  await expect(asked.getByRole('button').first()).toHaveText(/corn/i);
  await expect(asked.getByRole('button').first()).toBeFocused();
  await asked.getByRole('button').first().click();
  await page.getByLabel('Amount', { exact: true }).press('Enter');
  await expect(page.getByRole('heading', { name: '3 envelopes in' })).toBeVisible();
  // Of 2027 nothing is ripe in March: what the year is, is asked where the hand is.
  await line('Weir Blue', 'borage', '2027', '30');
  const packed = page.getByRole('button', { name: 'Packed for 2027' });
  await expect(packed).toBeFocused();
  await packed.press('Enter');
  await expect(page.getByLabel('Amount', { exact: true })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: '4 envelopes in' })).toBeVisible();
  const { lots } = await api<{ lots: { code: string; variety: string; crop: string; amountKnown: string; balance: number }[] }>(
    page,
    desk,
    '/lots?q=&limit=500',
  );
  const of = (variety: string) => lots.find((l) => l.variety === variety)!;
  expect(of('Saddler’s Purple')).toMatchObject({ crop: 'Eggplant (aubergine)', amountKnown: 'weighed' });
  expect(of('Old Mill Late')).toMatchObject({ amountKnown: 'estimated', balance: 100 });
  expect(of('Hedge Gold')).toMatchObject({ amountKnown: 'estimated', balance: 70 });
  expect(of('Hedge Gold').crop).not.toMatch(/poppy/i);
  expect((await api<{ lot: object }>(page, desk, `/lots/${of('Weir Blue').code}`)).lot).toMatchObject({ year: 2027, yearKind: 'packing' });
});
