import sharp from 'sharp';
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

/** How well a small picture is kept: as JPEG a tenth of what it would take as PNG. */
const QUALITY = 72;

/**
 * A small picture of a photo, upright, as JPEG.
 *
 * @throws InputError where it cannot be read, or is larger than is unpacked
 */
export async function thumbnailOf(bytes: Uint8Array): Promise<Uint8Array> {
  const unreadable = () => new InputError('file', 'cannot be read as a picture', ALLOWED);
  // How large it is is checked here, by what it says before it is unpacked.
  const picture = sharp(bytes, { failOn: 'error', limitInputPixels: false });
  const { width, height } = await picture.metadata().catch(() => {
    throw unreadable();
  });
  const dots = width * height;
  if (!(dots <= MOST_DOTS))
    throw new InputError(
      'file',
      `has ${Math.round(dots / 1e6)} million dots`,
      `at most ${MOST_DOTS / 1e6} million`,
    );
  return picture
    .autoOrient()
    .resize(SMALL, SMALL, { fit: 'cover' })
    .flatten({ background: '#fff' })
    .jpeg({ quality: QUALITY })
    .toBuffer()
    .catch(() => {
      throw unreadable();
    });
}
