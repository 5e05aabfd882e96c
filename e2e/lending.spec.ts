import { expect, inaccessible, lastStep, press, scan, test } from './desk.ts';

test('seven lots go to one member in one step, with a slip; one that waits in quarantine stays', async ({ page, desk }) => {
  const { lots } = (await (await page.request.get(`${desk.base}/api/lots?tag=lend&limit=200`)).json()) as {
    lots: { code: string; balance: number; identity: string }[];
  };
  // Loose seed: what lies in packets is given by the packet.
  const seven: { code: string }[] = [];
  for (const lot of lots.filter((l) => l.identity === 'sure' && l.balance > 60)) {
    const { packets } = (await (await page.request.get(`${desk.base}/api/lots/${lot.code}`)).json()) as { packets: unknown[] };
    if (packets.length === 0 && seven.length < 7) seven.push(lot);
  }
  const { lots: waiting } = (await (await page.request.get(`${desk.base}/api/lots?tag=quarantine&limit=1`)).json()) as {
    lots: { code: string }[];
  };
  const { members } = (await (await page.request.get(`${desk.base}/api/members`)).json()) as {
    members: { id: number; name: string; loans: number }[];
  };
  const member = members.find((m) => m.loans === 0)!;
  for (const { code } of [...seven.slice(0, 6), ...waiting]) {
    await page.goto(`${desk.base}/lots/${code}`);
    await expect(page.locator('article h1')).toBeVisible();
    await press(page, 't');
    await expect(page.getByRole('contentinfo').getByRole('link', { name: code })).toBeAttached();
  }
  // However much lies on the table, the frame stays as wide as the window.
  await expect(page.locator('.who')).toBeInViewport({ ratio: 1 });
  await page.goto(`${desk.base}/members/${String(member.id)}`);
  await expect(page.getByRole('button', { name: 'Lend the 7 on the table' })).toBeVisible();
  await press(page, 'l');
  await expect(page.getByLabel('To', { exact: true })).toHaveValue(member.name);
  await expect(page.getByText('stays on the table')).toContainText(waiting[0]!.code);
  // The seventh is scanned: it comes along, wherever the cursor stands.
  await page.getByLabel('Lent on').focus();
  await scan(page, seven[6]!.code.replace('-', ''));
  await expect(page.getByLabel(`Seeds of ${seven[6]!.code}`)).toBeVisible();
  await page.getByText('To save seed', { exact: true }).click();
  await expect(page.getByText('the slowest is ripe by then')).toBeVisible();
  expect(await inaccessible(page, 'lending many')).toEqual([]);
  // What cannot be is said beside its line, and nothing is lent by then.
  const first = page.getByLabel(`Seeds of ${seven[0]!.code}`);
  await first.fill('999999');
  await page.getByRole('button', { name: 'Lend them' }).click();
  await expect(page.getByRole('row').filter({ hasText: seven[0]!.code }).getByRole('alert')).toContainText('may be lent');
  await first.fill('5');
  await page.getByRole('button', { name: 'Lend them' }).click();
  await expect(page.getByRole('heading', { level: 1, name: member.name })).toBeVisible();
  await expect(page.getByRole('heading', { level: 2 })).toHaveCount(7 + 1);
  await expect(page.getByText(/^Promised: some seed by/).first()).toBeVisible();
  await expect(lastStep(page)).toContainText(`Lent seed of 7 lots to ${member.name}`);
  expect(await inaccessible(page, 'the slip', 'main')).toEqual([]);
  // One step: taken back, the member has nothing again.
  await page.getByRole('button', { name: /^Take it back/ }).click();
  await page.getByRole('button', { name: 'To the member' }).click();
  await expect(page.getByText('Nothing borrowed yet')).toBeVisible();
});
