import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { openTestLibrary } from './library.ts';

it('every example of docs/open-files.md does what it says', async () => {
  const library = await openTestLibrary();
  await library.takeIn();
  const { secret } = await library.done('/api/script-keys', { name: 'the examples' });
  const docs = readFileSync('docs/open-files.md', 'utf8');
  const examples = docs.split('\n').filter((line) => line.startsWith('curl '));
  expect(examples.length).toBeGreaterThan(9);
  for (const line of examples) {
    const url = /"http:\/\/127\.0\.0\.1:4173([^"]+)"/.exec(line)?.[1] ?? '';
    const answer = await fetch(library.base + url, line.includes('$KEY') ? { headers: { Authorization: `Bearer ${String(secret)}` } } : {});
    const bytes = Buffer.from(await answer.arrayBuffer());
    expect(answer.status, line).toBe(200);
    expect(bytes.length, line).toBeGreaterThan(60);
    const type = { zip: 'application/zip', csv: 'text/csv', geojson: 'application/geo+json', ics: 'text/calendar' };
    const ending = (/\.(\w+)(\?|$)/.exec(url)?.[1] ?? 'json') as keyof typeof type;
    expect(answer.headers.get('content-type'), line).toContain(type[ending] ?? 'application/json');
  }
});
