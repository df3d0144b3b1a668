import type { Elevation } from '../house/index.ts';
import { layoutCenters, type FrameSizes, type FramedOpening } from './framing.ts';

/** How near an opening's edge snaps to the layout, m. */
const NEAR = 0.03;

/**
 * Where the left edge of an opening goes that is put at x: so that a king of it stands on the layout where that is near,
 * else to the next step.
 *
 * @param x wanted, m
 * @param step inches or centimeters, m
 * @returns m, from 0
 */
export function snapOpening(
  x: number,
  { width, jacks }: Pick<FramedOpening, 'width' | 'jacks'>,
  elevation: Elevation,
  { width: w, spacing }: FrameSizes,
  step: number,
): number {
  const aside = (jacks + 0.5) * w;
  const places = layoutCenters(elevation, spacing, elevation.length).flatMap((center) => [
    center + aside,
    center - aside - width,
  ]);
  const near = places.reduce(
    (best, place) => (Math.abs(place - x) < Math.abs(best - x) ? place : best),
    Infinity,
  );
  const at = Math.abs(near - x) <= NEAR ? near : Math.round(x / step) * step;
  return Math.max(0, Math.min(at, elevation.length - width));
}

/**
 * The next place on the layout for an opening's left edge.
 *
 * @param direction +1 to the right, −1 to the left
 */
export function nextOnLayout(
  x: number,
  opening: Pick<FramedOpening, 'width' | 'jacks'>,
  elevation: Elevation,
  { width: w, spacing }: FrameSizes,
  direction: 1 | -1,
): number {
  const aside = (opening.jacks + 0.5) * w;
  const places = layoutCenters(elevation, spacing, elevation.length)
    .map((center) => center + aside)
    .filter((place) => place + opening.width <= elevation.length);
  const beyond = places.filter((place) => (place - x) * direction > 0.001);
  if (beyond.length === 0) return x;
  return direction > 0 ? Math.min(...beyond) : Math.max(...beyond);
}
