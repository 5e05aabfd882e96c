import type { Locator, Page } from '@playwright/test';
import { expect, lastStep, press, test } from './desk.ts';
import { within } from './speed.ts';

/** Presses Tab until the focus is where a person wants it; fails when it cannot be reached by keyboard. */
async function tabTo(page: Page, goal: Locator): Promise<void> {
  await expect(goal).toBeVisible();
  for (let i = 0; i < 140; i++) {
    if (await goal.evaluate((el) => el === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab does not reach ${goal.toString()}`);
}
async function enterOn(page: Page, goal: Locator): Promise<void> {
  await tabTo(page, goal);
  await page.keyboard.press('Enter');
}
/** Types into a labelled field that was reached by Tab. */
async function typeIn(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true });
  await tabTo(page, field);
  await page.keyboard.press('Control+A');
  await page.keyboard.type(text, { delay: 45 });
}
const button = (page: Page, name: string | RegExp): Locator => page.getByRole('button', { name, exact: typeof name === 'string' });
const main = (page: Page): Locator => page.locator('main');

/** The three figures of an estimate, as the chart of an opened sheet tells them. */
async function interval(page: Page): Promise<number> {
  const text = (await page.locator('figcaption').first().textContent()) ?? '';
  const [, low, high] = /between (\d+) % and (\d+) %/.exec(text) ?? [];
  return Number(high) - Number(low);
}

test('one envelope goes the whole round by keyboard, from an empty library to its own seed brought back', async ({ page, emptyDesk }) => {
  test.setTimeout(within(480_000));
  await page.goto(`${emptyDesk.base}/today`);
  await expect(page.getByRole('heading', { name: 'Nothing is due today' })).toBeVisible();

  // Who is at the desk.
  await enterOn(page, page.getByRole('button', { name: /at the desk/ }));
  await typeIn(page, 'Somebody new', 'Ottilie');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /at the desk/ })).toContainText('Ottilie');

  // A place to keep seed.
  await press(page, '7');
  await enterOn(page, page.getByRole('link', { name: 'Places' }));
  await enterOn(page, page.getByRole('button', { name: 'New place' }));
  await typeIn(page, 'Name', 'Box A, hall cupboard');
  await typeIn(page, 'Usual warmth', '17');
  await typeIn(page, 'Humidity', '50');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Box A, hall cupboard' })).toBeVisible();

  // Take in. N must not be typed into a field, so the focus leaves it first.
  await page.keyboard.press('Tab');
  await press(page, 'n');
  await expect(page.getByLabel('Variety', { exact: true })).toBeFocused();
  await page.keyboard.type('Harrow’s Lantern', { delay: 30 });
  await page.keyboard.press('Tab');
  await page.keyboard.type('solanum lyc', { delay: 45 });
  await expect(page.getByRole('option', { name: /Tomato/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await typeIn(page, 'Came from', 'Swap at the mill hall');
  await typeIn(page, 'Year', '2024');
  await typeIn(page, 'Amount', '120');
  await page.keyboard.press('Enter');
  const code = (await page.locator('.taken .code').textContent()) ?? '';
  expect(code).toMatch(/^[A-Z]{2}-\d{3}[A-Z]$/);
  // It is open for the next one, with what stays.
  await expect(page.getByLabel('Variety', { exact: true })).toBeFocused();
  await expect(page.getByLabel('Came from', { exact: true })).toHaveValue('Swap at the mill hall');
  await expect(page.getByLabel('Amount', { exact: true })).toHaveValue('');

  // See it: typed into the find field, opened by its code.
  await tabTo(page, page.getByRole('button', { name: 'Open it' }));
  await press(page, '/');
  await page.keyboard.type(code.toLowerCase(), { delay: 60 });
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(`${emptyDesk.base}/lots/${code}`);
  await expect(main(page).getByRole('heading', { name: 'Harrow’s Lantern', level: 1 })).toBeVisible();
  await expect(main(page).getByRole('heading', { name: 'Test first' })).toBeVisible();
  await expect(main(page).getByText(/Anything from \d+ to \d+ in 100 may be alive/)).toBeVisible();
  const before = await interval(page);
  expect(before).toBeGreaterThan(35);

  // Label it.
  await press(page, 'p');
  const label = page.getByRole('img', { name: 'page 1 of labels' });
  await expect(label).toBeVisible();
  const svg = await (await page.request.get(new URL((await label.getAttribute('src')) ?? '', emptyDesk.base).href)).text();
  expect(svg).toMatch(new RegExp(`<title>${code}\\. Harrow’s Lantern\\. .*Tomato, harvest 2024`));
  await page.goBack();

  // Start a test: the crop says how.
  await enterOn(page, button(page, 'Test'));
  await expect(main(page).getByText('What tomato asks for')).toBeVisible();
  await typeIn(page, 'Seeds in a bag', '20');
  await typeIn(page, 'Bags', '2');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/tests\/1$/);
  await expect(button(page, /Bag 2/)).toBeVisible();

  // Six days later the count stands on Today.
  await emptyDesk.restart('2027-03-20');
  await page.goto(`${emptyDesk.base}/today`);
  await expect(main(page).getByText('Count Harrow’s Lantern, two bags')).toBeVisible();
  await press(page, 'c');
  await expect(page).toHaveURL(/\/tests\/1$/);
  // Seeds of bag 1: the first by Space, two by letters, the others as a number.
  await tabTo(page, page.getByRole('checkbox', { name: 'Seed 1, not yet' }));
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('h');
  await page.keyboard.press('m');
  await expect(page.getByRole('checkbox', { name: 'Seed 2, hard, day 6' })).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'Seed 3, mouldy, dead, day 6' })).toBeVisible();
  await page.keyboard.type('15', { delay: 60 });
  await expect(button(page, /Bag 1/)).toContainText('15 up');
  // What is not saved is not lost with the lid closed.
  await page.reload();
  await expect(button(page, /Bag 1/)).toContainText('15 up');
  await enterOn(page, button(page, 'Save this count'));
  await expect(button(page, /Bag 2/)).toHaveAttribute('aria-pressed', 'true');
  await tabTo(page, page.getByLabel(/type how many are sprouted/));
  await page.keyboard.press('Control+A');
  await page.keyboard.type('21', { delay: 60 });
  await expect(page.getByText('only 20 lie here')).toBeVisible();
  await page.keyboard.press('Control+A');
  await page.keyboard.type('16', { delay: 60 });
  await page.keyboard.press('Enter');
  await expect(lastStep(page)).toContainText('16 of 20 sprouted, 16 new');
  await expect(main(page).getByText(/31 of 40 sprouted; the two bags agree/)).toBeVisible();

  // Another day, the last count, and it is closed.
  await emptyDesk.restart('2027-03-28');
  await page.goto(`${emptyDesk.base}/tests/1`);
  await tabTo(page, page.getByLabel(/type how many are sprouted/));
  await page.keyboard.press('Control+A');
  await page.keyboard.type('17', { delay: 60 });
  await page.keyboard.press('Enter');
  await expect(lastStep(page)).toContainText('17 of 20 sprouted, 2 new');
  await enterOn(page, button(page, 'Close the test'));
  await expect(main(page).getByText(/Before this test the lot was put at/)).toBeVisible();
  await enterOn(page, page.getByRole('link', { name: code }).first());
  await expect(main(page).getByRole('heading', { name: /^Lend/ })).toBeVisible();
  await expect(async () => {
    expect(await interval(page)).toBeLessThan(before / 1.5);
  }).toPass();

  // Lend, to a member that is new; below the floor nothing goes.
  await enterOn(page, button(page, 'Lend'));
  await typeIn(page, 'To', 'Fenna Gorsedale');
  await enterOn(page, page.getByRole('link', { name: /as a new member/ }));
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Fenna Gorsedale');
  await tabTo(page, page.getByLabel('Name', { exact: true }));
  await page.keyboard.press('Enter');
  await expect(main(page).getByRole('heading', { name: 'Fenna Gorsedale' })).toBeVisible();
  await page.goto(`${emptyDesk.base}/lots/${code}/lend`);
  await typeIn(page, 'To', 'Fen');
  await expect(page.getByRole('option', { name: /Fenna/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await typeIn(page, 'Seeds', '75');
  await tabTo(page, page.getByRole('radio', { name: 'The garden' }));
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('radio', { name: 'Some seed' })).toBeChecked();
  await typeIn(page, 'Lent on', 'today');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/at most 70 may be lent/)).toBeVisible();
  await expect(page.getByLabel('Seeds', { exact: true })).toHaveValue('75');
  await typeIn(page, 'Seeds', '24');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(`${emptyDesk.base}/lots/${code}`);
  await expect(main(page).locator('.amount')).toContainText('56');

  // The member sows it; the advice comes from the estimate.
  await enterOn(page, page.getByRole('link', { name: 'Fenna Gorsedale' }));
  await enterOn(page, button(page, 'Sowed it'));
  await expect(main(page).getByText(/Put \d in each cell/)).toBeVisible();
  await typeIn(page, 'Seeds sown in all', '20');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/sowing\/1$/);
  await emptyDesk.restart('2027-04-20');
  await page.goto(`${emptyDesk.base}/today`);
  await expect(main(page).getByText('Look at Harrow’s Lantern')).toBeVisible();
  await enterOn(page, button(page, /^Look: Look at Harrow/));
  await typeIn(page, 'Up in all, ever', '14');
  await page.keyboard.press('Enter');
  await expect(main(page).getByText('14 of 20 up').first()).toBeVisible();
  await tabTo(page, page.getByRole('radio', { name: /came up, as far as it could/ }));
  await page.keyboard.press('Space');
  await enterOn(page, button(page, 'Save what became of it'));
  await expect(main(page).getByText(/It counts for the lot/)).toBeVisible();

  // Her own seed comes back, waits in quarantine, and is a lot with a parent.
  await emptyDesk.restart('2027-10-20');
  await page.goto(`${emptyDesk.base}/members/1`);
  await enterOn(page, button(page, 'It came back'));
  await typeIn(page, 'How much', '80');
  await enterOn(page, button(page, 'Take it in'));
  await expect(main(page).locator('.done .code')).toBeVisible();
  const child = (await main(page).locator('.done .code').textContent()) ?? '';
  await page.goto(`${emptyDesk.base}/lots/${child}`);
  await expect(main(page).getByRole('heading', { name: /In quarantine/ })).toBeVisible();
  for (const check of [/It is dry/, /It is clean/, /Its label/]) {
    await tabTo(page, page.getByRole('checkbox', { name: check }));
    await page.keyboard.press('Space');
  }
  await enterOn(page, button(page, 'Release it'));
  await expect(lastStep(page)).toContainText(`Released ${child} from quarantine, generation 1`);
  await expect(button(page, 'Lend')).toBeVisible();
  await enterOn(page, page.getByRole('link', { name: /generation 1, from/ }));
  await expect(main(page).locator('.node')).toHaveCount(2);
  await expect(main(page).locator('.node').getByText('Fenna Gorsedale', { exact: false })).toBeVisible();

  // Take back the last step, and do it again.
  await press(page, 'u');
  await expect(lastStep(page)).toContainText(`Took back: Released ${child}`);
  await press(page, 'u');
  await expect(lastStep(page)).toContainText(`Did again: Released ${child}`);
  await page.goto(`${emptyDesk.base}/lots/${child}`);
  await expect(main(page).getByRole('listitem').filter({ hasText: 'Took back: Released' })).toBeVisible();
  await expect(main(page).getByText('Ottilie').first()).toBeVisible();
});
