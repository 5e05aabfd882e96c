import { expect, inaccessible, press, scan, test } from './desk.ts';
import { within } from './speed.ts';

for (const part of [0, 1, 2, 3])
  test(`every view can be used by everybody, is deep linked, and fits four sizes (part ${String(part + 1)} of 4)`, async ({
    page,
    shownDesk: desk,
  }) => {
    test.setTimeout(within(240_000));
    const { lots } = (await (await page.request.get(`${desk.base}/api/lots?limit=60`)).json()) as { lots: { code: string }[] };
    const quarantine = (await (await page.request.get(`${desk.base}/api/lots?tag=quarantine`)).json()) as { lots: { code: string }[] };
    const { tests } = (await (await page.request.get(`${desk.base}/api/tests?state=open`)).json()) as { tests: { id: number }[] };
    const closed = (await (await page.request.get(`${desk.base}/api/tests?state=closed`)).json()) as { tests: { id: number }[] };
    const { sowings } = (await (await page.request.get(`${desk.base}/api/sowings?state=open`)).json()) as { sowings: { id: number }[] };
    const trays = async (state: string): Promise<{ trays: { id: number }[] }> =>
      (await (await page.request.get(`${desk.base}/api/trays?state=${state}`)).json()) as { trays: { id: number }[] };
    const [planned, growing] = [await trays('planned'), await trays('growing')];
    const { members } = (await (await page.request.get(`${desk.base}/api/members`)).json()) as {
      members: { id: number; promises: number }[];
    };
    const promising = members.find((m) => m.promises > 0)!;
    const sheet = (await (await page.request.get(`${desk.base}/api/members/${String(promising.id)}`)).json()) as {
      loans: { id: number }[];
    };
    const code = lots[3]!.code;
    const sheetOf = (await (await page.request.get(`${desk.base}/api/lots/${code}`)).json()) as { lot: { varietyId: number } };
    const plan = (await (await page.request.get(`${desk.base}/api/growing`)).json()) as {
      patches: { key: string; kind: string; crossing: { share: number } }[];
    };
    const patch = plan.patches.find((p) => p.kind === 'seed' && p.crossing.share > 0.01)!.key;
    const renewals = (await (await page.request.get(`${desk.base}/api/renewals/plan`)).json()) as { varieties: { varietyId: number }[] };
    const renewed = renewals.varieties[0]!;
    const views = [
      ['/today', 'things today'],
      ['/today?week=2027-03-15', 'that week'],
      ['/lots', 'Take in'],
      [`/lots/${code}`, 'came from'],
      [`/lots/${quarantine.lots[0]!.code}`, 'In quarantine'],
      ['/lots/take-in', 'Take in an envelope'],
      [`/lots/${code}/lend`, 'Promises back'],
      [`/lots/${code}/test`, 'asks for'],
      [`/lots/${code}/sow`, 'in each cell'],
      [`/lots/${code}/amount`, 'What happened'],
      [`/lots/${code}/edit`, 'Floor, never lent'],
      [`/lots/${code}/descent`, 'Descent of'],
      ['/sowing/plants', 'Plants'],
      ['/library/crops/new', 'A crop of our own'],
      ['/tests', 'On the bench'],
      [`/tests/${String(tests[0]!.id)}`, 'counted on'],
      [`/tests/${String(closed.tests[0]!.id)}`, 'Before this test'],
      [`/tests/${String(tests[0]!.id)}/extend`, 'It is laid'],
      [`/tests/${String(tests[0]!.id)}/bags`, 'What was marked in it'],
      [`/tests/${String(closed.tests[0]!.id)}/pot`, 'Pot the sprouts'],
      [`/tests/round?codes=${code}`, 'of tests'],
      ['/tests/rounds/1', 'To have at hand'],
      ['/tests/calibration', 'fell inside what was'],
      ['/tests/sources', 'So it is'],
      [`/lots/${code}/why`, 'What the model took'],
      [`/lots/${code}/verdict`, 'Overrule the verdict'],
      ['/swap', 'Autumn swap'],
      ['/swap/new', 'What the house asks'],
      ['/swap/2', 'How a desk gets into the hall'],
      ['/swap/2/packing', 'Worth bringing'],
      ['/swap/1/put-right', 'Nothing was refused'],
      ['/swap/1/after', 'By desk'],
      ['/labels?swap=2', 'labels on'],
      ['/sowing', 'To look at'],
      [`/sowing/${String(sowings[0]!.id)}`, 'What became of it'],
      ['/sowing/season', 'When to sow what'],
      ['/sowing/planned/1', 'Why then'],
      ['/sowing/planned/1/edit', 'Comes up on'],
      [`/lots/${code}/plan`, 'Plants wanted'],
      [`/lots/${code}/season`, 'In the garden'],
      ['/sowing/plan', 'Plants of each'],
      ['/sowing/list', 'Room on the bench'],
      ['/sowing/frost', 'Read daily minima'],
      ['/sowing/frost/1', 'Read daily minima'],
      ['/sowing/frost/gardens/new', 'Its frosts'],
      ['/sowing/trays', 'Laid out, to be sown'],
      ['/sowing/trays/new', 'Stands on'],
      [`/sowing/trays/${String(planned.trays[0]!.id)}`, 'Paint with the mouse'],
      [`/sowing/trays/${String(planned.trays[0]!.id)}/sow`, 'Seeds sown'],
      [`/sowing/trays/${String(planned.trays[0]!.id)}/edit`, 'Cells in a row'],
      [`/sowing/trays/${String(growing.trays[0]!.id)}`, 'Tap a cell'],
      ['/sowing/bench', 'Another place'],
      ['/sowing/worked?crop=tomato', 'Sown in'],
      ['/growing', 'In flower'],
      [`/growing/${patch}`, 'Where it comes from'],
      [`/growing/${patch}/change`, 'Kept to itself'],
      ['/growing/new', 'Put it on the plan'],
      ['/growing/learned', 'Expected'],
      [`/lots/${code}/truth`, 'Plants looked at'],
      [`/lots/${code}/mix`, 'Mixed on'],
      [`/lots/${code}/line`, 'Chosen for'],
      [`/members/${String(promising.id)}/coming-home`, 'A gift'],
      ['/members', 'New member'],
      [`/members/${String(promising.id)}`, 'Promised back'],
      [`/members/${String(promising.id)}/unsown/${String(sheet.loans[0]!.id)}`, 'Put it back'],
      ['/members/new', 'Only what is needed'],
      [`/members/${String(promising.id)}/leave`, 'This cannot be taken back'],
      [`/members/${String(promising.id)}/slip`, 'Days for sowing'],
      ['/members?which=to-ask', 'how did it go'],
      ['/asks', 'From the ask to the hand'],
      ['/asks/2', 'Put it back'],
      ['/asks/3', 'Lay it ready, print label and slip'],
      ['/asks/2/slip', 'Label on a sheet'],
      ['/asks/new', 'In their words'],
      ['/messages', 'Read it before it goes'],
      ['/members/post', 'What came out'],
      ['/members/file', 'Read members in'],
      ['/members/12/join', 'The other record'],
      ['/renewals', 'Gardens and room'],
      [`/renewals/variety/${String(renewed.varietyId)}`, 'It could also be'],
      ['/renewals/gardens', 'Plants for seed in each season'],
      ['/renewals/take', 'A packet of each is laid ready'],
      ['/renewals/growers', 'not answered yet'],
      ['/renewals/lots', 'What will be lost next'],
      ['/renewals/what-if', 'What it takes for granted'],
      ['/library/settings', 'Usual last frost'],
      ['/library/places', 'Open a place'],
      ['/library/places/4', 'Climate logger'],
      ['/library/places/new', 'Stands in'],
      ['/library/varieties', 'Open a variety'],
      [`/library/varieties/${String(sheetOf.lot.varietyId)}`, 'Belongs to another crop'],
      [`/library/varieties/${String(sheetOf.lot.varietyId)}/edit`, 'Other names'],
      [`/library/varieties/${String(sheetOf.lot.varietyId)}/move`, 'What follows'],
      ['/library/read-in', 'Choose a file'],
      ['/library/restricted', 'Restricted plants'],
      ['/library/devices', 'Label printer'],
      ['/take-in', 'A run of envelopes'],
      ['/stocktakes/1', 'Not found yet'],
      [`/lots/${code}/weigh`, 'All of it weighs'],
      [`/lots/${code}/packets`, 'Seeds in each'],
      [`/lots/${code}/envelope`, 'Before what'],
      [`/lots/${code}/identity`, 'What do you know'],
      [`/lots/${code}/mix-up`, 'The other lot'],
      ['/library/crops/tomato', 'Half-life'],
      ['/library/history', 'Everything that happened'],
      ['/library/people', 'Everything is open'],
      ['/account', 'Nobody has to sign in here yet'],
      [`/labels?codes=${code},${lots[4]!.code}`, 'Labels already used'],
      ['/table/put-away', 'Put away'],
      ['/help', 'On the seed sheet'],
      ['/tests/practice', 'Volunteers count differently'],
      ['/tests/practice/judge', 'How sure are you'],
      ['/library/copies', 'Make a copy now'],
      ['/library/open-files', 'Keys for scripts'],
      ['/library/year', 'Month by month'],
      ['/begin', 'Where seed is kept'],
      ['/labels/printer', 'What does the ruler say'],
      ['/nowhere', 'nothing at this address'],
      ['/lots/TM-999Z', 'no such lot'],
    ] as const;
    const wrong: string[] = [];
    let first = true;
    const lists = new Set<string>();
    const quarter = Math.ceil(views.length / 4);
    for (const [path, words] of views.slice(part * quarter, (part + 1) * quarter)) {
      await page.goto(desk.base + path);
      await expect(page.locator('main').getByText(words, { exact: false }).first(), path).toBeVisible();
      // The frame is the same around every view, and a list beside every sheet of it: each is held against the rules with the first.
      const list = await page.evaluate(() => document.querySelector('main .left > section')?.getAttribute('aria-label') ?? '');
      const part = lists.has(list) ? 'main .right' : 'main';
      wrong.push(...(await inaccessible(page, path, first ? 'html' : part)));
      first = false;
      if (list !== '') lists.add(list);
      for (const [width, height] of [
        [1024, 768],
        [1600, 1000],
        [400, 800],
        [1280, 800],
      ] as const) {
        await page.setViewportSize({ width, height });
        const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
        if (over > 0) wrong.push(`${path} scrolls sideways at ${String(width)}`);
      }
    }
    expect(wrong).toEqual([]);
  });

