import { type ColumnMapping, foldName, IMPORT_FIELD_KEYS, type ImportField, wrong, nameKey } from '@esprel/core';
import { importsApi, lotsApi } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import { isWrittenElsewhere } from '../db/writer.ts';
import { type Encoding, ENCODINGS, type Separator, writeCsv } from '../files/csv.ts';
import { Problem } from '../problem.ts';
import { acts, FileAnswer, gives, type Route, serves, takes } from '../routing/route.ts';
import { exportLots } from './export.ts';
import { Inbox, readFile, type WaitingFile } from './inbox.ts';
import { type ImportJob, type Writing, writtenImport } from './write.ts';

/** What a page about a waiting file shows; the rows come by the page. */
function overview(db: Db, file: WaitingFile) {
  const count = (state: string): number => file.rows.filter((r) => r.state === state).length;
  const before = one<{ day: string; taken: number }>(
    db,
    'SELECT accepted_on AS day, rows_taken AS taken FROM imports WHERE sha256 = ? ORDER BY id DESC LIMIT 1',
    file.sha256,
  );
  const names = new Map<string, { name: string; cropKey: string; rows: number; near: NonNullable<WaitingFile['rows'][number]['near']> }>();
  for (const r of file.rows) {
    if (!r.near || !r.lot) continue;
    const key = nameKey(r.lot.cropKey, r.lot.varietyName);
    const known = names.get(key);
    if (known) known.rows += 1;
    else names.set(key, { name: r.lot.varietyName, cropKey: r.lot.cropKey, rows: 1, near: r.near });
  }
  return {
    id: file.id,
    fileName: file.fileName,
    encoding: file.csv.encoding,
    encodings: ENCODINGS,
    separator: file.csv.separator,
    header: file.csv.header,
    sample: file.csv.rows.slice(0, 4).map((r) => r.cells),
    mapping: file.mapping,
    state: file.state,
    done: file.done,
    total: file.total,
    counts: { ready: count('ready'), known: count('known'), problem: count('problem') },
    names: [...names.values()],
    crops: file.crops,
    message: file.message,
    acceptedBefore: before ?? null,
    stepId: file.stepId,
  };
}

function checkMapping(file: WaitingFile, mapping: Readonly<Record<string, unknown>>): ColumnMapping {
  const out: Partial<Record<ImportField, number>> = {};
  for (const [field, column] of Object.entries(mapping)) {
    if (!(IMPORT_FIELD_KEYS as readonly string[]).includes(field)) throw wrong(`mapping.${field}`, 'is not a column that is known');
    if (column === null) continue;
    if (typeof column !== 'number' || !Number.isInteger(column) || column < 0 || column >= file.csv.header.length) {
      throw wrong(`mapping.${field}`, 'is not a column of this file');
    }
    out[field as ImportField] = column;
  }
  return out;
}

/** How a writing ended: done, failed, or stopped. One that was stopped just after its end is done: the library itself says so. */
function endOf(db: Db, file: WaitingFile, key: string, told: Awaited<Writing['ended']>): Partial<WaitingFile> {
  const { problem } = told;
  const imported = told.imported ?? writtenImport(db, key);
  if (imported) {
    return { state: 'done', done: file.total, codes: new Map(imported.codes), message: imported.summary, stepId: imported.stepId };
  }
  if (problem) return { state: 'failed', message: `Nothing was written: ${problem.detail}` };
  return { state: 'read', message: 'Stopped; nothing of it was written.' };
}

