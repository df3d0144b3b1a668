import { saturationPressure, type WeatherYear } from '../climate/index.ts';
import type { Indoor } from '../build-up/index.ts';
import type { Facing } from './types.ts';

const SIGMA = 5.67e-8;
/** Emissivity of building surfaces to the sky. */
const EMISSIVITY = 0.9;

const DIRECTIONS = { north: 0, east: 90, south: 180, west: 270 } as const;

/** Directions that the rain may come from are told apart by so many degrees. */
const SECTOR = 22.5;

/** The direction that most rain is driven from, degrees from north over east; 0 without figures. */
export function rainSide(weather: WeatherYear): number {
  let most = 0;
  let side = 0;
  for (let azimuth = 0; azimuth < 360; azimuth += SECTOR) {
    let sum = 0;
    for (let h = 0; h < weather.hours; h++) sum += drivingRain(weather, h, azimuth);
    if (sum > most * (1 + 1e-9)) [most, side] = [sum, azimuth];
  }
  return side;
}

/** Degrees from north over east that a wall faces. @param weather from which the rain's direction is taken */
export function azimuthOf(side: Facing, weather: WeatherYear): number {
  if (typeof side === 'number') return side;
  return side === 'rain' ? rainSide(weather) : DIRECTIONS[side];
}

const RAD = Math.PI / 180;

/** Long-wave loss of a wall to the sky beyond what the film to the air counts, W/m²; zero without figures. */
export function skyLoss(weather: WeatherYear, hour: number): number {
  if (!weather.longwave) return 0;
  const air = SIGMA * (weather.temperature[hour]! + 273.15) ** 4;
  return 0.5 * EMISSIVITY * (weather.longwave[hour]! - air);
}

/**
 * Rain driven on a wall, kg/(m²·h): 2/9·v·r^(8/9)·cos D (ISO 15927-3:2009, 4.2), rain that falls as snow left out.
 *
 * @param azimuth that the wall faces
 */
export function drivingRain(weather: WeatherYear, hour: number, azimuth: number): number {
  const { rain, windSpeed, windDirection, temperature } = weather;
  if (!rain || !windSpeed || temperature[hour]! <= 0) return 0;
  const toward = windDirection ? Math.cos((windDirection[hour]! - azimuth) * RAD) : 0.5;
  return (2 / 9) * windSpeed[hour]! * rain[hour]! ** (8 / 9) * Math.max(0, toward);
}

/** Heat film outdoors, W/(m²K): the least and the most that wind makes of it. */
const MIN_FILM = 10;
const MAX_FILM = 25;
/** Radiation, and 4 + 4·v of convection (EN ISO 6946:2017, Annex C), the wind at the wall half of that at 10 m. */
const STILL_FILM = 8.6;
const FILM_BY_WIND = 2;

/** Heat film outdoors by the wind at 10 m, m/s. @returns W/(m²K) */
export function windFilm(wind: number): number {
  return Math.min(MAX_FILM, Math.max(MIN_FILM, STILL_FILM + FILM_BY_WIND * wind));
}

/** Viscosity of air, Pa·s, and its density, kg/m³. */
const VISCOSITY = 1.8e-5;
const AIR_DENSITY = 1.2;
/** Of the wind's pressure, between top and bottom of a facade. */
const WIND_SHARE = 0.05;
/** Stack pressure for each m and K, Pa. */
const STACK = 0.043;
const DISCHARGE = 0.6;
/** Of the opening, behind an insect screen. */
const SCREENED = 0.5;

/**
 * Air through a gap open at top and bottom, m³/(s·m) of wall length: wind and stack against the friction of the channel
 * and the losses of both openings, Δp = 12μH/d³·q + ρ·(q/(C·A))².
 *
 * @param depth of the gap, m
 * @param opening at top and at bottom, m²/m
 */
export function gapFlow(
  depth: number,
  height: number,
  opening: number,
  screened: boolean,
  wind: number,
  warmer: number,
): number {
  const pressure = WIND_SHARE * 0.5 * AIR_DENSITY * wind ** 2 + STACK * height * Math.abs(warmer);
  const friction = (12 * VISCOSITY * height) / depth ** 3;
  const area = DISCHARGE * opening * (screened ? SCREENED : 1);
  const loss = AIR_DENSITY / area ** 2;
  return (2 * pressure) / (friction + Math.sqrt(friction ** 2 + 4 * loss * pressure));
}

/** RH that a cooled house is kept under (ASHRAE 160-2016, 4.3.2), and outdoor temperature from which it is cooled, °C. */
const COOLED_HUMIDITY = 0.7;
const COOLED_FROM = 20;

/** A humidity class knows no cooling: where it is warm outdoors its air is held to what a cooled house has. */
function cooled(pressure: number, outdoor: number, indoor: number): number {
  return outdoor < COOLED_FROM
    ? pressure
    : Math.min(pressure, COOLED_HUMIDITY * saturationPressure(indoor));
}

/** Indoor air by the brief in a month: °C and Pa. */
export function indoorAir(
  indoor: Indoor,
  month: number,
  outdoorTemperature: number,
  outdoorPressure: number,
  classPressure: (humidityClass: number, pe: number, te: number, ti: number) => number,
): { temperature: number; pressure: number } {
  const temperature =
    typeof indoor.temperature === 'number' ? indoor.temperature : indoor.temperature[month]!;
  const { humidity } = indoor;
  const pressure =
    humidity.kind === 'class'
      ? cooled(
          classPressure(humidity.class, outdoorPressure, outdoorTemperature, temperature),
          outdoorTemperature,
          temperature,
        )
      : (humidity.kind === 'fixed'
          ? humidity.relativeHumidity
          : humidity.relativeHumidity[month]!) * saturationPressure(temperature);
  return { temperature, pressure };
}
