import { csvFormatRows } from 'd3-dsv';
import { scaleLinear } from 'd3-scale';
import { CAUSES, type Causes, type Course, type DepthField } from '@eldrun/core/transient';
import type { DepthAxis } from './axis.ts';
import { linePath } from './lines.ts';

/** Below this humidity nothing is tinted. */
const DRY = 0.6;
const MAX_OPACITY = 0.75;

/** Tinted bands between the nodes of a state: the damper, the darker. */
export function humidityBands(
  depth: readonly number[],
  rh: readonly number[],
  axis: DepthAxis,
): { y: number; height: number; opacity: number }[] {
  const bands: { y: number; height: number; opacity: number }[] = [];
  for (let i = 1; i < depth.length; i++) {
    const mean = (rh[i - 1]! + rh[i]!) / 2;
    if (mean <= DRY) continue;
    const y = axis.y(depth[i]!);
    const opacity = Math.round(MAX_OPACITY * 20 * ((mean - DRY) / (1 - DRY)) ** 1.5) / 20;
    const last = bands.at(-1);
    const height = axis.y(depth[i - 1]!) - y;
    // Neighbors of the same shade are one band.
    if (last && last.opacity === opacity && Math.abs(last.y - (y + height)) < 1e-6) {
      last.y = y;
      last.height += height;
    } else bands.push({ y, height, opacity });
  }
  return bands.filter(({ opacity }) => opacity > 0);
}

/** A line over the hours of a run, thinned to so many points and its last one: [day, value]. */
export function lineOf(
  { hour }: Course,
  values: readonly number[],
  convert: (value: number) => number,
  most: number,
): [number, number][] {
  const every = Math.max(1, Math.ceil(values.length / most));
  const line: [number, number][] = [];
  for (let i = 0; i < values.length; i += every) line.push([hour[i]! / 24, convert(values[i]!)]);
  const last = values.length - 1;
  if (last > 0 && last % every !== 0) line.push([hour[last]! / 24, convert(values[last]!)]);
  return line;
}

/** The field of humidity by depth and day as rows of a picture, outdoors on top: shares 0 to 1, from a day on. */
export function fieldRows({ depth, rh }: DepthField, rows: number, since = 0): number[][] {
  const whole = depth.at(-1)!;
  const days = rh.slice(since);
  return Array.from({ length: rows }, (_, r) => {
    const at = whole * (1 - (r + 0.5) / rows);
    let i = 1;
    while (i < depth.length - 1 && depth[i]! < at) i++;
    const t = (at - depth[i - 1]!) / (depth[i]! - depth[i - 1]! || 1);
    return days.map((day) => day[i - 1]! + (day[i]! - day[i - 1]!) * t);
  });
}

/** The course of a run as a table for a spreadsheet. @param faces what each face is called */
export function courseCsv(
  { hour, wood, faces, outdoor, water }: Course,
  names: readonly string[],
): string {
  const columns: [string, readonly number[]][] = [
    ['hour', hour],
    ...wood.map(({ layer, mc }): [string, number[]] => [
      `moisture content of ${layer} (kg/kg)`,
      mc,
    ]),
    ...faces.flatMap(({ temperature, rh, mold }, i): [string, number[]][] => [
      [`temperature, ${names[i]} (degC)`, temperature],
      [`relative humidity, ${names[i]}`, rh],
      [`mold index, ${names[i]}`, mold],
    ]),
    ['outdoor temperature (degC)', outdoor],
    ...CAUSES.map((cause): [string, number[]] => [`water so far, ${cause} (kg/m2)`, water[cause]]),
  ];
  const rows = hour.map((_, n) => columns.map(([, values]) => String(values[n]!)));
  return `${csvFormatRows([columns.map(([name]) => name), ...rows])}\n`;
}

/** Entries of a course in thirty days, the months of a run. */
const monthEntries = (course: Course): number => (30 * 24) / course.every;

/** Water in and out by cause in each whole month of a run, kg/m². */
export function waterByMonth(course: Course): Record<keyof Causes, number[]> {
  const step = monthEntries(course);
  const months = Math.floor(course.hour.length / step);
  return Object.fromEntries(
    CAUSES.map((cause) => [
      cause,
      Array.from({ length: months }, (_, m) => {
        const before = m === 0 ? 0 : course.water[cause][m * step - 1]!;
        return course.water[cause][(m + 1) * step - 1]! - before;
      }),
    ]),
  ) as Record<keyof Causes, number[]>;
}

/** Means of a series over the whole months of a run. */
export function monthMeans(course: Course, values: readonly number[]): number[] {
  const step = monthEntries(course);
  return Array.from({ length: Math.floor(values.length / step) }, (_, m) => {
    const month = values.slice(m * step, (m + 1) * step);
    return month.reduce((sum, value) => sum + value, 0) / month.length;
  });
}

/** A day's state drawn beside the wall: the paths of temperature and humidity, and their scales. */
export interface DayTrace {
  temperature: string;
  humidity: string;
  /** The range of temperature, °C. */
  coldest: number;
  warmest: number;
}

/** Lines of temperature and humidity over the depth, each across the width: humidity from 0 to 1. */
export function dayTrace(
  {
    depth,
    temperature,
    rh,
  }: { depth: readonly number[]; temperature: readonly number[]; rh: readonly number[] },
  axis: DepthAxis,
  width: number,
): DayTrace {
  const coldest = Math.floor(Math.min(...temperature) / 5) * 5;
  const warmest = Math.max(coldest + 5, Math.ceil(Math.max(...temperature) / 5) * 5);
  const path = (values: readonly number[], from: number, to: number): string => {
    const x = scaleLinear([from, to], [0, width]);
    return linePath(values.map((value, i) => [x(value), axis.y(depth[i]!)]));
  };
  return {
    temperature: path(temperature, coldest, warmest),
    humidity: path(rh, 0, 1),
    coldest,
    warmest,
  };
}
