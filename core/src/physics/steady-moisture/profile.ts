import { dewPoint, saturationPressure } from '../climate/index.ts';
import { interfaceTemperatures, pathResistances, type Path } from '../steady-heat/index.ts';
import { isVariable } from '../materials/index.ts';
import type { Conditions, ResolvedWall } from '../build-up/index.ts';
import { partFaces, partsOf, partVaporThickness, type Part } from './parts.ts';

/** Temperature and vapor at one depth. Depth is counted from the inner surface, m. */
export interface ProfilePoint {
  depth: number;
  temperature: number;
  vaporPressure: number;
  saturationPressure: number;
  dewPoint: number;
}

/** The profile through the counted layers, indoors first, with the air on both sides. */
export interface Profile {
  path: Path;
  conditions: Conditions;
  /** At every face and at inner points of thick layers, from the inner surface to the outer. */
  points: ProfilePoint[];
  /** s_d of each counted layer along the path, m. */
  vaporThicknesses: number[];
}

/** How still the vapor pressures must stand while variable materials settle, Pa. */
const SETTLED = 1e-7;
const MAX_ITERATIONS = 500;

/**
 * Temperature, vapor pressure and dew point through the wall under steady conditions: θ in proportion to the
 * resistance passed, p in proportion to s_d (the straight line of EN ISO 13788:2012, 6.4, before any condensation).
 * Where the dew point lies above the temperature, vapor would condense. Vapor pressure at a surface is at most
 * saturation there (wall-file rule 9). Variable materials take their value at the mean RH of their two faces, iterated.
 *
 * @param wall a resolved wall
 * @param path cavity or member
 * @param conditions a month of the wall, or its design day
 * @returns points with depth m, temperatures °C, pressures Pa
 */
export function profileOf(wall: ResolvedWall, path: Path, conditions: Conditions): Profile {
  const resistances = pathResistances(wall, path, conditions);
  const faces = interfaceTemperatures(wall, resistances, conditions);
  const parts = partsOf(wall, path, resistances);
  const temperatures = partFaces(parts, faces);
  const { pressures, thicknesses } = settle(parts, temperatures, conditions);

  const vaporThicknesses = new Array<number>(wall.counted).fill(0);
  const points: ProfilePoint[] = [];
  let depth = 0;
  const add = (temperature: number, vaporPressure: number): void => {
    points.push({
      depth,
      temperature,
      vaporPressure,
      saturationPressure: saturationPressure(temperature),
      dewPoint: dewPoint(vaporPressure),
    });
  };
  add(temperatures[0]!, pressures[0]!);
  parts.forEach((part, i) => {
    depth += part.thickness;
    vaporThicknesses[part.layer]! += thicknesses[i]!;
    add(temperatures[i + 1]!, pressures[i + 1]!);
  });
  return { path, conditions, points, vaporThicknesses };
}

/** Vapor pressures at the faces of the parts, Pa, and s_d of each part, m. */
function settle(
  parts: readonly Part[],
  temperatures: readonly number[],
  conditions: Conditions,
): { pressures: number[]; thicknesses: number[] } {
  const saturation = temperatures.map(saturationPressure);
  const inner = Math.min(conditions.indoorVaporPressure, saturation[0]!);
  const outer = Math.min(conditions.outdoorVaporPressure, saturation[parts.length]!);

  let pressures = saturation.map((value) => value / 2);
  let thicknesses: number[] = [];
  const variable = parts.some((part) => part.material && isVariable(part.material));
  for (let round = 0; round < MAX_ITERATIONS; round++) {
    thicknesses = parts.map((part, i) => {
      const humidity =
        (Math.min(1, pressures[i]! / saturation[i]!) +
          Math.min(1, pressures[i + 1]! / saturation[i + 1]!)) /
        2;
      return partVaporThickness(part, humidity);
    });
    const total = thicknesses.reduce((sum, thickness) => sum + thickness, 0);
    const next = [inner];
    let passed = 0;
    let moved = 0;
    thicknesses.forEach((thickness, i) => {
      passed += thickness;
      next.push(inner + ((outer - inner) * passed) / total);
      moved = Math.max(moved, Math.abs(next[i + 1]! - pressures[i + 1]!));
    });
    if (!variable || moved <= SETTLED) return { pressures: next, thicknesses };
    // Retarders that open with humidity answer their own opening; half steps settle them.
    pressures = round > 5 ? next.map((p, i) => (p + pressures[i]!) / 2) : next;
  }
  return { pressures, thicknesses };
}

/**
 * The state at any depth, between two points of the profile: temperature and vapor pressure run straight.
 *
 * @param profile from `profileOf`
 * @param depth from the inner surface, m; held to the profile's ends
 */
export function profileAt(profile: Profile, depth: number): ProfilePoint {
  const { points } = profile;
  let i = 1;
  while (i < points.length - 1 && points[i]!.depth < depth) i++;
  const a = points[i - 1]!;
  const b = points[i] ?? a;
  const span = b.depth - a.depth;
  const t = span > 0 ? Math.min(1, Math.max(0, (depth - a.depth) / span)) : 0;
  const temperature = a.temperature + (b.temperature - a.temperature) * t;
  const vaporPressure = a.vaporPressure + (b.vaporPressure - a.vaporPressure) * t;
  return {
    depth: a.depth + span * t,
    temperature,
    vaporPressure,
    saturationPressure: saturationPressure(temperature),
    dewPoint: dewPoint(vaporPressure),
  };
}
