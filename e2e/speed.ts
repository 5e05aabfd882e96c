/** Milliseconds that the measure takes on a quiet machine of two cores. */
const QUIET_MS = 40;

function measure(): number {
  const from = performance.now();
  let x = 1;
  for (let i = 0; i < 2_000_000; i++) x = (x * 1_103_515_245 + 12_345) % 2_147_483_648;
  return performance.now() - from + (x < 0 ? 1 : 0);
}

/** How much slower than a quiet one this machine is just now: at least 1, since a fast one needs no shorter limits. */
const [, middle = QUIET_MS] = [measure(), measure(), measure()].sort((a, b) => a - b);
const slower = Math.min(8, Math.max(1, middle / QUIET_MS));

/** A limit for a quiet machine, as long as this one needs for the same. */
export const within = (ms: number): number => Math.round(ms * slower);
