import { length } from '@esprel/core';
import { computed } from 'vue';
import { depth, dueWords, longDay, shortDay, temperature } from './format.ts';
import { useSession } from './session.ts';

/** Dates and units in the library's own settings. */
export function useFormat() {
  const session = useSession();
  const order = computed(() => session.settings?.dateOrder ?? 'day-month');
  return {
    day: (d: string) => shortDay(d, order.value, session.today),
    longDay: (d: string) => longDay(d, order.value),
    due: (d: string) => (session.today === '' ? '' : dueWords(d, session.today)),
    warmth: (c: number) => temperature(c, session.settings?.temperatureUnit),
    /** A difference of warmth. */
    degrees: (c: number) =>
      session.settings?.temperatureUnit === 'F' ? `${String(Math.round(c * 1.8))} °F` : `${String(Math.round(c))} °C`,
    length: (cm: number) => length(cm, session.settings?.lengthUnit ?? 'mm'),
    depth: (mm: number) => depth(mm, session.settings?.lengthUnit),
  };
}
