import { describe, expect, it } from 'vitest';
import { isMcpd, LOT_HEADER, lotFromMcpd, MCPD_COLUMNS, type McpdLot, mcpdRow } from './mcpd.ts';

const LOT: McpdLot = {
  code: 'CB-004F',
  scientific: 'Brassica oleracea var. capitata',
  crop: 'Cabbage',
  variety: 'Millrace Drumhead',
  synonyms: ['Mill cabbage; old', 'Weir head'],
  breeding: 'landrace',
  acquisition: 'donated',
  source: 'Spring swap',
  receivedOn: '2026-03-07',
  parentCode: null,
  keptC: 5,
};
const cell = (row: readonly string[], column: (typeof MCPD_COLUMNS)[number]): string => row[MCPD_COLUMNS.indexOf(column)] ?? '';

describe('passport descriptors', () => {
  it('say of a lot what collections ask of each other', () => {
    const row = mcpdRow(LOT);
    expect(row).toHaveLength(41);
    expect([cell(row, 'GENUS'), cell(row, 'SPECIES'), cell(row, 'SUBTAXA')]).toEqual(['Brassica', 'oleracea', 'var. capitata']);
    expect(cell(row, 'ACCENAME')).toBe('Millrace Drumhead;Mill cabbage, old;Weir head');
    expect([cell(row, 'ACQDATE'), cell(row, 'SAMPSTAT'), cell(row, 'COLLSRC'), cell(row, 'STORAGE')]).toEqual([
      '20260307',
      '300',
      '99',
      '12',
    ]);
    expect(cell(mcpdRow({ ...LOT, keptC: -18 }), 'STORAGE')).toBe('13');
    expect(cell(mcpdRow({ ...LOT, scientific: 'Rosa spp.' }), 'SPECIES')).toBe('sp.');
  });

  it('come back as a row of a file of lots', () => {
    const back = lotFromMcpd(MCPD_COLUMNS, mcpdRow(LOT));
    expect(Object.fromEntries(LOT_HEADER.map((h, i) => [h, back[i]]))).toEqual({
      Variety: 'Millrace Drumhead',
      Crop: 'Cabbage',
      'Scientific name': 'Brassica oleracea var. capitata',
      Breeding: 'landrace',
      Source: 'Spring swap',
      Acquisition: 'gift',
      Received: '2026-03-07',
      Note: 'CB-004F. also called Mill cabbage, old; Weir head',
    });
  });

  it('take files of others, in any order of columns, with what is missing left out', () => {
    const header = ['genus', 'SPECIES', 'accenumb', 'INSTCODE', 'ORIGCTY', 'COLLSITE', 'ACQDATE', 'SAMPSTAT', 'COLLDATE'];
    expect(isMcpd(header)).toBe(true);
    expect(isMcpd(['Variety', 'Crop', 'Seeds'])).toBe(false);
    const row = lotFromMcpd(header, ['Phaseolus', 'vulgaris', '1234', 'XYZ001', 'QQQ', 'by the weir', '1987----', '500', '19860914']);
    expect(row[LOT_HEADER.indexOf('Variety')]).toBe('XYZ001 1234');
    expect(row[LOT_HEADER.indexOf('Crop')]).toBe('Phaseolus vulgaris');
    expect(row[LOT_HEADER.indexOf('Received')]).toBe('');
    expect(row[LOT_HEADER.indexOf('Note')]).toBe('XYZ001 1234. from QQQ, by the weir. collected 1986');
  });
});
