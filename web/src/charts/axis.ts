/** The depth axis that the callouts, the section and the traces share: px down from the top of the drawing. */
export interface DepthAxis {
  height: number;
  /** px per metre, the same across the wall and along it. */
  scale: number;
  /** Whole thickness of the wall, m. */
  thickness: number;
  /** Where a depth from the inner surface lies; outdoors is up. */
  y(depth: number): number;
  /** The depth at a place, held to the wall. */
  depthAt(y: number): number;
}

/** Room above and below the wall for the air on both sides and what the lenses show there, px. */
const AIR_ROOM = 36;

/** At least this share more than one stud spacing is shown. */
const SPACING_SHOWN = 1.04;

/**
 * Lays the depth axis out so that the wall is drawn to one scale and at least one stud spacing wide.
 *
 * @param thickness of the wall, m
 * @param spacing of its main frame, m; 0 without one
 * @param width of the section, px
 * @param height of the drawing, px
 * @param room left above and below the wall at the least, px
 * @param laidOver thickness of a wall that is laid over it from the same inner face, m: both fit
 */
export function depthAxis(
  thickness: number,
  spacing: number,
  width: number,
  height: number,
  room = AIR_ROOM,
  laidOver = 0,
): DepthAxis {
  const largest = Math.max(thickness, laidOver);
  const fit = (height - 2 * room) / Math.max(largest, 1e-4);
  const scale = spacing > 0 ? Math.min(fit, width / (spacing * SPACING_SHOWN)) : fit;
  const top = (height - largest * scale) / 2;
  return {
    height,
    scale,
    thickness,
    y: (depth) => top + (largest - depth) * scale,
    depthAt: (y) => Math.min(thickness, Math.max(0, largest - (y - top) / scale)),
  };
}

/**
 * The height of a drawing in which the width, and not the height, sets the scale: more of it would stay empty.
 *
 * @param thickness of the wall, m
 * @param spacing of its main frame, m; 0 without one
 * @param width of the section, px
 * @returns px; infinite without a frame
 */
export function fullHeight(thickness: number, spacing: number, width: number): number {
  return spacing > 0 ? (thickness * width) / (spacing * SPACING_SHOWN) + 2 * AIR_ROOM : Infinity;
}

/** A break line down one edge of the section: the wall goes on. */
export function breakLine(x: number, top: number, bottom: number): string {
  const middle = (top + bottom) / 2;
  return `M${x} ${top - 6}V${middle - 12}L${x - 6} ${middle - 4}L${x + 6} ${middle + 4}L${x} ${middle + 12}V${bottom + 6}`;
}
