import { calculator, CALC_LIMITS, refuseAll } from '../checks/calculator.ts';
import { day, list, need, number, oneOf, orNull, shape, whole } from '../checks/fields.ts';
import { frostRecord, minimaErrors } from './frostRecord.ts';
import { season, seasonErrors } from './windows.ts';

const frostSchema = shape({
  minima: list(shape({ date: need(day()), minC: need(number({ min: -30, max: 60 })) }), CALC_LIMITS.minima),
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

export const frostCalculator = calculator(frostSchema, ({ minima = [], belowC, hemisphere }) => {
  refuseAll(minimaErrors(minima));
  return frostRecord(minima, belowC, hemisphere);
});

export const seasonCalculator = calculator(seasonSchema, (input) => {
  refuseAll(seasonErrors(input));
  return season(input);
});
