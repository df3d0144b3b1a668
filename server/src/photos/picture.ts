import { renderAsync } from '@resvg/resvg-js';
import { InputError } from '@eldrun/core';

/** Pictures that are taken. */
export type PictureType = 'image/jpeg' | 'image/png' | 'image/webp';

const ALLOWED = 'a JPEG, PNG or WebP picture';

/** Longer side of a small picture, dots. */
const SMALL = 320;

/** What a file is by its first bytes, whatever it is called. @throws InputError where it is no picture that is taken */
export function pictureType(bytes: Uint8Array): PictureType {
  const starts = (signature: readonly number[], at = 0): boolean =>
    signature.every((byte, n) => bytes[at + n] === byte);
  if (starts([0xff, 0xd8, 0xff])) return 'image/jpeg';
  if (starts([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])) return 'image/png';
  // RIFF, a length, WEBP.
  if (starts([0x52, 0x49, 0x46, 0x46]) && starts([0x57, 0x45, 0x42, 0x50], 8)) return 'image/webp';
  throw new InputError('file', 'is no picture', ALLOWED);
}

/**
 * A small picture of a photo, as PNG.
 *
 * @throws InputError where it cannot be read as what it says it is
 */
export async function thumbnailOf(bytes: Uint8Array, type: PictureType): Promise<Uint8Array> {
  const data = Buffer.from(bytes).toString('base64');
  const picture = await renderAsync(
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="${SMALL}" height="${SMALL}">
       <image width="${SMALL}" height="${SMALL}" preserveAspectRatio="xMidYMid slice" href="data:${type};base64,${data}"/>
     </svg>`,
    { font: { loadSystemFonts: false } },
  );
  // What cannot be decoded is left out of the drawing: nothing of it is there.
  if (picture.pixels.every((value) => value === 0))
    throw new InputError('file', 'cannot be read as a picture', ALLOWED);
  return picture.asPng();
}
