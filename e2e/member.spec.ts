import bwipjs from 'bwip-js/node';
import type { Page } from '@playwright/test';
import { type Desk, expect, inaccessible, lastStep, scan, test } from './desk.ts';
import { goIn, makeCard, phone, tab } from './phone.ts';

async function memberWithout(page: Page, desk: Desk): Promise<{ readonly id: number; readonly name: string }> {
  const { members } = (await (await page.request.get(`${desk.base}/api/members`)).json()) as {
    members: { id: number; name: string; loans: number }[];
  };
  return members.find((m) => m.loans === 0)!;
}

test('a packet is asked for on a phone, laid ready, handed over by two scans, sown and counted without a network, and seen at the desk', async ({
  page,
  desk,
  browser,
}) => {
  const member = await memberWithout(page, desk);
  const code = await makeCard(page, desk, member.id);
  expect(await inaccessible(page, 'a member with a new card')).toEqual([]);
  const { context, page: on } = await phone(browser);
  await goIn(on, desk, code);
  // The code does not stay in the address, where it could be seen or shared.
  expect(on.url()).toBe(`${desk.base}/my/`);
  await expect(on.getByText('Nothing is in your hands just now')).toBeVisible();

  // Asked for.
  await tab(on, 'Find');
  await on.getByRole('button', { name: 'Easy to save' }).tap();
  await expect(on.getByRole('list', { name: 'Seed that was found' })).toHaveAttribute('aria-busy', 'false');
  const ask = on.getByRole('button', { name: /^Ask: / }).first();
  const variety = ((await ask.getAttribute('aria-label')) ?? '').replace('Ask: ', '');
  expect(await inaccessible(on, 'find seed')).toEqual([]);
  await ask.tap();
  await expect(on.getByText(`Written down: asked for ${variety}`)).toBeVisible();

  // It is there at the desk at once, with the best lot, and is laid ready in one tap.
  await page.goto(`${desk.base}/today`);
  await page.getByRole('button', { name: `Open: Lay ${variety} ready for ${member.name}` }).click();
  await expect(page.getByRole('heading', { name: variety })).toBeVisible();
  expect(await inaccessible(page, 'what is asked for')).toEqual([]);
  await page.getByRole('button', { name: 'Lay it ready, print label and slip' }).click();
  await expect(page.getByText('The label came out of the label printer')).toBeVisible();
  const lotCode = (await page.getByRole('heading', { level: 2 }).locator('.code').textContent()) ?? '';
  await tab(on, 'The library');
  await on.reload();
  await expect(on.getByText('lies ready for you until')).toBeVisible();
  expect(await inaccessible(on, 'the library')).toEqual([]);
  // What is kept about them can be read, and without a network as it was then.
  await on.getByRole('link', { name: 'All that is kept about me' }).tap();
  await on.getByText('Asked for, waited for, offered').tap();
  await expect(on.getByRole('listitem').filter({ hasText: variety }).first()).toBeVisible();
  expect(await inaccessible(on, 'all that is kept')).toEqual([]);
  await context.setOffline(true);
  await on.reload();
  await expect(on.getByText('As it was when this phone last had a network')).toBeVisible();
  await context.setOffline(false);

  // Handed over by two scans, from wherever the desk is.
  await page.goto(`${desk.base}/lots`);
  await scan(page, `https://seed.example/my/#${code}`);
  await expect(page.getByText('Scan packets now')).toBeVisible();
  await scan(page, lotCode.replace('-', ''));
  await expect(lastStep(page)).toContainText('Handed');
  await expect(page.getByRole('region', { name: 'Lies ready' })).toBeHidden();

  // Sown, without a network, and closed in between.
  await tab(on, 'My seed');
  await on.reload();
  await expect(on.getByRole('heading', { name: variety })).toBeVisible();
  await context.setOffline(true);
  const card = on.getByRole('article').filter({ hasText: variety });
  if (await card.getByRole('button', { name: 'I have sown it' }).isHidden()) await card.getByRole('button', { name: 'How' }).tap();
  await card.getByRole('button', { name: 'I have sown it' }).tap();
  await card.getByRole('button', { name: /^All / }).tap();
  await expect(on.getByText(/^Written down: \d+ of .* sown/)).toBeVisible();
  await expect(on.getByText('no network, 1 kept here')).toBeVisible();
  await on.reload();
  const growing = on.getByRole('article').filter({ hasText: `${variety}` });
  await growing.getByRole('button', { name: 'Count them' }).tap();
  await expect(growing.getByRole('button', { name: 'Save' })).toBeDisabled();
  await growing.getByRole('textbox').fill('3');
  await growing.getByRole('button', { name: 'Save' }).tap();
  await expect(growing.getByText(/^3 of \d+ are up/)).toBeVisible();
  expect(await inaccessible(on, 'my seed')).toEqual([]);
  await context.setOffline(false);
  await expect(on.getByText('kept here')).toBeHidden();

  // Seen at the desk, with who said it.
  await page.goto(`${desk.base}/members/${String(member.id)}`);
  await page.getByRole('link', { name: new RegExp(`${variety}.* 3 of`) }).click();
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: `${member.name}, member` })
      .first(),
  ).toBeVisible();

  // It failed, and was taken back: as easily as it was said.
  await growing.getByRole('button', { name: 'It failed' }).tap();
  await growing.getByRole('button', { name: 'eaten' }).tap();
  await expect(growing.getByText('You said: eaten')).toBeVisible();
  await on.getByRole('button', { name: 'Take back', exact: true }).tap();
  await expect(growing.getByRole('button', { name: 'It failed' })).toBeVisible();
  await context.close();
});

