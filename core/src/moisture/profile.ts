import { dewPoint, saturationPressure } from '../climate/index.ts';
import { interfaceTemperatures, onFramePath, pathResistances, type Path } from '../heat/index.ts';
import {
  AIR_LAYER_VAPOR_THICKNESS,
  isVariable,
  vaporThickness,
  type Material,
} from '../materials/index.ts';
import type { Conditions, ResolvedWall } from '../wall/index.ts';

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

/** Layers above this R are split into equal parts, m²K/W (EN ISO 13788:2012, 5.3.2; wall-file rule 9). */
const PART_RESISTANCE = 0.25;

/** How still the vapor pressures must stand while variable materials settle, Pa. */
const SETTLED = 1e-7;
const MOST_ROUNDS = 500;

interface Part {
  layer: number;
  material: Material | null;
  thickness: number;
  /** Share of the layer this part is. */
  share: number;
  inner: number;
  outer: number;
  vaporThickness: number;
}

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
  const parts = partsOf(wall, path, resistances, faces);
  const pressures = settle(parts, conditions);

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
  add(faces[0]!, pressures[0]!);
  parts.forEach((part, i) => {
    depth += part.thickness;
    vaporThicknesses[part.layer]! += part.vaporThickness;
    add(part.outer, pressures[i + 1]!);
  });
  return { path, conditions, points, vaporThicknesses };
}

function partsOf(
  wall: ResolvedWall,
  path: Path,
  resistances: Float64Array,
  faces: Float64Array,
): Part[] {
  const parts: Part[] = [];
  for (let i = 0; i < wall.counted; i++) {
    const layer = wall.layers[i]!;
    const material =
      path === 'member' && onFramePath(wall, i) ? layer.member!.material : layer.fill;
    const count = Math.max(1, Math.ceil(resistances[i]! / PART_RESISTANCE - 1e-9));
    const step = (faces[i + 1]! - faces[i]!) / count;
    for (let k = 0; k < count; k++)
      parts.push({
        layer: i,
        material,
        thickness: layer.thickness / count,
        share: 1 / count,
        inner: faces[i]! + step * k,
        outer: faces[i]! + step * (k + 1),
        vaporThickness: 0,
      });
  }
  return parts;
}

/** Vapor pressures at the faces of the parts, Pa, with s_d of each part left in it. */
function settle(parts: Part[], conditions: Conditions): Float64Array {
  const saturation = new Float64Array(parts.length + 1);
  saturation[0] = saturationPressure(parts[0]?.inner ?? conditions.indoorTemperature);
  parts.forEach((part, i) => (saturation[i + 1] = saturationPressure(part.outer)));
  const inner = Math.min(conditions.indoorVaporPressure, saturation[0]);
  const outer = Math.min(conditions.outdoorVaporPressure, saturation[parts.length]!);

  let pressures = new Float64Array(parts.length + 1);
  for (let i = 0; i <= parts.length; i++) pressures[i] = saturation[i]! / 2;
  const variable = parts.some((part) => part.material && isVariable(part.material));
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let total = 0;
    parts.forEach((part, i) => {
      const humidity =
        (Math.min(1, pressures[i]! / saturation[i]!) +
          Math.min(1, pressures[i + 1]! / saturation[i + 1]!)) /
        2;
      part.vaporThickness = part.material
        ? vaporThickness(part.material, part.thickness, humidity, part.share)
        : Math.max(part.thickness, AIR_LAYER_VAPOR_THICKNESS * part.share);
      total += part.vaporThickness;
    });
    const next = new Float64Array(parts.length + 1);
    next[0] = inner;
    let passed = 0;
    let moved = 0;
    parts.forEach((part, i) => {
      passed += part.vaporThickness;
      next[i + 1] = inner + ((outer - inner) * passed) / total;
      moved = Math.max(moved, Math.abs(next[i + 1]! - pressures[i + 1]!));
    });
    if (!variable || moved <= SETTLED) return next;
    // Retarders that open with humidity answer their own opening; half steps settle them.
    for (let i = 0; i < next.length; i++)
      next[i] = round > 5 ? (next[i]! + pressures[i]!) / 2 : next[i]!;
    pressures = next;
  }
  return pressures;
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
