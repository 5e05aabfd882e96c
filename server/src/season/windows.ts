import {
  addDays,
  beforeSowing,
  begunEarly,
  comingSeason,
  dayInYear,
  lateSowing,
  type LibraryCrop,
  MOST_SHIFT_DAYS,
  plural,
  season,
  seasonMeant,
  seasonYearOf,
  sownFresh,
  type Timing,
  usualWay,
  VERDICT_STEP_DAYS,
  type Way,
  WAYS,
  type Weeks,
  type Window,
  windowBefore,
  windowShift,
} from '@esprel/core';
import type { Garden, LotSeason } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { libraryCrop } from '../records/crop.ts';
import { gardenOf } from './gardens.ts';

/** What the envelope of a lot says of sowing under cover, beside the crop's table. */
export interface PacketSays {
  readonly lotCode: string;
  readonly weeks: Weeks;
  readonly anchor: 'last-frost' | 'plant-out';
  readonly window: Window | null;
  /** Whether the library follows it for this variety. */
  readonly used: boolean;
}

interface LearnedShift {
  readonly days: number;
  readonly verdicts: number;
}

const range = (min: number | null, max: number | null): Weeks | null => (min === null || max === null ? null : { min, max });

/** Shifts of a crop's windows that the library's verdicts ask for. */
export function shiftsOf(db: Db, cropKey: string): Record<Way, LearnedShift> {
  const rows = all<{ way: Way; offsetDays: number; timing: Timing }>(
    db,
    'SELECT way, offset_days AS offsetDays, timing FROM timing_verdicts WHERE crop_key = ?',
    cropKey,
  );
  const of = (way: Way): LearnedShift => {
    const own = rows.filter((r) => r.way === way);
    return { days: windowShift(own), verdicts: own.length };
  };
  return { start: of('start'), direct: of('direct'), late: of('late') };
}

/** A way of sowing with the season of its next window, and the window before that when it was missed not long ago. */
interface ComingWay {
  readonly way: Way;
  readonly season: LotSeason;
  readonly window: Window;
  /** Missed only for want of time for its weeks of cold, where `forPreparing`. */
  readonly missed: { readonly season: LotSeason; readonly window: Window; readonly forPreparing: boolean } | null;
}

/** What of a lot its season depends on. */
export interface SownLot {
  readonly id: number;
  readonly crop_key: string;
  readonly variety_id: number;
}

/** A day within so long of its season's window surely is meant for that season. */
const NEAR_WINDOW_DAYS = 60;

/** Reads what many lots of one page ask again and again only once. */
export class SeasonReader {
  private readonly gardens = new Map<number | null, Garden>();
  private readonly crops = new Map<string, LibraryCrop>();
  private readonly shifts = new Map<string, Record<Way, LearnedShift>>();
  private readonly seasons = new Map<string, LotSeason>();

  private readonly nearDays = new Map<LotSeason, Map<Way, { from: string; to: string } | null>>();
  private packets: PrintedWeeks | null = null;

  constructor(readonly db: Db) {}

  garden(id: number | null): Garden {
    return this.kept(this.gardens, id, () => gardenOf(this.db, id));
  }

  crop(key: string): LibraryCrop {
    return this.kept(this.crops, key, () => libraryCrop(this.db, key));
  }

  shiftsOf(cropKey: string): Record<Way, LearnedShift> {
    return this.kept(this.shifts, cropKey, () => shiftsOf(this.db, cropKey));
  }

