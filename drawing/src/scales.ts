import type { UnitSystem } from '@eldrun/core/units';

/** A scale that a scale ruler has: of the paper to what is drawn, and how it is written. */
export interface PaperScale {
  ratio: number;
  text: string;
}

/** Metric scales, by their denominators. */
const METRIC = [1, 2, 5, 10, 20, 25, 50, 100, 200, 250, 500, 1000, 2000, 5000];

/** Scales of a foot, by their denominators: what of an inch stands for one. */
const IMPERIAL: readonly (readonly [denominator: number, text: string])[] = [
  [1, 'full size'],
  [2, '6 in. = 1 ft'],
  [4, '3 in. = 1 ft'],
  [8, '1 1/2 in. = 1 ft'],
  [12, '1 in. = 1 ft'],
  [16, '3/4 in. = 1 ft'],
  [24, '1/2 in. = 1 ft'],
  [32, '3/8 in. = 1 ft'],
  [48, '1/4 in. = 1 ft'],
  [64, '3/16 in. = 1 ft'],
  [96, '1/8 in. = 1 ft'],
  [128, '3/32 in. = 1 ft'],
  [192, '1/16 in. = 1 ft'],
  [240, '1 in. = 20 ft'],
  [480, '1 in. = 40 ft'],
  [960, '1 in. = 80 ft'],
  [2400, '1 in. = 200 ft'],
  [4800, '1 in. = 400 ft'],
];

/** The scales of a system, the largest first. */
const scalesOf = (units: UnitSystem): PaperScale[] =>
  units === 'imperial'
    ? IMPERIAL.map(([denominator, text]) => ({ ratio: 1 / denominator, text }))
    : METRIC.map((denominator) => ({ ratio: 1 / denominator, text: `1:${denominator}` }));

/**
 * The largest scale of a ruler at which a drawing fits in a room.
 *
 * @param size of what is drawn, m
 * @param room on the paper, m
 * @param largest no larger scale than this ratio
 */
export function fittingScale(
  size: { width: number; height: number },
  room: { width: number; height: number },
  units: UnitSystem,
  largest = 1,
): PaperScale {
  const scales = scalesOf(units);
  const fits = ({ ratio }: PaperScale): boolean =>
    ratio <= largest + 1e-9 &&
    size.width * ratio <= room.width &&
    size.height * ratio <= room.height;
  return scales.find(fits) ?? scales.at(-1)!;
}
