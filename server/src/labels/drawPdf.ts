import fontkit from '@pdf-lib/fontkit';
import { PDFDocument, type PDFFont, rgb } from 'pdf-lib';
import { codePath } from './drawSvg.ts';
import { BOX_EM, type Face, stretches } from './fonts.ts';
import type { LabelRunPlan } from './run.ts';

const PT_PER_MM = 72 / 25.4;

/** A whole run as PDF, a page a sheet or, from a roll, a page a label. Its text can be searched and copied. */
export async function runPdf(run: LabelRunPlan, title: string): Promise<Buffer> {
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
  for (let p = 0; p < run.pages; p++) {
    const page = pdf.addPage([run.pageMm(p).width * PT_PER_MM, run.pageMm(p).height * PT_PER_MM]);
    const top = page.getHeight();
    for (const label of run.labels.filter((l) => l.page === p)) {
      const { layout, text } = label;
      if (layout.code && text.code !== null) {
        page.drawSvgPath(codePath(text.code), {
          x: (label.xMm + layout.code.xMm) * PT_PER_MM,
          y: top - (label.yMm + layout.code.yMm) * PT_PER_MM,
          scale: layout.code.sideMm * PT_PER_MM,
          color: rgb(0, 0, 0),
        });
      }
      for (const t of layout.texts) {
        let x = (label.xMm + t.xMm) * PT_PER_MM;
        const y = top - (label.yMm + t.yMm) * PT_PER_MM;
        for (const s of stretches(t.text, t.font)) {
          if (s.face) {
            const font = await embedded(s.face);
            page.drawText(s.text, { x, y, font, size: t.sizePt, color: rgb(0, 0, 0) });
            x += font.widthOfTextAtSize(s.text, t.sizePt);
          } else {
            const width = [...s.text].length * t.sizePt * BOX_EM;
            page.drawRectangle({ x, y, width: width * 0.85, height: t.sizePt * 0.7, borderWidth: 0.4, borderColor: rgb(0, 0, 0) });
            x += width;
          }
        }
      }
    }
  }
  return Buffer.from(await pdf.save());
}
