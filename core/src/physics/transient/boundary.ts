import { InputError } from '../../common/errors.ts';
import {
  classVaporPressure,
  CLIMATES,
  monthStarts,
  saturationPressure,
  sunOnWall,
  weatherOfClimate,
  type WeatherYear,
} from '../climate/index.ts';
import { componentLeak, wallPressure, windPressure } from '../steady-moisture/index.ts';
import type { ResolvedWall } from '../build-up/index.ts';
import { FORMULA_INDOORS, formulaHour, vaporPressure } from './climate-formula.ts';
import { modelAir, type IndoorModel } from './indoor-models.ts';
import type { Hour } from './solver-types.ts';
import { layerIndex } from './start.ts';
import type { SimulationFile, Transient } from './types.ts';
import { azimuthOf, drivingRain, gapFlow, indoorAir, skyLoss, windFilm } from './weather-hours.ts';

const DEFAULT_ABSORPTANCE = 0.6;
const DEFAULT_CHANGES = 50;
const DEFAULT_HEIGHT = 2.7;

export type FillHour = (hour: number, into: Hour, gapTemperature: number) => void;

/** What stands on both sides of the wall hour by hour, into an object that is kept. */
export function boundary(
  file: SimulationFile,
  wall: ResolvedWall,
  weather: WeatherYear | null,
): FillHour {
  const { transient } = file;
  const absorptance =
    transient.solarAbsorptance ?? wall.layers.at(-1)?.fill?.solarAbsorptance ?? DEFAULT_ABSORPTANCE;
  const { rain, facade, cavity, leak } = transient;
  const driven = (of: { exposure?: number; overhang?: number } | undefined, share = 0): number =>
    (share * (of?.exposure ?? 1) * (of?.overhang ?? 1)) / 3600;
  const rainFactor = driven(rain, rain?.share);
  const facadeFactor = driven(facade, facade?.wetting);
  const depth = cavity
    ? wall.layers[layerIndex(wall, cavity.layer, 'transient.cavity.layer')]!.thickness
    : 0;
  const given =
    cavity &&
    (cavity.airChangesPerHour ?? (cavity.opening === undefined ? DEFAULT_CHANGES : undefined));
  const height = cavity?.height ?? DEFAULT_HEIGHT;
  const ventilation = (outdoor: number, gap: number, wind: number): number => {
    if (!cavity) return transient.laps?.flow ?? 0;
    if (given !== undefined) return (given * depth) / 3600;
    const flow = gapFlow(
      depth,
      height,
      cavity.opening! * 1e-6,
      cavity.screened ?? false,
      wind,
      gap - outdoor,
    );
    return flow / height;
  };
  const leakOf = (indoor: number, outdoor: number, wind = 0): number =>
    leak === undefined
      ? 0
      : 'q50' in leak
        ? componentLeak(leak.q50, wallPressure(indoor, outdoor, leak.pressure) + wind)
        : leak.flow;
  const damper = transient.indoorHumidity ?? 0;
  const { climate } = transient;
  if ('Tmean' in climate) {
    const side = transient.side === 'south' ? 'south' : 'north';
    return (hour, into, gap) => {
      const now = formulaHour(climate, side, transient.start + hour);
      into.indoorTemperature = FORMULA_INDOORS;
      into.indoorPressure = vaporPressure(FORMULA_INDOORS, now.indoorRh);
      into.outdoorTemperature = now.temperature;
      into.outdoorPressure = vaporPressure(now.temperature, now.rh);
      into.radiation = absorptance * now.sun;
      into.rain = rainFactor * now.rain;
      into.facade = facadeFactor * now.rain;
      into.ventilation = ventilation(now.temperature, gap, 3);
      into.leak = leakOf(FORMULA_INDOORS, now.temperature);
      into.outdoorFilm = null;
    };
  }
  const year = weather!;
  const azimuth = azimuthOf(transient.side, year);
  const windy = transient.films === undefined && year.windSpeed !== null;
  const starts = monthStarts(year.hours);
  const { model } = file.wall.indoor;
  const daily = model ? dailyMeans(year) : [];
  return (hour, into, gap) => {
    const h = (transient.start + hour) % year.hours;
    const month = starts.findIndex((start, m) => h >= start && h < starts[m + 1]!);
    const temperature = year.temperature[h]!;
    const pressure = year.relativeHumidity[h]! * saturationPressure(temperature);
    const inside = model
      ? airOfModel(model, daily[Math.floor(h / 24)]!)
      : indoorAir(file.wall.indoor, month, temperature, pressure, classVaporPressure);
    into.indoorTemperature = inside.temperature;
    into.indoorPressure = inside.pressure + damper * saturationPressure(inside.temperature);
    into.outdoorTemperature = temperature;
    into.outdoorPressure = pressure;
    into.radiation = absorptance * sunOnWall(year, h, azimuth) + skyLoss(year, h);
    const falling = rain || facade ? drivingRain(year, h, azimuth) : 0;
    into.rain = rainFactor * falling;
    into.facade = facadeFactor * falling;
    into.ventilation = ventilation(temperature, gap, year.windSpeed ? year.windSpeed[h]! : 3);
    into.leak = leakOf(inside.temperature, temperature, windOnWall(year, h, azimuth));
    into.outdoorFilm = windy ? windFilm(year.windSpeed![h]!) : null;
  };
}

/** Pressure of the wind at the wall, Pa, positive outward; 0 where the year has no wind. */
function windOnWall(
  { windSpeed, windDirection }: WeatherYear,
  hour: number,
  azimuth: number,
): number {
  if (!windSpeed || !windDirection) return 0;
  return windPressure(
    windSpeed[hour]!,
    Math.cos(((windDirection[hour]! - azimuth) * Math.PI) / 180),
  );
}

function airOfModel(
  model: IndoorModel,
  outdoor: number,
): { temperature: number; pressure: number } {
  const { temperature, relativeHumidity } = modelAir(model, outdoor);
  return { temperature, pressure: relativeHumidity * saturationPressure(temperature) };
}

/** Mean temperature of each day, °C. */
function dailyMeans({ temperature, hours }: WeatherYear): number[] {
  return Array.from({ length: hours / 24 }, (_, day) => {
    let sum = 0;
    for (let h = 0; h < 24; h++) sum += temperature[24 * day + h]!;
    return sum / 24;
  });
}

/** The hours of a library climate that a simulation names, or null where its weather comes from elsewhere. */
export function libraryWeather({ climate }: Transient): WeatherYear | null {
  if (!('climate' in climate)) return null;
  if (!Object.hasOwn(CLIMATES, climate.climate))
    throw new InputError(
      'transient.climate.climate',
      `the climate library has no “${climate.climate}”`,
      Object.keys(CLIMATES).join(', '),
    );
  return weatherOfClimate(CLIMATES[climate.climate]!, climate.seed ?? 1);
}
