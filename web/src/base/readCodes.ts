import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import wasm from 'zxing-wasm/reader/zxing_reader.wasm?url';

/** Reads codes in pictures, with code that ships with the program: nothing is fetched from elsewhere. */
let ready: Promise<unknown> | null = null;

function prepared(): Promise<unknown> {
  ready ??= prepareZXingModule({ overrides: { locateFile: () => wasm }, fireImmediately: true }) as Promise<unknown>;
  return ready;
}

/** The texts of Data Matrix, QR and bar codes in a picture, the surest first. */
export async function readCodes(picture: Blob | ImageData): Promise<string[]> {
  await prepared();
  const found = await readBarcodes(picture, {
    formats: ['DataMatrix', 'QRCode', 'EAN13', 'EAN8', 'UPCA', 'Code128', 'Code39'],
    tryHarder: true,
    maxNumberOfSymbols: 4,
  });
  return found.filter((f) => f.isValid && f.text !== '').map((f) => f.text);
}
