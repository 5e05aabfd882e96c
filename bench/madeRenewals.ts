import { type LibraryCrop, randomFrom, type RenewalInput, type Saving, withOwnFigures } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { savingOf } from '@esprel/core/growing/reference';

/** How often the demo's library has a crop among its lots. */
const MIX: Readonly<Record<string, number>> = {
  tomato: 9,
  radish: 15,
  'climbing-bean': 15,
  carrot: 13,
  'sweet-pea': 11,
  lettuce: 10,
  pea: 9,
  kale: 9,
  onion: 8,
  'runner-bean': 8,
  'broad-bean': 7,
  coriander: 7,
  'bush-bean': 6,
  celery: 6,
  cosmos: 6,
  sunflower: 6,
  'chilli-pepper': 5,
  'sweet-pepper': 5,
  chard: 5,
  parsnip: 5,
  dill: 5,
  'pepo-pumpkin': 5,
  borage: 5,
  spinach: 4,
  cucumber: 4,
  cabbage: 4,
  'corn-poppy': 4,
  'summer-squash': 3,
  'sweet-corn': 3,
  leek: 3,
  beetroot: 2,
};

/** A made library of so many varieties and gardens, with the demo's mix of crops: the same for the same numbers. */
export function madeRenewals(varieties: number, gardens: number, seasons: number): RenewalInput {
  const random = randomFrom(varieties * 1000 + gardens);
  const crops = Object.entries(MIX).flatMap(([key, n]) => {
    const crop = CROP_REFERENCE.find((c) => c.key === key);
    return crop === undefined ? [] : Array.from({ length: n }, () => withOwnFigures(crop, {}) as LibraryCrop);
  });
  return {
    seasons,
    varieties: Array.from({ length: varieties }, (_, id) => {
      const crop = crops[Math.floor(random() * crops.length)] as LibraryCrop;
      const saving = savingOf(crop.key) as Saving;
      const now = 0.35 + 0.63 * random();
      const falls = 0.72 + 0.27 * random();
      return {
        id,
        worth: (random() < 0.4 ? 1 : 0.25 + 0.5 * random()) * (1 + Math.log(1 + Math.floor(6 * random() ** 2))),
        keep: Array.from({ length: seasons }, (_s, s) => now * falls ** s),
        plants: crop.seedPlantsMin,
        years: saving.overwinter === 'none' ? 1 : 2,
        group: crop.crossingGroup,
        outcrossRate: crop.outcrossRate,
        isolationM: crop.isolationM,
      };
    }),
    gardens: Array.from({ length: gardens }, (_, id) => ({
      id,
      room: 20 + 10 * Math.floor(9 * random()),
      most: 2 + Math.floor(3 * random()),
      chance: 0.45 + 0.5 * random(),
      cages: random() < 0.2 ? 1 + Math.floor(2 * random()) : 0,
      eastM: 50 * Math.round(80 * random() - 40),
      northM: 50 * Math.round(80 * random() - 40),
      widthM: 5,
      takes: null,
    })),
    chances: [],
    others: [],
    maxCrossed: 0.01,
    growersMost: 2,
    fixed: [],
    barred: [],
  };
}
