import type * as yup from 'yup';
import { describe, expect, it } from 'vitest';
import { openLibrary } from '../src/db/open.ts';
import { routes } from '../src/http/routes.ts';
import type { ChangeRoute } from '../src/routing/route.ts';
import { openTestLibrary, tinyJpeg, undoLast } from './library.ts';

/** What is posted at a record and takes nothing from it: something more is written down beside what is there. */
const ADDS = [
  '/gardens/:garden/frost-record',
  '/history/:id/undo',
  '/packages/:file/take-gifts',
  '/loans/:id/unsown',
  '/lots/:code/move',
  '/lots/:code/movements',
  '/lots/:code/off-types',
  '/lots/:code/packets',
  '/lots/:code/photos',
  '/lots/:code/weighings',
  '/members/:id/coming-home',
  '/places/:id/climate-log',
  '/stocktakes/:id/close',
  '/swap/:id/desks',
  '/swap/:id/packing',
  '/swap/desks/:id/back',
  '/swap/desks/:id/codes',
  '/swap/desks/:id/in',
  '/swap/desks/:id/out',
  '/swap/desks/:id/visits',
  '/tests/:id/pot',
];

describe('two people at one record', () => {
  it('every route that changes or takes away a record wants the version that was seen', () => {
    const db = openLibrary(':memory:');
    const silent = routes({ db }, () => undefined)
      .filter((r): r is ChangeRoute => r.kind === 'change' && (r.method !== 'post' || r.path.includes('/:')))
      // A phone sends what was said without a network, of what is its member's alone; the desk is told by the history.
      .filter((r) => r.who !== 'member' || r.path === '/my/facts')
      .filter((r) => {
        const fields = (r.schema.describe() as yup.SchemaObjectDescription).fields;
        return !Object.hasOwn(fields, 'version') && !ADDS.includes(r.path);
      });
    db.close();
    expect(silent.map((r) => `${r.method} ${r.path}`)).toEqual([]);
  });

  it('what an envelope says is not written over, also where it was taken back and written anew meanwhile', async () => {
    const library = await openTestLibrary();
    const code = await library.takeIn();
    const put = (version: number, words: string) => library.send('PUT', `/api/lots/${code}/envelope`, { version, words });
    const seen = async (): Promise<{ version: number; words: string }> => (await library.get(`/api/lots/${code}`)).body.envelope;
    await put(0, 'Sow under glass.');
    const first = await seen();
    expect((await put(0, 'Sow outdoors.')).body).toMatchObject({ code: 'stale', current: { words: 'Sow under glass.' } });
    await undoLast(library);
    expect((await put(0, 'Sow in a cold frame.')).status).toBe(200);
    expect((await put(first.version, 'Sow under glass, covered.')).body).toMatchObject({
      code: 'stale',
      current: { words: 'Sow in a cold frame.' },
      yours: { words: 'Sow under glass, covered.' },
    });
    expect((await seen()).words).toBe('Sow in a cold frame.');
  });

  it('an own figure and a word over a verdict are set from what was seen', async () => {
    const library = await openTestLibrary();
    const code = await library.takeIn();
    const figure = (version: number, value: number) =>
      library.send('PUT', '/api/crops/tomato/own-figure', { version, field: 'halfLifeYears', value });
    expect((await figure(0, 6)).status).toBe(200);
    expect((await figure(0, 9)).body).toMatchObject({ code: 'stale', current: { value: 6 } });
    const word = (version: number, reason: string) =>
      library.post(`/api/lots/${code}/overrule`, { version, verdict: 'rescue', reason, untilDay: '2027-06-01' });
    expect((await word(0, 'wet box')).status).toBe(200);
    expect((await word(0, 'mice')).body).toMatchObject({ code: 'stale', current: { reason: 'wet box' } });
  });

  it('a weighing puts right only the difference to what the record had when it began', async () => {
    const library = await openTestLibrary();
    const code = await library.takeIn({ seeds: 100, floor: 0 });
    await library.done(`/api/lots/${code}/movements`, { kind: 'in', seeds: 50, reason: 'more of the same came' });
    // Weighed before the fifty were poured in: 90 seeds.
    await library.done(`/api/lots/${code}/weighings`, {
      samples: [
        { seeds: 10, grams: 1 },
        { seeds: 10, grams: 1 },
        { seeds: 10, grams: 1 },
      ],
      totalGrams: 9,
      weighedOn: '2027-03-14',
      seen: 100,
    });
    expect((await library.lotSheet(code)).lot.balance).toBe(140);
  });

  it('a photograph that another desk took out is not taken out again, nor that of a tray replaced unseen', async () => {
    const library = await openTestLibrary();
    const code = await library.takeIn();
    const { id } = await library.done(`/api/lots/${code}/photos`, { jpeg: tinyJpeg('a') });
    expect((await library.send('DELETE', `/api/photos/${String(id)}`, {})).body.errors).toMatchObject([{ path: 'version' }]);
    await library.done(`/api/photos/${String(id)}`, { version: 1 }, 'DELETE');
    await undoLast(library);
    // It came back; whoever has the sheet open from before sees that first.
    expect((await library.send('DELETE', `/api/photos/${String(id)}`, { version: 1 })).body.code).toBe('stale');
  });
});
