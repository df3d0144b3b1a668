import {
  boardSteps,
  LIBRARY,
  soldStep,
  type BoardStep,
  type Material,
  type Materials,
} from '../../physics/materials/index.ts';
import {
  condensingPlaneIndex,
  condensingPlaneOf,
  indoorDewPoints,
  coldestMonth,
  outsideShare,
  resistancesAround,
  smallestThickness,
  threeColdestMonths,
  type OutsideShare,
} from '../../physics/steady-moisture/index.ts';
import { applyCommands, freeLayerId, insertSheet, type Command } from '../wall/index.ts';
import {
  findMaterial,
  outsideBoard,
  type Conditions,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';

/** The conditions under which the split has to hold. */
export const SPLIT_CONDITIONS: Record<string, (wall: ResolvedWall) => Conditions[]> = {
  coldest: coldestMonth,
  three: threeColdestMonths,
  design: ({ design }) => [design],
};

/** R on both sides of the condensing plane, and what the plane is like through the year. */
export interface OutsideSplit extends OutsideShare {
  /** m²K/W, films counted. */
  inside: number;
  outside: number;
  /** Of the plane's temperature above the indoor dew point, by month, K. */
  margins: number[];
}

/**
 * How R is split by the condensing plane under the hardest of some conditions.
 *
 * @param margin K above the indoor dew point
 * @returns null without a condensing plane, or where it is no colder outdoors than indoors
 */
export function outsideSplit(
  wall: ResolvedWall,
  conditions: readonly Conditions[],
  margin: number,
): OutsideSplit | null {
  const plane = condensingPlaneIndex(wall);
  if (plane === null) return null;
  const needed = (one: Conditions): number => outsideShare(wall, one, margin)?.needed ?? 0;
  const hardest = conditions.toSorted((a, b) => needed(b) - needed(a))[0]!;
  const share = outsideShare(wall, hardest, margin);
  if (!share) return null;
  const { margin: margins } = condensingPlaneOf(wall, indoorDewPoints(wall))!;
  return { ...share, ...resistancesAround(wall, plane, hardest), margins };
}

/** The board outside: the one that a wall has, or one of a material that is added where it belongs. */
export interface BoardChoice {
  wall: ResolvedWall;
  /** What is added where there is no board yet. */
  material: string;
  materials?: Materials;
}

const finder =
  ({ wall, materials = {} }: BoardChoice) =>
  (id: string): Material | undefined =>
    findMaterial(id, wall.file, materials);

/**
 * The commands that make the outside insulation so thick.
 *
 * @param boards thicknesses, m, indoors first: one board or two
 */
export function boardCommands(choice: BoardChoice, boards: readonly number[]): Command[] {
  const { wall } = choice;
  const board = outsideBoard(wall);
  const [first, second] = boards;
  const { layers } = wall.file;
  const inserted = board ? null : insertSheet(layers, choice.material, first!, finder(choice));
  const commands: Command[] = [
    inserted ?? { type: 'setThickness', id: board!.id, thickness: first! },
  ];
  if (second !== undefined) {
    const taken = inserted ? [...layers, inserted.layer] : layers;
    commands.push({
      type: 'insertLayer',
      index: (inserted ? inserted.index : board!.index) + 1,
      layer: {
        id: freeLayerId(taken),
        kind: 'sheet',
        material: board?.fillId ?? choice.material,
        thickness: second,
      },
    });
  }
  return commands;
}

/**
 * The least outside insulation that keeps the condensing plane a margin above the indoor dew point.
 *
 * @returns m and the boards as sold; 0 where none is needed, null where none does
 */
export function smallestBoard(
  choice: BoardChoice,
  conditions: (wall: ResolvedWall) => readonly Conditions[],
  margin: number,
): { least: number | null; step: BoardStep | null } {
  const { wall, materials } = choice;
  const board = outsideBoard(wall);
  const id = board?.fillId ?? choice.material;
  const material = board?.fill ?? LIBRARY[id]!;
  const start = boardSteps(id, material)[0]!.total;
  const commands = boardCommands(choice, [start]);
  const [command] = commands;
  const least = smallestThickness(
    applyCommands(wall.file, commands),
    command!.type === 'insertLayer' ? command.layer.id : board!.id,
    margin,
    conditions,
    materials,
  );
  return { least, step: least === null || least === 0 ? null : soldStep(id, material, least) };
}
