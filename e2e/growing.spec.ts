import { api, expect, lastStep, test } from './desk.ts';

interface Plan {
  readonly patches: readonly {
    readonly key: string;
    readonly variety: string | null;
    readonly place: string;
    readonly crossing: { readonly share: number };
  }[];
}
interface Sheet {
  readonly patch: { readonly apart: string; readonly place: string; readonly crossing: { readonly share: number } };
}

test('two squashes are kept apart by changing the plan: seen, tied from there, taken back, and moved instead', async ({ page, desk }) => {
  await page.goto(`${desk.base}/members`);
  await page.getByRole('button', { name: 'Who grows what' }).click();
  await expect(page.getByRole('heading', { name: 'Who grows what' })).toBeVisible();
  // It opens with what most wants looking at; the patch is opened on the plan.
  await page.getByRole('link', { name: /^Quarry Foot: .*for seed/ }).click();
  await expect(page.getByRole('heading', { name: /in 100 would be crossed/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Where it comes from' })).toContainText('Lockhouse');
  const key = new URL(page.url()).pathname.split('/').pop() ?? '';
  const before = (await api<Sheet>(page, desk, `/growing/patches/${key}`)).patch;
  await page.getByRole('button', { name: 'Do it: Tie the flowers, pollinate by hand' }).click();
  await expect(lastStep(page)).toContainText('its flowers are tied and pollinated by hand');
  await expect(page.getByRole('heading', { name: /would be crossed/ })).toHaveText(/1 in 1000/);
  const after = (await api<Sheet>(page, desk, `/growing/patches/${key}`)).patch;
  expect(after.crossing.share).toBeLessThan(before.crossing.share / 10);
  // Taken back with one key, and moved to another garden instead.
  await page.getByRole('button', { name: /Take it back/ }).click();
  await expect(lastStep(page)).toContainText('Took back');
  await page.getByRole('button', { name: 'Do it: Grow it at Kiln Hill instead' }).click();
  await expect(lastStep(page)).toContainText('it stands at Kiln Hill');
  expect((await api<Sheet>(page, desk, `/growing/patches/${key}`)).patch.place).toBe('Kiln Hill');
});

test('a neighbour’s patch is put where the plan is tapped, and makes itself felt', async ({ page, desk }) => {
  await page.goto(`${desk.base}/growing?group=cucurbita-pepo&season=2027`);
  await page.getByRole('button', { name: 'Add a patch' }).click();
  await page.getByLabel('Whose, or what stands there').fill('Allotment by the bridge');
  await page.getByLabel('Plants in flower').fill('12');
  // Beside the old orchard.
  const orchard = page.getByRole('link', { name: /^Old Orchard: / });
  const at = (await orchard.boundingBox())!;
  await page.mouse.click(at.x + at.width / 2 + 34, at.y + at.height / 2 + 26);
  await expect(page.getByRole('textbox', { name: 'From the library' })).not.toHaveValue('');
  await page.getByRole('button', { name: 'Put it on the plan' }).click();
  await expect(lastStep(page)).toContainText('Allotment by the bridge');
  const { patches } = await api<Plan>(page, desk, '/growing?group=cucurbita-pepo&season=2027');
  expect(patches.find((p) => p.place === 'Old Orchard')!.crossing.share).toBeGreaterThan(0.01);
  // A form half filled says what is missing where it is missing.
  await page.getByRole('button', { name: 'Add a patch' }).click();
  await page.getByRole('button', { name: 'Put it on the plan' }).click();
  await expect(page.getByText('say where it stands')).toBeVisible();
});

test('what was seen of a lot makes it less true, and two lots are mixed with both for parents', async ({ page, desk }) => {
  const { lots } = await api<{ lots: { code: string; varietyId: number; balance: number; state: string; variety: string }[] }>(
    page,
    desk,
    '/lots?crop=tomato&limit=60',
  );
  const kept = lots.filter((l) => l.state === 'kept' && l.balance > 30);
  const first = kept.find((l) => kept.some((o) => o.varietyId === l.varietyId && o.code !== l.code))!;
  await page.goto(`${desk.base}/lots/${first.code}`);
  await page.getByRole('link', { name: /comes true|will surprise you/ }).click();
  await page.getByLabel('Plants looked at').fill('20');
  await page.getByLabel('Not what they should be').fill('25');
  await page.getByRole('button', { name: 'Write down what was seen' }).click();
  await expect(page.getByText('must not be more than the 20 plants')).toBeVisible();
  await page.getByLabel('Not what they should be').fill('6');
  await page.getByRole('button', { name: 'Write down what was seen' }).click();
  await expect(page.getByRole('heading', { name: /in 100 will surprise you/ })).toBeVisible();
  await expect(page.getByText(/of 20 plants 6 were something else/)).toBeVisible();
  await page.goto(`${desk.base}/lots/${first.code}/mix`);
  const other = page.getByRole('checkbox').nth(1);
  await other.check();
  await expect(page.getByRole('status', { name: 'What comes of it' })).toContainText('mixed');
  await expect(page.getByText('is less true to type than the rest')).toBeVisible();
  await page.getByRole('button', { name: 'Mix them' }).click();
  await expect(lastStep(page)).toContainText(`Mixed ${first.code}`);
  await page.getByRole('link', { name: /generation|see what came of it/ }).click();
  await expect(page.getByText('mixed of 2 lots')).toBeVisible();
});
