import { latinName } from './latin.ts';

/**
 * Steps that turn one text into another: a letter put in, left out, changed, or two neighbours swapped (optimal string
 * alignment distance; Damerau 1964, doi:10.1145/363958.363994). Stops counting above `most` and answers `most + 1`.
 */
export function typingSteps(a: string, b: string, most = Infinity): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let before: number[] = [];
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    let least = i;
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1];
      let steps = Math.min((row[j] as number) + 1, (next[j - 1] as number) + 1, (row[j - 1] as number) + (same ? 0 : 1));
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) steps = Math.min(steps, (before[j - 2] as number) + 1);
      next.push(steps);
      least = Math.min(least, steps);
    }
    if (least > most) return most + 1;
    before = row;
    row = next;
  }
  return row[b.length] as number;
}

/** How often each letter is there; letters beyond a to z share places. Emptied before each use. */
const there = new Int16Array(32);

/**
 * Fewest steps from a text to another or to any piece of it: each does away with one letter that the other lacks. Much quicker than
 * counting the steps, and enough to leave out most of thousands of names.
 */
export function fewestSteps(a: string, b: string): number {
  there.fill(0);
  for (let i = 0; i < b.length; i++) {
    const letter = b.charCodeAt(i) & 31;
    there[letter] = (there[letter] as number) + 1;
  }
  let lacking = 0;
  for (let i = 0; i < a.length; i++) {
    const letter = a.charCodeAt(i) & 31;
    const left = (there[letter] as number) - 1;
    there[letter] = left;
    if (left < 0) lacking++;
  }
  return lacking;
}

/** Typing mistakes forgiven in a word of this length: none in very short ones, where every other word is near. */
export function forgiven(length: number): number {
  return length < 4 ? 0 : length < 8 ? 1 : 2;
}

export type Likeness = 'same' | 'near' | null;

/** Words that say nothing about which variety it is. */
const FILLERS = new Set(['the', 'a', 'of', 'and', 'de', 'la', 'le', 'der', 'die', 'das', 'von']);

function tokens(latin: string): string[] {
  const all = latin.split(' ').filter((w) => w !== '');
  const telling = all.filter((w) => !FILLERS.has(w));
  return (telling.length > 0 ? telling : all).sort();
}

/**
 * Whether two names may mean one variety. `same`: equal but for case, accents, script, word order and joining of words.
 * `near`: every word of the shorter has a partner in the longer within the typing mistakes that are forgiven, and at
 * most one word is left over.
 */
export function likeness(a: string, b: string): Likeness {
  const left = tokens(latinName(a));
  const right = tokens(latinName(b));
  if (left.length === 0 || right.length === 0) return null;
  const one = left.join('');
  const other = right.join('');
  // The unsorted join as well: "Black Berry" and "Blackberry".
  if (one === other || latinName(a).replace(/ /g, '') === latinName(b).replace(/ /g, '')) return 'same';
  const [few, many] = left.length <= right.length ? [left, [...right]] : [right, [...left]];
  if (many.length - few.length > 1) return null;
  for (const word of few) {
    const i = many.findIndex(
      (w) => typingSteps(word, w, forgiven(Math.min(word.length, w.length))) <= forgiven(Math.min(word.length, w.length)),
    );
    if (i < 0) return typingSteps(one, other, forgiven(one.length)) <= forgiven(Math.min(one.length, other.length)) ? 'near' : null;
    many.splice(i, 1);
  }
  // One short word shared, and another beside it, is two varieties: "Red" is not "Red Star".
  return many.length === 1 && few.length === 1 && (few[0] as string).length < 5 ? null : 'near';
}

/** The three-letter pieces by which an index finds a name; shorter names are their own piece. */
export function trigrams(latin: string): string[] {
  const out = new Set<string>();
  for (const word of latin.split(' ')) {
    for (let i = 0; i + 3 <= word.length; i++) out.add(word.slice(i, i + 3));
  }
  return [...out];
}
