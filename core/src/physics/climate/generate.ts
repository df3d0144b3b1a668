import { saturationOverWater, saturationPressure } from './psychrometrics.ts';
import type { Site } from './site.ts';
import { declinationOf, solarTime, sunHeight } from './sun.ts';
import type { Climate } from './types.ts';
import { monthStarts, type WeatherYear } from './weather.ts';
import { dayToDay } from './zones.ts';

/** Read once: in some hosts each look at a global costs more than the function. */
const { exp, cos, sqrt, log, min, max, floor } = Math;

const HOURS = 8760;
const STARTS = monthStarts(HOURS);
const MONTH_OF = Uint8Array.from({ length: HOURS }, (_, h) => STARTS.findLastIndex((s) => s <= h));

/** What a year is made from. */
export type YearFigures = Pick<
  Climate,
  'name' | 'latitude' | 'elevation' | 'designTemperature' | 'coolingDesignTemperature' | 'monthly'
>;

/** Taken where a climate of one's own does not say: K, W/m², m/s, mm, degrees north, m. */
const DEFAULTS = { dailyRange: 8, sun: 150, wind: 3.5, rain: 70, latitude: 45, elevation: 100 };

/**
 * A year of hours for a place, whichever way it was named; what its climate does not say is taken as usual.
 *
 * @param seed any whole number
 */
export function weatherOfSite(site: Site, seed: number): WeatherYear {
  const all = (value: number): number[] => Array<number>(12).fill(value);
  return weatherOfClimate(
    {
      name: site.name,
      latitude: site.latitude ?? DEFAULTS.latitude,
      elevation: site.elevation ?? DEFAULTS.elevation,
      designTemperature: site.designTemperature,
      coolingDesignTemperature: site.coolingDesignTemperature ?? Math.max(...site.temperature) + 6,
      monthly: {
        temperature: site.temperature,
        relativeHumidity: site.relativeHumidity,
        dailyRange: site.dailyRange ?? all(DEFAULTS.dailyRange),
        globalHorizontal: site.globalHorizontal ?? all(DEFAULTS.sun),
        windSpeed: site.windSpeed ?? all(DEFAULTS.wind),
        rain: site.rain ?? all(DEFAULTS.rain),
      },
    },
    seed,
  );
}

/** The same year warmer or colder by some K, with so many times its rain; humidity in shares stays. */
export function shiftedWeather(weather: WeatherYear, warmer: number, rain: number): WeatherYear {
  return {
    ...weather,
    temperature: weather.temperature.map((t) => t + warmer),
    rain: weather.rain && weather.rain.map((mm) => mm * rain),
  };
}

