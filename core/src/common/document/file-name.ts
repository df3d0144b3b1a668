/** A name that every file system takes: letters and digits of any language, all else a hyphen. */
export const fileName = (name: string, fallback = 'wall'): string =>
  name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || fallback;