  /** The season of a lot; lots without printed weeks of their own share that of their crop. */
  of(lot: SownLot, gardenId: number | null, year: number): LotSeason {
    this.packets ??= printedWeeks(this.db);
    const own = this.packets.byLot.get(lot.id) ?? null;
    // A lot that is sown by its own packet goes by that; else the envelope that is followed for its variety.
    const packet = own?.used === true ? own : (this.packets.byVariety.get(lot.variety_id) ?? own);
    const key = `${packet === null ? lot.crop_key : `${packet.lotCode} ${lot.crop_key}`} ${String(gardenId)} ${String(year)}`;
    return this.kept(this.seasons, key, () => {
      const crop = this.crop(lot.crop_key);
      const garden = this.garden(gardenId);
      const lastFrost = dayInYear(year, garden.frost.last);
      const first = dayInYear(year, garden.frost.first);
      const firstFrost = first > lastFrost ? first : dayInYear(year + 1, garden.frost.first);
      const sdDays = garden.frost.lastSdDays;
      const table = {
        anchor: crop.anchor,
        startWeeks: range(crop.startWeeksMin, crop.startWeeksMax),
        plantOutWeeks: range(crop.plantOutWeeksMin, crop.plantOutWeeksMax),
        directWeeks: range(crop.directWeeksMin, crop.directWeeksMax),
        chillWeeks: crop.chillWeeks,
        soakHours: crop.soakHours,
      };
      const byTable = season({ lastFrost, sdDays, crop: table });
      const anchor = packet?.anchor ?? crop.anchor;
      const byPacket = packet === null ? null : season({ lastFrost, sdDays, crop: { ...table, anchor, startWeeks: packet.weeks } });
      const from = anchor === 'last-frost' ? lastFrost : (byTable.plantOut?.target ?? null);
      return {
        year,
        lastFrost,
        firstFrost,
        sdDays,
        table: byTable,
        season: packet?.used === true && byPacket !== null ? byPacket : byTable,
        packet:
          packet === null
            ? null
            : {
                lotCode: packet.lotCode,
                used: packet.used,
                weeks: packet.weeks,
                anchor,
                window: from === null ? null : windowBefore(from, packet.weeks),
              },
        late: lateSowing(crop, lastFrost, firstFrost, garden.winterMinC),
        fresh: sownFresh(crop),
        shifts: this.shiftsOf(lot.crop_key),
      };
    });
  }

  /** The season that a day of sowing is meant for: the one by the last frost, unless the window of another year is nearer. */
  meant(lot: SownLot, gardenId: number | null, way: Way, day: string): LotSeason {
    const year = this.yearOf(day, gardenId);
    const own = this.of(lot, gardenId, year);
    const near = this.nearOf(own, way);
    if (near === null || (day >= near.from && day <= near.to)) return own;
    const around = [year - 1, year, year + 1].map((y) => this.of(lot, gardenId, y));
    return (
      seasonMeant(
        around.map((season) => ({ season, window: windowOf(season, way) })),
        day,
      )?.season ?? own
    );
  }

  /** Days that surely are meant for a season: two thousand plans share a few dozen of these. */
  private nearOf(season: LotSeason, way: Way): { readonly from: string; readonly to: string } | null {
    const ways = this.kept(this.nearDays, season, () => new Map<Way, { from: string; to: string } | null>());
    return this.kept(ways, way, () => {
      const window = windowOf(season, way);
      return window === null ? null : { from: addDays(window.from, -NEAR_WINDOW_DAYS), to: addDays(window.to, NEAR_WINDOW_DAYS) };
    });
  }

  /** The ways in which a lot can be sown from today on, each with its next window; none for a crop without weeks. */
  coming(lot: SownLot, gardenId: number | null, today: string): ComingWay[] {
    const year = this.yearOf(today, gardenId);
    const crop = this.crop(lot.crop_key);
    const seasons = [year - 1, year, year + 1, year + 2].map((y) => this.of(lot, gardenId, y));
    return WAYS.flatMap((way): ComingWay[] => {
      const windows = seasons.map((season) => ({ season, window: windowOf(season, way) }));
      const found = comingSeason(windows, beforeSowing(crop, way), today);
      if (found?.next.window == null) return [];
      const gone = found.missed;
      const missed = gone?.season.window == null ? null : { ...gone.season, window: gone.season.window, forPreparing: gone.forPreparing };
      return [{ way, season: found.next.season, window: found.next.window, missed }];
    });
  }

