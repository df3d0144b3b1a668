import {
  assemblyName,
  freeName,
  type Elevation,
  type HouseCommand,
  type Opening,
  type ProjectHouse,
} from '@eldrun/core/house';
import { INCH, type UnitSystem } from '@eldrun/core/units';

/** A usual header over so wide an opening, m: something to begin with, its size is the engineer's. */
export function usualHeader(width: number): Opening['header'] {
  const inches = width <= 48 * INCH ? 7.25 : width <= 72 * INCH ? 9.25 : 11.25;
  return { depth: inches * INCH, plies: 2 };
}

/** Names of all openings of a house. */
const namesIn = (house: Pick<ProjectHouse, 'elevations'>): string[] =>
  house.elevations.flatMap(({ openings = [] }) => openings.map(({ id }) => id));

/** What is drawn by hand so near to the floor is a door, m. */
const FLOOR = 0.15;

/** An opening where it was drawn: a door where it reaches the floor. */
export function drawnOpening(
  place: { x: number; z: number; width: number; height: number },
  house: Pick<ProjectHouse, 'elevations'>,
): Opening {
  const door = place.z < FLOOR;
  const { x, z, width, height } = place;
  return {
    id: freeName(door ? 'D' : 'W', namesIn(house)),
    kind: door ? 'door' : 'window',
    x: Math.max(0, x),
    sill: door ? 0 : z,
    width,
    height: door ? height + z : height,
    header: usualHeader(width),
  };
}

/** Room on each side of a new opening for what stands beside it, m. */
const BESIDE = 0.15;

/** A usual opening in the widest free stretch of a wall, its head at the line of the house. */
export function usualOpening(
  kind: Opening['kind'],
  elevation: Elevation,
  house: Pick<ProjectHouse, 'elevations'>,
  units: UnitSystem,
  head: number | null,
): Opening {
  const [width, height] =
    units === 'imperial'
      ? kind === 'door'
        ? [38 * INCH, 82.5 * INCH]
        : [36 * INCH, 48 * INCH]
      : kind === 'door'
        ? [1, 2.1]
        : [0.9, 1.2];
  const step = units === 'imperial' ? INCH : 0.01;
  const taken = [...(elevation.openings ?? [])].sort((a, b) => a.x - b.x);
  const edges = [
    { from: 0, to: 0 },
    ...taken.map((one) => ({ from: one.x, to: one.x + one.width })),
    { from: elevation.length, to: elevation.length },
  ];
  const gaps = edges.slice(1).map((edge, i) => ({ from: edges[i]!.to, to: edge.from }));
  const widest = gaps.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a));
  const middle = (widest.from + widest.to - width) / 2;
  const x = Math.max(widest.from + BESIDE, middle);
  return {
    id: freeName(kind === 'door' ? 'D' : 'W', namesIn(house)),
    kind,
    x: Math.max(0, Math.round(x / step) * step),
    sill: kind === 'door' ? 0 : Math.max(step, (head ?? 84 * INCH) - height),
    width,
    height,
    header: usualHeader(width),
  };
}

/** The commands that add a wall after another one: a usual one, or a given one under a new name. */
export function newWall(
  house: ProjectHouse,
  wall: string,
  units: UnitSystem,
  like?: Elevation,
): { id: string; commands: HouseCommand[] } {
  const id = freeName(
    'wall-',
    house.elevations.map((one) => one.id),
  );
  const assembly = assemblyName(house.assemblies, wall);
  const names = namesIn(house);
  const elevation: Elevation = like
    ? {
        ...like,
        id,
        name: `${like.name ?? like.id} (copy)`,
        openings: (like.openings ?? []).map((one) => {
          const name = freeName(one.kind === 'door' ? 'D' : 'W', names);
          names.push(name);
          return { ...one, id: name };
        }),
      }
    : {
        id,
        name: `Wall ${house.elevations.length + 1}`,
        assembly,
        length: units === 'imperial' ? 240 * INCH : 6,
        height: units === 'imperial' ? 97.125 * INCH : 2.5,
        cover: { below: 1.5 * INCH, above: 0 },
        openings: [],
      };
  return {
    id,
    commands: [
      ...(like ? [] : [{ type: 'setAssembly' as const, name: assembly, wall }]),
      { type: 'addElevation', elevation, ...(like ? { after: like.id } : {}) },
    ],
  };
}
