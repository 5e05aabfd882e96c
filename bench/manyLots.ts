import { all, type Db, openLibrary, refreshStale } from '@esprel/server';
import { generateDemo, DEMO_TODAY } from '@esprel/demo';
import { formatLotCode } from '@esprel/core';

/** A library of `n` lots: those of the demo, copied with codes of their own until there are enough. */
export async function manyLots(n: number): Promise<Db> {
  const db = openLibrary(':memory:');
  generateDemo(db);
  await refreshStale(db, DEMO_TODAY);
  const lots = all<{ id: number; code: string }>(db, 'SELECT id, code FROM lots WHERE balance > 0 ORDER BY id');
  const columns = all<{ name: string }>(db, "SELECT name FROM pragma_table_info('lots')")
    .map((c) => c.name)
    .filter((c) => c !== 'id' && c !== 'code');
  const copyLot = db.prepare(`INSERT INTO lots (code, ${columns.join(', ')}) SELECT ?, ${columns.join(', ')} FROM lots WHERE id = ?`);
  const estimate = ['as_of', 'median', 'low', 'high', 'verdict', 'verdict_beside', 'reason', 'below_forty_on', 'estimate', 'picture'].join(
    ', ',
  );
  const copyEstimate = db.prepare(
    `INSERT INTO lot_estimates (lot_id, ${estimate}) SELECT ?, ${estimate} FROM lot_estimates WHERE lot_id = ?`,
  );
  const copyListing = db.prepare(
    `INSERT INTO lot_listing (tag, lot_id, by_crop, by_year, by_seeds, by_alive)
     SELECT tag, ?, by_crop || ?, by_year, by_seeds, by_alive FROM lot_listing WHERE lot_id = ?`,
  );
  db.transaction(() => {
    let made = lots.length;
    let round = 1;
    for (; made < n; round++) {
      for (const lot of lots) {
        if (made >= n) break;
        const serial = Number(/\d+/.exec(lot.code)?.[0]) + round * 1000;
        const id = Number(copyLot.run(formatLotCode(lot.code.slice(0, 2), serial), lot.id).lastInsertRowid);
        copyEstimate.run(id, lot.id);
        copyListing.run(id, `\t${String(round).padStart(5, '0')}`, lot.id);
        made += 1;
      }
    }
    // The next code that is given is one beyond all of these.
    db.prepare('UPDATE lot_serials SET last = last + 1000 * ?').run(round);
  }).immediate();
  db.exec('ANALYZE');
  return db;
}
