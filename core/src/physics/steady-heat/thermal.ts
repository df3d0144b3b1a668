import { onceForCounted, type ResolvedWall } from '../build-up/index.ts';
import { fastenerCorrection, pointBridgeCorrection, voidCorrection } from './corrections.ts';
import {
  cavityPathResistance,
  framePathResistance,
  isothermalPlanesResistance,
  parallelPathResistance,
} from './paths.ts';
import { resistancesAt } from './resistances.ts';
import type { WallSection } from './section.ts';
import { wholeWallU } from './whole-wall.ts';

/** A resistance and its inverse: m²K/W and W/(m²K), films included. */
export interface RU {
  r: number;
  u: number;
}

type EffectiveMethod = 'section' | 'wholeWall';

/** What the paths through the layers give, without the section. */
export interface PathThermal {
  layers: { id: string; resistance: number }[];
  cavityPath: RU;
  framePath: RU;
  parallelPath: RU;
  isothermalPlanes: RU;
  combined: RU;
}

/** The section's part of a result file, at the design temperatures. */
interface SectionThermal extends RU {
  /** °C, lowest and highest along the inner surface. */
  innerSurface: { min: number; max: number };
  temperatureFactor: number;
  /** Extra heat for each metre of a frame's member, W/(m·K). */
  linearShares: { frame: string; perMember: number }[];
  /** Relative change of u by the last refinement of the grid. */
  change: number;
  /** `budget` where the grid reached its most cells before it settled. */
  ended: 'tolerance' | 'budget';
}

/** The `thermal` part of a result file. */
export interface Thermal extends PathThermal {
  /** ΔU, W/(m²K). */
  corrections: { fasteners: number; pointBridges: number; voids: number };
  section: SectionThermal;
  /** Only where a framing factor exceeds the clear field's share. */
  wholeWall?: RU;
  effective: RU & { method: EffectiveMethod };
}

const ofR = (r: number): RU => ({ r, u: 1 / r });
const ofU = (u: number): RU => ({ r: 1 / u, u });

/** Every thermal figure that follows from paths alone, at the design temperatures (wall-file rules 1 to 4 and 7). */
export function pathThermalOf(wall: ResolvedWall): PathThermal {
  return onceForCounted(wall, computePaths);
}

function computePaths(wall: ResolvedWall): PathThermal {
  const { indoorTemperature, outdoorTemperature } = wall.design;
  const resistances = resistancesAt(wall, indoorTemperature, outdoorTemperature);
  const parallelPath = ofR(parallelPathResistance(wall, resistances));
  const isothermalPlanes = ofR(isothermalPlanesResistance(wall, resistances));
  return {
    layers: Array.from(resistances.fill, (resistance, i) => ({
      id: wall.layers[i]!.id,
      resistance,
    })),
    cavityPath: ofR(cavityPathResistance(wall, resistances)),
    framePath: ofR(framePathResistance(wall, resistances)),
    parallelPath,
    isothermalPlanes,
    combined: ofR((parallelPath.r + isothermalPlanes.r) / 2),
  };
}

/** Effective U and R, and what they are made of besides the section. */
export type EffectiveThermal = Pick<Thermal, 'corrections' | 'wholeWall' | 'effective'>;

/**
 * The effective U: the section's, or the whole wall's where a framing factor exceeds the clear field's share, plus the
 * corrections for fasteners, point bridges and voids (wall-file rules 6 and 10).
 *
 * @param wall a resolved wall
 * @param paths of `pathThermalOf`
 * @param section r and u of the solved section
 */
export function effectiveOf(wall: ResolvedWall, paths: PathThermal, section: RU): EffectiveThermal {
  const { indoorTemperature, outdoorTemperature } = wall.design;
  const resistances = resistancesAt(wall, indoorTemperature, outdoorTemperature);
  const total = hasSteelStuds(wall) ? section.r : paths.combined.r;
  const corrections = {
    fasteners: fastenerCorrection(wall, resistances, total),
    pointBridges: pointBridgeCorrection(wall),
    voids: voidCorrection(wall, resistances, total),
  };
  const whole = wholeWallU(wall, resistances, paths.cavityPath.u, section.u);
  const wholeWall = whole === null ? null : ofU(whole);
  const { u } = wholeWall ?? section;
  return {
    corrections,
    ...(wholeWall ? { wholeWall } : {}),
    effective: {
      ...ofU(u + correctionSum(corrections)),
      method: wholeWall ? 'wholeWall' : 'section',
    },
  };
}

/**
 * Every thermal figure of a wall.
 *
 * @param wall a resolved wall
 * @param paths of `pathThermalOf`
 * @param section solved at the wall's design temperatures
 */
export function thermalOf(wall: ResolvedWall, paths: PathThermal, section: WallSection): Thermal {
  const { indoorTemperature, outdoorTemperature } = wall.design;
  const { corrections, wholeWall, effective } = effectiveOf(wall, paths, section);
  return {
    ...paths,
    corrections,
    section: {
      r: section.r,
      u: section.u,
      innerSurface: surfaceRange(section, indoorTemperature, outdoorTemperature),
      temperatureFactor: Math.min(...section.inner.temperature),
      linearShares: section.shares,
      change: section.field.change,
      ended: section.field.ended,
    },
    ...(wholeWall ? { wholeWall } : {}),
    effective,
  };
}

/** What fasteners, point bridges and voids add to U, W/(m²K). */
export const correctionSum = ({ fasteners, pointBridges, voids }: Thermal['corrections']): number =>
  fasteners + pointBridges + voids;

/** Whether a counted layer stands on C-studs, whose one-dimensional figures are far off. */
export function hasSteelStuds(wall: ResolvedWall): boolean {
  return wall.layers.slice(0, wall.counted).some(({ member }) => member?.shape.section === 'c');
}

/** R with the framing and without corrections: of the whole wall, else of the section. */
export function framedR({ section, wholeWall }: Thermal): number {
  return (wholeWall ?? section).r;
}

/** Lowest and highest temperature along the inner surface, °C. */
function surfaceRange(
  { inner }: WallSection,
  indoor: number,
  outdoor: number,
): { min: number; max: number } {
  const ends = [Math.min(...inner.temperature), Math.max(...inner.temperature)].map(
    (scaled) => outdoor + (indoor - outdoor) * scaled,
  );
  return { min: Math.min(...ends), max: Math.max(...ends) };
}
