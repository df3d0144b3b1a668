import {
  classOfPermeance,
  conductivityAt,
  LIBRARY,
  rolesOf,
  soldStep,
  vaporClass,
  type Materials,
} from '../materials/index.ts';
import { coldestMonth, dampVaporThickness, smallestThickness } from '../moisture/index.ts';
import { AIR_PERMEABILITY } from '../units/index.ts';
import {
  applyCommands,
  findMaterial,
  freeLayerId,
  outsideBoards,
  placeFor,
  resolveWall,
  type Command,
  type Layer,
  type ResolvedLayer,
  type ResolvedWall,
  type SheetLayer,
  type WallFile,
} from '../wall/index.ts';

/**
 * The two schools of keeping a wall with outside insulation dry: vapor-open boards outside with a variable retarder
 * inside, which dries outward first; and foam outside with paint alone inside, which keeps the sheathing warm and dries
 * inward.
 */
export type School = 'vapor-open' | 'foam';

const BOARD: Record<School, string> = {
  'vapor-open': 'mineral-wool-board-rigid',
  foam: 'polyiso-foil-faced',
};
const RETARDER = 'variable-membrane-high-range';
const PAINT = 'latex-paint';

/** Mean temperature at which boards are compared, °C. */
const COMPARED_AT = 24;

/** Layers thinner than this are membranes and coatings, m. */
const MEMBRANE = 0.003;

const isTight = (layer: ResolvedLayer): boolean =>
  /^II?$/.test(classOfPermeance(AIR_PERMEABILITY / dampVaporThickness(layer)));

/** Which school a wall follows; a wall without outside insulation counts as vapor-open. */
export function schoolOf(wall: ResolvedWall): School {
  return outsideBoards(wall).some(isTight) ? 'foam' : 'vapor-open';
}

/**
 * The change from one school to the other: the outside boards for boards as sold of at least the same R (foam at least
 * so thick that the plane behind it stays at the indoor dew point in the coldest month), and with them what controls
 * vapor inside. Screws follow, since the layers keep their ids.
 *
 * @param file a validated wall file
 * @returns the school it leads to and the commands, or null without a frame
 */
export function swapStrategy(
  file: WallFile,
  materials: Materials = {},
): { to: School; commands: Command[] } | null {
  const wall = resolveWall(file, materials);
  if (wall.mainFrame === null) return null;
  const to: School = schoolOf(wall) === 'foam' ? 'vapor-open' : 'foam';
  const commands: Command[] = [];
  let changed = file;
  const add = (...more: Command[]): void => {
    commands.push(...more);
    changed = applyCommands(changed, more);
  };
  const find = (id: string) => findMaterial(id, file, materials);
  const insert = (material: string, thickness: number): SheetLayer => {
    const layer: SheetLayer = {
      id: freeLayerId(changed.layers),
      kind: 'sheet',
      material,
      thickness,
    };
    add({ type: 'insertLayer', index: placeFor(changed.layers, layer, find), layer });
    return layer;
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

  const start = wall.layers.findIndex(({ member }) => member?.frame === wall.mainFrame);
  const inner = wall.layers.slice(0, start).filter(({ fill }) => fill);
  const retarders = inner.filter(
    ({ fill, fillId, thickness }) =>
      thickness < MEMBRANE &&
      rolesOf(fillId!, fill!)[0] === 'vapor-control' &&
      /^II?$/.test(vaporClass(fill!, thickness)),
  );
  if (to === 'foam') {
    const painted = inner.some(({ fill }) => fill!.category === 'coating');
    if (!painted) insert(PAINT, LIBRARY[PAINT]!.thicknesses![0]!);
    for (const layer of retarders) add({ type: 'removeLayer', id: layer.id });
  } else {
    const thickness = LIBRARY[RETARDER]!.thicknesses![0]!;
    if (retarders.length === 0) insert(RETARDER, thickness);
    for (const [i, layer] of retarders.entries())
      if (i > 0) add({ type: 'removeLayer', id: layer.id });
      else
        add(
          { type: 'setFill', id: layer.id, fill: RETARDER },
          { type: 'setThickness', id: layer.id, thickness },
        );
  }
  return { to, commands };
}
