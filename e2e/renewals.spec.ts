import type { Page } from '@playwright/test';
import { api, expect, inaccessible, lastStep, test } from './desk.ts';
import { goIn, makeCard, phone, tab } from './phone.ts';
import { within } from './speed.ts';

interface Row {
  readonly gardenId: number;
  readonly garden: string;
  readonly memberId: number | null;
  readonly season: number;
  readonly state: string;
}
interface Plan {
  readonly search: string;
  readonly seasons: number[];
  readonly kept: number;
  readonly varieties: { readonly varietyId: number; readonly variety: string; readonly rows: Row[] }[];
}

test('a plan is made, two rows held, one barred, growers asked, taken; one says no, and it is found again', async ({
  page,
  desk,
  browser,
}) => {
  test.setTimeout(within(180_000));
  const plan = (): Promise<Plan> => api<Plan>(page, desk, '/renewals/plan');
  const rowsOf = async (variety: string): Promise<Row[]> => (await plan()).varieties.find((v) => v.variety === variety)?.rows ?? [];
  /** The search is stopped where it is: what is tapped next is what stands there. */
  const atRest = async (): Promise<void> => {
    const rests = page.getByText(/Nothing keeps more\.|found in the time|was stopped/);
    const stop = page.getByRole('button', { name: 'Stop here' });
    await expect(rests.or(stop).first()).toBeVisible();
    if (await stop.isVisible()) await stop.click();
    await expect(rests).toBeVisible();
  };

  await page.goto(`${desk.base}/renewals`);
  await expect(page.getByText(/\d+ of \d+ kept/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'No grower yet' })).toBeVisible();
  await atRest();

  // A row is held where it is.
  const first = (await plan()).varieties.find((v) => v.rows.some((r) => r.season === 2027 && r.memberId !== null))!;
  await page.getByRole('link', { name: first.variety }).first().click();
  await expect(page.getByRole('heading', { level: 1, name: first.variety })).toBeVisible();
  await expect(page.getByText(/in 100 alive now/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Hold it here' }).first().click();
  await expect(page.getByText('Held here by hand.').first()).toBeVisible();
  await atRest();

  // Another is carried to the next season, and held there.
  const second = (await plan()).varieties.find(
    (v) => v.variety !== first.variety && v.rows.length === 1 && v.rows[0]!.season === 2027 && v.rows[0]!.state === 'found',
  )!;
  await carry(page, second.variety, 2028);
  await expect(lastStep(page)).toContainText('2028');
  await atRest();
  expect((await rowsOf(second.variety)).find((r) => r.state === 'held')).toMatchObject({
    season: 2028,
    gardenId: second.rows[0]!.gardenId,
  });
  // And by the keys back again.
  const chip = page.getByRole('button', { name: new RegExp(`, 2028, held: ${second.variety}`) });
  await chip.focus();
  await page.keyboard.press('ArrowLeft');
  // What is moved by the keys stays under the hand.
  await expect(page.getByRole('button', { name: new RegExp(`, 2027, held: ${second.variety}`) })).toBeFocused();
  await atRest();

  // A third is barred from where it is, and goes elsewhere or later.
  const third = (await plan()).varieties.find(
    (v) => ![first.variety, second.variety].includes(v.variety) && v.rows.some((r) => r.state === 'found'),
  )!;
  const was = third.rows.find((r) => r.state === 'found')!;
  await page.goto(`${desk.base}/renewals/variety/${String(third.varietyId)}`);
  await page
    .getByRole('region', { name: new RegExp(`^${was.garden.slice(0, 6)}.*${String(was.season)}`) })
    .getByRole('button', { name: 'Not here' })
    .click();
  await expect(page.getByText(`Not at ${was.garden} in ${String(was.season)}`)).toBeVisible();
  await atRest();
  expect((await rowsOf(third.variety)).some((r) => r.gardenId === was.gardenId && r.season === was.season)).toBe(false);

  // Growers are asked, and the plan is taken: packets lie ready.
  await page.goto(`${desk.base}/renewals`);
  await atRest();
  await page.getByRole('button', { name: 'Take this plan' }).click();
  await expect(page.getByRole('heading', { name: 'Take the plan for 2027' })).toBeVisible();
  await page.getByRole('button', { name: /^Ask \d+ growers? first/ }).click();
  await expect(lastStep(page)).toContainText('Asked');
  await page.getByRole('button', { name: /^Take \d+ rows?$/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Asked for' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Lies ready' }).getByText(first.variety)).toBeVisible();
  const taken = (await rowsOf(first.variety)).find((r) => r.state === 'taken')!;

  // The grower says no on their own page; the plan is found again without it.
  const { context, page: on } = await phone(browser);
  await goIn(on, desk, await makeCard(page, desk, taken.memberId!));
  await tab(on, 'For seed');
  const asked = on.getByRole('article').filter({ hasText: first.variety });
  await expect(asked.getByText('Its packet lies ready for you.')).toBeVisible();
  await Promise.all([
    on.waitForResponse((r) => r.url().endsWith('/answer') && r.ok()),
    asked.getByRole('button', { name: 'No', exact: true }).tap(),
  ]);
  await expect(on.getByText('You said no. Thank you for the answer: it is planned anew.')).toBeVisible();
  expect(await inaccessible(on, 'what is asked')).toEqual([]);
  await page.goto(`${desk.base}/renewals/variety/${String(first.varietyId)}`);
  await expect(page.getByText(new RegExp(`said no: not at ${taken.garden}`))).toBeVisible();
  await atRest();
  const again = await rowsOf(first.variety);
  expect(again.some((r) => r.gardenId === taken.gardenId && r.season === 2027)).toBe(false);
  await page.goto(`${desk.base}/asks`);
  await expect(page.getByRole('region', { name: 'Lies ready' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Lies ready' }).getByText(first.variety)).toHaveCount(0);
  await context.close();
});

/** Carries the row of a variety along its line to a season, as a hand does. */
async function carry(page: Page, variety: string, season: number): Promise<void> {
  const chip = page.getByRole('button', { name: new RegExp(`, 2027: ${variety}`) });
  await chip.scrollIntoViewIfNeeded();
  const from = (await chip.boundingBox())!;
  const cell = chip.locator(`xpath=ancestor::tr//div[@data-season="${String(season)}"]`);
  const to = (await cell.boundingBox())!;
  await page.mouse.move(from.x + 20, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y + from.height / 2, { steps: 4 });
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 6 });
  await page.mouse.up();
}

test('ten years ahead, for two questions, in bands and numbers', async ({ page, desk }) => {
  await page.goto(`${desk.base}/renewals/what-if`);
  await expect(page.getByText('the middle of 100 runs')).toBeVisible({ timeout: within(60_000) });
  const last = async (name: string): Promise<number> =>
    Number(
      await page
        .getByRole('row', { name: new RegExp(`^${name}`) })
        .locator('td:last-child strong')
        .innerText(),
    );
  expect(await last('As planned')).toBeGreaterThan(await last('Nobody renews anything'));
  await page.getByText('The fridge for a crop').click();
  await expect(page.getByRole('row', { name: /^The fridge for a crop/ })).toBeVisible({ timeout: within(60_000) });
  expect(await inaccessible(page, 'what if')).toEqual([]);
});
