import { expect, inaccessible, test } from './desk.ts';

test('the year is told on a page and on paper, beside the time before, from any day to any day', async ({ page, shownDesk }) => {
  await page.goto(`${shownDesk.base}/library/year`);
  await expect(page.getByRole('heading', { name: 'Osierbeck Valley Seed Library' })).toBeVisible();
  await expect(page.getByText('beside 15 March 2025 to 14 March 2026')).toBeVisible();
  await expect(page.getByRole('img', { name: /All lots by amount and by how alive they are/ })).toBeVisible();
  await expect(page.getByText(/^Of \d+ promises that fell due \d+ were kept/)).toBeVisible();
  expect(await inaccessible(page, 'the year')).toEqual([]);

  // On paper there is the report alone: no frame, no buttons, nothing cut.
  await page.emulateMedia({ media: 'print' });
  for (const gone of ['.head', '.band', '.tabs', '.table', 'nav[aria-label="Library"]', '.span']) {
    await expect(page.locator(gone).first(), gone).toBeHidden();
  }
  const pdf = await page.pdf({ format: 'A4', margin: { top: '14mm', bottom: '14mm', left: '14mm', right: '14mm' } });
  expect(pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length).toBeGreaterThan(1);
  expect(pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length).toBeLessThan(7);
  await page.emulateMedia({ media: 'screen' });

  await page
    .getByRole('button', { name: '2025', exact: true })
    .or(page.getByRole('button', { name: '2026', exact: true }))
    .first()
    .click();
  await expect(page).toHaveURL(/from=2026-01-01&to=2026-12-31/);
  await expect(page.getByText('1 January 2026 to 31 December 2026')).toBeVisible();
  await page.getByText('beside the time before').click();
  await expect(page.getByText(/, beside /)).toBeHidden();
  // The numbers of each picture stand under it.
  await page.getByText('The numbers').first().click();
  await expect(page.getByRole('row', { name: /^2026-04/ })).toBeVisible();

  await page.getByLabel('From', { exact: true }).fill('1 Jan 2027');
  await page.getByLabel('From', { exact: true }).press('Tab');
  await expect(page.getByText('must not be after the last day')).toBeVisible();

  // The same picture of the stock stands by the renewals.
  await page.goto(`${shownDesk.base}/renewals`);
  await page.getByText('The whole stock, by amount and how alive it is').click();
  await expect(page.getByRole('img', { name: /All lots by amount/ })).toBeVisible();
});
