import { all, type Db, openLibrary, refreshStale, run } from '@esprel/server';
import { DEMO_TODAY, generateDemo } from '@esprel/demo';
import { formatLotCode } from '@esprel/core';

/** Tables of which each copy has rows of its own; of the rest a library has what it has, however many lots it holds. */
const COPIED = [
  'varieties',
  'lots',
  'movements',
  'storage_periods',
  'weighings',
  'identity_events',
  'packet_fills',
  'lot_parents',
  'off_types',
  'tests',
  'test_steps',
  'replicates',
  'seed_marks',
  'test_predictions',
  'loans',
  'saving_steps',
  'sowings',
  'sowing_cells',
  'sowing_steps',
  'emergence_counts',
  'timing_verdicts',
  'returns',
  'return_loans',
  'return_steps',
  'lot_estimates',
  'lot_listing',
  'steps',
  'step_subjects',
  'events',
] as const;
/** Columns that number rows of a copied table without saying so to SQLite. */
const NUMBERS: Readonly<Record<string, string>> = {
  'events.row_key': `CASE WHEN entity IN (${COPIED.map((t) => `'${t}'`).join(', ')}) THEN CAST(CAST(row_key AS INTEGER) + @by AS TEXT) ELSE row_key END`,
  'step_subjects.subject_id': `CASE WHEN subject IN ('lot', 'variety', 'test', 'sowing') THEN subject_id + @by ELSE subject_id END`,
  'lots.code': `code || '-' || @round`,
  'lots.import_key': 'NULL',
  'varieties.name': `name || ' ' || @round`,
  'varieties.folded': `folded || ' ' || @round`,
  'varieties.chosen_envelope_id': 'NULL',
};
/** Rows of one copy have numbers this far above those of the one before. */
const STRIDE = 100_000;

interface Reference {
  readonly table: string;
  readonly from: string;
}

/** Copies a table's rows of the demo, their numbers and those they refer to moved up by `@by`. */
function copyOf(db: Db, table: string): { run: (copy: { by: number; round: number }) => unknown } {
  const copied: ReadonlySet<string> = new Set(COPIED);
  const references = new Map(
    all<Reference>(db, 'SELECT "table", "from" FROM pragma_foreign_key_list(?)', table).map((f) => [f.from, f.table]),
  );
  const columns = all<{ name: string }>(db, 'SELECT name FROM pragma_table_info(?)', table).map((c) => c.name);
  const moved = columns.map((c) => {
    const special = NUMBERS[`${table}.${c}`];
    if (special !== undefined) return special;
    return c === 'id' || copied.has(references.get(c) ?? '') ? `${c} + @by` : c;
  });
  const own = columns.includes('id')
    ? `WHERE id < ${String(STRIDE)}`
    : `WHERE ${columns.find((c) => references.has(c)) ?? ''} < ${String(STRIDE)}`;
  return db.prepare(`INSERT INTO ${table} (${columns.join(', ')}) SELECT ${moved.join(', ')} FROM ${table} ${own}`) as never;
}

/** Takes away what belonged to rows that are gone, and what belonged to that. */
function dropOrphans(db: Db): void {
  for (;;) {
    const orphans = all<{ table: string; rowid: number | null }>(db, 'SELECT DISTINCT "table", rowid FROM pragma_foreign_key_check');
    if (orphans.length === 0) return;
    for (const { table, rowid } of orphans) if (rowid !== null) run(db, `DELETE FROM ${table} WHERE rowid = ?`, rowid);
    run(db, 'DELETE FROM seed_marks WHERE replicate_id NOT IN (SELECT id FROM replicates)');
  }
}

/**
 * Makes the file of a library of at least `n` lots, each with the history of one of the demo: everything that hangs on lots is copied,
 * with numbers, codes and varieties of its own, until there are enough. What is under way in a copy is left out, so that a library of ten
 * years has the work of one season.
 */
export async function decade(file: string, n: number): Promise<void> {
  const db = openLibrary(file);
  generateDemo(db);
  await refreshStale(db, DEMO_TODAY);
  for (const p of ['foreign_keys = OFF', 'synchronous = OFF', 'journal_mode = MEMORY', 'cache_size = -400000']) db.pragma(p);
  // What follows by itself from a change was copied with it.
  const triggers = all<{ name: string; sql: string }>(
    db,
    "SELECT name, sql FROM sqlite_master WHERE type = 'trigger' AND tbl_name IN (SELECT value FROM json_each(?)) AND tbl_name <> 'varieties'",
    JSON.stringify(COPIED),
  );
  for (const t of triggers) db.exec(`DROP TRIGGER ${t.name}`);
  const lots = all<{ id: number; code: string }>(db, 'SELECT id, code FROM lots ORDER BY id');
  const rounds = Math.ceil(n / lots.length) - 1;
  const copies = COPIED.map((table) => copyOf(db, table));
  const code = db.prepare('UPDATE lots SET code = ? WHERE id = ?');
  db.transaction(() => {
    for (let round = 1; round <= rounds; round++) {
      const by = round * STRIDE;
      for (const copy of copies) copy.run({ by, round });
      for (const l of lots) code.run(formatLotCode(l.code.slice(0, 2), Number(/\d+/.exec(l.code)?.[0]) + round * 1000), l.id + by);
    }
    db.exec(`UPDATE lot_serials SET last = last + 1000 * ${String(rounds + 1)};
      DELETE FROM tests WHERE id > ${String(STRIDE)} AND closed_on IS NULL;
      DELETE FROM sowings WHERE id > ${String(STRIDE)} AND fate IS NULL;
      DELETE FROM lots WHERE id > ${String(STRIDE)} AND state = 'quarantine';
      DELETE FROM lot_listing WHERE lot_id NOT IN (SELECT id FROM lots);
      UPDATE loans SET settled_on = due_on WHERE id > ${String(STRIDE)} AND settled_on IS NULL AND due_on IS NOT NULL;
      UPDATE lot_listing SET by_crop = (SELECT lower(c.name) || char(9) || v.folded || char(9) || l.code
        FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key WHERE l.id = lot_listing.lot_id);
      DELETE FROM lot_list_counts;
      INSERT INTO lot_list_counts (tag, n) SELECT tag, count(*) FROM lot_listing GROUP BY tag;`);
    dropOrphans(db);
  })();
  for (const t of triggers) db.exec(t.sql);
  db.exec('ANALYZE');
  db.pragma('journal_mode = WAL');
  db.close();
}
