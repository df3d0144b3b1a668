/** The best of one length: what it is worth at every capacity, and what is taken last there. */
export interface Knapsack {
  value: Float64Array;
  /** Item that is taken last, −1 where nothing is. */
  last: Int32Array;
}

/**
 * Unbounded knapsack by dynamic programming over whole units of capacity.
 *
 * @param sizes of the items, whole units above 0
 * @param values of the items, 0 or more
 * @param capacity whole units
 * @param into arrays of capacity + 1 that are used again
 */
export function fill(
  sizes: ArrayLike<number>,
  values: ArrayLike<number>,
  capacity: number,
  { value, last }: Knapsack,
): void {
  // What is left over is worth nothing: every capacity may stand empty.
  value.fill(0);
  last.fill(-1);
  for (let i = 0; i < sizes.length; i++) {
    const size = sizes[i]!;
    const worth = values[i]!;
    if (worth <= 0) continue;
    for (let c = size; c <= capacity; c++) {
      const better = value[c - size]! + worth;
      if (better > value[c]! + 1e-12) {
        value[c] = better;
        last[c] = i;
      }
    }
  }
}

/**
 * The same with each item so many times at the most: what the best of every capacity is worth.
 *
 * @param counts how many there are of each item
 */
export function fillBounded(
  sizes: ArrayLike<number>,
  values: ArrayLike<number>,
  counts: ArrayLike<number>,
  capacity: number,
  value: Float64Array,
): void {
  value.fill(0);
  for (let i = 0; i < sizes.length; i++) {
    if (values[i]! <= 0) continue;
    // Bundles of 1, 2, 4 … and the rest make up every number.
    let left = Math.min(counts[i]!, Math.floor(capacity / sizes[i]!));
    for (let bundle = 1; left > 0; bundle *= 2) {
      const many = Math.min(bundle, left);
      left -= many;
      const size = many * sizes[i]!;
      const worth = many * values[i]!;
      for (let c = capacity; c >= size; c--) {
        const better = value[c - size]! + worth;
        if (better > value[c]!) value[c] = better;
      }
    }
  }
}

/** How many of each item the best of a capacity has. */
export function taken(
  sizes: ArrayLike<number>,
  capacity: number,
  { last }: Knapsack,
): Float64Array {
  const counts = new Float64Array(sizes.length);
  for (let c = capacity; last[c]! >= 0;) {
    const item = last[c]!;
    counts[item]!++;
    c -= sizes[item]!;
  }
  return counts;
}
