import type { LookRound } from '@esprel/core/api';
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** What opens a demo library beside the own one, and closes it again. */
export interface LookRounds {
  /** How it stands for whoever asks; only the computer itself can open it. */
  readonly state: (local: boolean) => LookRound;
  readonly open: () => LookRound;
  readonly close: (local: boolean) => LookRound;
}

/** The programs that make the demo and serve it. */
export interface LookRoundPrograms {
  readonly make: string;
  readonly serve: string;
  /** Where the own library is served, for the way back. */
  readonly back: () => string;
}

/** A demo that nobody closes ends by itself: it is kept for an afternoon. */
const OPEN_MS = 4 * 3_600_000;
/** Ends of the program itself take the demo along. */
const HELD = new Set<() => void>();

const NOWHERE: LookRound = { state: 'nowhere', address: null };

/** For a library that is served without its demo, as in tests. */
export const NO_LOOK_ROUNDS: LookRounds = { state: () => NOWHERE, open: () => NOWHERE, close: () => NOWHERE };

/**
 * Demo libraries made and served by processes of their own, in a folder of their own that goes when they end: nothing that is done there
 * can touch the library beside it.
 */
export function lookRounds({ make, serve, back }: LookRoundPrograms): LookRounds {
  let now: LookRound = { state: 'closed', address: null };
  let running: ChildProcess | null = null;
  let folder: string | null = null;
  let ends: NodeJS.Timeout | undefined;

  function end(state: 'closed' | 'failed'): LookRound {
    clearTimeout(ends);
    const ended = running;
    running = null;
    if (ended?.exitCode === null) ended.kill('SIGTERM');
    const old = folder;
    folder = null;
    if (old !== null) {
      const remove = (): void => {
        rmSync(old, { recursive: true, force: true });
      };
      if (ended?.exitCode === null) ended.once('exit', remove);
      else remove();
    }
    now = { state, address: null };
    return now;
  }
  HELD.add(() => end('closed'));

  /** A program of this one's own, that ends with it. */
  function begin(program: string, env: Record<string, string>): ChildProcess {
    const child = spawn(process.execPath, ['--enable-source-maps', program], {
      env: { ...process.env, ESPREL_HOSTS: '', HOST: '127.0.0.1', ...env },
      stdio: ['ignore', 'pipe', 'ignore', 'ipc'],
    });
    running = child;
    child.once('error', () => {
      if (running === child) end('failed');
    });
    return child;
  }

  function serveIt(of: string): void {
    const { today } = JSON.parse(readFileSync(join(of, 'demo.json'), 'utf8')) as { readonly today: string };
    const child = begin(serve, { ESPREL_DATA: of, ESPREL_TODAY: today, PORT: '0', ESPREL_BACK: back() });
    let said = '';
    child.stdout?.on('data', (chunk: Buffer) => {
      if (now.state === 'open') return;
      said += chunk.toString();
      const address = /http:\/\/\S+/.exec(said)?.[0];
      if (address === undefined) return;
      now = { state: 'open', address };
      ends = setTimeout(() => end('closed'), OPEN_MS).unref();
    });
    child.once('exit', () => {
      if (running === child) end(now.state === 'open' ? 'closed' : 'failed');
    });
  }

  return {
    state: (local) => (local ? now : { state: 'elsewhere', address: null }),
    open: () => {
      if (now.state === 'making' || now.state === 'open') return now;
      now = { state: 'making', address: null };
      const of = mkdtempSync(join(tmpdir(), 'esprel-look-round-'));
      folder = of;
      const child = begin(make, { ESPREL_DATA: of });
      child.stdout?.resume();
      child.once('exit', (code) => {
        if (running !== child) return;
        if (code === 0) serveIt(of);
        else end('failed');
      });
      return now;
    },
    close: (local) => (local ? end('closed') : { state: 'elsewhere', address: null }),
  };
}

/** Ends every demo that is open: the program itself ends. */
export function endLookRounds(): void {
  for (const end of HELD) end();
}
