import { readdirSync, readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { note } from './measure.ts';

/** What a browser takes before it shows Today. */
export function firstLoad(): void {
  const folder = new URL('../web/dist/', import.meta.url);
  const page = readFileSync(new URL('index.html', folder), 'utf8');
  const files = [...page.matchAll(/(?:src|href)="\/(assets\/[^"]+\.(?:js|css))"/g)].map((m) => m[1] as string);
  const size = files.reduce((sum, f) => sum + gzipSync(readFileSync(new URL(f, folder))).length, 0);
  if (files.length === 0) throw new Error(`no assets named in ${String(readdirSync(folder))}`);
  note({
    what: `first load of Today, ${String(files.length)} files, compressed JavaScript and CSS`,
    measured: `${(size / 1000).toFixed(0)} kB`,
    budget: 'under 300 kB',
    kept: size < 300_000,
  });
}
