import { DAYS, saturationPressure } from '../climate/index.ts';
import { rolesOf } from '../materials/index.ts';
import {
  onceFor,
  type Conditions,
  type ResolvedLayer,
  type ResolvedWall,
} from '../build-up/index.ts';
import { DEFAULT_DAILY_RANGE } from './hours-at-risk.ts';
import { monthlyBalance } from './monthly.ts';

/** Vapor that the sun drives inward out of a wet cladding. */
export interface SunDriven {
  cladding: ResolvedLayer;
  /** Whether an open gap behind it carries the vapor off. */
  vented: boolean;
  /** The warmest month, 0 to 11, and the cladding's mean temperature in its sunlit hours, °C. */
  month: number;
  claddingTemperature: number;
  /** What would condense inside the wall while the cladding stays wet: kg/(m²·d), and outside which layer's inner face. */
  daily: number;
  at: ResolvedLayer | null;
}

/** Mineral claddings at least this thick and dense take up rain: m, kg/m³. */
const STORING = { thickness: 0.0096, density: 1100 };
/** From this μ on rain does not get in: metal, plastic, wood-plastic composite. */
const TIGHT_MU = 1000;

/** The sun shines for half of the day; of what falls on the horizontal about so much reaches a wall. Without figures, W/m². */
const SUNLIT = 0.5;
const ON_WALL = 0.5;
const DEFAULT_SUN = 220;
const DEFAULT_ABSORPTANCE = 0.6;

/** Whether a cladding stores rain: brick, stone, stucco, thick cement. */
function stores({ fillId, fill, thickness }: ResolvedLayer): boolean {
  if (!fill || !('mu' in fill.vapor) || fill.vapor.mu >= TIGHT_MU) return false;
  const mineral = rolesOf(fillId!, fill).includes('cladding') || fill.category === 'masonry';
  return mineral && thickness >= STORING.thickness && (fill.density ?? 0) >= STORING.density;
}

/**
 * Vapor driven inward from a rain-wet cladding in the sun: for half the day the wall behind it stands under saturation at
 * the cladding's mean temperature of sunlit hours in the warmest month, θ_e + range/π + α·I·R_se, and what then condenses
 * in steady state. An estimate for the days on which the cladding is wet; storage in the wall is left out.
 *
 * @returns null where no cladding stores water
 */
export function sunDrivenOf(wall: ResolvedWall): SunDriven | null {
  return onceFor(wall, compute);
}

function compute(wall: ResolvedWall): SunDriven | null {
  const cladding = wall.layers.findLast(stores);
  if (!cladding) return null;
  const { temperature, globalHorizontal, dailyRange } = wall.site;
  const month = temperature.indexOf(Math.max(...temperature));
  const sun = ((globalHorizontal?.[month] ?? DEFAULT_SUN) / SUNLIT) * ON_WALL;
  const claddingTemperature =
    temperature[month]! +
    (dailyRange?.[month] ?? DEFAULT_DAILY_RANGE) / Math.PI +
    (cladding.fill!.solarAbsorptance ?? DEFAULT_ABSORPTANCE) * sun * wall.outerFilm;
  const vented = cladding.index >= wall.counted;
  const found = { cladding, vented, month, claddingTemperature };
  if (vented || cladding.index === 0) return { ...found, daily: 0, at: null };

  const conditions: Conditions = {
    ...wall.months[month]!,
    outdoorTemperature: claddingTemperature,
    outdoorVaporPressure: saturationPressure(claddingTemperature),
  };
  const behind: ResolvedWall = {
    ...wall,
    counted: cladding.index,
    months: DAYS.map(() => conditions),
    memo: new Map(),
    ofCounted: new Map(),
  };
  const { planes } = monthlyBalance(behind).monthly;
  const amount = (plane: (typeof planes)[number]): number =>
    (plane.condensed[0]! / DAYS[0]) * SUNLIT;
  const most = planes.reduce<(typeof planes)[number] | null>(
    (best, plane) => (!best || amount(plane) > amount(best) ? plane : best),
    null,
  );
  return {
    ...found,
    daily: planes.reduce((sum, plane) => sum + amount(plane), 0),
    at: most && wall.layers.find(({ id }) => id === most.layer)!,
  };
}
