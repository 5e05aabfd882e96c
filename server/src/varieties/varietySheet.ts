import { wrong } from '@esprel/core';
import type { Answer, Query, SupplierText, varietiesApi, VarietyListed, VarietySheetData } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { reachOf } from '../errands/errands.ts';
import { findNames } from '../find/names.ts';
import { historyOf } from '../journal/history.ts';
import { everyCrop, libraryCrop } from '../records/crop.ts';
import { PRINTED_COLUMNS } from '../records/envelope.ts';
import { lotIdsOf, synonymsOf, varietyRow } from '../records/variety.ts';
import { nearVarieties } from './register.ts';

export const COLUMNS = `v.id, v.name, v.crop_key AS cropKey, c.name AS crop, v.breeding, v.habit, v.height_cm AS heightCm, v.spacing_cm AS spacingCm,
  v.harvest_days_min AS harvestDaysMin, v.harvest_days_max AS harvestDaysMax, v.hardiness, v.note, v.joined_into AS joinedInto, v.version,
  v.chosen_envelope_id AS chosenEnvelopeId, v.chosen_reason AS chosenReason, (SELECT count(*) FROM lots WHERE variety_id = v.id) AS lots`;
/** A variety as its row has it: its other names stand in a table of their own. */
type VarietyRowListed = Omit<VarietyListed, 'synonyms'>;

/** The register, in the order of crop and name, a page at a time; or what fits a text. */
export function listVarieties(db: Db, { q, crop, limit, after }: Query<typeof varietiesApi.list.query>): Answer<typeof varietiesApi.list> {
  const most = limit ?? 200;
  if (q !== null) {
    const ids = findNames(db, q, ['variety'])
      .slice(0, 30)
      .map((n) => Number(n.thing));
    const rows = all<VarietyRowListed>(
      db,
      `SELECT ${COLUMNS} FROM json_each(?) j JOIN varieties v ON v.id = j.value JOIN crops c ON c.key = v.crop_key ORDER BY j.key LIMIT 20`,
      JSON.stringify(ids),
    ).filter((v) => crop === null || v.cropKey === crop);
    return { varieties: rows.map((v) => ({ ...v, synonyms: synonymsOf(db, v.id) })), next: null };
  }
  const at = after === null ? ['', '', '0'] : after.split('~');
  if (at.length !== 3 || !/^\d+$/.test(at[2] ?? '')) throw wrong('after', 'is not a place in this list; begin again without it');
  const rows = all<VarietyRowListed & { folded: string; cropName: string }>(
    db,
    `SELECT ${COLUMNS}, v.folded, lower(c.name) AS cropName FROM varieties v JOIN crops c ON c.key = v.crop_key
     WHERE v.joined_into IS NULL AND (? IS NULL OR v.crop_key = ?) AND (lower(c.name), v.folded, v.id) > (?, ?, ?)
     ORDER BY lower(c.name), v.folded, v.id LIMIT ?`,
    crop,
    crop,
    at[0],
    at[1],
    Number(at[2]),
    most + 1,
  );
  const page = rows.slice(0, most);
  const last = page[page.length - 1];
  return {
    varieties: page.map(({ folded: _folded, cropName: _crop, ...v }) => ({ ...v, synonyms: synonymsOf(db, v.id) })),
    next: rows.length > most && last ? `${last.cropName}~${last.folded}~${String(last.id)}` : null,
  };
}

function crossingCrops(db: Db, group: string): string[] {
  return everyCrop(db)
    .filter((c) => c.crossingGroup === group)
    .map((c) => c.key);
}

/** Everything the page of one variety shows, printed instructions of its suppliers side by side. */
export function varietySheet(db: Db, id: number): VarietySheetData {
  const row = varietyRow(db, id);
  const crop = libraryCrop(db, row.crop_key);
  return {
    variety: {
      ...(one(db, `SELECT ${COLUMNS} FROM varieties v JOIN crops c ON c.key = v.crop_key WHERE v.id = ?`, id) as Omit<
        VarietySheetData['variety'],
        'synonyms'
      >),
      synonyms: synonymsOf(db, id),
    },
    joinedInto: row.joined_into === null ? null : { id: row.joined_into, name: varietyRow(db, row.joined_into).name },
    lineOf: row.line_of === null ? null : { id: row.line_of, name: varietyRow(db, row.line_of).name },
    lines: all(
      db,
      'SELECT v.id, v.name, (SELECT count(*) FROM lots WHERE variety_id = v.id) AS lots FROM varieties v WHERE v.line_of = ? AND v.joined_into IS NULL ORDER BY v.folded',
      id,
    ),
    crop: {
      key: crop.key,
      name: crop.name,
      scientific: crop.scientific,
      crossingGroup: crop.crossingGroup,
      isolationM: crop.isolationM,
      sowDepthMm: crop.sowDepthMm,
      spacingCm: crop.spacingCm,
      startWeeksMin: crop.startWeeksMin,
      startWeeksMax: crop.startWeeksMax,
      emergeMinD: crop.emergeMinD,
      emergeMaxD: crop.emergeMaxD,
      anchor: crop.anchor,
    },
    crossesWith: all<VarietySheetData['crossesWith'][number]>(
      db,
      `SELECT v.id, v.name, c.name AS crop FROM varieties v JOIN crops c ON c.key = v.crop_key
       WHERE v.id <> ? AND v.joined_into IS NULL AND v.crop_key IN (SELECT value FROM json_each(?)) ORDER BY v.name LIMIT 40`,
      id,
      JSON.stringify(crossingCrops(db, crop.crossingGroup)),
    ),
    lots: all<VarietySheetData['lots'][number]>(
      db,
      `SELECT l.code, l.year, l.balance, l.identity, l.state, s.name AS source, e.median, e.verdict FROM lots l JOIN sources s ON s.id = l.source_id
       LEFT JOIN lot_estimates e ON e.lot_id = l.id WHERE l.variety_id = ? ORDER BY l.balance = 0, l.year DESC, l.id`,
      id,
    ),
    envelopes: all<SupplierText>(
      db,
      `SELECT t.id, l.code AS lotCode, s.name AS source, l.year, l.stated_germination AS germination, ${PRINTED_COLUMNS}
       FROM envelope_texts t JOIN lots l ON l.id = t.lot_id JOIN sources s ON s.id = l.source_id WHERE l.variety_id = ? ORDER BY s.name, l.id`,
      id,
    ),
    near: row.joined_into === null ? nearVarieties(db, row.name, row.crop_key, id) : [],
    reach: reachOf(db, lotIdsOf(db, id)),
    history: historyOf(db, 'variety', id),
  };
}
