import type { Settings } from '../schemas/forms.ts';

/** A depth by setting: `6 mm`, or the nearest eighth of an inch. */
export function depth(mm: number, unit: Settings['lengthUnit'] = 'mm'): string {
  if (unit === 'mm') return `${String(Math.round(mm))} mm`;
  return `${String(Math.round((mm / 25.4) * 8) / 8)} inch`;
}

/** A length of some centimetres by setting: `30 cm`, `12 inch`. */
export function length(cm: number, unit: Settings['lengthUnit']): string {
  return unit === 'mm' ? `${String(Math.round(cm))} cm` : `${String(Math.round(cm / 2.54))} inch`;
}
