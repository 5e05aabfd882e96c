import type * as yup from 'yup';
import { CoreError, InputError, wrong } from '../errors.ts';
import { germinationSummary, type ReplicateResult } from '../germination/summary.ts';
import { testSize, type TestSizeInput } from '../germination/testSize.ts';
import { type WaitInput, waitOrCall } from '../germination/wait.ts';
import { ACQUISITIONS, FORMS } from '../lots/vocabulary.ts';
import { day, flag, list, need, number, oneOf, openShare, orNull, shape, share, whole } from '../schemas/fields.ts';
import { parse } from '../schemas/parse.ts';
import { type DailyMinimum, frostRecord, type Hemisphere } from '../season/frostRecord.ts';
import { season, type SeasonInput, type Weeks } from '../season/windows.ts';
import { seedsPerCell, type SeedsPerCellInput } from '../sowing/seedsPerCell.ts';
import { longevity, type LongevityInput } from '../viability/longevity.ts';
import { viability, type ViabilityInput } from '../viability/viability.ts';
import { weigh, type WeighedSample } from '../weigh/weigh.ts';
import { plural } from '../words/words.ts';

/** Sizes that a calculator takes; beyond them it says so instead of taking minutes. */
export const CALC_LIMITS = { seeds: 100_000, plants: 10_000, dates: 1000, minima: 50_000 } as const;

const temperature = () => need(number({ min: -30, max: 60 }));
const seeds = (min = 0) => whole({ min, max: CALC_LIMITS.seeds });

const longevitySchema = shape({
  ke: need(number({ min: -100, max: 100 })),
  cw: need(number({ min: -100, max: 100 })),
  ch: need(number({ min: -10, max: 10 })),
  cq: need(number({ min: -10, max: 10 })),
  moisturePercent: need(number({ above: 0, max: 100 })),
  temperatureC: temperature(),
  initial: need(openShare()),
  days: number({ min: 0 }),
  target: openShare(),
});

const afterStart = (field: string, others: (body: ViabilityBody) => (string | undefined)[]) => ({ field, others }) as const;

interface ViabilityBody {
  start?: string;
  at?: string[];
  tests?: { date: string; sown: number; alive: number }[];
  sowings?: { date: string; sown: number; emerged: number }[];
}

const viabilitySchema = shape({
  crop: need(
    shape({
      halfLifeYears: need(number({ above: 0, max: 1000 })),
      oilClass: need(oneOf(['starchy', 'oily'] as const)),
      freshGermination: need(share()),
      cw: number({ min: -100, max: 100 }),
      ch: number({ min: -10, max: 10 }),
      cq: number({ min: -10, max: 10 }),
    }),
  ),
  form: need(oneOf(FORMS)),
  acquisition: need(oneOf(ACQUISITIONS)),
  start: need(day()),
  stated: share(),
  storage: list(
    shape({ from: need(day()), temperatureC: temperature(), rhPercent: need(number({ min: 0, max: 100 })), assumed: flag() }),
    CALC_LIMITS.dates,
  ),
  tests: list(shape({ date: need(day()), sown: need(seeds(1)), alive: need(seeds()) }), CALC_LIMITS.dates),
  sowings: list(
    shape({ date: need(day()), sown: need(seeds(1)), emerged: need(seeds()), emergence: number({ above: 0, max: 1 }) }),
    CALC_LIMITS.dates,
  ),
  at: need(list(day() as yup.Schema<string>, CALC_LIMITS.dates, 1)),
  threshold: openShare(),
});

const germinationSchema = shape({
  replicates: need(
    list(
      shape({
        sown: need(seeds(1)),
        counts: list(shape({ day: need(number({ min: 0, max: 10_000 })), normal: need(seeds()) }), CALC_LIMITS.dates),
        abnormal: seeds(),
        hard: seeds(),
        fresh: seeds(),
        dead: seeds(),
      }),
      1000,
      1,
    ),
  ),
  level: openShare(),
});

const seedsPerCellSchema = shape({
  viability: need(shape({ alpha: number({ above: 0, max: 1e9 }), beta: number({ above: 0, max: 1e9 }), share: share() })),
  emergence: need(number({ above: 0, max: 1 })),
  plants: need(whole({ min: 1, max: CALC_LIMITS.plants })),
  certainty: need(openShare()),
  maxPerCell: whole({ min: 1, max: 50 }),
  available: seeds(),
  traySpread: number({ above: 0, max: 1e9 }),
});

const weighSchema = shape({
  samples: need(list(shape({ seeds: need(seeds(1)), grams: need(number({ above: 0, max: 1e6 })) }), 1000, 1)),
  totalGrams: need(number({ min: 0, max: 1e9 })),
  chaffy: flag(),
});

