import type { Settings } from '../schemas/forms.ts';

/** A warmth by setting, in whole degrees: `18 °C`, `64 °F`. */
export function warmth(celsius: number, unit: Settings['temperatureUnit']): string {
  return unit === 'C' ? `${String(Math.round(celsius))} °C` : `${String(Math.round(celsius * 1.8 + 32))} °F`;
}

/** A range of warmth by setting: `18 to 24 °C`; one figure where both ends are the same. */
export function warmthRange(lowC: number, highC: number, unit: Settings['temperatureUnit']): string {
  const [low, high] = [warmth(lowC, unit), warmth(highC, unit)];
  return low === high ? low : `${low.replace(/ °.$/, '')} to ${high}`;
}
