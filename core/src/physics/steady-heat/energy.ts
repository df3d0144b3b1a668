import { DAYS } from '../climate/index.ts';
import type { ResolvedWall } from '../build-up/index.ts';

/**
 * Heat that a square metre of wall loses in a year, by the monthly means of both sides and without sun, gains or the
 * efficiency of the heating: 24/1000 · U · Σ days · max(0, θ_i − θ_e).
 *
 * @param u effective U, W/(m²·K)
 * @returns kWh/(m²·a)
 */
export function yearlyHeatLoss({ months }: ResolvedWall, u: number): number {
  let degreeDays = 0;
  months.forEach(({ indoorTemperature, outdoorTemperature }, month) => {
    degreeDays += DAYS[month]! * Math.max(0, indoorTemperature - outdoorTemperature);
  });
  return (24 / 1000) * u * degreeDays;
}
