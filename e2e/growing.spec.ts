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
  await page.getByRole('link', { name: 'Who grows what' }).click();
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
  await expect(page.getByText('12 plants at Allotment by the bridge')).toBeVisible();
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
  await page
    .locator('article')
    .getByRole('link', { name: /^(comes true|.*will be something else)$/ })
    .click();
  await page.getByLabel('Plants looked at').fill('20');
  await page.getByLabel('Not what they should be').fill('25');
  await page.getByRole('button', { name: 'Write down what was seen' }).click();
  await expect(page.getByText('must not be more than the 20 plants')).toBeVisible();
  await page.getByLabel('Not what they should be').fill('6');
  await page.getByRole('button', { name: 'Write down what was seen' }).click();
  await expect(page.getByRole('heading', { name: /in 100 will be something else/ })).toBeVisible();
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

test('everything that one person brings comes home on one page: a promise, another variety that is new, and mould that stays outside', async ({
  page,
  desk,
}) => {
  const { members } = await api<{ members: { id: number; called: string | null }[] }>(page, desk, '/members');
  const brisa = members.find((m) => m.called === 'Brisa')!;
  await page.goto(`${desk.base}/members/${String(brisa.id)}`);
  await page.getByRole('button', { name: 'Brings seed' }).click();
  await page
    .getByRole('button', { name: /^Brought: .*promised/ })
    .first()
    .click();
  const first = page.locator('section.envelope').first();
  await first.getByLabel('How much').fill('300');
  await first.getByLabel('Harvested in').fill('2026');
  await expect(first.getByText('The promise is kept, thank you.')).toBeVisible();
  await expect(first.getByText(/Test 25 seeds/)).toBeVisible();
  // What came with it is something else, that the register does not have yet.
  await page.getByRole('button', { name: 'A gift' }).click();
  const gift = page.locator('section.envelope').nth(1);
  await gift.getByLabel('Crop').pressSequentially('dill', { delay: 30 });
  await gift.getByRole('option', { name: /^Dill/ }).first().click();
  await gift.getByRole('combobox', { name: 'Variety' }).fill('Hedgerow Lace');
  await gift.getByLabel('How much').fill('2 g');
  await gift.getByLabel('not dry yet').check();
  await expect(gift.getByText(/Dry it 14 days/)).toBeVisible();
  // And one that is not let in.
  await page.getByRole('button', { name: 'A gift' }).click();
  const mould = page.locator('section.envelope').nth(2);
  await mould.getByLabel('Crop').pressSequentially('tomato', { delay: 30 });
  await mould
    .getByRole('option', { name: /^Tomato/ })
    .first()
    .click();
  await mould.getByLabel('mould').check();
  await expect(mould.getByText(/goes into the bin/)).toBeVisible();
  await page.getByRole('button', { name: 'Take them in' }).click();
  await expect(lastStep(page)).toContainText('brought home 2 envelopes');
  await expect(page.getByText('1 envelope with mould stays outside')).toBeVisible();
  const { lots } = await api<{ lots: { code: string; variety: string; state: string }[] }>(page, desk, '/lots?tag=quarantine&limit=60');
  const lace = lots.find((l) => l.variety === 'Hedgerow Lace')!;
  await page.goto(`${desk.base}/lots/${lace.code}`);
  await expect(page.getByText('Found when it came: not dry yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Done: Dry' }).click();
  await expect(lastStep(page)).toContainText(`${lace.code} is dry`);
});
