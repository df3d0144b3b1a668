import { dewPoint, saturationPressure } from '../climate/index.ts';
import type { Conditions } from '../build-up/index.ts';

/** Surface humidity above which mold can grow, as a monthly mean (EN ISO 13788:2012, 5.3). */
export const MOLD_HUMIDITY = 0.8;

/** Relative humidity of indoor air at a surface, 0 to 1 and beyond where it would condense. @param temperature of the surface, °C */
export function surfaceHumidity({ indoorVaporPressure }: Conditions, temperature: number): number {
  return indoorVaporPressure / saturationPressure(temperature);
}

/** Temperature at which the surface humidity reaches a limit, °C (EN ISO 13788:2012, 5.3, step d). */
export function surfaceLimit({ indoorVaporPressure }: Conditions, humidity: number): number {
  return dewPoint(indoorVaporPressure / humidity);
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
          (surfaceLimit(month, MOLD_HUMIDITY) - month.outdoorTemperature) /
          (month.indoorTemperature - month.outdoorTemperature),
      ),
    -Infinity,
  );
}
