import { mkdirSync, rmSync } from 'node:fs';
import { DEMO_LIBRARY, run } from './desk.ts';

/** Makes the demo library that the tests copy. */
export default async function globalSetup(): Promise<void> {
  rmSync(DEMO_LIBRARY, { recursive: true, force: true });
  mkdirSync(DEMO_LIBRARY, { recursive: true });
  const make = run('demo/src/make.ts', { ESPREL_DATA: DEMO_LIBRARY });
  const code = await new Promise((resolve) => make.once('exit', resolve));
  if (code !== 0) throw new Error('the demo library could not be made');
}
