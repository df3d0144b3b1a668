import type { Table } from '../materials/index.ts';

/** Of the table read last: handed back beside its value, since an object would cost more than the sums. */
export let tableSlope = 0;

/** A table as two arrays: pairs would cost a look-up more at every reading. */
export interface FlatTable {
  x: Float64Array;
  y: Float64Array;
}

/** A table flattened. */
export function flatTable(table: Table): FlatTable {
  return {
    x: Float64Array.from(table, ([x]) => x),
    y: Float64Array.from(table, ([, y]) => y),
  };
}

/**
 * A table's value, flat outside; its slope stands in `tableSlope`.
 *
 * @param at where it was read last, kept at `slot` of it
 */
export function tableAt(
  { x: xs, y: ys }: FlatTable,
  x: number,
  at: Int32Array,
  slot: number,
): number {
  const last = xs.length - 1;
  tableSlope = 0;
  if (!(x > xs[0]!)) return ys[0]!;
  if (x >= xs[last]!) return ys[last]!;
  let low = at[slot]!;
  if (low >= last) low = last - 1;
  while (xs[low]! >= x) low--;
  while (xs[low + 1]! < x) low++;
  at[slot] = low;
  tableSlope = (ys[low + 1]! - ys[low]!) / (xs[low + 1]! - xs[low]!);
  return ys[low]! + tableSlope * (x - xs[low]!);
}
