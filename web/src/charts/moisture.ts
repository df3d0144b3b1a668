import { dewPoint } from '@eldrun/core/climate';
import { faceDepths, layerDepth, type ResolvedWall } from '@eldrun/core/build-up';
import { FAHRENHEIT_DEGREE, fixed, type UnitSystem } from '@eldrun/core/units';
import type { FaceYear, MonthlyBalance } from '@eldrun/core/steady-moisture';
import type { DepthAxis } from './axis.ts';
import { linePath, steppedScale } from './lines.ts';

/** A wet plane in one month. */
export interface WetPlace {
  key: string;
  layer: string;
  /** Depth from the inner surface, m. */
  depth: number;
  y: number;
  /** What is there at the month's end, and what came or went in it, kg/m². */
  held: number;
  condensed: number;
  /** Height of its band, px. */
  height: number;
}

/** Bands of wet planes are so high at the least, and at the wall's peak, px. */
const MIN_BAND = 4;
const MAX_BAND = 16;

/** Planes that hold water in a month or lost it in that month, outdoors last. */
export function wetPlaces(
  wall: ResolvedWall,
  { monthly }: MonthlyBalance,
  axis: DepthAxis,
  month: number,
): WetPlace[] {
  return monthly.planes.flatMap((plane) => {
    const held = plane.held[month]!;
    const condensed = plane.condensed[month]!;
    if (held <= 0 && condensed === 0) return [];
    const layer = wall.layers.find(({ id }) => id === plane.layer)!;
    const depth = layerDepth(wall, layer.index) + (plane.at ?? 0) * layer.thickness;
    return [
      {
        key: `${plane.layer}-${plane.at ?? 0}`,
        layer: plane.layer,
        depth,
        y: axis.y(depth),
        held,
        condensed,
        height: MIN_BAND + (MAX_BAND - MIN_BAND) * Math.sqrt(held / monthly.peak),
      },
    ];
  });
}

/** A wavy line along a plane, px. */
export function wave(y: number, width: number, length = 12, swing = 2.5): string {
  let path = `M0 ${y}`;
  for (let x = 0; x < width; x += length)
    path += `q${length / 4} ${-2 * swing} ${length / 2} 0t${length / 2} 0`;
  return path;
}

/** Narrower plots have room for two ticks alone, px. */
const NARROW = 75;

/** Curves over the depth on a scale of their own: two quantities that are compared at every depth. */
export interface DepthPlot {
  lines: { name: string; path: string }[];
  ticks: { x: number; label: string }[];
  x(value: number): number;
}

function plot(
  series: { name: string; values: readonly number[] }[],
  depths: readonly number[],
  axis: DepthAxis,
  width: number,
  step: number,
  zero: number,
  label: (value: number) => string,
): DepthPlot {
  const all = series.flatMap(({ values }) => values);
  const { x, ticks } = steppedScale(all, step, zero, width, width < NARROW ? 1 : 2);
  return {
    lines: series.map(({ name, values }) => ({
      name,
      path: linePath(values.map((value, i) => [x(value), axis.y(depths[i]!)])),
    })),
    ticks: ticks.map((value) => ({ x: x(value), label: label(value) })),
    x,
  };
}

const monthOf = (values: Float64Array, { faces }: FaceYear, month: number): number[] =>
  Array.from(values.subarray(month * faces, (month + 1) * faces));

/** Temperature and dew point, and vapor pressure and saturation, at every face in a month of the balance. */
export function moisturePlots(
  balance: MonthlyBalance,
  axis: DepthAxis,
  month: number,
  width: number,
  system: UnitSystem,
): { temperature: DepthPlot; vapor: DepthPlot } {
  const { year } = balance;
  const depths = faceDepths(balance.parts);
  const temperatures = monthOf(year.temperatures, year, month);
  const pressures = monthOf(year.pressures, year, month);
  const imperial = system === 'imperial';
  return {
    temperature: plot(
      [
        { name: 'temperature', values: temperatures },
        { name: 'dew point', values: pressures.map(dewPoint) },
      ],
      depths,
      axis,
      width,
      imperial ? 10 * FAHRENHEIT_DEGREE : 5,
      imperial ? -32 * FAHRENHEIT_DEGREE : 0,
      (value) => fixed(imperial ? value / FAHRENHEIT_DEGREE + 32 : value, 0),
    ),
    vapor: plot(
      [
        { name: 'saturation', values: monthOf(year.saturation, year, month) },
        { name: 'vapor pressure', values: pressures },
      ],
      depths,
      axis,
      width,
      500,
      0,
      (value) => fixed(value, 0),
    ),
  };
}

/** The state at a depth between two faces: temperature and vapor pressure run straight. */
export function stateAt(
  balance: MonthlyBalance,
  month: number,
  depth: number,
): { temperature: number; dewPoint: number; pressure: number; saturation: number } {
  const { year } = balance;
  const depths = faceDepths(balance.parts);
  let i = 1;
  while (i < depths.length - 1 && depths[i]! < depth) i++;
  const t = Math.min(1, Math.max(0, (depth - depths[i - 1]!) / (depths[i]! - depths[i - 1]!)));
  const at = (values: Float64Array): number => {
    const from = values[month * year.faces + i - 1]!;
    return from + (values[month * year.faces + i]! - from) * t;
  };
  const pressure = at(year.pressures);
  return {
    temperature: at(year.temperatures),
    pressure,
    saturation: at(year.saturation),
    dewPoint: dewPoint(pressure),
  };
}
