/** What an attack did, and what did not hold. */
export interface Found {
  readonly what: string;
  readonly did: string;
  readonly broken: readonly string[];
}

/** Faults by their words, each once with how often it was seen. */
export class Faults {
  private readonly seen = new Map<string, number>();

  add(words: string): void {
    this.seen.set(words, (this.seen.get(words) ?? 0) + 1);
  }

  list(): string[] {
    return [...this.seen].map(([words, n]) => (n === 1 ? words : `${words} (${String(n)} times)`));
  }
}

/** Numbers from 0 to 1 that are the same in every run: an attack that found something finds it again. */
export function seeded(seed: number): () => number {
  let s = seed >>> 0;
  return () => {
    // Marsaglia 2003, xorshift with shifts 13, 17, 5.
    s ^= s << 13;
    s ^= s >>> 17;
    s ^= s << 5;
    return (s >>> 0) / 2 ** 32;
  };
}
