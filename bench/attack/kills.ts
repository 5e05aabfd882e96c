import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { all, openLibrary } from '@esprel/server';
import { Faults, type Found, seeded } from './found.ts';
import { damageOf, envelopeOf } from './served.ts';

const MAIN = fileURLToPath(new URL('../../server/dist/main.js', import.meta.url));

async function start(folder: string): Promise<{ readonly server: ChildProcess; readonly base: string }> {
  const server = spawn(process.execPath, [MAIN], {
    env: { ...process.env, PORT: '0', HOST: '127.0.0.1', ESPREL_DATA: folder, ESPREL_TODAY: '2027-03-14' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const base = await new Promise<string>((resolve, reject) => {
    server.stdout.on('data', (said: Buffer) => {
      const at = /http:\/\/\S+/.exec(said.toString());
      if (at) resolve(at[0]);
    });
    server.on('exit', () => {
      reject(new Error('the server ended before it listened'));
    });
  });
  return { server, base };
}

interface Sent {
  readonly key: string;
  readonly path: string;
  readonly body: string;
  /** What was answered; null while nobody knows. */
  answer: { readonly status: number; readonly text: string } | null;
}

async function send(base: string, s: Sent): Promise<void> {
  const response = await fetch(`${base}/api${s.path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'Idempotency-Key': s.key },
    body: s.body,
  });
  s.answer = { status: response.status, text: await response.text() };
}

/**
 * Writers in parallel, the program killed at any moment, started again, and all that had no answer sent again under its key. Every
 * step that was answered has to be there, once; none twice; none by halves.
 */
export async function kills(seconds: number, seed: number): Promise<Found> {
  const folder = mkdtempSync(join(tmpdir(), 'esprel-attack-'));
  const faults = new Faults();
  const random = seeded(seed);
  const until = performance.now() + seconds * 1000;
  const sent: Sent[] = [];
  let rounds = 0;
  let repeats = 0;
  try {
    for (; performance.now() < until || rounds < 2; rounds++) {
      const { server, base } = await start(folder);
      // What nobody knows of is sent again; the answer of a step that was done is the same as it was.
      for (const s of sent.filter((x) => x.answer === null)) {
        repeats += 1;
        await send(base, s);
      }
      const known = sent.filter((x) => x.answer?.status === 200).slice(-5);
      for (const s of known) {
        const before = s.answer?.text;
        await send(base, s);
        repeats += 1;
        if (s.answer?.text !== before) faults.add('a repeat was answered otherwise than the first');
      }
      let killed = false;
      const codes = sent.flatMap((s) => (s.path === '/lots' && s.answer ? [(JSON.parse(s.answer.text) as { code: string }).code] : []));
      const writer = async (): Promise<void> => {
        while (!killed) {
          const n = sent.length;
          const code = codes[Math.floor(random() * codes.length)];
          const s: Sent = {
            key: `attack-${String(n)}`,
            path: code === undefined || random() < 0.4 ? '/lots' : `/lots/${code}/movements`,
            body: '',
            answer: null,
          };
          const body = s.path === '/lots' ? envelopeOf(`Number ${String(n)}`) : { kind: 'in', seeds: 1, reason: s.key };
          sent.push({ ...s, body: JSON.stringify(body) });
          try {
            await send(base, sent[n] as Sent);
          } catch {
            return;
          }
        }
      };
      const writers = Array.from({ length: 4 }, writer);
      await new Promise((resolve) => setTimeout(resolve, 150 + random() * 1200));
      const ended = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGKILL');
      killed = true;
      await Promise.all([...writers, ended]);
    }
    look(folder, sent, faults);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  const answered = sent.filter((s) => s.answer !== null).length;
  return {
    what: 'kill at any moment',
    did: `${String(rounds)} kills among four writers, ${String(answered)} steps answered, ${String(repeats)} sent again`,
    broken: faults.list(),
  };
}

function look(folder: string, sent: readonly Sent[], faults: Faults): void {
  const file = join(folder, 'esprel.sqlite');
  const damage = damageOf(file);
  if (damage !== null) faults.add(damage);
  const db = openLibrary(file);
  const lots = new Map<string, number>();
  for (const { name } of all<{ name: string }>(db, 'SELECT v.name FROM lots l JOIN varieties v ON v.id = l.variety_id'))
    lots.set(name, (lots.get(name) ?? 0) + 1);
  const moves = new Map<string, number>();
  for (const { reason } of all<{ reason: string }>(db, "SELECT reason FROM movements WHERE reason LIKE 'attack-%'"))
    moves.set(reason, (moves.get(reason) ?? 0) + 1);
  for (const s of sent) {
    const times =
      s.path === '/lots' ? (lots.get((JSON.parse(s.body) as { varietyName: string }).varietyName) ?? 0) : (moves.get(s.key) ?? 0);
    if (times > 1) faults.add('a step was done twice');
    if (times === 0 && s.answer?.status === 200) faults.add('a step that was answered is lost');
    if (s.answer !== null && s.answer.status !== 200) faults.add(`a step was refused: ${s.answer.text.slice(0, 100)}`);
  }
  const halves = db
    .prepare(
      `SELECT count(*) AS n FROM lots l WHERE l.balance <> (SELECT coalesce(sum(seeds), 0) FROM movements WHERE lot_id = l.id)
         OR NOT EXISTS (SELECT 1 FROM events e WHERE e.entity = 'lots' AND e.row_key = l.id)`,
    )
    .get() as { n: number };
  if (halves.n > 0) faults.add(`${String(halves.n)} lots are there by halves`);
  db.close();
}
