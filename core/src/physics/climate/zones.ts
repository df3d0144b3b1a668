import { DAYS, type Monthly } from './types.ts';

export type DrivingRain = 'very-low' | 'low' | 'moderate' | 'severe';

const RAIN_LIMITS: readonly [DrivingRain, number][] = [
  ['very-low', 1.5],
  ['low', 3],
  ['moderate', 7],
];

/**
 * Class of exposure to driving rain by the annual driving-rain index, rain in m times mean wind speed in m/s (after
 * Lacy; limits as in the climate library's head).
 *
 * @param rain by month, mm
 * @param windSpeed by month, m/s
 */
export function drivingRainClass(rain: Monthly, windSpeed: Monthly): DrivingRain {
  const index =
    (rain.reduce((sum, mm) => sum + mm, 0) / 1000) *
    (windSpeed.reduce((sum, speed) => sum + speed, 0) / 12);
  return RAIN_LIMITS.find(([, limit]) => index < limit)?.[0] ?? 'severe';
}

/** Standard normal density and its integral (Abramowitz and Stegun 7.1.26, within 1.5e-7). */
export function normal(x: number): { density: number; below: number } {
  const density = Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
  const z = Math.abs(x) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * z);
  const series =
    t *
    (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const beyond = (series * Math.exp(-z * z)) / 2;
  return { density, below: x < 0 ? beyond : 1 - beyond };
}

/** Standard deviation of daily mean temperatures about their month's mean, K (climate library's head). */
export function dayToDay(monthMean: number): number {
  return Math.min(6.5, 2 + 0.12 * Math.max(0, 22 - monthMean));
}

/**
 * Degree days from monthly means, daily means taken as normal about them (climate library's head).
 *
 * @param excess how far a daily mean lies on the counted side of the base, K, from the monthly mean
 * @returns K·d in a year
 */
function degreeDays(temperature: Monthly, excess: (mean: number) => number): number {
  return temperature.reduce((sum, mean, m) => {
    const s = dayToDay(mean);
    const d = excess(mean);
    const { density, below } = normal(d / s);
    return sum + DAYS[m]! * (d * below + s * density);
  }, 0);
}

/** Heating degree days to 18 °C, K·d. @param temperature monthly means, °C */
export const heatingDegreeDays = (temperature: Monthly): number =>
  degreeDays(temperature, (mean) => 18 - mean);

/** Cooling degree days above 10 °C, K·d. @param temperature monthly means, °C */
const coolingDegreeDays = (temperature: Monthly): number =>
  degreeDays(temperature, (mean) => mean - 10);

/**
 * Climate zone and moisture regime (ASHRAE Standard 169, tables, in SI), such as `6A`, `4C` or `7`.
 *
 * @param temperature monthly means, °C
 * @param rain by month, mm; without it the regime is left open
 * @param north whether the summer is in July
 */
export function climateZone(temperature: Monthly, rain: Monthly | null, north = true): string {
  const hdd = heatingDegreeDays(temperature);
  const cdd = coolingDegreeDays(temperature);
  const zone =
    cdd > 6000
      ? 0
      : cdd > 5000
        ? 1
        : cdd > 3500
          ? 2
          : hdd <= 2000
            ? 3
            : hdd <= 3000
              ? 4
              : hdd <= 4000
                ? 5
                : hdd <= 5000
                  ? 6
                  : hdd <= 7000
                    ? 7
                    : 8;
  if (zone >= 7 || !rain) return String(zone);
  if (isMarine(temperature, rain, north)) return `${zone}C`;
  return `${zone}${isDry(temperature, rain, north) ? 'B' : 'A'}`;
}

const SUMMER_HALF = [3, 4, 5, 6, 7, 8];

function halves(north: boolean): { warm: number[]; cold: number[] } {
  const warm = north ? SUMMER_HALF : SUMMER_HALF.map((m) => (m + 6) % 12);
  return { warm, cold: warm.map((m) => (m + 6) % 12) };
}

function isMarine(temperature: Monthly, rain: Monthly, north: boolean): boolean {
  const { warm, cold } = halves(north);
  const coldest = Math.min(...temperature);
  return (
    coldest >= -3 &&
    coldest <= 18 &&
    Math.max(...temperature) < 22 &&
    temperature.filter((t) => t > 10).length >= 4 &&
    Math.max(...cold.map((m) => rain[m]!)) >= 3 * Math.min(...warm.map((m) => rain[m]!))
  );
}

function isDry(temperature: Monthly, rain: Monthly, north: boolean): boolean {
  const total = rain.reduce((sum, mm) => sum + mm, 0);
  const inSummer = halves(north).warm.reduce((sum, m) => sum + rain[m]!, 0) / total;
  const mean = temperature.reduce((sum, t, m) => sum + t * DAYS[m]!, 0) / 365;
  const shift = inSummer >= 0.7 ? 14 : inSummer >= 0.3 ? 7 : 0;
  return total < 20 * (mean + shift);
}
