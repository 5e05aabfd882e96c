import type { Spot } from '@esprel/core';
import type { CrossingLine, GardenOnPlan, PlanPatch } from '@esprel/core/api';

/** A thing on the plan: a garden with what grows in it, or a patch that stands by itself. Pixels. */
export interface PlanMarker {
  readonly key: string;
  readonly x: number;
  readonly y: number;
  readonly name: string;
  readonly library: boolean;
  /** Of a garden; null of a patch that stands by itself, and of the library. */
  readonly gardenId: number | null;
  readonly patches: readonly PlanPatch[];
  readonly label: PlanLabel | null;
}

/** Where the words of a marker stand: from this point to the right, or up to it. */
export interface PlanLabel {
  readonly x: number;
  readonly y: number;
  readonly end: boolean;
}

export interface PlanScale {
  readonly width: number;
  readonly height: number;
  /** Pixels for a metre. */
  readonly perM: number;
  readonly x: (eastM: number) => number;
  readonly y: (northM: number) => number;
}

export const MARKER = 20;
const MARGIN = { x: 90, y: 44 } as const;
/** Never drawn larger than this: two gardens in one lane are no map of a country. */
const MOST_PER_M = 0.9;
const LETTER = 7.7;
const MOST_LETTERS = 24;
const LINE = 16;
const BUTTONS = { width: 56, height: 148 } as const;

/** The scale in which all of these spots, and the library, have room. */
export function planScale(spots: readonly Spot[], width: number, height: number): PlanScale {
  const east = [0, ...spots.map((s) => s.eastM)];
  const north = [0, ...spots.map((s) => s.northM)];
  const [e0, e1, n0, n1] = [Math.min(...east), Math.max(...east), Math.min(...north), Math.max(...north)];
  const fit = (room: number, span: number): number => (span === 0 ? MOST_PER_M : Math.max(1, room) / span);
  const perM = Math.min(MOST_PER_M, fit(width - 2 * MARGIN.x, e1 - e0), fit(height - 2 * MARGIN.y, n1 - n0));
  return {
    width,
    height,
    perM,
    x: (eastM) => width / 2 + (eastM - (e0 + e1) / 2) * perM,
    y: (northM) => height / 2 - (northM - (n0 + n1) / 2) * perM,
  };
}

/** Distances that are drawn as rings about the library: at most four, each with room between. */
export function rings(scale: PlanScale): number[] {
  const farthest = Math.hypot(scale.width, scale.height) / 2 / scale.perM;
  const steps = [50, 100, 250, 500, 1000, 2000, 5000, 10_000];
  return steps.filter((m) => m * scale.perM >= 34 && m < farthest).slice(0, 4);
}

/** How far a ring is, in words below the library; a ring that leaves the plan there has none. */
export function ringLabels(scale: PlanScale): { readonly m: number; readonly x: number; readonly y: number }[] {
  return rings(scale)
    .map((m) => ({ m, x: scale.x(0), y: scale.y(0) + m * scale.perM - 4 }))
    .filter((l) => l.y > 14 && l.y < scale.height - 4);
}

/** Words that stand beside a marker: no longer than there is room for. */
export const shortened = (words: string): string =>
  words.length <= MOST_LETTERS ? words : `${words.slice(0, MOST_LETTERS - 1).trimEnd()}…`;

/** What stands below the name of a place: the variety; of a patch for the table, that it is one. */
export function patchWords(p: PlanPatch): string {
  if (p.kind === 'table') return shortened(p.variety === null ? 'for the table' : `${p.variety}, table`);
  return shortened(p.variety ?? 'nobody knows which');
}

/** Gardens, and patches that stand by themselves, each with its patches of the group; those with patches come last, to lie on top. */
export function planMarkers(
  gardens: readonly GardenOnPlan[],
  patches: readonly PlanPatch[],
  scale: PlanScale,
  named: ReadonlySet<string> | null,
): PlanMarker[] {
  const inGarden = new Map<number | null, PlanPatch[]>();
  const alone: PlanPatch[] = [];
  for (const p of patches) {
    if (p.spot === null) continue;
    const garden = gardens.find((g) => g.id === p.gardenId && g.name === p.place);
    if (garden) inGarden.set(garden.id, [...(inGarden.get(garden.id) ?? []), p]);
    else alone.push(p);
  }
  const markers = [
    ...gardens.flatMap((g) =>
      g.spot === null
        ? []
        : [
            {
              key: g.id === null ? 'library' : `garden-${String(g.id)}`,
              spot: g.spot,
              name: g.name,
              library: g.id === null,
              gardenId: g.id,
              patches: inGarden.get(g.id) ?? [],
            },
          ],
    ),
    ...alone.flatMap((p) =>
      p.spot === null
        ? []
        : [{ key: p.key, spot: p.spot, name: p.place ?? p.grower ?? 'A neighbour', library: false, gardenId: null, patches: [p] }],
    ),
  ].sort((a, b) => a.patches.length - b.patches.length);
  const at = markers.map((m) => ({ ...m, x: scale.x(m.spot.eastM), y: scale.y(m.spot.northM) }));
  const labels = placeLabels(at, scale, named);
  return at.map(({ spot: _spot, ...m }) => ({ ...m, label: labels.get(m.key) ?? null }));
}

