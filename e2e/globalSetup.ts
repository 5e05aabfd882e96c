import type { ChildProcess } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { DEMO_LIBRARY, run } from './desk.ts';

/** Builds the program, and makes the demo library that the tests copy. */
export default async function globalSetup(): Promise<void> {
  rmSync(DEMO_LIBRARY, { recursive: true, force: true });
  mkdirSync(DEMO_LIBRARY, { recursive: true });
  // What is tested is what is written now; where nothing changed, nothing is built.
  await done(run('scripts/buildAll.mjs', {}), 'the program could not be built');
  await done(run('demo/dist/make.js', { ESPREL_DATA: DEMO_LIBRARY }), 'the demo library could not be made');
}

async function done(program: ChildProcess, otherwise: string): Promise<void> {
  const code = await new Promise((resolve) => program.once('exit', resolve));
  if (code !== 0) throw new Error(otherwise);
}
