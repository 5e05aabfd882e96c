import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, rowCounts, tinyJpeg } from './library.ts';

describe('weighing', () => {
  it('samples give the amount with its error, and correct the balance in one step', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope({ amountKnown: 'estimated', seeds: 900 }));
    const samples = [0.3, 0.31, 0.29].map((grams) => ({ seeds: 100, grams }));
    const weighed = await library.done(`/api/lots/${lot.code}/weighings`, { samples, totalGrams: 3, weighedOn: '2027-03-14' });
    expect(weighed).toMatchObject({ seeds: 1000, trustworthy: true });
    const sheet = (await library.get(`/api/lots/${lot.code}`)).body;
    expect([sheet.lot.balance, sheet.lot.amountKnown, sheet.weighings[0].gramsPerThousand]).toEqual([
      1000,
      'weighed',
      expect.closeTo(3, 9),
    ]);
    expect(sheet.movements.at(-1)).toMatchObject({ kind: 'correction', seeds: 100, reason: 'weighed' });
    await library.done(`/api/history/${String(weighed.step.id)}/undo`, {});
    expect((await library.get(`/api/lots/${lot.code}`)).body.lot).toMatchObject({ balance: 900, amountKnown: 'estimated' });
    const calc = await library.post('/api/calc/weigh', { samples, totalGrams: 3 });
    expect(calc.body).toMatchObject({ seeds: 1000, gramsPerThousand: expect.closeTo(3, 9) });
    const wrong = await library.post('/api/calc/weigh', {
      samples: [
        { seeds: 0, grams: 1 },
        { seeds: 2.5, grams: -1 },
      ],
      totalGrams: 1,
    });
    expect(wrong.body.errors.map((e: any) => e.path)).toEqual(['samples[0].seeds', 'samples[1].seeds', 'samples[1].grams']);
  });
});

describe('packets', () => {
  it('hold n seeds each, leave the rest loose, and are lent as packets', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope({ seeds: 210, floor: 20 }));
    const path = `/api/lots/${lot.code}/packets`;
    const many = await library.post(path, { seedsEach: 25, packets: 8, filledOn: '2027-03-14' });
    expect(many.body.errors).toEqual([{ path: 'packets', message: '190 seeds are free above the floor: 7 packets of 25 at most' }]);
    const fill = await library.done(path, { seedsEach: 25, packets: 6, filledOn: '2027-03-14' });
    expect(fill.loose).toBe(60);
    const member = await library.done('/api/members', { name: 'Ottilie Vane' });
    const lend = (over: Record<string, unknown>) =>
      library.post('/api/loans', {
        lotCode: lot.code,
        memberId: member.id,
        seeds: 50,
        purpose: 'garden',
        promise: 'nothing',
        lentOn: '2027-03-14',
        ...over,
      });
    // What lies in packets is not poured out by the way.
    expect((await lend({ seeds: 70 })).body.errors[0].message).toContain('filled in packets');
    expect((await lend({ seeds: 40, packetFillId: fill.id, packets: 2 })).body.errors[0]).toEqual({
      path: 'seeds',
      message: '2 packets of 25 hold 50',
    });
    expect((await lend({ packetFillId: fill.id, packets: 2 })).status).toBe(200);
    const sheet = (await library.get(`/api/lots/${lot.code}`)).body;
    expect([sheet.lot.balance, sheet.packets[0].packetsLeft]).toEqual([160, 4]);
    await library.done(`/api/packets/${String(fill.id)}/pour-back`, { version: sheet.packets[0].version });
    expect((await lend({ seeds: 70 })).status).toBe(200);
  });
});

describe('photos', () => {
  it('lie in the folder of the library, and come and go with undo', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const added = await library.done(`/api/lots/${lot.code}/photos`, { jpeg: tinyJpeg('front') });
    const [photo] = (await library.get(`/api/lots/${lot.code}`)).body.photos;
    expect(existsSync(join(dirname(library.file), 'photos', photo.file))).toBe(true);
    const shown = await library.get(`/api/photos/${photo.file as string}`);
    expect([shown.status, shown.type]).toEqual([200, 'image/jpeg']);
    await library.done(`/api/history/${String(added.step.id)}/undo`, {});
    expect((await library.get(`/api/lots/${lot.code}`)).body.photos).toEqual([]);
  });
  it('what is no photograph, or asks for another file of the machine, is refused', async () => {
    const library = await openTestLibrary();
    const lot = await library.done('/api/lots', envelope());
    const before = rowCounts(library.db);
    const wrong = await library.post(`/api/lots/${lot.code}/photos`, { jpeg: Buffer.from('<svg>'.repeat(80)).toString('base64') });
    expect(wrong.body.errors[0].path).toBe('jpeg');
    expect((await library.post(`/api/lots/${lot.code}/photos`, { jpeg: 'x'.repeat(4_500_000) })).status).toBe(400);
    expect((await library.get('/api/photos/..%2Fesprel.sqlite')).status).toBe(404);
    expect((await library.get(`/api/photos/${'0'.repeat(40)}.jpg`)).status).toBe(404);
    expect(rowCounts(library.db)).toEqual(before);
  });
});

