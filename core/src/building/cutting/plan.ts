import { packed, stockFor, sum, TINY } from './packed.ts';
import { fractionalSteps, type Demand, type Pattern } from './patterns.ts';
import type { CuttingPlan, StockCut } from './types.ts';

/** Lengths that are the same, m: a tenth of a millimetre. */
const SAME_LENGTH = 1e-4;

/**
 * Plans how pieces are cut from lengths as sold, with as little stock as can be found: the linear program over all patterns,
 * whole patterns of it, again for what is left, the rest longest first; every length as short as it still holds what is cut
 * from it.
 *
 * @param pieces lengths, m; none longer than the longest stock
 * @param stocks lengths as sold, m
 * @param kerf what a cut takes, m
 * @returns a plan that gives every piece
 * @throws RangeError for a piece that no stock holds
 */
export function cuttingPlan(
  pieces: readonly number[],
  stocks: readonly number[],
  kerf: number,
): CuttingPlan {
  const steps = cuttingSteps(pieces, stocks, kerf);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** `cuttingPlan` in steps, so that a caller can stop in between: yields which share of the pieces is planned. */
export function* cuttingSteps(
  pieces: readonly number[],
  stocks: readonly number[],
  kerf: number,
): Generator<number, CuttingPlan> {
  const longest = Math.max(...stocks);
  if (pieces.some((piece) => piece > longest + TINY || !(piece > 0)))
    throw new RangeError('a piece that no stock holds');
  if (pieces.length === 0) return { cuts: [], total: 0, bound: 0 };
  const { lengths, wanted } = counted(pieces);
  const demand: Demand = { lengths, wanted, stocks: [...stocks].sort((a, b) => a - b), kerf };

  let left = [...wanted];
  const fixed: number[][] = [];
  let bound = 0;
  let best: number[][] = [];
  let least = Infinity;
  const consider = (): void => {
    const rest = left.flatMap((count, i) => Array<number>(count).fill(lengths[i]!));
    const boards = [...fixed, ...packed(rest, stocks, kerf)];
    const total = sum(boards.map((board) => stockFor(board, stocks, kerf)));
    if (total < least - TINY) [best, least] = [boards, total];
  };
  consider();
  while (left.some((count) => count > 0)) {
    const done = 1 - left.reduce((all, count) => all + count, 0) / pieces.length;
    const open = left.flatMap((count, i) => (count > 0 ? [i] : []));
    const steps = fractionalSteps({
      ...demand,
      lengths: open.map((i) => lengths[i]!),
      wanted: open.map((i) => left[i]!),
    });
    let step = steps.next();
    while (!step.done) {
      yield done;
      step = steps.next();
    }
    const { patterns, times, bound: low } = step.value;
    // No plan takes less than the pieces themselves.
    if (fixed.length === 0) bound = Math.max(low(), sum(pieces));
    // Whole patterns; where there is none, the one that is nearest to a whole one.
    const whole: number[] = times.map((count) => Math.floor(count + 1e-9));
    if (!whole.some((count) => count > 0)) {
      whole[times.indexOf(Math.max(...times))] = 1;
    }
    left = [...left];
    whole.forEach((count, p) => {
      for (let n = 0; n < count; n++) cut(patterns[p]!, open);
    });
    consider();
  }
  return { cuts: cutsOf(best, stocks, kerf), total: least, bound: Math.min(bound, least) };

  /** Cuts a pattern once, of each piece no more than is left to cut. */
  function cut({ counts }: Pattern, open: readonly number[]): void {
    const board: number[] = [];
    open.forEach((i, k) => {
      const take = Math.min(counts[k]!, left[i]!);
      left[i]! -= take;
      for (let n = 0; n < take; n++) board.push(lengths[i]!);
    });
    if (board.length > 0) fixed.push(board);
  }
}

/** Different lengths, the longest first, and how many there are of each. */
function counted(pieces: readonly number[]): { lengths: number[]; wanted: number[] } {
  const lengths: number[] = [];
  const wanted: number[] = [];
  for (const piece of [...pieces].sort((a, b) => b - a)) {
    const last = lengths.length - 1;
    // A piece a tenth of a millimetre shorter is cut as the longer one.
    if (last >= 0 && lengths[last]! - piece < SAME_LENGTH) wanted[last]!++;
    else {
      lengths.push(piece);
      wanted.push(1);
    }
  }
  return { lengths, wanted };
}

/** Boards that are cut the same, put together. */
function cutsOf(boards: readonly number[][], stocks: readonly number[], kerf: number): StockCut[] {
  const found = new Map<string, StockCut>();
  for (const board of boards) {
    const pieces = [...board].sort((a, b) => b - a);
    const stock = stockFor(pieces, stocks, kerf);
    const key = [stock, ...pieces].map((length) => length.toFixed(4)).join(' ');
    const one = found.get(key);
    if (one) one.count++;
    else found.set(key, { stock, pieces, count: 1 });
  }
  return [...found.values()].sort((a, b) => b.stock - a.stock || b.count - a.count);
}
