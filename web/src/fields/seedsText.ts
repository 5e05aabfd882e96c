import { type AmountInSeeds, amountInSeeds, InputError, readAmount, span, wrong, plural } from '@esprel/core';
import type { SeedWeight } from '@esprel/core/api';

/**
 * Seeds in a field as they were typed: a number, "about 40", a range, a weight, a pinch. Null when empty. A weight needs the crop. Throws
 * an InputError that names the field.
 */
export function readSeeds(path: string, text: string, weight: SeedWeight | null): AmountInSeeds | null {
  const amount = readAmount(path, text, 'seeds');
  if (amount === null) return null;
  if (amount.seeds === null && weight === null) throw wrong(path, 'choose the crop first, so that this can be read as seeds');
  return amountInSeeds(path, amount, weight?.seedsPerGram ?? 1);
}

/** What a typed weight or word comes to, to be shown under the field; undefined for what is a number of seeds already. */
export function seedsHint(text: string, weight: SeedWeight | null): string | undefined {
  try {
    const amount = readAmount('seeds', text, 'seeds');
    const read = readSeeds('seeds', text, weight);
    if (amount === null || read === null || weight === null) return undefined;
    if (amount.seeds !== null) return amount.rough ? 'kept as an estimate' : undefined;
    const per = weight.seedsPerGram < 10 ? weight.seedsPerGram.toPrecision(2) : String(Math.round(weight.seedsPerGram));
    const by = weight.weighed ? 'as this lot was weighed' : 'usual for the crop';
    const doubt = weight.weighed || amount.grams === null ? '' : ` (${span(read.low, read.high)})`;
    return amount.packets !== null
      ? `about ${plural(read.seeds, 'seed')}, if the packet is of the usual size`
      : `about ${plural(read.seeds, 'seed')}${doubt}, at ${per} in a gram, ${by}`;
  } catch (error) {
    return error instanceof InputError ? error.errors[0]?.message : undefined;
  }
}

/** The weight of the seed of a lot: of its latest weighing, else of its crop. */
export function weightOf(lot: {
  readonly crop: { readonly seedsPerGram: number };
  readonly weighings: readonly { readonly gramsPerThousand: number }[];
}): SeedWeight {
  const last = lot.weighings[0];
  return last ? { seedsPerGram: 1000 / last.gramsPerThousand, weighed: true } : { seedsPerGram: lot.crop.seedsPerGram, weighed: false };
}
