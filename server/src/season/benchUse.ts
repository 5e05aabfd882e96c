import { addDays, benchLoad, type BenchUse, type BenchWeek, cellsOf, dayNumber, fits, nearestDayWithRoom } from '@esprel/core';
import type { Db } from '../db/db.ts';
import { type BenchRow, benchPlaces, type TrayKind, trayKinds } from '../sowing/bench.ts';
import { laneInput, type NamedPlanned } from './planned.ts';
import { type SeasonReader, windowOf, type LotSeason } from './windows.ts';
import { type Lane, laneOf } from '@esprel/core';

/** A plan with all that its place on the bench is reckoned from. */
export interface LaidPlan {
  readonly plan: NamedPlanned;
  readonly season: LotSeason;
  readonly lane: Lane;
}

/** Plants stand on a lamp or a sill as long as this when no day of planting out is known. */
const STANDS_DAYS = 42;
/** Cells of a tray whose kind nobody chose. */
const USUAL_CELLS = 60;
/** Pots of several weeks' chilling lie together: this many sowings share a tray's room in the fridge. */
const CHILLED_SHARE = 0.25;

export function traysOf(cells: number, kind: TrayKind | undefined): number {
  return cells / (kind ? cellsOf(kind) : USUAL_CELLS);
}

/** What a plan takes up on the bench: the fridge while it chills, a mat until it is up, a lamp or sill until it is planted out. */
export function usesOf(p: LaidPlan, places: readonly BenchRow[], kinds: readonly TrayKind[]): BenchUse[] {
  const { plan, lane } = p;
  const trays = traysOf(
    plan.cells,
    kinds.find((k) => k.id === plan.tray_kind_id),
  );
  const uses: BenchUse[] = [];
  const fridge = places.find((b) => b.kind === 'fridge');
  if (lane.chillFrom !== null && fridge) {
    uses.push({ key: `${String(plan.id)} chill`, placeId: fridge.id, from: lane.chillFrom, until: lane.sowOn, trays: CHILLED_SHARE });
  }
  const up = addDays(lane.emerge.to, 1);
  const out = lane.plantOutOn !== null && lane.plantOutOn > up ? lane.plantOutOn : addDays(up, STANDS_DAYS);
  if (plan.bench_id !== null) {
    // What has no other place to go to stays where it was sown.
    uses.push({
      key: `${String(plan.id)} sow`,
      placeId: plan.bench_id,
      from: lane.sowOn,
      until: plan.grow_bench_id === null && !isMat(plan.bench_id, places) ? out : up,
      trays,
    });
  }
  if (plan.grow_bench_id !== null) uses.push({ key: `${String(plan.id)} grow`, placeId: plan.grow_bench_id, from: up, until: out, trays });
  return uses;
}

function isMat(id: number, places: readonly BenchRow[]): boolean {
  return places.find((b) => b.id === id)?.kind === 'mat';
}

export function layPlans(reader: SeasonReader, plans: readonly NamedPlanned[], yearOf: (p: NamedPlanned) => number): LaidPlan[] {
  return plans.map((plan) => ({
    plan,
    season: reader.of({ id: plan.lot_id, crop_key: plan.crop_key }, plan.garden_id, yearOf(plan)),
    lane: laneOf(laneInput(reader, plan)),
  }));
}

/** Where something that finds no room could go instead. */
export interface Offer {
  readonly planId: number;
  readonly variety: string;
  readonly place: string;
  /** Another day within its window. */
  readonly day: string | null;
  /** A smaller container that makes it fit. */
  readonly trayKind: { readonly id: number; readonly name: string } | null;
  readonly words: string;
}

export interface BenchPicture {
  readonly weeks: readonly string[];
  readonly places: readonly (BenchRow & { readonly load: readonly BenchWeek[] })[];
  readonly offers: readonly Offer[];
}

function mondayOf(day: string): string {
  return addDays(day, -((((dayNumber(day) + 3) % 7) + 7) % 7));
}

const WEEKS = 30;

/** How full the bench is week by week, and what is offered to plans that find no room. */
export function benchPicture(db: Db, plans: readonly LaidPlan[], from: string): BenchPicture {
  const places = benchPlaces(db);
  const kinds = trayKinds(db);
  const open = plans.flatMap((p) => usesOf(p, places, kinds));
  const monday = mondayOf(from);
  return {
    weeks: Array.from({ length: WEEKS }, (_, i) => addDays(monday, 7 * i)),
    places: places.map((b) => ({ ...b, load: benchLoad(open, b, monday, WEEKS) })),
    offers: offersFor(plans, open, places, kinds),
  };
}

const MOST_OFFERS = 40;

function offersFor(
  plans: readonly LaidPlan[],
  uses: readonly BenchUse[],
  places: readonly BenchRow[],
  kinds: readonly TrayKind[],
): Offer[] {
  const out: Offer[] = [];
  for (const p of plans) {
    if (p.plan.sowing_id !== null || out.length >= MOST_OFFERS) continue;
    const own = usesOf(p, places, kinds);
    const tight = own.find((u) => {
      const place = places.find((b) => b.id === u.placeId);
      return place && !fits(u, uses, place);
    });
    const place = places.find((b) => b.id === tight?.placeId);
    if (!tight || !place) continue;
    const others = uses.filter((u) => !own.includes(u) && !own.some((o) => o.key === u.key));
    const window = windowOf(p.season, p.plan.way);
    const shift =
      window === null
        ? null
        : nearestDayWithRoom(
            { ...tight },
            others,
            place,
            addDays(tight.from, -dayGap(window.from, p.lane.sowOn)),
            addDays(tight.from, dayGap(p.lane.sowOn, window.to)),
          );
    const day = shift === null || shift === tight.from ? null : addDays(p.lane.sowOn, dayGap(tight.from, shift));
    const smaller = [...kinds]
      .filter((k) => cellsOf(k) > cellsOf(kinds.find((o) => o.id === p.plan.tray_kind_id) ?? { rows: 1, columns: USUAL_CELLS, gaps: [] }))
      .sort((a, b) => cellsOf(a) - cellsOf(b))
      .find((k) => fits({ ...tight, trays: traysOf(p.plan.cells, k) }, others, place));
    const trayKind = smaller ? { id: smaller.id, name: smaller.name } : null;
    out.push({
      planId: p.plan.id,
      variety: p.plan.variety,
      place: place.name,
      day,
      trayKind,
      words: offerWords(place.name, day, trayKind?.name ?? null),
    });
  }
  return out;
}

const dayGap = (from: string, to: string): number => dayNumber(to) - dayNumber(from);

function offerWords(place: string, day: string | null, kind: string | null): string {
  if (day !== null && kind !== null) return `no room on ${place}; there is on another day of its window, or in ${kind}`;
  if (day !== null) return `no room on ${place}; there is on another day of its window`;
  if (kind !== null) return `no room on ${place}; it fits in ${kind}`;
  return `no room on ${place} on any day of its window; choose another place, or fewer plants`;
}
