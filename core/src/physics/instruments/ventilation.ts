/** Fresh air that a house needs, and what it takes in by itself, m³/s. */
export interface FreshAir {
  needed: number;
  /** What leaks bring in on the mean of the year, credited at most two thirds of what is needed. */
  leaks: number;
  /** What a fan has to bring. */
  fan: number;
}

/** Mean infiltration of a house of one or two floors over its leak area at 4 Pa, m/s (0.5 to 1 by climate and height). */
const SPEED = 0.8;

/** Of what is needed that leaks may count for. */
const CREDIT = 2 / 3;

/**
 * Fresh air for a dwelling.
 *
 * @param floor m²
 * @param bedrooms how many
 * @param leakArea effective leakage area at 4 Pa, m²
 * @see ASHRAE 62.2-2016, 4.1.1: Q = 0.15·A + 3.5·(N + 1) L/s; infiltration simplified to a mean speed through the leak area
 */
export function freshAir(floor: number, bedrooms: number, leakArea: number): FreshAir {
  const needed = (0.15 * floor + 3.5 * (bedrooms + 1)) / 1000;
  const leaks = Math.min(CREDIT * needed, SPEED * leakArea);
  return { needed, leaks, fan: needed - leaks };
}

/** What an exhaust does to a tight house, Pa below outdoors, and whether it can draw smoke back. */
export interface BackDraft {
  pressure: number;
  /** Below this many Pa a natural draft holds. */
  limit: number;
  status: 'pass' | 'fail';
}

/** Depressurization that a natural draft still holds against, Pa (building practice, 2 to 5). */
const NATURAL_DRAFT = 3;

/**
 * How far fans draw a house down: Δp = (q/C)^(1/n).
 *
 * @param exhaust all that can run at once less what comes in by fans, m³/s
 * @param coefficient C_L of the test, m³/(s·Paⁿ)
 * @param exponent n of the test
 */
export function backDraft(exhaust: number, coefficient: number, exponent: number): BackDraft {
  const pressure = exhaust > 0 ? (exhaust / coefficient) ** (1 / exponent) : 0;
  return {
    pressure,
    limit: NATURAL_DRAFT,
    status: pressure > NATURAL_DRAFT ? 'fail' : 'pass',
  };
}
