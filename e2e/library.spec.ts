import { choose, expect, lastStep, press, test } from './desk.ts';

test('units and dates follow the settings everywhere', async ({ page, desk }) => {
  const { lots } = (await (await page.request.get(`${desk.base}/api/lots?crop=tomato&limit=5`)).json()) as { lots: { code: string }[] };
  const code = lots[0]!.code;
  await page.goto(`${desk.base}/library/settings`);
  await expect(page.getByLabel('Name of the library')).toHaveValue('Osierbeck Valley Seed Library');
  await page.getByText('°F', { exact: true }).click();
  await page.getByText('inch', { exact: true }).click();
  await page.getByText('Thu Mar 14', { exact: true }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(lastStep(page)).toContainText('Changed the settings');
  await expect(page.getByText('Sunday March 14 2027')).toBeVisible();
  await page.goto(`${desk.base}/lots/${code}/sow`);
  await expect(page.getByText(/Sow 1\/4 inch deep; 70 to 84 °F/)).toBeVisible();
  await expect(page.getByLabel('Sown on', { exact: true })).toHaveValue('Sun Mar 14');
  await page.getByLabel('Sown on', { exact: true }).fill('3/12');
  await page.getByLabel('Seeds in each', { exact: true }).focus();
  await expect(page.getByLabel('Sown on', { exact: true })).toHaveValue('Fri Mar 12');
  await page.goto(`${desk.base}/labels?codes=${code}`);
  const svg = await (await page.request.get(`${desk.base}/api/labels/page.svg?codes=${code}`)).text();
  expect(svg).toContain('1/4 inch deep');
  // And back, by taking the step back.
  await page.goto(`${desk.base}/library/history`);
  await page.getByRole('button', { name: 'Take back: Changed the settings of the library' }).first().click();
  await expect(page.getByText('Sunday 14 March 2027')).toBeVisible();
});

test('a figure of the library’s own moves the lots of its crop and can be given up again', async ({ page, desk }) => {
  const lots = async (): Promise<{ code: string; median: number }[]> =>
    (
      (await (await page.request.get(`${desk.base}/api/lots?crop=onion&sort=year&limit=5`)).json()) as {
        lots: { code: string; median: number }[];
      }
    ).lots;
  const before = (await lots())[0]!;
  await page.goto(`${desk.base}/library/crops`);
  await page.getByLabel('Name of a crop').fill('allium cepa');
  await page.getByRole('button', { name: /^Onion/ }).click();
  await expect(page).toHaveURL(`${desk.base}/library/crops/onion`);
  await page.getByRole('button', { name: 'Set Half-life in reference storage' }).click();
  await page.getByLabel('Half-life in reference storage', { exact: true }).fill('plenty');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('"plenty" is not a number')).toBeVisible();
  await page.getByLabel('Half-life in reference storage', { exact: true }).fill('9');
  await page.getByLabel('Why').fill('ours last');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('9 years, own')).toBeVisible();
  const after = (await lots()).find((l) => l.code === before.code)!;
  expect(after.median).not.toBeCloseTo(before.median, 2);
  await page.getByRole('button', { name: 'Take the reference for Half-life in reference storage' }).click();
  await expect(page.getByText('9 years, own')).toHaveCount(0);
  expect((await lots()).find((l) => l.code === before.code)!.median).toBeCloseTo(before.median, 6);
});

test('labels of a lot, its packets and its pots: seen, printed as PDF, and on the label printer', async ({ page, desk, context }) => {
  const { lots } = (await (await page.request.get(`${desk.base}/api/lots?limit=25`)).json()) as { lots: { code: string }[] };
  await page.goto(`${desk.base}/labels?codes=${lots.map((l) => l.code).join(',')}`);
  const pages = page.getByRole('img', { name: /page \d of labels/ });
  await expect(pages).toHaveCount(2);
  const blank = (): Promise<number> =>
    pages.evaluateAll((images) => images.filter((i) => (i as HTMLImageElement).naturalWidth === 0).length);
  await expect.poll(blank).toBe(0);
  await expect(page.getByText('25 labels on 2 sheets')).toBeVisible();
  const opened = context.waitForEvent('page');
  const asked = context.waitForEvent('request', (r) => r.url().includes('/api/labels/labels.pdf?'));
  await press(page, 'p');
  // A browser shows a PDF, or saves it: that it is one, and in a page of its own, is what counts.
  const file = await page.request.get((await asked).url());
  expect((await file.body()).subarray(0, 5).toString()).toBe('%PDF-');
  await (await opened).close();
  // A long run is drawn with its progress first, then opened.
  await page.getByLabel('Of each').fill('20');
  await expect(page.getByText('500 labels on 24 sheets')).toBeVisible();
  const drawn = context.waitForEvent('page');
  await page.getByRole('button', { name: 'Draw the PDF' }).click();
  await (await drawn).close();
  const link = page.getByRole('link', { name: 'Open the PDF' });
  await expect(link).toBeFocused();
  await expect(link).toHaveAttribute('href', /^blob:/);
  // What was drawn is not offered for another run.
  await page.getByLabel('Of each').fill('19');
  await expect(page.getByRole('button', { name: 'Draw the PDF' })).toBeVisible();
  // One tag a pot, out of the printer at hand, which runs out.
  await page.goto(`${desk.base}/library/devices`);
  await page.getByRole('button', { name: 'Leave only 3' }).click();
  await expect(page.getByText('3 labels left')).toBeVisible();
  await page.goto(`${desk.base}/labels?kind=pot&codes=${lots[0]!.code}&copies=5`);
  await choose(page, 'Sheet or roll', 'roll, 62 x 29 mm');
  await expect(page.getByText('5 labels on 5 pieces')).toBeVisible();
  await page.getByRole('button', { name: 'To the label printer' }).click();
  await expect(page.getByText('Only 3 of 5 came out')).toBeVisible();
  await page.goto(`${desk.base}/library/devices`);
  await page.getByRole('button', { name: 'See it' }).click();
  await expect(page.getByRole('img', { name: 'page 3 that came out' })).toBeVisible();
});

test('lists of thousands scroll to their end, and a lot far down is found in them', async ({ page, desk }) => {
  await page.goto(`${desk.base}/lots`);
  await expect(page.locator('a.line').first()).toBeVisible();
  // By the scroll bar straight to the end, and by keys from there to the beginning.
  const list = page.getByRole('region', { name: 'List of lots' });
  const { tags } = (await (await page.request.get(`${desk.base}/api/lots/tags`)).json()) as { tags: { all: number } };
  const end = page.locator(`[data-at="${String(tags.all - 1)}"] a.line`);
  await list.evaluate((el) => el.scrollTo(0, el.scrollHeight));
  await expect(end).toBeVisible();
  await page.locator('a.line').last().focus();
  await page.keyboard.press('Home');
  await expect(page.locator('[data-at="0"] a.line')).toBeFocused();
  await page.keyboard.press('End');
  await expect(end).toBeFocused();
  const last = (await end.getAttribute('data-code')) ?? '';
  await page.goto(`${desk.base}/lots/${last}`);
  await expect(page.locator(`a.line[data-code="${last}"]`)).toBeVisible();
  // Back and forward, as a book is leafed.
  await press(page, '3');
  await expect(page).toHaveURL(`${desk.base}/tests`);
  await page.goBack();
  await expect(page).toHaveURL(`${desk.base}/lots/${last}`);
  await page.goForward();
  await expect(page).toHaveURL(`${desk.base}/tests`);
});
