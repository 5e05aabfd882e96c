import type { TrayFillShown } from './trayTypes.ts';

/**
 * What to be careful of while sowing, once for the whole tray: what the seed itself asks, then tools, steam, dust and
 * current, as far as this tray has them.
 */
export function sowingCautions(
  fills: readonly Pick<TrayFillShown, 'letter' | 'cautions' | 'figures'>[],
  benchKind: string | null,
): string[] {
  const seed = fills.flatMap((f) => f.cautions.map((c) => `${f.letter}: ${c}`));
  const treatments = new Set(fills.flatMap((f) => f.figures.pretreatments));
  const work = [
    treatments.has('scarify') || treatments.has('remove-coat') ? 'Blades and files: cut away from the hand, on a board' : null,
    treatments.has('soak') ? 'Water for soaking is warm, never boiling from the kettle over a hand' : null,
    benchKind === 'mat' || benchKind === 'lamp' ? 'Mats and lamps near water: plugs above the tray, dry hands at the switch' : null,
    'Dry mix is dust: wet it before it is stirred, or wear a mask; mix that was scalded or steamed cools first, the face away from it',
  ].filter((c) => c !== null);
  return [...new Set(seed), ...work];
}