const waitSchema = shape({
  sown: need(seeds(1)),
  counts: list(shape({ day: need(number({ min: 0, max: 10_000 })), alive: need(seeds()) }), CALC_LIMITS.dates),
  today: need(number({ min: 0, max: 10_000 })),
  prior: need(shape({ alpha: need(number({ above: 0, max: 1e9 })), beta: need(number({ above: 0, max: 1e9 })) })),
  usualDays: need(shape({ min: need(number({ above: 0, max: 10_000 })), max: need(number({ above: 0, max: 10_000 })) })),
  slowShare: share(),
});

const testSizeSchema = shape({
  alpha: need(number({ above: 0, max: 1e9 })),
  beta: need(number({ above: 0, max: 1e9 })),
  threshold: need(openShare()),
  certainty: need(number({ above: 0.5, below: 1 })),
  spendable: need(seeds()),
});

const frostSchema = shape({
  minima: list(shape({ date: need(day()), minC: need(temperature()) }), CALC_LIMITS.minima),
  belowC: number({ min: -30, max: 60 }),
  hemisphere: oneOf(['north', 'south'] as const),
});

const weeks = () => number({ min: -260, max: 260 });
const weekRange = () => shape({ min: need(weeks()), max: need(weeks()) });
const seasonSchema = shape({
  lastFrost: need(day()),
  sdDays: need(number({ above: 0, max: 366 })),
  crop: need(
    shape({
      anchor: need(oneOf(['last-frost', 'plant-out'] as const)),
      startWeeks: orNull(weekRange()),
      plantOutWeeks: orNull(weekRange()),
      directWeeks: orNull(weekRange()),
      chillWeeks: need(number({ min: 0, max: 260 })),
      soakHours: need(number({ min: 0, max: 2400 })),
    }),
  ),
  plantOut: orNull(day()),
  hardeningDays: whole({ min: 0, max: 365 }),
});

function checkMinima(minima: readonly DailyMinimum[]): void {
  const seen = new Set<string>();
  const errors = minima.flatMap(({ date }, i) => {
    const twice = seen.has(date);
    seen.add(date);
    return twice ? [{ path: `minima[${String(i)}].date`, message: `${date} stands there twice; keep one of them` }] : [];
  });
  if (errors.length > 0) throw new InputError(errors);
}

function checkSeason({ crop, lastFrost, plantOut }: SeasonInput): void {
  const errors: { path: string; message: string }[] = [];
  for (const field of ['startWeeks', 'plantOutWeeks', 'directWeeks'] as const) {
    const range: Weeks | null | undefined = crop[field];
    if (range && range.max < range.min) {
      errors.push({ path: `crop.${field}.max`, message: `ends before it starts; must not be less than ${String(range.min)}` });
    }
  }
  for (const [path, date] of Object.entries({ lastFrost, plantOut })) {
    if (date != null && (date < '0200-01-01' || date > '9900-12-31')) errors.push({ path, message: 'must lie in the years 200 to 9900' });
  }
  if (errors.length > 0) throw new InputError(errors);
}

function checkWait({ sown, counts = [], today, usualDays }: Omit<WaitInput, 'counts'> & { counts?: WaitInput['counts'] }): void {
  const errors: { path: string; message: string }[] = [];
  counts.forEach((c, i) => {
    const before = counts[i - 1];
    if (before && c.day <= before.day) {
      errors.push({ path: `counts[${String(i)}].day`, message: `must be later than day ${String(before.day)}` });
    }
  });
  const alive = counts.reduce((sum, c) => sum + c.alive, 0);
  if (alive > sown) errors.push({ path: 'sown', message: `${plural(alive, 'seed')} were counted, more than the ${String(sown)} sown` });
  const last = Math.max(0, ...counts.map((c) => c.day));
  if (today < last) errors.push({ path: 'today', message: `must not be before the last count, day ${String(last)}` });
  if (usualDays.max < usualDays.min) errors.push({ path: 'usualDays.max', message: 'must not be below the first usual day' });
  if (errors.length > 0) throw new InputError(errors);
}

