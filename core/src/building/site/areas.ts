import { outlineOf, type Elevation } from '../house/index.ts';

/** Area of an elevation less its openings, m²; at least a tenth of it, since openings may say too much. */
export function netArea(elevation: Elevation): number {
  const { area } = outlineOf(elevation);
  const openings = (elevation.openings ?? []).reduce(
    (sum, { width, height }) => sum + width * height,
    0,
  );
  return Math.max(area - openings, area / 10);
}
