import type { Locator } from '@playwright/test';
import { api, expect, inaccessible, lastStep, test } from './desk.ts';
import { goIn, makeCard, phone, tab } from './phone.ts';
import { within } from './speed.ts';

test('a season of a bean on the phone, from the sowing to its seed in the library', async ({ page, desk, browser }) => {
  test.setTimeout(within(180_000));
  const { lots } = await api<{ lots: { code: string; variety: string; balance: number }[] }>(
    page,
    desk,
    '/lots?crop=runner-bean&tag=lend&limit=20&sort=seeds',
  );
  const lot = lots[0]!;
  const { members } = await api<{ members: { id: number; name: string; loans: number }[] }>(page, desk, '/members');
  const member = members.find((m) => m.loans === 0)!;
  const lent = await page.request.post(`${desk.base}/api/loans`, {
    data: {
      lotCode: lot.code,
      memberId: member.id,
      seeds: 20,
      purpose: 'save-seed',
      promise: 'amount',
      promisedSeeds: 40,
      dueOn: '2028-03-20',
      lentOn: '2027-03-10',
    },
  });
  expect(lent.ok()).toBe(true);
  const { context, page: on } = await phone(browser);
  await goIn(on, desk, await makeCard(page, desk, member.id));
  /** The phone is looked at again on a later day. */
  const later = async (day: string): Promise<void> => {
    await desk.restart(day);
    await Promise.all([on.waitForResponse((r) => r.url().endsWith('/api/my') && r.ok()), on.reload()]);
  };
  /** Taps what says something, and waits until the library has it: between two days nothing is on its way. */
  const say = async (button: Locator): Promise<void> => {
    await Promise.all([on.waitForResponse((r) => r.request().method() !== 'GET' && r.ok()), button.tap()]);
  };
  const save = on.getByRole('button', { name: 'Save' });

  // Its days under cover are over in May, and it is sown outdoors.
  await later('2027-05-20');
  await expect(on.getByText('Sow now, until 1 June.')).toBeVisible();
  const card = on.getByRole('article').filter({ hasText: lot.variety });
  await card.getByRole('button', { name: 'I have sown it' }).tap();
  await expect(card.getByRole('radio', { name: 'outdoors' })).toBeChecked();
  await say(card.getByRole('button', { name: 'All 20' }));
  await expect(on.getByText(/^Written down: 20 of .* sown/)).toBeVisible();

  // How many stand, and the odd one goes before it flowers.
  await later('2027-06-26');
  await tab(on, 'For seed');
  await expect(on.getByText('Sown 20 May')).toBeVisible();
  await on.getByRole('button', { name: 'Say how many', exact: true }).tap();
  await on.getByLabel('Plants that stand').fill('16');
  await say(save);
  await expect(on.getByText('16 plants')).toBeVisible();
  await on.getByRole('button', { name: 'Some', exact: true }).tap();
  await on.getByLabel('Plants that stood there').fill('16');
  await on.getByLabel('Taken out').fill('20');
  await on.getByRole('button', { name: 'Looked different' }).tap();
  await save.tap();
  await expect(on.getByText('Only 16 plants stood there.')).toBeVisible();
  await on.getByLabel('Taken out').fill('1');
  await say(save);
  await expect(on.getByText('16 plants, 1 taken out, they looked different')).toBeVisible();
  // Tied, and a neighbour’s seen, without a network.
  await context.setOffline(true);
  await on.getByRole('button', { name: 'Tied, by hand' }).tap();
  await expect(on.getByText('no network, 1 kept here')).toBeVisible();
  expect(await inaccessible(on, 'for seed, in the middle of the season')).toEqual([]);
  await Promise.all([on.waitForResponse((r) => r.request().method() === 'PUT' && r.ok()), context.setOffline(false)]);

  await later('2027-07-20');
  await on.getByRole('button', { name: 'Something' }).tap();
  await on.getByLabel('About how many plants').fill('30');
  await on.getByLabel('How far away, in metres').fill('60');
  await on.getByLabel('What is it?').fill('red flowers, over the hedge');
  await say(save);
  await expect(on.getByText('30 plants, 60 m away, red flowers, over the hedge')).toBeVisible();
  // It stands on the plan of who grows what, and what it would do to an untied patch is known.
  await page.goto(`${desk.base}/growing?group=phaseolus-coccineus`);
  await expect(page.getByText(/red flowers, over the hedge|neighbour/).first()).toBeVisible();

  await later('2027-08-10');
  await on.getByRole('button', { name: 'Say how many', exact: true }).tap();
  await on.getByLabel('Plants that are marked').fill('12');
  await say(save);
  await later('2027-10-04');
  await on.getByRole('button', { name: 'Say from how many' }).tap();
  await on.getByLabel('Picked from how many plants').fill('12');
  await say(save);
  await expect(on.getByText('12 plants').last()).toBeVisible();
  await later('2027-10-25');
  await on.getByRole('button', { name: 'In the shade' }).tap();
  await on.getByLabel('What it weighs, in grams').fill('180');
  await say(save);
  await expect(on.getByText('dried in the shade, 180 g')).toBeVisible();
  await expect(on.getByText('All steps are done. Bring the seed to the library, dry and named.')).toBeVisible();
  expect(await inaccessible(on, 'for seed, done')).toEqual([]);

  // Brought home: what was said on the phone stands there already.
  await page.goto(`${desk.base}/members/${String(member.id)}`);
  await page.getByRole('button', { name: 'Brings seed' }).click();
  const envelope = page.locator('section.envelope');
  await expect(
    envelope.getByText(/^From the phone: in their place 26 June \(16 plants\); .*near 20 July \(30 plants, 60 m away\)/),
  ).toBeVisible();
  await expect(envelope.getByLabel('How much')).toHaveValue('162');
  await expect(envelope.getByText('The promise is kept, thank you.')).toBeVisible();
  await envelope.getByLabel('beetles or holes').check();
  await expect(envelope.getByText(/[Ff]reez/)).toBeVisible();
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(lastStep(page)).toContainText('brought home 1 envelope');

  // A week in the freezer later it is let in, and divided.
  const { lots: waiting } = await api<{ lots: { code: string; variety: string }[] }>(page, desk, '/lots?tag=quarantine&limit=60');
  const home = waiting.find((l) => l.variety === lot.variety)!;
  await desk.restart('2027-11-08');
  await page.goto(`${desk.base}/lots/${home.code}`);
  await expect(page.getByText('from 12 plants, kept apart from its kind, beside red flowers, over the hedge, 60 m away')).toBeVisible();
  await expect(page.getByText(/^about \d+ in 100 will be something else$/)).toBeVisible();
  for (const work of ['A week in the freezer', 'Cleaned']) {
    await page.getByRole('button', { name: `Done: ${work}` }).click();
    await expect(page.getByRole('button', { name: `Done: ${work}` })).toBeHidden();
  }
  for (const sign of ['It is dry', 'It is clean', 'Its label is on the envelope']) await page.getByLabel(sign).check();
  await page.getByLabel('Back to the grower').fill('10');
  await page.getByRole('button', { name: 'Release it' }).click();
  await expect(lastStep(page)).toContainText(`Released ${home.code}`);
  const sheet = page.getByRole('region', { name: 'The opened sheet' });
  await expect(sheet.getByText('152 seeds')).toBeVisible();
  await expect(sheet.getByText(/In quarantine/)).toBeHidden();
  await context.close();
});
