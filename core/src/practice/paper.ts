import type { Crop } from '../crops/crop.ts';
import { needCount } from '../errors.ts';
import type { SeedKind } from '../germination/marks.ts';

/** How seeds of a family look, as far as a drawing goes. */
export const SEED_SHAPES = ['kidney', 'ball', 'disc', 'wedge', 'drop', 'ridged', 'grain', 'sliver', 'cluster', 'oval'] as const;
export type SeedShape = (typeof SEED_SHAPES)[number];

const SHAPES: Readonly<Record<string, SeedShape>> = {
  Fabaceae: 'kidney',
  Brassicaceae: 'ball',
  Malvaceae: 'kidney',
  Solanaceae: 'disc',
  Amaryllidaceae: 'wedge',
  Cucurbitaceae: 'drop',
  Apiaceae: 'ridged',
  Poaceae: 'grain',
  Asteraceae: 'sliver',
  Amaranthaceae: 'cluster',
  Papaveraceae: 'ball',
};

/** The shape of a crop's seed; peas are balls among the beans. */
export const seedShape = (crop: Pick<Crop, 'family' | 'key'>): SeedShape =>
  /pea$|^pea/.test(crop.key) ? 'ball' : (SHAPES[crop.family] ?? 'oval');

/**
 * What can be seen of a seed. Of what sprouted but would not become a plant, what is wrong with it, as the handbooks of seed testing
 * distinguish (International Seed Testing Association, Handbook on Seedling Evaluation): no root, a stubby one, a shoot that is split,
 * glassy or rotten at its base, or one without leaves.
 */
export const SEED_LOOKS = [
  'sound',
  'just-sprouted',
  'crooked',
  'no-root',
  'stubby-root',
  'split-shoot',
  'glassy',
  'rotten-base',
  'hard',
  'swollen',
  'swollen-mouldy',
  'mouldy',
  'collapsed',
  'empty',
] as const;
export type SeedLook = (typeof SEED_LOOKS)[number];

/** What a seed that looks so counts as. */
export const LOOK_KINDS: Readonly<Record<SeedLook, SeedKind>> = {
  sound: 'normal',
  'just-sprouted': 'normal',
  crooked: 'normal',
  'no-root': 'abnormal',
  'stubby-root': 'abnormal',
  'split-shoot': 'abnormal',
  glassy: 'abnormal',
  'rotten-base': 'abnormal',
  hard: 'hard',
  swollen: 'fresh',
  'swollen-mouldy': 'fresh',
  mouldy: 'dead',
  collapsed: 'dead',
  empty: 'empty',
};

export interface PaperSeed {
  readonly position: number;
  readonly look: SeedLook;
  /** 0 to 1: how far along it is, so that no two are drawn alike. */
  readonly vigour: number;
  /** Tilt in degrees. */
  readonly tilt: number;
}

/** A paper as it comes from the bag, whose truth is known. */
export interface PracticePaper {
  readonly cropKey: string;
  readonly shape: SeedShape;
  readonly seeds: readonly PaperSeed[];
}

/** Crops whose seed may stay hard, or asleep and swollen, at the end of a test. */
const hardCommon = (crop: Crop): boolean => ['Fabaceae', 'Malvaceae', 'Convolvulaceae'].includes(crop.family);
const restsOften = (crop: Crop): boolean => crop.chillWeeks > 0 || crop.family === 'Apiaceae' || crop.lightNeed === 'light';

/** How often each look is laid, of what is not sound: what is easily mistaken comes more often than on real papers, since it is to be learned. */
function weights(crop: Crop): readonly (readonly [SeedLook, number])[] {
  return [
    ['sound', 34],
    ['just-sprouted', 8],
    ['crooked', 6],
    ['no-root', 3],
    ['stubby-root', 4],
    ['split-shoot', 2],
    ['glassy', 3],
    ['rotten-base', 3],
    ['hard', hardCommon(crop) ? 9 : 0],
    ['swollen', restsOften(crop) ? 8 : 4],
    ['swollen-mouldy', 4],
    ['mouldy', 7],
    ['collapsed', 5],
    ['empty', 4],
  ];
}

/**
 * Lays a paper of a crop. `random` gives numbers from 0 to below 1; the same numbers lay the same paper. Throws a CoreError unless there are
 * 10 to 100 seeds.
 */
export function layPracticePaper(crop: Crop, seeds: number, random: () => number): PracticePaper {
  needCount('layPracticePaper', 'seeds', seeds, 10, 100);
  const all = weights(crop);
  const total = all.reduce((sum, [, w]) => sum + w, 0);
  const draw = (): SeedLook => {
    let left = random() * total;
    for (const [look, weight] of all) {
      left -= weight;
      if (left < 0) return look;
    }
    return 'sound';
  };
  return {
    cropKey: crop.key,
    shape: seedShape(crop),
    seeds: Array.from({ length: seeds }, (_, i) => ({
      position: i + 1,
      look: draw(),
      vigour: random(),
      tilt: Math.round((random() - 0.5) * 70),
    })),
  };
}

/**
 * Numbers from 0 to below 1 from a seed, the same ones each time: a multiplicative congruential generator (Park & Miller 1988,
 * Communications of the ACM 31:1192), good enough to lay a paper.
 */
export function randomOf(seed: number): () => number {
  let state = Math.max(1, Math.floor(Math.abs(seed)) % 2_147_483_647);
  return () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
}
