import { needNumber } from '../errors.ts';
import type { LabelText } from './labelText.ts';

export type LabelFont = 'plain' | 'bold' | 'code';

/** Width of a text in mm at a size in points. */
export type Measure = (text: string, sizePt: number, font: LabelFont) => number;

/** A line of text; x and y are its left end on the base line, in mm from the top left of the label. */
export interface PlacedText {
  readonly xMm: number;
  readonly yMm: number;
  readonly sizePt: number;
  readonly font: LabelFont;
  readonly text: string;
}

export interface LabelLayout {
  readonly texts: readonly PlacedText[];
  /** The scannable code as a square; null where there is none. */
  readonly code: { readonly xMm: number; readonly yMm: number; readonly sideMm: number } | null;
  /** Lines for which there was no room, the least needed first to go. */
  readonly leftOut: readonly string[];
}

const MM_PER_PT = 25.4 / 72;
const LEADING = 1.18;
const PAD_MM = 1.6;
/** Smaller is not read without glasses. */
const SMALLEST_PT = 6.5;

/** Breaks a text into lines no wider than `widthMm`; a word that is wider is broken where it must be. */
function wrap(text: string, widthMm: number, sizePt: number, font: LabelFont, measure: Measure): string[] {
  const lines: string[] = [];
  let line = '';
  const fits = (t: string): boolean => measure(t, sizePt, font) <= widthMm;
  for (let word of text.split(' ')) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (fits(longer)) {
      line = longer;
      continue;
    }
    if (line !== '') lines.push(line);
    while (!fits(word) && word.length > 1) {
      let n = word.length - 1;
      while (n > 1 && !fits(word.slice(0, n))) n -= 1;
      lines.push(word.slice(0, n));
      word = word.slice(n);
    }
    line = word;
  }
  if (line !== '') lines.push(line);
  return lines;
}

const isScanned = (label: LabelText): boolean => label.code !== null || label.scan !== undefined;

/** The side of what is scanned, in mm: an address has more in it than a code, and is read from further away. */
function sideOf(label: LabelText, widthMm: number, heightMm: number): number {
  if (!isScanned(label)) return 0;
  const [share, most] = label.scan === undefined ? [0.27, 17] : [0.4, 28];
  return Math.min(heightMm - 2 * PAD_MM, widthMm * share, most);
}

interface Piece {
  readonly text: string;
  readonly font: LabelFont;
  readonly sizePt: number;
}

function pieces(label: LabelText, scale: number, lines: readonly string[]): Piece[] {
  const size = (pt: number): number => Math.max(SMALLEST_PT, pt * scale);
  return [
    ...(label.code === null ? [] : [{ text: label.code, font: 'code' as const, sizePt: size(13) }]),
    { text: label.title, font: 'bold', sizePt: size(isScanned(label) ? (label.code === null ? 13 : 11.5) : 24) },
    ...label.cautions.map((text): Piece => ({ text, font: 'bold', sizePt: size(8) })),
    ...lines.map((text): Piece => ({ text, font: 'plain', sizePt: size(isScanned(label) ? 8.8 : 12) })),
  ];
}

/**
 * Sets the text of a label into its room: as large as fits, down to the smallest that can be read; then lines are left out
 * from the end. The code, the title and every caution always stand. Throws a CoreError for a room that is none.
 */
export function layoutLabel(label: LabelText, widthMm: number, heightMm: number, measure: Measure): LabelLayout {
  needNumber('layoutLabel', 'widthMm', widthMm, 10);
  needNumber('layoutLabel', 'heightMm', heightMm, 8);
  const side = sideOf(label, widthMm, heightMm);
  const left = PAD_MM + (side === 0 ? 0 : side + PAD_MM);
  const room = { width: widthMm - left - PAD_MM, height: heightMm - 2 * PAD_MM };
  const set = (scale: number, lines: readonly string[]): { texts: PlacedText[]; height: number } => {
    const texts: PlacedText[] = [];
    let y = 0;
    for (const p of pieces(label, scale, lines)) {
      for (const text of wrap(p.text, room.width, p.sizePt, p.font, measure)) {
        y += p.sizePt * MM_PER_PT * LEADING;
        texts.push({ xMm: left, yMm: PAD_MM + y - p.sizePt * MM_PER_PT * 0.28, sizePt: p.sizePt, font: p.font, text });
      }
    }
    return { texts, height: y };
  };
  const placeCode = side === 0 ? null : { xMm: PAD_MM, yMm: PAD_MM, sideMm: side };
  for (let kept = label.lines.length; kept >= 0; kept--) {
    const lines = label.lines.slice(0, kept);
    // From larger than usual, where there is room, to the smallest.
    for (let scale = 1.5; scale > 0.5; scale -= 0.05) {
      const { texts, height } = set(scale, lines);
      if (height <= room.height) return { texts, code: placeCode, leftOut: label.lines.slice(kept) };
    }
  }
  // Cautions alone do not fit: they stand all the same, and what runs over is reported by the caller.
  return { texts: set(0.5, []).texts, code: placeCode, leftOut: label.lines };
}

/** More labels than this for one thing are a book. */
const MOST_PARTS = 4;

/**
 * The text of a label, as many labels as it takes: what finds no room on the first stands on a second one, for the back, so that
 * nothing is dropped in silence. Each has the code and the title; cautions come first of all.
 */
export function labelParts(label: LabelText, widthMm: number, heightMm: number, measure: Measure): LabelText[] {
  const parts: LabelText[] = [];
  let rest = [...label.cautions.map((text) => ({ text, caution: true })), ...label.lines.map((text) => ({ text, caution: false }))];
  const withItems = (items: typeof rest): LabelText => ({
    code: label.code,
    ...(label.scan === undefined ? {} : { scan: label.scan }),
    title: parts.length === 0 ? label.title : `${label.title}, ${String(parts.length + 1)}`,
    cautions: items.filter((i) => i.caution).map((i) => i.text),
    lines: items.filter((i) => !i.caution).map((i) => i.text),
  });
  const fits = (text: LabelText): boolean => {
    const layout = layoutLabel(text, widthMm, heightMm, measure);
    return layout.leftOut.length === 0 && !overruns(layout, heightMm);
  };
  do {
    let n = rest.length;
    while (n > 1 && !fits(withItems(rest.slice(0, n)))) n -= 1;
    parts.push(withItems(rest.slice(0, n)));
    rest = rest.slice(n);
  } while (rest.length > 0 && parts.length < MOST_PARTS);
  return parts;
}

/** How long a label must be cut from an endless roll, in mm: all of its text at the usual size, `leastMm` at the least. */
export function cutLength(label: LabelText, widthMm: number, leastMm: number, measure: Measure): number {
  needNumber('cutLength', 'widthMm', widthMm, 10);
  needNumber('cutLength', 'leastMm', leastMm, 8, 1000);
  // The code beside the text is as high as the label allows; it is the text that needs the length.
  const side = sideOf(label, widthMm, Infinity);
  const width = widthMm - 2 * PAD_MM - (side === 0 ? 0 : side + PAD_MM);
  const text = pieces(label, 1, label.lines).reduce(
    (sum, p) => sum + wrap(p.text, width, p.sizePt, p.font, measure).length * p.sizePt * MM_PER_PT * LEADING,
    0,
  );
  return Math.max(leastMm, Math.ceil(Math.max(text, side) + 2 * PAD_MM + 0.5));
}

/** Whether all of a layout lies within its label; one with many cautions on a strip may not. */
export function overruns(layout: LabelLayout, heightMm: number): boolean {
  return layout.texts.some((t) => t.yMm > heightMm - PAD_MM / 2);
}
