/** Six inks for the letters of a tray. The letter stands in every cell, so that no ink has to be told from another. */
const INKS = [
  { ink: 'var(--action)', wash: 'var(--action-soft)' },
  { ink: 'var(--watch)', wash: 'var(--watch-soft)' },
  { ink: 'var(--act)', wash: 'var(--act-soft)' },
  { ink: 'var(--good)', wash: 'var(--good-mist)' },
  { ink: 'var(--asleep)', wash: 'var(--asleep-soft)' },
  { ink: 'var(--water)', wash: 'var(--water-soft)' },
] as const;

export function letterLook(letter: string): { readonly ink: string; readonly wash: string } {
  return INKS[Math.max(0, letter.charCodeAt(0) - 65) % INKS.length] ?? INKS[0];
}

/** Where the seeds of a cell lie, in a square of 100: up to nine drawn one by one, more as nine and a number. */
export function seedSpots(n: number): readonly (readonly [number, number])[] {
  const by: Readonly<Record<number, readonly (readonly [number, number])[]>> = {
    1: [[50, 50]],
    2: [
      [38, 50],
      [62, 50],
    ],
    3: [
      [50, 38],
      [38, 60],
      [62, 60],
    ],
    4: [
      [38, 39],
      [62, 39],
      [38, 61],
      [62, 61],
    ],
    5: [
      [36, 37],
      [64, 37],
      [50, 50],
      [36, 63],
      [64, 63],
    ],
    6: [
      [36, 36],
      [64, 36],
      [36, 51],
      [64, 51],
      [36, 66],
      [64, 66],
    ],
  };
  if (n <= 6) return by[n] ?? [];
  return Array.from({ length: 9 }, (_, i) => [30 + 20 * (i % 3), 32 + 18 * Math.floor(i / 3)] as const);
}
