import { COMMON_PASSPHRASES } from './commonPassphrases.ts';

/** Shorter ones can be tried through. NIST SP 800-63B asks for length and against the commonest, and for no other rules. */
export const SHORTEST_PASSPHRASE = 12;
export const LONGEST_PASSPHRASE = 200;

/** A passphrase as it is kept and compared: the same letters typed on another keyboard are the same. */
export const plainPassphrase = (text: string): string => text.normalize('NFKC');

const common = new Set(COMMON_PASSPHRASES);

/** Without what people add to a common one to make it look like another: capitals, blanks, and signs or digits at its ends. */
function bare(text: string): string[] {
  const low = plainPassphrase(text)
    .toLowerCase()
    .replace(/[\s_.-]+/g, '');
  return [low, low.replace(/[^a-z]+$/, ''), low.replace(/^[^a-z]+/, ''), low.replace(/^[^a-z]+|[^a-z]+$/g, '')];
}

/** One or two characters all through, or a run along the alphabet, the digits or a row of keys. */
function isPattern(low: string): boolean {
  if (new Set(low).size <= 2) return true;
  const runs = ['abcdefghijklmnopqrstuvwxyz', '01234567890123456789', 'qwertyuiopasdfghjklzxcvbnm'];
  return runs.some((run) => run.includes(low) || [...run].reverse().join('').includes(low));
}

/** What is wrong with a new passphrase, in words that say what to do; null where nothing is. */
export function passphraseProblem(text: string): string | null {
  const length = [...plainPassphrase(text)].length;
  if (length < SHORTEST_PASSPHRASE) return `is too short; ${String(SHORTEST_PASSPHRASE)} characters at least, such as four words`;
  if (length > LONGEST_PASSPHRASE) return `is too long; ${String(LONGEST_PASSPHRASE)} characters at most`;
  const forms = bare(text);
  if (forms.some((f) => common.has(f)) || isPattern(forms[0] ?? '')) return 'is one of the first that would be tried; choose another';
  return null;
}
