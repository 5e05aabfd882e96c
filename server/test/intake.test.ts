import { beforeEach, describe, expect, it } from 'vitest';
import { openTestLibrary, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary('2027-03-14');
});

describe('taking in', () => {
  it('knows a variety by any of its spellings and does not make it twice', async () => {
    const a = await library.lotSheet(await library.takeIn({ varietyName: 'Harrow’s Lantern' }));
    const b = await library.lotSheet(await library.takeIn({ varietyName: '  harrows LANTERN ' }));
    const other = await library.lotSheet(await library.takeIn({ varietyName: 'Harrow’s Lantern', cropKey: 'onion' }));
    expect(b.lot.varietyId).toBe(a.lot.varietyId);
    expect(other.lot.varietyId).not.toBe(a.lot.varietyId);
    const found = (await library.get('/api/varieties?q=lantern')).body.varieties;
    const counted = found.map((v: any) => `${String(v.name)}, ${String(v.cropKey)}: ${String(v.lots)}`);
    expect(counted.sort()).toEqual(['Harrow’s Lantern, onion: 1', 'Harrow’s Lantern, tomato: 2']);
  });

  it('ages a packing year as the harvest before it, and an unknown year as two years', async () => {
    expect((await library.lotSheet(await library.takeIn({ yearKind: 'packing', year: 2027, acquisition: 'purchased' }))).lot.agesFrom).toBe(
      '2026-10-01',
    );
    expect((await library.lotSheet(await library.takeIn({ yearKind: 'unknown', year: null }))).lot.agesFrom).toBe('2025-03-01');
  });

  it('proposes a floor, and says the cautions of crop and form', async () => {
    const sheet = await library.lotSheet(await library.takeIn({ cropKey: 'foxglove', form: 'treated', floor: null, seeds: 300 }));
    expect(sheet.lot.floor).toBeGreaterThan(0);
    expect(sheet.lot.floor).toBeLessThanOrEqual(100);
    expect(sheet.cautions.join(' ')).toMatch(/gloves/);
    expect(sheet.cautions.join(' ')).toMatch(/poisonous/);
  });

  it('finds crops by common and scientific name, best first', async () => {
    const names = async (q: string): Promise<string[]> => (await library.get(`/api/crops?q=${q}`)).body.crops.map((c: any) => c.key);
    expect((await names('onion'))[0]).toBe('onion');
    expect((await names('solanum lyc'))[0]).toBe('tomato');
    expect(await names('xyz')).toEqual([]);
  });
});
