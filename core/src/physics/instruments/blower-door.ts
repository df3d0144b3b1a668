import { InputError } from '../../common/errors.ts';

/** What a blower door test comes to, with its 95 % confidence intervals. */
export interface AirTestResult {
  /** ln of the flow over ln of the pressure: flow exponent n, 0.5 to 1. */
  exponent: number;
  exponentError: number;
  /** Air leakage coefficient C_L, m³/(s·Paⁿ), at 20 °C and 101 325 Pa. */
  coefficient: number;
  /** Its interval, as factors on it. */
  coefficientError: [number, number];
  /** Flow at 50 Pa, m³/s, and half the width of its interval. */
  flow: number;
  flowError: number;
  /** Changes of air an hour at 50 Pa. */
  ach50: number;
  /** Of the envelope, m³/(h·m²) at 50 Pa. */
  q50: number;
  q50Error: number;
  /** Effective leakage area at 4 Pa with a discharge coefficient of 1, m² (ASTM E779-19, 9.4). */
  leakArea: number;
  /** Square of the correlation. */
  r2: number;
  /** What a test has to keep and this one does not. */
  doubts: string[];
}

export interface AirTestInput {
  /** Pressures held against outdoors, Pa, and flows through the fan as read, m³/s. */
  points: readonly { pressure: number; flow: number }[];
  /** Differences with the fan off, before and after, Pa: their mean is taken off. */
  zero?: readonly [number, number];
  direction: 'depressurized' | 'pressurized';
  /** °C */
  indoor: number;
  outdoor: number;
  /** m³, m² */
  volume: number;
  envelope: number;
  /** Of the building, from its lowest leak to its highest, m; nothing is said of the stack without it. */
  height?: number;
}

const KELVIN = 273.15;

/** kg/m³ of air at a temperature, °C, and 101 325 Pa (ideal gas, dry). */
const density = (t: number): number => 101_325 / (287.055 * (t + KELVIN));

/** kg/m³ at 20 °C. */
const STANDARD = density(20);

/** Two-sided 95 % points of Student's t by degrees of freedom, from 1 on (ISO 3534; any table). */
const T95 = [
  12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228, 2.201, 2.179, 2.16, 2.145,
  2.131, 2.12, 2.11, 2.101, 2.093, 2.086,
];
const t95 = (freedom: number): number => T95[freedom - 1] ?? 1.96 + 2.4 / freedom;

/** Least points, exponents that can be, least r², most of the zero difference (EN ISO 9972:2015, 5.3 and 6.1). */
const LEAST_POINTS = 5;
const EXPONENTS = [0.5, 1] as const;
const LEAST_R2 = 0.98;
const MOST_ZERO = 5;
const LEAST_RANGE = 50;

/** The lowest pressure is at least this, Pa, and five times the zero difference (5.3.4). */
const LEAST_PRESSURE = 10;
const TIMES_ZERO = 5;

/** Height times temperature difference above which the stack spoils a test, m·K (5.1.2). */
const MOST_STACK = 250;

/**
 * Regression of a blower door test: q = C·Δpⁿ through the logarithms, C at standard air, and the flow at 50 Pa with its
 * error.
 *
 * @param test at least two points, their pressures apart and, less the zero difference, above zero
 * @returns SI
 * @throws InputError for points that no line goes through
 * @see EN ISO 9972:2015, 6.2 and Annex C (regression and confidence intervals)
 */
