import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));

/** Runs a command in the project's folder with its output shown; ends this program when it fails. */
export function must(command, args, env = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  if (done.error) {
    console.error(`Could not run ${command}: ${done.error.message}`);
    process.exit(1);
  }
  if (done.status !== 0) process.exit(done.status ?? 1);
}

function major(text) {
  return Number(/\d+/.exec(text)?.[0] ?? 0);
}

/** Installs the packages when they are missing or the lock file has changed since. */
export function install() {
  if (major(process.versions.node) < 20) {
    console.error(`Esprel needs Node 20 or newer; this is ${process.version}.`);
    process.exit(1);
  }
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const stamp = join(ROOT, 'node_modules', '.esprel-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages; the database is compiled here, which takes two to three minutes.');
  must('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, lock);
}

/** The command line that runs a TypeScript file as it is written: for tools that only developers run. */
export function typescript(file) {
  return [process.execPath, ['--import', 'tsx', join(ROOT, file)]];
}
