import { zipSync } from 'fflate';

export { BundleFile } from './read.ts';
export { tooMuch } from './format.ts';
export type { BundleLimits, Photo, Row } from './format.ts';
export { writeBundle, type LeftOut } from './write.ts';

/** Files as a zip without more: drawings or tables that are taken together. */
export const zipOf = (files: Record<string, Uint8Array>, day: string): Uint8Array<ArrayBuffer> =>
  new Uint8Array(zipSync(files, { level: 6, mtime: `${day}T12:00:00Z` }));
