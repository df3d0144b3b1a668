import type { Course, DepthField } from '@eldrun/core';
import type { DepthAxis } from './axis.ts';

/** Below this humidity nothing is tinted. */
const DRY = 0.6;
const MOST_OPACITY = 0.75;

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
    const opacity = Math.round(MOST_OPACITY * 20 * ((mean - DRY) / (1 - DRY)) ** 1.5) / 20;
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

/** A line over the hours of a run, thinned to so many points: [day, value]. */
export function lineOf(
  { hour }: Course,
  values: readonly number[],
  convert: (value: number) => number,
  most = 800,
): [number, number][] {
  const every = Math.max(1, Math.ceil(values.length / most));
  return values
    .map((value, i): [number, number] => [hour[i]! / 24, convert(value)])
    .filter((_, i) => i % every === 0 || i === values.length - 1);
}

/** The field of humidity by depth and day as rows of a picture, outdoors on top: shares 0 to 1. */
export function fieldRows({ depth, rh }: DepthField, rows: number): number[][] {
  const whole = depth.at(-1)!;
  return Array.from({ length: rows }, (_, r) => {
    const at = whole * (1 - (r + 0.5) / rows);
    let i = 1;
    while (i < depth.length - 1 && depth[i]! < at) i++;
    const t = (at - depth[i - 1]!) / (depth[i]! - depth[i - 1]! || 1);
    return rh.map((day) => day[i - 1]! + (day[i]! - day[i - 1]!) * t);
  });
}

/** The course of a run as a table for a spreadsheet. */
export function courseCsv({ hour, wood, temperature, rh, mold, outdoor }: Course): string {
  const head = [
    'hour',
    ...wood.map(({ layer }) => `moisture content of ${layer} (kg/kg)`),
    'temperature (degC)',
    'relative humidity',
    'mold index (sensitive)',
    'outdoor temperature (degC)',
  ];
  const rows = hour.map((h, i) =>
    [h, ...wood.map(({ mc }) => mc[i]!), temperature[i]!, rh[i]!, mold[i]!, outdoor[i]!].join(','),
  );
  return `${[head.join(','), ...rows].join('\n')}\n`;
}
