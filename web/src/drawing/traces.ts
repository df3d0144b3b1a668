import {
  FAHRENHEIT_DEGREE,
  type CondensingPlane,
  type Profile,
  type UnitSystem,
} from '@eldrun/core';
import type { DepthAxis } from './axis.ts';

export interface Tick {
  x: number;
  label: string;
}

export interface Traces {
  temperature: string;
  dewPoint: string;
  ticks: Tick[];
  /** x of a temperature, px. */
  x(temperature: number): number;
  /** Stretches where the dew point lies above the temperature, as bands across the plot. */
  crossings: { y: number; height: number }[];
  /** The condensing plane: where it is, and the indoor dew point beside it. */
  plane: { x: number; y: number; dewX: number; atRisk: boolean } | null;
}

/** How far the air on both sides is drawn beyond the surfaces, px. */
const AIR = 14;

/** Temperature and dew point against the shared depth axis. */
export function tracesOf(
  profile: Profile,
  axis: DepthAxis,
  width: number,
  system: UnitSystem,
  plane: {
    condensing: CondensingPlane;
    depth: number;
    temperature: number;
    dewPoint: number;
  } | null,
): Traces {
  const { points, conditions } = profile;
  const values = points.flatMap((point) => [point.temperature, Math.max(point.dewPoint, -60)]);
  values.push(conditions.indoorTemperature, conditions.outdoorTemperature);
  const step = system === 'imperial' ? 10 * FAHRENHEIT_DEGREE : 5;
  const zero = system === 'imperial' ? -32 * FAHRENHEIT_DEGREE : 0;
  const low = Math.floor((Math.min(...values) - zero) / step) * step + zero;
  const high = Math.ceil((Math.max(...values) - zero) / step) * step + zero;
  const x = (temperature: number): number => ((temperature - low) / (high - low)) * width;

  const count = Math.round((high - low) / step);
  const every = count > 7 ? 2 : 1;
  const ticks: Tick[] = [];
  for (let i = 0; i <= count; i++) {
    const at = low + i * step;
    const shown = system === 'imperial' ? at / FAHRENHEIT_DEGREE + 32 : at;
    if (Math.round(shown / (system === 'imperial' ? 10 : 5)) % every === 0)
      ticks.push({ x: x(at), label: String(Math.round(shown)).replace('-', '−') });
  }

  const line = (value: (i: number) => number): string =>
    points
      .map(
        (point, i) => `${i ? 'L' : 'M'}${x(value(i)).toFixed(1)} ${axis.y(point.depth).toFixed(1)}`,
      )
      .join('');
  const inside = `M${x(conditions.indoorTemperature).toFixed(1)} ${(axis.y(0) + AIR).toFixed(1)}`;
  const outside = `L${x(conditions.outdoorTemperature).toFixed(1)} ${(axis.y(points.at(-1)?.depth ?? 0) - AIR).toFixed(1)}`;
  const temperature = inside + line((i) => points[i]!.temperature).replace('M', 'L') + outside;

  return {
    temperature,
    dewPoint: line((i) => Math.max(points[i]!.dewPoint, low)),
    ticks,
    x,
    crossings: crossingsOf(profile, axis),
    plane: plane && {
      x: x(plane.temperature),
      y: axis.y(plane.depth),
      dewX: x(plane.dewPoint),
      atRisk: plane.temperature < plane.dewPoint,
    },
  };
}

function crossingsOf({ points }: Profile, axis: DepthAxis): { y: number; height: number }[] {
  const bands: { y: number; height: number }[] = [];
  for (let i = 1; i < points.length; i++) {
    const a = points[i - 1]!;
    const b = points[i]!;
    if (a.dewPoint > a.temperature + 1e-6 || b.dewPoint > b.temperature + 1e-6)
      bands.push({ y: axis.y(b.depth), height: Math.max(1, axis.y(a.depth) - axis.y(b.depth)) });
  }
  return bands;
}
