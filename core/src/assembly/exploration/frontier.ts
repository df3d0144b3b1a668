/**
 * The members of a set that none of the others beats: none is at least as good in every figure and better in one. Equals
 * are all members.
 *
 * @param rows figures of each, the smaller the better; all of the same length
 * @returns indexes into `rows`, ascending
 */
export function frontierOf(rows: readonly Float64Array[]): number[] {
  const order = Array.from(rows.keys()).sort((a, b) => compare(rows[a]!, rows[b]!));
  // Sorted, no row is beaten by a later one; what a beaten row beats is also beaten by a member.
  const members: number[] = [];
  for (const index of order)
    if (!members.some((member) => beats(rows[member]!, rows[index]!))) members.push(index);
  return members.sort((a, b) => a - b);
}

/** Whether a row is nowhere worse than another and somewhere better. */
export function beats(a: Float64Array, b: Float64Array): boolean {
  let better = false;
  for (let k = 0; k < a.length; k++) {
    if (a[k]! > b[k]!) return false;
    if (a[k]! < b[k]!) better = true;
  }
  return better;
}

function compare(a: Float64Array, b: Float64Array): number {
  for (let k = 0; k < a.length; k++) if (a[k] !== b[k]) return a[k]! - b[k]!;
  return 0;
}
