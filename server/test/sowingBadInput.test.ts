import { expect, it } from 'vitest';
import { envelope, openTestLibrary, rowCounts } from './library.ts';

const PLAN = { purpose: 'beds', way: 'start', method: 'cells', plants: 4, seedsPerCell: 2, cells: 4, reserve: 0, sowOn: '2027-03-14' };
const TRAY = { name: 'T', rows: 2, columns: 3, gaps: [], covered: true, sowOn: '2027-03-14', fills: [] };
const A = { letter: 'A', lotCode: 'TM-001V', seedsPerCell: 2 };

/** Each of the forms of the season and the tray, with what is wrong and the field that has to be named. */
const CASES: readonly [method: string, path: string, body: unknown, field: string][] = [
  ['POST', '/gardens', { name: ' ', hemisphere: 'north', shiftDays: 3 }, 'name'],
  ['POST', '/gardens', { name: 'X', hemisphere: 'west', shiftDays: 3 }, 'hemisphere'],
  ['POST', '/gardens', { name: 'X', hemisphere: 'north', shiftDays: 400 }, 'shiftDays'],
  ['POST', '/gardens', { name: 'X', hemisphere: 'north', memberId: 9, shiftDays: 0 }, 'memberId'],
  ['POST', '/gardens', { name: 'X', hemisphere: 'south', lastFrost: 'spring' }, 'lastFrost'],
  ['POST', '/gardens/library/frost-record', { fileName: 'x.csv', text: 'Date,Min\n2020-01-01,x', belowC: 0 }, 'file'],
  ['POST', '/gardens/library/frost-record', { fileName: 'x.csv', text: 'Date,Min\n2020-01-01,1', belowC: 99 }, 'belowC'],
  ['POST', '/gardens/library/frost-record', { fileName: '', text: 'x', belowC: 0 }, 'fileName'],
  ['POST', '/soil-readings', { readOn: '2027-03-14', temperatureC: 90 }, 'temperatureC'],
  ['POST', '/soil-readings', { readOn: '2027-03-14', temperatureC: 9, gardenId: 4 }, 'gardenId'],
  ['POST', '/bench', { name: 'M', kind: 'mat', holds: 1 }, 'warmthC'],
  ['POST', '/bench', { name: 'M', kind: 'oven', holds: 1 }, 'kind'],
  ['POST', '/bench', { name: 'M', kind: 'sill', holds: 0 }, 'holds'],
  ['POST', '/bench', { name: 'Sill', kind: 'sill', holds: 2 }, 'name'],
  ['POST', '/bench', { name: 'L', kind: 'lamp', holds: 2, lampHours: 30 }, 'lampHours'],
  ['POST', '/tray-kinds', { name: 'K', rows: 61, columns: 2, gaps: [] }, 'rows'],
  ['POST', '/tray-kinds', { name: 'K', rows: 40, columns: 40, gaps: [] }, 'columns'],
  ['POST', '/tray-kinds', { name: 'K', rows: 2, columns: 2, gaps: [4] }, 'gaps'],
  ['POST', '/tray-kinds', { name: '60 small cells', rows: 2, columns: 2, gaps: [] }, 'name'],
  ['POST', '/planned', PLAN, 'lotCode'],
  ['POST', '/planned', { ...PLAN, lotCode: 'TM-001V', way: 'sideways' }, 'way'],
  ['POST', '/planned', { ...PLAN, lotCode: 'TM-001V', sowOn: '2027-02-30' }, 'sowOn'],
  ['POST', '/planned', { ...PLAN, lotCode: 'TM-001V', memberId: 1 }, 'memberId'],
  ['POST', '/planned', { ...PLAN, lotCode: 'TM-001V', personId: 7 }, 'personId'],
  ['POST', '/planned', { ...PLAN, lotCode: 'TM-001V', trayKindId: 77 }, 'trayKindId'],
  ['POST', '/planned/many', { lotCodes: [], plants: 4, purpose: 'beds' }, 'lotCodes'],
  ['POST', '/planned/many', { lotCodes: ['TM-001V', 'ZZ'], plants: 4, purpose: 'beds' }, 'lotCodes[1]'],
  ['POST', '/planned/many', { lotCodes: ['TM-001V'], plants: 4, purpose: 'order' }, 'purpose'],
  ['PUT', '/planned/1', { ...PLAN, cells: 500, version: 1 }, 'cells'],
  ['PUT', '/planned/1', PLAN, 'version'],
  ['POST', '/planned/1/move', { version: 1, sowOn: '2027-03-20', plantOutOn: '2027-03-01' }, 'plantOutOn'],
  ['POST', '/planned/1/cold', { version: 1, what: 'looked', on: '2027-03-14' }, 'what'],
  ['POST', '/planned/1/cold', { version: 1, what: 'into-the-cold', on: '2027-03-20' }, 'on'],
  ['POST', '/trays', { ...TRAY, fills: [{ ...A, letter: 'ä' }] }, 'fills[0].letter'],
  ['POST', '/trays', { ...TRAY, fills: [{ ...A, plannedId: 9 }] }, 'fills[0].plannedId'],
  ['POST', '/trays', { ...TRAY, fills: [{ ...A, seedsPerCell: 0 }] }, 'fills[0].seedsPerCell'],
  ['POST', '/trays', { ...TRAY, fills: [A], wish: [{ letter: 'B', cells: 2 }] }, 'wish[0].letter'],
  ['PUT', '/trays/1/map', { version: 1, fills: [A], map: ['A'] }, 'map'],
  ['PUT', '/trays/1/map', { version: 1, fills: [A], map: ['A', 'b', '', '', '', ''] }, 'map[1]'],
  ['PUT', '/trays/1', { ...TRAY, fills: undefined, columns: 0, version: 1 }, 'columns'],
  ['PUT', '/trays/1/photo', { version: 1, jpeg: 'QUJD' }, 'jpeg'],
  ['POST', '/trays/1/care', { version: 1, kind: 'sing-to-it', doneOn: '2027-03-14' }, 'kind'],
  ['POST', '/trays/1/sow', { version: 1, sownOn: '2027-03-14', covered: true, rows: [] }, 'rows'],
  ['POST', '/sowings/1/timing', { version: 0, timing: 'maybe' }, 'timing'],
  ['POST', '/sowings/1/care', { version: 1, kind: 'cover-off', doneOn: '2027-03-15' }, 'doneOn'],
  ['POST', '/sowings/1/care', { version: 1, kind: 'cover-off', doneOn: '2027-03-14', skippedWhy: 'x'.repeat(300) }, 'skippedWhy'],
  ['POST', '/sowings/1/plants', { version: 1, kind: 'eaten', plants: 3, onDay: '2027-03-14' }, 'kind'],
  ['POST', '/sowings/1/plants', { version: 1, kind: 'sold', plants: 0, onDay: '2027-03-14' }, 'plants'],
  ['POST', '/sowings/1/plants', { version: 1, kind: 'sold', plants: 3, onDay: '2027-03-14' }, 'plants'],
  [
    'POST',
    '/sowings',
    { lotCode: 'TM-001V', method: 'cells', cells: 2, seedsPerCell: 1, seeds: 2, sownOn: '2027-03-14', plannedId: 9 },
    'plannedId',
  ],
  [
    'POST',
    '/sowings',
    { lotCode: 'TM-001V', method: 'cells', cells: 2, seedsPerCell: 1, seeds: 2, sownOn: '2027-03-14', depthMm: 900 },
    'depthMm',
  ],
];
/** What cannot be done as things stand, whatever is sent: a tray that is not sown, a place that is no lamp, a plan that is sown. */
const BLOCKED: readonly [method: string, path: string, body: object, words: string][] = [
  ['POST', '/trays/1/looks', { version: 1, lookedOn: '2027-03-14', cells: [] }, 'is not sown yet'],
  ['POST', '/trays/1/clear', { version: 1, clearedOn: '2027-03-14' }, 'is not sown yet'],
  ['POST', '/trays/1/cells', { version: 1, cell: 0, letter: null, seeds: 0 }, 'is not sown yet'],
  ['POST', '/bench/1/lamp', { version: 1, setOn: '2027-03-14' }, 'is no lamp'],
];
/** Addresses that are asked with something that cannot be. */
const READS: readonly [path: string, field: string][] = [
  ['/season?year=12', 'year'],
  ['/season/list?year=soon', 'year'],
  ['/season/list?rows=0', 'rows'],
  ['/lots/TM-001V/usual-plan?way=up', 'way'],
  ['/lots/TM-001V/sowing-advice?certainty=2', 'certainty'],
  ['/lots/TM-001V/sowing-advice?reserve=-1', 'reserve'],
  ['/trays?state=lost', 'state'],
  ['/calendar.ics?what=everything', 'what'],
];

