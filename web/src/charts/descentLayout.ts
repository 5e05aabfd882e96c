import type { DescentLot } from '@esprel/core/api';

export interface DescentNode {
  readonly lot: DescentLot;
  readonly x: number;
  readonly y: number;
}

export interface DescentLayout {
  readonly nodes: readonly DescentNode[];
  readonly links: readonly { readonly from: DescentNode; readonly to: DescentNode; readonly path: string }[];
  readonly width: number;
  readonly height: number;
}

export const NODE = { width: 142, height: 92, gapX: 12, gapY: 34 } as const;

/**
 * The descent of lots as a tree from the top down: a generation is a row, each parent stands over the middle of its
 * children. A lot whose parent is not in the list stands as a root of its own.
 */
export function descentLayout(lots: readonly DescentLot[]): DescentLayout {
  const ids = new Set(lots.map((l) => l.id));
  const children = new Map<number, DescentLot[]>();
  const roots: DescentLot[] = [];
  for (const lot of lots) {
    if (lot.parentId === null || !ids.has(lot.parentId)) roots.push(lot);
    else children.set(lot.parentId, [...(children.get(lot.parentId) ?? []), lot]);
  }
  const nodes = new Map<number, DescentNode>();
  let column = 0;
  const place = (lot: DescentLot, row: number): DescentNode => {
    const below = (children.get(lot.id) ?? []).map((child) => place(child, row + 1));
    const first = below[0];
    const last = below[below.length - 1];
    const x = first && last ? (first.x + last.x) / 2 : column++ * (NODE.width + NODE.gapX);
    const node = { lot, x, y: row * (NODE.height + NODE.gapY) };
    nodes.set(lot.id, node);
    return node;
  };
  for (const root of roots) place(root, 0);
  const placed = [...nodes.values()];
  const links = placed.flatMap((to) => {
    const from = to.lot.parentId === null ? undefined : nodes.get(to.lot.parentId);
    if (!from) return [];
    const [x0, y0, x1, y1] = [from.x + NODE.width / 2, from.y + NODE.height, to.x + NODE.width / 2, to.y];
    const mid = (y0 + y1) / 2;
    return [
      {
        from,
        to,
        path: `M${String(x0)} ${String(y0)}C${String(x0)} ${String(mid)} ${String(x1)} ${String(mid)} ${String(x1)} ${String(y1)}`,
      },
    ];
  });
  return {
    nodes: placed.sort((a, b) => a.y - b.y || a.x - b.x),
    links,
    width: Math.max(0, ...placed.map((n) => n.x + NODE.width)),
    height: Math.max(0, ...placed.map((n) => n.y + NODE.height)),
  };
}
