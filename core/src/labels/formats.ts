import { needCount, needNumber } from '../errors.ts';

/** What a label is for: the envelope in its box, a packet for a member, a pot, the front of a box. */
export const LABEL_KINDS = ['envelope', 'packet', 'pot', 'bag', 'box'] as const;
export type LabelKind = (typeof LABEL_KINDS)[number];

/** Cards for members go onto the same sheets. */
export const CARD_FORMATS = ['a4-21', 'a4-14', 'a4-8'] as const;

/** A sheet of sticky labels, or a roll of them; all measures in millimetres. */
export interface LabelFormat {
  readonly words: string;
  readonly pageWidthMm: number;
  readonly pageHeightMm: number;
  readonly columns: number;
  readonly rows: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly topMm: number;
  readonly leftMm: number;
  readonly gapXMm: number;
  readonly gapYMm: number;
  /** An endless roll: each label is cut as long as its text needs, `heightMm` at the least. */
  readonly continuous?: boolean;
}

const A4 = { pageWidthMm: 210, pageHeightMm: 297 } as const;
const LETTER = { pageWidthMm: 215.9, pageHeightMm: 279.4 } as const;

function roll(widthMm: number, heightMm: number): LabelFormat {
  return {
    words: `roll, ${String(widthMm)} x ${String(heightMm)} mm`,
    pageWidthMm: widthMm,
    pageHeightMm: heightMm,
    columns: 1,
    rows: 1,
    widthMm,
    heightMm,
    topMm: 0,
    leftMm: 0,
    gapXMm: 0,
    gapYMm: 0,
  };
}

/** Common sizes of label sheets, by how many stand on them, two rolls of cut labels, and an endless one. */
export const LABEL_FORMATS = {
  'a4-21': {
    ...A4,
    words: '21 on A4, 63.5 x 38.1 mm',
    columns: 3,
    rows: 7,
    widthMm: 63.5,
    heightMm: 38.1,
    topMm: 15.1,
    leftMm: 7.2,
    gapXMm: 2.5,
    gapYMm: 0,
  },
  'a4-14': {
    ...A4,
    words: '14 on A4, 99.1 x 38.1 mm',
    columns: 2,
    rows: 7,
    widthMm: 99.1,
    heightMm: 38.1,
    topMm: 15.1,
    leftMm: 4.7,
    gapXMm: 2.5,
    gapYMm: 0,
  },
  'a4-8': {
    ...A4,
    words: '8 on A4, 99.1 x 67.7 mm',
    columns: 2,
    rows: 4,
    widthMm: 99.1,
    heightMm: 67.7,
    topMm: 13.1,
    leftMm: 4.7,
    gapXMm: 2.5,
    gapYMm: 0,
  },
  'a4-36': {
    ...A4,
    words: '36 strips on A4, 66 x 22 mm',
    columns: 3,
    rows: 12,
    widthMm: 66,
    heightMm: 22,
    topMm: 16,
    leftMm: 6,
    gapXMm: 0,
    gapYMm: 0,
  },
  'letter-30': {
    ...LETTER,
    words: '30 on Letter, 66.7 x 25.4 mm',
    columns: 3,
    rows: 10,
    widthMm: 66.7,
    heightMm: 25.4,
    topMm: 12.7,
    leftMm: 4.8,
    gapXMm: 3.1,
    gapYMm: 0,
  },
  'letter-10': {
    ...LETTER,
    words: '10 on Letter, 101.6 x 50.8 mm',
    columns: 2,
    rows: 5,
    widthMm: 101.6,
    heightMm: 50.8,
    topMm: 12.7,
    leftMm: 4,
    gapXMm: 4.7,
    gapYMm: 0,
  },
  'tape-62': { ...roll(62, 18), words: 'endless roll, 62 mm wide, cut to length', continuous: true },
  'roll-62': roll(62, 29),
  'roll-100': roll(100, 50),
} as const satisfies Readonly<Record<string, LabelFormat>>;
export type LabelFormatName = keyof typeof LABEL_FORMATS;

/** The format that suits a kind when nobody chose one. */
export const USUAL_FORMAT: Readonly<Record<LabelKind, LabelFormatName>> = {
  envelope: 'a4-21',
  packet: 'a4-14',
  pot: 'a4-36',
  bag: 'a4-21',
  box: 'a4-8',
};

/**
 * Where each label of a run stands: its page (from 0) and its corner from the top left of the page, in mm. The first `skip`
 * places of the first page are used already.
 */
export function labelPlaces(
  format: LabelFormat,
  count: number,
  skip: number,
): { readonly page: number; readonly xMm: number; readonly yMm: number }[] {
  needNumber('labelPlaces', 'skip', skip);
  needCount('labelPlaces', 'count', count, 0, 1_000_000);
  const perPage = format.columns * format.rows;
  const used = Math.min(Math.max(0, Math.floor(skip)), perPage - 1);
  return Array.from({ length: count }, (_, i) => {
    const at = used + i;
    const within = at % perPage;
    return {
      page: Math.floor(at / perPage),
      xMm: format.leftMm + (within % format.columns) * (format.widthMm + format.gapXMm),
      yMm: format.topMm + Math.floor(within / format.columns) * (format.heightMm + format.gapYMm),
    };
  });
}
