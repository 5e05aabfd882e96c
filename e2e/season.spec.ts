import type { Page } from '@playwright/test';
import { api, choose, expect, lastStep, press, test } from './desk.ts';

const after = (day: string, days: number): string => new Date(Date.parse(`${day}T12:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
interface Listed {
  readonly code: string;
  readonly variety: string;
  readonly balance: number;
  readonly state: string;
}
interface Figures {
  readonly chillWeeks: number;
  readonly directWeeksMin: number | null;
}
/** The first lot with seed to spare whose crop is as asked. */
async function lotOf(page: Page, base: string, fits: (crop: Figures) => boolean): Promise<Listed & { crop: Figures }> {
  const { lots } = await api<{ lots: Listed[] }>(page, { base }, '/lots?sort=seeds&limit=500');
  for (const lot of lots.filter((l) => l.state === 'kept' && l.balance > 30)) {
    const { crop } = await api<{ crop: Figures }>(page, { base }, `/lots/${lot.code}`);
    if (fits(crop)) return { ...lot, crop };
  }
  throw new Error('the demo holds no such lot');
}

test('seed that is chilled is looked at, sprouts early, goes to the top of Today and is sown; all of it goes back', async ({
  page,
  desk,
}) => {
  const lot = await lotOf(page, desk.base, (c) => c.chillWeeks >= 2);
  await page.goto(`${desk.base}/lots/${lot.code}/plan`);
  await page.getByLabel('Plants wanted').fill('6');
  await page.getByRole('button', { name: 'Plan it' }).click();
  await expect(page.getByRole('heading', { name: lot.variety, level: 1 })).toBeVisible();
  const plan = page.url();
  await page.getByRole('button', { name: 'Put into the cold today' }).click();
  await expect(lastStep(page)).toContainText(lot.variety);
  await expect(page.getByRole('button', { name: 'Looked, nothing yet' })).toBeVisible();

  // In the last third of its weeks it is looked at; what sprouts there will not wait.
  const looked = after('2027-03-14', Math.ceil((14 * lot.crop.chillWeeks) / 3));
  await desk.restart(looked);
  await page.goto(`${desk.base}/today`);
  const work = page.getByRole('region', { name: 'Work' }).getByRole('listitem');
  await expect(work.first()).toBeVisible();
  // Weeks have passed in this library, and nobody did its other work.
  const more = page.getByRole('button', { name: /^and \d+ more/ });
  while ((await more.count()) > 0) await more.first().click();
  const look = work.filter({ hasText: `Look at ${lot.variety} in the cold` });
  // Tests and other plans of the variety may lie in the cold as well.
  await expect(look.filter({ hasText: /, week \d+ of \d+; it may sprout early now/ }).first()).toBeVisible();
  await page.goto(plan);
  await page.getByRole('button', { name: 'It sprouts' }).click();
  await expect(page.getByText('It sprouts in the cold.')).toBeVisible();
  await page.getByRole('link', { name: /^Today/ }).click();
  const first = work.first();
  await expect(first).toContainText(`Sow ${lot.variety} now: it sprouts in the cold`);
  await first.getByRole('button').click();
  await page.getByRole('button', { name: 'Sow it now' }).click();
  await page.getByLabel('Seeds sown in all').fill('6');
  await page.getByRole('button', { name: 'Write the sowing down' }).click();
  await expect(lastStep(page)).toContainText(lot.variety);
  await page.goto(plan);
  await expect(page.getByText('0 of 6 up')).toBeVisible();

  // Taken back, the seed is in the envelope and the plan is open again.
  const balance = async () => (await api<{ lot: { balance: number } }>(page, desk, `/lots/${lot.code}`)).lot.balance;
  expect(await balance()).toBe(lot.balance - 6);
  const { steps } = await api<{ steps: { id: number }[] }>(page, desk, '/history');
  await page.request.post(`${desk.base}/api/history/${String(steps[0]!.id)}/undo`, { data: {} });
  expect(await balance()).toBe(lot.balance);
  await page.goto(plan);
  await expect(page.getByText('It sprouts in the cold.')).toBeVisible();
});

test('a garden on the other half of the world has its own windows, cold soil says wait, and an order stands in what is wanted', async ({
  page,
  desk,
}) => {
  const lot = await lotOf(page, desk.base, (c) => c.directWeeksMin !== null && c.chillWeeks === 0);
  await page.goto(`${desk.base}/sowing/frost`);
  await page.getByRole('button', { name: 'New garden' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Far terrace');
  await page.getByText('of its own').click();
  await page.getByLabel('Usual last frost', { exact: true }).fill('31 Febuary 99');
  await page.getByLabel('Usual first frost', { exact: true }).fill('20 May');
  await page.getByText('south', { exact: false }).last().click();
  await page.getByRole('button', { name: 'Add the garden' }).click();
  // A day that is none is said at its field, and what was typed stays.
  await expect(page.getByLabel('Usual last frost', { exact: true })).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Far terrace');
  await page.getByLabel('Usual last frost', { exact: true }).fill('5 Oct');
  await page.getByRole('button', { name: 'Add the garden' }).click();
  await expect(lastStep(page)).toContainText('Far terrace');

  await page.goto(`${desk.base}/lots/${lot.code}/season`);
  const windows = page.locator('dl.windows');
  await expect(windows).toBeVisible();
  const here = await windows.innerText();
  await choose(page, 'In the garden', 'Far terrace');
  await expect(page.getByText(/last frost is usually about .* Oct/)).toBeVisible();
  expect(await windows.innerText()).not.toBe(here);

  // Soil that is cold holds what is sown outdoors.
  await page.goto(`${desk.base}/sowing/frost`);
  await page.getByLabel('Soil', { exact: true }).fill('2');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(lastStep(page)).toContainText('soil');
  await page.goto(`${desk.base}/lots/${lot.code}/season`);
  await expect(page.getByText(/Soil: wait: 2 °C, wants \d+ °C/)).toBeVisible();

  // A member's order is planned like any other, and counted by member.
  const { members } = await api<{ members: { name: string }[] }>(page, desk, '/members?limit=3');
  const member = members[0]!.name;
  await page.getByRole('button', { name: 'Plan a sowing' }).click();
  await page.getByLabel('Plants wanted').fill('7');
  await page.getByText('a member’s order').click();
  await page.getByLabel('Whose order').fill(member.slice(0, 5));
  await page.getByRole('option', { name: member }).first().click();
  await page.getByRole('button', { name: 'Plan it' }).click();
  await expect(page.getByText(`7 plants for ${member}`)).toBeVisible();
  await page.getByRole('link', { name: 'Wanted' }).click();
  await expect(page.getByRole('region', { name: 'Orders' }).getByRole('listitem').filter({ hasText: member })).toContainText('7 plants');
  await press(page, 'u');
  await expect(page.getByRole('region', { name: 'Orders' }).getByText(member)).toBeHidden();
});
