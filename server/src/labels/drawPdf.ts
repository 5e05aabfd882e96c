import fontkit from '@pdf-lib/fontkit';
import {
  beginText,
  concatTransformationMatrix,
  endText,
  fill,
  PDFDocument,
  type PDFFont,
  type PDFHexString,
  type PDFName,
  type PDFOperator,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  rgb,
  setFillingGrayscaleColor,
  setFontAndSize,
  setTextMatrix,
  showText,
} from 'pdf-lib';
import { makeUpFor, type PrinterFit } from '@esprel/core';
import { groupBy } from '../db/groupBy.ts';
import { codeSquares, type Scanned, scannedOf } from './drawSvg.ts';
import { BOX_EM, type Face, stretches } from './fonts.ts';
import type { LabelRunPlan } from './run.ts';

export const PT_PER_MM = 72 / 25.4;

/** Begins what a printer that fits so prints in its place, on a page of this height in points; a page counts from its lower edge. */
export function makingUpFor(fit: PrinterFit, height: number): PDFOperator[] {
  const { a, d, eMm, fMm } = makeUpFor(fit);
  return [pushGraphicsState(), concatTransformationMatrix(a, 0, 0, d, eMm * PT_PER_MM, height * (1 - d) - fMm * PT_PER_MM)];
}

/** A stretch of text as a font sets it. */
interface SetText {
  readonly font: PDFFont;
  readonly letters: PDFHexString;
  /** Width in shares of the size. */
  readonly widthEm: number;
}

/**
 * A whole run as PDF, a page a sheet or, from a roll, a page a label. Its text can be searched and copied. What is drawn makes up for how
 * the printer `fits`. `tell` hears before each page how many labels are drawn.
 */
export async function runPdf(run: LabelRunPlan, title: string, fit: PrinterFit, tell: (done: number) => void): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  pdf.setTitle(title);
  pdf.setProducer('Esprel');
  const fonts = new Map<string, PDFFont>();
  const embedded = async (face: Face): Promise<PDFFont> => {
    let font = fonts.get(face.name);
    if (!font) fonts.set(face.name, (font = await pdf.embedFont(face.bytes, { subset: true })));
    return font;
  };
  // Laying out letters costs most of a run, and its labels have most of their texts in common.
  const set = new Map<string, Promise<SetText>>();
  const textOf = (face: Face, text: string): Promise<SetText> => {
    const key = `${face.name} ${text}`;
    let made = set.get(key);
    if (!made) {
      made = embedded(face).then((font) => ({ font, letters: font.encodeText(text), widthEm: font.widthOfTextAtSize(text, 1) }));
      set.set(key, made);
    }
    return made;
  };
  const squares = new Map<string, PDFOperator[]>();
  /** What draws a code in a square of side 1, its upper left corner at the origin. */
  const squaresOf = (scanned: Scanned): PDFOperator[] => {
    let drawn = squares.get(scanned.text);
    if (drawn === undefined) {
      const { side, runs } = codeSquares(scanned);
      drawn = [...runs.map((r) => rectangle(r.x / side, -(r.y + 1) / side, r.length / side, 1 / side)), fill()];
      squares.set(scanned.text, drawn);
    }
    return drawn;
  };
  const onPage = groupBy(run.labels, (l) => l.page);
  let done = 0;
  for (let p = 0; p < run.pages; p++) {
    tell(done);
    done += onPage.get(p)?.length ?? 0;
    const page = pdf.addPage([run.pageMm(p).width * PT_PER_MM, run.pageMm(p).height * PT_PER_MM]);
    const top = page.getHeight();
    page.pushOperators(...makingUpFor(fit, top));
    const fontKeys = new Map<PDFFont, PDFName>();
    for (const label of onPage.get(p) ?? []) {
      const { layout, text } = label;
      const scanned = scannedOf(text);
      if (layout.code && scanned !== null) {
        const side = layout.code.sideMm * PT_PER_MM;
        const [x, y] = [(label.xMm + layout.code.xMm) * PT_PER_MM, top - (label.yMm + layout.code.yMm) * PT_PER_MM];
        page.pushOperators(
          pushGraphicsState(),
          concatTransformationMatrix(side, 0, 0, side, x, y),
          setFillingGrayscaleColor(0),
          ...squaresOf(scanned),
          popGraphicsState(),
        );
      }
      for (const t of layout.texts) {
        let x = (label.xMm + t.xMm) * PT_PER_MM;
        const y = top - (label.yMm + t.yMm) * PT_PER_MM;
        for (const s of stretches(t.text, t.font)) {
          if (s.face) {
            const { font, letters, widthEm } = await textOf(s.face, s.text);
            let key = fontKeys.get(font);
            if (!key) fontKeys.set(font, (key = page.node.newFontDictionary(font.name, font.ref)));
            page.pushOperators(
              beginText(),
              setFillingGrayscaleColor(0),
              setFontAndSize(key, t.sizePt),
              setTextMatrix(1, 0, 0, 1, x, y),
              showText(letters),
              endText(),
            );
            x += widthEm * t.sizePt;
          } else {
            const width = [...s.text].length * t.sizePt * BOX_EM;
            page.drawRectangle({ x, y, width: width * 0.85, height: t.sizePt * 0.7, borderWidth: 0.4, borderColor: rgb(0, 0, 0) });
            x += width;
          }
        }
      }
    }
    page.pushOperators(popGraphicsState());
  }
  tell(done);
  return pdf.save();
}
