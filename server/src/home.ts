import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';

/** The server's own folder, wherever its code runs from: as it is written, or built to plain JavaScript. */
export const SERVER_FOLDER = dirname(createRequire(import.meta.url).resolve('@esprel/server/package.json'));

/** Tests run the code as it is written, but their threads as it is built: each thread would compile the whole program anew. */
const BUILT = import.meta.url.endsWith('.js') || process.env.ESPREL_THREADS === 'built';

/** A module of the server by its path without an ending, `labels/drawJob`, for a thread to load. */
export function moduleOf(name: string): URL {
  return pathToFileURL(BUILT ? join(SERVER_FOLDER, 'dist', `${name}.js`) : join(SERVER_FOLDER, 'src', `${name}.ts`));
}

/** What a thread starts with, whose code is the module `name`: a thread does not inherit the loader of TypeScript. */
export function threadOf(name: string): { readonly start: URL; readonly argv: readonly string[] } {
  const module = moduleOf(name);
  return BUILT ? { start: module, argv: [] } : { start: new URL('./typescript.mjs', import.meta.url), argv: [module.href] };
}
