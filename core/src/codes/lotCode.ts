import { CoreError, needCount } from '../errors.ts';

/**
 * Lot codes: two letters of the crop, a number, a check letter, as `TM-187K`.
 *
 * The letters I, O and Q are never used, so a 0 read as O or a 1 read as I can only be meant one way
 * and is put right without asking. The 23 letters left are a prime number of values: with weights that
 * differ and are not multiples of 23, every single wrong character and every swap of two
 * neighbours (of the same kind) changes the check letter.
 */
export const CODE_LETTERS = 'ABCDEFGHJKLMNPRSTUVWXYZ';
const MODULUS = 23;
/** Numbers run from 1 to 9,999,999; shorter ones are written with three digits. */
export const MAX_SERIAL = 9_999_999;

export interface LotCodeParts {
  readonly letters: string;
  readonly serial: number;
  readonly check: string;
  /** The number as it was typed, leading zeros kept. */
  readonly digits: string;
}

/** The check letter for two crop letters and a number. */
export function checkLetter(letters: string, serial: number): string {
  // The number is weighted from its right end, so that leading zeros do not matter.
  let sum = 0;
  const digits = String(serial);
  for (let i = 0; i < digits.length; i++) sum += (i + 3) * Number(digits[digits.length - 1 - i]);
  sum += 1 * CODE_LETTERS.indexOf(letters[0] ?? '') + 2 * CODE_LETTERS.indexOf(letters[1] ?? '');
  return CODE_LETTERS[sum % MODULUS] as string;
}

/** Writes a lot code: `formatLotCode('TM', 187)`. Throws a CoreError on letters that codes do not use. */
export function formatLotCode(letters: string, serial: number): string {
  if (letters.length !== 2 || [...letters].some((c) => !CODE_LETTERS.includes(c))) {
    throw new CoreError('formatLotCode', 'letters', letters, `must be two of ${CODE_LETTERS}`);
  }
  needCount('formatLotCode', 'serial', serial, 1, MAX_SERIAL);
  return `${letters}-${String(serial).padStart(3, '0')}${checkLetter(letters, serial)}`;
}

const CONFUSED_AS_DIGIT: Readonly<Record<string, string>> = { O: '0', Q: '0', I: '1', L: '1' };
const CONFUSED_AS_LETTER: Readonly<Record<string, string>> = { '8': 'B', '5': 'S', '2': 'Z', '6': 'G', '4': 'A', '7': 'T' };

/**
 * Takes typed or scanned text apart into two letters, digits and a check letter, forgiving case,
 * spaces, a missing dash, and digits typed for letters that look like them (and the reverse).
 * Null when the text does not have the shape of a lot code at all; the check letter is not tested here.
 */
export function readLotCode(text: string): LotCodeParts | null {
  const raw = text.toUpperCase().replace(/[\s\-–—_.·]/g, '');
  const m = /^([A-Z0-9]{2})([0-9OQIL]{1,7})([A-Z0-9])$/.exec(raw);
  if (!m) return null;
  const asLetter = (c: string): string => CONFUSED_AS_LETTER[c] ?? c;
  const letters = [...(m[1] as string)].map(asLetter).join('');
  const digits = [...(m[2] as string)].map((c) => CONFUSED_AS_DIGIT[c] ?? c).join('');
  const check = asLetter(m[3] as string);
  // A mis-shapen word such as "basil" would otherwise be read as a code.
  if (!/[0-9]/.test(m[2] as string)) return null;
  if (![...letters, check].every((c) => CODE_LETTERS.includes(c))) return null;
  if (Number(digits) < 1) return null;
  return { letters, serial: Number(digits), check, digits };
}

/** The code in its one spelling when the text is a valid lot code, else null. */
export function parseLotCode(text: string): string | null {
  const parts = readLotCode(text);
  if (!parts || checkLetter(parts.letters, parts.serial) !== parts.check) return null;
  return formatLotCode(parts.letters, parts.serial);
}

/** A correction of a mistyped code: the valid code, which character was wrong (1-based, dash counted) and what it was. */
export interface CodeCorrection {
  readonly code: string;
  readonly position: number;
  readonly typed: string;
  readonly meant: string;
  readonly kind: 'wrong' | 'swapped';
}

const LOOK_ALIKE = ['8B', '5S', '2Z', '6G', '17', '38', '69', 'UV', 'MN', 'EF', 'PR', 'VY', 'CG', '49', '35', 'DB', 'TF', 'KX', '56'];

function alike(a: string, b: string): boolean {
  return LOOK_ALIKE.some((pair) => pair.includes(a) && pair.includes(b));
}

/**
 * What a code with a wrong check letter may have been: every valid code that differs by one character
 * or by one swap of neighbours, characters that look alike first. The caller keeps those that exist.
 */
export function correctionsOf(text: string): readonly CodeCorrection[] {
  const parts = readLotCode(text);
  if (!parts || checkLetter(parts.letters, parts.serial) === parts.check) return [];
  // As typed: a first digit read as 0 would otherwise be lost with the leading zeros.
  const typed = `${parts.letters}-${parts.digits.padStart(3, '0')}${parts.check}`;
  const found = new Map<string, CodeCorrection>();
  const consider = (chars: string, position: number, kind: CodeCorrection['kind']): void => {
    const code = parseLotCode(chars);
    if (code === null || code.length !== typed.length || found.has(code)) return;
    found.set(code, {
      code,
      position: position + 1,
      typed: kind === 'swapped' ? typed.slice(position, position + 2) : (typed[position] as string),
      meant: kind === 'swapped' ? chars.slice(position, position + 2) : (chars[position] as string),
      kind,
    });
  };
  for (let i = 0; i < typed.length; i++) {
    const c = typed[i] as string;
    if (c === '-') continue;
    const next = typed[i + 1];
    if (next !== undefined && next !== '-' && next !== c && /\d/.test(c) === /\d/.test(next)) {
      consider(typed.slice(0, i) + next + c + typed.slice(i + 2), i, 'swapped');
    }
    for (const other of /\d/.test(c) ? '0123456789' : CODE_LETTERS) {
      if (other !== c) consider(typed.slice(0, i) + other + typed.slice(i + 1), i, 'wrong');
    }
  }
  const rank = (f: CodeCorrection): number => (f.kind === 'swapped' ? 1 : alike(f.typed, f.meant) ? 0 : 2);
  return [...found.values()].sort((a, b) => rank(a) - rank(b));
}
