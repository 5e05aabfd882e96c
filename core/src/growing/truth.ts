import { adaptiveSum, type Piece } from '../numeric/adaptive.ts';

/** Plants of a lot that were looked at when they were grown. */
export interface OffTypesSeen {
  readonly plants: number;
  readonly offTypes: number;
}

export interface TruthInput {
  /** Share of crossed seed of the lot it was grown from, 0..1. */
  readonly parentCrossed: number;
  /** Share expected to have crossed where it was grown, and how many seeds that expectation is worth. */
  readonly crossed: { readonly share: number; readonly strength: number };
  /** The part of crossed plants that can be told by eye, 0..1. */
  readonly visible: number;
  readonly seen: readonly OffTypesSeen[];
}

export interface Truth {
  /** Share of the seed that comes true: mean, median, and 5 % and 95 % points. */
  readonly trueShare: { readonly mean: number; readonly median: number; readonly low: number; readonly high: number };
  /** Off-types to be seen in a hundred plants. */
  readonly expected: number;
}

export const TRUTH_STRENGTH = 8;
export const VISIBLE = 0.8;
/** Nothing is believed to be quite pure, nor quite lost. */
const MEAN_WITHIN = { least: 0.0005, most: 0.9995 } as const;
/** Beyond so many logits the posterior is its exponential tail to the last digit. */
const TAIL_AT = 60;
/** Below it two points are left of the prior, and its figures would run out of digits. */
const WEAKEST = 1e-9;
/** However much was seen, the peak is not narrower than the least of these; the sum begins from them. */
const AROUND_PEAK = [1e-5, 1e-4, 1e-3, 0.01, 0.1, 1] as const;

export const priorCrossed = (parentCrossed: number, share: number): number =>
  Math.min(MEAN_WITHIN.most, Math.max(MEAN_WITHIN.least, 1 - (1 - parentCrossed) * (1 - share)));

/**
 * How true to type a lot is. The share c of crossed seed has a beta prior about what is expected of its parent and of where it was grown; of
 * `plants` looked at, off-types show with chance visible x c each. The posterior is summed over x = logit c, where it is smooth, with its tails in closed form.
 */
export function trueToType({ parentCrossed, crossed, visible, seen }: TruthInput): Truth {
  const m = priorCrossed(parentCrossed, crossed.share);
  const plants = seen.reduce((n, s) => n + s.plants, 0);
  const off = seen.reduce((n, s) => n + s.offTypes, 0);
  // In x the density is c^a (1 - c)^b (1 - visible c)^miss: what was seen as an off-type adds to a, all else is a miss.
  const strength = Math.max(crossed.strength, WEAKEST);
  const a = strength * m + off;
  const b = strength * (1 - m);
  const posterior = new LogitPosterior(a, b, visible, plants - off);
  const mean = posterior.mean();
  return {
    trueShare: {
      mean: 1 - mean,
      median: 1 - posterior.quantile(0.5),
      low: 1 - posterior.quantile(0.95),
      high: 1 - posterior.quantile(0.05),
    },
    expected: 100 * visible * mean,
  };
}

const logistic = (x: number): number => 1 / (1 + Math.exp(-x));
/** ln(1 + e^x) without overflow. */
const softplus = (x: number): number => (x > 0 ? x + Math.log1p(Math.exp(-x)) : Math.log1p(Math.exp(x)));

/** The density c^a (1-c)^b (1 - v c)^n in x = logit c, put to 1 at its highest. */
class LogitPosterior {
  private readonly top: number;
  private readonly pieces: readonly Piece[];
  private readonly left: number;
  private readonly right: number;
  private readonly whole: number;

  constructor(
    private readonly a: number,
    private readonly b: number,
    private readonly v: number,
    private readonly n: number,
  ) {
    const peaks = this.peaks();
    this.top = Math.max(...peaks.map((x) => this.log(x)));
    const near = peaks.flatMap((x) => [x, ...AROUND_PEAK.flatMap((d) => [x - d, x + d])]);
    const knots = [...new Set([-TAIL_AT, -12, -6, 0, 6, 12, TAIL_AT, ...near])].filter((x) => Math.abs(x) <= TAIL_AT).sort((p, q) => p - q);
    this.pieces = adaptiveSum((x) => Math.exp(this.log(x) - this.top), knots);
    this.left = Math.exp(this.log(-TAIL_AT) - this.top) / a;
    this.right = Math.exp(this.log(TAIL_AT) - this.top) / b;
    this.whole = this.left + this.right + this.pieces.reduce((sum, p) => sum + p.area, 0);
  }

  private log(x: number): number {
    // 1 - v c = (1 - c) + (1 - v) c, which holds its digits where c is nearly 1.
    const seen = this.n === 0 || this.v === 0 ? 0 : this.n * Math.log((1 - this.v) * logistic(x) + logistic(-x));
    return -this.a * softplus(-x) - this.b * softplus(x) + seen;
  }

  private slope(x: number): number {
    const [c, rest] = [logistic(x), logistic(-x)];
    return this.a * rest - this.b * c - (this.n * this.v * c * rest) / ((1 - this.v) * c + rest);
  }

  /** Where the density is highest; two places where many true plants speak against an expectation of many crossed ones. */
  private peaks(): number[] {
    const found: number[] = [];
    const step = 0.25;
    for (let x = -TAIL_AT; x < TAIL_AT; x += step) {
      if (this.slope(x) <= 0 || this.slope(x + step) > 0) continue;
      let [low, high] = [x, x + step];
      for (let i = 0; i < 60; i++) {
        const middle = (low + high) / 2;
        if (this.slope(middle) > 0) low = middle;
        else high = middle;
      }
      found.push((low + high) / 2);
    }
    return found.length > 0 ? found : [this.slope(0) > 0 ? TAIL_AT : -TAIL_AT];
  }

  mean(): number {
    const inside = this.pieces.reduce((sum, p) => sum + p.areaOf(logistic), 0);
    return (inside + this.right) / this.whole;
  }

  /** The share c below which lies the part `p` of the posterior. */
  quantile(p: number): number {
    let wanted = p * this.whole;
    if (wanted <= this.left) return logistic(-TAIL_AT + Math.log(wanted / this.left) / this.a);
    wanted -= this.left;
    for (const piece of this.pieces) {
      if (wanted <= piece.area) return logistic(piece.pointAt(wanted));
      wanted -= piece.area;
    }
    const beyond = Math.max(this.right - wanted, Number.MIN_VALUE);
    return 1 - logistic(-(TAIL_AT - Math.log(beyond / this.right) / this.b));
  }
}
