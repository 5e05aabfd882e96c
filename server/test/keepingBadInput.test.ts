import { expect, it } from 'vitest';
import { envelope, openTestLibrary, rowCounts } from './library.ts';

/** Each of the forms of taking in and keeping, with what is wrong and the field that has to be named. */
const CASES: readonly [method: string, path: string, body: unknown, field: string][] = [
  ['PATCH', '/places/1', { name: 'X', sealed: false, version: 1, temperatureC: 90 }, 'temperatureC'],
  ['PATCH', '/places/1', { name: 'X', sealed: false }, 'version'],
  ['POST', '/places', { name: 'Jar', sealed: true }, 'rhPercent'],
  ['POST', '/places', { name: 'Jar', sealed: false, kind: 'sock' }, 'kind'],
  ['POST', '/places', { name: 'Jar', sealed: false, parentId: 99 }, 'parentId'],
  ['POST', '/places/1/climate-log', { fileName: 'a.csv' }, 'text'],
  ['POST', '/places/1/climate-log', { fileName: ' ', text: 'x' }, 'fileName'],
  ['POST', '/stocktakes', { placeId: 99 }, 'placeId'],
  ['POST', '/stocktakes/1/scans', { lotCode: 'NOPE', amount: 'right' }, 'lotCode'],
  ['POST', '/stocktakes/1/scans', { lotCode: 'TM-001V', amount: 'counted' }, 'counted'],
  ['POST', '/stocktakes/1/scans', { lotCode: 'TM-001V', amount: 'right', counted: 4 }, 'counted'],
  ['POST', '/stocktakes/1/close', { markMissing: 'yes', moveHere: true }, 'markMissing'],
  ['POST', '/varieties', { name: 'X', breeding: 'op', cropKey: 'tomato', synonyms: [] }, 'breeding'],
  ['POST', '/varieties', { name: '...', breeding: 'unknown', cropKey: 'tomato', synonyms: [] }, 'name'],
  ['PATCH', '/varieties/1', { version: 1, name: 'X', breeding: 'unknown' }, 'synonyms'],
  ['PATCH', '/varieties/1', { version: 1, name: 'X', breeding: 'unknown', synonyms: [''], heightCm: -1 }, 'heightCm'],
  ['POST', '/varieties/1/split', { version: 1, name: 'Y', lotCodes: [], reason: 'r' }, 'lotCodes'],
  ['POST', '/varieties/1/split', { version: 1, name: 'Y', lotCodes: ['XX'], reason: 'r' }, 'lotCodes[0]'],
  ['POST', '/varieties/1/join', { version: 1, intoId: 1, reason: 'r' }, 'intoId'],
  ['POST', '/varieties/1/join', { version: 1, intoId: 77, reason: 'r' }, 'intoId'],
  ['POST', '/varieties/1/move', { version: 1, cropKey: 'unicorn', reason: 'r' }, 'cropKey'],
  ['POST', '/varieties/1/move', { version: 1, cropKey: 'onion' }, 'reason'],
  ['PUT', '/varieties/1/instructions', { version: 1, envelopeId: 5, reason: 'r' }, 'envelopeId'],
  ['POST', '/lots/TM-001V/identity', { version: 1, identity: 'certain', reason: 'r' }, 'identity'],
  ['POST', '/lots/TM-001V/identity/answer', { version: 1, answer: 'as-named', varietyId: 1, reason: 'r' }, 'varietyId'],
  ['POST', '/mix-ups', { lotCode: 'TM-001V', otherCode: 'TM-001V', kind: 'swapped', reason: 'r' }, 'otherCode'],
  ['POST', '/mix-ups', { lotCode: 'TM-001V', otherCode: 'ZZ', kind: 'swapped', reason: 'r' }, 'otherCode'],
  ['POST', '/mix-ups', { lotCode: 'TM-001V', otherCode: 'TM-002Y', kind: 'lost', reason: 'r' }, 'kind'],
  ['PUT', '/lots/TM-001V/envelope', { version: 0, packedFor: 1492 }, 'packedFor'],
  ['PUT', '/lots/TM-001V/envelope', { version: 0, words: 'a\u0007b' }, 'words'],
  ['POST', '/lots/TM-001V/weighings', { samples: [], totalGrams: 1, weighedOn: '2027-03-14' }, 'samples'],
  ['POST', '/lots/TM-001V/weighings', { samples: [{ seeds: 10, grams: 1 }], totalGrams: 1, weighedOn: '2027-03-15' }, 'weighedOn'],
  [
    'POST',
    '/lots/TM-001V/weighings',
    { samples: [{ seeds: 100000, grams: 0.001 }], totalGrams: 1000, weighedOn: '2027-03-14' },
    'totalGrams',
  ],
  ['POST', '/lots/TM-001V/packets', { seedsEach: 0, packets: 1, filledOn: '2027-03-14' }, 'seedsEach'],
  ['POST', '/lots/TM-001V/packets', { seedsEach: 5, packets: 1, filledOn: '2027-13-14' }, 'filledOn'],
  ['POST', '/errands/done', { ids: [] }, 'ids'],
  ['POST', '/errands/done', { ids: [404] }, 'ids[0]'],
  ['POST', '/devices/scale', { lotCode: 'ZZ' }, 'lotCode'],
  ['POST', '/devices/printer', { jammed: 'very' }, 'jammed'],
];

it('every form of taking in and keeping names the field that is wrong, and writes nothing', async () => {
  const library = await openTestLibrary();
  await library.done('/api/lots', envelope());
  const place = await library.done('/api/places', { name: 'Box 1', kind: 'box', temperatureC: 15, rhPercent: 50, sealed: false });
  await library.done('/api/stocktakes', { placeId: place.id });
  const before = rowCounts(library.db);
  const named: string[] = [];
  for (const [method, path, body, field] of CASES) {
    const answer = await library.send(method, `/api${path}`, body);
    const errors = (answer.body.errors ?? []) as { path: string; message: string }[];
    if (answer.status !== 400 || !errors.some((e) => e.path === field && e.message.length > 4)) {
      named.push(`${method} ${path} ${JSON.stringify(body)}: ${String(answer.status)} ${JSON.stringify(errors)}`);
    }
  }
  expect(named).toEqual([]);
  expect(rowCounts(library.db)).toEqual(before);
});

it('what is not there is not found, and a body that is no JSON is refused, on every new address', async () => {
  const library = await openTestLibrary();
  for (const path of [
    '/places/9',
    '/places/9/gain',
    '/stocktakes/9',
    '/varieties/9',
    '/lots/TM-001V/identity',
    '/lots/TM-001V/mix-ups',
    '/imports/x',
    '/imports/x/rows',
  ])
    expect([(await library.get(`/api${path}`)).status, path]).toEqual([404, path]);
  for (const path of ['/mix-ups/9/clear', '/packets/9/pour-back', '/stocktakes/9/close'])
    expect([
      (await library.post(`/api${path}`, { how: 'not-mixed', reason: 'r', markMissing: true, moveHere: true })).status,
      path,
    ]).not.toEqual([200, path]);
  for (const path of ['/varieties', '/imports/x/read', '/devices/scale', '/restricted'])
    expect([(await library.post(`/api${path}`, '{"name":')).body.code, path]).toEqual(['not-json', path]);
});
