import type { Standing } from '@esprel/core';
import { type Db, one, run } from '../db/db.ts';
import { notFound, stale } from '../problem.ts';
import { type Mark, marksOf, packMarks, unpackMarks, writeMarks } from './marks.ts';

/** Tables that people change, with the columns that are derived and so never written back. */
const JOURNALED: Readonly<Record<string, { readonly derived?: readonly string[] }>> = {
  settings: {},
  own_figures: {},
  own_crops: {},
  people: {},
  varieties: {},
  variety_synonyms: {},
  sources: {},
  places: {},
  lots: { derived: ['balance'] },
  movements: {},
  storage_periods: {},
  rounds: {},
  tests: { derived: ['call_on'] },
  test_steps: {},
  overrules: {},
  prior_spreads: {},
  replicates: {},
  members: {},
  loans: {},
  sowings: {},
  emergence_counts: {},
  returns: {},
  climate_logs: {},
  envelope_texts: {},
  photos: {},
  weighings: {},
  identity_events: {},
  mix_ups: {},
  errands: {},
  restricted_plants: {},
  packet_fills: {},
  stocktakes: {},
  stocktake_scans: {},
  imports: {},
  gardens: {},
  frost_records: {},
  soil_readings: {},
  bench_places: {},
  tray_kinds: {},
  planned_sowings: {},
  trays: {},
  tray_fills: {},
  sowing_cells: {},
  sowing_steps: {},
  plant_counts: {},
  timing_verdicts: {},
  asks: {},
  saving_steps: {},
  patches: {},
  lot_parents: {},
  return_loans: {},
  return_steps: {},
  off_types: {},
  selections: {},
  renewal_figures: {},
  renewal_rows: {},
  swap_days: {},
  swap_desks: {},
  swap_visits: {},
  swap_lines: {},
  swap_misfits: {},
  swap_packing: {},
  begin_said: {},
};
type JournaledTable = keyof typeof JOURNALED;
export type Subject =
  | 'lot'
  | 'member'
  | 'variety'
  | 'crop'
  | 'test'
  | 'sowing'
  | 'place'
  | 'garden'
  | 'planned'
  | 'tray'
  | 'bench'
  | 'patch'
  | 'renewal'
  | 'swap'
  | 'library';
export type Row = Record<string, unknown>;

/** What an event of the journal says of its row. */
interface WrittenRow {
  readonly entity: string;
  readonly row_key: string;
  /** Null: there was no such row. */
  readonly before: Row | null;
  /** Null: it was taken away. */
  readonly after: Row | null;
}

function keyColumn(table: string): string {
  return table === 'settings' ? 'key' : 'id';
}

/**
 * The version of a record that comes and goes (what an envelope says, a word over a verdict): the number of the last event that wrote
 * its row, 0 where there is none. Its own version would not do: a row taken away and one written in its place have the same.
 */
export function writtenVersion(db: Db, table: JournaledTable, id: number | undefined): number {
  if (id === undefined) return 0;
  return one<{ n: number | null }>(db, 'SELECT max(id) AS n FROM events WHERE entity = ? AND row_key = ?', table, String(id))?.n ?? 0;
}

/** Refuses a change of such a record that was made from another than the one that is there. */
export function holdWritten<T extends { readonly id: number }>(
  db: Db,
  table: JournaledTable,
  now: T | undefined,
  version: number,
  yours: object,
): void {
  const current = writtenVersion(db, table, now?.id);
  if (version !== current) throw stale(version, current, { ...now, version: current }, yours);
}

/**
 * One step of a person: every row it writes goes through here, and leaves what was before and after in
 * the journal, in the transaction of the request.
 */
export class Change {
  readonly db: Db;
  readonly today: string;
  readonly stepId: number;
  /** What whoever makes it is to the library. */
  readonly standing: Standing;
  /** Who makes it; null where nobody said so, or a member does. */
  readonly personId: number | null;
  /** The member who makes it on their own page; null for the desk. */
  readonly memberId: number | null;
  private readonly subjects = new Map<string, Set<number>>();
  private summary = '';

  constructor(
    db: Db,
    today: string,
    personId: number | null,
    kind: string,
    standing: Standing = 'coordinator',
    memberId: number | null = null,
  ) {
    this.db = db;
    this.today = today;
    this.standing = standing;
    const person = personId !== null && one(db, 'SELECT id FROM people WHERE id = ?', personId) ? personId : null;
    this.personId = person;
    this.memberId = memberId;
    this.stepId = Number(
      run(
        db,
        'INSERT INTO steps (at, on_day, person_id, member_id, kind, summary) VALUES (?, ?, ?, ?, ?, ?)',
        new Date().toISOString(),
        today,
        person,
        memberId,
        kind,
        '',
      ).lastInsertRowid,
    );
  }

  /** Says in one sentence what this step was; the history shows it. */
  describe(summary: string): void {
    this.summary = summary;
    run(this.db, 'UPDATE steps SET summary = ? WHERE id = ?', summary, this.stepId);
  }

  get description(): string {
    return this.summary;
  }

  /** Names something that this step is about; its history will show the step. */
  touch(subject: Subject, id: number): void {
    let ids = this.subjects.get(subject);
    if (!ids) this.subjects.set(subject, (ids = new Set()));
    if (ids.has(id)) return;
    ids.add(id);
    run(this.db, 'INSERT INTO step_subjects (step_id, subject, subject_id) VALUES (?, ?, ?)', this.stepId, subject, id);
  }

  /** Says that this step changes what every lot is judged by: all are judged again, also when it is taken back. */
  touchLibrary(): void {
    this.touch('library', 1);
  }

