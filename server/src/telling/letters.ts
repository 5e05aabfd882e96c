import fontkit from '@pdf-lib/fontkit';
import { longDay } from '@esprel/core';
import { PDFDocument, type PDFFont, type PDFPage } from 'pdf-lib';
import { all, type Db } from '../db/db.ts';
import { type Face, stretches } from '../labels/fonts.ts';
import { readSettings } from '../records/settings.ts';

const PT_PER_MM = 72 / 25.4;
const [WIDTH, HEIGHT] = [210, 297];
const LEFT = 25;
const TEXT_WIDTH = WIDTH - 2 * LEFT;
const SIZE = 11;
const LEADING = 15.5 / PT_PER_MM;

interface Letter {
  readonly name: string;
  readonly post: string | null;
  readonly subject: string;
  readonly text: string;
  readonly toldOn: string;
}

/**
 * Letters as they are put into envelopes with a window (DIN 5008): one or more pages each. Texts that no font here has are left out letter by
 * letter, as on labels.
 */
export async function lettersPdf(db: Db, ids: readonly number[]): Promise<Uint8Array> {
  const letters = all<Letter>(
    db,
    `SELECT m.name, m.post, x.subject, x.text, x.told_on AS toldOn FROM messages x JOIN members m ON m.id = x.member_id
     WHERE x.way = 'letter' AND x.id IN (SELECT value FROM json_each(?)) ORDER BY x.id`,
    JSON.stringify(ids),
  );
  const { libraryName, dateOrder } = readSettings(db);
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  pdf.setTitle(`Letters of ${libraryName}`);
  pdf.setProducer('Esprel');
  const fonts = new Map<string, PDFFont>();
  const fontOf = async (face: Face): Promise<PDFFont> => {
    let font = fonts.get(face.name);
    if (!font) fonts.set(face.name, (font = await pdf.embedFont(face.bytes, { subset: true })));
    return font;
  };
  const draw = async (page: PDFPage, text: string, xMm: number, yMm: number, size: number, bold = false): Promise<void> => {
    let x = xMm * PT_PER_MM;
    for (const s of stretches(text, bold ? 'bold' : 'plain')) {
      if (!s.face) continue;
      const font = await fontOf(s.face);
      page.drawText(s.text, { x, y: (HEIGHT - yMm) * PT_PER_MM, size, font });
      x += font.widthOfTextAtSize(s.text, size);
    }
  };
  const width = async (text: string): Promise<number> => {
    let sum = 0;
    for (const s of stretches(text, 'plain')) {
      if (!s.face) continue;
      const font = await fontOf(s.face);
      sum += font.widthOfTextAtSize(s.text, SIZE);
    }
    return sum / PT_PER_MM;
  };
  const wrapped = async (line: string): Promise<string[]> => {
    const out: string[] = [];
    let now = '';
    for (const word of line.split(' ')) {
      const longer = now === '' ? word : `${now} ${word}`;
      if (now !== '' && (await width(longer)) > TEXT_WIDTH) {
        out.push(now);
        now = word;
      } else now = longer;
    }
    return [...out, now];
  };
  for (const letter of letters) {
    let page = pdf.addPage([WIDTH * PT_PER_MM, HEIGHT * PT_PER_MM]);
    await draw(page, libraryName, LEFT, 25, 14, true);
    let y = 55;
    for (const line of [letter.name, ...(letter.post ?? '').split('\n')].filter((l) => l.trim() !== '').slice(0, 7)) {
      await draw(page, line.trim(), LEFT, y, SIZE);
      y += LEADING;
    }
    await draw(page, longDay(letter.toldOn, dateOrder), LEFT, 98, SIZE);
    await draw(page, letter.subject, LEFT, 110, 12, true);
    y = 122;
    for (const paragraph of letter.text.split('\n')) {
      for (const line of await wrapped(paragraph)) {
        if (y > HEIGHT - 25) {
          page = pdf.addPage([WIDTH * PT_PER_MM, HEIGHT * PT_PER_MM]);
          y = 30;
        }
        if (line !== '') await draw(page, line, LEFT, y, SIZE);
        y += LEADING;
      }
    }
  }
  return pdf.save();
}
