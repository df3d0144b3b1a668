import { dewPoint } from '../climate/index.ts';
import { cavityFaceTemperature } from '../steady-heat/index.ts';
import { type ResolvedLayer, type ResolvedWall, frameEnd } from '../build-up/index.ts';

/** The plane that leaking indoor air meets first: its temperature by month and its margin above the indoor dew point. */
export interface CondensingPlane {
  layer: string;
  face: 'inner';
  /** °C, January first. */
  temperature: number[];
  /** K above the indoor dew point; negative is at risk. */
  margin: number[];
}

/** Highest μ of a layer that vapor passes as if it were open (wall-file format, condensing plane). */
const OPEN_MU = 2;

/** Whether indoor air and vapor pass the layer: air, filled with air, or μ at most 2; one given by permeance is not open. */
function isOpenToVapor(layer: ResolvedLayer): boolean {
  if (!layer.fill) return true;
  const { vapor } = layer.fill;
  if ('mu' in vapor) return vapor.mu <= OPEN_MU;
  return 'muTable' in vapor && vapor.muTable.every(([, mu]) => mu <= OPEN_MU);
}

/**
 * Which layer's inner face is the condensing plane: the first outside the main frame's outermost framed layer that is
 * not open to vapor (wall-file format).
 *
 * @returns the layer's index, or null without a framed layer or without such a layer
 */
export function condensingPlaneIndex(wall: ResolvedWall): number | null {
  if (wall.mainFrame === null) return null;
  for (let i = frameEnd(wall) + 1; i < wall.counted; i++) {
    const layer = wall.layers[i]!;
    // Whether vapor passes it nobody has said: nor which face is the plane.
    if (layer.vaporUnsaid) return null;
    if (!isOpenToVapor(layer)) return i;
  }
  return null;
}

/** Indoor dew point by month, °C, January first. Below 0 °C the frost point. */
export function indoorDewPoints(wall: ResolvedWall): number[] {
  return wall.months.map((month) => dewPoint(month.indoorVaporPressure));
}

/**
 * Temperature of the condensing plane along the cavity path by month, and its margin above the indoor dew point.
 *
 * @param dewPoints the indoor dew point by month, °C
 * @returns null where there is no such plane
 */
export function condensingPlaneOf(
  wall: ResolvedWall,
  dewPoints: readonly number[],
): CondensingPlane | null {
  const index = condensingPlaneIndex(wall);
  if (index === null) return null;
  const temperature = wall.months.map((month) => cavityFaceTemperature(wall, index, month));
  return {
    layer: wall.layers[index]!.id,
    face: 'inner',
    temperature,
    margin: temperature.map((t, m) => t - dewPoints[m]!),
  };
}
