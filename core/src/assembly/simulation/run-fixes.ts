import {
  LIBRARY,
  rolesOf,
  boardSteps,
  STANDARD,
  type Materials,
} from '../../physics/materials/index.ts';

import { measured, say } from '../../common/units/index.ts';
import {
  frameStart,
  findMaterial,
  outsideBoard,
  ventilatedGap,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import { insertSheet, type Change, type Command } from '../wall/index.ts';
import { gapOpening, type RunChoices } from '../../physics/transient/index.ts';

/** A change that may do away with what a run found: of the wall, or of how it is run. */
export interface RunFix extends Change {
  choices: Partial<RunChoices>;
}

/** Changes of air that are tried in a gap, an hour. */
const CHANGES = [20, 50, 100, 200];
/** Openings that are tried at top and bottom, m²/m. */
const OPENINGS = [5e-3, 0.01, 0.02];
/** So many steps of outside insulation are tried. */
const STEPS = 4;

/**
 * Changes to try on a wall that fails a run, the smallest first: more air in the gap, a variable retarder inside the
 * frame, more insulation outside.
 */
export function runFixes(
  wall: ResolvedWall,
  { gapBy, airChanges, opening }: RunChoices,
  materials: Materials = {},
): RunFix[] {
  const { file } = wall;
  const find = (id: string) => findMaterial(id, file, materials);
  const insert = (material: string, thickness: number): Command =>
    insertSheet(file.layers, material, thickness, find);
  const fixes: RunFix[] = [];
  if (ventilatedGap(wall) && gapBy === 'changes')
    for (const changes of CHANGES.filter((n) => n > airChanges))
      fixes.push({
        label: say`${String(changes)} changes of air an hour in the gap`,
        commands: [],
        choices: { airChanges: changes },
      });
  if (ventilatedGap(wall) && gapBy === 'openings')
    for (const larger of OPENINGS.filter(
      (area) => area > (opening ?? gapOpening(wall, ventilatedGap(wall)!) * 1e-6),
    ))
      fixes.push({
        label: say`Openings of ${measured('openingPerLength', larger)} at top and bottom of the gap`,
        commands: [],
        choices: { opening: larger },
      });
  const controlled = wall.layers
    .slice(0, frameStart(wall))
    .some(({ fill, fillId }) => fill && rolesOf(fillId!, fill)[0] === 'vapor-control');
  if (!controlled && wall.mainFrame !== null)
    fixes.push({
      label: say`Add a variable vapor retarder inside the frame`,
      commands: [
        insert(STANDARD.variableRetarder, LIBRARY[STANDARD.variableRetarder]!.thicknesses![0]!),
      ],
      choices: {},
    });
  const board = outsideBoard(wall);
  const material = board?.fill ?? LIBRARY[STANDARD.fiberBoard]!;
  for (const { boards, total } of boardSteps(board?.fillId ?? STANDARD.fiberBoard, material)
    .filter((step) => step.boards.length === 1 && step.total > (board?.thickness ?? 0) + 1e-6)
    .slice(0, STEPS))
    fixes.push({
      label: board
        ? say`Outside board to ${measured('length', total)}`
        : say`Add ${measured('length', total)} mineral wool board outside`,
      commands: board
        ? [{ type: 'setThickness', id: board.id, thickness: boards[0]! }]
        : [insert(STANDARD.fiberBoard, boards[0]!)],
      choices: {},
    });
  return fixes;
}
