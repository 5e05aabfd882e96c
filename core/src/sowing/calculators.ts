import { betaFigure, calculator, CALC_LIMITS, seeds } from '../checks/calculator.ts';
import { wrong } from '../errors.ts';
import { need, number, openShare, shape, share, whole } from '../checks/fields.ts';
import { seedsPerCell, type ViabilityBelief } from './seedsPerCell.ts';

const seedsPerCellSchema = shape({
  viability: need(shape({ alpha: betaFigure(), beta: betaFigure(), share: share() })),
  emergence: need(number({ above: 0, max: 1 })),
  plants: need(whole({ min: 1, max: CALC_LIMITS.plants })),
  certainty: need(openShare()),
  maxPerCell: whole({ min: 1, max: 50 }),
  available: seeds(),
  traySpread: betaFigure(),
});

/** What is believed of the seed: a share that is known, or a beta distribution. */
function beliefOf({
  alpha,
  beta,
  share: known,
}: {
  alpha?: number | undefined;
  beta?: number | undefined;
  share?: number | undefined;
}): ViabilityBelief {
  const doubt = alpha !== undefined || beta !== undefined;
  if (doubt && known !== undefined) throw wrong('viability.share', 'give either share, or alpha and beta, not both');
  if (known !== undefined) return { share: known };
  if (!doubt) throw wrong('viability', 'give either share, or alpha and beta');
  if (alpha === undefined) throw wrong('viability.alpha', 'is needed beside beta');
  if (beta === undefined) throw wrong('viability.beta', 'is needed beside alpha');
  return { alpha, beta };
}

export const seedsPerCellCalculator = calculator(seedsPerCellSchema, (body) =>
  seedsPerCell({ ...body, viability: beliefOf(body.viability) }),
);
