import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';
import { SERVER_FOLDER } from '../src/home.ts';

/** The program as it is built. */
export const MAIN = join(SERVER_FOLDER, 'dist/main.js');

/** The real program as a process of its own, on a free port. */
export async function startProcess(
  folder: string,
  env: Record<string, string> = {},
): Promise<{ readonly server: ChildProcess; readonly base: string }> {
  const server = spawn(process.execPath, [MAIN], {
    env: { ...process.env, PORT: '0', HOST: '127.0.0.1', ESPREL_DATA: folder, ESPREL_TODAY: '2027-03-14', ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const base = await new Promise<string>((resolve, reject) => {
    let said = '';
    server.stdout?.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const at = /https?:\/\/\S+/.exec(said);
      if (at) resolve(at[0]);
    });
    server.on('exit', () => {
      reject(new Error('the server ended before it listened'));
    });
  });
  return { server, base };
}
