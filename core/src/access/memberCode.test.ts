import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { groupedMemberCode, MEMBER_CODE_BYTES, memberAddress, memberCodeOf, readMemberCode } from './memberCode.ts';

const bytes = fc.uint8Array({ minLength: MEMBER_CODE_BYTES, maxLength: MEMBER_CODE_BYTES });

describe('the code of a card', () => {
  it('is read from whatever a scanner, a camera or a hand makes of it', () => {
    fc.assert(
      fc.property(bytes, (random) => {
        const code = memberCodeOf(random);
        expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{26}$/);
        expect(readMemberCode(code)).toBe(code);
        expect(readMemberCode(` ${groupedMemberCode(code).toLowerCase()} `)).toBe(code);
        expect(readMemberCode(code.replaceAll('0', 'O').replaceAll('1', 'l'))).toBe(code);
        expect(readMemberCode(memberAddress('https://seed.example', code))).toBe(code);
        // A scanner that takes the keyboard for another one.
        expect(readMemberCode(`HTTPSÖ&&seed.example&my&§${code}`)).toBe(code);
      }),
    );
  });

  it('differs where any of its 130 bits does', () => {
    const none = new Uint8Array(MEMBER_CODE_BYTES);
    const codes = new Set([memberCodeOf(none)]);
    for (let bit = 0; bit < 130; bit++) {
      const one = none.slice();
      one[bit >> 3] = 128 >> (bit & 7);
      codes.add(memberCodeOf(one));
    }
    expect(codes.size).toBe(131);
  });

  it('is nothing else that is scanned at a desk', () => {
    for (const text of ['TM-123K', '', '4006381333931', 'https://seed.example/my/', 'A'.repeat(25), 'A'.repeat(27), 'U'.repeat(26)]) {
      expect(readMemberCode(text)).toBeNull();
    }
  });
});
