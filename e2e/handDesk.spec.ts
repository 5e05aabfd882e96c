import { devices } from '@playwright/test';
import { api, expect, inaccessible, lastStep, test } from './desk.ts';

const { defaultBrowserType: _browser, ...phone } = devices['Pixel 7'];
test.use({ ...phone, viewport: { width: 390, height: 844 } });

test('the desk in one hand: places at the lower edge, a test counted, seed lent, and the table put away', async ({ page, desk }) => {
  await page.goto(`${desk.base}/today`);
  // Places lie at the lower edge, each as large as a fingertip; the year is folded away until it is wanted.
  const places = page.getByRole('navigation', { name: 'Places' });
  const box = await places.boundingBox();
  expect((box?.y ?? 0) + (box?.height ?? 0)).toBeGreaterThan(840);
  for (const tab of await places.locator('.tab').all()) {
    const { width, height } = (await tab.boundingBox()) ?? { width: 0, height: 0 };
    expect(Math.min(width, height)).toBeGreaterThanOrEqual(48);
  }
  await expect(page.getByRole('region', { name: 'The year' })).toBeHidden();
  expect(await inaccessible(page, 'today on a phone')).toEqual([]);
  await places.getByRole('button', { name: 'More' }).tap();
  await page.getByRole('button', { name: 'Show the year' }).tap();
  await expect(page.getByRole('region', { name: 'The year' })).toBeVisible();
  await places.getByRole('button', { name: 'More' }).tap();
  await page.getByRole('button', { name: 'Fold the year away' }).tap();

  // A test is counted with a thumb.
  const { tests } = await api<{ tests: { id: number; planned: boolean; normal: number }[] }>(page, desk, '/tests?state=open');
  const counted = tests.find((t) => !t.planned && t.normal === 0);
  await page.goto(`${desk.base}/tests/${String(counted?.id)}`);
  const seed = page.locator('.seed').first();
  expect((await seed.locator('.hit').boundingBox())?.width).toBeGreaterThanOrEqual(48);
  await seed.tap();
  await page.locator('.seed').nth(3).tap();
  await page.getByRole('button', { name: /^Save/ }).tap();
  await expect(lastStep(page)).toContainText('2 of');

  // A lot is found, read one pane at a time, and lent; its buttons are in sight without scrolling.
  await places.getByRole('link', { name: 'Lots' }).tap();
  await page.getByRole('region', { name: 'List of lots' }).getByText('Old Schoolhouse Dark').first().tap();
  await expect(page.getByRole('region', { name: 'List of lots' })).toBeHidden();
  const lend = page.getByRole('button', { name: 'Lend', exact: true });
  await expect(lend).toBeInViewport();
  await page.locator('.sheet').evaluate((sheet) => {
    sheet.scrollTop = sheet.scrollHeight;
  });
  await expect(lend).toBeInViewport();
  await page.getByRole('button', { name: /^On the table/ }).tap();
  await lend.tap();
  await page.getByLabel('To', { exact: true }).pressSequentially('Dorit', { delay: 30 });
  await page.locator('form').getByRole('option').first().tap();
  await page.getByLabel('Seeds', { exact: true }).fill('2');
  await page.locator('form').getByRole('button', { name: 'Lend', exact: true }).tap();
  await expect(lastStep(page)).toContainText('Lent 2');

  // What lies on the table is a drawer; it is put away.
  await page.getByRole('button', { name: '1 envelope on the table' }).tap();
  const drawer = page.locator('.table-drawer');
  await expect(drawer.getByText('Old Schoolhouse Dark')).toBeVisible();
  expect(await inaccessible(page, 'the table as a drawer')).toEqual([]);
  await drawer.getByRole('button', { name: 'Put away' }).tap();
  await page.getByRole('button', { name: 'Put all away' }).tap();
  await expect(page.locator('footer.table')).toBeHidden();
  await expect(page.getByRole('region', { name: 'List of lots' })).toBeVisible();
});
