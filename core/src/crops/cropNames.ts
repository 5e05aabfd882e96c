import { latinName } from '../names/latin.ts';
import { mistypedFit } from '../names/fit.ts';

/** What kind of name it is; misspellings count only where no other name is written so. */
export const CROP_NAME_KINDS = ['common', 'plural', 'regional', 'type', 'botanical', 'other-language', 'misspelling'] as const;
export type CropNameKind = (typeof CROP_NAME_KINDS)[number];

/** One name of one crop. `rank` 1 is the most usual meaning of a name that several crops share. */
export interface CropName {
  readonly key: string;
  readonly name: string;
  readonly kind: CropNameKind;
  readonly rank: number;
  /** True for the name under which the crop stands in this program: whoever types it whole means it. */
  readonly proper?: boolean;
}

/** A crop that a text may mean, and by which of its names. */
export interface CropMeaning {
  readonly key: string;
  readonly as: string;
  readonly kind: CropNameKind;
  /** How well the text fits the name: 0 equal, 1 begins so, 2 a word begins so, 3 holds it, 4 and more with typing mistakes. */
  readonly fit: number;
}

interface Entry extends CropName {
  readonly latin: string;
  /** With a space before it, where beginnings of words are looked for. */
  readonly spaced: string;
}

const kindOrder = (kind: CropNameKind): number => CROP_NAME_KINDS.indexOf(kind);
const likelier = (a: Entry, b: Entry): number => a.rank - b.rank || kindOrder(a.kind) - kindOrder(b.kind);

/** One meaning a crop, the first that is met. */
function meanings(entries: readonly { readonly e: Entry; readonly fit: number }[]): CropMeaning[] {
  const seen = new Set<string>();
  return entries
    .filter(({ e }) => !seen.has(e.key) && seen.add(e.key))
    .map(({ e, fit }) => ({ key: e.key, as: e.name, kind: e.kind, fit }));
}

/** Without what stands in brackets, and in Latin letters: "Lisianthus (eustoma)" is "lisianthus". */
const bare = (text: string): string => latinName(text.replace(/\(.*?\)/g, ' '));

/** Other ways a word of English may end, so that a name the table has in one number is found in the other. */
function numbers(latin: string): string[] {
  const out: string[] = [];
  if (latin.length > 3 && latin.endsWith('s')) out.push(latin.slice(0, -1));
  if (latin.length > 4 && latin.endsWith('es')) out.push(latin.slice(0, -2));
  if (latin.length > 4 && latin.endsWith('ies')) out.push(`${latin.slice(0, -3)}y`);
  return [...out, `${latin}s`];
}

/**
 * All names by which crops are looked for: everyday names, plurals, regional and old botanical ones, other languages, and ways they are
 * misspelt. A name may mean several crops; then all are answered, the likeliest first, and whoever asked has to choose.
 */
export class CropNames {
  private readonly byName = new Map<string, Entry[]>();
  private readonly entries: readonly Entry[];

  constructor(names: readonly CropName[]) {
    const entries: Entry[] = [];
    for (const n of names) {
      const latin = latinName(n.name);
      // Field by field: an object made larger by spreading is many times slower to read, and each letter typed reads them all.
      if (latin !== '')
        entries.push({ key: n.key, name: n.name, kind: n.kind, rank: n.rank, proper: n.proper === true, latin, spaced: ` ${latin}` });
    }
    for (const e of entries) {
      for (const form of new Set([e.latin, bare(e.name)])) {
        if (form !== '') this.byName.set(form, [...(this.byName.get(form) ?? []), e]);
      }
    }
    for (const list of this.byName.values()) list.sort(likelier);
    this.entries = entries;
  }

  /** The crops that have exactly this name, whatever its case, accents, hyphens and script; the likeliest first. */
  named(text: string): CropMeaning[] {
    for (const form of [latinName(text), bare(text)]) {
      for (const way of [form, ...numbers(form)]) {
        const found = this.byName.get(way) ?? [];
        const its = found.filter((e) => e.proper === true && e.latin === way);
        const right = its.length > 0 ? its : found.filter((e) => e.kind !== 'misspelling');
        if (found.length > 0) return meanings((right.length > 0 ? right : found).map((e) => ({ e, fit: 0 })));
      }
    }
    return [];
  }

  /** Crops whose names hold the text, or fit it through typing mistakes; best first, at most `limit`. */
  find(text: string, limit: number): CropMeaning[] {
    const typed = latinName(text);
    if (typed === '') return [];
    const exact = this.named(text);
    const fits: { readonly e: Entry; readonly fit: number }[] = [];
    for (const e of this.entries) {
      const fit = e.kind === 'misspelling' ? (e.latin.startsWith(typed) ? 3 : null) : plainFit(typed, e);
      if (fit !== null) fits.push({ e, fit });
    }
    if (exact.length + fits.length === 0) {
      for (const e of this.entries) {
        const fit = mistypedFit(typed, e.latin);
        if (fit !== null) fits.push({ e, fit });
      }
    }
    fits.sort(
      (a, b) => a.fit - b.fit || a.e.rank - b.e.rank || a.e.latin.length - b.e.latin.length || kindOrder(a.e.kind) - kindOrder(b.e.kind),
    );
    const seen = new Set(exact.map((m) => m.key));
    return [...exact, ...meanings(fits).filter((m) => !seen.has(m.key))].slice(0, limit);
  }

  /**
   * The crops that the words of a nickname name: "flat dark runner beans" is a runner bean. The longest name that stands in it as whole
   * words counts, of equally long ones the last, where English says what the thing is.
   */
  within(text: string): CropMeaning[] {
    const words = latinName(text).split(' ');
    for (let length = Math.min(4, words.length); length > 0; length--) {
      for (let at = words.length - length; at >= 0; at--) {
        const part = words.slice(at, at + length).join(' ');
        if (part.length < 3) continue;
        const found = this.named(part).filter((m) => m.kind !== 'misspelling' && m.kind !== 'other-language');
        if (found.length > 0) return found;
      }
    }
    return [];
  }
}

/** How a text fits a name without typing mistakes; null when it does not. */
function plainFit(typed: string, { latin, spaced }: Entry): number | null {
  const at = latin.indexOf(typed);
  if (at < 0) return null;
  if (at === 0) return latin === typed ? 0 : 1;
  if (spaced.includes(` ${typed}`)) return 2;
  return typed.length > 2 ? 3 : null;
}
