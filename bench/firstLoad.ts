import { readdirSync, readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { note } from './measure.ts';

/** What a browser takes before it shows a page: the scripts and style sheets that the page itself names. */
function namedIn(folder: URL, base: string): { readonly files: readonly string[]; readonly bytes: number } {
  const page = readFileSync(new URL('index.html', folder), 'utf8');
  const files = [...page.matchAll(new RegExp(`(?:src|href)="${base}([^"]+\\.(?:js|css))"`, 'g'))].map((m) => m[1] as string);
  if (files.length === 0) throw new Error(`no scripts named in ${String(readdirSync(folder))}`);
  return { files, bytes: files.reduce((sum, f) => sum + gzipSync(readFileSync(new URL(f, folder))).length, gzipSync(page).length) };
}

const inKb = (bytes: number): string => `${(bytes / 1000).toFixed(0)} kB`;

/** First loads of the desk and of a member's page. Letters come after them: a page is read in another font until they are there. */
export function firstLoad(): void {
  const desk = namedIn(new URL('../web/dist/', import.meta.url), '/');
  note({
    what: `first load of Today, ${String(desk.files.length)} files, compressed page, JavaScript and CSS`,
    measured: inKb(desk.bytes),
    budget: 'under 300 kB',
    kept: desk.bytes < 300_000,
  });
  const folder = new URL('../web/dist-my/', import.meta.url);
  const mine = namedIn(folder, '/my/');
  const letters = readdirSync(new URL('assets/', folder)).filter((f) => /latin-(?:400|600)-.*\.woff2$/.test(f) && !f.includes('latin-ext'));
  const lettersBytes = letters.reduce((sum, f) => sum + readFileSync(new URL(`assets/${f}`, folder)).length, 0);
  note({
    what: `first load of a member's page, ${String(mine.files.length)} files, compressed page, JavaScript and CSS (letters ${inKb(lettersBytes)} more)`,
    measured: inKb(mine.bytes),
    budget: 'under 120 kB',
    kept: mine.bytes < 120_000,
  });
}
