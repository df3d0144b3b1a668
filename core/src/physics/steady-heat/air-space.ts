import { InputError } from '../../common/errors.ts';

/** Stefan-Boltzmann constant, W/(m²K⁴), as EN ISO 6946 rounds it. */
const STEFAN_BOLTZMANN = 5.67e-8;

/** h_r0: radiative coefficient of a black body at 10 °C mean, W/(m²K) (EN ISO 6946:2017, 6.9.2). */
export const BLACK_BODY_COEFFICIENT = 4 * STEFAN_BOLTZMANN * 283.15 ** 3;

/**
 * Thermal resistance of a still air space across horizontal heat flow: R = 1 / (h_a + E·h_r0), with
 * h_a = max(1.25, 0.025/d) and E = 1 / (1/ε₁ + 1/ε₂ − 1) (EN ISO 6946:2017, 6.9.2 and Annex D; wall-file rule 3).
 *
 * @param thickness d, m, above 0
 * @param emissivity ε₁, ε₂ of the two bounding faces, above 0 to 1
 * @returns m²K/W
 * @throws InputError for a thickness that is not above zero
 * @example airSpaceResistance(0.025, [0.9, 0.9]) // 0.183
 */
export function airSpaceResistance(
  thickness: number,
  emissivity: readonly [number, number],
): number {
  if (!(thickness > 0)) throw new InputError('thickness', 'is not above zero', 'above 0 m');
  const conduction = Math.max(1.25, 0.025 / thickness);
  const exchange = 1 / (1 / emissivity[0] + 1 / emissivity[1] - 1);
  return 1 / (conduction + exchange * BLACK_BODY_COEFFICIENT);
}
