import { fileName } from '@eldrun/core/document';
import { InputError } from '@eldrun/core/errors';

export const BUNDLE_FORMAT = 'eldrun-bundle';
export const BUNDLE_VERSION = 1;

/** The list of a bundle: what it is of, and every other file in it. */
export const LIST = 'bundle.json';

/** A row of a table of the database, as it is written there in JSON. */
export type Row = Readonly<Record<string, unknown>>;

/** A photo: its row without its pictures, and those; the large one in pieces, to be read once and to its end. */
export interface Photo {
  row: Row;
  thumbnail: Uint8Array;
  /** Bytes of the picture. */
  size: number;
  bytes: AsyncIterable<Uint8Array>;
}

/** What a bundle says of itself and of its files. */
export interface BundleList {
  format: string;
  version: number;
  project: string;
  made: string;
  files: { path: string; size: number; sha256: string }[];
}

/** How much a bundle may hold. Who packs and who restores go by the same. */
export interface BundleLimits {
  /** Bytes of all its files, unpacked. */
  size: number;
  files: number;
}

/** The largest of its files that is no picture, bytes: rows are read whole. */
export const MAX_ROWS_SIZE = 64 * 1024 * 1024;

/** How files of pictures end. */
export const ENDINGS: Record<string, string> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
};

/** Part of a file's name. */
export const plain = (name: unknown): string => fileName(String(name), 'document').slice(0, 60);

/** @throws InputError */
export const tooMuch = ({ size, files }: BundleLimits): InputError =>
  new InputError(
    'file',
    'holds more than a bundle may',
    `at most ${Math.floor(size / 1048576).toLocaleString('en-US')} MiB unpacked in ${files.toLocaleString('en-US')} files (ELDRUN_MAX_BUNDLE)`,
  );
