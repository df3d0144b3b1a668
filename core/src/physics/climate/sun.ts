import type { WeatherYear } from './weather.ts';

/** Read once: in some hosts each look at a global costs more than the function. */
const { sin, cos, max, floor, PI } = Math;
const RAD = PI / 180;

/** What the ground throws back of the sun. */
const ALBEDO = 0.2;

/** Sine of the sun's height from which the direct part is told from the diffuse one. */
const LOWEST = 0.05;

/** What reaches a wall of the sun in an hour, W/m². */
export interface SunParts {
  direct: number;
  /** Half of the diffuse sky (isotropic). */
  sky: number;
  /** Half of what the ground throws back. */
  ground: number;
  /** How steeply direct light comes down along the wall: tangent of the profile angle. */
  steepness: number;
}

/**
 * What reaches a wall of the sun, by the parts that shade differently: direct light, the sky, the ground (isotropic sky;
 * position of the sun by Cooper's declination and the hour angle).
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
  const declination = 23.45 * RAD * sin((2 * PI * (284 + day)) / 365);
  const solar = (hour % 24) + 0.5 + (4 * (weather.longitude - 15 * weather.timeZone)) / 60;
  const angle = (solar - 12) * 15 * RAD;
  const phi = latitude * RAD;
  const height = sin(phi) * sin(declination) + cos(phi) * cos(declination) * cos(angle);
  // Components of the sun's direction toward south and west.
  const south = sin(phi) * cos(declination) * cos(angle) - cos(phi) * sin(declination);
  const west = cos(declination) * sin(angle);
  const facing = -cos(azimuth * RAD) * south - sin(azimuth * RAD) * west;
  const direct = directNormal
    ? directNormal[hour]!
    : height > LOWEST
      ? (global - diffuse) / height
      : 0;
  into.direct = direct * max(0, facing);
  into.sky = 0.5 * diffuse;
  into.ground = 0.5 * ALBEDO * global;
  into.steepness = facing > 0 ? max(0, height) / facing : 0;
  return into;
}

const PARTS: SunParts = { direct: 0, sky: 0, ground: 0, steepness: 0 };

/** Sun on a wall, W/m²: direct, half the diffuse sky, and half of what the ground throws back. */
export function sunOnWall(weather: WeatherYear, hour: number, azimuth: number): number {
  const { direct, sky, ground } = sunParts(weather, hour, azimuth, PARTS);
  return direct + sky + ground;
}
