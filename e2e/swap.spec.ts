import type { Browser, BrowserContext, Page } from '@playwright/test';
import { api, type Desk, expect, inaccessible, lastStep, scan, test } from './desk.ts';
import { makeCard } from './phone.ts';

/** A computer that goes into the hall, with a desk that was made ready on it. */
interface Hall {
  readonly context: BrowserContext;
  readonly page: Page;
}

async function ready(browser: Browser, desk: Desk, deskId: number): Promise<Hall> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
  const page = await context.newPage();
  await page.goto(`${desk.base}/swap-desk/?desk=${String(deskId)}`);
  await page.getByLabel('A word of the day').fill('rye');
  await page.getByRole('button', { name: 'Make it ready' }).click();
  await expect(page.getByText('needs 6 letters at least')).toBeVisible();
  await page.getByLabel('A word of the day').fill('marigold');
  await page.getByRole('button', { name: 'Make it ready' }).click();
  await expect(page.getByText(/^Ready for no network: \d+ lots, \d+ members, codes for 300 envelopes\.$/)).toBeVisible();
  expect(await inaccessible(page, 'a desk that is ready')).toEqual([]);
  await page.getByRole('button', { name: 'To the desk' }).click();
  await expect(page.getByRole('heading', { name: 'Comes in' })).toBeVisible();
  return { context, page };
}

async function comesIn(
  page: Page,
  name: string,
  over: { readonly crop?: string; readonly seeds?: string; readonly packets?: string } = {},
): Promise<void> {
  await page.getByLabel('Variety or nickname').fill(name);
  await page.getByLabel('Crop', { exact: true }).fill(over.crop ?? 'tomato');
  await page.getByLabel('Grown').fill('2026');
  await page.getByLabel('Packets', { exact: true }).fill(over.packets ?? '2');
  await page.getByLabel('Seeds in each').fill(over.seeds ?? 'about 20');
  await page.getByLabel('Seeds in each').press('Enter');
  await expect(page.getByRole('list', { name: 'Came in' }).getByRole('listitem').first()).toContainText(name);
}
const joins = async (page: Page, name: string): Promise<void> => {
  await page.getByRole('button', { name: 'Joins' }).click();
  await page.getByLabel('Who joins').fill(name);
  await page.locator('.join').getByRole('button', { name: 'Joins' }).click();
  await expect(page.getByText('ask first whether it may be written down')).toBeVisible();
  await page.getByLabel('agrees that the name is written down').check();
  await page.locator('.join').getByRole('button', { name: 'Joins' }).click();
  await expect(page.locator('.visit')).toContainText(name);
};
const kept = (page: Page, steps: string) =>
  expect(page.getByRole('status').filter({ hasText: 'kept here' })).toContainText(`No network; ${steps} kept here`);
const allSent = (page: Page) => expect(page.getByText('In the network; all is sent')).toBeVisible({ timeout: 60_000 });