interface Box {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

const hits = (a: Box, b: Box): boolean => a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;

/** Words beside each marker where nothing is in their way, what has patches first; a marker whose words find no room has none. */
function placeLabels(
  markers: readonly {
    readonly key: string;
    readonly x: number;
    readonly y: number;
    readonly name: string;
    readonly patches: readonly PlanPatch[];
  }[],
  scale: PlanScale,
  named: ReadonlySet<string> | null,
): Map<string, PlanLabel> {
  const half = MARKER / 2;
  const taken: Box[] = [
    ...markers.map((m) => ({ x0: m.x - half, y0: m.y - half, x1: m.x + half, y1: m.y + half })),
    ...ringLabels(scale).map((l) => ({ x0: l.x - 26, y0: l.y - 12, x1: l.x + 26, y1: l.y + 3 })),
    // The buttons that bring it nearer lie over this corner.
    { x0: scale.width - BUTTONS.width, y0: scale.height - BUTTONS.height, x1: scale.width, y1: scale.height },
  ];
  const placed = new Map<string, PlanLabel>();
  for (const m of [...markers].reverse()) {
    if (named !== null && m.patches.length > 0 && !m.patches.some((p) => named.has(p.key))) continue;
    const words = [shortened(m.name), ...(m.patches.length === 0 ? ['free'] : m.patches.slice(0, 2).map(patchWords))];
    const wide = Math.max(...words.map((w) => w.length)) * LETTER;
    const high = Math.max(2, words.length) * LINE;
    const choices: { readonly box: Box; readonly label: PlanLabel }[] = [
      { x: m.x + half + 4, y: m.y - half + 2, end: false },
      { x: m.x - half - 4, y: m.y - half + 2, end: true },
      { x: m.x - half, y: m.y + half + 6, end: false },
      { x: m.x - half, y: m.y - half - high - 2, end: false },
      { x: m.x + half, y: m.y + half + 6, end: true },
      { x: m.x + half, y: m.y - half - high - 2, end: true },
    ].map((label) => {
      const x0 = label.end ? label.x - wide : label.x;
      return { label, box: { x0, y0: label.y - 2, x1: x0 + wide, y1: label.y + high } };
    });
    const free = choices.find(
      ({ box }) => box.x0 >= 0 && box.x1 <= scale.width && box.y0 >= 0 && box.y1 <= scale.height && !taken.some((t) => hits(t, box)),
    );
    if (!free) continue;
    taken.push(free.box);
    placed.set(m.key, free.label);
  }
  return placed;
}

/** A line of crossing as it is drawn: a slight bow, so that the two ways between two patches do not lie on each other. */
export interface DrawnLine {
  readonly key: string;
  readonly path: string;
  readonly width: number;
  readonly share: number;
  /** Where the figure stands. */
  readonly x: number;
  readonly y: number;
}

const LEAST_WIDTH = 1.5;
const MOST_WIDTH = 7;

/** As strong as the crossing: widths go by the root of the share, so that one in a thousand still shows beside one in ten. */
export const lineWidth = (share: number): number => Math.min(MOST_WIDTH, LEAST_WIDTH + 22 * Math.sqrt(share));

export function drawnLines(lines: readonly CrossingLine[], markers: readonly PlanMarker[]): DrawnLine[] {
  const at = new Map(markers.flatMap((m) => m.patches.map((p) => [p.key, m] as const)));
  return lines.flatMap(({ from, to, share }) => {
    const [a, b] = [at.get(from), at.get(to)];
    if (!a || !b || a === b) return [];
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const bow = 0.12;
    const [cx, cy] = [(a.x + b.x) / 2 - dy * bow, (a.y + b.y) / 2 + dx * bow];
    const n = (v: number): string => v.toFixed(1);
    return [
      {
        key: `${from} ${to}`,
        path: `M${n(a.x)} ${n(a.y)}Q${n(cx)} ${n(cy)} ${n(b.x)} ${n(b.y)}`,
        width: lineWidth(share),
        share,
        // The middle of the curve lies halfway between its bow and the straight line.
        x: (a.x + b.x) / 4 + cx / 2,
        y: (a.y + b.y) / 4 + cy / 2,
      },
    ];
  });
}
