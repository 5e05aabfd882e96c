/**
 * The code of a member's card or link. It is read by scanners and cameras, and typed where there are none, so it has only capital letters and
 * digits that nobody takes for one another (the alphabet of Douglas Crockford's base 32).
 */
const LETTERS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
/** 26 letters of 5 bits: 130 bits, which nobody guesses. */
export const MEMBER_CODE_LENGTH = 26;
/** Random bytes that a code is made from. */
export const MEMBER_CODE_BYTES = 17;
/** Cards that are made in one go at most. */
export const MOST_CODES = 200;
/** What stands before the code in the address of the member's page: what follows it is never sent to the server as part of an address. */
const MARK = '#';

/** The code that random bytes are written as. `bytes` holds `MEMBER_CODE_BYTES` of them. */
export function memberCodeOf(bytes: Uint8Array): string {
  let bits = 0;
  let held = 0;
  let code = '';
  for (const byte of bytes) {
    held = (held << 8) | byte;
    bits += 8;
    while (bits >= 5 && code.length < MEMBER_CODE_LENGTH) {
      bits -= 5;
      code += LETTERS.charAt((held >> bits) & 31);
    }
    held &= (1 << bits) - 1;
  }
  return code;
}

/** What people and scanners write for the letters that the alphabet leaves out. */
const MEANT: Readonly<Record<string, string>> = { O: '0', I: '1', L: '1' };
const CODE = new RegExp(`^[${LETTERS}]{${String(MEMBER_CODE_LENGTH)}}$`);

/**
 * The code in what was scanned or typed: the code itself, with spaces, dashes and small letters, or an address that ends with it, also where a
 * scanner set to another keyboard wrote other signs between its words. Null where there is none.
 */
export function readMemberCode(text: string): string | null {
  const typed = text.toUpperCase().replace(/[\s-]/g, '');
  const [, tail] = /(?:^|[^0-9A-Z])([0-9A-Z]{26})$/.exec(typed) ?? [];
  const code = (tail ?? '').replace(/[OIL]/g, (c) => MEANT[c] ?? c);
  return CODE.test(code) ? code : null;
}

/** In groups of four, as it is read out and typed. */
export const groupedMemberCode = (code: string): string => code.replace(/(.{4})(?=.)/g, '$1 ');

/** The address that opens the member's page with a code. `base` is where members reach the library, without a slash at its end. */
export const memberAddress = (base: string, code: string): string => `${base}/my/${MARK}${code}`;
