import { InputError } from '@eldrun/core/errors';
import type { RunService } from '@eldrun/core/house';
import type { UnitSystem } from '@eldrun/core/units';
import { fieldText, placeFrom } from '../../components/lengths.ts';

/** The points of a run as they are typed: `24, 40; 96, 40`, from the left and up. */
export const pathText = (path: RunService['path'], units: UnitSystem): string =>
  path.map(([x, z]) => `${fieldText(x, units)}, ${fieldText(z, units)}`).join('; ');

/** @throws InputError where they are no points, or fewer than two */
export function pathFrom(typed: string, units: UnitSystem): [x: number, z: number][] {
  const points = typed
    .split(';')
    .map((point) => point.trim())
    .filter(Boolean)
    .map((point): [number, number] => {
      const [x, z, ...more] = point.split(',').map((one) => one.trim());
      if (!x || !z || more.length > 0)
        throw new InputError(
          'path',
          `“${point.slice(0, 40)}” is no point`,
          'from the left, up; with semicolons between points',
        );
      return [placeFrom(x, units), placeFrom(z, units)];
    });
  if (points.length < 2)
    throw new InputError('path', 'has fewer than two points', 'such as 24, 40; 96, 40');
  return points;
}
