import { DAYS, dayToDay, dewPoint, normal } from '../climate/index.ts';
import { onceFor, type Conditions, type ResolvedWall } from '../build-up/index.ts';
import { condensingPlaneIndex } from './condensing-plane.ts';
import { outsideShareAt } from './outside-share.ts';

/** Taken where a climate does not say its daily range, K. */
export const DEFAULT_DAILY_RANGE = 8;

/** Hours of the day that stand for it. */
const PHASES = 24;

/**
 * Hours in each month in which the condensing plane lies below the indoor dew point, estimated from monthly means:
 * the outdoor temperature swings by the daily range about daily means that are normal about their month's mean, with
 * the standard deviation of the climate library's degree days. The wall follows at once, so that short dips are
 * overstated; indoor humidity is the month's.
 *
 * @returns h by month, January first; null without a condensing plane
 */
export function hoursAtRisk(wall: ResolvedWall): number[] | null {
  return onceFor(wall, compute);
}

function compute(wall: ResolvedWall): number[] | null {
  const plane = condensingPlaneIndex(wall);
  if (plane === null) return null;
  return wall.months.map((conditions, m) => {
    const share = outsideShareAt(wall, plane, conditions);
    // θ_plane < θ_dew where θ_e < (θ_dew − f·θ_i)/(1 − f), f the share outside.
    const limit =
      (dewPoint(conditions.indoorVaporPressure) - share * conditions.indoorTemperature) /
      (1 - share);
    return DAYS[m]! * 24 * shareBelow(wall, conditions, m, limit);
  });
}

/** Share of the hours of a month in which it is colder outdoors than a limit, °C. */
function shareBelow(
  { site }: ResolvedWall,
  { outdoorTemperature }: Conditions,
  month: number,
  limit: number,
): number {
  const swing = (site.dailyRange?.[month] ?? DEFAULT_DAILY_RANGE) / 2;
  const spread = dayToDay(outdoorTemperature);
  let sum = 0;
  for (let k = 0; k < PHASES; k++) {
    const mean = outdoorTemperature + swing * Math.cos((2 * Math.PI * (k + 0.5)) / PHASES);
    sum += normal((limit - mean) / spread).below;
  }
  return sum / PHASES;
}