test('a swap day: three desks without a network, one of them killed in the middle of an envelope, meet again and nothing is lost or doubled', async ({
  page,
  desk,
  browser,
}) => {
  test.setTimeout(300_000);
  // Before: the day, its desks, and what is brought.
  await page.goto(`${desk.base}/swap`);
  await page.getByRole('button', { name: 'A swap day' }).click();
  await page.getByRole('button', { name: 'Make the day' }).click();
  await expect(page.getByText('say what the day is called')).toBeVisible();
  await page.getByLabel('What it is called').fill('Swap for the test');
  await page.getByLabel('On', { exact: true }).fill('14/3/2027');
  await page.getByLabel('Where').fill('mill hall');
  await page.getByText('Bring one, take one').click();
  expect(await inaccessible(page, 'a new swap day')).toEqual([]);
  await page.getByRole('button', { name: 'Make the day' }).click();
  await expect(page.getByRole('heading', { name: 'Swap for the test' })).toBeVisible();
  const swap = `/swap/${/\d+$/.exec(page.url())![0]}`;
  for (const name of ['by the door', 'by the stage', 'in the yard']) {
    await page.getByRole('button', { name: 'A desk more' }).click();
    await page.getByLabel('What the desk is called').fill(name);
    await page.getByRole('button', { name: 'Add it' }).click();
    await expect(page.getByText(`, ${name}`)).toBeVisible();
  }
  expect(await inaccessible(page, 'the desks of a swap day')).toEqual([]);
  await page.getByRole('link', { name: 'What to bring' }).click();
  const { ideas } = await api<{ ideas: { lotCode: string; variety: string }[] }>(page, desk, `${swap}/packing`);
  const [last, plenty] = ideas.slice(4);
  for (const i of [last!, plenty!]) await page.locator(`#bring-${i.lotCode}`).check();
  await page.locator(`#n-${last!.lotCode}`).fill('1');
  expect(await inaccessible(page, 'what to bring')).toEqual([]);
  await page.getByRole('button', { name: /^Fill \d+ packets?, and put \d+ on the list$/ }).click();
  await expect(lastStep(page)).toContainText('To bring to Swap for the test');
  // On the list itself: among the ideas the same lot stands for another moment.
  const list = page.getByRole('region', { name: 'On the list' });
  await list.getByRole('listitem').filter({ hasText: last!.lotCode }).getByRole('checkbox').check();
  await expect(page.getByText('1 in the box')).toBeVisible();
  await page.getByRole('link', { name: 'Labels for all of them' }).click();
  await expect(page.getByText(/labels? on 1 sheet/)).toBeVisible();

  // Each desk is opened once with a network, and then there is none.
  const { members } = await api<{ members: { id: number; name: string }[] }>(page, desk, '/members');
  const card = await makeCard(page, desk, members[0]!.id);
  const { desks } = await api<{ desks: { id: number }[] }>(page, desk, swap);
  const door = await ready(browser, desk, desks[0]!.id);
  const stage = await ready(browser, desk, desks[1]!.id);
  const yard = await ready(browser, desk, desks[2]!.id);
  for (const { context } of [door, stage, yard]) await context.setOffline(true);

  // By the door: a card, an envelope, and the browser dies in the middle of the next one.
  await scan(door.page, `https://seed.example/my/#${card}`);
  await expect(door.page.locator('.visit')).toContainText(members[0]!.name);
  await comesIn(door.page, 'Crane Hill Red');
  await door.page.getByLabel('Variety or nickname').fill('Half an envelope');
  await door.page.getByLabel('Crop', { exact: true }).fill('lettuce');
  await door.page.close({ runBeforeUnload: false });
  const again = await door.context.newPage();
  await again.goto(`${desk.base}/swap-desk/`);
  await kept(again, '2 steps');
  await expect(again.getByLabel('Variety or nickname')).toHaveValue('Half an envelope');
  await expect(again.locator('.visit')).toContainText(`${members[0]!.name} brought 2, takes 0`);
  await comesIn(again, 'Half an envelope', { crop: 'lettuce', seeds: 'a pinch' });
  // The one packet that was brought.
  await scan(again, last!.lotCode);
  await expect(again.getByRole('list', { name: 'Goes along' })).toContainText(last!.lotCode);
  await again.getByRole('button', { name: 'For seed' }).click();
  await expect(again.getByText('for seed, some comes back')).toBeVisible();
  expect(await inaccessible(again, 'the desk in the hall')).toEqual([]);
  // On a phone and a tablet nothing is cut.
  for (const [width, height] of [
    [390, 844],
    [820, 1180],
    [1280, 800],
  ] as const) {
    await again.setViewportSize({ width, height });
    expect(await again.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBeLessThanOrEqual(0);
  }
  // A slip, and labels as they are printed.
  await again.getByRole('button', { name: 'Slip' }).click();
  await expect(again.getByRole('dialog', { name: 'Slip' })).toContainText('For seed: some comes back');
  await again.keyboard.press('Escape');
  await again.getByRole('button', { name: /^Labels/ }).click();
  const labels = again.getByRole('dialog', { name: 'Labels' });
  await expect(labels.getByRole('img')).toHaveCount(4);
  expect(await inaccessible(again, 'labels in the hall')).toEqual([]);
  const picture = await labels.getByRole('img').first().screenshot();
  await labels.getByRole('button', { name: 'Print 4 labels' }).click();
  await labels.getByRole('button', { name: 'They did' }).click();
  await expect(labels.getByText('No label waits.')).toBeVisible();
  await again.keyboard.press('Escape');
  // A label is read by the camera as soon as it is on its packet.
  await again.getByRole('button', { name: 'Read a code with the camera' }).click();
  await again.locator('input[type=file]').setInputFiles({ name: 'label.png', mimeType: 'image/png', buffer: picture });
  await expect(again.getByRole('dialog').getByRole('status')).toContainText('Crane Hill Red is written down');
  await again.keyboard.press('Escape');
  await kept(again, '7 steps');

  // By the stage: the same envelope, the same packet, and somebody who joins.
  // There each label comes out of a printer at once, one for each packet.
  await stage.page.evaluate(() => {
    window.print = () => {
      document.title = `${String(document.querySelectorAll('.on-paper svg').length)} labels on paper`;
    };
  });
  await stage.page.getByRole('button', { name: /^Labels/ }).click();
  await stage.page.getByText('Each at once').click();
  await stage.page.keyboard.press('Escape');
  await comesIn(stage.page, 'Crane Hill Red');
  await expect(stage.page).toHaveTitle('2 labels on paper');
  await joins(stage.page, 'Tarn Weir');
  await stage.page.getByLabel('Code of a packet').fill(last!.variety);
  await stage.page.getByRole('button', { name: last!.lotCode }).click();
  await expect(stage.page.getByRole('list', { name: 'Goes along' })).toContainText(last!.lotCode);

  // In the yard: the same person, an envelope that nobody knows, and one that was a mistake. The day's word opens the desk.
  await joins(yard.page, 'Tarn Weir');
  await yard.page.getByLabel('Packets', { exact: true }).fill('1');
  await yard.page.getByLabel('Seeds in each').fill('12');
  await yard.page.getByRole('button', { name: 'No name' }).click();
  await expect(yard.page.getByRole('list', { name: 'Came in' })).toContainText(/ZZ-\d+[A-Z]/);
  await comesIn(yard.page, 'A mistake');
  await yard.page.getByRole('button', { name: /^Take TM-.* back$/ }).click();
  await expect(yard.page.getByText('A mistake')).toBeHidden();
  await yard.page.getByRole('button', { name: 'Lock' }).click();
  await yard.page.getByLabel('Word of the day').fill('cornflower');
  await yard.page.getByRole('button', { name: 'Unlock the desk' }).click();
  await expect(yard.page.getByText('is not the word')).toBeVisible();
  expect(await inaccessible(yard.page, 'a locked desk')).toEqual([]);
  await yard.page.reload();
  await yard.page.getByLabel('Word of the day').fill('Marigold ');
  await yard.page.getByRole('button', { name: 'Unlock the desk' }).click();
  await kept(yard.page, '4 steps');

  // They meet again, the last first.
  for (const { context, on } of [
    { ...yard, on: yard.page },
    { ...door, on: again },
    { ...stage, on: stage.page },
  ]) {
    await context.setOffline(false);
    await allSent(on);
  }
  interface Numbers {
    numbers: Record<string, number>;
    toPutRight: number;
  }
  const day = () => api<Numbers>(page, desk, swap);
  expect(await day()).toMatchObject({
    numbers: { packetsIn: 2 + 2 + 2 + 1, packetsOut: 3, withoutName: 1 },
    toPutRight: 3,
  });

  // One is put right at the desk, the others in the library.
  await expect(stage.page.getByText(/came in at desk 1 too/)).toBeVisible();
  expect(await inaccessible(stage.page, 'something to put right at the desk')).toEqual([]);
  await page.goto(`${desk.base}${swap}/put-right`);
  await expect(page.getByRole('article')).toHaveCount(3);
  expect(await inaccessible(page, 'to put right')).toEqual([]);
  await page.getByRole('button', { name: 'They are one person' }).click();
  await expect(page.getByRole('article')).toHaveCount(2);
  await stage.page.getByRole('button', { name: /more thing/ }).click();
  await stage.page.getByRole('button', { name: 'It is one envelope: take the second back' }).click();
  await expect.poll(async () => (await day()).toPutRight).toBe(1);
  await page.reload();
  const packet = page.getByRole('article');
  await expect(packet).toContainText(`${last!.variety}`);
  await packet.getByRole('button', { name: 'Set aside' }).click();
  await packet.getByRole('button', { name: 'Set aside' }).click();
  await expect(packet.getByText('Say why')).toBeVisible();
  await packet.getByRole('button', { name: 'Not yet' }).click();
  await packet.getByRole('button', { name: 'There was more than was written down' }).click();
  await expect(page.getByText('Everything fits.')).toBeVisible();

  // After: what came, what is next, and the copies go.
  await page.getByRole('link', { name: 'The day in numbers' }).click();
  await expect(page.getByLabel('The day in numbers').locator('div').nth(1)).toContainText('5 packets came in');
  await expect(page.getByRole('region', { name: /^To grow out/ })).toContainText('not known yet');
  expect(await inaccessible(page, 'the day in numbers')).toEqual([]);
  await page.getByRole('button', { name: 'Finish the day' }).click();
  await expect(page.getByText('were not thanked yet').or(page.getByText('was not thanked yet'))).toBeVisible();
  await expect(stage.page.getByText('The day is finished.')).toBeVisible({ timeout: 60_000 });
  expect(
    await stage.page.evaluate(async () => {
      const db = await new Promise<IDBDatabase>((resolve) => {
        const asked = indexedDB.open('esprel-swap-desk');
        asked.onsuccess = () => {
          resolve(asked.result);
        };
      });
      const count = (store: string) =>
        new Promise<number>((resolve) => {
          const asked = db.transaction(store).objectStore(store).count();
          asked.onsuccess = () => {
            resolve(asked.result);
          };
        });
      return [await count('things'), await count('lots')];
    }),
  ).toEqual([0, 0]);
  await page.getByRole('link', { name: 'Read and send the thanks' }).click();
  await expect(page.getByText('Thank you for coming: Swap for the test').first()).toBeVisible();
});
