import {
  monthStarts,
  sunParts,
  type SunParts,
  type WeatherYear,
} from '../../physics/climate/index.ts';
import { skyLoss } from '../../physics/transient/index.ts';
import type { Energy, Facade, Shade, Side } from './types.ts';

/** A year of weather as a square metre of one side meets it. */
export interface FacadeYear {
  side: Side;
  /** Σ (θ_i − θ_e) over the days that are heated, K·h. */
  heating: number;
  /** The same for walls, which the sun warms and the night sky cools, and for windows, which the sky cools. */
  heatingOfWalls: number;
  heatingOfWindows: number;
  /** Σ (θ_e − θ_c) over the days that are cooled, K·h, so counted too. */
  coolingOfWalls: number;
  coolingOfWindows: number;
  /** Sun on a window behind its shade, on heated and on cooled days, kWh/m²; and on all days without any shade. */
  sunHeating: number;
  sunCooling: number;
  sunUnshaded: number;
}

/** Degrees from north over east. */
const AZIMUTH: Record<Side, number> = { north: 0, east: 90, south: 180, west: 270 };

/** Film outdoors, W/(m²·K), and what a wall takes up of the sun, 0 to 1. */
const FILM = 25;
const ABSORPTANCE = 0.6;

/** Trees are in leaf from May to October; six months later in the south. */
const IN_LEAF = { from: 4, to: 9 };

/**
 * What a year of hours comes to on one side of a house. A day is heated when its mean is below `heating.below`, and cooled
 * when it is above `cooling.above`; within a day cold and warm hours make up for each other, since a house stores heat.
 * Sun that walls take up and heat that surfaces lose to the sky count in winter as in summer, as a warmer or colder
 * outdoors (EN ISO 52016-1:2017, 6.5.6.3.5; ASHRAE Handbook, Fundamentals: sol-air temperature).
 *
 * @param indoor °C in each month
 */
export function facadeYear(
  facade: Facade,
  { heating, cooling, windowHeight }: Energy,
  weather: WeatherYear,
  indoor: readonly number[],
): FacadeYear {
  const { temperature, hours } = weather;
  const azimuth = AZIMUTH[facade.side];
  const starts = monthStarts(hours);
  const parts: SunParts = { direct: 0, sky: 0, ground: 0, steepness: 0 };
  const year: FacadeYear = {
    side: facade.side,
    heating: 0,
    heatingOfWalls: 0,
    heatingOfWindows: 0,
    coolingOfWalls: 0,
    coolingOfWindows: 0,
    sunHeating: 0,
    sunCooling: 0,
    sunUnshaded: 0,
  };
  for (let day = 0, month = 0; day < hours / 24; day++) {
    while (24 * day >= starts[month + 1]!) month++;
    let warm = 0;
    let toSky = 0;
    let sun = 0;
    let shaded = 0;
    for (let h = 24 * day; h < 24 * day + 24; h++) {
      warm += temperature[h]!;
      toSky += skyLoss(weather, h);
      const { direct, sky, ground } = sunParts(weather, h, azimuth, parts);
      sun += direct + sky + ground;
      shaded +=
        direct * sunlit(facade, windowHeight, parts.steepness) +
        sky * skySeen(facade, windowHeight) +
        ground;
    }
    shaded *= throughTrees(facade, month, weather.latitude);
    year.sunUnshaded += sun / 1000;
    const atWindows = warm + toSky / FILM;
    const atWalls = atWindows + (ABSORPTANCE * sun) / FILM;
    if (warm / 24 < heating.below) {
      const wanted = 24 * indoor[month]!;
      year.heating += Math.max(0, wanted - warm);
      year.heatingOfWalls += Math.max(0, wanted - atWalls);
      year.heatingOfWindows += Math.max(0, wanted - atWindows);
      year.sunHeating += shaded / 1000;
    } else if (warm / 24 > cooling.above) {
      year.coolingOfWalls += Math.max(0, atWalls - 24 * cooling.to);
      year.coolingOfWindows += Math.max(0, atWindows - 24 * cooling.to);
      year.sunCooling += shaded / 1000;
    }
  }
  return year;
}

/**
 * Share of a window that direct light reaches below an overhang, long beside it: the shadow's edge lies depth · tan(profile
 * angle) below it.
 *
 * @param steepness tangent of the profile angle
 */
export function sunlit({ overhang }: Shade, height: number, steepness: number): number {
  if (!overhang) return 1;
  const shadow = overhang.depth * steepness - overhang.above;
  return 1 - Math.min(1, Math.max(0, shadow / height));
}

/** Share of the sky before a wall that the middle of a window sees below an overhang: sin of the angle up to its edge. */
export function skySeen({ overhang }: Shade, height: number): number {
  if (!overhang) return 1;
  const up = overhang.above + height / 2;
  return up / Math.hypot(up, overhang.depth);
}

function throughTrees({ trees }: Shade, month: number, latitude: number): number {
  if (!trees) return 1;
  const season = latitude < 0 ? (month + 6) % 12 : month;
  return season >= IN_LEAF.from && season <= IN_LEAF.to ? trees.inLeaf : trees.bare;
}
