import { beforeEach, describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary();
  for (let i = 0; i < 23; i++) {
    const crop = ['tomato', 'onion', 'kale'][i % 3];
    await library.done(
      '/api/lots',
      envelope({ varietyName: `Plot ${String(i % 5)}`, cropKey: crop, seeds: 50 + (i % 4) * 10, year: 2018 + (i % 8) }),
    );
  }
});

async function walk(query: string): Promise<any[]> {
  const rows: any[] = [];
  let after: string | null = null;
  do {
    const { body } = await library.get(`/api/lots?${query}&limit=4${after === null ? '' : `&after=${after}`}`);
    rows.push(...body.lots);
    after = body.next;
  } while (after !== null);
  return rows;
}

describe('the list of lots', () => {
  it.each([
    ['crop', (a: any, b: any) => a.crop.localeCompare(b.crop)],
    ['year', (a: any, b: any) => b.year - a.year],
    ['seeds', (a: any, b: any) => b.balance - a.balance],
    ['alive', (a: any, b: any) => a.median - b.median],
  ])('pages by %s without losing or repeating a lot', async (sort, order) => {
    const rows = await walk(`sort=${sort}`);
    expect(new Set(rows.map((r) => r.code)).size).toBe(23);
    expect(rows).toHaveLength(23);
    for (let i = 1; i < rows.length; i++) expect(order(rows[i - 1], rows[i])).toBeLessThanOrEqual(1e-9);
  });

  it.each(['crop', 'year', 'seeds', 'alive'])('opens anywhere by %s, and says where each lot stands', async (sort) => {
    const rows = await walk(`sort=${sort}`);
    for (const from of [0, 1, 11, 20, 23, 400]) {
      const { lots } = (await library.get(`/api/lots?sort=${sort}&from=${String(from)}&limit=5`)).body;
      expect(lots.map((l: any) => l.code)).toEqual(rows.slice(from, from + 5).map((r) => r.code));
    }
    for (const [at, { code }] of rows.entries())
      expect((await library.get(`/api/lots/${code}/position?sort=${sort}`)).body).toEqual({ at });
    expect((await library.get(`/api/lots/${rows[0].code}/position?sort=${sort}&tag=used-up`)).body).toEqual({ at: null });
    expect((await library.get('/api/lots?from=-1')).body.errors[0].path).toBe('from');
  });

  it('says in which order its crops stand, with how many of each, also of a part', async () => {
    const crops = async (query = '') => (await library.get(`/api/lots/crops${query}`)).body.crops as { key: string; n: number }[];
    expect((await crops()).map((c) => [c.key, c.n])).toEqual([
      ['kale', 7],
      ['onion', 8],
      ['tomato', 8],
    ]);
    const rows = await walk('tag=renew');
    const kept = (await crops('?tag=renew')).map((c) => [c.key, c.n]);
    expect(kept).toEqual([...new Set(rows.map((r) => r.cropKey))].map((key) => [key, rows.filter((r) => r.cropKey === key).length]));
  });

  it('narrows by crop and by list, and counts each list', async () => {
    expect(await walk('crop=onion&sort=year')).toHaveLength(8);
    const { tags } = (await library.get('/api/lots/tags')).body;
    expect(tags).toMatchObject({ all: 23, 'all@tomato': 8, 'all@onion': 8, 'all@kale': 7 });
    for (const tag of Object.keys(tags)) {
      const [list, crop] = tag.split('@');
      expect(await walk(`tag=${list ?? ''}${crop === undefined ? '' : `&crop=${crop}`}`), tag).toHaveLength(tags[tag]);
    }
  });

  it('moves a lot that is used up out of the way but keeps its record', async () => {
    const [lot] = await walk('crop=kale');
    await library.done(`/api/lots/${lot.code}/movements`, { kind: 'discarded', seeds: -lot.balance, reason: 'mouldy' });
    expect(await walk('crop=kale')).toHaveLength(6);
    expect((await walk('tag=used-up')).map((l) => l.code)).toEqual([lot.code]);
    expect((await library.get(`/api/lots/${lot.code}`)).body.movements).toHaveLength(2);
  });
});

describe('finding', () => {
  it('opens a code however it is typed, and says which character is likely wrong', async () => {
    const [lot] = await walk('crop=tomato');
    const sloppy = lot.code.toLowerCase().replace('-', ' ');
    expect((await library.get(`/api/find?q=${encodeURIComponent(sloppy)}`)).body.exact).toBe(`/lots/${lot.code}`);
    const mistyped = `${lot.code.slice(0, 5)}${lot.code[5] === '9' ? '8' : String(Number(lot.code[5]) + 1)}${lot.code.slice(6)}`;
    const answer = (await library.get(`/api/find?q=${mistyped}`)).body;
    expect(answer.exact).toBeNull();
    expect(answer.message).toMatch(/likely (wrong|swapped)/);
    expect(answer.found.map((f: any) => f.code)).toContain(lot.code);
  });

  it('finds by variety, crop, scientific name, source and member, whatever the case and accents', async () => {
    await library.done('/api/members', { name: 'Zoë Larkrise' });
    const kinds = async (q: string): Promise<string[]> =>
      (await library.get(`/api/find?q=${encodeURIComponent(q)}`)).body.found.map((f: any) => f.kind);
    expect(await kinds('plot 3')).toContain('lot');
    expect(await kinds('allium')).toContain('crop');
    expect(await kinds('zoe')).toContain('member');
    expect(await kinds('MILL HALL')).toContain('lot');
    expect((await library.get('/api/find?q=xyzzy')).body.message).toContain('Nothing here is called');
    // What a LIKE would take as a wild card is only text.
    expect((await library.get(`/api/find?q=${encodeURIComponent('%_')}`)).body.found).toEqual([]);
  });
});

describe('a library’s own figures', () => {
  it('change the lots of the crop and only those', async () => {
    const median = async (crop: string): Promise<number> => (await walk(`crop=${crop}`))[0].median;
    const [onion, kale] = [await median('onion'), await median('kale')];
    const set = await library.done(
      '/api/crops/onion/own-figure',
      { version: 0, field: 'halfLifeYears', value: 20, reason: 'ours last' },
      'PUT',
    );
    expect(await median('onion')).toBeGreaterThan(onion + 0.05);
    expect(await median('kale')).toBeCloseTo(kale, 9);
    expect((await library.get('/api/crops/onion')).body.crop.own).toEqual(['halfLifeYears']);
    await library.done(`/api/history/${String(set.step.id)}/undo`, {});
    expect(await median('onion')).toBeCloseTo(onion, 9);
  });
});
