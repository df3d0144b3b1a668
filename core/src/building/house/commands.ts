import { InputError } from '../../common/errors.ts';
import type { Elevation, House, Opening, ProjectHouse } from './types.ts';

/** What a house says of all its walls. */
type HouseFields = Pick<
  House<string>,
  | 'practice'
  | 'sheets'
  | 'nailing'
  | 'rolls'
  | 'furring'
  | 'cladding'
  | 'waste'
  | 'trade'
  | 'shell'
  | 'openingU'
  | 'name'
>;

/** A field that is undefined is left out from then on. */
type Changed<T> = { [K in keyof T]?: T[K] | undefined };

export type HouseCommand =
  | { type: 'addElevation'; elevation: Elevation; after?: string }
  | { type: 'removeElevation'; id: string }
  | { type: 'setElevation'; id: string; fields: Changed<Omit<Elevation, 'id'>> }
  | { type: 'moveElevation'; id: string; to: number }
  | { type: 'setElevations'; elevations: Elevation[] }
  | { type: 'setOpening'; elevation: string; opening: Opening }
  | { type: 'removeOpening'; elevation: string; opening: string }
  | { type: 'setAssembly'; name: string; wall: string }
  | { type: 'setHouse'; fields: Changed<HouseFields> };

/**
 * Applies one command. The house given is left as it is; assemblies that no elevation uses go.
 *
 * @throws InputError for an elevation or an opening that is not there
 */
export function applyHouse(house: ProjectHouse, command: HouseCommand): ProjectHouse {
  const { elevations } = house;
  switch (command.type) {
    case 'addElevation': {
      const at = elevations.findIndex(({ id }) => id === command.after);
      return {
        ...house,
        elevations: elevations.toSpliced(at < 0 ? elevations.length : at + 1, 0, command.elevation),
      };
    }
    case 'removeElevation':
      placeOf(elevations, command.id);
      return used({ ...house, elevations: elevations.filter(({ id }) => id !== command.id) });
    case 'setElevation':
      return used(withElevation(house, command.id, (one) => changed(one, command.fields)));
    case 'moveElevation': {
      const from = placeOf(elevations, command.id);
      const others = elevations.toSpliced(from, 1);
      return { ...house, elevations: others.toSpliced(command.to, 0, elevations[from]!) };
    }
    case 'setElevations':
      return { ...house, elevations: command.elevations };
    case 'setOpening':
      return withElevation(house, command.elevation, (one) => {
        const { openings = [] } = one;
        const at = openings.findIndex(({ id }) => id === command.opening.id);
        return {
          ...one,
          openings: at < 0 ? [...openings, command.opening] : openings.with(at, command.opening),
        };
      });
    case 'removeOpening':
      return withElevation(house, command.elevation, (one) => ({
        ...one,
        openings: (one.openings ?? []).filter(({ id }) => id !== command.opening),
      }));
    case 'setAssembly':
      return { ...house, assemblies: { ...house.assemblies, [command.name]: command.wall } };
    case 'setHouse':
      return changed(house, command.fields);
  }
}

function placeOf(elevations: readonly Elevation[], id: string): number {
  const at = elevations.findIndex((one) => one.id === id);
  if (at < 0)
    throw new InputError(
      'id',
      `there is no elevation “${id}”`,
      elevations.map((one) => one.id).join(', '),
    );
  return at;
}

function withElevation(
  house: ProjectHouse,
  id: string,
  change: (elevation: Elevation) => Elevation,
): ProjectHouse {
  const at = placeOf(house.elevations, id);
  return { ...house, elevations: house.elevations.with(at, change(house.elevations[at]!)) };
}

function changed<T extends object>(one: T, fields: object): T {
  return Object.fromEntries(
    Object.entries({ ...one, ...fields }).filter(([, value]) => value !== undefined),
  ) as T;
}

function used(house: ProjectHouse): ProjectHouse {
  const names = new Set(house.elevations.map(({ assembly }) => assembly));
  return {
    ...house,
    assemblies: Object.fromEntries(
      Object.entries(house.assemblies).filter(([name]) => names.has(name)),
    ),
  };
}

/** A short name that is not taken yet: W1, W2 … */
export function freeName(prefix: string, taken: readonly string[]): string {
  for (let n = 1; ; n++) if (!taken.includes(`${prefix}${n}`)) return `${prefix}${n}`;
}

/** The name under which a house has a wall as assembly, or a free letter for it. */
export function assemblyName(assemblies: Readonly<Record<string, string>>, wall: string): string {
  const known = Object.entries(assemblies).find(([, id]) => id === wall);
  if (known) return known[0];
  for (let n = 0; ; n++) {
    const name = n < 26 ? String.fromCharCode(65 + n) : `A${n}`;
    if (!Object.hasOwn(assemblies, name)) return name;
  }
}
