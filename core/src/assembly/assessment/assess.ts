import type { Materials } from '../../physics/materials/index.ts';
import {
  framedR,
  pathThermalOf,
  sectionAt,
  thermalOf,
  type PathThermal,
  type Thermal,
  type WallSection,
} from '../../physics/steady-heat/index.ts';
import {
  condensingPlaneOf,
  indoorDewPoints,
  type CondensingPlane,
} from '../../physics/steady-moisture/index.ts';
import { quantitiesOf, type Quantities } from '../quantities/index.ts';
import {
  onceForCounted,
  resolveWall,
  type ResolvedWall,
  type WallFile,
} from '../../physics/build-up/index.ts';

/** Every number of a wall that follows from its layers one by one: there within a fraction of a millisecond. */
export interface LayerAssessment {
  wall: ResolvedWall;
  paths: PathThermal;
  moisture: { indoorDewPoint: number[]; condensingPlane: CondensingPlane | null };
  quantities: Quantities;
  /** The month in which the condensing plane has the least margin, 0 to 11; null without a plane. */
  worstMonth: number | null;
}

/** Every number of a wall that does not depend on where somebody points. */
export interface Assessment extends LayerAssessment {
  section: WallSection;
  thermal: Thermal;
  /** Share of the cavity path's R that the framing takes, 0 to 1, corrections aside. */
  framingLoss: number;
}

/**
 * What the layers of a wall say without its section.
 *
 * @param file a validated wall file
 * @param projectMaterials materials beyond the library and the file's own
 * @throws InputError where a number cannot be computed
 */
export function assessLayers(file: WallFile, projectMaterials: Materials = {}): LayerAssessment {
  return assessResolved(resolveWall(file, projectMaterials));
}

/** The same of a wall whose materials are looked up. */
export function assessResolved(wall: ResolvedWall): LayerAssessment {
  const moisture = onceForCounted(wall, planeOf);
  const { condensingPlane } = moisture;
  return {
    wall,
    paths: pathThermalOf(wall),
    moisture,
    quantities: quantitiesOf(wall),
    worstMonth:
      condensingPlane && condensingPlane.margin.indexOf(Math.min(...condensingPlane.margin)),
  };
}

function planeOf(wall: ResolvedWall): LayerAssessment['moisture'] {
  const indoorDewPoint = indoorDewPoints(wall);
  return { indoorDewPoint, condensingPlane: condensingPlaneOf(wall, indoorDewPoint) };
}

/**
 * Completes an assessment.
 *
 * @param section of the same wall, solved at its design temperatures
 */
export function withSection(layers: LayerAssessment, section: WallSection): Assessment {
  const thermal = thermalOf(layers.wall, layers.paths, section);
  return {
    ...layers,
    section,
    thermal,
    framingLoss: Math.max(0, 1 - framedR(thermal) / layers.paths.cavityPath.r),
  };
}

/**
 * The full evaluation of a wall over its year, its section included: some milliseconds.
 *
 * @param file a validated wall file
 * @param projectMaterials materials beyond the library and the file's own
 * @throws InputError where a number cannot be computed
 */
export function assess(file: WallFile, projectMaterials: Materials = {}): Assessment {
  const layers = assessLayers(file, projectMaterials);
  return withSection(layers, designSection(layers.wall));
}

/** The section at the design temperatures. @param withShares whether the linear share of each frame is wanted */
export function designSection(wall: ResolvedWall, withShares = true): WallSection {
  const { indoorTemperature, outdoorTemperature } = wall.design;
  return sectionAt(wall, indoorTemperature, outdoorTemperature, withShares);
}
