import { InputError } from '../../common/errors.ts';
import { dewPoint, saturationOverWater, saturationPressure } from './psychrometrics.ts';
import { MONTHS } from './types.ts';
import { designTemperatures, monthLengths, type WeatherYear } from './weather.ts';

/** The largest weather file, bytes: a year of hours is about 1.5 MB. */
export const MAX_WEATHER_SIZE = 24 * 1024 * 1024;

/** The most lines of a weather file: its head and the hours of a year are at most 8,840. */
const MAX_LINES = 10_000;

/** The most fields of a line: rows have 35, the statements of the head rarely more than 100. */
const MAX_FIELDS = 400;

/** The longest line, and the longest name of a place, characters. */
const MAX_LINE = 10_000;
const MAX_NAME = 200;

/** The longest gap that is filled by a straight line, h. */
const MAX_GAP = 6;

/** A quantity that misses more than this share of its hours is taken as not measured. */
const NOT_MEASURED = 0.1;

/** What an import did that a person should know. */
export interface WeatherImport {
  weather: WeatherYear;
  notes: string[];
}

interface Column {
  /** Position in the row, from 0. */
  at: number;
  name: string;
  min: number;
  max: number;
  unit: string;
  /** From this value on, written in nines, it stands for a missing one. */
  missing: number;
}

/** Columns of the format that are read (EPW data dictionary). */
const COLUMNS = {
  temperature: {
    at: 6,
    name: 'dry-bulb temperature',
    min: -90,
    max: 70,
    unit: '°C',
    missing: 99.9,
  },
  dewPoint: { at: 7, name: 'dew-point temperature', min: -90, max: 70, unit: '°C', missing: 99.9 },
  humidity: { at: 8, name: 'relative humidity', min: 0, max: 110, unit: '%', missing: 999 },
  longwave: {
    at: 12,
    name: 'infrared from the sky',
    min: 0,
    max: 1000,
    unit: 'W/m²',
    missing: 9999,
  },
  globalHorizontal: {
    at: 13,
    name: 'global radiation',
    min: 0,
    max: 2000,
    unit: 'W/m²',
    missing: 9999,
  },
  directNormal: {
    at: 14,
    name: 'direct radiation',
    min: 0,
    max: 2000,
    unit: 'W/m²',
    missing: 9999,
  },
  diffuseHorizontal: {
    at: 15,
    name: 'diffuse radiation',
    min: 0,
    max: 1500,
    unit: 'W/m²',
    missing: 9999,
  },
  windDirection: { at: 20, name: 'wind direction', min: 0, max: 360, unit: '°', missing: 999 },
  windSpeed: { at: 21, name: 'wind speed', min: 0, max: 60, unit: 'm/s', missing: 999 },
  cloud: { at: 22, name: 'sky cover', min: 0, max: 10, unit: 'tenths', missing: 99 },
  rain: { at: 33, name: 'liquid precipitation', min: 0, max: 500, unit: 'mm', missing: 999 },
  rainHours: { at: 34, name: 'hours of precipitation', min: 0, max: 24, unit: 'h', missing: 99 },
} satisfies Record<string, Column>;

type ColumnName = keyof typeof COLUMNS;
const NAMES = Object.keys(COLUMNS) as ColumnName[];

/** What a row must have; anything else may be blank. */
const NEEDED: readonly string[] = ['temperature', 'dewPoint', 'humidity'];

/** A year of these that is zero throughout was not measured. */
const NEVER_ZERO: readonly string[] = ['rain', 'longwave', 'globalHorizontal', 'windSpeed'];

/** Where the sky's radiation is estimated without its cloud, it is taken as half covered, tenths. */
const DEFAULT_CLOUD = 5;

/** The least fields a row must have: up to the wind speed. */
const MIN_FIELDS = 22;

/**
 * Reads a year of hours in the open EPW format. Checked: its head, that every hour of one year is there once and in
 * order, that every figure is a number in its range and in its unit. Gaps of temperature or humidity up to six hours
 * are filled by a straight line; longer ones are errors. Humidity, over water as stations measure it, is turned to
 * over ice below 0 °C.
 *
 * @param text of the file
 * @returns the year, and notes on what was filled or is missing
 * @throws InputError that names the line
 */
