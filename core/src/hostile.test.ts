import { describe, expect, it } from 'vitest';
import * as core from './index.ts';
import { CROP_REFERENCE } from './crops/reference.ts';

/** Input that no caller should pass: empty, single, constant, non-finite, of the wrong sign. */
const NUMBERS = [0, 1, -1, 0.5, 1e300, -1e300, Number.MIN_VALUE, Number.NaN, Infinity, -Infinity];
const crop = core.withOwnFigures(CROP_REFERENCE[0]!, {});
const day = '2027-03-14';

/** Nothing that is answered may hold a NaN or an infinity, however deep. */
function unsound(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [`${path} is ${String(value)}`];
  if (typeof value === 'string') return /NaN|Infinity|undefined/.test(value) ? [`${path} says ${value}`] : [];
  if (value instanceof Float64Array) return [];
  if (Array.isArray(value)) return value.flatMap((v, i) => unsound(v, `${path}[${String(i)}]`));
  if (typeof value === 'object' && value !== null) return Object.entries(value).flatMap(([k, v]) => unsound(v, `${path}.${k}`));
  return [];
}

/** A call is sound when it answers soundly or refuses with an error that names where and what. */
function sound(name: string, call: () => unknown): string[] {
  try {
    return unsound(call()).map((u) => `${name}: ${u}`);
  } catch (error) {
    if (error instanceof core.CoreError || error instanceof core.InputError) return [];
    return [`${name}: threw ${String(error)}`];
  }
}

const oneNumber: Record<string, (x: number) => unknown> = {
  lendable: (x) => core.lendable(x, 3),
  seedsFromGrams: (x) => core.seedsFromGrams(x, 350),
  'seedsFromGrams, per gram': (x) => core.seedsFromGrams(2, x),
  balanceOf: (x) => core.balanceOf([{ seeds: 10 }, { seeds: x }]),
  phi: (x) => (Number.isNaN(x) ? 0 : core.phi(x)),
  probit: (x) => core.probit(x),
  moisturePercent: (x) => core.moisturePercent(x, 'oily'),
  'ageingRate, warmth': (x) => core.ageingRate(crop, x, 50),
  'ageingRate, humidity': (x) => core.ageingRate(crop, 15, x),
  'ageingRate, swing': (x) => core.ageingRate(crop, 15, 50, { swingC: x }),
  'rangeUpperPoint, chance': (x) => core.rangeUpperPoint(x, 4),
  wilson: (x) => core.wilson(3, 10, x),
  clopperPearson: (x) => core.clopperPearson(3, 10, x),
  springFrostRisk: (x) => core.springFrostRisk(day, '2027-04-27', x),
  'formatLotCode, number': (x) => core.formatLotCode('TM', x),
};
for (const field of ['ke', 'cw', 'ch', 'cq', 'moisturePercent', 'temperatureC', 'initial', 'days', 'target'] as const) {
  oneNumber[`longevity, ${field}`] = (x) =>
    core.longevity({
      ke: 9,
      cw: 5,
      ch: 0.04,
      cq: 0.0004,
      moisturePercent: 8,
      temperatureC: 15,
      initial: 0.9,
      days: 10,
      target: 0.5,
      [field]: x,
    });
}
for (const field of ['plants', 'emergence', 'certainty', 'maxPerCell', 'available'] as const) {
  oneNumber[`seedsPerCell, ${field}`] = (x) =>
    core.seedsPerCell({ viability: { share: 0.7 }, emergence: 0.85, plants: 5, certainty: 0.9, maxPerCell: 3, available: 100, [field]: x });
}
for (const field of ['share', 'alpha', 'beta'] as const) {
  oneNumber[`seedsPerCell, viability ${field}`] = (x) =>
    core.seedsPerCell({
      viability: field === 'share' ? { share: x } : { alpha: 3, beta: 2, [field]: x },
      emergence: 0.85,
      plants: 5,
      certainty: 0.9,
    });
}
for (const field of ['sown', 'normal', 'day', 'hard'] as const) {
  oneNumber[`germinationSummary, ${field}`] = (x) =>
    core.germinationSummary([
      {
        sown: field === 'sown' ? x : 50,
        counts: [{ day: field === 'day' ? x : 4, normal: field === 'normal' ? x : 5 }],
        hard: field === 'hard' ? x : 0,
      },
    ]);
}
for (const field of ['halfLifeYears', 'freshGermination', 'cw', 'ch', 'cq'] as const) {
  oneNumber[`viability, ${field}`] = (x) => estimate({ crop: { halfLifeYears: 9, oilClass: 'oily', freshGermination: 0.9, [field]: x } });
}
for (const field of ['sown', 'alive'] as const) {
  oneNumber[`viability, test ${field}`] = (x) => estimate({ tests: [{ date: day, sown: 50, alive: 40, [field]: x }] });
}
oneNumber['viability, stated'] = (x) => estimate({ stated: x });
oneNumber['viability, threshold'] = (x) => estimate({ threshold: x });

