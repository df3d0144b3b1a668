import { saturationPressure } from '../climate/index.ts';
import { cavityFaceTemperature } from '../steady-heat/index.ts';
import { onceFor, type ResolvedWall } from '../build-up/index.ts';
import { condensingPlaneIndex } from './condensing-plane.ts';

/**
 * The highest indoor relative humidity in each month at which the condensing plane stays at the indoor dew point:
 * p_sat(θ_plane) / p_sat(θ_i).
 *
 * @returns 0 to 1, January first; null without a condensing plane
 */
export function safeHumidities(wall: ResolvedWall): number[] | null {
  return onceFor(wall, compute);
}

function compute(wall: ResolvedWall): number[] | null {
  const plane = condensingPlaneIndex(wall);
  if (plane === null) return null;
  return wall.months.map((conditions) =>
    Math.min(
      1,
      saturationPressure(cavityFaceTemperature(wall, plane, conditions)) /
        saturationPressure(conditions.indoorTemperature),
    ),
  );
}
