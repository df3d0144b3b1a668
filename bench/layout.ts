import { assemblyParts, layoutElevation, layoutHouse } from '@eldrun/core/layout';
import { takeoffOf, type TakeoffLine } from '@eldrun/core/takeoff';
import { withBrief } from '@eldrun/core/build-up';
import type { Elevation, House } from '@eldrun/core/house';
import { DEMO_PROJECTS } from '@eldrun/demo';

const { brief, walls } = DEMO_PROJECTS[0]!;

/** A wall of 40 ft with five openings. */
const wall = (n: number): Elevation => ({
  id: `wall-${n}`,
  assembly: 'A',
  length: 12.192,
  height: 2.466975,
  cover: { below: 0.04, above: 0 },
  ends: { left: { corner: 'three-stud' }, right: { corner: 'three-stud' } },
  openings: Array.from({ length: 5 }, (_, i) => ({
    id: `${n}-${i}`,
    kind: i === 2 ? ('door' as const) : ('window' as const),
    x: 1 + i * 2.3 + n * 0.01,
    sill: i === 2 ? 0 : 0.9144,
    width: 0.9652,
    height: i === 2 ? 2.0955 : 1.2192,
    header: { depth: 0.18415, plies: 2 },
  })),
});

/** Twelve walls with sixty openings, two layers of boards. */
const house: House = {
  format: 'eldrun-house',
  version: 1,
  name: 'Bench',
  assemblies: { A: withBrief(walls[1]!, brief) },
  elevations: Array.from({ length: 12 }, (_, n) => wall(n)),
  sheets: {
    outside: [
      { width: 1.2192, length: 2.4384 },
      { width: 1.2192, length: 2.4384, stagger: 0.3048 },
    ],
  },
};

function least(work: () => unknown, times: number): number {
  const runs = Array.from({ length: times }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return Math.min(...runs);
}

/** How far the lengths that are bought lie over the bound of linear programming, %. */
function overBound(lines: readonly TakeoffLine[]): number {
  const cut = lines.filter(({ cuts }) => cuts);
  const bought = cut.reduce(
    (sum, { cuts }) => sum + cuts!.reduce((all, { stock, count }) => all + stock * count, 0),
    0,
  );
  return 100 * (bought / cut.reduce((sum, { bound }) => sum + bound!, 0) - 1);
}

/** How long a house takes to be laid out, and a wall while an opening of it is dragged. */
export function layoutFigures(): Record<string, number> {
  const parts = assemblyParts(house.assemblies);
  const laid = layoutHouse(house, parts);
  return {
    'layout: 12 walls with 60 openings, ms': least(() => layoutHouse(house, parts), 30),
    'layout: one of them while it is dragged, ms': least(
      () => layoutElevation(wall(3), parts['A']!, house),
      100,
    ),
    'layout: takeoff of all, ms': least(() => takeoffOf(laid.elevations, house), 20),
    'order: takeoff and cutting of those walls, ms': least(
      () => takeoffOf(laid.elevations, house, { planned: true }),
      5,
    ),
    'order: lengths over the bound of linear programming, %': overBound(
      takeoffOf(laid.elevations, house, { planned: true }).lines,
    ),
  };
}
