import { addDays, type Day, dayNumber } from '../dates/day.ts';

/** A place on the bench that is limited: a mat, a lamp, a fridge shelf. */
export interface BenchPlace {
  readonly id: number;
  readonly name: string;
  /** Trays it holds. */
  readonly holds: number;
}

/** What takes room on a place from one day to the day before another, in trays (a third of a tray is 1/3). */
export interface BenchUse {
  readonly key: string;
  readonly placeId: number;
  readonly from: Day;
  readonly until: Day;
  readonly trays: number;
}

export interface BenchWeek {
  readonly monday: Day;
  /** Most trays that stand there on one day of the week. */
  readonly trays: number;
  readonly clash: boolean;
}

/** Parts of trays of different sowings share one, so only the sum is rounded up. */
const whole = (trays: number): number => Math.max(0, Math.ceil(trays - 1e-9));

/** How full every place is on every day: made once from all uses, asked many times. */
export class BenchCalendar {
  private readonly first: number;
  private readonly days: number;
  private readonly loads = new Map<number, Float64Array>();

  constructor(uses: readonly BenchUse[]) {
    let first = Infinity;
    let end = -Infinity;
    for (const u of uses) {
      first = Math.min(first, dayNumber(u.from));
      end = Math.max(end, dayNumber(u.until));
    }
    this.first = Number.isFinite(first) ? first : 0;
    this.days = Math.max(0, end - first) || 0;
    for (const u of uses) {
      let load = this.loads.get(u.placeId);
      if (!load) this.loads.set(u.placeId, (load = new Float64Array(this.days)));
      const until = dayNumber(u.until) - this.first;
      for (let d = dayNumber(u.from) - this.first; d < until; d++) load[d] = (load[d] ?? 0) + u.trays;
    }
  }

  /** Trays on a place on one day, not rounded. */
  private sum(placeId: number, day: number): number {
    return this.loads.get(placeId)?.[day - this.first] ?? 0;
  }

  /** Whole trays on a place on one day. */
  traysOn(placeId: number, day: Day): number {
    return whole(this.sum(placeId, dayNumber(day)));
  }

  /** How full a place is week by week from a Monday. */
  weeks(place: BenchPlace, monday: Day, weeks: number): BenchWeek[] {
    const start = dayNumber(monday);
    return Array.from({ length: weeks }, (_, w) => {
      let most = 0;
      for (let d = 0; d < 7; d++) most = Math.max(most, this.sum(place.id, start + 7 * w + d));
      const trays = whole(most);
      return { monday: addDays(monday, 7 * w), trays, clash: trays > place.holds };
    });
  }

  /** True when every day of a use finds room, beside all others but those in `instead`, which it takes the place of. */
  fits(use: BenchUse, place: BenchPlace, instead: readonly BenchUse[]): boolean {
    const gone = instead
      .filter((u) => u.placeId === place.id)
      .map((u) => ({ from: dayNumber(u.from), until: dayNumber(u.until), trays: u.trays }));
    const until = dayNumber(use.until);
    for (let d = dayNumber(use.from); d < until; d++) {
      let sum = this.sum(place.id, d) + use.trays;
      for (const u of gone) if (u.from <= d && d < u.until) sum -= u.trays;
      if (whole(sum) > place.holds) return false;
    }
    return true;
  }

  /**
   * The day nearest to where a use begins, within `from..to` and in steps of a week, on which it finds room; null when there is none. The
   * earlier one of two that are equally near.
   */
  nearestDayWithRoom(use: BenchUse, place: BenchPlace, instead: readonly BenchUse[], from: Day, to: Day): Day | null {
    const length = dayNumber(use.until) - dayNumber(use.from);
    const steps = Array.from({ length: 53 }, (_, i) => i).flatMap((i) => (i === 0 ? [0] : [-7 * i, 7 * i]));
    for (const step of steps) {
      const day = addDays(use.from, step);
      if (day < from || day > to) continue;
      if (this.fits({ ...use, from: day, until: addDays(day, length) }, place, instead)) return day;
    }
    return null;
  }
}
