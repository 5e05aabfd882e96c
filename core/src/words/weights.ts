import type { MassUnit } from '../units.ts';
import { GRAMS_PER_OUNCE } from './figures.ts';

/** A weight by setting, as a kitchen scale shows it: `180 g`, `2.5 g`; `6.3 oz`, `0.09 oz`. */
export function weight(grams: number, unit: MassUnit): string {
  const value = unit === 'g' ? grams : grams / GRAMS_PER_OUNCE;
  const decimals = value >= 100 ? 0 : value >= 1 ? 1 : 2;
  return `${String(Number(value.toFixed(decimals)))} ${unit}`;
}
