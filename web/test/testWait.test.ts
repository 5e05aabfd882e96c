// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import type { BatchWait } from '../src/germination/batches.ts';
import TestWait from '../src/germination/TestWait.vue';
import { eachDesk, words } from './desk.ts';

/** A batch whose day to call is given; today is 14 March 2027. */
const batch = (over: Partial<BatchWait>): BatchWait => ({
  warmFrom: '2027-03-01',
  countedOn: '2027-03-14',
  callDay: '2027-03-20',
  callOn: 19,
  expectedMore: 4.2,
  moreLow: 1,
  moreHigh: 7,
  finalShare: { median: 0.8, low: 0.7, high: 0.9 },
  advice: 'wait',
  pace: 1,
  ahead: [],
  ...over,
});
const desk = eachDesk();
async function says(...waits: BatchWait[]): Promise<string> {
  return words(await desk.show(TestWait, { waits }));
}

describe('wait or call, in words', () => {
  it('waits while seed is to come, and says when a test is slow', async () => {
    expect(await says(batch({}))).toContain('Wait until Sat 20 Mar About 4 more may come (1 to 7).');
    expect(await says(batch({ pace: 1.4 }))).toContain('slower than usual, so it needs more time');
  });

  it('calls it once nothing is to come, but has it counted again when the last count is older than today', async () => {
    expect(await says(batch({ callDay: '2027-03-14', expectedMore: 0.3, moreLow: 0, moreHigh: 1 }))).toContain('Call it: close the test');
    const behind = await says(batch({ callDay: '2027-03-14', countedOn: '2027-03-09', expectedMore: 9, moreLow: 5, moreHigh: 13 }));
    expect(behind).toContain('Count it a last time, then close it');
    expect(behind).toContain('since the last count (5 to 13)');
  });

  it('lets the later of two batches decide', async () => {
    const both = await says(batch({ callDay: '2027-03-14' }), batch({ callDay: '2027-04-02', expectedMore: 3 }));
    expect(both).toContain('Wait until Fri 2 Apr');
    expect(both).toContain('The two batches together');
  });
});
