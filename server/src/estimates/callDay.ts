import { addDays, paceOf, type TestMethod, waitForTest, type WaitInput, waitInput } from '@esprel/core';
import type { Db } from '../db/db.ts';
import { libraryCrop } from '../records/crop.ts';
import { batchesOf, markOf, replicatesOf, type TestRow } from '../records/test.ts';

/** Day on which to stop waiting, the latest of the batches; null before all of them were counted once. */
export function callDay(db: Db, test: TestRow, cropKey: string, prior: WaitInput['prior'], today: string): string | null {
  const crop = libraryCrop(db, cropKey);
  const pace = paceOf(crop, test.method as TestMethod);
  const days = batchesOf(test, replicatesOf(db, test.id)).map(({ warmFrom, replicates }) => {
    const counted = replicates.map((r) => ({ seeds: r.seeds, countedOn: r.counted_on, marks: r.marks.map(markOf) }));
    const input = waitInput(counted, warmFrom, today, prior, pace);
    return input === null ? null : addDays(warmFrom, waitForTest(input).callOn);
  });
  return days.length === 0 || days.includes(null) ? null : (days as string[]).reduce((a, b) => (a > b ? a : b));
}