/** `begin` has a thread write a file in, and tells how far it is. */
export function importRoutes(
  db: Db,
  begin: (job: ImportJob, progress: (done: number) => void) => Writing,
  afterWriting: () => void,
): Route[] {
  const inbox = new Inbox();
  const threads = new Map<string, Writing>();
  return [
    takes(importsApi.take, async (reader, { query, body }) => {
      const name = query.name ?? 'file.csv';
      return overview(reader.db, await inbox.take(name, body));
    }),
    serves(importsApi.sheet, (reader, { params }) => overview(reader.db, inbox.file(params.file))),
    serves(importsApi.rows, (_reader, { params, query }) => {
      const file = inbox.file(params.file);
      const only = query.only;
      const from = query.from ?? 0;
      const limit = query.limit ?? 100;
      const rows = only === null ? file.rows : file.rows.filter((r) => r.state === only);
      const cells = new Map(file.csv.rows.map((r) => [r.row, r.cells]));
      return {
        total: rows.length,
        rows: rows.slice(from, from + limit).map((r) => ({ ...r, cells: cells.get(r.row) ?? [], code: file.codes.get(r.row) ?? null })),
      };
    }),
    acts(importsApi.read, (reader, { params, body }) => {
      const file = inbox.file(params.file);
      if (file.state === 'writing' || file.state === 'done')
        throw new Problem('blocked', 'This file is being written, or is written already.');
      if (body.encoding != null && !Object.hasOwn(ENCODINGS, body.encoding))
        throw wrong('encoding', `must be one of: ${Object.keys(ENCODINGS).join(', ')}`);
      const crops = (body.crops ?? []) as { name: string; cropKey: string }[];
      const reading = {
        crops: new Map(crops.map((c) => [foldName(c.name), c.cropKey])),
        encoding: (body.encoding ?? file.csv.encoding) as Encoding,
        separator: (body.separator ?? file.csv.separator) as Separator,
        mapping: checkMapping(file, body.mapping as Record<string, unknown>),
        defaults: {
          source: body.source ?? '',
          acquisition: body.acquisition ?? 'donated',
          receivedOn: body.receivedOn ?? reader.today,
          placeId: body.placeId ?? null,
        },
      };
      for (const [i, c] of crops.entries()) {
        if (!one(reader.db, 'SELECT 1 FROM crops WHERE key = ?', c.cropKey))
          throw wrong(`crops[${String(i)}].cropKey`, 'is not a crop here; choose again');
      }
      if (body.placeId != null && !one(reader.db, 'SELECT 1 FROM places WHERE id = ?', body.placeId))
        throw wrong('placeId', 'is not a place here; choose again');
      readFile(reader.db, reader.today, file, reading).catch((error: unknown) => {
        Object.assign(file, { state: 'failed', message: error instanceof Error ? error.message : String(error) });
      });
      return overview(reader.db, file);
    }),
    acts(importsApi.accept, (reader, { params, body }) => {
      const file = inbox.file(params.file);
      // A second press, or a send that is repeated, changes nothing.
      if (file.state === 'writing' || file.state === 'done') return overview(reader.db, file);
      if (file.state !== 'read') throw new Problem('blocked', 'Read the file first, and look at its rows.');
      if (isWrittenElsewhere(reader.db)) throw new Problem('busy', 'Another file is being written just now.');
      const problems = file.rows.filter((r) => r.state === 'problem');
      if (problems.length > 0 && body.leaveOutProblems !== true) {
        throw wrong('leaveOutProblems', `${String(problems.length)} rows cannot be read; put them right in the file, or leave them out`);
      }
      const same = new Map(
        (body.same as { name: string; cropKey: string; varietyId: number }[]).map((s) => [nameKey(s.cropKey, s.name), s.varietyId]),
      );
      const rows = file.rows.flatMap((r) =>
        r.state === 'ready' && r.lot
          ? [{ row: r.row, key: r.key, lot: r.lot, sameAs: same.get(nameKey(r.lot.cropKey, r.lot.varietyName)) ?? null }]
          : [],
      );
      for (const [i, s] of (body.same as { varietyId: number }[]).entries()) {
        if (!one(reader.db, 'SELECT 1 FROM varieties WHERE id = ? AND joined_into IS NULL', s.varietyId)) {
          throw wrong(`same[${String(i)}].varietyId`, 'is not in the register; choose again');
        }
      }
      if (rows.length === 0) throw wrong('file', 'holds nothing that is new here');
      Object.assign(file, { state: 'writing', done: 0, total: rows.length, message: null });
      const job: ImportJob = {
        key: `import-${file.id}-${String(file.run)}`,
        fileName: file.fileName,
        sha256: file.sha256,
        today: reader.today,
        personId: reader.by.personId,
        rows,
        knownRows: file.rows.filter((r) => r.state === 'known').length,
      };
      const thread = begin(job, (done) => {
        file.done = done;
      });
      threads.set(file.id, thread);
      void thread.ended.then((told) => {
        threads.delete(file.id);
        Object.assign(file, endOf(db, file, job.key, told));
        afterWriting();
      });
      return overview(reader.db, file);
    }),
    acts(importsApi.stop, async (reader, { params }) => {
      const file = inbox.file(params.file);
      const thread = threads.get(file.id);
      await thread?.stop();
      await thread?.ended;
      return overview(reader.db, file);
    }),
    acts(importsApi.leave, (_reader, { params }) => {
      const file = inbox.file(params.file);
      if (file.state === 'writing') throw new Problem('blocked', 'It is being written; stop it first.');
      inbox.drop(file.id);
      return { left: file.id };
    }),
    gives(importsApi.report, (_reader, { params }) => {
      const file = inbox.file(params.file);
      const words = {
        ready: file.state === 'done' ? 'taken in' : 'can be taken in',
        known: 'known here already, left alone',
        problem: 'not taken in',
      };
      const report = writeCsv(
        ['Row', 'What became of it', 'Code', 'Variety', 'Seeds', 'Problems'],
        file.rows.map((r) => [
          r.row,
          words[r.state],
          file.codes.get(r.row) ?? r.lot?.code ?? null,
          r.lot?.varietyName ?? null,
          r.lot?.seeds ?? null,
          r.problems.map((p) => `${p.path}: ${p.message}`).join('; ') || null,
        ]),
      );
      return new FileAnswer(report, { saveAs: `report on ${file.fileName.replace(/[^\w. -]/g, '_')}.csv` });
    }),
    gives(lotsApi.csv, (reader) => new FileAnswer(exportLots(reader.db), { saveAs: `lots ${reader.today}.csv` })),
  ];
}