it('what the envelope says is kept apart, and its ranges must run upwards', async () => {
  const library = await openTestLibrary();
  const lot = await library.done('/api/lots', envelope({ yearKind: 'packing', year: 2027, statedGermination: 0.85 }));
  const put = (body: object, version = 0) => library.send('PUT', `/api/lots/${lot.code}/envelope`, { ...body, version });
  const written = async (): Promise<number> => (await library.get(`/api/lots/${lot.code}`)).body.envelope.version;
  expect((await put({ weeksMin: 8, weeksMax: 6 })).body.errors[0].path).toBe('weeksMax');
  expect((await put({ daysMin: 8, daysMax: 6 })).body.errors[0].path).toBe('daysMax');
  expect((await put({ depthMm: -2 })).body.errors[0].path).toBe('depthMm');
  await put({ packedFor: 2028, depthMm: 6, words: 'Sow under glass.' });
  const first = await written();
  await put({ packedFor: 2028, depthMm: 8 }, first);
  const sheet = (await library.get(`/api/lots/${lot.code}`)).body;
  expect(sheet.envelope).toMatchObject({ packedFor: 2028, depthMm: 8, words: null });
  expect(sheet.envelope.version).toBeGreaterThan(first);
  expect(sheet.lot.statedGermination).toBe(0.85);
});

describe('what a packet says otherwise', () => {
  const says = {
    depthMm: 3,
    depthMaxMm: 6,
    spacingCm: 30,
    spacingMaxCm: 40,
    weeksMin: 10,
    weeksMax: 12,
    anchor: 'last-frost',
    light: 'light',
    maturityMin: 70,
    maturityMax: 75,
    habit: 'bush',
  };

  it('is followed for the lot by one tap: by its window, its depth and light, and its label; and by another no longer', async () => {
    const library = await openTestLibrary();
    const { code } = (await library.done('/api/lots', envelope({}))) as { code: string };
    // Before either window opens.
    library.today = '2027-01-10';
    const sheet = async (): Promise<any> => (await library.get(`/api/lots/${code}`)).body;
    const window = async (): Promise<string> => (await library.get(`/api/lots/${code}/season`)).body.season.season.sow.from;
    const follow = async (on: boolean): Promise<any> =>
      library.send('PUT', `/api/lots/${code}/follow-packet`, { version: (await sheet()).lot.version, follow: on });
    // There is nothing to be followed yet.
    expect((await follow(true)).body.errors[0]).toMatchObject({ path: 'follow' });
    await library.done(`/api/lots/${code}/envelope`, { ...says, version: 0 }, 'PUT');
    const before = await window();
    const { sowing } = await sheet();
    expect(sowing).toMatchObject({ depthMm: 6, light: 'either', after: null });
    expect((await follow(true)).status).toBe(200);
    expect((await sheet()).sowing).toMatchObject({ depthMm: 4.5, light: 'light', harvestDaysMin: 70, habit: 'bush' });
    expect((await window()) < before).toBe(true);
    expect((await library.get(`/api/labels/page.svg?kind=packet&codes=${code}`)).body).toContain('in the light');
    expect((await follow(false)).status).toBe(200);
    expect(await window()).toBe(before);
    expect((await sheet()).sowing).toEqual(sowing);
  });

  it('refuses a range that ends before it starts, by its name', async () => {
    const library = await openTestLibrary();
    const { code } = (await library.done('/api/lots', envelope({}))) as { code: string };
    for (const [field, body] of [
      ['depthMaxMm', { ...says, depthMaxMm: 2 }],
      ['spacingMaxCm', { ...says, spacingMaxCm: 20 }],
      ['maturityMax', { ...says, maturityMax: 60 }],
    ] as const) {
      const answer = await library.send('PUT', `/api/lots/${code}/envelope`, { ...body, version: 0 });
      expect(answer.body.errors).toMatchObject([{ path: field }]);
    }
    expect((await library.get(`/api/lots/${code}`)).body.envelope).toBeNull();
  });
});