/** Evenly spread numbers in 0 to 1 from a seed: the same ones each time (Mulberry32, public domain). */
export function random(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Normal noise with a memory of so many hours, mean 0, standard deviation 1, hour after hour. */
function noise(next: () => number, memory: number): Float64Array {
  const keep = exp(-1 / memory);
  const fresh = sqrt(1 - keep * keep);
  const normal = (): number => sqrt(-2 * log(1 - next())) * cos(2 * Math.PI * next());
  let value = normal();
  return Float64Array.from({ length: HOURS }, () => (value = keep * value + fresh * normal()));
}

/** Calls with the first hour and the end of each month. */
function eachMonth(work: (from: number, to: number, month: number) => void): void {
  for (let m = 0; m < 12; m++) work(STARTS[m]!, STARTS[m + 1]!, m);
}

function meanOf(values: Float64Array, from: number, to: number): number {
  let sum = 0;
  for (let h = from; h < to; h++) sum += values[h]!;
  return sum / (to - from);
}

/** A smooth yearly curve whose monthly means are those given. */
function curve(means: readonly number[]): Float64Array {
  const nodes = [...means];
  const values = new Float64Array(HOURS);
  const middle = means.map((_, m) => (STARTS[m]! + STARTS[m + 1]!) / 2);
  for (let round = 0; round < 12; round++) {
    for (let h = 0; h < HOURS; h++) {
      const next = middle.findIndex((at) => at > h);
      const b = next < 0 ? 0 : next;
      const a = (b + 11) % 12;
      const from = middle[a]! - (a > b && h < middle[b]! ? HOURS : 0);
      const to = middle[b]! + (a > b && h >= middle[b]! ? HOURS : 0);
      const t = (h - from) / (to - from);
      values[h] = nodes[a]! + (nodes[b]! - nodes[a]!) * ((1 - cos(Math.PI * t)) / 2);
    }
    eachMonth((from, to, m) => {
      nodes[m] = nodes[m]! + means[m]! - meanOf(values, from, to);
    });
  }
  return values;
}

/** Scales each month to a mean. */
function scaleTo(values: Float64Array, means: readonly number[]): void {
  eachMonth((from, to, m) => {
    const now = meanOf(values, from, to);
    const factor = now > 0 ? means[m]! / now : 0;
    for (let h = from; h < to; h++) values[h] = values[h]! * factor;
  });
}

/** Warmest hour of the day. */
const WARMEST = 15;

/** Rain of a wet hour at 5 °C and below, mm, and what each K more adds: drizzle where it is cool, showers where it is warm. */
const DRIZZLE = 0.8;
const SHOWER = 0.08;

/** Share of the hours that stay colder than the design temperature (ASHRAE, 99.6 %). */
const COLDER = 0.004;

/** The most that cold spells are drawn out, or drawn in, to reach it. */
const MAX_DRAWN = 3;
const MIN_DRAWN = -0.3;

/** Where wind comes from: westerlies beyond this latitude, trade winds within that one; degrees of either. */
const WESTERLIES = { latitude: 36, from: 250 };
const TRADES = { latitude: 28, from: 90 };
/** Between them it comes off the sea, from the south. */
const BETWEEN = 170;

/** How far wind turns about that, degrees: in dry hours, and in wet ones, when it blows onto the windward side. */
const TURNS = { dry: 75, wet: 30 };

/**
 * A year of hours that has the monthly figures of a climate: day and night, spells of some days, cloud and rain that go
 * together. Made up, and the same for the same seed: a stand-in for measured weather, not a forecast.
 *
 * @param climate of the library
 * @param seed any whole number
 */
export function weatherOfClimate(
  climate: YearFigures,
  seed: number,
  name = climate.name,
): WeatherYear {
  const { monthly, latitude, elevation } = climate;
  const next = random(seed);
  const spell = noise(next, 60);
  const weather = noise(next, 30);
  const gust = noise(next, 6);
  const turn = noise(next, 40);
  const shower = noise(next, 3);

  const temperature = coldEnough(climate, spell, weather);
  const rain = rainfall(
    monthly,
    weather.map((value, h) => value + 0.5 * shower[h]!),
  );

  const relativeHumidity = humidities(
    monthly.temperature,
    monthly.relativeHumidity,
    temperature,
    spell,
    weather,
    rain,
  );
  const windSpeed = gust.map((value, h) => exp(0.45 * value + 0.15 * weather[h]!));
  scaleTo(windSpeed, monthly.windSpeed);
  const sun = radiation(latitude, elevation, monthly.globalHorizontal, weather);
  return {
    name,
    latitude,
    longitude: 0,
    timeZone: 0,
    elevation,
    designTemperature: climate.designTemperature,
    coolingDesignTemperature: climate.coolingDesignTemperature,
    hours: HOURS,
    temperature,
    relativeHumidity,
    ...sun,
    longwave: temperature.map((t, h) => {
      // Clear-sky emissivity (Berdahl and Martin 1984), more with cloud.
      const dew = relativeHumidity[h]! * saturationPressure(t);
      const clear = min(1, 0.55 + 0.061 * sqrt(dew / 100));
      const cloud = min(1, max(0, 0.5 + 0.35 * weather[h]!));
      return (clear + (1 - clear) * 0.8 * cloud) * 5.67e-8 * (t + 273.15) ** 4;
    }),
    windSpeed,
    windDirection: turn.map((value, h) => {
      const turned = prevailing(latitude) + TURNS[rain[h]! > 0 ? 'wet' : 'dry'] * value;
      return ((turned % 360) + 360) % 360;
    }),
    rain,
  };
}

/** Where wind mostly comes from, degrees from north over east. */
function prevailing(latitude: number): number {
  const far = Math.abs(latitude);
  const from =
    far >= WESTERLIES.latitude ? WESTERLIES.from : far <= TRADES.latitude ? TRADES.from : BETWEEN;
  // Mirrored south of the equator: westerlies from north-west, trade winds from the east, sea winds from the north.
  return latitude >= 0 ? from : (540 - from) % 360;
}

/** Rain by hour, mm: in the hours of each month that stand highest in the weather's noise, as many as its rain takes. */
function rainfall(
  { temperature, rain: amounts }: YearFigures['monthly'],
  wetness: Float64Array,
): Float64Array {
  const rain = new Float64Array(HOURS);
  eachMonth((from, to, m) => {
    const each = DRIZZLE + SHOWER * max(0, temperature[m]! - 5);
    const wet = min(to - from, Math.ceil(amounts[m]! / each));
    if (wet === 0) return;
    const sorted = wetness.slice(from, to).sort();
    const limit = sorted[to - from - wet - 1] ?? sorted[0]! - 1;
    for (let h = from; h < to; h++) rain[h] = max(0, wetness[h]! - limit) ** 1.3;
  });
  scaleTo(
    rain,
    amounts.map((mm, m) => mm / (STARTS[m + 1]! - STARTS[m]!)),
  );
  return rain;
}

/**
 * Temperatures whose cold spells reach the stated design temperature: the cold side of the spells is drawn out in the
 * cold months until as few hours stay below it as should.
 */
function coldEnough(
  { monthly, designTemperature }: YearFigures,
  spell: Float64Array,
  weather: Float64Array,
): Float64Array {
  const means = monthly.temperature;
  const coldest = min(...means);
  const year = means.reduce((sum, mean) => sum + mean, 0) / 12;
  const drawn = (by: number): Float64Array => {
    const spells = spell.map((value, h) => {
      if (value >= 0) return value;
      const cold = max(0, (year - means[MONTH_OF[h]!]!) / (year - coldest || 1));
      return value * max(0, 1 - by * cold * value);
    });
    return temperatures(means, monthly.dailyRange, spells, weather);
  };
  const off = (values: Float64Array): number =>
    values.toSorted()[floor(COLDER * HOURS)]! - designTemperature;
  // Regula falsi on a curve that only falls; a tenth of a kelvin is near enough.
  let [low, high] = [MIN_DRAWN, MAX_DRAWN];
  let values = drawn(0);
  let now = off(values);
  let [atLow, atHigh] = [Infinity, -Infinity];
  let by = 0;
  for (let round = 0; round < 8 && Math.abs(now) > 0.1; round++) {
    if (now > 0) [low, atLow] = [by, now];
    else [high, atHigh] = [by, now];
    by = Number.isFinite(atLow - atHigh)
      ? low + ((high - low) * atLow) / (atLow - atHigh)
      : now > 0
        ? min(high, by + 0.3)
        : max(low, by - 0.15);
    values = drawn(by);
    now = off(values);
  }
  return values;
}

function temperatures(
  means: readonly number[],
  ranges: readonly number[],
  spell: Float64Array,
  weather: Float64Array,
): Float64Array {
  const base = curve(means);
  const swing = ranges.map((range) => range / 2);
  const values = new Float64Array(HOURS);
  for (let round = 0; round < 8; round++) {
    for (let h = 0; h < HOURS; h++) {
      const m = MONTH_OF[h]!;
      const clear = min(1.5, max(0.4, 1 - 0.35 * weather[h]!));
      const day = cos((2 * Math.PI * ((h % 24) + 0.5 - WARMEST)) / 24);
      values[h] = base[h]! + dayToDay(means[m]!) * spell[h]! + swing[m]! * clear * day;
    }
    eachMonth((from, to, m) => {
      const off = means[m]! - meanOf(values, from, to);
      let range = 0;
      for (let h = from; h < to; h += 24) {
        const day = values.subarray(h, h + 24);
        range += max(...day) - min(...day);
      }
      swing[m] = max(0.2, swing[m]! * (ranges[m]! / ((range * 24) / (to - from))));
      for (let h = from; h < to; h++) values[h] = values[h]! + off;
    });
  }
  return values;
}

function humidities(
  means: readonly number[],
  shares: readonly number[],
  temperature: Float64Array,
  spell: Float64Array,
  weather: Float64Array,
  rain: Float64Array,
): Float64Array {
  const pressures = means.map((t, m) => shares[m]! * saturationPressure(t));
  const vapor = curve(pressures);
  const humidity = new Float64Array(HOURS);
  const factor = new Float64Array(12).fill(1);
  for (let round = 0; round < 12; round++) {
    for (let h = 0; h < HOURS; h++) {
      const m = MONTH_OF[h]!;
      const s = dayToDay(means[m]!);
      const wanted =
        vapor[h]! *
        factor[m]! *
        exp(0.05 * s * spell[h]! + 0.08 * weather[h]! + (rain[h]! > 0 ? 0.1 : 0));
      // Stations measure over water: never above that.
      const most = min(
        saturationPressure(temperature[h]!),
        0.99 * saturationOverWater(temperature[h]!),
      );
      humidity[h] = min(wanted, most) / saturationPressure(temperature[h]!);
    }
    eachMonth((from, to, m) => {
      let sum = 0;
      for (let h = from; h < to; h++) sum += humidity[h]! * saturationPressure(temperature[h]!);
      factor[m] = factor[m]! * (pressures[m]! / (sum / (to - from)));
    });
  }
  return humidity;
}

/** Solar constant, W/m². */
const SOLAR = 1361;

/** More sun for each m of elevation: about 8 % a km. */
const THIN_AIR = 8e-5;

/** Sun by hour in proportion to what is wanted and never above a clear sky's, with each month's mean. */
function underClearSky(
  wanted: Float64Array,
  clearSky: Float64Array,
  means: readonly number[],
): Float64Array {
  const sun = new Float64Array(HOURS);
  eachMonth((from, to, m) => {
    const sum = means[m]! * (to - from);
    const at = (factor: number): number => {
      let total = 0;
      for (let h = from; h < to; h++) {
        sun[h] = min(factor * wanted[h]!, clearSky[h]!);
        total += sun[h]!;
      }
      return total;
    };
    let factor = SOLAR;
    for (let round = 0; round < 40; round++) {
      const total = at(factor);
      if (total <= 0 || Math.abs(total - sum) <= 1e-9 * sum) return;
      factor *= min(10, sum / total);
    }
    // A month that states more than a clear sky gives has clear days throughout.
    if (at(factor) >= sum * (1 - 1e-6)) return;
    const most = clearSky.subarray(from, to).reduce((total, value) => total + value, 0);
    for (let h = from; h < to; h++) sun[h] = (clearSky[h]! * sum) / most;
  });
  return sun;
}

function radiation(
  latitude: number,
  elevation: number,
  means: readonly number[],
  weather: Float64Array,
) {
  const phi = (latitude * Math.PI) / 180;
  const above = Float64Array.from({ length: HOURS }, (_, h) => {
    const day = floor(h / 24) + 1;
    return max(0, sunHeight(phi, declinationOf(day), solarTime(h, day)));
  });
  const wanted = above.map((height, h) => {
    const clear = min(1, max(0.15, 0.6 - 0.3 * weather[h]!));
    return height * clear * height ** 0.15;
  });
  // Under a clear sky (Haurwitz 1945), more in thin air.
  const thin = 1 + THIN_AIR * max(0, elevation);
  const clearSky = above.map((height) =>
    height > 0 ? min(SOLAR * height, 1098 * thin * height * exp(-0.057 / height)) : 0,
  );
  const globalHorizontal = underClearSky(wanted, clearSky, means);
  // Diffuse share by the clearness of the hour (Erbs, Klein and Duffie 1982).
  const diffuseHorizontal = globalHorizontal.map((global, h) => {
    const k = above[h]! > 0.02 ? min(1, global / (SOLAR * above[h]!)) : 0;
    const share =
      k <= 0.22
        ? 1 - 0.09 * k
        : k <= 0.8
          ? 0.9511 - 0.1604 * k + 4.388 * k ** 2 - 16.638 * k ** 3 + 12.336 * k ** 4
          : 0.165;
    return global * share;
  });
  const directNormal = globalHorizontal.map((global, h) =>
    above[h]! > 0.02 ? min(1100, (global - diffuseHorizontal[h]!) / above[h]!) : 0,
  );
  return { globalHorizontal, directNormal, diffuseHorizontal };
}