export function parseEpw(text: string): WeatherImport {
  if (text.length > MAX_WEATHER_SIZE)
    throw new InputError(
      'file',
      `is too large, ${Math.round(text.length / 1048576)} MB`,
      `at most ${MAX_WEATHER_SIZE / 1048576} MB; one year of hours is about 1.5 MB`,
    );
  const lines = linesOf(text);
  const head = readHead(lines);
  const { columns, hours, firstLine } = readRows(lines, head.rows);
  const notes: string[] = [];
  const lineOf = (hour: number): string => `line ${firstLine + hour}`;

  const fill = (name: ColumnName): Float64Array =>
    fillGaps(columns[name], COLUMNS[name], lineOf, notes);
  const temperature = fill('temperature');
  const relativeHumidity = humidityOf(columns, temperature, lineOf, notes);
  const optional = (name: ColumnName): Float64Array | null => {
    const values = columns[name];
    const missing = values.reduce((count, value) => count + (Number.isNaN(value) ? 1 : 0), 0);
    if (missing > NOT_MEASURED * hours) {
      notes.push(`No ${COLUMNS[name].name}: ${missing} of ${hours} hours have none.`);
      return null;
    }
    if (NEVER_ZERO.includes(name) && values.every((value) => !(value > 0))) {
      notes.push(`No ${COLUMNS[name].name}: it is zero all year, so it was not measured.`);
      return null;
    }
    return missing ? (name === 'windDirection' ? turned(values) : patched(values)) : values;
  };
  columns.rain = overHours(columns.rain, columns.rainHours);
  const rain = optional('rain');
  let longwave = optional('longwave');
  if (!longwave) {
    longwave = skyRadiation(temperature, relativeHumidity, columns.cloud);
    notes.push('Infrared from the sky is estimated from dew point and cloud (Clark and Allen).');
  }
  const design = designTemperatures(temperature);
  return {
    weather: {
      ...head.place,
      designTemperature: head.heating ?? design.heating,
      coolingDesignTemperature: head.cooling ?? design.cooling,
      hours,
      temperature,
      relativeHumidity,
      globalHorizontal: optional('globalHorizontal'),
      directNormal: optional('directNormal'),
      diffuseHorizontal: optional('diffuseHorizontal'),
      longwave,
      windSpeed: optional('windSpeed'),
      windDirection: optional('windDirection'),
      rain,
    },
    notes: [
      ...notes,
      ...(head.heating === null
        ? ['The file states no design temperatures: those exceeded 99.6 % and 0.4 % of its hours.']
        : []),
    ],
  };
}

/** The lines of a file, as far as one may reach. */
function linesOf(text: string): string[] {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/, MAX_LINES + 1);
  if (lines.length > MAX_LINES)
    throw new InputError(
      `line ${MAX_LINES + 1}`,
      'the file goes on beyond a year of hours',
      `at most ${MAX_LINES.toLocaleString('en')} lines`,
    );
  const long = lines.findIndex((line) => line.length > MAX_LINE);
  if (long >= 0)
    throw new InputError(
      `line ${long + 1}`,
      `has ${lines[long]!.length} characters`,
      `at most ${MAX_LINE.toLocaleString('en')}`,
    );
  return lines;
}

/** The fields of a line. @param line its number, from 1 */
function fieldsOf(text: string, line: number): string[] {
  const fields = text.split(',', MAX_FIELDS + 1);
  if (fields.length > MAX_FIELDS)
    throw new InputError(
      `line ${line}`,
      `has more than ${MAX_FIELDS} fields`,
      `at most ${MAX_FIELDS}, separated by commas`,
    );
  return fields;
}

interface Head {
  place: Pick<WeatherYear, 'name' | 'latitude' | 'longitude' | 'timeZone' | 'elevation'>;
  heating: number | null;
  cooling: number | null;
  /** Index of the first line of data. */
  rows: number;
}

function readHead(lines: readonly string[]): Head {
  const location = fieldsOf(lines[0]!, 1);
  if (!/^LOCATION$/i.test(location[0]!.trim()))
    throw new InputError(
      'line 1',
      `begins with “${lines[0]!.slice(0, 30)}”`,
      'LOCATION, as every EPW file begins',
    );
  const place = (at: number, name: string, min: number, max: number): number =>
    numberIn(location[at], 1, { at, name, min, max, unit: '', missing: Infinity });
  let rows = 1;
  let heating: number | null = null;
  let cooling: number | null = null;
  while (rows < lines.length && !/^DATA PERIODS/i.test(lines[rows]!)) {
    if (/^DESIGN CONDITIONS/i.test(lines[rows]!)) {
      const fields = fieldsOf(lines[rows]!, rows + 1).map((field) => field.trim());
      // Heating: coldest month, 99.6 %; cooling: hottest month, its daily range, 0.4 %.
      heating = stated(fields, 'Heating', 2);
      cooling = stated(fields, 'Cooling', 3);
    }
    if (rows++ > 50) break;
  }
  const periods = fieldsOf(lines[rows] ?? '', rows + 1);
  if (!/^DATA PERIODS$/i.test(periods[0]?.trim() ?? ''))
    throw new InputError(
      `line ${Math.min(rows, lines.length)}`,
      'the head ends without DATA PERIODS',
      'the eight lines of an EPW head, the last of them DATA PERIODS',
    );
  if (Number(periods[2]) !== 1)
    throw new InputError(
      `line ${rows + 1}`,
      `says ${periods[2]?.trim() || 'nothing'} records an hour`,
      '1 record an hour',
    );
  const name = location[1]?.trim() || 'Imported weather';
  if (name.length > MAX_NAME)
    throw new InputError(
      'line 1',
      `the name of the place has ${name.length} characters`,
      `at most ${MAX_NAME}`,
    );
  return {
    place: {
      name,
      latitude: place(6, 'latitude', -90, 90),
      longitude: place(7, 'longitude', -180, 180),
      timeZone: place(8, 'time zone', -12, 14),
      elevation: place(9, 'elevation', -1000, 9999.9),
    },
    heating,
    cooling,
    rows: rows + 1,
  };
}

