import { randomBytes } from 'node:crypto';
import { rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { exchangeApi, type PackageLook, type PackageMembers } from '@esprel/core/api';
import { timeName } from '../copies/backup.ts';
import type { CopiesKeeper } from '../copies/keeper.ts';
import { type Db, one } from '../db/db.ts';
import { notFound, Problem } from '../problem.ts';
import { acts, FileAnswer, gives, makes, type Route, serves, takesLarge } from '../routing/route.ts';
import { job, work } from '../threads/pool.ts';
import { putInPlace } from './copiesRoutes.ts';
import { listGifts, takeGifts } from './gifts.ts';
import type { GiftLot } from './giftsJob.ts';
import type { PackageJob } from './packageJob.ts';
import { packageSays } from './readPackage.ts';
import type { PackageSays } from './writePackage.ts';

export const WRITE_PACKAGE = job<typeof import('./packageJob.ts').default>('exchange/packageJob');
export const READ_GIFTS = job<typeof import('./giftsJob.ts').default>('exchange/giftsJob');
export const READ_PACKAGE = job<typeof import('./readJob.ts').default>('exchange/readJob');
/** A library of fifty thousand lots and its photographs, on an old disk. */
const MOST_SECONDS = 1800;
/** A package that nobody decided about goes after so long. */
const KEPT_MS = 3_600_000;

/** Tables that people know by name, as they are said. */
const COUNTED: Readonly<Record<string, string>> = {
  lots: 'lots',
  varieties: 'varieties',
  members: 'members',
  tests: 'tests',
  sowings: 'sowings',
  loans: 'loans',
  returns: 'returns',
  steps: 'steps of the history',
};

interface Sent {
  readonly path: string;
  readonly says: PackageSays;
  readonly timer: NodeJS.Timeout;
  /** Its lots, once somebody asked for them as gifts. */
  gifts: ReadonlyMap<string, GiftLot> | null;
}

const isEmpty = (db: Db): boolean => one(db, 'SELECT 1 AS one FROM lots LIMIT 1') === undefined;

/** The library as a package and back. `keeper` closes and opens the library; without it nothing can take its place. */
export function packageRoutes(keeper: CopiesKeeper | null): Route[] {
  const sent = new Map<string, Sent>();
  let writing: Int32Array | null = null;

  function drop(id: string): void {
    const one = sent.get(id);
    if (!one) return;
    clearTimeout(one.timer);
    sent.delete(id);
    rmSync(one.path, { force: true });
  }
  function find(id: string): Sent {
    const one = sent.get(id);
    if (!one) throw notFound('That package');
    return one;
  }

  async function write(db: Db, today: string, members: PackageMembers): Promise<string> {
    if (db.memory) throw new Problem('blocked', 'This library lies in memory alone and cannot be written out.');
    if (writing !== null) throw new Problem('busy', 'A package is being written already. Wait until it is done.');
    const told = new Int32Array(new SharedArrayBuffer(8));
    writing = told;
    const target = join(tmpdir(), `esprel-package-${randomBytes(9).toString('hex')}.zip`);
    try {
      const asked: PackageJob = { file: db.name, photosFolder: join(dirname(db.name), 'photos'), members, today, target, told };
      await work(WRITE_PACKAGE, asked, MOST_SECONDS);
      return target;
    } finally {
      writing = null;
    }
  }

  return [
    gives(exchangeApi.library, async ({ db, today }, { query }) => {
      const members = query.members ?? 'none';
      return new FileAnswer({ path: await write(db, today, members) }, { saveAs: `library ${today}.zip` });
    }),
    serves(exchangeApi.writing, () => ({ done: writing ? Atomics.load(writing, 0) : 0, of: writing ? Atomics.load(writing, 1) : 0 })),
    takesLarge(exchangeApi.look, ({ db }, { file }): PackageLook => {
      const says = packageSays(file);
      const id = randomBytes(9).toString('hex');
      const timer = setTimeout(() => {
        drop(id);
      }, KEPT_MS).unref();
      sent.set(id, { path: file, says, timer, gifts: null });
      const rows = new Map(says.resources.map((r) => [r.path.replace(/^tables\/|\.csv$/g, ''), r.rows]));
      return {
        id,
        title: says.title.slice(0, 120),
        writtenOn: says.created.slice(0, 10),
        members: says.esprel.members,
        counts: Object.entries(COUNTED).map(([table, what]) => ({ what, rows: rows.get(table) ?? 0 })),
        photos: says.esprel.photos.length,
        canTakeOver: keeper !== null && isEmpty(db),
      };
    }),
    acts(exchangeApi.takeOver, async ({ db, by }, { params }) => {
      const { path, says } = find(params.file);
      if (!isEmpty(db)) {
        throw new Problem(
          'blocked',
          'There are lots in this library, which would be lost. A package takes the place of an empty one only.',
        );
      }
      if (keeper === null) throw new Problem('blocked', 'This program cannot close the library by itself.');
      const folder = dirname(db.name);
      const name = await work(READ_PACKAGE, { path, folder, name: `package-${timeName(new Date())}.sqlite` }, MOST_SECONDS);
      drop(params.file);
      putInPlace(keeper, folder, name, `Read in the package of ${says.title.slice(0, 80)}`, by.personId);
      return { name };
    }),
    acts(exchangeApi.gifts, async ({ db }, { params }) => {
      const one = find(params.file);
      const lots = await work(READ_GIFTS, { path: one.path }, MOST_SECONDS);
      one.gifts = new Map(lots.map((l) => [l.code, l]));
      return { title: one.says.title, lots: listGifts(db, lots) };
    }),
    makes(exchangeApi.takeGifts, 'gifts', (change, { params, body }) => {
      const { gifts, says } = find(params.file);
      if (gifts === null) throw new Problem('blocked', 'Look at what is in the package first.');
      return takeGifts(change, body, gifts, says.title);
    }),
    acts(exchangeApi.leave, (_reader, { params }) => {
      find(params.file);
      drop(params.file);
      return { left: params.file };
    }),
  ];
}
