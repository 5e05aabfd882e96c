import { fromTo, length, warmthRange } from '@esprel/core';
import { computed } from 'vue';
import { depth, dueWords, longDay, shortDay, temperature } from './format.ts';
import { useSession } from './session.ts';

/** Dates and units in the library's own settings. */
export function useFormat() {
  const session = useSession();
  const order = computed(() => session.settings?.dateOrder ?? 'day-month');
  const day = (d: string): string => shortDay(d, order.value, session.today);
  return {
    day,
    /** From one day to another; one day where they are the same. */
    days: (from: string, to: string) => fromTo(day(from), day(to)),
    longDay: (d: string) => longDay(d, order.value),
    due: (d: string) => dueWords(d, session.today),
    warmth: (c: number) => temperature(c, session.settings?.temperatureUnit),
    warmthRange: (lowC: number, highC: number) => warmthRange(lowC, highC, session.settings?.temperatureUnit ?? 'C'),
    /** A difference of warmth. */
    degrees: (c: number) =>
      session.settings?.temperatureUnit === 'F' ? `${String(Math.round(c * 1.8))} °F` : `${String(Math.round(c))} °C`,
    length: (cm: number) => length(cm, session.settings?.lengthUnit ?? 'mm'),
    depth: (mm: number) => depth(mm, session.settings?.lengthUnit),
    /** A depth or a range of depths as it is sown: "on the surface", "6 to 8 mm deep". */
    depths: (mm: number, maxMm: number | null) =>
      (maxMm ?? mm) === 0
        ? 'on the surface'
        : `${fromTo(depth(mm, session.settings?.lengthUnit), depth(maxMm ?? mm, session.settings?.lengthUnit))} deep`,
  };
}