/** A figure of the design conditions, so many fields after its heading. */
function stated(fields: readonly string[], heading: string, after: number): number | null {
  const at = fields.indexOf(heading);
  const text = at < 0 ? '' : (fields[at + after] ?? '');
  const value = Number(text);
  return text && Number.isFinite(value) && Math.abs(value) < 70 ? value : null;
}

/** A missing value is written in nines. */
const NINES = /^9+(\.9*0*)?$/;

function numberIn(text: string | undefined, line: number, column: Column): number {
  const { name, min, max, unit, missing } = column;
  const value = text?.trim() ? Number(text) : NaN;
  const allowed = `a number from ${min} to ${max} ${unit}`.trim();
  if (!Number.isFinite(value))
    throw new InputError(
      `line ${line}`,
      `“${text?.trim().slice(0, 20) ?? ''}” is no number for the ${name}`,
      allowed,
    );
  if (value >= missing && NINES.test(text!.trim())) return NaN;
  if (value < min || value > max)
    throw new InputError(`line ${line}`, `the ${name} is ${value}`, allowed);
  return value;
}

/** Where a year stands: month and day from 1, hour from 1 to 24. */
const hourName = (month: number, day: number, hour: number): string =>
  `${day} ${MONTHS[month - 1] ?? `month ${month}`}, hour ${hour}`;

function readRows(lines: readonly string[], first: number) {
  const columns = Object.fromEntries(
    NAMES.map((name) => [name, new Float64Array(8784).fill(NaN)]),
  ) as Record<ColumnName, Float64Array>;
  let end = lines.length;
  while (end > first && lines[end - 1]!.trim() === '') end--;
  let hours = 0;
  let month = 1;
  let day = 1;
  let hour = 1;
  for (let i = first; i < end; i++) {
    const line = i + 1;
    const fields = fieldsOf(lines[i]!, line);
    if (fields.length < MIN_FIELDS)
      throw new InputError(
        `line ${line}`,
        `has ${fields.length} fields`,
        `at least ${MIN_FIELDS}, separated by commas`,
      );
    const [m, d, h] = [1, 2, 3].map((at) => Number(fields[at])) as [number, number, number];
    if (month > 12)
      throw new InputError(
        `line ${line}`,
        `goes on after 31 December with ${hourName(m, d, h)}`,
        'one year of hours',
      );
    // 28 February may be followed by 29 February.
    if (month === 3 && day === 1 && hour === 1 && m === 2 && d === 29) [month, day] = [2, 29];
    if (m !== month || d !== day || h !== hour)
      throw new InputError(
        `line ${line}`,
        `is ${hourName(m, d, h)}, where ${hourName(month, day, hour)} belongs`,
        'every hour of a year once, in order, from 1 January, hour 1',
      );
    for (const name of NAMES) {
      const column = COLUMNS[name];
      const text = fields[column.at];
      if (text === undefined || (text.trim() === '' && !NEEDED.includes(name))) continue;
      columns[name][hours] = numberIn(text, line, column);
    }
    hours++;
    if (++hour > 24) {
      hour = 1;
      day++;
      const length = month === 2 && day === 30 ? 29 : monthLengths(8760)[month - 1]!;
      if (day > length) [month, day] = [month + 1, 1];
    }
  }
  if (month <= 12)
    throw new InputError(
      `line ${end}`,
      `the file ends before ${hourName(month, day, hour)}, after ${hours} hours`,
      '8,760 hours, or 8,784 with 29 February',
    );
  for (const name of NAMES) columns[name] = columns[name].subarray(0, hours);
  return { columns, hours, firstLine: first + 1 };
}

