import { readFileSync } from 'node:fs';
import { api, expect, inaccessible, lastStep, test } from './desk.ts';

test('the whole library goes out as a package, an empty one becomes it, and a sister takes gifts of it', async ({
  page,
  desk,
  emptyDesk,
}) => {
  await page.goto(`${desk.base}/library/open-files`);
  await page.getByText('Everything', { exact: true }).click();
  const coming = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Write the package' }).click();
  const zip = await (await coming).path();
  expect(readFileSync(zip).subarray(0, 2).toString()).toBe('PK');
  expect(await inaccessible(page, 'open files')).toEqual([]);

  // Into an empty library: the same lots, members and history.
  await page.goto(`${emptyDesk.base}/library/open-files`);
  await page.locator('input[type=file]').setInputFiles({ name: 'library.zip', mimeType: 'application/zip', buffer: readFileSync(zip) });
  await expect(page.getByText('Osierbeck Valley Seed Library')).toBeVisible();
  await page.getByRole('button', { name: 'Become this library' }).click();
  await expect(page.getByText('The library is closed, put in its place')).toBeVisible();
  await expect(page).toHaveURL(/\/today$/, { timeout: 60_000 });
  const lots = async (base: string): Promise<unknown> => api(page, { base }, '/lots?limit=500&sort=seeds');
  await expect(async () => {
    expect((await api<{ stale: number }>(page, emptyDesk, '/session')).stale).toBe(0);
  }).toPass();
  expect(await lots(emptyDesk.base)).toEqual(await lots(desk.base));
  const { steps } = await api<{ steps: { summary: string }[] }>(page, emptyDesk, '/history?limit=2');
  expect(steps[0]?.summary).toBe('Read in the package of Osierbeck Valley Seed Library');

  // As gifts into a library that has lots of its own: matched by variety, with what was counted there.
  await page.goto(`${desk.base}/library/open-files`);
  await page.locator('input[type=file]').setInputFiles({ name: 'library.zip', mimeType: 'application/zip', buffer: readFileSync(zip) });
  await expect(page.getByRole('button', { name: 'Become this library' })).toBeHidden();
  await page.getByRole('button', { name: 'See its lots as gifts' }).click();
  const first = page.locator('.gifts li').first();
  await expect(first).toContainText('a variety of yours');
  await first.getByRole('textbox').fill('forty');
  await page.getByRole('button', { name: 'Take in 1 gift' }).click();
  await expect(page.getByText('Write a whole number, as 40')).toBeVisible();
  await first.getByRole('textbox').fill('40');
  expect(await inaccessible(page, 'gifts')).toEqual([]);
  await page.getByRole('button', { name: 'Take in 1 gift' }).click();
  await expect(lastStep(page)).toContainText('Took in 1 gift of Osierbeck Valley Seed Library');
  await expect(page).toHaveURL(/\/labels\?codes=/);
});

test('a copy says what would be lost, and is put back while the program runs', async ({ page, desk }) => {
  await page.goto(`${desk.base}/library/copies`);
  await page.getByRole('button', { name: 'Make a copy now' }).click();
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.goto(`${desk.base}/members/new`);
  await page.getByLabel('Name', { exact: true }).fill('Bramble Oake');
  await page.getByRole('button', { name: 'Write down' }).click();
  await expect(lastStep(page)).toContainText('Bramble Oake');

  await page.goto(`${desk.base}/library/copies`);
  await page.getByRole('button', { name: /^See what would be lost/ }).click();
  await expect(page.getByRole('heading', { name: '1 step would be lost' })).toBeVisible();
  await expect(page.getByRole('row', { name: /members/ })).toContainText('members 63 62');
  expect(await inaccessible(page, 'copies')).toEqual([]);
  await page.getByRole('button', { name: 'Put this copy in the place of the library' }).click();
  await expect(page).toHaveURL(/\/today$/, { timeout: 60_000 });
  await page.goto(`${desk.base}/library/history`);
  await expect(page.getByText(/^Put the copy/).first()).toBeVisible();
  await expect(page.locator('main').getByText('Bramble Oake')).toBeHidden();
  // What was there before was kept as a copy of its own, and can be gone back to.
  await page.goto(`${desk.base}/library/copies`);
  await expect(page.getByRole('row')).toHaveCount(3);

  // A key reads and changes nothing.
  await page.goto(`${desk.base}/library/open-files`);
  await page.getByRole('button', { name: 'Make a key' }).click();
  await expect(page.getByText('say what the key is for')).toBeVisible();
  await page.getByLabel('What the key is for').fill('the web site');
  await page.getByRole('button', { name: 'Make a key' }).click();
  const key = String(await page.locator('.secret').textContent());
  const headers = { Authorization: `Bearer ${key}` };
  expect((await page.request.get(`${desk.base}/api/lots`, { headers })).status()).toBe(200);
  expect((await page.request.post(`${desk.base}/api/members`, { headers, data: { name: 'Nobody' } })).status()).toBe(403);
  await page.getByRole('button', { name: 'End the key for the web site' }).click();
  await expect(page.locator('.secret')).toBeHidden();
  expect((await page.request.get(`${desk.base}/api/lots`, { headers })).status()).toBe(401);
});
