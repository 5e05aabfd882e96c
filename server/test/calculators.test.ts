import { describe, expect, it } from 'vitest';
import { openTestLibrary } from './library.ts';

const crop = { halfLifeYears: 9, oilClass: 'oily', freshGermination: 0.93 };
const lot = { crop, form: 'cleaned', acquisition: 'donated', start: '2023-10-01', storage: [], at: ['2027-03-14'] };

describe('calculators over HTTP', () => {
  it('say who crosses whom, what is left of a variety, and how true seed is', async () => {
    const library = await openTestLibrary();
    const calc = async (name: string, body: object) => await library.post(`/api/calc/${name}`, body);
    const patch = { plants: 8, outcrossRate: 0.7, isolationM: 800, neighbours: [{ plants: 8, distanceM: 800, overlap: 1 }] };
    const { body: crossing } = await calc('crossing', patch);
    expect(crossing.foreignShare).toBeCloseTo(0.0099, 4);
    expect([crossing.band, (await calc('crossing', { ...patch, protected: true })).body.crossedShare]).toEqual(['safe', 0.001]);
    const own = { from: '2027-06-01', to: '2027-06-10' };
    expect((await calc('flowering', { own, other: { from: '2027-06-06', to: '2027-07-01' } })).body).toEqual({ overlap: 0.5 });
    expect((await calc('flowering', { own, other: own, protected: true })).body.overlap).toBe(0);
    expect((await calc('parents', { generations: [{ plants: 20 }] })).body.each[0].ne).toBeCloseTo(19.5, 12);
    const truth = (await calc('true-to-type', { crossed: { share: 0.06 }, seen: [{ plants: 40, offTypes: 3 }] })).body;
    expect(truth.expected).toBeCloseTo(80 * (1 - truth.trueShare.mean), 9);
    const wrong = async (name: string, body: object) => (await calc(name, body)).body.errors.map((e: { path: string }) => e.path).sort();
    expect(
      await wrong('crossing', { ...patch, plants: 0, isolationM: 0, neighbours: [{ plants: 1, distanceM: -1, overlap: 2, far: 1 }] }),
    ).toEqual(['isolationM', 'neighbours[0].distanceM', 'neighbours[0].far', 'neighbours[0].overlap', 'plants']);
    expect(await wrong('flowering', { own: { from: '2027-06-10', to: '2027-06-01' }, other: own })).toEqual(['own.to']);
    expect(await wrong('parents', { generations: [] })).toEqual(['generations']);
    expect(await wrong('true-to-type', { crossed: { share: 0.1 }, seen: [{ plants: 4, offTypes: 5 }] })).toEqual(['seen[0].offTypes']);
    expect(await wrong('true-to-type', { crossed: { share: 0.1 }, visible: 0, seen: [{ plants: 4, offTypes: 1 }] })).toEqual([
      'seen[0].offTypes',
    ]);
  });

  it('plan renewals on a thread, proved, and name what is fixed against a rule', async () => {
    const library = await openTestLibrary();
    const squash = { worth: 1, keep: [0.9, 0.6], plants: 6, years: 1, group: 'cucurbita-pepo', outcrossRate: 0.7, isolationM: 500 };
    const body = {
      seasons: 2,
      varieties: Array.from({ length: 12 }, (_, id) => ({ ...squash, id, worth: 1 + id / 10 })),
      gardens: Array.from({ length: 5 }, (_, i) => ({ id: `g${String(i)}`, room: 20, chance: 0.6 + i / 20, eastM: 400 * i, cages: i % 2 })),
      seconds: 20,
    };
    const { body: out } = await library.post('/api/calc/renewal-plan', body);
    expect(out.stopped).toBe('proved');
    expect(out.gap).toBeLessThanOrEqual(1e-4);
    expect(out.plan.length).toBeGreaterThan(5);
    const refused = await library.post('/api/calc/renewal-plan', {
      ...body,
      fixed: [
        { variety: 0, garden: 'g0', season: 1 },
        { variety: 1, garden: 'g0', season: 1 },
      ],
    });
    expect([refused.status, refused.body.errors.map((e: { path: string }) => e.path)]).toEqual([400, ['fixed[0]', 'fixed[1]']]);
  });

  it('answer as the contract says', async () => {
    const library = await openTestLibrary();
    const barley = (
      await library.post('/api/calc/longevity', {
        ke: 9.983,
        cw: 5.896,
        ch: 0.04,
        cq: 0.000428,
        moisturePercent: 10,
        temperatureC: 20,
        initial: 0.98,
        days: 365,
        target: 0.5,
      })
    ).body;
    // 10^(9.983 - 5.896 - 0.8 - 0.1712) days for one probit of loss.
    expect(barley.sigmaDays).toBeCloseTo(10 ** 3.1158, 6);
    expect(barley.daysToTarget / barley.sigmaDays).toBeCloseTo(2.0537, 3);
    const v = (await library.post('/api/calc/viability', { ...lot, tests: [{ date: '2027-03-01', sown: 50, alive: 41 }] })).body;
    expect(v.points[0]).toMatchObject({ date: '2027-03-14' });
    expect(v.points[0].low).toBeLessThan(v.points[0].median);
    expect(v.posterior.sigmaYearsMedian).toBeGreaterThan(0);
    const g = (
      await library.post('/api/calc/germination', {
        replicates: [
          {
            sown: 50,
            counts: [
              { day: 4, normal: 20 },
              { day: 8, normal: 20 },
            ],
          },
        ],
      })
    ).body;
    expect(g).toMatchObject({ sown: 50, normal: 40, alive: 40, consistent: null, meanTime: 6, t50: 4 });
    const s = (await library.post('/api/calc/seeds-per-cell', { viability: { share: 0.8 }, emergence: 1, plants: 10, certainty: 0.9 }))
      .body;
    expect(s.options[1].emptyShare).toBeCloseTo(0.04, 12);
    expect(s.recommended).toBe(2);
  });

  it('weigh: sample weighings give seeds per gram with its error, then the lot', async () => {
    const library = await openTestLibrary();
    const weigh = (body: object) => library.post('/api/calc/weigh', body);
    const samples = [
      { seeds: 100, grams: 0.3 },
      { seeds: 100, grams: 0.31 },
      { seeds: 100, grams: 0.29 },
      { seeds: 100, grams: 0.3 },
    ];
    const { body } = await weigh({ samples, totalGrams: 15 });
    // Mean 0.3, sd 0.0081650, cv 2.72166 %; t(0.975, 3) = 3.18245; h = 3.18245 x 0.0272166 / 2 = 0.043307.
    expect(body.gramsPerThousand).toBeCloseTo(3, 9);
    expect(body.variationPercent).toBeCloseTo(2.72166, 4);
    expect([body.seeds, body.low, body.high, body.trustworthy]).toEqual([5000, 4788, 5221, true]);
    expect((await weigh({ samples: samples.slice(0, 1), totalGrams: 15 })).body).toMatchObject({
      seeds: 5000,
      low: null,
      high: null,
      variationPercent: null,
      trustworthy: false,
    });
    const bad = await weigh({
      samples: [
        { seeds: '100', grams: 0 },
        { seeds: 5, grams: 1, colour: 'red' },
      ],
      totalGrams: -1,
    });
    expect(bad.body.errors.map((e: { path: string }) => e.path).sort()).toEqual([
      'samples[0].grams',
      'samples[0].seeds',
      'samples[1].colour',
      'totalGrams',
    ]);
    expect((await weigh({ totalGrams: 1 })).body.errors[0].path).toBe('samples');
  });

  it('name every wrong field by its path', async () => {
    const library = await openTestLibrary();
    const bad = await library.post('/api/calc/viability', {
      ...lot,
      crop: { ...crop, oilClass: 'wet', taste: 'good' },
      tests: [{ date: '2027-02-30', sown: '50', alive: 41 }],
      at: [],
      surprise: 1,
    });
    expect(bad.status).toBe(400);
    expect(bad.body.errors.map((e: { path: string }) => e.path).sort()).toEqual([
      'at',
      'crop.oilClass',
      'crop.taste',
      'surprise',
      'tests[0].date',
      'tests[0].sown',
    ]);
    const g = await library.post('/api/calc/germination', {
      replicates: [
        {
          sown: 10,
          counts: [
            { day: 5, normal: 1 },
            { day: 5, normal: true },
          ],
        },
      ],
    });
    expect(g.body.errors.map((e: { path: string }) => e.path)).toContain('replicates[0].counts[1].normal');
    for (const body of ['nonsense', '', 'null', '[]', '"1"', '{"sown": 1e999}'])
      expect((await library.post('/api/calc/germination', body)).status, body).toBe(400);
    expect((await library.post('/api/calc/astrology', {})).status).toBe(404);
  });

  it('give null, never zero, for what cannot be computed', async () => {
    const library = await openTestLibrary();
    const g = (await library.post('/api/calc/germination', { replicates: [{ sown: 20, counts: [] }] })).body;
    expect(g).toMatchObject({ share: 0, meanTime: null, t50: null, range: null });
    const s = (await library.post('/api/calc/seeds-per-cell', { viability: { share: 0 }, emergence: 0.9, plants: 5, certainty: 0.9 })).body;
    expect(s.options[0]).toMatchObject({ cells: null });
    expect(s.recommended).toBeNull();
  });

  it('need no request key and take four megabytes', async () => {
    const library = await openTestLibrary();
    const padded = JSON.stringify({ replicates: [{ sown: 20, counts: [] }] }) + ' '.repeat(3_500_000);
    expect((await library.post('/api/calc/germination', padded)).status).toBe(200);
  });
});
