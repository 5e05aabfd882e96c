import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MAX_SERIAL } from '../codes/lotCode.ts';
import { type CodeBlock, codesLeft, nextBlock, numberAfter, unusedNumber } from './codeBlocks.ts';

describe('codes that a desk may give by itself', () => {
  it('are given once, by whichever desk and by the library itself, in whatever order', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('library', 'block', 0, 1, 2), { maxLength: 120 }), (events) => {
        const blocks: (CodeBlock & { readonly desk: number })[] = [];
        const used = [new Set<number>(), new Set<number>(), new Set<number>()];
        const given: number[] = [];
        let last = 0;
        for (const e of events) {
          if (e === 'library') {
            last = numberAfter(last, blocks);
            given.push(last);
          } else if (e === 'block') {
            blocks.push({ ...nextBlock(Math.max(0, ...given), blocks, 4), desk: blocks.length % 3 });
          } else if (typeof e === 'number') {
            const own = blocks.filter((b) => b.desk === e);
            const n = unusedNumber(own, used[e] as Set<number>);
            if (n === null) expect(codesLeft(own, used[e] as Set<number>)).toBe(0);
            else {
              used[e]?.add(n);
              given.push(n);
            }
          }
        }
        expect(new Set(given).size).toBe(given.length);
      }),
    );
  });

  it('end where the numbers end, and say so', () => {
    expect(nextBlock(0, [])).toEqual({ first: 1, last: 300 });
    expect(() => nextBlock(MAX_SERIAL - 5, [])).toThrow('leaves no numbers');
  });
});
