import { all, type Db, prepared, run } from '../db/db.ts';

/** What one seed of a replicate was marked as, and when. */
export interface Mark {
  readonly position: number;
  readonly kind: string;
  readonly marked_on: string;
}

/** Marks as the journal keeps them: the places of the seeds by kind and day. A sheet of fifty written out took half of a library's file. */
export type PackedMarks = Readonly<Record<string, Readonly<Record<string, readonly number[]>>>>;

/** The marks of a replicate by kind and day. */
export function packMarks(marks: readonly Mark[]): PackedMarks {
  const packed: Record<string, Record<string, number[]>> = {};
  for (const { kind, marked_on: day, position } of marks) ((packed[kind] ??= {})[day] ??= []).push(position);
  return packed;
}

/** The marks of an event in the order of the seeds; those of earlier versions are written out one by one. */
export function unpackMarks(kept: unknown): Mark[] {
  if (kept === undefined || kept === null) return [];
  if (Array.isArray(kept)) return kept as Mark[];
  return Object.entries(kept as PackedMarks)
    .flatMap(([kind, days]) =>
      Object.entries(days).flatMap(([day, positions]) => positions.map((position): Mark => ({ position, kind, marked_on: day }))),
    )
    .sort((a, b) => a.position - b.position);
}

export function marksOf(db: Db, replicateId: number): Mark[] {
  return all<Mark>(db, 'SELECT position, kind, marked_on FROM seed_marks WHERE replicate_id = ? ORDER BY position', replicateId);
}

export function writeMarks(db: Db, replicateId: number, marks: readonly Mark[]): void {
  run(db, 'DELETE FROM seed_marks WHERE replicate_id = ?', replicateId);
  const insert = prepared(db, 'INSERT INTO seed_marks (replicate_id, position, kind, marked_on) VALUES (?, ?, ?, ?)');
  for (const m of marks) insert.run(replicateId, m.position, m.kind, m.marked_on);
}
