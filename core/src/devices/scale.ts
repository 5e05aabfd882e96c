/** What a scale shows at one moment. */
export interface ScaleReading {
  readonly grams: number;
  /** False while the pan still moves; a reading is only taken when it rests. */
  readonly stable: boolean;
  /** True when there is more on the pan than the scale can weigh. */
  readonly overloaded: boolean;
}

/** Anything that weighs: a real scale on a serial line, or the one below. */
export interface Scale {
  read(): ScaleReading;
  tare(): void;
}

/** How a small kitchen-table scale behaves. */
export interface ScaleTraits {
  readonly maxGrams: number;
  readonly stepGrams: number;
  /** Grams by which an empty scale wanders in an hour. */
  readonly driftPerHour: number;
  /** Time in which the pan comes to rest, in ms. */
  readonly settleMs: number;
}

export const SMALL_SCALE: ScaleTraits = { maxGrams: 200, stepGrams: 0.001, driftPerHour: 0.02, settleMs: 1800 };

/**
 * A scale that stands in for a real one. It drifts, swings when something is laid on it, and shows weights to its step.
 * `now` gives milliseconds, `random` a number from 0 to 1: both come from outside, so that it can be tested.
 */
export class SimulatedScale implements Scale {
  private load = 0;
  private before = 0;
  private tared = 0;
  private movedAt: number;
  private readonly startedAt: number;
  private readonly traits: ScaleTraits;
  private readonly now: () => number;
  private readonly random: () => number;

  constructor(traits: ScaleTraits, now: () => number, random: () => number) {
    this.traits = traits;
    this.now = now;
    this.random = random;
    this.startedAt = now();
    this.movedAt = -Infinity;
  }

  /** Lays so many grams on the pan instead of what was there. */
  lay(grams: number): void {
    this.before = this.load;
    this.load = Math.max(0, grams);
    this.movedAt = this.now();
  }

  private drift(): number {
    return ((this.now() - this.startedAt) / 3_600_000) * this.traits.driftPerHour;
  }

  read(): ScaleReading {
    const { maxGrams, stepGrams, settleMs } = this.traits;
    const since = this.now() - this.movedAt;
    const rest = Math.exp((-4 * since) / settleMs);
    const swing =
      since >= settleMs ? 0 : rest * ((this.before - this.load) * Math.cos(since / 90) + (this.random() - 0.5) * 0.2 * (1 + this.load));
    const shown = this.load + swing + this.drift() - this.tared;
    return {
      grams: Number((Math.round(shown / stepGrams) * stepGrams).toFixed(6)),
      stable: since >= settleMs,
      overloaded: this.load > maxGrams,
    };
  }

  /** Counts what lies on the pan, and what the scale has drifted, as nothing. */
  tare(): void {
    this.tared = this.load + this.drift();
  }
}
