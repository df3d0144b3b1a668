import type { ResolvedWall } from '../wall/index.ts';
import { fastenerCorrection, voidCorrection } from './corrections.ts';
import {
  cavityPathResistance,
  framePathResistance,
  isothermalPlanesResistance,
  parallelPathResistance,
} from './paths.ts';
import { resistancesAt } from './resistances.ts';

/** A resistance and its inverse: m²K/W and W/(m²K), films included. */
export interface RU {
  r: number;
  u: number;
}

export type EffectiveMethod = 'combined' | 'parallelPath';

/** The `thermal` part of a result file. */
export interface Thermal {
  layers: { id: string; resistance: number }[];
  cavityPath: RU;
  framePath: RU;
  parallelPath: RU;
  isothermalPlanes: RU;
  combined: RU;
  /** ΔU, W/(m²K). */
  corrections: { fasteners: number; voids: number };
  effective: RU & { method: EffectiveMethod };
}

const ofR = (r: number): RU => ({ r, u: 1 / r });

/**
 * Every one-dimensional thermal figure of a wall, at its design temperatures (wall-file rules 1 to 7).
 *
 * `effective` is the combined method of EN ISO 6946 under the `iso` convention and parallel path under `ashrae`,
 * plus the corrections for fasteners and voids.
 */
export function thermalOf(wall: ResolvedWall): Thermal {
  const { indoorTemperature, outdoorTemperature } = wall.design;
  const resistances = resistancesAt(wall, indoorTemperature, outdoorTemperature);
  const parallelPath = ofR(parallelPathResistance(wall, resistances));
  const isothermalPlanes = ofR(isothermalPlanesResistance(wall, resistances));
  const combined = ofR((parallelPath.r + isothermalPlanes.r) / 2);
  const corrections = {
    fasteners: fastenerCorrection(wall, resistances, combined.r),
    voids: voidCorrection(wall, resistances, combined.r),
  };
  const method = wall.file.convention === 'iso' ? 'combined' : 'parallelPath';
  const uncorrected = method === 'combined' ? combined : parallelPath;
  const u = uncorrected.u + corrections.fasteners + corrections.voids;
  return {
    layers: Array.from(resistances.fill, (resistance, i) => ({
      id: wall.layers[i]!.id,
      resistance,
    })),
    cavityPath: ofR(cavityPathResistance(wall, resistances)),
    framePath: ofR(framePathResistance(wall, resistances)),
    parallelPath,
    isothermalPlanes,
    combined,
    corrections,
    effective: { r: 1 / u, u, method },
  };
}
