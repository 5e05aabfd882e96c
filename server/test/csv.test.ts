import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { csvCell, type Encoding, readCsv, writeCsv } from '../src/files/csv.ts';

const rows = (bytes: Uint8Array) => readCsv(bytes).rows.map((r) => r.cells);
const utf16 = (text: string, bigEnd: boolean): Uint8Array => {
  const bytes = Buffer.from(`\uFEFF${text}`, 'utf16le');
  return bigEnd ? bytes.swap16() : bytes;
};

describe('reading files of separated values', () => {
  it.each([
    ['utf-8', Buffer.from('a,b\nsüß,1', 'utf8')],
    ['utf-16le', utf16('a,b\nsüß,1', false)],
    ['utf-16be', utf16('a,b\nsüß,1', true)],
    ['windows-1252', Buffer.from('a,b\nsüß,1', 'latin1')],
  ])('guesses %s', (encoding, bytes) => {
    const file = readCsv(bytes);
    expect([file.encoding, file.rows[0]?.cells]).toEqual([encoding, ['süß', '1']]);
  });
  it('takes the encoding that a person knows better', () => {
    const cyrillic = Uint8Array.from([...Buffer.from('a,b\n'), 0xd7, 0xe5, 0xf0, 0xed, 0xfb, 0xe9, ...Buffer.from(',1')]);
    expect(readCsv(cyrillic, { encoding: 'windows-1251' as Encoding }).rows[0]?.cells).toEqual(['Черный', '1']);
  });
  it.each([',', ';', '\t', '|'])('guesses the separator %j, also with others inside the cells', (s) => {
    const other = s === ',' ? ';' : ',';
    const text = `a${s}b${s}c\n"x${other}y"${s}2${s}3\n4${s}5${other}5${s}6`;
    expect(readCsv(Buffer.from(text)).separator).toBe(s);
  });
  it('believes a file that says its separator itself, and numbers its rows all the same', () => {
    const file = readCsv(Buffer.from('sep=;\na;b\n1,5;2'));
    expect([file.separator, file.header, file.rows[0]]).toEqual([';', ['a', 'b'], { row: 3, cells: ['1,5', '2'] }]);
  });
  it('numbers rows as a spreadsheet does, also where some are blank or hold line breaks', () => {
    expect(readCsv(Buffer.from('a,b\n\n"two\nlines",2\n,,\n3,4')).rows.map((r) => r.row)).toEqual([3, 5]);
  });
  it.each([
    ['more lines than a library has lots', Buffer.from(`Variety${'\n'.repeat(200_000)}A`), 'lines'],
    ['more columns than there are things to say', Buffer.from(`Variety${','.repeat(30_000)}\n1`), 'columns'],
    ['more cells than fit', Buffer.from(`${','.repeat(150)}\n`.repeat(30_000)), 'cells'],
  ])('%s is refused before it is taken apart', (_what, bytes, words) => {
    expect(() => readCsv(bytes)).toThrow(words);
  });
  it('reads back whatever it writes', () => {
    const cell = fc.string({ unit: 'binary', maxLength: 12 }).map((s) => s.replace(/\p{C}/gu, '').trim());
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 6 }), (cells) => {
        const filled = cells.filter((c) => c.some((t) => t !== ''));
        const back = rows(Buffer.from(writeCsv(['one', 'two'], filled), 'utf8')).map((r) => r.map((t) => t.replace(/^'(?=[=+\-@])/, '')));
        expect(back).toEqual(filled);
      }),
    );
  });
});

describe('writing', () => {
  it('keeps a spreadsheet from running what people typed', () => {
    for (const text of ['=1+1', '+1', '-1', '@sum', '\t=1']) expect(csvCell(text).replace(/^"/, '')[0]).toBe("'");
    // By whichever separator a spreadsheet takes the line apart, a cell stays one.
    for (const text of ['x;=1+1', 'x|=1+1', 'x\t=1+1', 'x,=1+1']) expect(csvCell(text)).toBe(`"${text}"`);
    expect(csvCell(' =1+1')[0]).toBe("'");
    expect(csvCell('plain')).toBe('plain');
    expect(csvCell(-5)).toBe('-5');
    expect(csvCell(null)).toBe('');
    expect(csvCell('say "ah", twice')).toBe('"say ""ah"", twice"');
  });
});