for (const field of ['seeds', 'grams'] as const) {
  oneNumber[`weigh, ${field}`] = (x) =>
    core.weigh(
      [
        { seeds: 50, grams: 1, [field]: x },
        { seeds: 50, grams: 1.1 },
      ],
      10,
    );
}
oneNumber['weigh, total'] = (x) => core.weigh([{ seeds: 50, grams: 1 }], x);
oneNumber.studentT975 = (x) => core.studentT975(x);
for (const field of ['temperatureC', 'rhPercent'] as const) {
  oneNumber[`dailyClimate, ${field}`] = (x) => core.dailyClimate([{ day, temperatureC: 4, rhPercent: 50, [field]: x }]);
  oneNumber[`movingGain, ${field}`] = (x) =>
    core.movingGain(
      {
        crop,
        form: 'cleaned',
        acquisition: 'donated',
        start: '2025-10-01',
        stated: 0.9,
        storage: [],
        tests: [],
        sowings: [],
        threshold: 0.7,
      },
      day,
      { temperatureC: 4, rhPercent: 40, [field]: x },
    );
}
for (const [i, field] of ['width', 'height'].entries()) {
  oneNumber[`layoutLabel, ${field}`] = (x) =>
    core.layoutLabel(
      { code: 'TM-001V', title: 'Red', cautions: [], lines: ['a'] },
      i === 0 ? x : 60,
      i === 1 ? x : 30,
      (t, pt) => (t.length * pt) / 6,
    );
}
const weeks = { min: 6, max: 8 };
for (const field of ['sdDays', 'hardeningDays', 'min', 'max', 'chillWeeks', 'soakHours'] as const) {
  oneNumber[`season, ${field}`] = (x) =>
    core.season({
      lastFrost: '2027-04-27',
      sdDays: field === 'sdDays' ? x : 10,
      hardeningDays: field === 'hardeningDays' ? x : 7,
      crop: {
        anchor: 'last-frost',
        startWeeks: { ...weeks, ...(field === 'min' || field === 'max' ? { [field]: x } : {}) },
        plantOutWeeks: weeks,
        chillWeeks: field === 'chillWeeks' ? x : 2,
        soakHours: field === 'soakHours' ? x : 12,
      },
    });
}
oneNumber['frostRecord, below'] = (x) => core.frostRecord([{ date: day, minC: 1 }], x);
oneNumber['frostRecord, minimum'] = (x) => core.frostRecord([{ date: day, minC: x }]);
oneNumber['windowShift, offset'] = (x) => core.windowShift([{ offsetDays: x, timing: 'right' }]);
for (const field of ['seeds', 'viability', 'emerged'] as const) {
  oneNumber[`learnedEmergence, ${field}`] = (x) => core.learnedEmergence(0.85, [{ seeds: 20, viability: 0.8, emerged: 12, [field]: x }]);
}
for (const field of ['rows', 'columns'] as const) {
  oneNumber[`checkShape, ${field}`] = (x) => core.checkShape({ rows: 6, columns: 10, gaps: [], [field]: x });
}
oneNumber['labelPlaces, used'] = (x) => core.labelPlaces(core.LABEL_FORMATS['a4-21'], 2, x);

