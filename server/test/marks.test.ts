import { describe, expect, it } from 'vitest';
import { all, run } from '../src/db/db.ts';
import { packMarks, unpackMarks } from '../src/journal/marks.ts';
import { envelope, openTestLibrary } from './library.ts';

const marks = [
  { position: 1, kind: 'normal', marked_on: '2027-03-20' },
  { position: 2, kind: 'hard', marked_on: '2027-03-26' },
  { position: 3, kind: 'normal', marked_on: '2027-03-20' },
  { position: 12, kind: 'normal', marked_on: '2027-03-26' },
];

describe('marks in the journal', () => {
  it('are kept by kind and day, and come back seed by seed', () => {
    expect(packMarks(marks)).toEqual({ normal: { '2027-03-20': [1, 3], '2027-03-26': [12] }, hard: { '2027-03-26': [2] } });
    expect(unpackMarks(packMarks(marks))).toEqual(marks);
    expect(unpackMarks(undefined)).toEqual([]);
  });

  it('of a count that an earlier version wrote out seed by seed are taken back all the same', async () => {
    const library = await openTestLibrary();
    const { db, done } = library;
    const { code } = await done('/api/lots', envelope({ seeds: 600 }));
    const { id } = await done('/api/tests', {
      lotCode: code,
      method: 'on-paper',
      replicates: [20],
      startedOn: '2027-03-14',
      nightC: 20,
      dayC: 30,
      light: 'either',
      preparationDays: 0,
    });
    library.today = '2027-03-21';
    const { step } = await done(`/api/tests/${String(id)}/counts`, {
      version: 1,
      replicate: 1,
      countedOn: '2027-03-21',
      marks: [{ position: 2, kind: 'normal', markedOn: '2027-03-21' }],
    });
    const left = (): number => all(db, 'SELECT * FROM seed_marks').length;
    expect(left()).toBe(1);
    run(
      db,
      `UPDATE events SET before = '{"marks":[]}', after = '{"marks":[{"position":2,"kind":"normal","marked_on":"2027-03-21"}]}' WHERE entity = 'seed_marks'`,
    );
    await done(`/api/history/${String(step.id)}/undo`, {});
    expect(left()).toBe(0);
  });
});
