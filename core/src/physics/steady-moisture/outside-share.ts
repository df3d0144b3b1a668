import { dewPoint } from '../climate/index.ts';
import { cavityFaceTemperature, pathResistances } from '../steady-heat/index.ts';
import type { Materials } from '../materials/index.ts';
import {
  resolveWall,
  type Conditions,
  type ResolvedWall,
  type WallFile,
} from '../build-up/index.ts';
import { condensingPlaneIndex } from './condensing-plane.ts';

/** How R is shared by the condensing plane, films counted, along the cavity path: 0 to 1. */
export interface OutsideShare {
  /** Share of R outside the plane. */
  actual: number;
  /** Share that keeps the plane at the indoor dew point, and a margin above it. */
  needed: number;
}

/**
 * The share of the total resistance that lies outside the condensing plane, and the one that is needed:
 * (θ_dew + margin − θ_e) / (θ_i − θ_e), since θ_plane = θ_e + (θ_i − θ_e)·R_outside / R_T.
 *
 * @param wall a resolved wall
 * @param conditions a month, or the design day
 * @param margin K above the indoor dew point
 * @returns null without a condensing plane, or where it is no colder outdoors than indoors
 */
export function outsideShare(
  wall: ResolvedWall,
  conditions: Conditions,
  margin = 0,
): OutsideShare | null {
  const plane = condensingPlaneIndex(wall);
  const { indoorTemperature, outdoorTemperature, indoorVaporPressure } = conditions;
  if (plane === null || outdoorTemperature >= indoorTemperature) return null;
  const wanted = dewPoint(indoorVaporPressure) + margin - outdoorTemperature;
  return {
    actual: outsideShareAt(wall, plane, conditions),
    needed: Math.min(1, Math.max(0, wanted / (indoorTemperature - outdoorTemperature))),
  };
}

/** R inside and outside a face along the cavity path, films counted, m²K/W. @param face as in `cavityFaceTemperature` */
export function resistancesAround(
  wall: ResolvedWall,
  face: number,
  conditions: Conditions,
): { inside: number; outside: number } {
  let inside = wall.innerFilm;
  let outside = wall.outerFilm;
  pathResistances(wall, 'cavity', conditions).forEach((r, i) => {
    if (i < face) inside += r;
    else outside += r;
  });
  return { inside, outside };
}

/** Share of R outside a face along the cavity path, films counted. */
export function outsideShareAt(wall: ResolvedWall, face: number, conditions: Conditions): number {
  const { inside, outside } = resistancesAround(wall, face, conditions);
  return outside / (inside + outside);
}

/** The thickest layer that is tried, m. */
const MAX_THICKNESS = 10;

/** How close the thickness is found, relative. */
const CLOSE = 1e-9;

/**
 * The smallest thickness of a layer outside the condensing plane that keeps the plane a margin above the indoor dew point
 * under all the conditions given; conductivities that depend on temperature follow.
 *
 * @param file a validated wall file
 * @param layerId of a layer outside the plane
 * @param margin K
 * @param select which conditions count: months of the wall, its design day
 * @returns m; 0 where it is not needed at all, null where no thickness up to 10 m does, or without a plane
 */
export function smallestThickness(
  file: WallFile,
  layerId: string,
  margin: number,
  select: (wall: ResolvedWall) => readonly Conditions[],
  materials: Materials = {},
): number | null {
  const index = file.layers.findIndex(({ id }) => id === layerId);
  const marginWith = (thickness: number): number | null => {
    const layers = file.layers.with(index, { ...file.layers[index]!, thickness });
    const wall = resolveWall({ ...file, layers }, materials);
    const plane = condensingPlaneIndex(wall);
    if (plane === null || index < plane) return null;
    return Math.min(
      ...select(wall).map(
        (conditions) =>
          cavityFaceTemperature(wall, plane, conditions) - dewPoint(conditions.indoorVaporPressure),
      ),
    );
  };
  const holds = (thickness: number): boolean => (marginWith(thickness) ?? -Infinity) >= margin;

  let low = 1e-9;
  if (holds(low)) return 0;
  let high = 0.001;
  while (!holds(high)) {
    low = high;
    high *= 2;
    if (high > MAX_THICKNESS) return null;
  }
  while (high - low > CLOSE * high) {
    const middle = (low + high) / 2;
    if (holds(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/** The month with the lowest outdoor temperature, alone. */
export function coldestMonth(wall: ResolvedWall): Conditions[] {
  return [wall.months[wall.coldestMonth]!];
}

/** The three months with the lowest outdoor temperatures. */
export function threeColdestMonths(wall: ResolvedWall): Conditions[] {
  return wall.months.toSorted((a, b) => a.outdoorTemperature - b.outdoorTemperature).slice(0, 3);
}