export function blowerDoor(test: AirTestInput): AirTestResult {
  const { points, zero = [0, 0], direction, indoor, outdoor, volume, envelope, height } = test;
  const off = (zero[0] + zero[1]) / 2;
  const held = points.map(({ pressure, flow }, n) => {
    const difference = pressure - off;
    if (!(difference > 0) || !(flow > 0))
      throw new InputError(
        `points[${n}]`,
        'its pressure less the zero difference, or its flow, is not above zero',
        'a pressure beyond the zero difference, and a flow',
      );
    // The fan moves air of where it draws from; the leaks let in air of the other side (6.2.3).
    const [through, leaking] =
      direction === 'depressurized' ? [indoor, outdoor] : [outdoor, indoor];
    return {
      x: Math.log(difference),
      y: Math.log((flow * density(through)) / density(leaking)),
    };
  });
  const count = held.length;
  const mean = (of: (one: { x: number; y: number }) => number): number =>
    held.reduce((sum, one) => sum + of(one), 0) / count;
  const [x, y] = [mean((one) => one.x), mean((one) => one.y)];
  const sum = (of: (dx: number, dy: number) => number): number =>
    held.reduce((all, one) => all + of(one.x - x, one.y - y), 0);
  const [sxx, sxy, syy] = [sum((a) => a * a), sum((a, b) => a * b), sum((_, b) => b * b)];
  if (count < 2 || sxx < 1e-9)
    throw new InputError(
      'points',
      'their pressures are all the same',
      'pressures apart, 10 to 60 Pa',
    );
  const exponent = sxy / sxx;
  const leaking = direction === 'depressurized' ? outdoor : indoor;
  // C_L = C_env·(ρ/ρ₀)^(1 − n) (6.2.4).
  const coefficient = Math.exp(y - exponent * x) * (density(leaking) / STANDARD) ** (1 - exponent);
  const freedom = count - 2;
  const variance = freedom > 0 ? Math.max(0, syy - exponent * sxy) / freedom : 0;
  const t = freedom > 0 ? t95(freedom) : 0;
  const slopeError = Math.sqrt(variance / sxx);
  const interceptError = Math.sqrt(variance * (1 / count + (x * x) / sxx));
  const at = Math.log(50);
  const lineError = Math.sqrt(variance * (1 / count + (at - x) ** 2 / sxx));
  const flow = coefficient * 50 ** exponent;
  const flowError = flow * Math.sinh(t * lineError);
  const r2 = syy > 0 ? (sxy * sxy) / (sxx * syy) : 1;
  const q50 = (flow * 3600) / envelope;
  const pressures = points.map(({ pressure }) => pressure - off);
  return {
    exponent,
    exponentError: t * slopeError,
    coefficient,
    coefficientError: [Math.exp(-t * interceptError), Math.exp(t * interceptError)],
    flow,
    flowError,
    ach50: (flow * 3600) / volume,
    q50,
    q50Error: (flowError * 3600) / envelope,
    leakArea: coefficient * 4 ** (exponent - 0.5) * Math.sqrt(STANDARD / 2),
    r2,
    doubts: [
      ...(count < LEAST_POINTS ? [`fewer than ${LEAST_POINTS} points`] : []),
      ...(exponent < EXPONENTS[0] || exponent > EXPONENTS[1]
        ? ['an exponent outside 0.5 to 1: something opened or slipped during the test']
        : []),
      ...(r2 < LEAST_R2 ? [`points that scatter: r² below ${LEAST_R2}`] : []),
      ...(Math.max(...zero.map(Math.abs)) > MOST_ZERO
        ? [`more than ${MOST_ZERO} Pa with the fan off: too much wind or stack`]
        : []),
      ...lowestDoubts(Math.min(...pressures), Math.max(...zero.map(Math.abs))),
      ...(height !== undefined && height * Math.abs(indoor - outdoor) > MOST_STACK
        ? [`height times temperature difference above ${MOST_STACK} m·K: the stack spoils the test`]
        : []),
      ...(Math.max(...pressures) < LEAST_RANGE ? [`no point at ${LEAST_RANGE} Pa or beyond`] : []),
    ],
  };
}

/** What is wrong with the lowest pressure of a test. @param zero difference with the fan off, Pa */
function lowestDoubts(lowest: number, zero: number): string[] {
  const least = Math.max(LEAST_PRESSURE, TIMES_ZERO * zero);
  if (lowest >= least) return [];
  return [
    least > LEAST_PRESSURE
      ? `a lowest pressure under ${TIMES_ZERO} times the zero difference`
      : `a lowest pressure under ${LEAST_PRESSURE} Pa`,
  ];
}

/**
 * A test held against what was expected: it fails where it is leakier beyond its own error, and is a caution within it.
 *
 * @param result of the test, m³/(s·m²) at 50 Pa with its error
 * @param expected the same; null where nobody expects anything
 */
export function judgedAirTest(
  { q50, q50Error }: Pick<AirTestResult, 'q50' | 'q50Error'>,
  expected: number | null,
): 'pass' | 'caution' | 'fail' | 'info' {
  if (expected === null) return 'info';
  if (q50 - q50Error > expected) return 'fail';
  return q50 + q50Error > expected ? 'caution' : 'pass';
}
