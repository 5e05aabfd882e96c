import {
  addDays,
  beforeSowing,
  daysBetween,
  earliestSowing,
  howToSow,
  perCellFor,
  seedsPerCell,
  TRAY_SPREAD,
  type SowingMethod,
  usualWay,
  type Way,
  type Window,
} from '@esprel/core';
import type { LotSeason, UsualPlan } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import { emergenceFor } from '../estimates/learned.ts';
import { beliefOf } from '../estimates/stored.ts';
import { lotByCode } from '../records/lot.ts';
import { takenByOthers } from '../records/planned.ts';
import { SeasonReader, type SownLot } from './windows.ts';

/** A window that is over by no more than this is still sown in, as soon as can be and with a word of what it risks. */
const STILL_SOWN_DAYS = 14;

/** When and how a lot is sown next, when nobody says more. */
interface UsualSowing {
  readonly way: Way;
  readonly season: LotSeason;
  readonly sowOn: string;
  /** The window that was missed, where this is the one after it. */
  readonly missed: { readonly window: Window; readonly forPreparing: boolean } | null;
}

/**
 * The way that a lot is usually sown in: under cover where it has weeks for that, else outdoors, else later. Where that window is over for
 * this season and another one opens sooner than its next, that one. Never a day that is past.
 */
function usualSowing(reader: SeasonReader, lot: SownLot, gardenId: number | null, today: string, asked: Way | null): UsualSowing {
  const own = reader.of(lot, gardenId, reader.yearOf(today, gardenId));
  const coming = reader.coming(lot, gardenId, today);
  const usual = asked === null ? coming[0] : coming.find((c) => c.way === asked);
  // Seed that does not keep is sown when it comes, whatever the season.
  if (own.fresh || usual === undefined) return { way: asked ?? 'start', season: own, sowOn: today, missed: null };
  const crop = reader.crop(lot.crop_key);
  const earliest = (way: Way): string => earliestSowing(beforeSowing(crop, way), today);
  const { way, missed } = usual;
  if (missed !== null && daysBetween(missed.window.to, earliest(way)) <= STILL_SOWN_DAYS) {
    return { way, season: missed.season, sowOn: earliest(way), missed: null };
  }
  const next = (asked === null ? usualWay(coming, own.year) : null) ?? usual;
  return {
    way: next.way,
    season: next.season,
    sowOn: laterOf(next.window.target, earliest(next.way)),
    missed: next.missed && { window: next.missed.window, forPreparing: next.missed.forPreparing },
  };
}

const laterOf = (a: string, b: string): string => (a > b ? a : b);

/** The day of planting out: the middle of its window, or as much later as plants that are sown late need under cover at least. */
function plantOutFor({ season: s, sowOn }: UsualSowing): string | null {
  const { plantOut, sow } = s.season;
  if (plantOut === null) return null;
  const least = sow === null ? 0 : Math.max(0, daysBetween(sow.to, plantOut.target));
  return laterOf(plantOut.target, addDays(sowOn, least));
}

/** What a plan for a lot is when nobody says more: its day, its cells and its place. */
export function usualPlan(
  db: Db,
  code: string,
  plants: number,
  today: string,
  asked: { readonly way?: Way | null; readonly gardenId?: number | null } = {},
  reader: SeasonReader = new SeasonReader(db),
): { readonly plan: Omit<UsualPlan, 'variety' | 'crop'>; readonly missed: UsualSowing['missed'] } {
  const lot = lotByCode(db, code, 'lotCode');
  const crop = reader.crop(lot.crop_key);
  const gardenId = asked.gardenId ?? null;
  const sowing = usualSowing(reader, lot, gardenId, today, asked.way ?? null);
  const { way, sowOn } = sowing;
  const mat = one<{ id: number }>(db, "SELECT id FROM bench_places WHERE kind = 'mat' ORDER BY id LIMIT 1");
  const warm = crop.soilOptLowC >= 18 && mat !== undefined;
  const method: SowingMethod = way === 'direct' ? 'open-ground' : warm ? 'heated-cells' : 'cells';
  const { emergence } = emergenceFor(db, method, warm ? (mat?.id ?? null) : null);
  const free = Math.max(0, lot.balance - takenByOthers(db, lot.id, null));
  const belief = beliefOf(db, lot.id, crop.freshGermination);
  const table = seedsPerCell({
    viability: belief,
    emergence,
    plants,
    certainty: USUAL_CERTAINTY,
    available: free,
    maxPerCell: Math.max(5, crop.clumpSeeds),
    traySpread: TRAY_SPREAD.library,
  });
  const how = howToSow(crop, { pelleted: lot.form === 'pelleted' });
  // A plan is made before it is decided how much seed there will be: the cells that are wanted, though the seed may be short.
  const perCell = how.together ?? table.recommended ?? perCellFor(belief, emergence, 5, TRAY_SPREAD.library) ?? 1;
  const cells = table.options.find((o) => o.seedsPerCell === perCell)?.cells ?? plants;
  const plan = {
    lotCode: lot.code,
    gardenId,
    purpose: 'beds' as const,
    way,
    method,
    trayKindId: way === 'direct' ? null : (one<{ id: number }>(db, 'SELECT id FROM tray_kinds ORDER BY id LIMIT 1')?.id ?? null),
    benchId: warm ? (mat?.id ?? null) : null,
    plants,
    seedsPerCell: Math.max(1, Math.min(perCell, Math.max(1, free))),
    cells: Math.max(1, Math.min(cells, Math.floor(free / Math.max(1, perCell)) || 1)),
    reserve: 0,
    sowOn,
    plantOutOn: way === 'start' ? plantOutFor(sowing) : null,
  };
  return { plan, missed: sowing.missed };
}

export const USUAL_CERTAINTY = 0.9;
