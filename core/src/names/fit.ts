import { fewestSteps, forgiven, typingSteps } from './likeness.ts';

/** Typing mistakes between a typed word and a word, or the beginning of it: one is still typing. Null when too many. */
function wordSteps(typed: string, word: string): number | null {
  if (word.startsWith(typed)) return 0;
  const most = forgiven(typed.length);
  if (most === 0 || fewestSteps(typed, word) > most) return null;
  let best = typingSteps(typed, word, most);
  if (word.length > typed.length) {
    best = Math.min(best, typingSteps(typed, word.slice(0, typed.length), most) + 0.25);
    best = Math.min(best, typingSteps(typed, word.slice(0, typed.length + 1), most) + 0.25);
  }
  return Math.floor(best) <= most ? best : null;
}

/**
 * How well a typed text fits a name, both in Latin letters: 0 equal, 1 begins so, 2 a word begins so, 3 holds it, 4 and
 * more with typing mistakes (4 + their number); null when it does not fit. Every typed word must be found.
 */
export function nameFit(typed: string, name: string): number | null {
  if (typed === '' || name === '') return null;
  if (name === typed) return 0;
  if (name.startsWith(typed)) return 1;
  if (` ${name}`.includes(` ${typed}`)) return 2;
  if (name.includes(typed)) return 3;
  return mistypedFit(typed, name);
}

/** The same of a name that does not hold the text: 4 and the number of typing mistakes, or null. */
export function mistypedFit(typed: string, name: string): number | null {
  const parts = typed.split(' ');
  // Before anything is taken apart: most of thousands of names lack too many letters.
  if (parts.some((part) => fewestSteps(part, name) > forgiven(part.length))) return null;
  const words = name.split(' ');
  let steps = 0;
  for (const part of parts) {
    let best: number | null = null;
    for (const word of words) {
      const s = wordSteps(part, word);
      if (s !== null && (best === null || s < best)) best = s;
    }
    if (best === null) return null;
    steps += best;
  }
  return 4 + steps;
}
