/** How a heated and cooled house is taken by the weather of the day, for hourly runs. */
export type IndoorModel = 'en15026' | 'en15026-high' | 'ashrae160';

const between = (x: number, x0: number, x1: number, y0: number, y1: number): number =>
  x <= x0 ? y0 : x >= x1 ? y1 : y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);

/** Points of RH that a house of high occupancy has beyond a normal one. */
const HIGH = 0.1;

/**
 * Indoor air by the daily mean outdoors. EN 15026:2007, Annex C: 20 °C up to 10 °C outdoors, 25 °C from 20 °C on; 30 % RH
 * up to −10 °C, 60 % from 20 °C on, ten points more with high occupancy. ASHRAE 160-2016, 4.3.2 (simple, with cooling):
 * 21.1 °C up to 18.3 °C, 23.9 °C from 21.1 °C on; 40 % RH up to −10 °C, 70 % from 20 °C on.
 *
 * @param outdoor mean of the day, °C
 * @returns °C and RH, 0 to 1
 */
export function modelAir(
  model: IndoorModel,
  outdoor: number,
): { temperature: number; relativeHumidity: number } {
  if (model === 'ashrae160')
    return {
      temperature: between(outdoor, 18.3, 21.1, 21.1, 23.9),
      relativeHumidity: between(outdoor, -10, 20, 0.4, 0.7),
    };
  return {
    temperature: between(outdoor, 10, 20, 20, 25),
    relativeHumidity: between(outdoor, -10, 20, 0.3, 0.6) + (model === 'en15026' ? 0 : HIGH),
  };
}
