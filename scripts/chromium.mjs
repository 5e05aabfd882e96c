// Where the browser of the tests is. Debian's Chromium, best the one without windows, which needs less of the machine; installed by apt
// where both are absent and we may.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

const CANDIDATES = [
  process.env.ESPREL_CHROMIUM,
  '/usr/bin/chromium-headless-shell',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
];
/** Debian's packages, the first that the release has. */
const PACKAGES = ['chromium-headless-shell', 'chromium'];

export function findChromium() {
  return CANDIDATES.find((c) => c !== undefined && c !== '' && existsSync(c));
}

export function needChromium() {
  const found = findChromium();
  if (found) return found;
  const root = typeof process.getuid === 'function' && process.getuid() === 0;
  if (root && spawnSync('apt-get', ['--version']).status === 0) {
    console.log('Installing Chromium for the browser tests.');
    spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit' });
    PACKAGES.some((name) => {
      spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name], {
        stdio: ['ignore', 'ignore', 'inherit'],
        env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
      });
      return findChromium() !== undefined;
    });
  }
  const now = findChromium();
  if (!now) {
    console.error('The browser tests need Chromium: install it ("apt-get install chromium"), or set ESPREL_CHROMIUM to its path.');
    process.exit(1);
  }
  return now;
}
