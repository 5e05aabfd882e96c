import { expect, inaccessible, test } from './desk.ts';

test('counting is practised: a paper laid, marked and explained, counted by a second person, with a score of one’s own', async ({
  page,
  shownDesk,
}) => {
  await page.goto(`${shownDesk.base}/tests`);
  await page.getByRole('link', { name: 'Practice counting' }).click();
  await page.getByText('20', { exact: true }).click();
  await page.getByText('Against it').click();
  await page.getByRole('button', { name: 'Lay a paper' }).click();
  await expect(page.getByText('20 without a mark')).toBeVisible();
  await expect(page.getByText(/0:4\d left/)).toBeVisible();
  // By hand and by keys, as on the real sheet.
  const sheet = page.getByRole('group', { name: 'A paper of 20 seeds; arrows move, letters mark' });
  await sheet.locator('.seed').first().click();
  await page.keyboard.press('ArrowRight');
  for (let i = 0; i < 19; i++) await page.keyboard.press('s');
  await expect(page.getByText('every seed is marked')).toBeVisible();
  expect(await inaccessible(page, 'a practice paper')).toEqual([]);
  await page.getByRole('button', { name: 'Done: how was it?' }).click();
  await expect(page.getByText(/^Of 20 seeds \d+ were rightly seen\. You counted 20 of 20 alive/)).toBeVisible();
  const mistake = page.getByRole('button', { name: /taken for sprouted, but/ }).first();
  await mistake.click();
  await expect(sheet.locator('.shown').first()).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Your papers' })).toBeVisible();

  // Somebody else counts the same paper: where do they differ?
  await page.getByRole('button', { name: 'Let somebody else count this paper' }).click();
  await expect(page.getByText('Now somebody else.')).toBeVisible();
  await expect(sheet.locator('.said')).toHaveCount(0);
  await sheet.locator('.seed').first().click();
  await page.getByRole('button', { name: 'Done: how was it?' }).click();
  await expect(page.getByRole('heading', { name: 'Where you two differ' })).toBeVisible();
  await expect(page.getByText('Seed 2: sprouted, then nothing')).toBeVisible();
  expect(await inaccessible(page, 'two counts of a paper')).toEqual([]);
  // The score is one's own: it lies in this browser, and can be forgotten.
  await page.getByRole('button', { name: 'Forget them' }).click();
  await expect(page.getByRole('heading', { name: 'Your papers' })).toBeHidden();
});

test('judgement is practised: cases of four kinds, how sure, and whether that holds', async ({ page, shownDesk }) => {
  await page.goto(`${shownDesk.base}/tests/practice`);
  await page.getByRole('navigation', { name: 'What to practise' }).getByRole('link', { name: 'Judging' }).click();
  await page.getByRole('button', { name: 'That is my answer' }).click();
  await expect(page.getByText('Choose an answer first.')).toBeVisible();
  for (let n = 1; n <= 10; n++) {
    await page.getByRole('group', { name: 'Your answer' }).locator('label').first().click();
    if (n === 1) {
      await page.getByRole('button', { name: 'That is my answer' }).click();
      await expect(page.getByText('Say how sure you are.')).toBeVisible();
    }
    await page.getByText('Certain, 99 %').first().click();
    await page.getByRole('button', { name: 'That is my answer' }).click();
    await expect(page.getByText(/^Right\.$|^It was: /)).toBeVisible();
    if (n === 1) {
      await expect(page.getByText('so far there are 1')).toBeVisible();
      expect(await inaccessible(page, 'a case')).toEqual([]);
    }
    await page.getByRole('button', { name: 'Another case' }).click();
  }
  // Always the first answer, and always certain: seldom right.
  await expect(page.getByText(/in 100 sure, \d+ right/)).toBeVisible();
  await expect(page.getByRole('row', { name: /^Certain, 99 % 10/ })).toBeVisible();
});
