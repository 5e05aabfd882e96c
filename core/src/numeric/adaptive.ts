/** Nodes and weights of the Gauss-Legendre rule of ten points on -1..1 (half of it; the other half is the mirror image). */
const NODES = [0.1488743389816312, 0.4333953941292472, 0.6794095682990244, 0.8650633666889845, 0.9739065285171717];
const WEIGHTS = [0.2955242247147529, 0.2692667193099963, 0.2190863625159821, 0.1494513491505806, 0.0666713443086881];
const DEEPEST = 40;

/** A part of the axis over which ten points are enough. */
export interface Piece {
  readonly from: number;
  readonly to: number;
  readonly area: number;
  /** The area under the function times another one. */
  areaOf(times: (x: number) => number): number;
  /** Where the area from the left end on is so large; `wanted` lies within 0..area. */
  pointAt(wanted: number): number;
}

function gauss(f: (x: number) => number, from: number, to: number): number {
  const [middle, half] = [(from + to) / 2, (to - from) / 2];
  let sum = 0;
  for (let i = 0; i < NODES.length; i++) {
    const d = half * (NODES[i] as number);
    sum += (WEIGHTS[i] as number) * (f(middle - d) + f(middle + d));
  }
  return half * sum;
}

function piece(f: (x: number) => number, from: number, to: number, area: number): Piece {
  return {
    from,
    to,
    area,
    areaOf: (times) => gauss((x) => f(x) * times(x), from, to),
    pointAt: (wanted) => {
      let [low, high] = [from, to];
      for (let i = 0; i < 50; i++) {
        const middle = (low + high) / 2;
        if (gauss(f, from, middle) < wanted) low = middle;
        else high = middle;
      }
      return (low + high) / 2;
    },
  };
}

/**
 * The area under a function that is not negative, between the first and the last of `knots`, as pieces from left to right: each is halved until ten points
 * over it agree with ten over either half, to a billionth of the whole. A peak narrower than a piece has to be a knot, or it is not seen.
 */
export function adaptiveSum(f: (x: number) => number, knots: readonly number[]): Piece[] {
  const pieces: Piece[] = [];
  let scale = 0;
  for (let i = 1; i < knots.length; i++) scale = Math.max(scale, gauss(f, knots[i - 1] as number, knots[i] as number));
  const divide = (from: number, to: number, area: number, deep: number): void => {
    const middle = (from + to) / 2;
    const [left, right] = [gauss(f, from, middle), gauss(f, middle, to)];
    scale = Math.max(scale, left + right);
    if (Math.abs(left + right - area) <= 1e-10 * scale || deep >= DEEPEST) {
      pieces.push(piece(f, from, middle, left), piece(f, middle, to, right));
      return;
    }
    divide(from, middle, left, deep + 1);
    divide(middle, to, right, deep + 1);
  };
  for (let i = 1; i < knots.length; i++) {
    const [from, to] = [knots[i - 1] as number, knots[i] as number];
    divide(from, to, gauss(f, from, to), 0);
  }
  return pieces;
}
