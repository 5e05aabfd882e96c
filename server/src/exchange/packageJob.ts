import { rmSync } from 'node:fs';
import { all, type Db, run } from '../db/db.ts';
import { copyLibrary } from '../db/libraryFile.ts';
import { joinLibrary } from '../db/open.ts';
import { photosNamed } from '../copies/photoCopies.ts';
import { forgetMember } from '../members/leave.ts';
import { readSettings } from '../records/settings.ts';
import { type PackageSays, writePackage } from './writePackage.ts';

export interface PackageJob {
  readonly file: string;
  readonly photosFolder: string;
  readonly members: PackageSays['esprel']['members'];
  readonly today: string;
  readonly target: string;
  /** Rows written and rows in all, in memory that is shared with whoever wants to know. */
  readonly told: Int32Array;
}

/** Ways to reach a member. */
const REACH = ['email', 'phone', 'post', 'contact'] as const;

/** Takes out how members are reached, from their rows, from the history, and what was written to them. */
function forgetReach(db: Db): void {
  db.transaction(() => {
    const nulls = REACH.map((c) => `${c} = NULL`).join(', ');
    run(db, `UPDATE members SET ${nulls}, consent_on = NULL, consent_for = '[]'`);
    run(db, 'DELETE FROM message_matters');
    run(db, 'DELETE FROM messages');
    for (const side of ['before', 'after']) {
      const paths = REACH.map((c) => `'$.${c}', NULL`).join(', ');
      run(
        db,
        `UPDATE events SET ${side} = json_set(${side}, ${paths}, '$.consent_on', NULL, '$.consent_for', '[]')
         WHERE entity = 'members' AND ${side} IS NOT NULL`,
      );
    }
  })();
}

/** Forgets every member, as if all had left; their loans and returns stay as those of former members. */
function forgetMembers(db: Db, today: string): void {
  db.transaction(() => {
    for (const { id, version } of all<{ id: number; version: number }>(db, 'SELECT id, version FROM members WHERE left_on IS NULL')) {
      forgetMember(db, id, version, today);
    }
  })();
}

/** Writes the library in a file as a package, on a thread of the pool. What members are left out of is a copy that goes again. */
export default function packageJob({ file, photosFolder, members, today, target, told }: PackageJob): void {
  const part = `${target}.sqlite`;
  const source = joinLibrary(file);
  let db = source;
  try {
    if (members !== 'all') {
      copyLibrary(source, part);
      db = joinLibrary(part);
      if (members === 'none') forgetMembers(db, today);
      else forgetReach(db);
    }
    // Of one moment, whoever writes meanwhile.
    db.transaction(() => {
      writePackage(db, {
        photosFolder,
        photos: photosNamed(db),
        title: readSettings(db).libraryName,
        created: `${today}T00:00:00Z`,
        members,
        target,
        tell: (done, of) => {
          Atomics.store(told, 1, of);
          Atomics.store(told, 0, done);
        },
      });
    })();
  } finally {
    if (db !== source) db.close();
    source.close();
    for (const side of ['', '-wal', '-shm']) rmSync(part + side, { force: true });
  }
}
