import { type ChildProcess, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { program } from '../scripts/build.mjs';

/** The program as it is started for a library, in a process of its own. */
export interface BuiltServer {
  readonly base: string;
  /** Milliseconds from starting the process to its first healthy answer. */
  readonly healthyMs: number;
  /** Most megabytes that it ever held in memory; null where the system does not tell. */
  readonly mostMegabytes: () => number | null;
  readonly close: () => Promise<void>;
}

/** Serves the library of a folder as `npm start` does, standing on a day. */
export async function builtServer(folder: string, today: string): Promise<BuiltServer> {
  const from = performance.now();
  const [command, args] = program('server', 'main');
  const server: ChildProcess = spawn(command, args, {
    env: { ...process.env, ESPREL_DATA: folder, ESPREL_TODAY: today, PORT: '0', HOST: '127.0.0.1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const base = await new Promise<string>((resolve, reject) => {
    let said = '';
    server.stdout?.on('data', (chunk: Buffer) => {
      const at = /http:\/\/\S+/.exec((said += chunk.toString()));
      if (at) resolve(at[0]);
    });
    server.once('exit', () => {
      reject(new Error('the server ended before it listened'));
    });
  });
  await fetch(`${base}/api/health`);
  return {
    base,
    healthyMs: performance.now() - from,
    mostMegabytes: () => {
      try {
        const most = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${String(server.pid)}/status`, 'utf8'))?.[1];
        return most === undefined ? null : Number(most) / 1024;
      } catch {
        return null;
      }
    },
    close: async () => {
      const ended = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGKILL');
      await ended;
    },
  };
}
