import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';

const path = line().digits(1);

/** A line through points, px, as SVG path data. */
export function linePath(points: readonly (readonly [x: number, y: number])[]): string {
  return path(points as [number, number][]) ?? '';
}

/** A scale across a plot whose ends and marks are whole steps. */
export interface SteppedScale {
  low: number;
  high: number;
  /** Place of a value, px. */
  x: (value: number) => number;
  /** Values of the marks, every so many steps where they would stand too close. */
  ticks: number[];
}

/**
 * Lays a scale over values.
 *
 * @param step between marks, counted from zero
 * @param width px
 * @param marks at the most
 */
export function steppedScale(
  values: readonly number[],
  step: number,
  zero: number,
  width: number,
  marks: number,
): SteppedScale {
  const low = Math.floor((Math.min(...values) - zero) / step) * step + zero;
  const high = Math.max(low + step, Math.ceil((Math.max(...values) - zero) / step) * step + zero);
  const x = scaleLinear([low, high], [0, width]);
  const count = Math.round((high - low) / step);
  const every = Math.max(1, Math.ceil(count / marks));
  // Every other mark of tens is one of twenties: it is counted from zero, not from the end.
  const first = Math.ceil((low - zero) / (every * step) - 1e-9) * every * step + zero;
  const ticks: number[] = [];
  for (let value = first; value <= high + 1e-9; value += every * step) ticks.push(value);
  return { low, high, x, ticks };
}
