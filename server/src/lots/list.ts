import { shortCautions, sownUnit, wakingSteps, wrong } from '@esprel/core';
import type { CropCount, LOT_SORTS, LotByCode, lotsApi, Query } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { libraryCrop } from '../records/crop.ts';
import { cautionsOfLot, restrictions } from '../records/restriction.ts';
import { ReadyJson } from '../routing/route.ts';
import { packetsOf } from './packets.ts';
import { sowingFacts } from './sowingFacts.ts';

type Sort = (typeof LOT_SORTS)[number];

/** Names ascend; the newest, the most, and the least alive come first. */
const ORDER: Readonly<Record<Sort, { readonly column: string; readonly descends: boolean }>> = {
  crop: { column: 'by_crop', descends: false },
  year: { column: 'by_year', descends: true },
  seeds: { column: 'by_seeds', descends: true },
  alive: { column: 'by_alive', descends: false },
};

/** What a row says of a lot, with the column that says it. */
const FIELDS = [
  ['id', 'l.id'],
  ['code', 'l.code'],
  ['variety', 'v.name'],
  ['varietyId', 'v.id'],
  ['cropKey', 'c.key'],
  ['crop', 'c.name'],
  ['scientific', 'c.scientific'],
  ['acquisition', 'l.acquisition'],
  ['form', 'l.form'],
  ['yearKind', 'l.year_kind'],
  ['year', 'l.year'],
  ['balance', 'l.balance'],
  ['floor', 'l.floor'],
  ['amountKnown', 'l.amount_known'],
  ['state', 'l.state'],
  ['identity', 'l.identity'],
  ['median', 'e.median'],
  ['low', 'e.low'],
  ['high', 'e.high'],
  ['trueMean', 'e.true_mean'],
  ['verdict', 'e.verdict'],
  ['beside', 'e.verdict_beside'],
] as const;

/**
 * The row as sent, as JSON: written by SQLite in one go, since making two thousand values and then a text of them again would cost more
 * than all else. The picture is stored as JSON and goes in as it is.
 */
const ROW_JSON = `format('{${FIELDS.map(([name]) => `"${name}":%s`).join(',')},"picture":%s}', ${FIELDS.map(
  ([, column]) => `json_quote(${column})`,
).join(', ')}, coalesce(e.picture, 'null'))`;

interface ListRow {
  readonly json: string;
  readonly id: number;
  readonly sortKey: string | number;
}

/** The statement that serves one page of a list. */
function listSql(sort: Sort, after: boolean): string {
  const { column, descends } = ORDER[sort];
  return `SELECT ${ROW_JSON} AS json, l.id, s.${column} AS sortKey
    FROM lot_listing s INDEXED BY lot_listing_by_${sort}
    JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
    LEFT JOIN lot_estimates e ON e.lot_id = l.id
    WHERE s.tag = ?
    ${after ? `AND (s.${column}, s.lot_id) ${descends ? '<' : '>'} (?, ?)` : ''}
    ORDER BY s.${column} ${descends ? 'DESC' : 'ASC'}, s.lot_id ${descends ? 'DESC' : 'ASC'} LIMIT ?`;
}

interface Cursor {
  readonly sort: Sort;
  readonly key: string | number;
  readonly id: number;
}

function readCursor(text: string | null, sort: Sort): Cursor | null {
  if (text === null) return null;
  try {
    const c = JSON.parse(Buffer.from(text, 'base64url').toString('utf8')) as Cursor;
    const fits = typeof c.key === (sort === 'crop' ? 'string' : 'number') && Number.isInteger(c.id) && c.sort === sort;
    if (fits) return c;
  } catch {
    // falls through to the one message
  }
  throw wrong('after', 'is not a place in this list; begin again without it');
}

type ListAsked = Query<typeof lotsApi.position.query>;

/** Which list of lots a query names, and how it is sorted. */
function listAsked({ tag, crop, sort }: ListAsked): { readonly list: string; readonly sort: Sort } {
  return { list: `${tag ?? 'all'}${crop === null ? '' : `@${crop}`}`, sort: sort ?? 'crop' };
}

/** The place in a list after its first `from` lots: counted off along its index, without reading the lots. Null past its end. */
function cursorAt(db: Db, list: string, sort: Sort, from: number): Cursor | null {
  const { column, descends } = ORDER[sort];
  const order = descends ? 'DESC' : 'ASC';
  const last = one<{ key: string | number; id: number }>(
    db,
    `SELECT ${column} AS key, lot_id AS id FROM lot_listing INDEXED BY lot_listing_by_${sort} WHERE tag = ?
     ORDER BY ${column} ${order}, lot_id ${order} LIMIT 1 OFFSET ?`,
    list,
    from - 1,
  );
  return last ? { sort, ...last } : null;
}

