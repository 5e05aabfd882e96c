import { lendable } from '@esprel/core';
import { type Db, one } from '@esprel/server';
import { Desk } from './desk.ts';
import { DEMO_START, DEMO_TODAY, DESK } from './names.ts';
import { Random } from './random.ts';
import type { Truth } from './truth.ts';

export interface Lot {
  readonly id: number;
  readonly code: string;
  readonly truth: Truth;
  readonly varietyId: number;
  doubtful: boolean;
  kept: boolean;
}

export interface Variety {
  readonly name: string;
  readonly cropKey: string;
  readonly breeding: string;
}

/**
 * Four years of an invented seed library, played day by day: swaps, purchases, tests, loans, sowings with their
 * failures, seed that came back, doubts and corrections. What lies beyond the demo date is left undone, so
 * that the desk has work on it.
 */
export class Story {
  readonly db: Db;
  readonly desk: Desk;
  readonly random = new Random(20_270_314);
  readonly agenda: { readonly day: string; readonly order: number; readonly act: (day: string) => void }[] = [];
  private order = 0;
  readonly lots: Lot[] = [];
  readonly varieties: Variety[] = [];
  readonly members: number[] = [];
  readonly places: { readonly id: number; readonly temperatureC: number; readonly rhPercent: number }[] = [];

  constructor(db: Db) {
    this.db = db;
    this.desk = new Desk(db);
  }

  /** Plays the agenda to the demo date, the earliest first; what lies beyond is left undone. */
  play(): void {
    this.agenda.sort((a, b) => b.day.localeCompare(a.day) || b.order - a.order);
    for (let next = this.agenda.pop(); next && next.day <= DEMO_TODAY; next = this.agenda.pop()) {
      if (this.random.chance(0.2)) this.desk.sit(this.random.whole(1, DESK.length));
      next.act(next.day);
    }
  }

  /** Something that happens on a day; events planned while the story is played go where they belong. */
  on(day: string, act: (day: string) => void): void {
    if (day < DEMO_START) return;
    const entry = { day, order: this.order++, act };
    // The agenda is read from its end; events planned while it is read go where they belong.
    const i = this.agenda.findIndex((e) => e.day < day || (e.day === day && e.order < entry.order));
    if (i < 0) this.agenda.push(entry);
    else this.agenda.splice(i, 0, entry);
  }

  /** Seeds of a kept lot above its floor. */
  free(lot: Lot): number {
    const row = one<{ balance: number; floor: number; state: string }>(
      this.db,
      'SELECT balance, floor, state FROM lots WHERE id = ?',
      lot.id,
    );
    return row?.state === 'kept' ? lendable(row.balance, row.floor) : 0;
  }

  /** A lot with at least `least` seeds above its floor, tried a few times. */
  someLot(least: number): Lot | null {
    for (let i = 0; i < 12 && this.lots.length > 0; i++) {
      const lot = this.random.pick(this.lots);
      if (lot.kept && this.free(lot) >= least) return lot;
    }
    return null;
  }
}
