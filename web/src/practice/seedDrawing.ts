import type { SeedLook, SeedShape } from '@esprel/core';

/** Outlines of seeds around their middle, about 24 wide, by shape. */
const BODIES: Readonly<Record<SeedShape, string>> = {
  kidney: 'M-12-1C-12-8-4-10 3-9 10-8 13-3 12 2 11 7 5 9 1 6-1 4-3 4-5 6-9 8-12 4-12-1z',
  ball: 'M-9 0a9 9 0 1 0 18 0a9 9 0 1 0-18 0z',
  disc: 'M-10 1C-10-6-4-8 1-8 8-8 11-3 10 2 8 7-9 8-10 1z',
  wedge: 'M-9 6C-8-2-3-9 3-9 8-8 10-1 9 6 3 8-4 8-9 6z',
  drop: 'M-14 0C-9-8 4-8 12-3 15-1 15 1 12 3 4 8-9 8-14 0z',
  ridged: 'M-11 0C-10-7 10-7 11 0 10 7-10 7-11 0z',
  grain: 'M-14 0C-9-6 8-6 14-1 9 6-8 6-14 0z',
  sliver: 'M-14 2C-8-5 6-5 14-2 8 3-8 5-14 2z',
  cluster: 'M-10 1C-12-6-5-9-1-7 4-11 11-6 9-1 13 4 6 10 1 7-4 11-11 7-10 1z',
  oval: 'M-11 0C-11-7 11-7 11 0 11 7-11 7-11 0z',
};

/** The outline of a seed, `size` times as large. */
export function bodyPath(shape: SeedShape, size: number): string {
  return BODIES[shape].replace(/-?\d+(\.\d+)?/g, (n, _f: string, at: number, all: string) => {
    // The two flags of an arc are no lengths.
    const before = all.slice(0, at);
    const arc = before.lastIndexOf('a') > Math.max(before.lastIndexOf('M'), before.lastIndexOf('C'), before.lastIndexOf('z'));
    if (arc) {
      const place = (before.slice(before.lastIndexOf('a') + 1).match(/-?\d+(\.\d+)?/g) ?? []).length % 7;
      if (place >= 2 && place <= 4) return n;
    }
    const scaled = String(Math.round(Number(n) * size * 100) / 100);
    // A minus sign parted it from the number before.
    return /[\d]$/.test(before) && !scaled.startsWith('-') ? ` ${scaled}` : scaled;
  });
}

interface Part {
  readonly what: 'root' | 'shoot' | 'leaf' | 'brown';
  readonly d: string;
}

const part = (what: Part['what'], d: string): Part => ({ what, d });

/** What has come out of a seed that looks so; `vigour` from 0 to 1 is how far. */
export function shootPaths(look: SeedLook, vigour: number): Part[] {
  const long = Math.round(12 + vigour * 10);
  const root = part('root', `M8 3c4 2 7 ${String(Math.round(long * 0.5))} 6 ${String(long)}`);
  const shoot = part('shoot', `M-6-3c-4-6-2-${String(Math.round(long * 0.5))} 2-${String(long)}`);
  const leaves = part('leaf', `M-4-${String(long + 1)}c-8-6-10 2-1 3 6-8 12-3 3 1z`);
  switch (look) {
    case 'sound':
      return [root, shoot, leaves];
    case 'just-sprouted':
      return [part('root', 'M8 3c4 2 8 6 8 13')];
    case 'crooked':
      return [part('root', `M8 3c9 1 12 9 3 11-6 1-5 6 1 ${String(Math.round(long * 0.4))}`), shoot, leaves];
    case 'no-root':
      return [shoot, leaves];
    case 'stubby-root':
      return [part('root', 'M8 3c2 1 3 3 3 4'), part('brown', 'M10 8h3'), shoot, leaves];
    case 'split-shoot':
      return [
        root,
        part('shoot', `M-6-3c-4-5-8-8-10-${String(Math.round(long * 0.7))}`),
        part('shoot', `M-6-3c0-6 4-8 6-${String(Math.round(long * 0.7))}`),
      ];
    case 'glassy':
      return [root, shoot, leaves];
    case 'rotten-base':
      return [root, shoot, leaves, part('brown', 'M-10-7l7 4M-9-4l6 3')];
    default:
      return [];
  }
}
