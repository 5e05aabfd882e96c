import { coarsePosition, MCPD_COLUMNS, type McpdLot, mcpdRow } from '@esprel/core';
import { all, type Db } from '../db/db.ts';
import { writeCsv } from '../files/csv.ts';
import { climateIn, placesById } from '../records/place.ts';
import { readSettings } from '../records/settings.ts';

type Cell = string | number | null;

/** A query as a CSV file, its columns named as it names them. */
function csvOf(db: Db, sql: string): string {
  const statement = db.prepare(sql);
  return writeCsv(
    statement.columns().map((c) => c.name),
    statement.raw().all() as Cell[][],
  );
}

/** Every closed test with what was found in all its bags. */
export const testsCsv = (db: Db): string =>
  csvOf(
    db,
    `SELECT t.id AS test, l.code AS lot, v.name AS variety, c.name AS crop, t.method, t.day_c AS "day °C", t.night_c AS "night °C", t.light,
       t.started_on AS started, t.warm_from AS "warm from", t.closed_on AS closed, sum(r.seeds) AS seeds, ${[
         'normal',
         'abnormal',
         'hard',
         'fresh',
         'dead',
         'empty',
       ]
         .map((k) => `sum((SELECT count(*) FROM seed_marks m WHERE m.replicate_id = r.id AND m.kind = '${k}')) AS ${k}`)
         .join(', ')}
     FROM tests t JOIN lots l ON l.id = t.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
       JOIN replicates r ON r.test_id = t.id AND r.dropped_why IS NULL
     WHERE t.planned = 0 GROUP BY t.id ORDER BY t.id`,
  );

/** Every sowing with how many came up and what became of it. */
export const sowingsCsv = (db: Db): string =>
  csvOf(
    db,
    `SELECT s.id AS sowing, l.code AS lot, v.name AS variety, c.name AS crop, s.method, s.sown_on AS sown, s.seeds, s.cells,
       s.seeds_per_cell AS "seeds in each", (SELECT max(emerged) FROM emergence_counts e WHERE e.sowing_id = s.id) AS "came up",
       s.fate, s.fate_on AS "fate on", s.loan_id AS loan
     FROM sowings s JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key ORDER BY s.id`,
  );

/** Every loan; a member is a number, so that the file can be passed on. */
export const loansCsv = (db: Db): string =>
  csvOf(
    db,
    `SELECT o.id AS loan, l.code AS lot, v.name AS variety, c.name AS crop, o.member_id AS member, o.lent_on AS lent, o.seeds, o.purpose,
       o.promise, o.promised_seeds AS "promised seeds", o.due_on AS due, o.settled_on AS settled
     FROM loans o JOIN lots l ON l.id = o.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key ORDER BY o.id`,
  );

/** Everything that came home, with the lot that it became. */
export const returnsCsv = (db: Db): string =>
  csvOf(
    db,
    `SELECT r.id AS "return", r.received_on AS received, l.code AS lot, p.code AS parent, v.name AS variety, c.name AS crop,
       coalesce(r.member_id, o.member_id) AS member, r.loan_id AS loan, r.plants, r.isolated, r.crossed_share AS crossed,
       r.released_on AS released, (SELECT seeds FROM movements m WHERE m.lot_id = l.id AND m.kind IN ('in', 'returned') ORDER BY m.id LIMIT 1) AS seeds
     FROM returns r JOIN lots l ON l.id = r.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
       LEFT JOIN lots p ON p.id = l.parent_id LEFT JOIN loans o ON o.id = r.loan_id ORDER BY r.id`,
  );

/** Every lot with seed as passport descriptors. Members are no donors by name: theirs is "a member". */
export function passportCsv(db: Db): string {
  const places = placesById(db);
  const members = new Set(all<{ name: string }>(db, 'SELECT name FROM members').map((m) => m.name));
  const synonyms = new Map<number, string[]>();
  for (const { id, name } of all<{ id: number; name: string }>(db, 'SELECT variety_id AS id, name FROM variety_synonyms ORDER BY id')) {
    synonyms.set(id, [...(synonyms.get(id) ?? []), name]);
  }
  const rows = all<Omit<McpdLot, 'synonyms' | 'keptC'> & { varietyId: number; placeId: number | null }>(
    db,
    `SELECT l.code, c.scientific, c.name AS crop, v.name AS variety, v.id AS varietyId, v.breeding, l.acquisition, s.name AS source,
       l.received_on AS receivedOn, p.code AS parentCode,
       (SELECT q.place_id FROM storage_periods q WHERE q.lot_id = l.id ORDER BY q.from_day DESC LIMIT 1) AS placeId
     FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key JOIN sources s ON s.id = l.source_id
       LEFT JOIN lots p ON p.id = l.parent_id
     WHERE l.balance > 0 ORDER BY l.id`,
  );
  return writeCsv(
    MCPD_COLUMNS,
    rows.map((r) =>
      mcpdRow({
        ...r,
        source: members.has(r.source) ? 'a member' : r.source,
        synonyms: synonyms.get(r.varietyId) ?? [],
        keptC: r.placeId === null ? null : climateIn(places, r.placeId).temperatureC,
      }),
    ),
  );
}

/** Where gardens lie, to half a kilometre, as GeoJSON (RFC 7946); without names, since those are often of people. */
export function gardensGeoJson(db: Db, library: { readonly latitude: number; readonly longitude: number }): string {
  const { libraryName } = readSettings(db);
  const gardens = all<{ id: number; eastM: number; northM: number; shiftDays: number | null; hemisphere: string }>(
    db,
    `SELECT id, east_m AS eastM, north_m AS northM, shift_days AS shiftDays, hemisphere FROM gardens
     WHERE east_m IS NOT NULL AND north_m IS NOT NULL ORDER BY id`,
  );
  const feature = (position: readonly [number, number], properties: object): object => ({
    type: 'Feature',
    geometry: { type: 'Point', coordinates: position },
    properties,
  });
  return JSON.stringify({
    type: 'FeatureCollection',
    features: [
      feature(coarsePosition(library, { eastM: 0, northM: 0 }), { what: 'library', name: libraryName }),
      ...gardens.map((g) =>
        feature(coarsePosition(library, g), { what: 'garden', number: g.id, frostLaterDays: g.shiftDays, hemisphere: g.hemisphere }),
      ),
    ],
  });
}
