import type { StockCut } from '@eldrun/core/cutting';

/** A length of stock in the drawing: its pieces and what is left over, as shares of the longest stock. */
export interface CutBar {
  count: number;
  /** m */
  stock: number;
  pieces: { from: number; width: number; length: number }[];
  left: { from: number; width: number; length: number } | null;
}

/** Shorter pieces have no room for their number, share of the longest stock. */
export const NARROW = 0.045;

/** How each length is cut, to one scale. @param longest stock, m; @param kerf m */
export function cutBars(cuts: readonly StockCut[], longest: number, kerf: number): CutBar[] {
  return cuts.map(({ stock, pieces, count }) => {
    let at = 0;
    const drawn = pieces.map((length) => {
      const from = at / longest;
      at += length + kerf;
      return { from, width: length / longest, length };
    });
    const left = stock - at + (at > 0 ? 0 : kerf);
    return {
      count,
      stock,
      pieces: drawn,
      left: left > kerf ? { from: at / longest, width: left / longest, length: left } : null,
    };
  });
}
