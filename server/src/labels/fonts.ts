import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fontkit from '@pdf-lib/fontkit';
import type { LabelFont } from '@esprel/core';

/** What is used of a font: fontkit's own types do not name it. */
export interface Face {
  readonly name: string;
  readonly bytes: Buffer;
  readonly font: {
    readonly unitsPerEm: number;
    hasGlyphForCodePoint(code: number): boolean;
    layout(text: string): {
      readonly advanceWidth: number;
      readonly glyphs: readonly { readonly id: number; readonly path: { toSVG(): string } }[];
      readonly positions: readonly { readonly xAdvance: number; readonly xOffset: number; readonly yOffset: number }[];
    };
  };
}

const require = createRequire(import.meta.url);

function face(name: string): Face {
  const [family, ...rest] = name.split('/');
  const bytes = readFileSync(require.resolve(`@fontsource/${String(family)}/files/${rest.join('/')}.woff`));
  return { name, bytes, font: fontkit.create(bytes) as unknown as Face['font'] };
}

const NEXT = 'atkinson-hyperlegible-next';
const MONO = 'atkinson-hyperlegible-mono';
/** The faces of each label font, in the order in which a letter is looked for in them. */
const FACES: Readonly<Record<LabelFont, readonly string[]>> = {
  plain: [
    `${NEXT}/${NEXT}-latin-400-normal`,
    `${NEXT}/${NEXT}-latin-ext-400-normal`,
    ...['latin', 'latin-ext', 'cyrillic', 'cyrillic-ext', 'greek', 'greek-ext', 'vietnamese', 'devanagari'].map(
      (s) => `noto-sans/noto-sans-${s}-400-normal`,
    ),
  ],
  bold: [
    `${NEXT}/${NEXT}-latin-700-normal`,
    `${NEXT}/${NEXT}-latin-ext-700-normal`,
    ...['latin', 'latin-ext', 'cyrillic', 'cyrillic-ext', 'greek', 'greek-ext', 'vietnamese', 'devanagari'].map(
      (s) => `noto-sans/noto-sans-${s}-700-normal`,
    ),
  ],
  code: [`${MONO}/${MONO}-latin-700-normal`],
};

const loaded = new Map<string, Face>();

function load(name: string): Face {
  let f = loaded.get(name);
  if (!f) loaded.set(name, (f = face(name)));
  return f;
}

/** A stretch of text that one face can draw; null where none of ours can. */
interface Stretch {
  readonly text: string;
  readonly face: Face | null;
}

/** Takes a text apart into stretches of one face each. */
export function stretches(text: string, font: LabelFont): Stretch[] {
  const out: { text: string; face: Face | null }[] = [];
  for (const letter of text.normalize('NFC')) {
    const code = letter.codePointAt(0) ?? 0;
    const last = out[out.length - 1];
    // A space stays with what it stands in.
    if (last && letter === ' ' && last.face) {
      last.text += letter;
      continue;
    }
    const name = FACES[font].find((n) => load(n).font.hasGlyphForCodePoint(code));
    const found = name === undefined ? null : load(name);
    if (last && last.face === found) last.text += letter;
    else out.push({ text: letter, face: found });
  }
  return out;
}

const MM_PER_PT = 25.4 / 72;
/** A letter that no face can draw takes the room of a box, in shares of its size. */
export const BOX_EM = 0.6;

/** Widths in shares of the size, by font and text: a label is tried at many sizes, and its words are the same at each. */
const widths = new Map<string, number>();
const MOST_WIDTHS = 50_000;

function widthEm(text: string, font: LabelFont): number {
  const key = `${font} ${text}`;
  let em = widths.get(key);
  if (em === undefined) {
    em = stretches(text, font).reduce(
      (sum, s) => sum + (s.face ? s.face.font.layout(s.text).advanceWidth / s.face.font.unitsPerEm : [...s.text].length * BOX_EM),
      0,
    );
    if (widths.size >= MOST_WIDTHS) widths.clear();
    widths.set(key, em);
  }
  return em;
}

/** Width of a text in mm. */
export function measure(text: string, sizePt: number, font: LabelFont): number {
  return widthEm(text, font) * sizePt * MM_PER_PT;
}
