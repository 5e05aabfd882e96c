import rows from '../crops/saving.json' with { type: 'json' };
import type { Saving } from './saving.ts';

const byKey: ReadonlyMap<string, Saving> = new Map((rows as readonly Saving[]).map((row) => [row.key, row]));

/** How a crop of the reference is taken to seed; null for a crop that the library added itself. */
export const savingOf = (cropKey: string): Saving | null => byKey.get(cropKey) ?? null;
