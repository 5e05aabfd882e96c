import type { Preparation } from '@esprel/core';

/** What a tray, or a single sowing, knows of one kind of seed for its cautions. */
export interface SeedToSow {
  readonly letter: string;
  readonly cautions: readonly string[];
  readonly prepare: readonly Preparation[];
}

/**
 * What to be careful of while sowing, once for all of it: what the seed itself asks, then what its preparation, steam, dust and
 * current ask, as far as this sowing has them.
 */
export function sowingCautions(seeds: readonly SeedToSow[], benchKind: string | null): string[] {
  const letters = new Map<string, string[]>();
  for (const s of seeds) for (const c of s.cautions) letters.set(c, [...(letters.get(c) ?? []), s.letter]);
  const seed = [...letters].map(([c, of]) => (of.includes('') ? c : `${of.join(', ')}: ${c}`));
  const prepared = seeds.flatMap((s) => s.prepare.flatMap((p) => p.caution ?? []));
  const work = [
    benchKind === 'mat' || benchKind === 'lamp' ? 'Mats and lamps near water: plugs above the tray, dry hands at the switch' : null,
    'Dry mix is dust: wet it before it is stirred, or wear a mask; mix that was scalded or steamed cools first, the face away from it',
  ].filter((c) => c !== null);
  return [...new Set([...seed, ...prepared, ...work])];
}
