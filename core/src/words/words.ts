const NUMBER_WORDS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];

/** A small number as a word, others as digits: `numberWords(9)` is "nine". */
export function numberWords(n: number): string {
  return NUMBER_WORDS[n] ?? String(n);
}

/** `plural(2, 'bag')` is "2 bags". */
export function plural(n: number, one: string, many = `${one}s`): string {
  return `${String(n)} ${n === 1 ? one : many}`;
}

/** As `plural`, with thousands set apart: `pluralLarge(46633, 'seed')` is "46,633 seeds". */
export function pluralLarge(n: number, one: string, many = `${one}s`): string {
  return `${n.toLocaleString('en')} ${n === 1 ? one : many}`;
}

/** With a capital first letter, as a sentence or a heading begins. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
