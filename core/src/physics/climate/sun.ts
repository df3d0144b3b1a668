import type { WeatherYear } from './weather.ts';

/** Read once: in some hosts each look at a global costs more than the function. */
const { sin, cos, max, floor, PI } = Math;
const RAD = PI / 180;

/** What the ground throws back of the sun. */
const ALBEDO = 0.2;

/** Sine of the sun's height from which the direct part is told from the diffuse one. */
const LOWEST = 0.05;

/** Beyond the atmosphere, W/m². */
const SOLAR = 1370;

/** Equation of time, min by which a sundial lags behind the clock (EN ISO 52010-1:2017, 6.4.1.3). @param day of the year, from 1 */
export function equationOfTime(day: number): number {
  if (day < 21) return 2.6 + 0.44 * day;
  if (day < 136) return 5.2 + 9 * cos((day - 43) * 0.0357);
  if (day < 241) return 1.4 - 5 * cos((day - 135) * 0.0449);
  if (day < 336) return -6.3 - 10 * cos((day - 306) * 0.036);
  return 0.45 * (day - 359);
}

/** Declination of the sun, rad (EN ISO 52010-1:2017, 6.4.1.2). @param day of the year, from 1 */
export function declinationOf(day: number): number {
  const r = (2 * PI * day) / 365;
  return (
    RAD *
    (0.33281 -
      22.984 * cos(r) -
      0.3499 * cos(2 * r) -
      0.1398 * cos(3 * r) +
      3.7872 * sin(r) +
      0.03205 * sin(2 * r) +
      0.07187 * sin(3 * r))
  );
}

/** Solar time in the middle of an hour of the day, h. @param shift by which the clock is ahead of the meridian's time, h */
export const solarTime = (hour: number, day: number, shift = 0): number =>
  (hour % 24) + 0.5 - equationOfTime(day) / 60 - shift;

/** Sine of the sun's height. @param phi latitude, rad @param solar time, h */
export function sunHeight(phi: number, declination: number, solar: number): number {
  return sin(phi) * sin(declination) + cos(phi) * cos(declination) * cos((solar - 12) * 15 * RAD);
}

/** By day of the year, from 1: declination, rad, its sine and cosine, and the equation of time, h. Runs ask for them each hour. */
const DAYS_OF_SUN = Array.from({ length: 367 }, (_, day) => {
  const declination = declinationOf(day);
  return { sine: sin(declination), cosine: cos(declination), late: equationOfTime(day) / 60 };
});

/** Perez' coefficients by the clearness of the sky up to each limit (EN ISO 52010-1:2017, Table 8): f11 … f23. */
const PEREZ: readonly (readonly [number, number, number, number, number, number, number])[] = [
  [1.065, -0.008, 0.588, -0.062, -0.06, 0.072, -0.022],
  [1.23, 0.13, 0.683, -0.151, -0.019, 0.066, -0.029],
  [1.5, 0.33, 0.487, -0.221, 0.055, -0.064, -0.026],
  [1.95, 0.568, 0.187, -0.295, 0.109, -0.152, -0.014],
  [2.8, 0.873, -0.392, -0.362, 0.226, -0.462, 0.001],
  [4.5, 1.132, -1.237, -0.412, 0.288, -0.823, 0.056],
  [6.2, 1.06, -1.6, -0.359, 0.264, -1.127, 0.131],
  [Infinity, 0.678, -0.327, -0.25, 0.156, -1.377, 0.251],
];

/** What reaches a wall of the sun in an hour, W/m². */
export interface SunParts {
  /** With the bright sky around the sun, which shades as it does. */
  direct: number;
  /** The rest of the sky. */
  sky: number;
  /** Half of what the ground throws back. */
  ground: number;
  /** How steeply direct light comes down along the wall: tangent of the profile angle. */
  steepness: number;
}

/**
 * What reaches a wall of the sun, by the parts that shade differently: direct light, the sky, the ground (EN ISO
 * 52010-1:2017, 6.4: position of the sun with the equation of time, sky by Perez).
 *
 * @param azimuth that the wall faces, degrees from north over east
 * @param into is written and given back
 */
export function sunParts(
  weather: WeatherYear,
  hour: number,
  azimuth: number,
  into: SunParts,
): SunParts {
  const { latitude, globalHorizontal, directNormal, diffuseHorizontal } = weather;
  const global = globalHorizontal ? globalHorizontal[hour]! : 0;
  into.direct = into.sky = into.ground = into.steepness = 0;
  if (global <= 0) return into;
  const diffuse = diffuseHorizontal ? diffuseHorizontal[hour]! : 0.5 * global;
  const day = floor(hour / 24) + 1;
  const { sine, cosine, late } = DAYS_OF_SUN[day]!;
  const shift = weather.timeZone - weather.longitude / 15;
  const angle = ((hour % 24) + 0.5 - late - shift - 12) * 15 * RAD;
  const phi = latitude * RAD;
  const along = cosine * cos(angle);
  const height = sin(phi) * sine + cos(phi) * along;
  // Components of the sun's direction toward south and west.
  const south = sin(phi) * along - cos(phi) * sine;
  const west = cosine * sin(angle);
  const facing = -cos(azimuth * RAD) * south - sin(azimuth * RAD) * west;
  const direct = directNormal
    ? directNormal[hour]!
    : height > LOWEST
      ? (global - diffuse) / height
      : 0;
  const toward = height > 0 ? max(0, facing) : 0;
  into.direct = direct * toward;
  into.sky = 0.5 * diffuse;
  into.ground = 0.5 * ALBEDO * global;
  into.steepness = facing > 0 ? max(0, height) / facing : 0;
  if (height <= 0 || diffuse <= 0) return into;
  const zenith = Math.acos(Math.min(1, height));
  const up = 1.014 * (PI / 2 - zenith) ** 3;
  const clearness = (1 + direct / diffuse + up) / (1 + up);
  const degrees = 90 - zenith / RAD;
  const airMass = 1 / (height + (degrees < 10 ? 0.15 * (degrees + 3.885) ** -1.253 : 0));
  const brightness = (airMass * diffuse) / (SOLAR * (1 + 0.033 * cos((2 * PI * day) / 365)));
  let k = 0;
  while (clearness >= PEREZ[k]![0]) k++;
  const [, f11, f12, f13, f21, f22, f23] = PEREZ[k]!;
  const around = max(0, f11 + f12 * brightness + f13 * zenith);
  const horizon = f21 + f22 * brightness + f23 * zenith;
  into.direct += (diffuse * around * toward) / max(LEAST_HEIGHT, height);
  into.sky = max(0, diffuse * (0.5 * (1 - around) + horizon));
  return into;
}

/** The sun's height is taken as 5° at least where the sky around it is reckoned. */
const LEAST_HEIGHT = cos(85 * RAD);

const PARTS: SunParts = { direct: 0, sky: 0, ground: 0, steepness: 0 };

/** Sun on a wall, W/m²: direct, the sky, and half of what the ground throws back. */
export function sunOnWall(weather: WeatherYear, hour: number, azimuth: number): number {
  const { direct, sky, ground } = sunParts(weather, hour, azimuth, PARTS);
  return direct + sky + ground;
}
