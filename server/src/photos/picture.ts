import { renderAsync } from '@resvg/resvg-js';
import { imageSize } from 'image-size';
import { InputError } from '@eldrun/core/errors';

/** Pictures that are taken. */
export type PictureType = 'image/jpeg' | 'image/png' | 'image/webp';

/** Ids that senders make for their photos. */
export const PHOTO_ID = /^[a-z0-9-]{8,64}$/;

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

/** The most dots of a photo: a small file can unpack to more than the server has room for. */
const MOST_DOTS = 60e6;

/** @throws InputError for a picture that says nothing of its size, or is larger than is unpacked */
function checkSize(bytes: Uint8Array): void {
  let dots: number;
  try {
    const { width, height } = imageSize(bytes);
    dots = width * height;
  } catch {
    throw new InputError('file', 'cannot be read as a picture', ALLOWED);
  }
  if (!(dots > 0 && dots <= MOST_DOTS))
    throw new InputError(
      'file',
      `has ${Math.round(dots / 1e6)} million dots`,
      `at most ${MOST_DOTS / 1e6} million`,
    );
}

/**
 * A small picture of a photo, as PNG.
 *
 * @throws InputError where it cannot be read as what it says it is
 */
export async function thumbnailOf(bytes: Uint8Array, type: PictureType): Promise<Uint8Array> {
  checkSize(bytes);
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
