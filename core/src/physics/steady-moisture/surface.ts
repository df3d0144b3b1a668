import { dewPoint, saturationPressure } from '../climate/index.ts';
import type { Conditions } from '../build-up/index.ts';

/** Surface humidity above which mold can grow, as a monthly mean (EN ISO 13788:2012, 5.3). */
const MOLD_HUMIDITY = 0.8;

/** Rooms from this temperature on are heated ones, for which the 80 % hold, °C. */
const HEATED = 15;

/**
 * Humidity above which mold grows on wood at a temperature: −0.00267θ³ + 0.160θ² − 3.13θ + 100 %, from 20 °C on the least
 * (Hukka and Viitanen 1999; ASHRAE 160-2016, 6.1).
 *
 * @param least that of the material, 0 to 1
 */
export function criticalHumidity(temperature: number, least = MOLD_HUMIDITY): number {
  if (temperature > 20) return least;
  const percent = -0.00267 * temperature ** 3 + 0.16 * temperature ** 2 - 3.13 * temperature + 100;
  return Math.max(percent / 100, least);
}

/** Humidity from which mold can grow on an inner surface: 80 % in heated rooms, in colder ones the critical one of its temperature. */
export const moldHumidity = ({ indoorTemperature }: Conditions, temperature: number): number =>
  indoorTemperature >= HEATED ? MOLD_HUMIDITY : Math.min(1, criticalHumidity(temperature));

/** Relative humidity of indoor air at a surface, 0 to 1 and beyond where it would condense. @param temperature of the surface, °C */
export function surfaceHumidity({ indoorVaporPressure }: Conditions, temperature: number): number {
  return indoorVaporPressure / saturationPressure(temperature);
}

/** Temperature at which the surface humidity reaches a limit, °C (EN ISO 13788:2012, 5.3, step d). */
export function surfaceLimit({ indoorVaporPressure }: Conditions, humidity: number): number {
  return dewPoint(indoorVaporPressure / humidity);
}

/** Temperature of an inner surface below which mold can grow on it, °C: where indoor air reaches `moldHumidity` there. */
export function moldLimit(conditions: Conditions): number {
  if (conditions.indoorTemperature >= HEATED) return surfaceLimit(conditions, MOLD_HUMIDITY);
  let low = surfaceLimit(conditions, 1);
  let high = surfaceLimit(conditions, MOLD_HUMIDITY);
  while (high - low > 1e-9) {
    const middle = (low + high) / 2;
    if (surfaceHumidity(conditions, middle) > moldHumidity(conditions, middle)) low = middle;
    else high = middle;
  }
  return high;
}

/** Temperature of an inner surface from its temperature factor f = (θ_s − θ_e) / (θ_i − θ_e), °C. */
export function fromFactor(
  { indoorTemperature, outdoorTemperature }: Conditions,
  factor: number,
): number {
  return outdoorTemperature + factor * (indoorTemperature - outdoorTemperature);
}

/** The lowest temperature factor at which no mold grows in any month that is colder outdoors; −∞ where none is. */
export function leastMoldFactor(months: readonly Conditions[]): number {
  return Math.max(
    ...months
      .filter((month) => month.outdoorTemperature < month.indoorTemperature)
      .map(
        (month) =>
          (moldLimit(month) - month.outdoorTemperature) /
          (month.indoorTemperature - month.outdoorTemperature),
      ),
    -Infinity,
  );
}
