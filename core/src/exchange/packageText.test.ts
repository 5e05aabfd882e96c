import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NULL_CELL, packageCell, packageValue } from './packageText.ts';

/** A cell as a CSV reader hands it over. */
const unquoted = (cell: string): string => (cell.startsWith('"') ? cell.slice(1, -1).replaceAll('""', '"') : cell);
const text = { type: 'string', required: false, nulls: NULL_CELL } as const;

describe('values of a package', () => {
  it('come back exactly, whatever they are', () => {
    fc.assert(
      fc.property(fc.string(), (value) => {
        expect(packageValue(unquoted(packageCell(value, NULL_CELL)), text)).toBe(value);
      }),
    );
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (value) => {
        expect(packageValue(packageCell(value, ''), { type: 'number', required: true, nulls: '' })).toBe(value);
      }),
    );
    for (const value of ['', ' ', "'", "''x", '=1+1', "'=1+1", '-5', '@cmd', 'a,b', 'a"b', 'two\nlines', '\tx', NULL_CELL]) {
      expect(packageValue(unquoted(packageCell(value, NULL_CELL)), text), JSON.stringify(value)).toBe(value);
    }
  });

  it('tell null from the empty text where a column has both', () => {
    expect(packageValue(packageCell(null, NULL_CELL), text)).toBeNull();
    expect(packageValue(packageCell('', NULL_CELL), text)).toBe('');
    expect(packageValue('', { type: 'string', required: false, nulls: '' })).toBeNull();
    expect(packageValue('', { type: 'string', required: true, nulls: '' })).toBe('');
  });

  it('never give a spreadsheet a formula', () => {
    for (const value of ['=HYPERLINK("x")', '+1', '-1', '@x']) expect(unquoted(packageCell(value, ''))).toMatch(/^'/);
  });

  it('say what is no value of its column', () => {
    const whole = { type: 'integer', required: true, nulls: '' } as const;
    for (const cell of ['', 'x', '1.5', '1e99', 'NaN', '9007199254740993']) expect(packageValue(cell, whole)).toEqual({ bad: cell });
    expect(packageValue('-3', whole)).toBe(-3);
  });
});
