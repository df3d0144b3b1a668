/** Two lengths along a board that are one, m. */
export const TINY = 1e-6;

/** One length of stock being cut. */
interface Board {
  used: number;
  pieces: number[];
}

export const sum = (lengths: readonly number[]): number =>
  lengths.reduce((all, one) => all + one, 0);

/** The shortest stock that holds what is cut from it, m. */
export function stockFor(
  board: readonly number[],
  stocks: readonly number[],
  kerf: number,
): number {
  const used = sum(board) + Math.max(0, board.length - 1) * kerf;
  return Math.min(...stocks.filter((stock) => stock >= used - TINY));
}

/**
 * Pieces put together the quick way: longest first, each where least is left over; begun with each stock length, the best of
 * these.
 *
 * @param pieces lengths, m; none longer than the longest stock
 * @param stocks lengths as sold, m
 * @param kerf what a cut takes, m
 * @returns what is cut from each length
 */
export function packed(
  pieces: readonly number[],
  stocks: readonly number[],
  kerf: number,
): number[][] {
  const sorted = [...pieces].sort((a, b) => b - a);
  let best: number[][] = [];
  let least = Infinity;
  for (const capacity of stocks) {
    if (sorted.length > 0 && capacity < sorted[0]! - TINY) continue;
    const boards: Board[] = [];
    for (const piece of sorted) {
      let at: Board | null = null;
      for (const board of boards)
        if (board.used + kerf + piece <= capacity + TINY && (!at || board.used > at.used))
          at = board;
      if (at) {
        at.used += kerf + piece;
        at.pieces.push(piece);
      } else boards.push({ used: piece, pieces: [piece] });
    }
    const cut = boards.map((board) => board.pieces);
    const total = sum(cut.map((board) => stockFor(board, stocks, kerf)));
    if (total < least - TINY) [best, least] = [cut, total];
  }
  return best;
}
