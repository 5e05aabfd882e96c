import { expect, inaccessible, lastStep, press, test } from './desk.ts';

test('a server that goes away loses nothing of what was typed or counted', async ({ page, desk }) => {
  const { tests } = (await (await page.request.get(`${desk.base}/api/tests?state=open`)).json()) as {
    tests: { id: number; marked: number }[];
  };
  const open = tests.find((t) => t.marked === 0)!;
  await page.goto(`${desk.base}/tests/${String(open.id)}`);
  await page.getByRole('checkbox', { name: 'Seed 4, not yet' }).click();
  await desk.stop();
  await page.getByRole('checkbox', { name: 'Seed 5, not yet' }).click();
  await page.getByRole('button', { name: 'Save this count' }).click();
  await expect(page.getByRole('status').filter({ hasText: '1 step kept here for the library' })).toContainText('counted');
  // It is sent by itself once the server is back.
  await desk.restart();
  await expect(lastStep(page)).toContainText('2 of');
  await expect(page.getByText(/kept here for the library/)).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('checkbox', { name: /Seed 5, sprouted/ })).toBeVisible();

  // A form is kept over a closed page.
  await page.goto(`${desk.base}/lots/take-in`);
  await page.getByLabel('Variety', { exact: true }).fill('Half a name');
  await page.getByLabel('Amount', { exact: true }).fill('33');
  await page.goto(`${desk.base}/today`);
  await page.goto(`${desk.base}/lots/take-in`);
  await expect(page.getByLabel('Variety', { exact: true })).toHaveValue('Half a name');
  await expect(page.getByLabel('Amount', { exact: true })).toHaveValue('33');
});

