import type { Materials } from './materials/index.ts';
import { thermalOf, type Thermal } from './heat/index.ts';
import { condensingPlaneOf, indoorDewPoints, type CondensingPlane } from './moisture/index.ts';
import { quantitiesOf, type Quantities } from './quantities/index.ts';
import { resolveWall, type ResolvedWall, type WallFile } from './wall/index.ts';

/** Every number of a wall that does not depend on where somebody points. */
export interface Assessment {
  wall: ResolvedWall;
  thermal: Thermal;
  moisture: { indoorDewPoint: number[]; condensingPlane: CondensingPlane | null };
  quantities: Quantities;
  /** Share of the cavity path's R that the framing takes, 0 to 1, corrections aside. */
  framingLoss: number;
  /** The month in which the condensing plane has the least margin, 0 to 11; null without a plane. */
  worstMonth: number | null;
}

/**
 * The full one-dimensional evaluation of a wall over its year.
 *
 * @param file a validated wall file
 * @param projectMaterials materials beyond the library and the file's own
 * @throws InputError where a number cannot be computed
 */
export function assess(file: WallFile, projectMaterials: Materials = {}): Assessment {
  const wall = resolveWall(file, projectMaterials);
  const thermal = thermalOf(wall);
  const indoorDewPoint = indoorDewPoints(wall);
  const condensingPlane = condensingPlaneOf(wall, indoorDewPoint);
  const framed = thermal[thermal.effective.method];
  return {
    wall,
    thermal,
    moisture: { indoorDewPoint, condensingPlane },
    quantities: quantitiesOf(wall),
    framingLoss: Math.max(0, 1 - framed.r / thermal.cavityPath.r),
    worstMonth:
      condensingPlane && condensingPlane.margin.indexOf(Math.min(...condensingPlane.margin)),
  };
}
