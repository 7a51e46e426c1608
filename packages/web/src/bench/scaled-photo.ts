import { err, ok, type Result } from '@rapid-jig/core';

/** No side of a kept photo is longer, px. */
const LONGEST_SIDE = 1600;
const QUALITY = 0.82;

/** A photo as a JPEG in base64, scaled down; what a camera wrote beside the picture does not come along. In words, why not. */
export async function scaledPhoto(file: Blob): Promise<Result<string, string>> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (picture === null)
    return err('This file cannot be read as a picture. Take the photo again, or choose another file.');
  const scale = Math.min(1, LONGEST_SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  const [, base64] = canvas.toDataURL('image/jpeg', QUALITY).split(',');
  return base64 ? ok(base64) : err('This browser cannot write the picture. Take a smaller photo.');
}