  touched(subject: Subject): readonly number[] {
    return [...(this.subjects.get(subject) ?? [])];
  }

  /** Writes a new row under a number that was never given before; answers the number. */
  insert(table: JournaledTable, row: Row): number {
    return this.put(table, table === 'settings' ? row : { id: this.nextNumber(table), ...row });
  }

  private put(table: JournaledTable, row: Row): number {
    const columns = Object.keys(row);
    const marks = columns.map(() => '?').join(', ');
    run(this.db, `INSERT INTO ${table} (${columns.join(', ')}) VALUES (${marks})`, ...columns.map((c) => row[c] ?? null));
    const key = row[keyColumn(table)] as number | string;
    this.record(table, key, null, this.image(table, key));
    return Number(key);
  }

  /** A number beyond every one that was given, also to rows that were taken back since. */
  private nextNumber(table: JournaledTable): number {
    const highest = `(SELECT coalesce(max(id), 0) FROM ${table})`;
    const { last } = one<{ last: number }>(
      this.db,
      `INSERT INTO row_numbers (entity, last) VALUES (?, ${highest} + 1)
       ON CONFLICT (entity) DO UPDATE SET last = max(last, ${highest}) + 1 RETURNING last`,
      table,
    ) as { last: number };
    return last;
  }

  /** Changes columns of a row; its version goes up by one. With `version`, refuses a row that has moved on. */
  update(table: JournaledTable, key: number | string, patch: Row, version?: number): void {
    const before = this.image(table, key);
    if (!before) throw notFound(`${table} ${String(key)}`);
    if (version !== undefined && before.version !== version) throw stale(version, before.version as number, before, patch);
    const versioned = 'version' in before;
    const columns = Object.keys(patch);
    const sets = columns.map((c) => `${c} = ?`);
    if (versioned) sets.push('version = version + 1');
    // Only a table without versions can have nothing to set.
    if (sets.length > 0)
      run(this.db, `UPDATE ${table} SET ${sets.join(', ')} WHERE ${keyColumn(table)} = ?`, ...columns.map((c) => patch[c] ?? null), key);
    this.record(table, key, before, this.image(table, key));
  }

  /** Takes a row away. With `version`, refuses where it has moved on. */
  remove(table: JournaledTable, key: number | string, version?: number): void {
    const before = this.image(table, key);
    if (!before) return;
    if (version !== undefined && before.version !== version) throw stale(version, before.version as number, before, {});
    run(this.db, `DELETE FROM ${table} WHERE ${keyColumn(table)} = ?`, key);
    this.record(table, key, before, null);
  }

  /** Replaces all marks of one replicate, as one event. */
  replaceMarks(replicateId: number, marks: readonly Mark[]): void {
    const before = marksOf(this.db, replicateId);
    writeMarks(this.db, replicateId, marks);
    this.record('seed_marks', replicateId, { marks: packMarks(before) }, { marks: packMarks(marksOf(this.db, replicateId)) });
  }

  /** A row without its derived columns, or null. */
  image(table: string, key: number | string): Row | null {
    const row = one<Row>(this.db, `SELECT * FROM ${table} WHERE ${keyColumn(table)} = ?`, key);
    if (!row) return null;
    for (const column of JOURNALED[table]?.derived ?? []) delete row[column];
    return row;
  }

  private record(entity: string, key: number | string, before: Row | null, after: Row | null): void {
    run(
      this.db,
      'INSERT INTO events (step_id, entity, row_key, before, after) VALUES (?, ?, ?, ?, ?)',
      this.stepId,
      entity,
      String(key),
      before === null ? null : JSON.stringify(before),
      after === null ? null : JSON.stringify(after),
    );
  }

  /**
   * Takes back what one event did to its row: only the columns that it changed, so that nothing else comes back with them. The version
   * goes up, as with every change. False, and nothing is done, when the row is not as the event left it.
   */
  takeBack(event: WrittenRow): boolean {
    const { entity: table, before, after } = event;
    if (table === 'seed_marks') {
      const replicate = Number(event.row_key);
      if (JSON.stringify(marksOf(this.db, replicate)) !== JSON.stringify(unpackMarks(after?.marks))) return false;
      this.replaceMarks(replicate, unpackMarks(before?.marks));
      return true;
    }
    if (!Object.hasOwn(JOURNALED, table)) throw new Error(`journal: ${table} is not journaled`);
    const key = table === 'settings' ? event.row_key : Number(event.row_key);
    const now = this.image(table, key);
    if (after === null) {
      if (now !== null || before === null) return false;
      this.put(table, 'version' in before ? { ...before, version: this.highestVersion(event) + 1 } : before);
      return true;
    }
    if (now === null) return false;
    const changed = Object.keys(after).filter((c) => c !== 'version' && (before === null || before[c] !== after[c]));
    if (changed.some((c) => now[c] !== after[c])) return false;
    if (before === null) this.remove(table, key);
    else this.update(table, key, Object.fromEntries(changed.map((c) => [c, before[c]])));
    return true;
  }

  /** The highest version that a row ever had: one that comes back goes on from there, so that what is open elsewhere is stale. */
  private highestVersion({ entity, row_key }: WrittenRow): number {
    return (
      one<{ version: number | null }>(
        this.db,
        `SELECT max(max(coalesce(before ->> 'version', 0), coalesce(after ->> 'version', 0))) AS version FROM events WHERE entity = ? AND row_key = ?`,
        entity,
        row_key,
      )?.version ?? 0
    );
  }
}