/** One page of lots: `tag`, `crop`, `sort`, `limit` of the query, `after` the end of another or `from` so many lots on. */
export function listLots(db: Db, query: Query<typeof lotsApi.list.query>): ReadyJson {
  const { list, sort } = listAsked(query);
  const limit = query.limit ?? 100;
  const from = query.from ?? 0;
  const cursor = from > 0 ? cursorAt(db, list, sort, from) : readCursor(query.after, sort);
  if (from > 0 && cursor === null) return new ReadyJson('{"lots":[],"next":null}');
  const rows = all<ListRow>(db, listSql(sort, cursor !== null), list, ...(cursor ? [cursor.key, cursor.id] : []), limit + 1);
  const page = rows.slice(0, limit);
  const last = page[page.length - 1];
  const next =
    rows.length > limit && last
      ? Buffer.from(JSON.stringify({ sort, key: last.sortKey, id: last.id } satisfies Cursor)).toString('base64url')
      : null;
  return new ReadyJson(`{"lots":[${page.map((r) => r.json).join(',')}],"next":${JSON.stringify(next)}}`);
}

/** Where a lot stands in a list: how many stand before it; null where it is not in it. */
export function positionOf(db: Db, lotId: number, query: ListAsked): { readonly at: number | null } {
  const { list, sort } = listAsked(query);
  const { column, descends } = ORDER[sort];
  const here = one<{ key: string | number }>(db, `SELECT ${column} AS key FROM lot_listing WHERE tag = ? AND lot_id = ?`, list, lotId);
  if (!here) return { at: null };
  const before = one<{ n: number }>(
    db,
    `SELECT count(*) AS n FROM lot_listing INDEXED BY lot_listing_by_${sort} WHERE tag = ? AND (${column}, lot_id) ${descends ? '>' : '<'} (?, ?)`,
    list,
    here.key,
    lotId,
  );
  return { at: before?.n ?? 0 };
}

/** The crops of a list in its order by crop, each with how many of its lots stand there. */
export function listCrops(db: Db, tag: string): CropCount[] {
  const rows = all<CropCount>(
    db,
    `SELECT c.key, c.name, c.scientific, n.n FROM lot_list_counts n JOIN crops c ON c.key = substr(n.tag, length(?) + 2)
     WHERE n.n > 0 AND n.tag > ? || '@' AND n.tag < ? || 'A'`,
    ...[tag, tag, tag],
  );
  const order = (crop: { name: string }): string => crop.name.toLowerCase();
  return rows.sort((a, b) => (order(a) < order(b) ? -1 : 1));
}

/** How many lots stand in each list, and of each crop (`all@tomato`). */
export function listTags(db: Db): Record<string, number> {
  const rows = all<{ tag: string; n: number }>(
    db,
    "SELECT tag, n FROM lot_list_counts WHERE n > 0 AND (instr(tag, '@') = 0 OR tag LIKE 'all@%')",
  );
  return Object.fromEntries(rows.map((r) => [r.tag, r.n]));
}

/** The columns of a lot by its code, and what the rest is made of. */
type ByCodeRow = Omit<LotByCode, 'sowing' | 'saving' | 'cautions' | 'shortCautions' | 'packets'> & {
  readonly breeding: string;
  readonly followsPacket: 0 | 1;
  readonly perCell: number | null;
  readonly grownPlants: number | null;
  readonly grownIsolated: string | null;
};

/**
 * The rows of these lots, in the order asked for, with what a label and putting away need: where each is kept, how it
 * is sown, its cautions. Unknown codes are left out.
 */
export function lotsByCode(db: Db, codes: readonly string[]): LotByCode[] {
  const rows = codes.flatMap((code) =>
    all<ByCodeRow>(
      db,
      `SELECT ${FIELDS.map(([name, column]) => `${column} AS ${name}`).join(', ')}, l.generation, v.breeding, l.follows_packet AS followsPacket, json_extract(e.estimate, '$.perCell') AS perCell,
         r.plants AS grownPlants, r.isolated AS grownIsolated,
         (SELECT p.place_id FROM storage_periods p WHERE p.lot_id = l.id ORDER BY p.from_day DESC LIMIT 1) AS placeId FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
       LEFT JOIN lot_estimates e ON e.lot_id = l.id LEFT JOIN returns r ON r.lot_id = l.id WHERE l.code = ?`,
      code,
    ),
  );
  const list = restrictions(db);
  return rows.map((row) => {
    const crop = libraryCrop(db, row.cropKey);
    const { form } = row;
    const { perCell, breeding, grownPlants, grownIsolated, followsPacket, ...plain } = row;
    return {
      ...plain,
      sowing: {
        ...sowingFacts(db, { id: row.id, varietyId: row.varietyId, followsPacket: followsPacket === 1 }, crop),
        preparation: wakingSteps(crop),
        perCell,
        unit: sownUnit(crop.key),
        warmC: { low: crop.soilOptLowC, high: crop.soilOptHighC },
      },
      saving: {
        seedPlantsMin: crop.seedPlantsMin,
        apartM: crop.outcrossRate >= CROSSES_FROM ? crop.isolationM : null,
        hybrid: breeding === 'hybrid-f1',
        comesTrue: crop.trueToType,
        grown: grownIsolated === null ? null : { plants: grownPlants, isolated: grownIsolated },
      },
      cautions: cautionsOfLot(db, { id: row.id, form, varietyId: row.varietyId }, crop, list),
      shortCautions: shortCautions(crop.cautions, form),
      packets: packetsOf(db, row.id),
    };
  });
}

/** Crops that set less than this of their seed with others are not worth keeping apart on a packet. */
const CROSSES_FROM = 0.02;
