import { inches } from '@esprel/core';
import { computed, type ComputedRef } from 'vue';
import { useSession } from '../base/session.ts';

const MM_IN_INCH = 25.4;

/** Depths and lengths as they are typed in the library's own unit, and as they are kept: millimetres and centimetres. */
export interface TypedLengths {
  readonly inch: ComputedRef<boolean>;
  /** A depth as it stands in its field: whole millimetres, or a fraction of an inch as on a rule. */
  readonly depthText: (mm: number) => string;
  /** What was typed as a depth, in millimetres. */
  readonly mmTyped: <T extends number | null | undefined>(typed: T) => T;
  /** A length as it stands in its field: centimetres, or inches to a tenth. */
  readonly lengthText: (cm: number | null) => string;
  /** What was typed as a length, in centimetres. */
  readonly cmTyped: <T extends number | null | undefined>(typed: T) => T;
}

export function useTypedLengths(): TypedLengths {
  const session = useSession();
  const inch = computed(() => session.settings?.lengthUnit === 'inch');
  const inTenths = (n: number): number => Math.round(n * 10) / 10;
  const kept =
    (factor: number) =>
    <T extends number | null | undefined>(typed: T): T =>
      (typeof typed === 'number' && inch.value ? inTenths(typed * factor) : typed) as T;
  return {
    inch,
    depthText: (mm) => (!inch.value ? String(mm) : mm === 0 ? '0' : inches(mm)),
    mmTyped: kept(MM_IN_INCH),
    lengthText: (cm) => (cm === null ? '' : String(inch.value ? inTenths((cm * 10) / MM_IN_INCH) : cm)),
    cmTyped: kept(MM_IN_INCH / 10),
  };
}
