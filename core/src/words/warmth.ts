import type { TemperatureUnit } from '../units.ts';
import { fromTo } from './ranges.ts';

/** A warmth by setting, in whole degrees: `18 °C`, `64 °F`. */
export function warmth(celsius: number, unit: TemperatureUnit): string {
  return unit === 'C' ? `${String(Math.round(celsius))} °C` : `${String(Math.round(celsius * 1.8 + 32))} °F`;
}

/** A range of warmth by setting: `18 to 24 °C`; one figure where both ends are the same. */
export function warmthRange(lowC: number, highC: number, unit: TemperatureUnit): string {
  return fromTo(warmth(lowC, unit), warmth(highC, unit));
}
