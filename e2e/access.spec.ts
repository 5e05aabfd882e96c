import { expect, inaccessible, lastStep, test } from './desk.ts';

const PASSPHRASE = 'grey kettle on the shelf';

test('a library is closed: its first coordinator, an unlocked desk, a volunteer of their own, and out again', async ({
  page,
  desk,
  browser,
}) => {
  // Over a network nobody is let in before there is somebody to ask.
  const elsewhere = await (await browser.newContext({ extraHTTPHeaders: { 'X-Forwarded-For': '192.0.2.7' } })).newPage();
  await elsewhere.goto(`${desk.base}/lots`);
  await expect(elsewhere.getByText('lets nobody in over the network yet')).toBeVisible();
  expect(await inaccessible(elsewhere, 'the closed door')).toEqual([]);
  expect((await elsewhere.request.get(`${desk.base}/api/lots`)).status()).toBe(401);

  // On the computer itself, somebody becomes the coordinator.
  await page.goto(`${desk.base}/library/people`);
  await page.getByLabel('Your name').fill('Ottilie Vane');
  await page.getByLabel('A passphrase', { exact: true }).fill('password1234');
  await page.getByRole('button', { name: 'Become the coordinator' }).click();
  await expect(page.getByText('is one of the first that would be tried')).toBeVisible();
  await page.getByLabel('A passphrase', { exact: true }).fill(PASSPHRASE);
  await page.getByRole('button', { name: 'Become the coordinator' }).click();
  await expect(page.getByRole('heading', { name: 'Everything is open' })).toBeHidden();
  await expect(page.locator('.who')).toContainText('Ottilie Vane');

  // A volunteer gets a passphrase, and signs in from elsewhere.
  await page.getByLabel('Name', { exact: true }).fill('Tob Fenner');
  await page.getByRole('button', { name: 'Put on the list' }).click();
  await page.getByLabel('Passphrase', { exact: true }).fill('ten peas rolled away');
  await page.getByRole('button', { name: 'Give it' }).click();
  await expect(page.getByText('Tob Fenner has a new passphrase')).toBeVisible();
  expect(await inaccessible(page, 'people')).toEqual([]);
  await elsewhere.goto(`${desk.base}/lots/take-in`);
  await expect(elsewhere.getByText('This page comes unencrypted')).toBeVisible();
  expect(await inaccessible(elsewhere, 'signing in')).toEqual([]);
  await elsewhere.getByLabel('Name').fill('tob fenner');
  await elsewhere.getByLabel('Passphrase', { exact: true }).fill('not that one at all');
  await elsewhere.keyboard.press('Enter');
  await expect(elsewhere.getByText('Name or passphrase is not right')).toBeVisible();
  await elsewhere.getByLabel('Passphrase', { exact: true }).fill('ten peas rolled away');
  await elsewhere.keyboard.press('Enter');
  await expect(elsewhere.locator('.who')).toContainText('Tob Fenner');
  // They are where they wanted to go, and people are not theirs to see.
  await expect(elsewhere.getByRole('heading', { name: 'Take in an envelope' })).toBeVisible();
  await elsewhere.getByRole('link', { name: 'Library' }).first().click();
  await expect(elsewhere.getByRole('navigation', { name: 'Library' }).getByRole('link', { name: 'People' })).toBeHidden();
  await expect(elsewhere.getByText('Only a coordinator changes these')).toBeVisible();
  await elsewhere.goto(`${desk.base}/lots/take-in`);
  await elsewhere.getByLabel('Variety', { exact: true }).fill('Lanternlight');

  // Signed out in the middle of it: what was typed stays, and goes on.
  await page.getByRole('button', { name: 'Sign out everywhere: Tob Fenner' }).click();
  await expect(page.getByRole('row', { name: /Tob Fenner/ })).toContainText('nowhere');
  await elsewhere.getByLabel('Crop', { exact: true }).pressSequentially('tom', { delay: 30 });
  const again = elsewhere.getByRole('dialog', { name: 'Sign in again' });
  await expect(again).toBeVisible();
  expect(await inaccessible(elsewhere, 'signing in again')).toEqual([]);
  await again.getByLabel('Passphrase', { exact: true }).fill('ten peas rolled away');
  await elsewhere.keyboard.press('Enter');
  await expect(again).toBeHidden();
  await expect(elsewhere.getByLabel('Variety', { exact: true })).toHaveValue('Lanternlight');

  // The desk is unlocked for the day: who works there is chosen by name, and stands in the history.
  await page.locator('.who').click();
  await page.getByRole('button', { name: 'Unlock this desk for the day' }).click();
  await expect(page.locator('.who')).toContainText('choose your name');
  await page.locator('.who').click();
  await page.getByRole('button', { name: 'Tob Fenner', exact: true }).click();
  await expect(page.locator('.who')).toContainText('Tob Fenner');
  await page.goto(`${desk.base}/members/new`);
  await page.getByLabel('Name', { exact: true }).fill('Bramble Oake');
  await page.getByRole('button', { name: 'Write down' }).click();
  await expect(lastStep(page)).toContainText('Bramble Oake');
  await page.goto(`${desk.base}/library/history`);
  await expect(page.getByRole('listitem').filter({ hasText: 'Bramble Oake' }).first()).toContainText('Tob Fenner');
  await expect(page.getByText('Unlocked a desk for the day')).toBeVisible();
  // A note is told and cannot be taken back; another’s step not by a volunteer.
  await expect(page.getByRole('button', { name: 'Take back: Unlocked a desk for the day' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Take back: Tob Fenner works at the desk' })).toBeHidden();
  await page.locator('.who').click();
  await page.getByRole('button', { name: 'Lock it' }).click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await elsewhere.context().close();
});
