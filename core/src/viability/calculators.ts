import type * as yup from 'yup';
import { calculator, CALC_LIMITS, refuseAll, seeds } from '../checks/calculator.ts';
import { ACQUISITIONS, FORMS } from './prior.ts';
import { day, flag, list, need, number, oneOf, openShare, shape, share } from '../checks/fields.ts';
import { longevity } from './longevity.ts';
import { evidenceErrors, viability } from './viability.ts';

const temperature = () => need(number({ min: -30, max: 60 }));

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

export const longevityCalculator = calculator(longevitySchema, longevity);

export const viabilityCalculator = calculator(viabilitySchema, (body) => {
  const { storage = [], tests = [], sowings = [] } = body;
  const input = { ...body, storage, tests, sowings };
  refuseAll(evidenceErrors(input));
  return viability(input);
});