  /** The year of the season that a day is of in a garden. */
  yearOf(day: string, gardenId: number | null): number {
    return seasonYearOf(day, this.garden(gardenId).frost.last);
  }

  /** The next spring window of a lot: under cover if it has one and that is not over, else outdoors. */
  nextWindow(code: string, gardenId: number | null, today: string): { from: string; to: string; outdoors: boolean } | null {
    const lot = one<SownLot>(
      this.db,
      'SELECT l.id, l.variety_id, v.crop_key FROM lots l JOIN varieties v ON v.id = l.variety_id WHERE l.code = ?',
      code,
    );
    const spring = lot === undefined ? [] : this.coming(lot, gardenId, today).filter((c) => c.way !== 'late');
    const next = usualWay(spring, this.yearOf(today, gardenId));
    return next ? { from: next.window.from, to: next.window.to, outdoors: next.way === 'direct' } : null;
  }

  private kept<K, V>(map: Map<K, V>, key: K, make: () => V): V {
    let value = map.get(key);
    if (value === undefined) map.set(key, (value = make()));
    return value;
  }
}

interface PacketRow {
  readonly lotCode: string;
  readonly weeks: Weeks;
  readonly anchor: 'last-frost' | 'plant-out' | null;
  readonly used: boolean;
}

interface PrintedWeeks {
  /** Of the envelope that is followed for a variety, and of each lot's own. */
  readonly byVariety: ReadonlyMap<number, PacketRow>;
  readonly byLot: ReadonlyMap<number, PacketRow>;
}

/** Weeks printed on envelopes, read once for all lots: few envelopes say any. */
function printedWeeks(db: Db): PrintedWeeks {
  const rows = all<{
    lotId: number;
    followed: 0 | 1;
    lotCode: string;
    min: number;
    max: number;
    anchor: PacketRow['anchor'];
    chosenFor: number | null;
  }>(
    db,
    `SELECT e.lot_id AS lotId, l.follows_packet AS followed, l.code AS lotCode, e.weeks_min AS min, e.weeks_max AS max, e.anchor, v.id AS chosenFor
     FROM envelope_texts e JOIN lots l ON l.id = e.lot_id LEFT JOIN varieties v ON v.chosen_envelope_id = e.id
     WHERE e.weeks_min IS NOT NULL AND e.weeks_max >= e.weeks_min`,
  );
  const packet = (r: (typeof rows)[number], used: boolean): PacketRow => ({
    lotCode: r.lotCode,
    weeks: { min: r.min, max: r.max },
    anchor: r.anchor,
    used,
  });
  return {
    byVariety: new Map(rows.flatMap((r) => (r.chosenFor === null ? [] : [[r.chosenFor, packet(r, true)]]))),
    byLot: new Map(rows.map((r) => [r.lotId, packet(r, r.followed === 1)])),
  };
}

/** The window of one way of sowing with the day to begin, moved by what was learned; null where the crop has none. */
export function windowOf(s: LotSeason, way: Way): Window | null {
  const base = publishedWindow(s, way);
  return base === null ? null : moved(base, s.shifts[way].days);
}

/** The day to begin in the window before anything learned: what verdicts are measured from. */
export function tableTarget(s: LotSeason, way: Way): string | null {
  return publishedWindow(s, way)?.target ?? null;
}

function publishedWindow(s: LotSeason, way: Way): Window | null {
  const window = way === 'start' ? s.season.sow : way === 'direct' ? s.season.direct : (s.late?.window ?? null);
  return window === null ? null : begunEarly(window);
}

function moved(w: Window, days: number): Window {
  return days === 0 ? w : { from: addDays(w.from, days), target: addDays(w.target, days), to: addDays(w.to, days) };
}

/** The rule by which windows move, in words; shown wherever one has moved. */
export const SHIFT_RULE = `Too early or too late asks for ${plural(VERDICT_STEP_DAYS, 'day')}, right for the day it was; the window moves to the mean of what was asked, with the table as one more voice, by ${plural(MOST_SHIFT_DAYS, 'day')} at most.`;
