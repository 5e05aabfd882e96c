/** When something came: after a look that did not show it yet, and by the look that did. Days of the test or of the sowing. */
export interface Between {
  /** The look before; null when nobody looked before it was there. */
  readonly after: number | null;
  readonly by: number;
}

/** One replicate: the days it was looked at, also when nothing was new, and for each sprout the day on which it was found. */
export interface LookedAt {
  readonly looks: readonly number[];
  readonly found: readonly number[];
}

/**
 * Between which days a share of what sprouted in the end was reached; null before anything sprouted. Each sprout came between two
 * looks at its own replicate, so the day of the k-th lies between the k-th of their earliest and the k-th of their latest days
 * (order statistics rise with every value of the sample, so both bounds are exact).
 *
 * @param share From 0 (the first) to 1 (the last); 0.5 is the half of T50.
 */
export function sproutedBetween(replicates: readonly LookedAt[], share: number): Between | null {
  const came = replicates.flatMap(({ looks, found }) =>
    found.map((by) => ({ after: Math.max(-Infinity, ...looks.filter((d) => d < by), ...found.filter((d) => d < by)), by })),
  );
  if (came.length === 0) return null;
  const k = Math.max(1, Math.ceil(share * came.length - 1e-9)) - 1;
  const nth = (days: readonly number[]): number => [...days].sort((a, b) => a - b)[k] as number;
  const after = nth(came.map((c) => c.after));
  return { after: Number.isFinite(after) ? after : null, by: nth(came.map((c) => c.by)) };
}

/** The middle of several such spans, each a sowing of its own; of an even number both middles, so that neither is passed over. */
export function middleBetween(spans: readonly Between[]): Between | null {
  if (spans.length === 0) return null;
  const after = spans.map((s) => s.after ?? -Infinity).sort((x, y) => x - y)[(spans.length - 1) >> 1] as number;
  const by = spans.map((s) => s.by).sort((x, y) => x - y)[spans.length >> 1] as number;
  return { after: Number.isFinite(after) ? after : null, by };
}

/** "by day 10", "on day 10" after a look the day before, "between day 4 and day 10"; day 0 is what sprouted before it was warm. */
export function betweenWords({ after, by }: Between): string {
  if (by <= 0) return 'in the cold already';
  if (after === null) return `by day ${String(by)}`;
  return after === by - 1 ? `on day ${String(by)}` : `between day ${String(after)} and day ${String(by)}`;
}
