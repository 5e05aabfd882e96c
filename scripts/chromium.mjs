// Where the browser of the tests is. Debian's Chromium; installed by apt where it is absent and we may.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

const CANDIDATES = [process.env.ESPREL_CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

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
    spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  }
  const now = findChromium();
  if (!now) {
    console.error('The browser tests need Chromium: install it ("apt-get install chromium"), or set ESPREL_CHROMIUM to its path.');
    process.exit(1);
  }
  return now;
}
