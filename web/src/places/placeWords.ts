import type { PlaceKind } from '@esprel/core/api';

export const PLACE_KIND_OPTIONS: readonly { readonly value: PlaceKind; readonly label: string }[] = [
  { value: 'box', label: 'Box or jar' },
  { value: 'drawer', label: 'Drawer' },
  { value: 'cupboard', label: 'Cupboard' },
  { value: 'fridge', label: 'Fridge' },
  { value: 'freezer', label: 'Freezer' },
  { value: 'room', label: 'Room' },
  { value: 'building', label: 'Building' },
];

/** "3 years longer", "beyond 100 years": what a move gains. */
export function gainWords(stays: number | null, moves: number | null): string {
  if (moves === null) return stays === null ? 'beyond 100 years either way' : 'keeps beyond 100 years';
  if (stays === null) return 'loses years';
  const gain = moves - stays;
  if (Math.abs(gain) < 0.15) return 'no difference';
  const n = Math.abs(gain) < 2 ? Math.round(Math.abs(gain) * 10) / 10 : Math.round(Math.abs(gain));
  return `${String(n)} ${n === 1 ? 'year' : 'years'} ${gain > 0 ? 'longer' : 'shorter'}`;
}

export function yearsWords(years: number | null): string {
  if (years === null) return 'over 100 years';
  return years < 2 ? `${String(Math.round(years * 10) / 10)} years` : `${String(Math.round(years))} years`;
}
