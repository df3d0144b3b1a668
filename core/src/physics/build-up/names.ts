/** First letter small, for a name inside a sentence. Abbreviations stay as they are. */
export function lower(name: string): string {
  return /^[A-Z][A-Z\d]/.test(name) ? name : name.charAt(0).toLowerCase() + name.slice(1);
}

/** A name for a legend or within a sentence: what stands before a comma or a bracket, the first letter small. */
export function plainName(name: string): string {
  return lower(name.split(/[,(]/)[0]!.trim());
}