test('a card that was withdrawn keeps what was written until a new one opens the page, and a photo of it is enough', async ({
  page,
  desk,
  browser,
}) => {
  const { members } = (await (await page.request.get(`${desk.base}/api/members?limit=500`)).json()) as {
    members: { id: number; out: number }[];
  };
  const member = members.find((m) => m.out > 0)!;
  const code = await makeCard(page, desk, member.id);
  const { context, page: on } = await phone(browser);
  await goIn(on, desk, code);
  await context.setOffline(true);
  const card = on.getByRole('article').first();
  if (await card.getByRole('button', { name: 'I have sown it' }).isHidden()) await card.getByRole('button', { name: 'How' }).tap();
  await card.getByRole('button', { name: 'I have sown it' }).tap();
  await card.getByRole('textbox').fill('1');
  await card.getByRole('button', { name: 'Sown', exact: true }).tap();
  await expect(on.getByText('no network, 1 kept here')).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  await page
    .getByRole('button', { name: /^Lost: withdraw/ })
    .last()
    .click();
  await expect(page.getByRole('button', { name: /^Lost: withdraw/ })).toHaveCount(0);
  await context.setOffline(false);
  await expect(on.getByText('Hold your card before the camera')).toBeVisible();
  expect(await inaccessible(on, 'the door')).toEqual([]);
  // The old one opens nothing; a packet is no card.
  await on.getByLabel('or type what stands below').fill(code);
  await on.getByRole('button', { name: 'Go in' }).tap();
  await expect(on.getByText('opens nothing any more')).toBeVisible();
  const fresh = await makeCard(page, desk, member.id);
  const picture = (text: string): Promise<Buffer> =>
    bwipjs.toBuffer({ bcid: 'qrcode', text, scale: 6, padding: 8, backgroundcolor: 'FFFFFF' });
  const file = async (text: string) => ({ name: 'photo.png', mimeType: 'image/png', buffer: await picture(text) });
  await on.locator('input[type=file]').setInputFiles(await file('TM-004E'));
  await expect(on.getByText('That is not the code of a card')).toBeVisible();
  await on.locator('input[type=file]').setInputFiles(await file(`https://seed.example/my/#${fresh}`));
  await expect(on.getByRole('heading', { name: 'My seed' })).toBeVisible();
  // What was written before came in with it.
  await expect
    .poll(async () => {
      const sheet = await (await page.request.get(`${desk.base}/api/members/${String(member.id)}`)).json();
      return (sheet as { history: { kind: string; person: string | null }[] }).history.some(
        (s) => s.kind === 'sow' && s.person?.endsWith(', member'),
      );
    })
    .toBe(true);
  // Signed out, and in again by the card's address, on the page that stands there already.
  await tab(on, 'The library');
  await on.getByRole('button', { name: 'Sign out on this phone' }).tap();
  await on.getByRole('button', { name: 'Sign out', exact: true }).tap();
  await expect(on.getByText('Hold your card before the camera')).toBeVisible();
  await on.evaluate((hash) => {
    location.hash = hash;
  }, code);
  await expect(on.getByText('opens nothing any more')).toBeVisible();
  await on.evaluate((hash) => {
    location.hash = hash;
  }, fresh);
  await expect(on.getByRole('navigation', { name: 'Pages' })).toBeVisible();
  expect(on.url()).not.toContain('#');
  await context.close();
});