function estimate(over: Partial<core.ViabilityInput>): core.ViabilityEstimate {
  return core.viability({
    crop: { halfLifeYears: 9, oilClass: 'oily', freshGermination: 0.9 },
    form: 'cleaned',
    acquisition: 'donated',
    start: '2024-10-01',
    storage: [],
    tests: [],
    sowings: [],
    at: [day, '2060-01-01'],
    ...over,
  });
}

describe('what nobody should pass', () => {
  it.each(Object.keys(oneNumber))('%s answers soundly or refuses by name', (name) => {
    const call = oneNumber[name] as (x: number) => unknown;
    expect(NUMBERS.flatMap((x) => sound(`${name}(${String(x)})`, () => call(x)))).toEqual([]);
  });

  it.each(['', ' ', '2027-13-01', '2027-02-30', 'tomorrow', '2027-3-4', '0000-00-00', '2027-03-14T00:00:00Z'])(
    'the day "%s" is refused wherever a day is taken',
    (bad) => {
      expect(core.isDay(bad)).toBe(false);
      for (const call of [
        () => core.dayNumber(bad),
        () => core.addDays(bad, 1),
        () => core.daysBetween(day, bad),
        () => core.ageAt(crop, bad, [], [day]),
        () => core.ageAt(crop, day, [{ from: bad, temperatureC: 15, rhPercent: 50 }], [day]),
        () => estimate({ at: [bad] }),
        () => estimate({ start: bad }),
      ]) {
        expect(call).toThrow(core.CoreError);
      }
    },
  );

  it('empty and single input is an answer, not an accident', () => {
    expect(core.balanceOf([])).toBe(0);
    expect(core.ageAt(crop, day, [], [])).toEqual([]);
    expect(core.countDaysBetween(7, 7)).toEqual([7]);
    expect(core.germinationSummary([])).toMatchObject({ sown: 0, share: null, interval: null, range: null, curve: [] });
    expect(core.germinationSummary([{ sown: 1, counts: [{ day: 3, normal: 1 }] }])).toMatchObject({ share: 1, consistent: null, t50: 1.5 });
    expect(core.correctionsOf('')).toEqual([]);
    expect(core.cautionWords([], 'cleaned')).toEqual([]);
    expect(core.dailyClimate([])).toEqual([]);
    expect(core.climateRuns([])).toEqual([]);
    const nowhere = { start: day, receivedOn: day, bought: false, sealed: null, stays: [], assume: core.ASSUMED_CLIMATES };
    expect(core.storagePeriods(nowhere, { places: new Map(), logged: () => [] })).toHaveLength(1);
    expect(core.guessColumns([])).toEqual({});
    expect(core.likeness('', '')).toBeNull();
    expect(core.nameFit('', 'a')).toBeNull();
    expect(core.trigrams('')).toEqual([]);
    expect(core.windowShift([])).toBe(0);
    expect(core.frostRecord([])).toMatchObject({ yearsUsed: 0, curve: [] });
    expect(core.careSteps(crop, { method: 'open-ground', seedsPerCell: 1, plantOutOn: null })).toEqual([]);
    expect(core.dueCare([], day, day)).toEqual([]);
    expect(core.cellEvidence([])).toEqual({ sown: 0, emerged: 0, leftOut: 0 });
    expect(core.layOut([], { rows: 1, columns: 1, gaps: [] })).toEqual({ map: [null], left: {} });
  });

  it('an error says where, which field and what it got', () => {
    try {
      core.ageingRate(crop, Number.NaN, 50);
      expect.unreachable();
    } catch (error) {
      expect(error).toMatchObject({ code: 'bad-input', where: 'ageingRate', field: 'temperatureC' });
      expect((error as Error).message).toContain('NaN');
    }
  });
});