/** Fills short gaps of a quantity that must be there. */
function fillGaps(
  values: Float64Array,
  { name }: Column,
  lineOf: (hour: number) => string,
  notes: string[],
): Float64Array {
  for (let h = 0; h < values.length; h++) {
    if (!Number.isNaN(values[h]!)) continue;
    let end = h;
    while (end < values.length && Number.isNaN(values[end]!)) end++;
    if (end - h > MAX_GAP)
      throw new InputError(
        lineOf(h),
        `from here on the ${name} is missing for ${end - h} hours`,
        `gaps of at most ${MAX_GAP} hours`,
      );
    notes.push(
      `${lineOf(h)}: the ${name} is missing for ${end - h} h and was taken as a straight line.`,
    );
    h = end;
  }
  return patched(values);
}

/** Missing values laid between their neighbors; at an end the neighbor's own, as it is. */
function bridged(
  values: Float64Array,
  between: (before: number, after: number, share: number) => number,
): Float64Array {
  const filled = values.slice();
  for (let h = 0; h < filled.length; h++) {
    if (!Number.isNaN(filled[h]!)) continue;
    let end = h;
    while (end < filled.length && Number.isNaN(filled[end]!)) end++;
    const before = filled[h - 1] ?? filled[end]!;
    const after = filled[end] ?? before;
    for (let k = h; k < end; k++) filled[k] = between(before, after, (k - h + 1) / (end - h + 1));
  }
  return filled;
}

/** Missing values on a straight line between their neighbors. */
const patched = (values: Float64Array): Float64Array =>
  bridged(values, (before, after, share) => before + (after - before) * share);

/** Missing directions on the shorter way around between their neighbors. */
const turned = (degrees: Float64Array): Float64Array =>
  bridged(degrees, (before, after, share) => {
    const turn = ((after - before + 540) % 360) - 180;
    return (before + turn * share + 360) % 360;
  });

/** Rain by hour, mm: an amount that was gathered over several hours is spread over them. */
function overHours(amounts: Float64Array, hours: Float64Array): Float64Array {
  const spread = amounts.slice();
  for (let h = 0; h < amounts.length; h++) {
    const over = Math.min(h + 1, Math.round(hours[h]!));
    // Only where the hours before say nothing of their own.
    if (!(over > 1) || !(amounts[h]! > 0)) continue;
    let first = h;
    while (first > h - over + 1 && !(amounts[first - 1]! > 0)) first--;
    for (let k = first; k <= h; k++) spread[k] = amounts[h]! / (h - first + 1);
  }
  return spread;
}

/**
 * Infrared from the sky on the horizontal, W/m²: (0.787 + 0.764·ln(T_dew/273)) of a black body's at air temperature
 * under a clear sky, times 1 + 0.0224 N − 0.0035 N² + 0.00028 N³ with N tenths of cloud (Clark and Allen 1978).
 */
function skyRadiation(
  temperature: Float64Array,
  relativeHumidity: Float64Array,
  cloud: Float64Array,
): Float64Array {
  return temperature.map((t, h) => {
    const dew = dewPoint(relativeHumidity[h]! * saturationPressure(t)) + 273.15;
    const n = Number.isNaN(cloud[h]!) ? DEFAULT_CLOUD : cloud[h]!;
    const covered = 1 + 0.0224 * n - 0.0035 * n ** 2 + 0.00028 * n ** 3;
    return (0.787 + 0.764 * Math.log(dew / 273)) * covered * 5.67e-8 * (t + 273.15) ** 4;
  });
}

/** Relative humidity over ice below 0 °C, 0 to 1: from the humidity over water, or from the dew point where it is missing. */
function humidityOf(
  columns: Record<ColumnName, Float64Array>,
  temperature: Float64Array,
  lineOf: (hour: number) => string,
  notes: string[],
): Float64Array {
  const { humidity, dewPoint } = columns;
  const percent = humidity.map((value, h) =>
    Number.isNaN(value)
      ? (100 * saturationOverWater(dewPoint[h]!)) / saturationOverWater(temperature[h]!)
      : value,
  );
  const filled = fillGaps(percent, COLUMNS.humidity, lineOf, notes);
  let highest = 0;
  for (const value of filled) highest = Math.max(highest, value);
  if (highest <= 1.5)
    throw new InputError(
      lineOf(0),
      `the relative humidity never exceeds ${highest}: it looks like shares`,
      'percent, 0 to 110',
    );
  return filled.map((value, h) => {
    const pressure = (Math.max(value, 1) / 100) * saturationOverWater(temperature[h]!);
    return Math.min(1, pressure / saturationPressure(temperature[h]!));
  });
}