test('the camera of the desk reads a label, a card and a bar code that is none of the library’s, from a photo too', async ({
  page,
  desk,
}) => {
  const { members } = (await (await page.request.get(`${desk.base}/api/members`)).json()) as { members: { id: number; name: string }[] };
  const code = await makeCard(page, desk, members[0]!.id);
  const picture = async (bcid: string, text: string) => ({
    name: 'photo.png',
    mimeType: 'image/png',
    buffer: await bwipjs.toBuffer({ bcid, text, scale: 5, padding: 10, backgroundcolor: 'FFFFFF' }),
  });
  await page.goto(`${desk.base}/today`);
  const open = page.getByRole('button', { name: 'Read a code with the camera' });
  await open.click();
  const dialog = page.getByRole('dialog', { name: 'Read a code' });
  await expect(dialog).toBeVisible();
  expect(await inaccessible(page, 'the camera')).toEqual([]);
  await dialog.locator('input[type=file]').setInputFiles(await picture('ean13', '4006381333931'));
  await expect(dialog.getByText('is no code of this library')).toBeVisible();
  const { lots } = (await (await page.request.get(`${desk.base}/api/lots?limit=1`)).json()) as { lots: { code: string }[] };
  await dialog.locator('input[type=file]').setInputFiles(await picture('datamatrix', lots[0]!.code));
  await expect(page).toHaveURL(new RegExp(`/lots/${lots[0]!.code}$`));
  await open.click();
  await page
    .getByRole('dialog')
    .locator('input[type=file]')
    .setInputFiles(await picture('qrcode', `https://seed.example/my/#${code}`));
  await expect(page.getByRole('heading', { level: 1, name: members[0]!.name })).toBeVisible();
});

test('what is grown for seed is asked step by step', async ({ page, desk, browser }) => {
  const { lots } = (await (await page.request.get(`${desk.base}/api/lots?crop=tomato&tag=lend&limit=5`)).json()) as {
    lots: { code: string }[];
  };
  const member = await memberWithout(page, desk);
  const lent = await page.request.post(`${desk.base}/api/loans`, {
    data: {
      lotCode: lots[0]!.code,
      memberId: member.id,
      seeds: 10,
      purpose: 'save-seed',
      promise: 'amount',
      promisedSeeds: 80,
      dueOn: '2028-03-20',
      lentOn: '2027-03-10',
    },
  });
  expect(lent.ok()).toBe(true);
  const { context, page: on } = await phone(browser);
  await goIn(on, desk, await makeCard(page, desk, member.id));
  await tab(on, 'For seed');
  await expect(on.getByText('Promised: 80 seeds by 20 March 2028')).toBeVisible();
  expect(await inaccessible(on, 'for seed')).toEqual([]);
  // Nothing is asked of what is not sown yet.
  await expect(on.getByRole('button', { name: 'Say how many' })).toBeHidden();
  await on.getByRole('main').getByRole('link', { name: 'My seed' }).tap();
  const card = on.getByRole('article');
  if (await card.getByRole('button', { name: 'I have sown it' }).isHidden()) await card.getByRole('button', { name: 'How' }).tap();
  await card.getByRole('button', { name: 'I have sown it' }).tap();
  await card.getByRole('button', { name: 'All 10' }).tap();
  await tab(on, 'For seed');
  await on.getByRole('button', { name: 'Say how many' }).tap();
  await on.getByLabel('Plants that stand').fill('ten');
  await on.getByRole('button', { name: 'Save' }).tap();
  await expect(on.getByText('a whole number, please')).toBeVisible();
  await on.getByLabel('Plants that stand').fill('10');
  await on.getByRole('button', { name: 'Save' }).tap();
  await expect(on.getByText('10 plants')).toBeVisible();
  await on.getByRole('button', { name: 'None', exact: true }).tap();
  await expect(on.getByText('none taken out')).toBeVisible();
  await on.getByRole('button', { name: 'Take back', exact: true }).last().tap();
  await expect(on.getByText('none taken out')).toBeHidden();
  // The desk reads the same.
  await page.goto(`${desk.base}/members/${String(member.id)}`);
  await expect(page.getByText(/for seed: in their place, 10 plants/).first()).toBeVisible();
  await context.close();
});

