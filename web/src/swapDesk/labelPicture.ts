import {
  broughtLabel,
  cutLength,
  type LabelFont,
  type LabelFormat,
  type LabelText,
  layoutLabel,
  type Measure,
  shortCautions,
} from '@esprel/core';
import { datamatrix, drawingSVG } from 'bwip-js/browser';
import type { SwapCopyCrop } from '@esprel/core/api';
import type { KeptCopy } from './keep.ts';
import type { InSaid } from './steps.ts';

/** Labels as this computer draws them, without asking anybody: laid out by the same rules as those of the library. */

const MM_PER_PX = 25.4 / 96;
export const LABEL_FONTS: Readonly<Record<LabelFont, string>> = {
  plain: "400 %pt 'Atkinson Hyperlegible Next', sans-serif",
  bold: "600 %pt 'Atkinson Hyperlegible Next', sans-serif",
  code: "600 %pt 'Atkinson Hyperlegible Mono', monospace",
};
export const fontOf = (font: LabelFont, sizePt: number): string => LABEL_FONTS[font].replace('%', String(sizePt));

let paper: CanvasRenderingContext2D | null = null;

/** Width of a text as this browser sets it, in mm. */
export const measure: Measure = (text, sizePt, font) => {
  paper ??= document.createElement('canvas').getContext('2d');
  // A browser without a canvas guesses; letters are about half as wide as they are high.
  if (paper === null) return text.length * sizePt * 0.5 * (25.4 / 72);
  paper.font = fontOf(font, sizePt);
  return paper.measureText(text).width * MM_PER_PX;
};

/** The text of a label of what came in. */
export function textOf(said: InSaid, code: string, crop: SwapCopyCrop | null, copy: KeptCopy): LabelText {
  return broughtLabel({
    code,
    name: said.name ?? null,
    crop: crop?.name ?? null,
    year: said.year ?? null,
    packed: said.yearKind === 'packing',
    seedsEach: said.seedsEach,
    saved: said.saved,
    cautions: crop === null ? [] : shortCautions(crop.cautions, said.form),
    swap: copy.swap.name,
    libraryName: copy.settings.libraryName,
  });
}

export interface LabelPicture {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly texts: ReturnType<typeof layoutLabel>['texts'];
  /** The code as a picture with its place; null where there is none. */
  readonly code: { readonly xMm: number; readonly yMm: number; readonly sideMm: number; readonly picture: string } | null;
}

export function pictureOf(text: LabelText, format: LabelFormat): LabelPicture {
  const heightMm = format.continuous === true ? cutLength(text, format.widthMm, format.heightMm, measure) : format.heightMm;
  const { texts, code } = layoutLabel(text, format.widthMm, heightMm, measure);
  return {
    widthMm: format.widthMm,
    heightMm,
    texts,
    code:
      code === null || text.code === null
        ? null
        : {
            ...code,
            picture: `data:image/svg+xml,${encodeURIComponent(
              datamatrix({ bcid: 'datamatrix', text: text.code, scale: 3, paddingwidth: 2, paddingheight: 2 }, drawingSVG()) as string,
            )}`,
          },
  };
}
