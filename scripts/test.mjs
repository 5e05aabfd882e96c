// Everything that has to hold: types, lint, unit tests, build, browser tests. Ends with "N passed, N failed".
import { spawnSync } from 'node:child_process';
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

function step(name, command, args, env = {}) {
  console.log(`\n== ${name}`);
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  return done.status === 0;
}
/** A step that is one check. */
function check(name, command, args) {
  if (step(name, command, args)) passed += 1;
  else failed += 1;
}
/** A step that counts its own tests in a JSON report; a crash without a report is one failure. */
function counted(name, command, args, report, read, env = {}) {
  const file = join(tmp, report);
  rmSync(file, { force: true });
  const ok = step(name, command, args, env);
  let counts = { passed: 0, failed: 0 };
  if (existsSync(file)) counts = read(JSON.parse(readFileSync(file, 'utf8')));
  passed += counts.passed;
  failed += counts.failed;
  if (!ok && counts.failed === 0) failed += 1;
  if (ok && counts.passed === 0) failed += 1;
}

const npx = (...args) => ['npx', ['--no-install', ...args]];
for (const part of ['core', 'server', 'demo', 'e2e', 'bench']) check(`types of ${part}`, ...npx('tsc', '-p', part));
check('types of web', ...npx('vue-tsc', '-p', 'web', '--noEmit'));
check('lint', ...npx('eslint', '.', '--max-warnings', '0'));
check('who imports whom', 'npm', ['run', 'rooms', '--silent']);
check('format', ...npx('prettier', '--check', '--log-level', 'warn', '.'));
counted('unit tests', ...npx('vitest', 'run'), 'vitest.json', (r) => ({
  passed: r.numPassedTests,
  failed: r.numFailedTests + (r.numFailedTestSuites > 0 && r.numFailedTests === 0 ? 1 : 0),
}));
check('build', ...npx('vite', 'build', 'web', '--logLevel', 'warn'));
counted(
  'browser tests',
  ...npx('playwright', 'test', '-c', 'e2e'),
  'playwright.json',
  (r) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected }),
  { ESPREL_CHROMIUM: chromium },
);

console.log(`\n${String(passed)} passed, ${String(failed)} failed`);
process.exit(failed === 0 ? 0 : 1);
