import dagre from '@dagrejs/dagre';
import type { DescentLot } from '@esprel/core/api';
import { curveBasis, line } from 'd3-shape';

export interface DescentNode {
  readonly lot: DescentLot;
  readonly x: number;
  readonly y: number;
}

export interface DescentLayout {
  readonly nodes: readonly DescentNode[];
  readonly links: readonly { readonly from: number; readonly to: number; readonly path: string }[];
  readonly width: number;
  readonly height: number;
}

export const NODE = { width: 142, height: 108, gapX: 12, gapY: 34 } as const;

/** A lot with all that it comes from and all that comes of it, without what is related to it through others only. */
export function ownLine(lots: readonly DescentLot[], code: string): DescentLot[] {
  const own = lots.find((l) => l.code === code);
  if (own === undefined) return [...lots];
  const parents = new Map(lots.map((l) => [l.id, l.parentIds]));
  const children = new Map<number, number[]>();
  for (const l of lots) for (const p of l.parentIds) children.set(p, [...(children.get(p) ?? []), l.id]);
  const reached = (next: ReadonlyMap<number, readonly number[]>): Set<number> => {
    const seen = new Set<number>();
    const open = [own.id];
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      if (seen.has(id)) continue;
      seen.add(id);
      open.push(...(next.get(id) ?? []));
    }
    return seen;
  };
  const [up, down] = [reached(parents), reached(children)];
  return lots.filter((l) => up.has(l.id) || down.has(l.id));
}

const draw = line<{ readonly x: number; readonly y: number }>()
  .x((p) => Math.round(p.x * 10) / 10)
  .y((p) => Math.round(p.y * 10) / 10)
  .curve(curveBasis);

/**
 * The descent of lots as a net from the top down, laid out in layers with as few crossings as can be: every lot below all that it comes from. A lot whose parents are not
 * in the list stands as a beginning.
 */
export function descentLayout(lots: readonly DescentLot[]): DescentLayout {
  if (lots.length === 0) return { nodes: [], links: [], width: 0, height: 0 };
  const graph = new dagre.graphlib.Graph();
  graph.setGraph({ rankdir: 'TB', nodesep: NODE.gapX, ranksep: NODE.gapY, marginx: 1, marginy: 1 });
  graph.setDefaultEdgeLabel(() => ({}));
  const there = new Set(lots.map((l) => l.id));
  for (const lot of lots) graph.setNode(String(lot.id), { width: NODE.width, height: NODE.height });
  for (const lot of lots) for (const parent of lot.parentIds) if (there.has(parent)) graph.setEdge(String(parent), String(lot.id));
  dagre.layout(graph);
  const { width = 0, height = 0 } = graph.graph();
  return {
    nodes: lots
      .map((lot) => {
        const { x, y } = graph.node(String(lot.id));
        return { lot, x: x - NODE.width / 2, y: y - NODE.height / 2 };
      })
      .sort((a, b) => a.y - b.y || a.x - b.x),
    links: graph.edges().map((e) => ({ from: Number(e.v), to: Number(e.w), path: draw(graph.edge(e).points) ?? '' })),
    width: Math.ceil(width),
    height: Math.ceil(height),
  };
}