it('every form of the season and the tray names the field that is wrong, and writes nothing', async () => {
  const library = await openTestLibrary();
  await library.done('/api/lots', envelope());
  await library.done('/api/members', { name: 'Ottoline Brask' });
  await library.done('/api/bench', { name: 'Sill', kind: 'sill', holds: 1 });
  await library.done('/api/planned', { ...PLAN, lotCode: 'TM-001V' });
  await library.done('/api/trays', { ...TRAY, fills: [A], wish: [{ letter: 'A', cells: 2 }] });
  await library.done('/api/sowings', { lotCode: 'TM-001V', method: 'cells', cells: 2, seedsPerCell: 1, seeds: 2, sownOn: '2027-03-14' });
  const before = rowCounts(library.db);
  const wrong: string[] = [];
  for (const [method, path, body, field] of CASES) {
    const answer = await library.send(method, `/api${path}`, body);
    const paths = (answer.body.errors ?? []).map((e: any) => e.path);
    if (answer.status !== 400 || !paths.includes(field))
      wrong.push(`${method} ${path} ${field}: ${String(answer.status)} ${paths.join(', ')}`);
    if (JSON.stringify(rowCounts(library.db)) !== JSON.stringify(before)) wrong.push(`${method} ${path} ${field}: wrote something`);
  }
  for (const [method, path, body, words] of BLOCKED) {
    const { status, body: said } = await library.send(method, `/api${path}`, body);
    if (status !== 409 || said.code !== 'blocked' || !String(said.detail).includes(words))
      wrong.push(`${method} ${path}: ${String(status)} ${String(said.detail)}`);
  }
  for (const [path, field] of READS) {
    const answer = await library.get(`/api${path}`);
    const paths = (answer.body.errors ?? []).map((e: any) => e.path);
    if (answer.status !== 400 || !paths.includes(field)) wrong.push(`GET ${path}: ${String(answer.status)} ${paths.join(', ')}`);
  }
  for (const path of ['/planned/99', '/trays/99', '/gardens/99/frost', '/sowings/99']) {
    if ((await library.get(`/api${path}`)).status !== 404) wrong.push(`GET ${path} is there`);
  }
  expect(wrong).toEqual([]);
});