function checkViability(body: ViabilityBody): void {
  const errors: { path: string; message: string }[] = [];
  const start = body.start as string;
  const dates = [
    afterStart('at', (b) => b.at ?? []),
    afterStart('tests', (b) => (b.tests ?? []).map((t) => t.date)),
    afterStart('sowings', (b) => (b.sowings ?? []).map((s) => s.date)),
  ];
  for (const { field, others } of dates) {
    others(body).forEach((date, i) => {
      if (date !== undefined && date < start) {
        const path = `${field}[${String(i)}]${field === 'at' ? '' : '.date'}`;
        errors.push({ path, message: `must be on or after the start, ${start}` });
      }
    });
  }
  body.tests?.forEach((t, i) => {
    if (t.alive > t.sown) errors.push({ path: `tests[${String(i)}].alive`, message: `must not be more than the ${String(t.sown)} sown` });
  });
  body.sowings?.forEach((s, i) => {
    if (s.emerged > s.sown)
      errors.push({ path: `sowings[${String(i)}].emerged`, message: `must not be more than the ${String(s.sown)} sown` });
  });
  if (errors.length > 0) throw new InputError(errors);
}

function checkReplicates(replicates: readonly ReplicateResult[]): void {
  const errors: { path: string; message: string }[] = [];
  replicates.forEach((r, i) => {
    const at = `replicates[${String(i)}]`;
    let all = (r.abnormal ?? 0) + (r.hard ?? 0) + (r.fresh ?? 0) + (r.dead ?? 0);
    r.counts.forEach((c, j) => {
      all += c.normal;
      const before = r.counts[j - 1];
      if (before && c.day <= before.day) {
        errors.push({ path: `${at}.counts[${String(j)}].day`, message: `must be later than day ${String(before.day)}` });
      }
    });
    if (all > r.sown) {
      errors.push({ path: `${at}.sown`, message: `${plural(all, 'seed')} were counted, more than the ${String(r.sown)} sown` });
    }
  });
  if (errors.length > 0) throw new InputError(errors);
}

function checkBelief(v: { alpha?: number; beta?: number; share?: number }): void {
  const beta = v.alpha !== undefined || v.beta !== undefined;
  if (beta && v.share !== undefined) throw wrong('viability.share', 'give either share, or alpha and beta, not both');
  if (beta && v.alpha === undefined) throw wrong('viability.alpha', 'is needed beside beta');
  if (beta && v.beta === undefined) throw wrong('viability.beta', 'is needed beside alpha');
  if (!beta && v.share === undefined) throw wrong('viability', 'give either share, or alpha and beta');
}

/** The stateless calculators by name: each takes an unknown body and answers, or throws an InputError. */
export const CALCULATORS: Readonly<Record<string, (body: unknown) => unknown>> = {
  longevity: (body) => longevity(parse(longevitySchema, body) as LongevityInput),
  viability: (body) => {
    const input = parse(viabilitySchema, body) as unknown as ViabilityInput & ViabilityBody;
    checkViability(input);
    return viability({ ...input, storage: input.storage ?? [], tests: input.tests ?? [], sowings: input.sowings ?? [] });
  },
  germination: (body) => {
    const input = parse(germinationSchema, body) as unknown as { replicates: ReplicateResult[]; level?: number };
    const replicates = input.replicates.map((r) => ({ ...r, counts: r.counts ?? [] }));
    checkReplicates(replicates);
    return germinationSummary(replicates, input.level);
  },
  'seeds-per-cell': (body) => {
    const input = parse(seedsPerCellSchema, body) as unknown as SeedsPerCellInput;
    checkBelief(input.viability);
    return seedsPerCell(input);
  },
  wait: (body) => {
    const input = parse(waitSchema, body) as unknown as WaitInput;
    checkWait(input);
    return waitOrCall({ ...input, counts: (input as Partial<WaitInput>).counts ?? [] });
  },
  'test-size': (body) => testSize(parse(testSizeSchema, body) as TestSizeInput),
  frost: (body) => {
    const input = parse(frostSchema, body) as unknown as { minima?: DailyMinimum[]; belowC?: number; hemisphere?: Hemisphere };
    checkMinima(input.minima ?? []);
    return frostRecord(input.minima ?? [], input.belowC, input.hemisphere);
  },
  season: (body) => {
    const input = parse(seasonSchema, body) as unknown as SeasonInput;
    checkSeason(input);
    return season(input);
  },
  weigh: (body) => {
    const input = parse(weighSchema, body) as unknown as { samples: WeighedSample[]; totalGrams: number; chaffy?: boolean };
    return weigh(input.samples, input.totalGrams, input.chaffy);
  },
};

/** Runs a calculator; what the core refuses becomes an InputError with the core's field. */
export function calculate(name: string, body: unknown): unknown {
  const run = Object.hasOwn(CALCULATORS, name) ? CALCULATORS[name] : undefined;
  if (!run) throw new CoreError('calculate', 'name', name, `must be one of ${Object.keys(CALCULATORS).join(', ')}`);
  try {
    return run(body);
  } catch (error) {
    if (error instanceof CoreError) throw wrong(error.field, error.message);
    throw error;
  }
}
