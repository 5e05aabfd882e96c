/** A small seeded generator (mulberry32): the same library every time. */
export class Random {
  private state: number;

  constructor(seed: number) {
    this.state = seed >>> 0;
  }

  /** Uniform in 0..1, 1 left out. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) >>> 0;
    let t = this.state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  }

  /** A whole number from `low` to `high`, both included. */
  whole(low: number, high: number): number {
    return low + Math.floor(this.next() * (high - low + 1));
  }

  chance(p: number): boolean {
    return this.next() < p;
  }

  pick<T>(list: readonly T[]): T {
    const item = list[Math.floor(this.next() * list.length)];
    if (item === undefined) throw new Error('pick from an empty list');
    return item;
  }

  /** An index, chosen by weight. */
  weighted(weights: readonly number[]): number {
    let left = this.next() * weights.reduce((a, b) => a + b, 0);
    for (let i = 0; i < weights.length; i++) {
      left -= weights[i] as number;
      if (left < 0) return i;
    }
    return weights.length - 1;
  }

  /** Normal with this mean and standard deviation (Box-Muller). */
  normal(mean: number, sd: number): number {
    const u = Math.max(this.next(), 1e-12);
    return mean + sd * Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * this.next());
  }

  /** How many of `n` succeed with chance `p` each. */
  binomial(n: number, p: number): number {
    let x = 0;
    for (let i = 0; i < n; i++) if (this.next() < p) x++;
    return x;
  }
}
