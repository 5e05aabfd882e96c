import { addDays, BenchCalendar, type BenchUse, cellsOf, dayNumber, mondayOf } from '@esprel/core';
import type { BenchOffer, BenchPlaceShown, SeasonListData, TrayKindShown } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { benchPlaces, trayKinds } from '../records/bench.ts';
import { seasonOfPlanned } from './lanes.ts';
import type { SeasonPlan } from './seasonPlans.ts';
import { type SeasonReader, windowOf } from './windows.ts';

/** Plants stand on a lamp or a sill as long as this when no day of planting out is known. */
const STANDS_DAYS = 42;
/** Cells of a tray whose kind nobody chose. */
const USUAL_CELLS = 60;
/** Seed in the cold lies in bags: so many sowings share a tray's room. */
const CHILLED_SHARE = 0.25;

interface Bench {
  readonly places: ReadonlyMap<number, BenchPlaceShown>;
  readonly kinds: ReadonlyMap<number, TrayKindShown>;
  readonly fridge: BenchPlaceShown | undefined;
}

function benchOf(db: Db): Bench {
  const places = benchPlaces(db);
  return {
    places: new Map(places.map((p) => [p.id, p])),
    kinds: new Map(trayKinds(db).map((k) => [k.id, k])),
    fridge: places.find((p) => p.kind === 'fridge'),
  };
}

function cellsIn(kind: TrayKindShown | undefined): number {
  return kind ? cellsOf(kind) : USUAL_CELLS;
}

/** What a plan takes up on the bench: the fridge while it chills, a mat until it is up, a lamp or sill until it is planted out. */
function usesOf(reader: SeasonReader, p: SeasonPlan, bench: Bench): BenchUse[] {
  const crop = reader.crop(p.crop_key);
  const sowOn = p.sown_on ?? p.sow_on;
  const trays = p.cells / cellsIn(bench.kinds.get(p.tray_kind_id ?? 0));
  const uses: BenchUse[] = [];
  if (crop.chillWeeks > 0 && p.way !== 'late' && bench.fridge) {
    const from = p.chilled_on ?? addDays(sowOn, -7 * crop.chillWeeks);
    if (from < sowOn) uses.push({ key: `${String(p.id)} chill`, placeId: bench.fridge.id, from, until: sowOn, trays: CHILLED_SHARE });
  }
  const up = addDays(sowOn, crop.emergeMaxD + 1);
  const out = p.plant_out_on !== null && p.plant_out_on > up ? p.plant_out_on : addDays(up, STANDS_DAYS);
  if (p.bench_id !== null) {
    // What has no other place to go to stays where it was sown; a mat is only for coming up.
    const stays = p.grow_bench_id === null && bench.places.get(p.bench_id)?.kind !== 'mat';
    uses.push({ key: `${String(p.id)} sow`, placeId: p.bench_id, from: sowOn, until: stays ? out : up, trays });
  }
  if (p.grow_bench_id !== null) uses.push({ key: `${String(p.id)} grow`, placeId: p.grow_bench_id, from: up, until: out, trays });
  return uses;
}

const WEEKS = 30;
const MOST_OFFERS = 40;

/** The bench of a season: everything that stands on it, and what is asked of that. */
export class SeasonBench {
  private readonly bench: Bench;
  private readonly calendar: BenchCalendar;

  constructor(
    private readonly reader: SeasonReader,
    private readonly plans: readonly SeasonPlan[],
  ) {
    this.bench = benchOf(reader.db);
    this.calendar = new BenchCalendar(plans.flatMap((p) => usesOf(reader, p, this.bench)));
  }

  /** How full each place is week by week, and what is offered to plans that find no room. */
  picture(from: string): SeasonListData['bench'] {
    const monday = mondayOf(from);
    const offers: BenchOffer[] = [];
    for (const p of this.plans) {
      if (offers.length >= MOST_OFFERS) break;
      const offer = this.offerFor(p);
      if (offer) offers.push(offer);
    }
    return {
      weeks: Array.from({ length: WEEKS }, (_, i) => addDays(monday, 7 * i)),
      places: [...this.bench.places.values()].map((b) => ({ ...b, load: this.calendar.weeks(b, monday, WEEKS) })),
      offers,
    };
  }

  /** Another day or container for a plan that finds no room; null when it does. */
  offerFor(p: SeasonPlan): BenchOffer | null {
    if (p.sowing_id !== null) return null;
    const own = usesOf(this.reader, p, this.bench);
    const placeOf = (u: BenchUse): BenchPlaceShown => this.bench.places.get(u.placeId) as BenchPlaceShown;
    const tight = own.find((u) => !this.calendar.fits(u, placeOf(u), own));
    if (!tight) return null;
    const place = placeOf(tight);
    const window = windowOf(seasonOfPlanned(this.reader, p), p.way);
    const day = window === null ? null : this.dayFor(p, tight, place, own, window);
    const now = cellsIn(this.bench.kinds.get(p.tray_kind_id ?? 0));
    const smaller = [...this.bench.kinds.values()]
      .filter((k) => cellsOf(k) > now)
      .sort((a, b) => cellsOf(a) - cellsOf(b))
      .find((k) => this.calendar.fits({ ...tight, trays: p.cells / cellsOf(k) }, place, own));
    const trayKind = smaller ? { id: smaller.id, name: smaller.name } : null;
    return {
      planId: p.id,
      variety: p.variety,
      place: place.name,
      day,
      trayKind,
      words: offerWords(place.name, day, trayKind?.name ?? null),
    };
  }

  private dayFor(
    p: SeasonPlan,
    tight: BenchUse,
    place: BenchPlaceShown,
    own: readonly BenchUse[],
    window: { from: string; to: string },
  ): string | null {
    const gap = dayNumber(tight.from) - dayNumber(p.sow_on);
    const shifted = this.calendar.nearestDayWithRoom(tight, place, own, addDays(window.from, gap), addDays(window.to, gap));
    return shifted === null || shifted === tight.from ? null : addDays(shifted, -gap);
  }
}

function offerWords(place: string, day: string | null, kind: string | null): string {
  if (day !== null && kind !== null) return `no room on ${place}; there is on another day of its window, or in ${kind}`;
  if (day !== null) return `no room on ${place}; there is on another day of its window`;
  if (kind !== null) return `no room on ${place}; it fits in ${kind}`;
  return `no room on ${place} on any day of its window; choose another place, or fewer plants`;
}
