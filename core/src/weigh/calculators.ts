import { calculator, seeds } from '../checks/calculator.ts';
import { flag, list, need, number, shape } from '../checks/fields.ts';
import { weigh } from './weigh.ts';

const weighSchema = shape({
  samples: need(list(shape({ seeds: need(seeds(1)), grams: need(number({ above: 0, max: 1e6 })) }), 1000, 1)),
  totalGrams: need(number({ min: 0, max: 1e9 })),
  chaffy: flag(),
});

export const weighCalculator = calculator(weighSchema, ({ samples, totalGrams, chaffy }) => weigh(samples, totalGrams, chaffy));
