// What runs is built first: the desk, the member's page and the desk of a swap day by Vite, the server and the maker of the demo to plain JavaScript by esbuild.
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { must, ROOT } from './install.mjs';

/** The programs, and what their threads load by its name (server/src/home.ts). */
const SERVER = [
  'main',
  'copies/main',
  'access/main',
  'http/thread',
  'estimates/estimatorThread',
  'threads/poolThread',
  'labels/drawJob',
  'http/calculateJob',
  'renewals/planThread',
  'renewals/otherWaysJob',
  'renewals/whatIfJob',
  'files/csvJob',
  'copies/nightJob',
  'db/checkThread',
  'exchange/packageJob',
  'year/yearJob',
  'year/stockJob',
  'today/calendarJob',
  'exchange/readJob',
  'exchange/giftsJob',
];
const DEMO = ['make'];

function newest(...paths) {
  let latest = 0;
  for (const path of paths) {
    const at = join(ROOT, path);
    const files = statSync(at).isDirectory() ? readdirSync(at, { recursive: true }).map((f) => join(at, f)) : [at];
    for (const file of files) latest = Math.max(latest, statSync(file).mtimeMs);
  }
  return latest;
}

/** Whether `made` is there and as new as what it is made of. */
function fresh(made, ...from) {
  const file = join(ROOT, made);
  return existsSync(file) && statSync(file).mtimeMs >= newest('package-lock.json', 'scripts/build.mjs', ...from);
}

/** Builds the desk, the member's page and the desk of a swap day, each unless it is as new as its sources. */
export function buildWeb() {
  if (!fresh('web/dist/index.html', 'core/src', 'web/src', 'web/public', 'web/index.html', 'web/vite.config.ts')) {
    must('npx', ['--no-install', 'vite', 'build', 'web', '--logLevel', 'error']);
  }
  if (!fresh('web/dist-my/index.html', 'core/src', 'web/src/my', 'web/src/base', 'web/my', 'web/installable.ts', 'web/vite.my.config.ts')) {
    must('npx', ['--no-install', 'vite', 'build', '--config', 'web/vite.my.config.ts', '--logLevel', 'error']);
  }
  if (
    !fresh('web/dist-swap-desk/index.html', 'core/src', 'web/src', 'web/swap-desk', 'web/installable.ts', 'web/vite.swapDesk.config.ts')
  ) {
    must('npx', ['--no-install', 'vite', 'build', '--config', 'web/vite.swapDesk.config.ts', '--logLevel', 'error']);
  }
}

/** Builds the server and the maker of the demo, unless they are as new as their sources. */
export async function buildServer() {
  await bundle('server', SERVER, 'core/src', 'server/src');
  await describe();
  await bundle('demo', DEMO, 'core/src', 'server/src', 'demo/src');
}

/** The contract as a document, for whoever calls from outside (`GET /api/openapi.json`). */
async function describe() {
  const made = 'server/dist/openapi.json';
  if (fresh(made, 'core/src', 'scripts/contract')) return;
  const { openApi } = await import('./contract/openapi.mjs');
  const { version } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'));
  mkdirSync(join(ROOT, 'server/dist'), { recursive: true });
  writeFileSync(join(ROOT, made), JSON.stringify(await openApi(version)));
}

async function bundle(part, names, ...from) {
  if (fresh(`${part}/dist/${names[0]}.js`, ...from)) return;
  // After the packages are installed, and only where something is to be built.
  const { build } = await import('esbuild');
  rmSync(join(ROOT, part, 'dist'), { recursive: true, force: true });
  await build({
    absWorkingDir: ROOT,
    entryPoints: names.map((name) => `${part}/src/${name}.ts`),
    outdir: `${part}/dist`,
    outbase: `${part}/src`,
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    // Packages are built in, since hundreds of small files are slow to load: all but those that load files of their own.
    external: ['better-sqlite3', '@node-rs/argon2', 'piscina', 'pino', 'highs'],
    banner: { js: "import { createRequire as requireOf } from 'node:module'; const require = requireOf(import.meta.url);" },
    sourcemap: true,
    sourcesContent: false,
    logLevel: 'warning',
  });
}

/** The command line of a program that was built: `program('server', 'main')`. */
export function program(part, name) {
  // Young objects in little room, and no source maps in memory: a server of 50,000 lots takes some 80 MB less.
  return [process.execPath, ['--max-semi-space-size=4', join(ROOT, part, 'dist', `${name}.js`)]];
}
