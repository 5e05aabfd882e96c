import { expect, lastStep, test } from './desk.ts';

test('a run of envelopes: source, year and place stay, a known variety brings its crop, and drafts never mix', async ({ page, desk }) => {
  await page.goto(`${desk.base}/lots/take-in`);
  const { places } = (await (await page.request.get(`${desk.base}/api/places`)).json()) as { places: { name: string }[] };
  await page.getByLabel('Variety', { exact: true }).pressSequentially('Tollgate Re', { delay: 30 });
  await page
    .locator('form')
    .getByRole('option', { name: /Tollgate Red.*Tomato/ })
    .click();
  await expect(page.getByLabel('Crop', { exact: true })).toHaveValue('Tomato');
  await expect(page.getByLabel('Crop', { exact: true })).toBeDisabled();
  await page.getByLabel('Came from', { exact: true }).pressSequentially('Grey', { delay: 30 });
  await page.locator('form').getByRole('option').first().click();
  await page.getByText('Bought', { exact: true }).click();
  await page.getByLabel('Year', { exact: true }).fill('2027');
  await page.getByText('Packing', { exact: true }).click();
  await page.getByText('Weighed', { exact: true }).click();
  await page.getByLabel('Amount', { exact: true }).fill('0,5');
  await expect(page.getByText(/about 175 seeds .*at 350 in a gram, usual for the crop/)).toBeVisible();
  await page.getByLabel('Germination on the packet').fill('88');
  await page.getByRole('combobox', { name: /Goes to/ }).click();
  await page.getByRole('option', { name: places[0]!.name }).click();
  await page.getByRole('button', { name: 'Take in', exact: true }).click();
  const first = (await page.locator('.taken .code').textContent()) ?? '';
  expect(first).toMatch(/^TM-/);
  await expect(page.getByRole('combobox', { name: /Goes to/ })).toContainText(places[0]!.name);
  await expect(page.getByRole('radio', { name: 'Bought' })).toBeChecked();
  await expect(page.getByLabel('Year', { exact: true })).toHaveValue('2027');

  // The next one is new, with a crop that must be handled with care.
  await page.getByLabel('Variety', { exact: true }).fill('Gatepost Purple');
  await page.getByLabel('Crop', { exact: true }).pressSequentially('foxgl', { delay: 30 });
  await page
    .locator('form')
    .getByRole('option', { name: /Foxglove/ })
    .click();
  await expect(page.getByRole('note', { name: 'Caution' })).toContainText('poisonous');
  await page.getByText('Guessed', { exact: true }).click();
  await page.getByLabel('Amount', { exact: true }).fill('300');
  await page.getByRole('button', { name: 'Take in', exact: true }).click();
  await expect(page.locator('.taken .code')).not.toHaveText(first);
  // The first is what was said of it.
  const { lot } = (await (await page.request.get(`${desk.base}/api/lots/${first}`)).json()) as { lot: Record<string, unknown> };
  expect(lot).toMatchObject({
    balance: 175,
    amountKnown: 'weighed',
    acquisition: 'purchased',
    yearKind: 'packing',
    agesFrom: '2026-10-01',
    statedGermination: 0.88,
  });
});

test('an amount, a name put right and a promise: each is written, seen and taken back', async ({ page, desk }) => {
  const { lots } = (await (await page.request.get(`${desk.base}/api/lots?tag=lend&sort=seeds&limit=20`)).json()) as {
    lots: { code: string; balance: number; identity: string }[];
  };
  // Below a thousand, so that it is written as it is.
  const lot = lots.find((l) => l.identity === 'sure' && l.balance < 1000)!;
  await page.goto(`${desk.base}/lots/${lot.code}/edit`);
  await expect(page.getByLabel('Floor, never lent', { exact: true })).not.toHaveValue('');
  await page.getByRole('link', { name: 'Say how sure it is' }).click();
  await page.getByText('Doubtful', { exact: true }).last().click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('alert').first()).toBeVisible();
  await page.getByLabel('How do you know', { exact: true }).fill('the flowers are white');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('The name is in doubt.')).toBeVisible();
  // From now on it is lent only with a note.
  await page.getByRole('button', { name: 'Lend', exact: true }).click();
  await page.getByLabel('To', { exact: true }).pressSequentially('Dorit', { delay: 30 });
  await page.locator('form').getByRole('option').first().click();
  await page.getByLabel('Seeds', { exact: true }).fill('5');
  await page.getByRole('button', { name: 'Lend', exact: true }).click();
  await expect(page.getByText('write on the packet what is known')).toBeVisible();
  await page.getByLabel('Written on the packet').fill('white flowers; name not sure');
  await page.getByRole('button', { name: 'Lend', exact: true }).click();
  await expect(lastStep(page)).toContainText('Lent 5 seeds');
  await expect(page.locator('.amount').first()).toContainText(String(lot.balance - 5));
  await page.getByRole('button', { name: /^Take it back/ }).click();
  await expect(page.locator('.amount').first()).toContainText(String(lot.balance));
  const history = page.getByRole('region', { name: 'History' });
  await expect(history.getByText(/the flowers are white/)).toBeVisible();
  await history.getByRole('button', { name: /^Take back: The name of/ }).click();
  await expect(page.getByText('The name is in doubt.')).toHaveCount(0);
});
