import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { guessColumns } from './columns.ts';
import { type ImportContext, readImportRow } from './readRow.ts';
import { readAmount, readDate, readNumber, readShare, readWord, readYear } from './values.ts';

const context: ImportContext = {
  today: '2027-03-14',
  monthFirst: false,
  defaults: { source: 'Swap at the mill hall', acquisition: 'donated', receivedOn: '2027-03-14', placeId: 7 },
  cropNamed: (name) => ({ tomato: 'tomato', 'solanum lycopersicum': 'tomato', onion: 'onion' })[name.toLowerCase()] ?? null,
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
  it.each([
    ['120', { seeds: 120, grams: null, rough: false }],
    ['1,200 seeds', { seeds: 1200, grams: null, rough: false }],
    ['ca. 200', { seeds: 200, grams: null, rough: true }],
    ['50?', { seeds: 50, grams: null, rough: true }],
    ['12 g', { seeds: null, grams: 12, rough: false }],
    ['1.250 g', { seeds: null, grams: 1.25, rough: false }],
    ['0,5 oz', { seeds: null, grams: 14.1747615625, rough: false }],
  ])('amount %s', (text, expected) => {
    expect(readAmount('seeds', text, 'seeds')).toEqual(expected);
  });
  it.each(['a handful', '-3', '0', '2.5', '12 kg'])('refuses the amount %s', (text) => {
    expect(() => readAmount('seeds', text, 'seeds')).toThrow(/seeds/);
  });
  it('dates, years, shares and words as people write them', () => {
    expect(readDate('d', '14.3.2027', false)).toBe('2027-03-14');
    expect(readDate('d', '03/14/2027', true)).toBe('2027-03-14');
    expect(readDate('d', '14 March 2027', false)).toBe('2027-03-14');
    expect(() => readDate('d', '30.2.2027', false)).toThrow(/2027-03-14/);
    expect(readYear('y', 'packed for 2025')).toEqual({ year: 2025, packed: true });
    expect(() => readYear('y', '2023/2024')).toThrow(/one year/);
    expect(readShare('g', '85 %')).toBe(0.85);
    expect(readShare('g', '0.85')).toBe(0.85);
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