test('places, lists and the band are worked by keys', async ({ page, shownDesk: desk }) => {
  await page.goto(`${desk.base}/today`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('things today');
  for (const [key, path] of [
    ['2', '/lots'],
    ['3', '/tests'],
    ['4', '/sowing'],
    ['5', '/members'],
    ['6', '/renewals'],
    ['7', '/library/settings'],
    ['1', '/today'],
  ] as const) {
    await press(page, key);
    await expect(page).toHaveURL(desk.base + path);
  }
  await press(page, '2');
  await expect(page.locator('a.line').first()).toBeVisible();
  await page.locator('a.line').first().focus();
  const second = await page.locator('a.line').nth(1).getAttribute('data-code');
  await press(page, 'ArrowDown');
  await press(page, 'Enter');
  await expect(page).toHaveURL(`${desk.base}/lots/${second ?? ''}`);
  await expect(page.locator('article h1')).toBeVisible();
  // The table holds the envelope from place to place until it is put away.
  await press(page, 't');
  await press(page, '5');
  await expect(page.locator('footer').getByText(second ?? '')).toBeVisible();
  await page.reload();
  await expect(page.locator('footer').getByText(second ?? '')).toBeVisible();
  await press(page, 'p');
  await expect(page).toHaveURL(`${desk.base}/labels?codes=${second ?? ''}`);
  await page.goBack();
  await expect(page).toHaveURL(`${desk.base}/members`);
  // A week of the band, by the arrow keys.
  await page.getByRole('slider').focus();
  await page.keyboard.press('ArrowRight');
  await expect(page).toHaveURL(/\/today\?week=2027-03-15/);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('that week');
  await press(page, '?');
  await expect(page.getByRole('heading', { name: 'Keys' })).toBeVisible();
});

test('a code scanned anywhere opens its lot, and leaves the field it fell into as it was', async ({ page, shownDesk: desk }) => {
  const { lots } = (await (await page.request.get(`${desk.base}/api/lots?limit=30`)).json()) as { lots: { code: string }[] };
  const code = lots[7]!.code;
  await page.goto(`${desk.base}/members`);
  await expect(page.getByRole('heading', { name: 'Members' })).toBeVisible();
  const name = page.getByLabel('Name or place of a member');
  await name.fill('Al');
  await name.focus();
  await scan(page, code.replace('-', ''));
  await expect(page).toHaveURL(`${desk.base}/lots/${code}`);
  // Outside of a field too, without the letters acting as shortcuts.
  await page.goto(`${desk.base}/today`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('things today');
  await scan(page, code);
  await expect(page).toHaveURL(`${desk.base}/lots/${code}`);
  await expect(page.locator('footer').getByText(code)).toHaveCount(0);
  // A misread one says which character is likely wrong, and Enter takes the suggestion.
  const digit = code[5] ?? '0';
  const misread = code.slice(0, 5) + (digit === '9' ? '8' : String(Number(digit) + 1)) + code.slice(6);
  await press(page, '/');
  await page.keyboard.type(misread, { delay: 60 });
  await page.keyboard.press('Enter');
  await expect(page.getByText(/likely (wrong|swapped)/)).toBeVisible();
});
