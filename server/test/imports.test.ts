import { readFileSync } from 'node:fs';
import Database from 'better-sqlite3';
import { describe, expect, it } from 'vitest';
import { one } from '../src/db/db.ts';
import { MAX_FILE_BYTES } from '../src/files/csv.ts';
import { envelope, openTestLibrary, rowCounts, type TestLibrary } from './library.ts';

async function choose(library: TestLibrary, content: string | Uint8Array<ArrayBuffer>, name = 'swap.csv'): Promise<any> {
  const response = await fetch(`${library.base}/api/imports?name=${encodeURIComponent(name)}`, {
    method: 'POST',
    headers: { 'Content-Type': 'text/csv' },
    body: content,
  });
  return { status: response.status, ...((await response.json()) as object) };
}

async function until(library: TestLibrary, id: string, ...states: string[]): Promise<any> {
  for (let i = 0; i < 6000; i++) {
    const { body } = await library.get(`/api/imports/${id}`);
    if (states.includes(body.state)) return body;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  throw new Error(`never came to ${states.join(' or ')}`);
}

async function readIn(library: TestLibrary, content: string | Uint8Array<ArrayBuffer>, over: Record<string, unknown> = {}): Promise<any> {
  const file = await choose(library, content);
  await library.done(`/api/imports/${file.id as string}/read`, { mapping: file.mapping, source: 'The mill', ...over });
  return until(library, file.id, 'read', 'failed');
}

async function accept(library: TestLibrary, id: string, over: Record<string, unknown> = {}): Promise<any> {
  await library.done(`/api/imports/${id}/accept`, { same: [], ...over });
  return until(library, id, 'done', 'failed', 'read');
}

const rowsOf = async (library: TestLibrary, id: string, only = ''): Promise<any[]> =>
  (await library.get(`/api/imports/${id}/rows?${only === '' ? '' : `only=${only}`}`)).body.rows;

describe('reading a file in', () => {
  it('any column order, separator and encoding; units converted; nothing written until it is accepted', async () => {
    const library = await openTestLibrary();
    const latin1 = Buffer.from(
      'Gewicht;Sorte;Pflanze;Ernte;Bemerkung\r\n2 g;Früher Königsapfel;Tomato;2024;süß\r\n;;;;\r\nca. 40;x;Onion;2023;',
      'latin1',
    );
    const before = rowCounts(library.db);
    const read = await readIn(library, latin1);
    expect(read).toMatchObject({ encoding: 'windows-1252', separator: ';', counts: { ready: 2, known: 0, problem: 0 } });
    expect(rowCounts(library.db)).toEqual(before);
    const [first] = await rowsOf(library, read.id);
    expect(first.lot).toMatchObject({ varietyName: 'Früher Königsapfel', amountKnown: 'weighed', note: 'süß', source: 'The mill' });
    const done = await accept(library, read.id);
    expect(done).toMatchObject({ state: 'done', message: 'Read in 2 envelopes from swap.csv' });
    const [written] = await rowsOf(library, read.id);
    const sheet = (await library.get(`/api/lots/${written.code as string}`)).body;
    expect(sheet.lot).toMatchObject({ variety: 'Früher Königsapfel', year: 2024, source: 'The mill' });
    // One step of the history, taken back as one.
    await library.done(`/api/history/${String(done.stepId)}/undo`, {});
    expect((await library.get(`/api/lots/${written.code as string}`)).status).toBe(404);
  });

  it('puts every problem beside its row, and takes the rest only when told to leave those out', async () => {
    const library = await openTestLibrary();
    const read = await readIn(
      library,
      'Variety,Crop,Year,Seeds\nTollgate Red,Tomato,2024,120\n=HYPERLINK("x"),Tomato,24,many\nAmber Lantern,Tomattu,2030,5',
    );
    expect(read.counts).toEqual({ ready: 1, known: 0, problem: 2 });
    const problems = await rowsOf(library, read.id, 'problem');
    expect(problems.map((r: any) => [r.row, r.problems.map((p: any) => p.path)])).toEqual([
      [3, ['variety', 'year', 'seeds']],
      [4, ['crop', 'year']],
    ]);
    expect(problems[1].problems[0].message).toContain('did you mean Tomato');
    const refused = await library.post(`/api/imports/${read.id as string}/accept`, { same: [] });
    expect(refused.body.errors[0].path).toBe('leaveOutProblems');
    expect((await accept(library, read.id, { leaveOutProblems: true })).state).toBe('done');
    const report = await library.get(`/api/imports/${read.id as string}/report.csv`);
    expect(report.body).toContain('3,not taken in');
    expect(report.body).toMatch(/2,taken in,TM-\d+[A-Z],Tollgate Red,120/);
  });

  it('the same file twice adds nothing twice, and a longer one only what is new', async () => {
    const library = await openTestLibrary();
    const rows = ['Variety,Crop,Seeds', 'Tollgate Red,Tomato,30', 'Tollgate Red,Tomato,30'];
    const first = await readIn(library, rows.join('\n'));
    await accept(library, first.id);
    const second = await readIn(library, rows.join('\n'));
    expect(second.counts).toEqual({ ready: 0, known: 2, problem: 0 });
    expect(second.acceptedBefore).toMatchObject({ taken: 2 });
    expect((await library.post(`/api/imports/${second.id as string}/accept`, { same: [] })).body.errors[0].message).toContain(
      'nothing that is new',
    );
    const third = await readIn(library, [...rows, 'Amber Lantern,Tomato,12'].join('\n'));
    expect(third.counts).toEqual({ ready: 1, known: 2, problem: 0 });
    await accept(library, third.id);
    expect(rowCounts(library.db).lots).toBe(3);
  });

  it('a near name is shown, and "same" puts the lot under the variety that is here', async () => {
    const library = await openTestLibrary();
    const here = await library.done('/api/lots', envelope());
    const read = await readIn(library, 'Variety,Crop,Seeds\nTolgate Red,Tomato,30\nCopper Kettle,Tomato,10');
    expect(read.names).toMatchObject([{ name: 'Tolgate Red', rows: 1, near: { name: 'Tollgate Red', like: 'near' } }]);
    await accept(library, read.id, { same: [{ name: 'Tolgate Red', cropKey: 'tomato', varietyId: read.names[0].near.id }] });
    expect(rowCounts(library.db).varieties).toBe(2);
    const { lot } = (await library.get(`/api/lots/${here.code}`)).body;
    expect((await library.get(`/api/varieties/${String(lot.varietyId)}`)).body.lots).toHaveLength(2);
  });

  it('an export imports unchanged: here it is all known, in an empty library it is the same lots with the same codes', async () => {
    const library = await openTestLibrary();
    const place = await library.done('/api/places', { name: 'Box 1', kind: 'box', temperatureC: 15, rhPercent: 50, sealed: false });
    await library.done('/api/lots', envelope({ placeId: place.id, note: 'two lines,\n"quoted"', statedGermination: 0.825 }));
    await library.done(
      '/api/lots',
      envelope({ varietyName: '=Red, or so', yearKind: 'packing', year: 2026, form: 'treated', seeds: 1234, identity: 'doubtful' }),
    );
    const csv = (await library.get('/api/export/lots.csv')).body as string;
    expect((await readIn(library, csv)).counts).toEqual({ ready: 0, known: 2, problem: 0 });
    const other = await openTestLibrary();
    await other.done('/api/places', { name: 'Box 1', kind: 'box', temperatureC: 15, rhPercent: 50, sealed: false });
    const read = await readIn(other, csv);
    expect(read.counts).toEqual({ ready: 2, known: 0, problem: 0 });
    await accept(other, read.id);
    expect((await other.get('/api/export/lots.csv')).body).toBe(csv);
    // The next code does not fall on one that came along.
    expect((await other.done('/api/lots', envelope())).code).not.toBe((await library.get('/api/lots')).body.lots[0].code);
  });

  it('thousands of rows, with progress, while others go on reading; then the estimates follow', async () => {
    const ROWS = 3000;
    const library = await openTestLibrary();
    const rows = Array.from(
      { length: ROWS },
      (_, i) => `Number ${String(i % 700)},${i % 2 === 0 ? 'Tomato' : 'Onion'},${String(2015 + (i % 12))},${String(20 + (i % 300))}`,
    );
    const read = await readIn(library, ['Variety,Crop,Year,Seeds', ...rows].join('\r\n'));
    expect(read.counts.ready).toBe(ROWS);
    await library.done(`/api/imports/${read.id as string}/accept`, { same: [] });
    const seen = new Set<number>();
    let busy: any = null;
    for (;;) {
      const { body } = await library.get(`/api/imports/${read.id as string}`);
      seen.add(body.done);
      busy ??= body.state === 'writing' && body.done > 0 ? await library.post('/api/members', { name: 'Ottilie Vane' }) : null;
      if (body.state !== 'writing') {
        expect(body).toMatchObject({ state: 'done', done: ROWS });
        break;
      }
      expect((await library.get('/api/crops?q=tomato')).status).toBe(200);
    }
    expect(seen.size).toBeGreaterThan(5);
    // Who writes in the meantime is told to come again, and waits for nothing.
    expect([busy.status, busy.body.code]).toEqual([503, 'busy']);
    expect((await library.post('/api/members', { name: 'Ottilie Vane' })).status).toBe(200);
    expect((await library.get('/api/session')).body.stale).toBeGreaterThan(0);
    // They stand in the list at once, before anything is known of them.
    expect((await library.get('/api/lots/tags')).body.tags).toMatchObject({ all: ROWS, 'all@tomato': ROWS / 2 });
    expect((await library.get('/api/lots?sort=year&limit=5')).body.lots).toHaveLength(5);
    expect(rowCounts(library.db).lots).toBe(ROWS);
    // So large a step is taken back on a thread too: others go on reading, and the answer is that of any undo.
    const { stepId } = (await library.get(`/api/imports/${read.id as string}`)).body;
    const undone = library.post(`/api/history/${String(stepId)}/undo`, {});
    // What the thread does not hold yet is written as ever; while it does, others are told so.
    let code: string | undefined;
    while (code !== 'busy') code = (await library.post('/api/members', { name: 'Bram Holt' })).body.code as string | undefined;
    expect((await library.get('/api/crops?q=tomato')).status).toBe(200);
    expect((await undone).body.step.summary).toBe('Took back: Read in 3000 envelopes from swap.csv');
    expect(rowCounts(library.db)).toMatchObject({ lots: 0, movements: 0 });
    expect((await library.post(`/api/history/${String(stepId)}/undo`, {})).body.code).toBe('blocked');
  }, 300_000);

  it('stopped in the middle, nothing of it is there, and it can be begun again', async () => {
    const library = await openTestLibrary();
    const rows = Array.from({ length: 8000 }, (_, i) => `Number ${String(i)},Tomato,50`);
    const read = await readIn(library, ['Variety,Crop,Seeds', ...rows].join('\n'));
    await library.done(`/api/imports/${read.id as string}/accept`, { same: [] });
    while ((await library.get(`/api/imports/${read.id as string}`)).body.done < 200)
      await new Promise((resolve) => setTimeout(resolve, 10));
    await library.done(`/api/imports/${read.id as string}/stop`, {});
    const stopped = await until(library, read.id, 'read', 'done');
    expect([stopped.state, stopped.message]).toEqual(['read', 'Stopped; nothing of it was written.']);
    expect(rowCounts(library.db)).toMatchObject({ lots: 0, varieties: 0, events: 0 });
  }, 120_000);

  it('stopped at any moment, what is said is what is there', async () => {
    for (const rows of [3, 60, 240]) {
      const library = await openTestLibrary();
      const lines = Array.from({ length: rows }, (_, i) => `Number ${String(i)},Tomato,50`);
      const read = await readIn(library, ['Variety,Crop,Seeds', ...lines].join('\n'));
      await library.done(`/api/imports/${read.id as string}/accept`, { same: [] });
      // The last words of the thread may be lost with it; the library knows all the same.
      while (one<{ n: number }>(library.db, 'SELECT count(*) AS n FROM imports')?.n === 0)
        await new Promise((resolve) => setImmediate(resolve));
      const stopped = await library.done(`/api/imports/${read.id as string}/stop`, {});
      expect([stopped.state, stopped.message]).toEqual(['done', `Read in ${String(rows)} envelopes from swap.csv`]);
      expect(rowCounts(library.db)).toMatchObject({ lots: rows });
    }
  }, 120_000);
});

describe('a file that was written over another connection', () => {
  it('is found, and so is what this one writes before and after it', async () => {
    const library = await openTestLibrary();
    const titles = async (q: string): Promise<string[]> =>
      ((await library.get(`/api/find?q=${encodeURIComponent(q)}`)).body.found as { title: string }[]).map((f) => f.title);
    for (const round of ['first', 'second', 'third']) {
      await library.done('/api/lots', envelope({ varietyName: `Before the ${round}` }));
      expect((await titles(`Before the ${round}`))[0]).toContain(`Before the ${round}`);
      // Enough of them that the index of names is merged behind this connection's back.
      const rows = Array.from({ length: 300 }, (_, i) => `In the ${round} number ${String(i)},Tomato,50`);
      const read = await readIn(library, ['Variety,Crop,Seeds', ...rows].join('\n'));
      expect((await accept(library, read.id)).state).toBe('done');
      expect((await titles(`In the ${round} number 299`))[0]).toContain(`In the ${round} number 299`);
      await library.done('/api/lots', envelope({ varietyName: `After the ${round}` }));
      expect((await titles(`After the ${round}`))[0]).toContain(`After the ${round}`);
    }
    const anew = new Database(library.file, { readonly: true });
    expect(anew.pragma('integrity_check', { simple: true })).toBe('ok');
    anew.close();
  }, 120_000);
});

describe('files that cannot be read', () => {
  it.each([
    ['a picture', Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16]), Buffer.alloc(3000, 7)]), 'is not a text file'],
    ['an empty file', Buffer.from('\n\n'), 'is empty'],
    ['a broken quote', Buffer.from('Variety,Crop,Seeds\nA,Tomato,1\n"B,Tomato,2\nC,Tomato,3'), 'row 3 has a quotation mark'],
  ])('%s: a clear error, and nothing written', async (_what, bytes, words) => {
    const library = await openTestLibrary();
    const before = rowCounts(library.db);
    const answer = await choose(library, bytes);
    expect([answer.status, answer.errors[0].path]).toEqual([400, 'file']);
    expect(answer.errors[0].message).toContain(words);
    expect(rowCounts(library.db)).toEqual(before);
  });

  it('a broken quote at row 19,999 names that row', async () => {
    const library = await openTestLibrary();
    const rows = Array.from({ length: 20_000 }, (_, i) => (i === 19_997 ? '"Half a name,Tomato,5' : `Number ${String(i)},Tomato,50`));
    const answer = await choose(library, ['Variety,Crop,Seeds', ...rows].join('\n'));
    expect(answer.errors[0].message).toContain('row 19999 has a quotation mark');
  });

  it('one that is too large is refused by its size, before it is read', async () => {
    const library = await openTestLibrary();
    const answer = await choose(library, Buffer.alloc(MAX_FILE_BYTES + 1000, 65));
    expect([answer.status, answer.code]).toEqual([413, 'too-large']);
  });

  it('mixed line ends are read as lines', async () => {
    const library = await openTestLibrary();
    const read = await readIn(library, 'Variety,Crop,Seeds\r\nA,Tomato,1\nB,Tomato,2\rC,Tomato,3');
    expect(read.counts.ready).toBe(3);
  });

  it('columns and answers that are not of this file are named', async () => {
    const library = await openTestLibrary();
    const file = await choose(library, 'Variety,Crop,Seeds\nA,Tomato,1');
    const send = (body: object) => library.post(`/api/imports/${file.id as string}/read`, body);
    expect((await send({ mapping: { variety: 9 } })).body.errors[0].path).toBe('mapping.variety');
    expect((await send({ mapping: { colour: 1 } })).body.errors[0].path).toBe('mapping.colour');
    expect((await send({ mapping: [] })).body.errors[0].path).toBe('mapping');
    expect((await send({ mapping: {}, encoding: 'klingon' })).body.errors[0].path).toBe('encoding');
    expect((await send({ mapping: {}, placeId: 99 })).body.errors[0].path).toBe('placeId');
    expect((await library.post(`/api/imports/${file.id as string}/accept`, { same: [] })).status).toBe(409);
    expect((await library.post('/api/imports/nonsense/read', { mapping: {} })).status).toBe(404);
  });
});

it('the guide to the columns names every column', async () => {
  const { IMPORT_FIELDS } = await import('@esprel/core');
  const page = readFileSync(new URL('../../docs/csv.md', import.meta.url), 'utf8');
  for (const { label } of Object.values(IMPORT_FIELDS)) expect(page).toContain(`| ${label} |`);
});
