import { FAHRENHEIT_DEGREE, fixed, type UnitSystem } from '@eldrun/core/units';
import type { CondensingPlane, Profile } from '@eldrun/core/steady-moisture';
import type { DepthAxis } from './axis.ts';
import { linePath, steppedScale } from './lines.ts';

interface Tick {
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

/** Marks of temperature at the most: more would stand too close. */
const MAX_MARKS = 7;

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
  const { low, x, ticks: marks } = steppedScale(values, step, zero, width, MAX_MARKS);
  const ticks = marks.map((at) => {
    const shown = system === 'imperial' ? at / FAHRENHEIT_DEGREE + 32 : at;
    return { x: x(at), label: fixed(shown, 0) };
  });

  const at = (i: number, value: number): [number, number] => [x(value), axis.y(points[i]!.depth)];
  const temperature = linePath([
    [x(conditions.indoorTemperature), axis.y(0) + AIR],
    ...points.map((point, i) => at(i, point.temperature)),
    [x(conditions.outdoorTemperature), axis.y(points.at(-1)?.depth ?? 0) - AIR],
  ]);

  return {
    temperature,
    dewPoint: linePath(points.map((point, i) => at(i, Math.max(point.dewPoint, low)))),
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
