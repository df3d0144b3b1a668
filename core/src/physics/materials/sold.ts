import { INCH } from '../../common/units/index.ts';
import { LIBRARY } from './library.ts';
import type { Material } from './types.ts';

/** One or two boards as sold, and what they come to together, m. */
export interface BoardStep {
  total: number;
  boards: number[];
}

/**
 * Whether a size is at least what is asked for, as sizes are sold: one of inches stands for one of millimetres and the other
 * way around, 38 mm for 1 1/2 in., 19 mm for 3/4 in., 3/8 in. for 10 mm, 3/4 in. for 20 mm.
 */
export const atLeastAsSold = (size: number, least: number): boolean => size >= 0.95 * least;

/** The thickest outside insulation that is proposed, m. */
const MAX_BUILT_UP = 0.32;

/** Sizes for a file's own board that does not say how it is sold, m. */
const DEFAULT_BOARDS = [INCH, 0.0381, 0.0508, 0.0762, 0.1016];

/** Two boards are no step of their own where one comes so close, m. */
const APART = 0.004;

/** Thicknesses that one board as sold makes, or two where none is so thick, thinnest first: m. */
export function boardSteps(id: string, material: Material): BoardStep[] {
  const sold =
    material.thicknesses ??
    (Object.hasOwn(LIBRARY, id) ? LIBRARY[id]!.thicknesses : undefined) ??
    DEFAULT_BOARDS;
  const singles = sold.map((t) => ({ total: t, boards: [t] }));
  const least = Math.max(...sold, 0) / 2;
  const pairs = sold.flatMap((a, i) =>
    sold
      .slice(i)
      .map((b) => ({ total: a + b, boards: [b, a] }))
      .filter(
        ({ total }) =>
          total > least && total <= MAX_BUILT_UP && sold.every((t) => Math.abs(t - total) > APART),
      ),
  );
  return [...singles, ...pairs]
    .sort((x, y) => x.total - y.total)
    .filter(({ total }, i, all) => i === 0 || total - all[i - 1]!.total > 1e-6);
}

/** The thinnest step that is at least so thick, m, or null. */
export function soldStep(id: string, material: Material, least: number): BoardStep | null {
  return boardSteps(id, material).find(({ total }) => total >= least - 1e-6) ?? null;
}
