/** The longer side of a photograph that is kept; enough to read small print. */
export const LONGEST_SIDE = 1600;

/** The size of a picture after shrinking, its shape kept; never larger than it was. */
export function shrunkSize(width: number, height: number, longest = LONGEST_SIDE): { readonly width: number; readonly height: number } {
  const by = Math.min(1, longest / Math.max(width, height, 1));
  return { width: Math.max(1, Math.round(width * by)), height: Math.max(1, Math.round(height * by)) };
}

/** A picture shrunk in the browser, as base64 of a JPEG. Rejects what the browser cannot read as a picture. */
export async function shrinkPhoto(file: Blob): Promise<string> {
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
  const { width, height } = shrunkSize(picture.width, picture.height);
  const canvas = document.createElement('canvas');
  Object.assign(canvas, { width, height });
  const paper = canvas.getContext('2d');
  if (!paper) throw new Error('this browser cannot shrink pictures');
  paper.fillStyle = '#fff';
  paper.fillRect(0, 0, width, height);
  paper.drawImage(picture, 0, 0, width, height);
  picture.close();
  return canvas.toDataURL('image/jpeg', 0.82).replace(/^data:image\/jpeg;base64,/, '');
}
