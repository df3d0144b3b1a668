import { SAME, type Elevation, type House } from '../house/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { say } from '../../common/units/index.ts';
import { resolveWall, type WallFile } from '../../physics/build-up/index.ts';
import { laidParts, type AssemblyParts } from './assembly.ts';
import { layoutElevation, type ElevationLayout } from './layout.ts';
import type { Conflict } from './types.ts';

/** A house, laid out. */
export interface HouseLayout {
  elevations: ElevationLayout[];
  heads: HeadLine;
}

/**
 * What of each assembly is laid out, looked up once.
 *
 * @throws InputError for a material that does not exist
 */
export function assemblyParts(
  assemblies: Readonly<Record<string, WallFile>>,
  projectMaterials: Materials = {},
): Record<string, AssemblyParts> {
  return Object.fromEntries(
    Object.entries(assemblies).map(([name, wall]) => [
      name,
      laidParts(resolveWall(wall, projectMaterials)),
    ]),
  );
}

/**
 * Lays all elevations of a house out. What is possible but wrong is a conflict of its elevation, and the rest is laid out.
 *
 * @param house a validated house
 * @param parts of its assemblies, by name
 */
export function layoutHouse(
  house: House<unknown>,
  parts: Readonly<Record<string, AssemblyParts>>,
): HouseLayout {
  const elevations = house.elevations.flatMap((elevation) => {
    const assembly = parts[elevation.assembly];
    if (!assembly) return [];
    const laid = layoutElevation(elevation, assembly, house);
    laid.conflicts.push(...cornerConflicts(elevation, house.elevations));
    return [laid];
  });
  return { elevations, heads: headLine(elevations) };
}

/** Where an elevation and the one around its corner say different things. */
export function cornerConflicts(
  { id, ends = {} }: Elevation,
  all: readonly Elevation[],
): Conflict[] {
  return (['left', 'right'] as const).flatMap((side) => {
    const end = ends[side];
    if (!end?.meets) return [];
    const wrong = (message: Conflict['message']): Conflict[] => [{ at: `ends.${side}`, message }];
    if (end.meets === id) return wrong(say`it meets itself`);
    const other = all.find((one) => one.id === end.meets);
    if (!other) return wrong(say`there is no wall “${end.meets}” around this corner`);
    const facing = other.ends?.[side === 'left' ? 'right' : 'left'];
    const name = other.name ?? other.id;
    if (facing?.meets && facing.meets !== id)
      return wrong(say`“${name}” meets “${facing.meets}” at that corner, not this wall`);
    if (end.runs && facing?.runs && end.runs === facing.runs)
      return wrong(
        end.runs === 'through'
          ? say`both this wall and “${name}” run through the corner: one butts`
          : say`neither this wall nor “${name}” runs through the corner`,
      );
    return [];
  });
}

/** The heads of all openings of a house against one level line. */
export interface HeadLine {
  /** Height over the house's zero at which most heads lie, m; null without openings. */
  level: number | null;
  openings: {
    elevation: string;
    opening: string;
    /** Over the house's zero, m. */
    head: number;
    /** How far it lies above the line, m; below it where negative. */
    off: number;
    /** Where a string at the line runs over the bottom plate's underside there, m. */
    string: number;
  }[];
}

/** Heads that lie so near to each other are in line, m. */
const IN_LINE = 0.001;

/** The line that most heads of the house lie at, stepped plates included, and how far the others are off. */
export function headLine(
  elevations: readonly Pick<ElevationLayout, 'elevation' | 'framing'>[],
): HeadLine {
  const heads = elevations.flatMap(({ elevation, framing: { openings, outline } }) =>
    openings.map(({ id, x, width, sill, height }) => ({
      elevation: elevation.id,
      opening: id,
      head: (elevation.datum ?? 0) + sill + height,
      plate: (elevation.datum ?? 0) + outline.baseAt(x + width / 2),
    })),
  );
  const near = (at: number): number =>
    heads.filter(({ head }) => Math.abs(head - at) <= IN_LINE).length;
  const level = heads.reduce<number | null>((best, { head }) => {
    if (best === null || near(head) > near(best)) return head;
    return near(head) === near(best) && head > best + SAME ? head : best;
  }, null);
  return {
    level,
    openings: heads.map(({ plate, ...one }) => ({
      ...one,
      off: one.head - level!,
      string: level! - plate,
    })),
  };
}
