import { all, type Db, one } from '../db/db.ts';

type NoteKind = 'lot' | 'variety' | 'member' | 'sowing' | 'test' | 'tray' | 'planned' | 'garden';

/** A note in which the words stand, with the piece around them. */
interface NoteFound {
  readonly kind: 'note';
  readonly title: string;
  readonly detail: string;
  readonly at: string;
}

/** Where a note stands: its title, and the address that opens it. */
function placeOf(db: Db, kind: NoteKind, id: number): { readonly title: string; readonly at: string } | null {
  const row = (sql: string) => one<{ title: string; code?: string }>(db, sql, id);
  const LOT = `FROM lots l JOIN varieties v ON v.id = l.variety_id`;
  switch (kind) {
    case 'lot': {
      const lot = row(`SELECT v.name AS title, l.code ${LOT} WHERE l.id = ?`);
      return lot ? { title: `${lot.code ?? ''} ${lot.title}`, at: `/lots/${lot.code ?? ''}` } : null;
    }
    case 'variety': {
      const variety = row('SELECT name AS title FROM varieties WHERE id = ?');
      return variety ? { title: variety.title, at: `/library/varieties/${String(id)}` } : null;
    }
    case 'member': {
      const member = row('SELECT name AS title FROM members WHERE id = ?');
      return member ? { title: member.title, at: `/members/${String(id)}` } : null;
    }
    case 'sowing': {
      const sowing = row(`SELECT v.name AS title, l.code ${LOT} JOIN sowings s ON s.lot_id = l.id WHERE s.id = ?`);
      return sowing ? { title: `${sowing.title}, sown`, at: `/sowing/${String(id)}` } : null;
    }
    case 'test': {
      const test = row(`SELECT v.name AS title, l.code ${LOT} JOIN tests t ON t.lot_id = l.id WHERE t.id = ?`);
      return test ? { title: `${test.title}, test`, at: `/tests/${String(id)}` } : null;
    }
    case 'planned': {
      const plan = row(`SELECT v.name AS title, l.code ${LOT} JOIN planned_sowings p ON p.lot_id = l.id WHERE p.id = ?`);
      return plan ? { title: `${plan.title}, planned`, at: `/sowing/planned/${String(id)}` } : null;
    }
    case 'tray': {
      const tray = row('SELECT name AS title FROM trays WHERE id = ?');
      return tray ? { title: tray.title, at: `/sowing/trays/${String(id)}` } : null;
    }
    case 'garden': {
      const garden = row('SELECT name AS title FROM gardens WHERE id = ?');
      return garden ? { title: garden.title, at: `/sowing/frost/gardens/${String(id)}` } : null;
    }
  }
}

/** Notes that hold every word of the text, or a word that begins like its last one; best first. */
export function findNotes(db: Db, text: string, limit: number): NoteFound[] {
  const words = text.normalize('NFKC').match(/[\p{L}\p{N}]+/gu) ?? [];
  if (words.length === 0 || words.join('').length < 3) return [];
  const match = words.map((w, i) => `"${w}"${i === words.length - 1 ? '*' : ''}`).join(' ');
  const rows = all<{ kind: NoteKind; thing: number; piece: string }>(
    db,
    `SELECT n.kind, n.thing, snippet(note_words, 0, '', '', '…', 12) AS piece FROM note_words JOIN note_texts n ON n.id = note_words.rowid
     WHERE note_words MATCH ? ORDER BY note_words.rank LIMIT ?`,
    match,
    limit,
  );
  return rows.flatMap((r) => {
    const place = placeOf(db, r.kind, r.thing);
    return place ? [{ kind: 'note' as const, title: place.title, detail: `“${r.piece}”`, at: place.at }] : [];
  });
}
