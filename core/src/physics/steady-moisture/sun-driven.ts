import { DAYS, saturationPressure } from '../climate/index.ts';
import {
  EAVES,
  onceFor,
  rainStore,
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
  /** The month in which most is driven, 0 to 11, and the cladding's mean temperature in its sunlit hours, °C. */
  month: number;
  claddingTemperature: number;
  /** What would condense inside the wall while the cladding stays wet: kg/(m²·d), and outside which layer's inner face. */
  daily: number;
  at: ResolvedLayer | null;
}

/** The sun shines for half of the day; of what falls on the horizontal about so much reaches a wall. Without figures, W/m². */
const SUNLIT = 0.5;
const ON_WALL = 0.5;
const DEFAULT_SUN = 220;
const DEFAULT_ABSORPTANCE = 0.6;

/** Rain driven on a wall for each mm that falls and m/s of wind, kg·s/(m³·mm), as ASHRAE 160-2016, 4.6, has it: a mean over the side, under eaves. */
const DRIVEN = 0.2;
const FACING = 2 / Math.PI;
/** Of what a cladding takes up so much goes inward at the most; the rest dries outward. */
const INWARD = 0.5;
/** More driven rain than this in a day keeps a cladding wet and adds nothing, kg/(m²·d). */
const ENOUGH = 1;

/**
 * Vapor driven inward from a rain-wet cladding in the sun: for half the day the wall behind it stands under saturation at
 * the cladding's mean temperature of sunlit hours, θ_e + range/π + α·I·R_se, in the month in which sun and rain together
 * drive most; what then condenses in steady state, but no more than half of the rain that is driven on the wall. An
 * estimate for the days on which the cladding is wet; storage in the wall is left out.
 *
 * @returns null where no face takes up rain
 */
export function sunDrivenOf(wall: ResolvedWall): SunDriven | null {
  return onceFor(wall, compute);
}

/** Mean temperature of the cladding in the sunlit hours of a month, °C. */
function sunlit(wall: ResolvedWall, { fill }: ResolvedLayer, month: number): number {
  const { temperature, globalHorizontal, dailyRange } = wall.site;
  const sun = ((globalHorizontal?.[month] ?? DEFAULT_SUN) / SUNLIT) * ON_WALL;
  return (
    temperature[month]! +
    (dailyRange?.[month] ?? DEFAULT_DAILY_RANGE) / Math.PI +
    (fill!.solarAbsorptance ?? DEFAULT_ABSORPTANCE) * sun * wall.outerFilm
  );
}

/** Rain that is driven on a wall under its eaves, kg/(m²·d); infinite where the place has no figures of it. */
function drivenRain({ site: { rain, windSpeed } }: ResolvedWall, month: number): number {
  return rain && windSpeed
    ? (DRIVEN * FACING * EAVES * windSpeed[month]! * rain[month]!) / DAYS[month]!
    : Infinity;
}

/** The month in which most is driven inward: by the pressure that sun raises over the room’s, and by rain. */
function worstMonth(wall: ResolvedWall, cladding: ResolvedLayer): number {
  const driven = DAYS.map((_, m) => {
    const over =
      saturationPressure(sunlit(wall, cladding, m)) - wall.months[m]!.indoorVaporPressure;
    return over * Math.min(ENOUGH, drivenRain(wall, m));
  });
  return driven.indexOf(Math.max(...driven));
}

function compute(wall: ResolvedWall): SunDriven | null {
  const cladding = rainStore(wall);
  if (!cladding) return null;
  const month = worstMonth(wall, cladding);
  const claddingTemperature = sunlit(wall, cladding, month);
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
    daily: Math.min(
      planes.reduce((sum, plane) => sum + amount(plane), 0),
      INWARD * drivenRain(wall, month),
    ),
    at: most && wall.layers.find(({ id }) => id === most.layer)!,
  };
}
