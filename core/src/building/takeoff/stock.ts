import { packed, stockFor } from '../cutting/index.ts';
import { SAME } from '../house/index.ts';

/** So many of one length, m. */
export interface LengthCount {
  length: number;
  count: number;
}

/**
 * Pieces cut from stock lengths: longest first, each where least is left over, then every length as short as it still holds
 * what is cut from it; of the longest lengths to begin with the one that takes least lumber.
 *
 * @param pieces lengths, m; none longer than the longest stock
 * @param stocks lengths as sold, m
 * @param kerf what a cut takes, m
 * @returns lengths to buy, the shortest first
 */
export function cutStock(
  pieces: readonly number[],
  stocks: readonly number[],
  kerf: number,
): LengthCount[] {
  return countLengths(packed(pieces, stocks, kerf).map((board) => stockFor(board, stocks, kerf)));
}

/** Lengths that are the same to a tenth of a millimetre, counted, the shortest first. */
export function countLengths(lengths: readonly number[]): LengthCount[] {
  const counts = new Map<number, LengthCount>();
  for (const length of lengths) {
    const key = Math.round(length * 1e4);
    const one = counts.get(key);
    if (one) one.count++;
    else counts.set(key, { length, count: 1 });
  }
  return [...counts.values()].sort((a, b) => a.length - b.length);
}

/**
 * A run longer than any stock in pieces, spliced.
 *
 * @param longest stock, m
 * @param offset how much shorter the first piece is, so that splices of plies lie apart, m
 */
export function spliced(length: number, longest: number, offset = 0): number[] {
  if (length <= longest + SAME) return [length];
  const first = longest - offset;
  return [first, ...spliced(length - first, longest)];
}

/** A piece of a sheet, as cut. */
interface Cutting {
  width: number;
  height: number;
}

/**
 * How many sheets pieces are cut from, offcuts reused: the largest first, each from the smallest offcut that holds it. A piece
 * is not turned: sheets have a strong direction.
 *
 * @param width of a sheet as it stands, m
 * @param height of a sheet as it stands, m
 */
export function sheetsFor(
  pieces: readonly Cutting[],
  { width, height }: Cutting,
  kerf: number,
): number {
  let sheets = 0;
  let offcuts: Cutting[] = [];
  const largest = (a: Cutting, b: Cutting): number => b.width * b.height - a.width * a.height;
  for (const piece of [...pieces].sort(largest)) {
    const holds = (one: Cutting): boolean =>
      one.width >= piece.width - SAME && one.height >= piece.height - SAME;
    let from = offcuts.filter(holds).sort((a, b) => largest(b, a))[0];
    if (from) offcuts = offcuts.filter((one) => one !== from);
    else {
      sheets++;
      from = { width, height };
    }
    const beside = from.width - piece.width - kerf;
    const above = from.height - piece.height - kerf;
    // The larger rest stays in one piece.
    const whole = beside * from.height >= above * from.width;
    offcuts.push(
      { width: beside, height: whole ? from.height : piece.height },
      { width: whole ? piece.width : from.width, height: above },
    );
    offcuts = offcuts.filter((one) => one.width > 0.05 && one.height > 0.05);
  }
  return sheets;
}
