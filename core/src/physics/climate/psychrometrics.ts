/** Read once: in some hosts each look at a global costs more than the function. */
const { exp, log } = Math;

/**
 * Saturation vapor pressure over water from 0 °C, over ice below (EN ISO 13788:2012, E.7 and E.8; wall-file rule 8).
 *
 * @param temperature θ, °C
 * @returns Pa
 * @example saturationPressure(20) // 2336.95
 */
export function saturationPressure(temperature: number): number {
  return temperature >= 0
    ? saturationOverWater(temperature)
    : 610.5 * exp((21.875 * temperature) / (265.5 + temperature));
}

/** Saturation vapor pressure over water, supercooled below 0 °C: what weather stations refer to (WMO). °C, Pa */
export function saturationOverWater(temperature: number): number {
  return 610.5 * exp((17.269 * temperature) / (237.3 + temperature));
}

/**
 * Dew point, below 0 °C the frost point: the inverse of `saturationPressure` (EN ISO 13788:2012, E.9 and E.10).
 *
 * @param vaporPressure p, Pa, above 0
 * @returns °C
 */
export function dewPoint(vaporPressure: number): number {
  const logarithm = log(vaporPressure / 610.5);
  return logarithm >= 0
    ? (237.3 * logarithm) / (17.269 - logarithm)
    : (265.5 * logarithm) / (21.875 - logarithm);
}

/** Indoor excess of vapor pressure by humidity class 1 to 5, Pa, at 0 °C outdoors (EN ISO 13788:2012, Annex A). */
export const CLASS_EXCESS = [270, 540, 810, 1080, 1300] as const;

/**
 * Indoor vapor pressure by humidity class: the excess falls linearly from 0 to 20 °C outdoors; never above saturation
 * (EN ISO 13788:2012, Annex A; wall-file rule 9).
 *
 * @param humidityClass 1 to 5
 * @param outdoorVaporPressure p_e, Pa
 * @param outdoorTemperature θ_e, °C
 * @param indoorTemperature θ_i, °C
 * @returns p_i, Pa
 */
export function classVaporPressure(
  humidityClass: number,
  outdoorVaporPressure: number,
  outdoorTemperature: number,
  indoorTemperature: number,
): number {
  const share = Math.min(1, Math.max(0, 1 - outdoorTemperature / 20));
  const excess = CLASS_EXCESS[humidityClass - 1]! * share;
  return Math.min(outdoorVaporPressure + excess, saturationPressure(indoorTemperature));
}
