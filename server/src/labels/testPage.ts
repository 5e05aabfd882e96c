import fontkit from '@pdf-lib/fontkit';
import { labelPlaces, type LabelFormat, type LengthUnit, makeUpFor, type PrinterFit, testLines, TRUE_FIT } from '@esprel/core';
import { PDFDocument, type PDFPage, popGraphicsState, rgb } from 'pdf-lib';
import { makingUpFor, PT_PER_MM } from './drawPdf.ts';
import { stretches } from './fonts.ts';

const INK = rgb(0, 0, 0);
const FAINT = rgb(0.55, 0.55, 0.55);
const MM_PER_INCH = 25.4;
/** A line of text, in points. */
const LINE = 13;

/** A ruler of `mm` along one side, ticks to its inner side; `to` turns a place along it and off it into points of the page. */
function drawRuler(page: PDFPage, mm: number, unit: LengthUnit, to: (alongMm: number, offMm: number) => { x: number; y: number }): void {
  page.drawLine({ start: to(0, 0), end: to(mm, 0), thickness: 0.9, color: INK });
  const [step, long, middle] = unit === 'inch' ? [MM_PER_INCH / 8, 8, 4] : [1, 10, 5];
  for (let i = 0; i * step <= mm + 1e-9; i++) {
    const length = i % long === 0 ? 5 : i % middle === 0 ? 3.5 : 2;
    page.drawLine({ start: to(i * step, 0), end: to(i * step, length), thickness: i % long === 0 ? 0.7 : 0.35, color: INK });
  }
  // The ends are what is measured from and to.
  for (const end of [0, mm]) page.drawLine({ start: to(end, -2), end: to(end, 7), thickness: 1.2, color: INK });
}

/**
 * The page by which a printer is measured, as PDF: a line across and one down, whose ends a ruler finds, and the outlines of the labels of
 * that sheet, to be held against an empty one. What was measured already (`fit`) is made up for, to see whether it was right.
 */
export async function testPagePdf(
  format: LabelFormat,
  { fit, libraryName, lengthUnit }: { readonly fit: PrinterFit; readonly libraryName: string; readonly lengthUnit: LengthUnit },
): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  pdf.setTitle('Test page for labels');
  pdf.setProducer('Esprel');
  const page = pdf.addPage([format.pageWidthMm * PT_PER_MM, format.pageHeightMm * PT_PER_MM]);
  const top = page.getHeight();
  const lines = testLines(format);
  const at = (xMm: number, yMm: number): { x: number; y: number } => ({ x: xMm * PT_PER_MM, y: top - yMm * PT_PER_MM });
  page.pushOperators(...makingUpFor(fit, top));
  for (const { xMm, yMm } of labelPlaces(format, format.columns * format.rows, 0)) {
    page.drawRectangle({
      ...at(xMm, yMm + format.heightMm),
      width: format.widthMm * PT_PER_MM,
      height: format.heightMm * PT_PER_MM,
      borderWidth: 0.4,
      borderColor: FAINT,
    });
  }
  drawRuler(page, lines.acrossMm, lengthUnit, (along, off) => at(lines.leftMm + along, lines.topMm + off));
  drawRuler(page, lines.downMm, lengthUnit, (along, off) => at(lines.leftMm + off, lines.topMm + along));
  const measure = makeUpFor(fit);
  const isTrue = JSON.stringify(measure) === JSON.stringify(makeUpFor(TRUE_FIT));
  const words =
    format.pageWidthMm < 150
      ? [`${String(lines.acrossMm)} x ${String(lines.downMm)} mm`]
      : [
          `${libraryName}: test page for labels, ${format.words}`,
          'Print this on plain paper, at 100 % or "actual size", without "fit to page".',
          `A  The line across should be ${String(lines.acrossMm)} mm long.`,
          `B  The line down should be ${String(lines.downMm)} mm long.`,
          `C  From the left edge of the paper to line B should be ${String(lines.leftMm)} mm.`,
          `D  From the upper edge of the paper to line A should be ${String(lines.topMm)} mm.`,
          'Then hold the page behind an empty sheet of labels, against a window: the grey frames should lie on the labels.',
          ...(isTrue ? [] : ['What was measured before is made up for on this page.']),
        ];
  // Clear of the ticks, on white, so that no frame runs through a word.
  const [left, first] = [lines.leftMm + 12, lines.topMm + 16];
  if (format.pageWidthMm >= 150) {
    page.drawRectangle({
      ...at(left - 2, first + (words.length * LINE) / PT_PER_MM),
      width: (lines.acrossMm - 8) * PT_PER_MM,
      height: (words.length + 0.8) * LINE,
      color: rgb(1, 1, 1),
    });
  }
  for (const [i, text] of words.entries()) {
    let { x } = at(left, 0);
    const { y } = at(0, first + (i * LINE) / PT_PER_MM);
    for (const s of stretches(text, i === 0 ? 'bold' : 'plain')) {
      if (!s.face) continue;
      const font = await pdf.embedFont(s.face.bytes, { subset: true });
      page.drawText(s.text, { x, y, size: 9.5, font, color: INK });
      x += font.widthOfTextAtSize(s.text, 9.5);
    }
  }
  page.pushOperators(popGraphicsState());
  return pdf.save();
}
