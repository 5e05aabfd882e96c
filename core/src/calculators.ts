import { CoreError, wrong } from './errors.ts';
import { germinationCalculator, testSizeCalculator, waitCalculator } from './germination/calculators.ts';
import { crossingCalculator, floweringCalculator, parentsCalculator, trueToTypeCalculator } from './growing/calculators.ts';
import { renewalPlanCalculator } from './renewals/calculators.ts';
import { frostCalculator, seasonCalculator } from './season/calculators.ts';
import { seedsPerCellCalculator } from './sowing/calculators.ts';
import { longevityCalculator, viabilityCalculator } from './viability/calculators.ts';
import { weighCalculator } from './weigh/calculators.ts';
import type { Calculator, CalculatorTools } from './checks/calculator.ts';

/** The computations without state, by the name that they are served under. */
export const CALCULATORS = {
  longevity: longevityCalculator,
  viability: viabilityCalculator,
  germination: germinationCalculator,
  'seeds-per-cell': seedsPerCellCalculator,
  wait: waitCalculator,
  'test-size': testSizeCalculator,
  frost: frostCalculator,
  season: seasonCalculator,
  weigh: weighCalculator,
  crossing: crossingCalculator,
  flowering: floweringCalculator,
  parents: parentsCalculator,
  'true-to-type': trueToTypeCalculator,
  'renewal-plan': renewalPlanCalculator,
} as const;

/** Runs a calculator; what the core refuses becomes an InputError with the core's field. */
export function calculate(name: string, body: unknown, tools?: CalculatorTools): unknown {
  const found: Calculator | undefined = Object.hasOwn(CALCULATORS, name) ? CALCULATORS[name as keyof typeof CALCULATORS] : undefined;
  if (!found) throw new CoreError('calculate', 'name', name, `must be one of ${Object.keys(CALCULATORS).join(', ')}`);
  try {
    return found.run(body, tools);
  } catch (error) {
    if (error instanceof CoreError) throw wrong(error.field, error.message);
    throw error;
  }
}
