import { isRun, type Elevation } from './types.ts';

/**
 * An elevation as in a mirror: left and right change places, its openings, its layout and its corners with them. Whom its
 * corners meet is left out: around the corner of the mirrored wall stands another one.
 */
export function mirrored(elevation: Elevation): Elevation {
  const { length, steps = [], layout, ends, height, top, datum = 0 } = elevation;
  // Heights are told from the plate at the left end, which is the one at the right now.
  const shift = steps.reduce((sum, { rise }) => sum + rise, 0);
  const other = (x: number, width = 0): number => length - x - width;
  const end = (side: 'left' | 'right') => {
    const { corner } = ends?.[side] ?? {};
    return corner ? { corner } : {};
  };
  return {
    ...elevation,
    ...(height === undefined ? {} : { height: height - shift }),
    ...(top ? { top: top.map(([x, z]) => [other(x), z - shift] as const).reverse() } : {}),
    ...(shift === 0 ? {} : { datum: datum + shift }),
    ...(steps.length > 0
      ? { steps: steps.map(({ x, rise }) => ({ x: other(x), rise: -rise })).reverse() }
      : {}),
    layout: { ...layout, from: layout?.from === 'right' ? 'left' : 'right' },
    ...(ends ? { ends: { left: end('right'), right: end('left') } } : {}),
    ...mapped('openings', (one) => ({
      ...one,
      x: other(one.x, one.width),
      sill: one.sill - shift,
    })),
    ...mapped('intersections', (one) => ({ ...one, x: other(one.x) })),
    ...mapped('segments', (one) => ({ ...one, from: other(one.to), to: other(one.from) })),
    ...mapped('anchors', (one) => ({ ...one, x: other(one.x) })),
    ...mapped('risers', (one) => ({ ...one, x: other(one.x) })),
    ...mapped('services', (one) =>
      isRun(one)
        ? { ...one, path: one.path.map(([x, z]) => [other(x), z - shift] as const) }
        : { ...one, x: other(one.x, one.width), z: one.z - shift },
    ),
  };

  function mapped<
    K extends 'openings' | 'intersections' | 'segments' | 'anchors' | 'risers' | 'services',
  >(
    field: K,
    change: (one: NonNullable<Elevation[K]>[number]) => NonNullable<Elevation[K]>[number],
  ): Partial<Elevation> {
    const list = elevation[field] as NonNullable<Elevation[K]>[number][] | undefined;
    return list ? { [field]: list.map(change).reverse() } : {};
  }
}
