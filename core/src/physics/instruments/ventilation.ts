import type { Conditions } from '../build-up/index.ts';

/** Fresh air that a house needs, and what it takes in by itself, m³/s. */
export interface FreshAir {
  needed: number;
  /** What leaks bring in on the mean of the year, credited at most two thirds of what is needed. */
  leaks: number;
  /** What a fan has to bring. */
  fan: number;
}

/**
 * Stack and wind of the basic model of infiltration for a house of 2.5 m among others close by, m²/(s²·K) and 1: 10⁴ of
 * C_s, 10⁴ of C_w of shelter class 5 (ASHRAE Handbook, Fundamentals, 16; Sherman and Grimsrud 1980).
 */
const STACK = 0.0145;
const WIND = 0.0032;

/** Between these lie the weather and shielding factors of all places listed (ASHRAE 62.2-2016, Appendix B). */
const FACTORS = [0.35, 0.88] as const;

/** From the normalized leakage to a speed through the leak area: 1000/1440 (ASHRAE 62.2-2016, 4.1.2). */
const SPEED = 0.694;

/** Height of the house for which the factor holds, m, and how it goes with height. */
const REFERENCE = 2.5;
const BY_HEIGHT = 0.4;

/**
 * The weather and shielding factor of a place, which the standard lists by weather station: the mean over the year of
 * √(C_s·|ΔT| + C_w·v²), within the least and the most that are listed.
 *
 * @param months of the house: indoor and outdoor temperature, °C, January first
 * @param wind m/s at 10 m, by month; 4 m/s where nobody knows
 */
export function weatherFactor(
  months: readonly Pick<Conditions, 'indoorTemperature' | 'outdoorTemperature'>[],
  wind: readonly number[] | null,
): number {
  const mean =
    months.reduce((sum, { indoorTemperature, outdoorTemperature }, m) => {
      const apart = Math.abs(indoorTemperature - outdoorTemperature);
      return sum + Math.sqrt(STACK * apart + WIND * (wind?.[m] ?? 4) ** 2);
    }, 0) / months.length;
  return Math.min(FACTORS[1], Math.max(FACTORS[0], mean / SPEED));
}

/** Of what is needed that leaks may count for. */
const CREDIT = 2 / 3;

/**
 * Fresh air for a dwelling.
 *
 * @param floor m²
 * @param bedrooms how many
 * @param leakArea effective leakage area at 4 Pa, m²
 * @param factor of weather and shielding, of `weatherFactor`
 * @param height of what is tested, from its lowest point above grade to its highest, m
 * @see ASHRAE 62.2-2016, 4.1.1: Q = 0.15·A + 3.5·(N + 1) L/s; 4.1.2: leaks bring 0.694·wsf·(H/2.5)^0.4 m/s through their area
 */
export function freshAir(
  floor: number,
  bedrooms: number,
  leakArea: number,
  factor: number,
  height: number,
): FreshAir {
  const needed = (0.15 * floor + 3.5 * (bedrooms + 1)) / 1000;
  const speed = SPEED * factor * (height / REFERENCE) ** BY_HEIGHT;
  const leaks = Math.min(CREDIT * needed, speed * leakArea);
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
