import { FOOT, PSF, say, measured, SQUARE_FOOT, type Message } from '../../common/units/index.ts';
import type { Loads, Wind, WindExposure } from '../../physics/build-up/index.ts';

/** Terrain exposure constants: α and z_g, m (ASCE 7-16, Table 26.11-1). */
const TERRAIN: Record<WindExposure, { alpha: number; top: number }> = {
  B: { alpha: 7, top: 1200 * FOOT },
  C: { alpha: 9.5, top: 900 * FOOT },
  D: { alpha: 11.5, top: 700 * FOOT },
};

/** Below this height the speed is taken as there, m: 15 ft; 30 ft for components in exposure B (ASCE 7-16, Table 26.10-1). */
const LOWEST: Record<WindExposure, number> = { B: 30 * FOOT, C: 15 * FOOT, D: 15 * FOOT };

/** Directionality of buildings (ASCE 7-16, Table 26.6-1). */
const DIRECTIONALITY = 0.85;

/** Inner pressure of an enclosed building (ASCE 7-16, Table 26.13-1). */
const INNER = 0.18;

/** From strength to allowable stress: 0.6 W (ASCE 7-16, 2.4.1). */
const ALLOWABLE = 0.6;

/** Suction coefficients of walls: on small areas, and from 500 ft² on (ASCE 7-16, Figure 30.3-1). */
const SUCTION = { 4: { small: 1.1, large: 0.8 }, 5: { small: 1.4, large: 0.8 } } as const;
/** The least that components and cladding are designed for, Pa at strength level: 16 psf (ASCE 7-16, 30.2.2). */
const LEAST = 16 * PSF;

const SMALL = 10 * SQUARE_FOOT;
const LARGE = 500 * SQUARE_FOOT;

/**
 * Velocity pressure at the mean roof height, Pa: 0.613 K_z K_zt K_d V² with K_z = 2.01 (z/z_g)^(2/α) (ASCE 7-16, 26.10),
 * level ground, sea level.
 *
 * @param speed m/s
 * @param height m
 */
export function velocityPressure(speed: number, exposure: WindExposure, height: number): number {
  const { alpha, top } = TERRAIN[exposure];
  const kz = 2.01 * (Math.max(height, LOWEST[exposure]) / top) ** (2 / alpha);
  return 0.613 * kz * DIRECTIONALITY * speed ** 2;
}

/**
 * Suction on the cladding of a low enclosed building as an allowable-stress pressure, Pa: 0.6 q_h (GC_p + GC_pi)
 * (ASCE 7-16, 30.3: mean roof height up to 60 ft), but not below 0.6 · 16 psf (30.2.2).
 *
 * @param area that one fastener or board carries, m²
 */
export function windSuction(wind: Wind, area = SMALL): number {
  if ('suction' in wind) return wind.suction;
  const { small, large } = SUCTION[wind.zone];
  const along = Math.log(Math.min(LARGE, Math.max(SMALL, area)) / SMALL) / Math.log(LARGE / SMALL);
  const coefficient = small + (large - small) * along;
  const pressure = velocityPressure(wind.speed, wind.exposure, wind.height);
  return ALLOWABLE * Math.max(LEAST, pressure * (coefficient + INNER));
}

/** The wind where nobody said any: 115 mph, suburbs, up to 30 ft, at the ends of a wall. */
export const USUAL_WIND: Extract<Wind, { speed: number }> = {
  speed: 51.4096,
  exposure: 'B',
  height: 30 * FOOT,
  zone: 5,
};

/** Suction by what is said of the wind, and what it relies on. Pa */
export function suctionOf({ wind }: Loads): { suction: number; basis: Message; assumed: boolean } {
  const used = wind ?? USUAL_WIND;
  const suction = windSuction(used);
  return {
    suction,
    assumed: wind === undefined,
    basis:
      'suction' in used
        ? say`as given, allowable stress`
        : say`${measured('windSpeed', used.speed)}, exposure ${used.exposure}, ${measured('elevation', used.height)} high, zone ${used.zone} (ASCE 7-16, 30.3, times 0.6)`,
  };
}
