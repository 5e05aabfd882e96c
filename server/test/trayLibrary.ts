import { beforeEach } from 'vitest';
import { envelope, openTestLibrary, type TestLibrary } from './library.ts';

/** A library with three lots to lay out on trays, new for every test: two tomatoes and a basil. */
export function eachTrayLibrary() {
  let library: TestLibrary;
  let codes: string[];
  beforeEach(async () => {
    library = await openTestLibrary();
    codes = [];
    for (const [varietyName, cropKey, seeds] of [
      ['Tollgate Red', 'tomato', 40],
      ['Lantern', 'tomato', 200],
      ['Bell Yard', 'basil', 300],
    ] as const) {
      codes.push((await library.done('/api/lots', envelope({ varietyName, cropKey, seeds, floor: 0 }))).code as string);
    }
  });
  const fill = (letter: string, i: number, seedsPerCell = 2): object => ({ letter, lotCode: codes[i], seedsPerCell });
  const tray = (over: Record<string, unknown> = {}): Record<string, unknown> => ({
    name: 'Tray 1',
    rows: 3,
    columns: 4,
    gaps: [],
    covered: true,
    sowOn: '2027-03-14',
    fills: [fill('A', 0), fill('B', 1)],
    wish: [
      { letter: 'A', cells: 2 },
      { letter: 'B', cells: 2 },
    ],
    ...over,
  });
  const sheet = async (id: number): Promise<any> => (await library.get(`/api/trays/${String(id)}`)).body;
  const lot = async (i: number): Promise<any> => (await library.get(`/api/lots/${codes[i]!}`)).body;
  const sown = async (over: Record<string, unknown> = {}): Promise<any> => {
    const { id } = await library.done('/api/trays', tray());
    return library.done(`/api/trays/${String(id)}/sow`, {
      version: 1,
      sownOn: '2027-03-14',
      covered: true,
      warmthC: 24,
      rows: [
        { letter: 'A', seedsPerCell: 2, seeds: 3, depthMm: 6, coveredWith: 'sifted mix' },
        { letter: 'B', seedsPerCell: 2, seeds: 4 },
      ],
      ...over,
    });
  };
  const look = async (id: number, day: string, cells: object[]): Promise<any> => {
    library.today = day;
    return library.done(`/api/trays/${String(id)}/looks`, { version: (await sheet(id)).tray.version, lookedOn: day, cells });
  };
  return {
    get library() {
      return library;
    },
    get codes() {
      return codes;
    },
    fill,
    tray,
    sheet,
    lot,
    sown,
    look,
  };
}