test('a packet that lies ready is told by e-mail, in words that were read, and stands in the post office; a member leaves and takes it along', async ({
  page,
  desk,
  browser,
}) => {
  await page.goto(`${desk.base}/messages`);
  const line = page.getByRole('region', { name: 'a packet lies ready' }).getByRole('button').filter({ hasText: 'by e-mail' }).first();
  await line.click();
  await expect(page.getByLabel('Subject')).toHaveValue(/lies ready$/);
  expect(await inaccessible(page, 'a message')).toEqual([]);
  await page.getByLabel('What is told').fill('Dear Brisa,\n\nyour peas lie ready. Come on Tuesday.');
  await page.getByRole('button', { name: 'Send it' }).click();
  await expect(page.getByRole('region', { name: 'Told' })).toContainText('by e-mail');
  await page.getByRole('button', { name: 'The post' }).click();
  await expect(page.getByText('your peas lie ready. Come on Tuesday.')).toBeVisible();
  await expect(page.getByText('To stop it, answer with the word stop').first()).toBeVisible();
  expect(await inaccessible(page, 'the post')).toEqual([]);
  // Joined records, seen before.
  const { members } = (await (await page.request.get(`${desk.base}/api/members?limit=500`)).json()) as {
    members: { id: number; name: string; called: string | null; out: number }[];
  };
  const brisa = members.find((m) => m.called !== null)!;
  const double = await page.request.post(`${desk.base}/api/members`, { data: { name: 'Brisa N.', phone: '0123 456', consentFor: [] } });
  expect(double.ok()).toBe(true);
  await page.goto(`${desk.base}/members/${String(brisa.id)}`);
  await page.getByRole('button', { name: 'Join' }).click();
  await page.getByLabel('The other record').pressSequentially('Brisa N.', { delay: 30 });
  await page.getByRole('option', { name: /^Brisa N\./ }).click();
  await expect(page.getByText('the telephone: 0123 456')).toBeVisible();
  await page.getByRole('button', { name: 'Join them' }).click();
  await expect(lastStep(page)).toContainText('they are one person');
  await expect(page.getByText('0123 456')).toBeVisible();
  // Leaving says what will be gone, messages too; then it is, and their phone is out.
  const { context, page: on } = await phone(browser);
  await goIn(on, desk, await makeCard(page, desk, brisa.id));
  await page.getByRole('button', { name: 'Leaves' }).click();
  await expect(page.getByText('1 message that they were sent')).toBeVisible();
  expect(await inaccessible(page, 'leaving')).toEqual([]);
  await page.getByRole('button', { name: 'Forget them for good' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Members' })).toBeVisible();
  await page.goto(`${desk.base}/members/${String(brisa.id)}`);
  await expect(page.getByRole('heading', { level: 1, name: 'A former member' })).toBeVisible();
  await expect(page.getByText('who they were is forgotten')).toBeVisible();
  await expect(page.getByText(brisa.name)).toHaveCount(0);
  await on.reload();
  await expect(on.getByText('Hold your card before the camera')).toBeVisible();
  await context.close();
});
