import { wrong } from '@esprel/core';

/** Markers of a JPEG file (ITU-T T.81, table B.1), each after a byte 0xFF. */
const SOI = 0xd8;
const EOI = 0xd9;
const SOS = 0xda;
const COMMENT = 0xfe;
const APP0 = 0xe0;
const APP1 = 0xe1;
const APP2 = 0xe2;
const APP14 = 0xee;
const APP15 = 0xef;
/** Markers without a length: fill bytes, restarts, TEM. */
const BARE = (marker: number): boolean => marker === 0x01 || (marker >= 0xd0 && marker <= 0xd7);
const FRAME = (marker: number): boolean => marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;

const ORIENTATION_TAG = 0x0112;

/**
 * A photograph without what a camera writes beside the picture: place, time, device, thumbnail, words. Which way up it is, its colours'
 * profile and how they are coded stay, and nothing after the end of the picture does. Throws an InputError for what is no JPEG.
 */
export function plainJpeg(bytes: Buffer): Buffer {
  if (bytes.length < 100 || bytes[0] !== 0xff || bytes[1] !== SOI) throw noPhoto();
  const parts: Buffer[] = [Buffer.from([0xff, SOI])];
  let framed = false;
  let at = 2;
  for (;;) {
    while (bytes[at] === 0xff && bytes[at + 1] === 0xff) at += 1;
    const marker = bytes[at + 1];
    if (bytes[at] !== 0xff || marker === undefined) throw noPhoto();
    if (marker === EOI) break;
    if (BARE(marker)) {
      at += 2;
      continue;
    }
    const length = at + 4 <= bytes.length ? bytes.readUInt16BE(at + 2) : 0;
    const end = at + 2 + length;
    if (length < 2 || end > bytes.length) throw noPhoto();
    const segment = bytes.subarray(at, end);
    const turned = marker === APP1 ? orientationOf(segment) : null;
    if (turned !== null && turned !== 1) parts.push(onlyOrientation(turned));
    if (isPicture(marker, segment)) parts.push(segment);
    framed ||= FRAME(marker);
    at = end;
    if (marker === SOS) {
      const next = endOfScan(bytes, at);
      parts.push(bytes.subarray(at, next));
      at = next;
      // A picture that is cut short is shown as far as it goes.
      if (at >= bytes.length) break;
    }
  }
  if (!framed) throw noPhoto();
  parts.push(Buffer.from([0xff, EOI]));
  return Buffer.concat(parts);
}

const noPhoto = (): Error => wrong('jpeg', 'is not a photograph; choose a JPEG picture, or take it again');

/** Whether a segment is needed to draw the picture. */
function isPicture(marker: number, segment: Buffer): boolean {
  if (marker === COMMENT) return false;
  if (marker === APP2) return segment.subarray(4, 16).toString('latin1') === 'ICC_PROFILE\0';
  if (marker >= APP0 && marker <= APP15)
    return marker === APP14 || (marker === APP0 && segment.subarray(4, 9).toString('latin1') === 'JFIF\0');
  return true;
}

/** Where the coded picture ends: at the next marker that is no restart. */
function endOfScan(bytes: Buffer, from: number): number {
  for (let at = from; ; at++) {
    at = bytes.indexOf(0xff, at);
    if (at < 0 || at + 1 >= bytes.length) return bytes.length;
    const marker = bytes[at + 1] as number;
    if (marker !== 0 && marker !== 0xff && !BARE(marker)) return at;
  }
}

/** Which way up the camera was held, 1 to 8 (Exif 2.32, tag 0x0112); null where the segment does not say. */
function orientationOf(segment: Buffer): number | null {
  if (segment.subarray(4, 10).toString('latin1') !== 'Exif\0\0') return null;
  const tiff = segment.subarray(10);
  if (tiff.length < 14) return null;
  const little = tiff.subarray(0, 2).toString('latin1') === 'II';
  const u16 = (at: number): number => (at + 2 > tiff.length ? 0 : little ? tiff.readUInt16LE(at) : tiff.readUInt16BE(at));
  const directory = little ? tiff.readUInt32LE(4) : tiff.readUInt32BE(4);
  const entries = u16(directory);
  for (let i = 0; i < entries; i++) {
    const entry = directory + 2 + 12 * i;
    if (u16(entry) !== ORIENTATION_TAG) continue;
    const value = u16(entry + 8);
    return value >= 1 && value <= 8 ? value : null;
  }
  return null;
}

/** A segment that says which way up the picture is, and nothing else. */
function onlyOrientation(value: number): Buffer {
  const body = Buffer.from('Exif\0\0MM\0\x2a\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0\0\0\0\0\0\0\0', 'latin1');
  body.writeUInt16BE(value, 24);
  const head = Buffer.from([0xff, APP1, 0, 0]);
  head.writeUInt16BE(body.length + 2, 2);
  return Buffer.concat([head, body]);
}
