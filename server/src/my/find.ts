import { addDays, type Crop, type LibraryCrop, restrictionsOf, sownUnit } from '@esprel/core';
import type { FoundSeed, FoundVariety, Query } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import { libraryState } from '../db/state.ts';
import { findNames } from '../find/names.ts';
import { findCrops, libraryCrop, savingOfCrop } from '../records/crop.ts';
import { cautionsOfVariety, restrictions } from '../records/restriction.ts';
import { SeasonReader } from '../season/windows.ts';

type Asked = Query<{
  readonly q: { readonly is: 'text'; readonly most: 100 };
  readonly what: { readonly is: 'one of'; readonly values: readonly ['now', 'easy', 'growers'] };
}>;

const SHOWN = 60;
/** What can be sown within so many days can be sown now. */
const SOON_DAYS = 14;

interface LotRow {
  readonly id: number;
  readonly varietyId: number;
  readonly variety: string;
  readonly folded: string;
  readonly cropKey: string;
  readonly crop: string;
  readonly free: number;
  readonly usable: 0 | 1;
  readonly median: number;
  readonly verdict: string | null;
  readonly beside: string | null;
}

/** A variety of which there is seed, and the lot that would be handed out. */
interface Kept {
  readonly best: LotRow;
  readonly state: FoundVariety['state'];
}

const kept = new WeakMap<Db, { readonly state: string; readonly varieties: readonly Kept[] }>();
/** What nobody tested may be asked for too: the desk says what it knows of it. */
const LENT = ['lend', 'sow-thicker', 'test-first'];
const NEEDS = ['renew', 'rescue'];
const lends = (l: LotRow): boolean => LENT.includes(l.verdict ?? '') || LENT.includes(l.beside ?? '');

/** Every variety of which there is seed, by name; found once between two changes, whoever asks. */
function varietiesKept(db: Db, today: string): readonly Kept[] {
  const state = `${libraryState(db)} ${today}`;
  const known = kept.get(db);
  if (known?.state === state) return known.varieties;
  const rows = all<LotRow>(
    db,
    `SELECT l.id, l.variety_id AS varietyId, v.name AS variety, v.folded, v.crop_key AS cropKey, c.name AS crop,
       l.balance - l.floor - coalesce((SELECT sum(a.seeds) FROM asks a WHERE a.lot_id = l.id AND a.closed_on IS NULL), 0) AS free,
       l.state = 'kept' AND l.missing_since IS NULL AS usable, coalesce(e.median, 0) AS median, e.verdict, e.verdict_beside AS beside
     FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key LEFT JOIN lot_estimates e ON e.lot_id = l.id
     WHERE l.balance > 0 ORDER BY v.folded, v.id, l.id`,
  );
  const varieties = [...groupBy(rows, (r) => r.varietyId).values()].flatMap((lots): Kept[] => {
    const usable = lots.filter((l) => l.usable === 1);
    const lendable = usable.filter((l) => lends(l) && l.free > 0).sort((a, b) => b.median - a.median)[0];
    if (lendable) return [{ best: lendable, state: 'ask' }];
    const needy = usable.filter((l) => NEEDS.includes(l.verdict ?? '')).sort((a, b) => b.median - a.median)[0];
    if (needy) return [{ best: needy, state: 'grow' }];
    const first = lots.sort((a, b) => b.median - a.median)[0];
    return first && first.verdict !== 'let-go' ? [{ best: first, state: 'wait' }] : [];
  });
  const lent = withoutBanned(db, varieties);
  kept.set(db, { state, varieties: lent });
  return lent;
}

/** What is lent to nobody is shown to nobody. */
function withoutBanned(db: Db, varieties: readonly Kept[]): Kept[] {
  const banned = restrictions(db).filter((r) => r.rule === 'do-not-lend');
  return varieties.filter(({ best }) => {
    const crop = libraryCrop(db, best.cropKey);
    return !restrictionsOf(banned, crop, [best.variety]).some((r) => r.rule === 'do-not-lend');
  });
}

const yearsToSeed = (crop: Crop): 1 | 2 => (crop.lifeCycle === 'biennial' || crop.lifeCycle === 'perennial' ? 2 : 1);

/** What may be asked for, by name and by what somebody looks for, in that garden. */
export function findSeed(db: Db, { q, what }: Asked, gardenId: number | null, today: string): FoundSeed {
  const reader = new SeasonReader(db);
  const windows = new Map<string, boolean>();
  const sowNow = (cropKey: string): boolean => {
    let now = windows.get(cropKey);
    if (now === undefined) {
      const soon = addDays(today, SOON_DAYS);
      // Weeks printed on single packets are left out: it is the crop that is looked for.
      now = reader.coming({ id: 0, variety_id: 0, crop_key: cropKey }, gardenId, today).some((w) => w.window.from <= soon);
      windows.set(cropKey, now);
    }
    return now;
  };
  const easy = (cropKey: string): boolean => savingOfCrop(db, cropKey)?.difficulty === 'easy';
  const named = q === null ? null : namesFound(db, q);
  const found = varietiesKept(db, today).filter(
    ({ best, state }) =>
      (named === null || named.varieties.has(best.varietyId) || named.crops.has(best.cropKey)) &&
      (what === null ||
        (what === 'growers'
          ? state === 'grow'
          : what === 'easy'
            ? state === 'ask' && easy(best.cropKey)
            : state === 'ask' && sowNow(best.cropKey))),
  );
  return { varieties: found.slice(0, SHOWN).map((k) => shown(db, k, sowNow(k.best.cropKey))), more: found.length > SHOWN };
}

function namesFound(db: Db, q: string): { readonly varieties: ReadonlySet<number>; readonly crops: ReadonlySet<string> } {
  return {
    varieties: new Set(findNames(db, q, ['variety']).map((n) => Number(n.thing))),
    crops: new Set(findCrops(db, q, 6).map((m) => m.key)),
  };
}

function shown(db: Db, { best, state }: Kept, sowNow: boolean): FoundVariety {
  const crop: LibraryCrop = libraryCrop(db, best.cropKey);
  const perCell = one<{ n: number | null }>(
    db,
    "SELECT json_extract(estimate, '$.perCell') AS n FROM lot_estimates WHERE lot_id = ?",
    best.id,
  );
  const waiting = one<{ n: number }>(
    db,
    "SELECT count(*) AS n FROM asks WHERE variety_id = ? AND closed_on IS NULL AND lot_id IS NULL AND kind <> 'offer'",
    best.varietyId,
  );
  return {
    varietyId: best.varietyId,
    variety: best.variety,
    crop: best.crop,
    difficulty: savingOfCrop(db, best.cropKey)?.difficulty ?? null,
    alive: best.median,
    perCell: perCell?.n ?? null,
    unit: sownUnit(crop.key),
    sowNow,
    state,
    waiting: waiting?.n ?? 0,
    plantsLeast: crop.seedPlantsMin,
    years: yearsToSeed(crop),
    cautions: cautionsOfVariety(db, best.varietyId, crop),
  };
}
