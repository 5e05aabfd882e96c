import type { LengthUnit } from '../units.ts';

const EIGHTHS = ['', '1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8'] as const;

/** Inches as a rule shows them, to the eighth: `1/4`, `1 1/2`; what is more than nothing is never 0. */
export function inches(mm: number): string {
  const eighths = Math.max(mm > 0 ? 1 : 0, Math.round((mm / 25.4) * 8));
  const whole = Math.floor(eighths / 8);
  const part = EIGHTHS[eighths % 8] ?? '';
  return [...(whole > 0 || part === '' ? [String(whole)] : []), ...(part === '' ? [] : [part])].join(' ');
}

/** A depth by setting: `6 mm`, `1/4 inch`. */
export function depth(mm: number, unit: LengthUnit = 'mm'): string {
  return unit === 'mm' ? `${String(Math.round(mm))} mm` : `${inches(mm)} inch`;
}

/** A length of some centimetres by setting: `30 cm`, `12 inch`. */
export function length(cm: number, unit: LengthUnit): string {
  return unit === 'mm' ? `${String(Math.round(cm))} cm` : `${String(Math.round(cm / 2.54))} inch`;
}

export const FEET_PER_METRE = 3.28084;

/** A distance of metres by setting: `50 m`, `160 feet`. */
export function distance(m: number, unit: LengthUnit): string {
  const feet = m * FEET_PER_METRE;
  return unit === 'mm' ? `${String(Math.round(m))} m` : `${String(Math.round(feet / 10) * 10 || Math.round(feet))} feet`;
}
