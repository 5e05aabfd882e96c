import { all, type Db } from '@esprel/server';
import { foldName } from '@esprel/core';

const STARTS = ['Bram', 'Tol', 'Am', 'Cop', 'Lan', 'Mer', 'Wick', 'Hol', 'Fen', 'Sal', 'Thorn', 'Quil', 'Os', 'Pen', 'Rav', 'Ul'];
const MIDDLES = ['ble', 'gate', 'ber', 'per', 'tern', 'row', 'ham', 'den', 'ley', 'low', 'by', 'ton', 'ford', 'wick'];
const ENDS = ['Red', 'Black', 'Early', 'Giant', 'Striped', 'Dwarf', 'Long', 'White', 'Golden', 'Winter', 'Market', 'Wonder'];

/** Spreads the lots of a library over `n` made-up varieties and a tenth as many sources, as a large library has them. */
export function manyNames(db: Db, n: number): void {
  const crops = all<{ key: string }>(db, 'SELECT DISTINCT crop_key AS key FROM varieties ORDER BY 1').map((r) => r.key);
  const addVariety = db.prepare("INSERT OR IGNORE INTO varieties (crop_key, name, folded, breeding) VALUES (?, ?, ?, 'unknown')");
  const addSource = db.prepare('INSERT OR IGNORE INTO sources (name, folded) VALUES (?, ?)');
  const word = (i: number): string =>
    `${STARTS[i % STARTS.length] ?? ''}${MIDDLES[Math.floor(i / 16) % MIDDLES.length] ?? ''}${MIDDLES[Math.floor(i / 224) % MIDDLES.length] ?? ''} ${ENDS[Math.floor(i / 7) % ENDS.length] ?? ''}`;
  db.transaction(() => {
    for (let i = 0; i < n; i++) {
      addVariety.run(crops[i % crops.length], word(i), foldName(word(i)));
      if (i % 10 === 0) addSource.run(`${word(i * 3)} nursery ${String(i)}`, foldName(`${word(i * 3)} nursery ${String(i)}`));
    }
    const varieties = all<{ id: number; crop: string }>(db, 'SELECT id, crop_key AS crop FROM varieties');
    const byCrop = new Map<string, number[]>();
    for (const v of varieties) byCrop.set(v.crop, [...(byCrop.get(v.crop) ?? []), v.id]);
    const sources = all<{ id: number }>(db, 'SELECT id FROM sources').map((s) => s.id);
    const spread = db.prepare('UPDATE lots SET variety_id = ?, source_id = ? WHERE id = ?');
    for (const lot of all<{ id: number; crop: string }>(
      db,
      'SELECT l.id, v.crop_key AS crop FROM lots l JOIN varieties v ON v.id = l.variety_id',
    )) {
      const own = byCrop.get(lot.crop) ?? [];
      spread.run(own[lot.id % own.length], sources[lot.id % sources.length], lot.id);
    }
  }).immediate();
  db.exec("INSERT INTO find_grams (find_grams) VALUES ('optimize')");
  db.exec('ANALYZE');
}
