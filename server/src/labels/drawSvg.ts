import bwipjs from 'bwip-js/node';
import type { LabelText } from '@esprel/core';
import { BOX_EM, stretches } from './fonts.ts';
import type { LabelRunPlan } from './run.ts';

/** The lot code as a two-dimensional code, as SVG. The same code always gives the same picture. */
export function codeSvg(code: string): string {
  return bwipjs.toSVG({ bcid: 'datamatrix', text: code, scale: 3, paddingwidth: 2, paddingheight: 2 });
}

/** The dark squares of a code: stretches of a row, in squares from the upper left corner of a square of side `side`. */
interface CodeSquares {
  readonly side: number;
  readonly runs: readonly { readonly x: number; readonly y: number; readonly length: number }[];
}

/** What is scanned of a label: its code, which scanners read smallest as Data Matrix; or an address as QR code, which every phone reads. */
export interface Scanned {
  readonly as: 'datamatrix' | 'qrcode';
  readonly text: string;
}
export const scannedOf = ({ code, scan }: Pick<LabelText, 'code' | 'scan'>): Scanned | null =>
  scan !== undefined ? { as: 'qrcode', text: scan } : code === null ? null : { as: 'datamatrix', text: code };

export function codeSquares({ as, text }: Scanned): CodeSquares {
  const [raw] = bwipjs.raw({ bcid: as, text, ...(as === 'qrcode' ? { eclevel: 'M' } : {}) }) as unknown as {
    pixs: readonly number[];
    pixx: number;
    pixy: number;
  }[];
  if (!raw) return { side: 1, runs: [] };
  const { pixs, pixx, pixy } = raw;
  const runs: { x: number; y: number; length: number }[] = [];
  for (let y = 0; y < pixy; y++) {
    for (let x = 0; x < pixx; x++) {
      if (!pixs[y * pixx + x]) continue;
      const last = runs[runs.length - 1];
      // A quiet margin of one square all round, as scanners need; the label is white beyond it.
      if (last?.y === y + 1 && last.x + last.length === x + 1) last.length += 1;
      else runs.push({ x: x + 1, y: y + 1, length: 1 });
    }
  }
  return { side: Math.max(pixx, pixy) + 2, runs };
}

/** The same as a path in a square of side 1. */
function codePath(scanned: Scanned): string {
  const { side, runs } = codeSquares(scanned);
  const n = (x: number): string => (x / side).toFixed(5);
  return runs.map((r) => `M${n(r.x)} ${n(r.y)}h${n(r.length)}v${n(1)}h-${n(r.length)}z`).join('');
}

/** Characters that no XML may hold, whatever stands for them. */
const NOT_XML = /[^\t\n\r\u{20}-\u{D7FF}\u{E000}-\u{FFFD}\u{10000}-\u{10FFFF}]/gu;

function escape(text: string): string {
  return text.replace(NOT_XML, ' ').replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
}

const MM_PER_PT = 25.4 / 72;

/**
 * One page of a run as SVG in millimetres. Letters are drawn as outlines, so that the page looks and prints the same
 * everywhere; what they say stands in a title beside each label.
 */
export function pageSvg(run: LabelRunPlan, page: number, outlines: boolean): string {
  const { format } = run;
  const glyphs = new Map<string, string>();
  const body: string[] = [];
  for (const label of run.labels.filter((l) => l.page === page)) {
    const { layout, text } = label;
    body.push(`<g transform="translate(${label.xMm.toFixed(2)} ${label.yMm.toFixed(2)})">`);
    body.push(`<title>${escape([text.code, text.title, ...text.cautions, ...text.lines].filter((t) => t !== null).join('. '))}</title>`);
    body.push(
      `<rect width="${String(format.widthMm)}" height="${String(label.heightMm)}" fill="#fff"${outlines ? ' stroke="#c9bfa9" stroke-width="0.2" stroke-dasharray="1 1"' : ''}/>`,
    );
    const scanned = scannedOf(text);
    if (layout.code && scanned !== null) {
      const { xMm, yMm, sideMm } = layout.code;
      body.push(`<path transform="translate(${xMm.toFixed(2)} ${yMm.toFixed(2)}) scale(${sideMm.toFixed(3)})" d="${codePath(scanned)}"/>`);
    }
    for (const t of layout.texts) {
      let x = t.xMm;
      const em = t.sizePt * MM_PER_PT;
      for (const s of stretches(t.text, t.font)) {
        if (!s.face) {
          body.push(
            `<rect x="${x.toFixed(2)}" y="${(t.yMm - em * 0.7).toFixed(2)}" width="${(em * 0.5).toFixed(2)}" height="${(em * 0.7).toFixed(2)}" fill="none" stroke="#000" stroke-width="0.15"/>`,
          );
          x += [...s.text].length * em * BOX_EM;
          continue;
        }
        const scale = em / s.face.font.unitsPerEm;
        const { glyphs: drawn, positions } = s.face.font.layout(s.text);
        drawn.forEach((glyph, i) => {
          const at = positions[i];
          if (!at) return;
          const id = `${s.face?.name.replace(/[^a-z0-9]/gi, '') ?? ''}${String(glyph.id)}`;
          if (!glyphs.has(id)) glyphs.set(id, glyph.path.toSVG());
          if (glyphs.get(id) !== '') {
            body.push(
              `<use href="#${id}" transform="translate(${(x + at.xOffset * scale).toFixed(3)} ${t.yMm.toFixed(2)}) scale(${scale.toFixed(6)} ${(-scale).toFixed(6)})"/>`,
            );
          }
          x += at.xAdvance * scale;
        });
      }
    }
    body.push('</g>');
  }
  const defs = [...glyphs].map(([id, d]) => `<path id="${id}" d="${d}"/>`).join('');
  const { width: w, height: h } = run.pageMm(page);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${String(w)}mm" height="${String(h)}mm" viewBox="0 0 ${String(w)} ${String(h)}"><defs>${defs}</defs><rect width="${String(w)}" height="${String(h)}" fill="#fff"/>${body.join('')}</svg>`;
}
