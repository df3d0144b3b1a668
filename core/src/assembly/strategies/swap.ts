import {
  classOfPermeance,
  conductivityAt,
  LIBRARY,
  MEMBRANE,
  rolesOf,
  soldStep,
  STANDARD,
  vaporClass,
  type Materials,
} from '../../physics/materials/index.ts';
import {
  coldestMonth,
  dampVaporThickness,
  smallestThickness,
} from '../../physics/steady-moisture/index.ts';
import { AIR_PERMEABILITY } from '../../common/units/index.ts';
import { applyCommands, freeLayerId, insertSheet, type Command } from '../wall/index.ts';
import {
  findMaterial,
  frameStart,
  outsideBoards,
  resolveWall,
  type Layer,
  type ResolvedLayer,
  type ResolvedWall,
  type WallFile,
} from '../../physics/build-up/index.ts';

/**
 * The two strategies that keep a wall with outside insulation dry: vapor-open boards outside with a variable retarder
 * inside, which dries outward first; and foam outside with paint alone inside, which keeps the sheathing warm and dries
 * inward.
 */
export type Strategy = 'vapor-open' | 'foam';

const BOARD: Record<Strategy, string> = {
  'vapor-open': STANDARD.fiberBoard,
  foam: STANDARD.foamBoard,
};

/** Mean temperature at which boards are compared, °C. */
const COMPARED_AT = 24;

const isTight = (layer: ResolvedLayer): boolean =>
  /^II?$/.test(classOfPermeance(AIR_PERMEABILITY / dampVaporThickness(layer)));

/** Which strategy a wall follows; a wall without outside insulation counts as vapor-open. */
export function strategyOf(wall: ResolvedWall): Strategy {
  return outsideBoards(wall).some(isTight) ? 'foam' : 'vapor-open';
}

/**
 * The change from one strategy to the other: the outside boards for boards as sold of at least the same R (foam at least
 * so thick that the plane behind it stays at the indoor dew point in the coldest month), and with them what controls
 * vapor inside. Screws follow, since the layers keep their ids.
 *
 * @param file a validated wall file
 * @returns the strategy it leads to and the commands, or null without a frame
 */
export function swapStrategy(
  file: WallFile,
  materials: Materials = {},
): { to: Strategy; commands: Command[] } | null {
  const wall = resolveWall(file, materials);
  if (wall.mainFrame === null) return null;
  const to: Strategy = strategyOf(wall) === 'foam' ? 'vapor-open' : 'foam';
  const commands: Command[] = [];
  let changed = file;
  const add = (...more: Command[]): void => {
    commands.push(...more);
    changed = applyCommands(changed, more);
  };
  const find = (id: string) => findMaterial(id, file, materials);
  const insert = (material: string, thickness: number): Layer => {
    const command = insertSheet(changed.layers, material, thickness, find);
    add(command);
    return command.layer;
  };

  const id = BOARD[to];
  const board = LIBRARY[id]!;
  const boards = outsideBoards(wall);
  for (const { id: layer, fill, thickness } of boards) {
    const r = thickness / conductivityAt(fill!, COMPARED_AT);
    const step = soldStep(id, board, r * conductivityAt(board, COMPARED_AT));
    if (!step) return null;
    add(
      { type: 'setFill', id: layer, fill: id },
      { type: 'setThickness', id: layer, thickness: step.boards[0]! },
    );
    if (step.boards[1] !== undefined) {
      const index = changed.layers.findIndex((other) => other.id === layer) + 1;
      const second: Layer = {
        id: freeLayerId(changed.layers),
        kind: 'sheet',
        material: id,
        thickness: step.boards[1],
      };
      add({ type: 'insertLayer', index, layer: second });
    }
  }
  if (to === 'foam') {
    const outer = boards.at(-1)?.id ?? insert(id, board.thicknesses![0]!).id;
    const least = smallestThickness(changed, outer, 0, coldestMonth, materials);
    const now = changed.layers.find((layer) => layer.id === outer)!.thickness;
    const step = least !== null && least > now ? soldStep(id, board, least) : null;
    if (step) {
      add({ type: 'setThickness', id: outer, thickness: step.boards[0]! });
      if (step.boards[1] !== undefined) insert(id, step.boards[1]);
    }
  }

  const inner = wall.layers.slice(0, frameStart(wall)).filter(({ fill }) => fill);
  const retarders = inner.filter(
    ({ fill, fillId, thickness }) =>
      thickness < MEMBRANE &&
      rolesOf(fillId!, fill!)[0] === 'vapor-control' &&
      /^II?$/.test(vaporClass(fill!, thickness)),
  );
  if (to === 'foam') {
    const painted = inner.some(({ fill }) => fill!.category === 'coating');
    if (!painted) insert(STANDARD.paint, LIBRARY[STANDARD.paint]!.thicknesses![0]!);
    for (const layer of retarders) add({ type: 'removeLayer', id: layer.id });
  } else {
    const thickness = LIBRARY[STANDARD.variableRetarder]!.thicknesses![0]!;
    if (retarders.length === 0) insert(STANDARD.variableRetarder, thickness);
    for (const [i, layer] of retarders.entries())
      if (i > 0) add({ type: 'removeLayer', id: layer.id });
      else
        add(
          { type: 'setFill', id: layer.id, fill: STANDARD.variableRetarder },
          { type: 'setThickness', id: layer.id, thickness },
        );
  }
  return { to, commands };
}