test('while the library is away a run of envelopes goes on and gets its codes later, and other forms say first that they cannot', async ({
  page,
  desk,
}) => {
  // What finds crops without the library is taken along as the page opens.
  const taken = page.waitForResponse(/lookHere/);
  await page.goto(`${desk.base}/take-in`);
  await (await taken).finished();
  await page.getByLabel('Came from').fill('Spring swap');
  await desk.stop();
  for (const [variety, year] of [
    ['flat white runner beans', '2026'],
    ['Half Past Six tomato', '2025'],
  ] as const) {
    await page.getByLabel('Variety or nickname').fill(variety);
    await expect(page.getByLabel('Crop', { exact: true })).toHaveAttribute('placeholder', /bean|Tomato/);
    await page.getByLabel('Year', { exact: true }).fill(year);
    await page.getByLabel('Amount').fill('about 20');
    await page.getByLabel('Amount').press('Enter');
    await expect(page.getByRole('region', { name: 'Taken in' })).toContainText(variety);
  }
  await expect(page.getByRole('alert').filter({ hasText: 'The library does not answer.' })).toContainText('envelopes of a run');
  await expect(page.getByText('2 steps kept here for the library')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Taken in' }).getByText('kept here')).toHaveCount(2);
  expect(await inaccessible(page, 'a run while the library is away')).toEqual([]);
  await desk.restart();
  await expect(page.getByRole('region', { name: 'Taken in' }).getByText('kept here')).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Taken in' }).locator('.code')).toHaveCount(2);
  await page.goto(`${desk.base}/lots/take-in`);
  await expect(page.getByLabel('Variety', { exact: true })).toBeVisible();
  await desk.stop();
  await page.getByLabel('Variety', { exact: true }).fill('Not to be lost');
  await expect(page.getByText('this cannot be kept here: it can be written down once it is back')).toBeVisible();
});

test('errors stand beside their fields, say what to do, and keep what was typed', async ({ page, desk }) => {
  await page.goto(`${desk.base}/lots/take-in`);
  await page.getByRole('button', { name: 'Take in', exact: true }).click();
  await expect(page.getByText('give the name on the envelope')).toHaveCount(0);
  await page.getByLabel('Came from', { exact: true }).fill('Swap');
  await page.getByLabel('Amount', { exact: true }).fill('a handful');
  await page.getByLabel('Year', { exact: true }).fill('2031');
  await page.getByRole('button', { name: 'Take in', exact: true }).click();
  await expect(page.getByText('"a handful" is not an amount')).toBeVisible();
  await page.getByLabel('Amount', { exact: true }).fill('40');
  await page.getByLabel('Came on', { exact: true }).fill('31 Feb');
  await page.getByRole('button', { name: 'Take in', exact: true }).click();
  await expect(page.getByText('must be a date that exists')).toBeVisible();
  await page.getByLabel('Came on', { exact: true }).fill('12 Mar');
  await page.getByRole('button', { name: 'Take in', exact: true }).click();
  await expect(page.getByText('must not be after 2027, when it came')).toBeVisible();
  await page.getByLabel('Year', { exact: true }).fill('2026');
  await page.getByRole('button', { name: 'Take in', exact: true }).click();
  await expect(page.getByText('give the name on the envelope')).toBeVisible();
  await expect(page.getByLabel('Amount', { exact: true })).toHaveValue('40');
  await expect(page.getByLabel('Came on', { exact: true })).toHaveValue('Fri 12 Mar');
});

test('the second of two people at one lot sees both sides and chooses', async ({ page, desk }) => {
  const { lots } = (await (await page.request.get(`${desk.base}/api/lots?limit=30`)).json()) as { lots: { code: string }[] };
  const code = lots[10]!.code;
  await page.goto(`${desk.base}/lots/${code}/edit`);
  await expect(page.getByLabel('Floor, never lent', { exact: true })).not.toHaveValue('');
  const { lot } = (await (await page.request.get(`${desk.base}/api/lots/${code}`)).json()) as { lot: { version: number } };
  await page.request.patch(`${desk.base}/api/lots/${code}`, { data: { version: lot.version, note: 'theirs' } });
  await page.getByLabel(/^Note/).fill('mine');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText(/There now: .*“theirs”/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep mine' }).click();
  await expect(page).toHaveURL(`${desk.base}/lots/${code}`);
  await expect(page.locator('main').getByText('mine', { exact: true })).toBeVisible();
});

test('a step that others stand on is not taken back, and the one to take back first is named', async ({ page, desk }) => {
  await page.goto(`${desk.base}/lots?sort=seeds`);
  await page.locator('a.line').first().click();
  await expect(page.locator('article h1')).toBeVisible();
  await page.getByRole('button', { name: 'Amount', exact: true }).click();
  await page.getByLabel('Given away').check();
  await page.getByLabel('Seeds', { exact: true }).fill('7');
  await page.getByLabel('Why', { exact: true }).fill('to the school garden');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(lastStep(page)).toContainText('-7 seeds, to the school garden');
  const history = page.getByRole('region', { name: 'History' });
  await history.getByRole('button', { name: /^Take back: Took in/ }).click();
  await expect(lastStep(page)).toContainText('Take back first');
  await history.getByRole('button', { name: /^Take back: .*school garden/ }).click();
  await expect(lastStep(page)).toContainText('Took back: ');
  await press(page, 'Escape');
});

test('the table: pulled out by touch, put away with place and amount in one step', async ({ browser, desk }) => {
  const context = await browser.newContext({ hasTouch: true, viewport: { width: 1024, height: 768 } });
  const page = await context.newPage();
  await page.goto(`${desk.base}/lots`);
  // What was only guessed may turn out to be more; of what was counted the record is held to.
  const { lots } = (await (await page.request.get(`${desk.base}/api/lots?limit=40`)).json()) as {
    lots: { code: string; amountKnown: string }[];
  };
  const counted = lots.filter((l) => l.amountKnown === 'counted').slice(0, 2);
  for (const l of counted) await page.getByRole('button', { name: `${l.code} on the table` }).tap();
  await expect(page.locator('footer .card')).toHaveCount(2);
  await page.getByRole('button', { name: 'Put away' }).tap();
  const left = page.getByLabel(/^Seeds left of/).first();
  await left.fill('99999');
  await page.getByRole('button', { name: 'Put all away' }).tap();
  await expect(page.getByText(/the record has/)).toBeVisible();
  await expect(left).toHaveValue('99999');
  await left.fill('5');
  await page.getByRole('button', { name: 'Put all away' }).tap();
  await expect(lastStep(page)).toContainText('Put away 2 envelopes, 1 amount put right');
  await expect(page.locator('footer .card')).toHaveCount(0);
  await context.close();
});

test('a page whose part of the program does not come is said, and opens when it is there again', async ({ page, desk }) => {
  // Opened once before, and left while it was still on its way: nobody is told of that.
  await page.route('**/assets/MembersView-*.js', async (route) => {
    await new Promise((done) => setTimeout(done, 500));
    await route.continue().catch(() => undefined);
  });
  await page.goto(`${desk.base}/today`);
  await page.getByRole('link', { name: 'Members' }).click();
  await page.goto(`${desk.base}/lots`);
  await page.unroute('**/assets/MembersView-*.js');
  await page.route('**/assets/MembersView-*.js', (route) => route.abort());
  await page.getByRole('link', { name: 'Members' }).click();
  await expect(page.getByRole('alert').getByText('That page did not come')).toBeVisible();
  await page.unroute('**/assets/MembersView-*.js');
  await page.getByRole('link', { name: 'Open it again' }).click();
  await expect(page).toHaveURL(/\/members/);
  await expect(page.getByText('That page did not come')).toHaveCount(0);
});
