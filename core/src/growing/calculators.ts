import { calculator, CALC_LIMITS, refuseAll } from '../checks/calculator.ts';
import { day, flag, list, need, number, shape, share, whole } from '../checks/fields.ts';
import { daysBetween } from '../dates/day.ts';
import { plural } from '../words/words.ts';
import { crossing, type FlowerDays, flowerOverlap } from './crossing.ts';
import { diversityKept } from './parents.ts';
import { TRUTH_STRENGTH, trueToType, VISIBLE } from './truth.ts';

const plants = (min: number) => whole({ min, max: CALC_LIMITS.plants });

export const crossingCalculator = calculator(
  shape({
    plants: need(plants(1)),
    outcrossRate: need(share()),
    isolationM: need(number({ above: 0 })),
    neighbours: list(shape({ plants: need(plants(0)), distanceM: need(number({ min: 0 })), overlap: need(share()) }), CALC_LIMITS.dates),
    protected: flag(),
  }),
  ({ neighbours = [], ...input }) => crossing({ ...input, neighbours }),
);

const flowering = () => need(shape({ from: need(day()), to: need(day()), sdDays: number({ min: 0, max: 366 }) }));

export const floweringCalculator = calculator(
  shape({ own: flowering(), other: flowering(), protected: flag() }),
  ({ own, other, protected: covered = false }) => {
    refuseAll(
      Object.entries({ own, other })
        .filter(([, w]) => w.to < w.from)
        .map(([name, w]) => ({ path: `${name}.to`, message: `must not be before from, ${w.from}` })),
    );
    const days = (w: typeof own): FlowerDays => ({
      from: daysBetween(own.from, w.from),
      to: daysBetween(own.from, w.to),
      sdDays: w.sdDays ?? 0,
    });
    return { overlap: covered ? 0 : flowerOverlap(days(own), days(other)) };
  },
);

export const parentsCalculator = calculator(
  shape({
    generations: need(list(shape({ plants: need(plants(1)), selfing: share(), equalShares: flag() }), CALC_LIMITS.dates, 1)),
  }),
  ({ generations }) =>
    diversityKept(generations.map((g) => ({ plants: g.plants, selfing: g.selfing ?? 0, equalShares: g.equalShares ?? false }))),
);

export const trueToTypeCalculator = calculator(
  shape({
    parentCrossed: share(),
    crossed: need(shape({ share: need(share()), strength: number({ above: 0, max: 1e8 }) })),
    visible: share(),
    seen: list(shape({ plants: need(plants(1)), offTypes: need(plants(0)) }), CALC_LIMITS.dates),
  }),
  ({ parentCrossed = 0, crossed, visible = VISIBLE, seen = [] }) => {
    refuseAll(
      seen.flatMap((s, i) => {
        const path = `seen[${String(i)}].offTypes`;
        if (s.offTypes > s.plants) return [{ path, message: `must not be more than the ${plural(s.plants, 'plant')}` }];
        return visible === 0 && s.offTypes > 0 ? [{ path, message: 'must be 0 where none can be told by eye' }] : [];
      }),
    );
    return trueToType({ parentCrossed, crossed: { share: crossed.share, strength: crossed.strength ?? TRUTH_STRENGTH }, visible, seen });
  },
);
