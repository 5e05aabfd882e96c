import type { Settings } from '@esprel/core';
import { computed, type ComputedRef } from 'vue';
import { fromCelsius, toCelsius } from '../base/format.ts';
import { useSession } from '../base/session.ts';

/** Degrees as they are typed in the library's own unit, and as they are kept: Celsius. */
export interface TypedWarmth {
  readonly unit: ComputedRef<Settings['temperatureUnit']>;
  /** Degrees as they stand in their field; nothing where none are known. */
  readonly warmthText: (celsius: number | null | undefined) => string;
  /** What was typed, in Celsius. */
  readonly celsiusTyped: (typed: number | null | undefined) => number | null;
}

export function useTypedWarmth(): TypedWarmth {
  const session = useSession();
  const unit = computed(() => session.settings?.temperatureUnit ?? 'C');
  return {
    unit,
    warmthText: (celsius) => (celsius == null ? '' : String(fromCelsius(celsius, unit.value))),
    celsiusTyped: (typed) => (typed == null ? null : toCelsius(typed, unit.value)),
  };
}
