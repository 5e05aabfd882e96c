import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { guessColumns } from './columns.ts';
import { type ImportContext, readImportRow } from './readRow.ts';
import { readNumber } from '../words/figures.ts';
import { readDate, readShare, readWord, readYear } from './values.ts';

const context: ImportContext = {
  today: '2027-03-14',
  monthFirst: false,
  defaults: { source: 'Swap at the mill hall', acquisition: 'donated', receivedOn: '2027-03-14', placeId: 7 },
  cropsNamed: (name) =>
    (
      ({ tomato: ['tomato'], 'solanum lycopersicum': ['tomato'], onion: ['onion'], corn: ['sweet-corn', 'popcorn'] }) as Record<
        string,
        string[]
      >
    )[name.toLowerCase()] ?? [],
  cropName: (key) => key,
  cropLike: (name) => (name.startsWith('toma') ? 'Tomato' : null),
  cropOfVariety: (name) => (name === 'Tollgate Red' ? 'tomato' : null),
  seedsPerGram: () => 300,
  placeNamed: (path) => (path === 'Fridge, Box 2' ? 3 : null),
};
const header = ['Variety', 'Crop', 'Year', 'Amount', 'Notes', 'Location'];
const mapping = guessColumns(header);
const row = (...cells: string[]) => readImportRow(cells, mapping, context);

describe('guessColumns', () => {
  it('knows headings by their own and by other names, in any order and case', () => {
    expect(guessColumns(header)).toEqual({ variety: 0, crop: 1, year: 2, seeds: 3, note: 4, place: 5 });
    expect(guessColumns(['GEWICHT', 'sorte', 'Pflanze', 'Ernte'])).toEqual({ grams: 0, variety: 1, crop: 2, year: 3 });
  });
  it('gives a column to the surest field only, and leaves what it does not know', () => {
    expect(guessColumns(['Name', 'Variety', 'Colour of the box lid'])).toEqual({ variety: 1 });
    expect(guessColumns([])).toEqual({});
  });
});

describe('reading values', () => {
  it('dates, years, shares and words as people write them', () => {
    expect(readDate('d', '14.3.2027', false)).toBe('2027-03-14');
    expect(readDate('d', '03/14/2027', true)).toBe('2027-03-14');
    expect(readDate('d', '14 March 2027', false)).toBe('2027-03-14');
    expect(() => readDate('d', '30.2.2027', false)).toThrow(/2027-03-14/);
    expect(readYear('y', 'packed for 2025')).toEqual({ year: 2025, packed: true });
    expect(() => readYear('y', '2023/2024')).toThrow(/one year/);
    expect(readShare('g', '85 %')).toBe(0.85);
    expect(readShare('g', '0.85')).toBe(0.85);
    expect(readShare('g', '70–75 %')).toBeCloseTo(0.725, 12);
    expect(() => readShare('g', '120')).toThrow(/percentage/);
    expect(readWord('acquisition', 'Gift')).toBe('donated');
    expect(readWord('breeding', 'F1')).toBe('hybrid-f1');
    expect(() => readWord('form', 'sticky')).toThrow(/none of: raw/);
  });
  it('never throws anything but a named error, and never gives NaN', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const n = readNumber(text);
        expect(n === null || Number.isFinite(n)).toBe(true);
        const read = readImportRow([text, text, text, text, text, text], mapping, context);
        expect(read.lot === null).toBe(read.problems.length > 0);
      }),
    );
  });
});

describe('readImportRow', () => {
  it('takes half-knowledge: no year, no certain amount, a nickname', () => {
    expect(row('flat dark beans from the mill garden', 'Tomato', '?', 'about 40', '', '').lot).toMatchObject({
      varietyName: 'flat dark beans from the mill garden',
      yearKind: 'unknown',
      year: null,
      seeds: 40,
      amountKnown: 'estimated',
      identity: 'likely',
      source: 'Swap at the mill hall',
      placeId: 7,
    });
    expect(row('', 'Onion', '2025', '2 g', '', 'Fridge, Box 2').lot).toMatchObject({
      varietyName: 'name not known',
      identity: 'unknown',
      seeds: 600,
      amountKnown: 'weighed',
      placeId: 3,
    });
  });
  it('guesses the crop from a variety that is known', () => {
    expect(row('Tollgate Red', '', '2024', '30').lot?.cropKey).toBe('tomato');
  });
  it('asks where a name means several crops, and never picks one', () => {
    const { problems } = row('Mill Gold', 'Corn', '2025', '50');
    expect(problems).toEqual([{ path: 'crop', message: '"Corn" may mean sweet-corn or popcorn; choose above' }]);
  });
  it('names every problem of a row by its field', () => {
    const { problems } = row('=A1&B1', 'tomatto', '2030', 'lots', 'ok', 'Shed');
    expect(problems.map((p) => p.path).sort()).toEqual(['crop', 'place', 'seeds', 'variety', 'year']);
    expect(problems.find((p) => p.path === 'variety')?.message).toContain('formula');
    expect(problems.find((p) => p.path === 'crop')?.message).toContain('did you mean Tomato?');
  });
  it('reads back what an export kept from running as a formula', () => {
    expect(row("'=Red", 'Tomato', '', '5').lot?.varietyName).toBe('=Red');
  });
});
