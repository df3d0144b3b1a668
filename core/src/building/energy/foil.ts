import { BLACK_BODY_COEFFICIENT } from '../../physics/steady-heat/index.ts';
import type { ResolvedWall } from '../../physics/build-up/index.ts';

/** What a foil facing is worth on what stands behind an open gap, m²·K/W. */
export interface FoilWorth {
  /** If the air in the gap stood still. */
  still: number;
  /** With air that moves through the gap as usual. */
  moving: number;
}

/** Convection on an upright face: of still air, and at 0.2 m/s, 4 + 4·v (EN ISO 6946:2017, Annex C), W/(m²·K). */
const STILL = 2.5;
const MOVING = 4 + 4 * 0.2;

const PLAIN = 0.9;
const FOIL = 0.05;

/** The film at a face across a gap from a plain one (EN ISO 6946:2017, Annex D). */
const film = (convection: number, emissivity: number): number =>
  1 / (convection + BLACK_BODY_COEFFICIENT / (1 / emissivity + 1 / PLAIN - 1));

/**
 * What a foil facing toward a ventilated gap adds to a wall: it radiates less across the gap, yet air that moves takes the
 * heat along all the same.
 *
 * @returns null where the wall has no open gap
 */
export function foilWorth({
  layers,
  counted,
}: Pick<ResolvedWall, 'layers' | 'counted'>): FoilWorth | null {
  if (!layers[counted]) return null;
  const gain = (convection: number): number => film(convection, FOIL) - film(convection, PLAIN);
  return { still: gain(STILL), moving: gain(MOVING) };
}
