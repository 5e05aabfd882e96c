import { betaFigure, calculator, CALC_LIMITS, refuseAll, seeds } from '../checks/calculator.ts';
import { list, need, number, openShare, shape, share } from '../checks/fields.ts';
import { germinationSummary, replicateErrors } from './summary.ts';
import { testSize } from './testSize.ts';
import { waitErrors, waitOrCall } from './wait.ts';

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

const waitSchema = shape({
  sown: need(seeds(1)),
  counts: list(shape({ day: need(number({ min: 0, max: 10_000 })), alive: need(seeds()) }), CALC_LIMITS.dates),
  today: need(number({ min: 0, max: 10_000 })),
  prior: need(shape({ alpha: need(betaFigure()), beta: need(betaFigure()) })),
  usualDays: need(shape({ min: need(number({ above: 0, max: 10_000 })), max: need(number({ above: 0, max: 10_000 })) })),
  slowShare: share(),
});

const testSizeSchema = shape({
  alpha: need(betaFigure()),
  beta: need(betaFigure()),
  threshold: need(openShare()),
  certainty: need(number({ above: 0.5, below: 1 })),
  spendable: need(seeds()),
});

export const germinationCalculator = calculator(germinationSchema, ({ replicates, level }) => {
  const all = replicates.map((r) => ({ ...r, counts: r.counts ?? [] }));
  refuseAll(replicateErrors(all));
  return germinationSummary(all, level);
});

export const waitCalculator = calculator(waitSchema, (body) => {
  const input = { ...body, counts: body.counts ?? [] };
  refuseAll(waitErrors(input));
  return waitOrCall(input);
});

export const testSizeCalculator = calculator(testSizeSchema, testSize);
