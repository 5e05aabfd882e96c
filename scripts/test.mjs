// Everything that has to hold: types, lint, unit tests, build, browser tests. Ends with "N passed, N failed".
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { needChromium } from './chromium.mjs';
import { install, ROOT } from './install.mjs';

install();
const chromium = needChromium();
const tmp = join(ROOT, '.tmp');
mkdirSync(tmp, { recursive: true });
let passed = 0;
let failed = 0;
const times = [];

/** Runs a command to its end; with `aside`, what it says is kept until then, since others run beside it. */
async function step(name, command, args, { env = {}, aside = false } = {}) {
  if (!aside) console.log(`\n== ${name}`);
  const from = Date.now();
  const child = spawn(command, args, {
    cwd: ROOT,
    stdio: aside ? ['ignore', 'pipe', 'pipe'] : 'inherit',
    env: { ...process.env, ...env },
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk) => (said += chunk.toString()));
  const status = await new Promise((resolve) => {
    child.on('error', (error) => {
      said += error.message;
      resolve(1);
    });
    child.on('close', resolve);
  });
  times.push([name, (Date.now() - from) / 1000]);
  if (aside) console.log(`\n== ${name}\n${said}`.trimEnd());
  return status === 0;
}
/** Steps that are one check each, one after the other. */
async function checks(...list) {
  for (const [name, command, args] of list) {
    if (await step(name, command, args, { aside: true })) passed += 1;
    else failed += 1;
  }
}
/** A step that counts its own tests in a JSON report; a crash without a report is one failure. */
async function counted(name, command, args, report, read, env = {}) {
  const file = join(tmp, report);
  rmSync(file, { force: true });
  const ok = await step(name, command, args, { env });
  let counts = { passed: 0, failed: 0 };
  if (existsSync(file)) counts = read(JSON.parse(readFileSync(file, 'utf8')));
  passed += counts.passed;
  failed += counts.failed;
  if (!ok && counts.failed === 0) failed += 1;
  if (ok && counts.passed === 0) failed += 1;
}

const npx = (...args) => ['npx', ['--no-install', ...args]];
const npm = (...args) => ['npm', ['run', '--silent', ...args]];
// Two lanes of about the same length, for two cores.
await Promise.all([
  checks(['types', ...npm('types')], ['build', ...npm('build')]),
  checks(['lint', ...npm('lint')], ['format', ...npx('prettier', '--check', '--log-level', 'warn', '.')]),
]);
await counted('unit tests', ...npx('vitest', 'run'), 'vitest.json', (r) => ({
  passed: r.numPassedTests,
  failed: r.numFailedTests + (r.numFailedTestSuites > 0 && r.numFailedTests === 0 ? 1 : 0),
}));
await counted(
  'browser tests',
  ...npx('playwright', 'test', '-c', 'e2e'),
  'playwright.json',
  (r) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected }),
  { ESPREL_CHROMIUM: chromium },
);

console.log(`\n${times.map(([name, s]) => `${name} ${s.toFixed(0)} s`).join(', ')}`);
console.log(`${String(passed)} passed, ${String(failed)} failed`);
process.exit(failed === 0 ? 0 : 1);
