import { BREEDING_WORDS, FORM_WORDS, fromTo, plural, seasonOf, span } from '@esprel/core';
import type { LotSheetData } from '@esprel/core/api';
import { amount } from '../base/format.ts';

type Lot = LotSheetData['lot'];

const ACQUIRED = { donated: 'gift', purchased: 'bought', saved: 'saved' } as const;

/** "gift, Spring swap 2022". */
export function cameFrom(lot: Lot): string {
  return `${ACQUIRED[lot.acquisition]}, ${lot.source}`;
}

/** "2021, on the envelope", "packed for 2024", "not known". */
export function yearWords(lot: Lot): string {
  if (lot.year === null) return 'year not known';
  return lot.yearKind === 'packing' ? `packed for ${String(lot.year)}` : `harvest ${String(lot.year)}`;
}

/** "Tomato, vine, landrace, pelleted": what else is known of the plant and its seed. */
export function kindWords(lot: Lot): string {
  const breeding = lot.breeding === 'unknown' ? null : BREEDING_WORDS[lot.breeding];
  const form = lot.form === 'cleaned' ? null : FORM_WORDS[lot.form].replace(/ \(.*/, '');
  return [lot.habit, breeding, form].filter((x) => x !== null).join(', ');
}

export function amountWords(lot: Lot): string {
  return `${lot.amountKnown}; ${lot.floor === 0 ? 'no floor' : `${amount(lot.floor, 'counted')} never lent`}`;
}

/** "below 40 % from spring 2029", or what is known instead. */
export function belowWords(belowFortyOn: string | null, median: number, hemisphere: 'north' | 'south'): string {
  if (belowFortyOn !== null) return `below 40 % from ${seasonOf(belowFortyOn, hemisphere)}`;
  return median < 0.4 ? 'below 40 % already' : 'above 40 % for twelve years and more';
}

export const IDENTITY_WORDS = {
  sure: 'the name is sure',
  likely: 'the name is likely right',
  doubtful: 'the name is in doubt',
  unknown: 'the name is not known',
} as const;

/** What is printed on the envelope, in one sentence. */
export function envelopeWords(
  e: NonNullable<LotSheetData['envelope']>,
  format: {
    readonly depths: (mm: number, maxMm: number | null) => string;
    readonly length: (cm: number) => string;
    readonly warmth: (c: number) => string;
  },
): string {
  const parts = [
    ...(e.packedFor === null ? [] : [`packed for ${String(e.packedFor)}`]),
    ...(e.weeksMin === null
      ? []
      : [
          `sow ${span(e.weeksMin, e.weeksMax ?? e.weeksMin, 'week')} before ${e.anchor === 'plant-out' ? 'planting out' : 'the last frost'}`,
        ]),
    ...(e.depthMm === null ? [] : [format.depths(e.depthMm, e.depthMaxMm)]),
    ...(e.spacingCm === null ? [] : [`${fromTo(format.length(e.spacingCm), format.length(e.spacingMaxCm ?? e.spacingCm))} apart`]),
    ...(e.light === null || e.light === 'either' ? [] : [`in the ${e.light}`]),
    ...(e.warmthC === null ? [] : [`at ${format.warmth(e.warmthC)}`]),
    ...(e.daysMin === null ? [] : [`up in ${span(e.daysMin, e.daysMax ?? e.daysMin, 'day')}`]),
    ...(e.maturityMin === null ? [] : [`ripe in ${span(e.maturityMin, e.maturityMax ?? e.maturityMin, 'day')}`]),
    ...(e.habit === null ? [] : [e.habit]),
    ...(e.words === null ? [] : [e.words]),
  ];
  return parts.join(', ') || (e.warnings === null ? '' : 'its warnings only');
}

/** What the return said of how the seed was grown, which stays with the lot for good. */
export function grownWords(grown: NonNullable<LotSheetData['quarantine']>): string {
  const plants = grown.plants === null ? 'from nobody knows how many plants' : `from ${plural(grown.plants, 'plant')}`;
  const beside = grown.grownBeside === null ? '' : `, beside ${grown.grownBeside}`;
  const apart =
    { yes: 'kept apart', no: 'not kept apart: it may have crossed' }[grown.isolated] ?? 'nobody knows whether it was kept apart';
  return `by ${grown.grownBy}, ${plants}${beside}; ${apart}`;
}
