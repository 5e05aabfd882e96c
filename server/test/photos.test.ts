import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeEach, describe, expect, it } from 'vitest';
import { clearHalfPhotos } from '../src/files/photos.ts';
import { jpegSegment, openTestLibrary, type TestLibrary, tinyJpeg } from './library.ts';

let library: TestLibrary;
let code: string;
beforeEach(async () => {
  library = await openTestLibrary();
  code = await library.takeIn();
});
const folder = (): string => join(library.file, '..', 'photos');
const add = async (jpeg: string): Promise<any> => library.post(`/api/lots/${code}/photos`, { jpeg });
const kept = (): Buffer => readFileSync(join(folder(), readdirSync(folder())[0] as string));

/** What a phone writes: an orientation among other tags, and where it stood. */
function exif(orientation: number, order: 'II' | 'MM'): Buffer {
  const body = Buffer.alloc(80);
  body.write('Exif\0\0', 0, 'latin1');
  body.write(order, 6, 'latin1');
  const u16 = (v: number, at: number): unknown => (order === 'II' ? body.writeUInt16LE(v, at) : body.writeUInt16BE(v, at));
  const u32 = (v: number, at: number): unknown => (order === 'II' ? body.writeUInt32LE(v, at) : body.writeUInt32BE(v, at));
  u16(42, 8);
  u32(8, 10);
  u16(2, 14);
  u16(0x010f, 16);
  u16(0x0112, 28);
  u16(3, 30);
  u32(1, 32);
  u16(orientation, 36);
  body.write('GPS 51.4N 7.2E', 50, 'latin1');
  return jpegSegment(0xe1, body);
}
const xmp = jpegSegment(0xe1, Buffer.from('http://ns.adobe.com/xap/1.0/\0<x>GPS of the garden</x>', 'latin1'));
const iptc = jpegSegment(0xed, Buffer.from('Photoshop 3.0\0GPS', 'latin1'));
const words = jpegSegment(0xfe, Buffer.from('GPS, said in words'));
const colours = jpegSegment(0xe2, Buffer.from('ICC_PROFILE\0\x01\x01sRGB', 'latin1'));

describe('a photograph', () => {
  it.each(['II', 'MM'] as const)('loses where and when it was taken, and keeps its colours and which way up it is (%s)', async (order) => {
    const behind = Buffer.from('a film of the garden, with GPS');
    const jpeg = Buffer.concat([Buffer.from(tinyJpeg('front', [exif(6, order), xmp, iptc, words, colours]), 'base64'), behind]);
    expect((await add(jpeg.toString('base64'))).status).toBe(200);
    const bytes = kept();
    expect(bytes.includes('GPS')).toBe(false);
    expect(bytes.includes('ICC_PROFILE')).toBe(true);
    expect(bytes.includes('front')).toBe(true);
    // Big end first: tag, short, one value, 6.
    expect(bytes.includes(Buffer.from([0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, 6]))).toBe(true);
    expect(bytes.subarray(-2)).toEqual(Buffer.from([0xff, 0xd9]));
    // Sent back as it is kept, it is the same file.
    await add(bytes.toString('base64'));
    expect(readdirSync(folder())).toHaveLength(1);
  });

  it('that lies there damaged is whole again when it is sent again, and no half file stays', async () => {
    const jpeg = tinyJpeg('front');
    await add(jpeg);
    const whole = kept();
    const [name] = readdirSync(folder()) as [string];
    writeFileSync(join(folder(), name), whole.subarray(0, 120));
    await add(jpeg);
    expect(kept()).toEqual(whole);
    rmSync(join(folder(), name));
    await add(jpeg);
    expect(kept()).toEqual(whole);
    writeFileSync(join(folder(), `${name}.part`), 'half');
    clearHalfPhotos(library.db);
    expect(readdirSync(folder())).toEqual([name]);
  });

  it.each([
    ['cut off in its headings', Buffer.from(tinyJpeg('x'), 'base64').subarray(0, 110)],
    ['of headings only', Buffer.concat([Buffer.from([0xff, 0xd8]), jpegSegment(0xe0, Buffer.alloc(200)), Buffer.from([0xff, 0xd9])])],
    ['with a length beyond its end', Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0xff, 0xff]), Buffer.alloc(200, 1)])],
    ['of nothing but marks', Buffer.concat([Buffer.from([0xff, 0xd8]), Buffer.alloc(5000, 0xff)])],
  ])('%s is refused by its field, and nothing is kept', async (_what, bytes) => {
    const answer = await add(bytes.toString('base64'));
    expect([answer.status, answer.body.errors?.[0]?.path]).toEqual([400, 'jpeg']);
  });
});
