import { addDays, ageAt, type Day, ribbonDays, type SeedForm, type StoragePeriod, viability, type ViabilityInput } from '@esprel/core';
import type { RibbonPoint } from '@esprel/core/api';

/** What is tried: another storage from today on, another form, a test of today with so many alive. */
export interface WhatIf {
  readonly storage: { readonly temperatureC: number; readonly rhPercent: number } | null;
  readonly form: SeedForm | null;
  readonly tested: { readonly sown: number; readonly alive: number } | null;
}

/** The inputs of a lot's estimate changed as asked. A test of today lies on today; storage changes from today on. */
export function tried(input: ViabilityInput, what: WhatIf, today: Day): ViabilityInput {
  const day = today < input.start ? input.start : today;
  const storage: StoragePeriod[] =
    what.storage === null
      ? [...input.storage]
      : [...input.storage.filter((p) => p.from < day), { from: day, ...what.storage, open: false }];
  return {
    ...input,
    storage,
    form: what.form ?? input.form,
    tests: what.tested === null ? input.tests : [...input.tests, { date: day, ...what.tested }],
  };
}

/** The ribbon of some inputs over the same days as the sheet shows. */
export function ribbonOf(input: ViabilityInput, today: Day, points = 25): RibbonPoint[] {
  const day = today < input.start ? input.start : today;
  return viability({ ...input, at: ribbonDays(input.start, day, points) }).points.map(({ date, median, low, high }) => ({
    date,
    median,
    low,
    high,
  }));
}

export function onDay(input: ViabilityInput, day: Day): { readonly median: number; readonly low: number; readonly high: number } {
  const [point] = viability({ ...input, at: [day < input.start ? input.start : day] }).points;
  if (!point) throw new Error('no point for a day that was asked for');
  return point;
}

/** First day within fifty years on which the median is below `line`; null when it is not, or is already. */
export function belowOn(input: ViabilityInput, today: Day, line: number): Day | null {
  const from = today < input.start ? input.start : today;
  const days = Array.from({ length: 201 }, (_, i) => addDays(from, Math.round(i * 91.3125)));
  const { points } = viability({ ...input, at: days });
  const i = points.findIndex((p) => p.median < line);
  return i <= 0 ? null : (points[i]?.date ?? null);
}

/** One step of what moved the estimate: the median before it and after it. */
export interface Moved {
  readonly kind: 'start' | 'test' | 'sowing';
  readonly date: Day | null;
  readonly sown: number;
  readonly alive: number;
  readonly before: number | null;
  readonly after: { readonly median: number; readonly low: number; readonly high: number };
}

/** What is believed today before any count, and then with each count in turn, the oldest first. */
export function whatMoved(input: ViabilityInput, today: Day): Moved[] {
  const pieces = [
    ...input.tests.map((t, i) => ({ kind: 'test' as const, i, date: t.date, sown: t.sown, alive: t.alive })),
    ...input.sowings.map((s, i) => ({ kind: 'sowing' as const, i, date: s.date, sown: s.sown, alive: s.emerged })),
  ].sort((a, b) => a.date.localeCompare(b.date));
  let now: ViabilityInput = { ...input, tests: [], sowings: [] };
  const steps: Moved[] = [{ kind: 'start', date: null, sown: 0, alive: 0, before: null, after: onDay(now, today) }];
  for (const { kind, i, date, sown, alive } of pieces) {
    const test = input.tests[i];
    const sowing = input.sowings[i];
    if (kind === 'test' && test) now = { ...now, tests: [...now.tests, test] };
    if (kind === 'sowing' && sowing) now = { ...now, sowings: [...now.sowings, sowing] };
    steps.push({ kind, date, sown, alive, before: steps[steps.length - 1]?.after.median ?? null, after: onDay(now, today) });
  }
  return steps;
}

/** Mean rate of ageing in a storage, in reference years a year: 1 in 15 °C and 50 %. */
export function rateIn(input: ViabilityInput, storage: { readonly temperatureC: number; readonly rhPercent: number }): number {
  const { temperatureC, rhPercent } = storage;
  const [age] = ageAt(input.crop, '2026-01-01', [{ from: '2026-01-01', temperatureC, rhPercent }], ['2027-01-01']);
  return (age ?? 0) / (365 / 365.25);
}
