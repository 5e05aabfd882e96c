import { needNumber, wrong } from '../errors.ts';
import type { LabelFormat } from './formats.ts';

/** The two lines of a test page, in mm: how far from the paper's edges they begin, and how long they are. */
export interface TestLines {
  readonly leftMm: number;
  readonly topMm: number;
  readonly acrossMm: number;
  readonly downMm: number;
}

/** What a ruler says of a printed test page, in mm. */
export type Measured = TestLines;

/** How a printer sets what it is given: printed = `scale` x drawn + `shiftMm`, each way. */
export interface PrinterFit {
  readonly scaleX: number;
  readonly scaleY: number;
  readonly shiftXMm: number;
  readonly shiftYMm: number;
}

export const TRUE_FIT: PrinterFit = { scaleX: 1, scaleY: 1, shiftXMm: 0, shiftYMm: 0 };

/** A printer this far off or less needs nothing: as well as a ruler is read, and well within a label's own margin. */
const AS_TRUE_AS_A_RULER_MM = 0.7;
/** "Fit to page" shrinks by two to eight percent; more than that is another paper or a slip of the ruler. */
const MOST_SCALE = 0.12;
const MOST_SHIFT_MM = 15;

/** Where the lines of the test page of a format stand. On a sheet 150 mm, so that a ruler's millimetre is less than one percent. */
export function testLines(format: LabelFormat): TestLines {
  const room = (page: number, from: number): number => Math.max(10, Math.min(150, Math.floor((page - 2 * from) / 10) * 10));
  const small = format.pageWidthMm < 150;
  const [leftMm, topMm] = small ? [5, 5] : [20, 20];
  return { leftMm, topMm, acrossMm: room(format.pageWidthMm, leftMm), downMm: room(format.pageHeightMm, topMm) };
}

/**
 * How a printer fits, from what a ruler says of its test page. Throws an InputError that names what cannot be: a line of another length
 * than any printer makes of it.
 */
export function printerFit(lines: TestLines, measured: Measured): PrinterFit {
  const scale = (field: 'acrossMm' | 'downMm'): number => {
    needNumber('printerFit', field, measured[field]);
    const s = measured[field] / lines[field];
    if (Math.abs(s - 1) > MOST_SCALE)
      throw wrong(field, `should be near ${String(lines[field])} mm; measure the long line from end to end, in millimetres`);
    return s;
  };
  const shift = (field: 'leftMm' | 'topMm', s: number): number => {
    needNumber('printerFit', field, measured[field]);
    const by = measured[field] - s * lines[field];
    if (Math.abs(by) > MOST_SHIFT_MM)
      throw wrong(field, `should be near ${String(lines[field])} mm; measure from the edge of the paper to where the line begins`);
    return by;
  };
  const [scaleX, scaleY] = [scale('acrossMm'), scale('downMm')];
  return { scaleX, scaleY, shiftXMm: shift('leftMm', scaleX), shiftYMm: shift('topMm', scaleY) };
}

/** What that means for labels: whether to leave it, to change the print dialog, or to let the program make up for it. */
export function fitVerdict(lines: TestLines, fit: PrinterFit): { readonly true: boolean; readonly words: string } {
  const off = (s: number, lineMm: number): number => Math.abs(s - 1) * lineMm;
  const stretched = Math.max(off(fit.scaleX, lines.acrossMm), off(fit.scaleY, lines.downMm)) > AS_TRUE_AS_A_RULER_MM;
  const shifted = Math.max(Math.abs(fit.shiftXMm), Math.abs(fit.shiftYMm)) > 1;
  if (!stretched && !shifted) return { true: true, words: 'This printer prints at the right size. Labels will sit where they should.' };
  const percent = Math.round(50 * (fit.scaleX + fit.scaleY));
  if (stretched && percent !== 100) {
    return {
      true: false,
      words: `The page came out at ${String(percent)} %. Print it once more with "actual size" or "100 %" chosen and "fit to page" off. If it stays so, keep these measures: labels are then drawn to make up for it.`,
    };
  }
  return {
    true: false,
    words: 'The page sits a little beside its place. Keep these measures: labels are then drawn to make up for it.',
  };
}

/** Where to draw a point of the page so that it is printed at `xMm`, `yMm`: the matrix a, d and the shift e, f. */
export function makeUpFor(fit: PrinterFit): { readonly a: number; readonly d: number; readonly eMm: number; readonly fMm: number } {
  return { a: 1 / fit.scaleX, d: 1 / fit.scaleY, eMm: -fit.shiftXMm / fit.scaleX, fMm: -fit.shiftYMm / fit.scaleY };
}
