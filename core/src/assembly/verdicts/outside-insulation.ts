import type { Assessment } from '../assessment/index.ts';
import { boardSteps, LIBRARY, STANDARD, type BoardStep } from '../../physics/materials/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import {
  findMaterial,
  outsideBoard,
  type ResolvedLayer,
  type SheetLayer,
} from '../../physics/build-up/index.ts';
import { insertSheet, freeLayerId, type Change, type Command, type Fix } from '../wall/index.ts';
import type { FixContext, Satisfied } from './types.ts';
import { lower } from './words.ts';

/** The most insulation that is proposed outside a frame, m: beyond it other ways of building suit better. */
export const MAX_OUTSIDE = 0.1524;

/** Offered side by side where a wall has no board outside: fibers and foam. */
const BOARDS = [STANDARD.fiberBoard, STANDARD.foamBoard];

/**
 * The smallest step of outside insulation, in boards as sold, after which a wall satisfies a condition: more of the
 * board it has, or, where it has none, a new one of fibers or of foam.
 *
 * @param satisfied asked of the wall after a step; what holds of one thickness holds of all beyond it
 * @returns fixes, at most one for each material; empty where even the thickest does not do
 */
export function smallestOutsideInsulation(context: FixContext, satisfied: Satisfied): Fix[] {
  const { assessment } = context;
  const board = outsideBoard(assessment.wall);
  if (board) {
    const steps = boardSteps(board.fillId!, board.fill!).filter(
      (step) => step.total > board.thickness + 1e-6 && step.total <= MAX_OUTSIDE,
    );
    const fix = firstOf(context, steps, satisfied, (step) =>
      thickenedBoard(assessment, board, step),
    );
    return fix ? [fix] : [];
  }
  if (assessment.wall.mainFrame === null) return [];
  return BOARDS.flatMap((id) => {
    const steps = boardSteps(id, LIBRARY[id]!).filter(({ total }) => total <= MAX_OUTSIDE);
    const fix = firstOf(context, steps, satisfied, (step) => addedBoards(context, id, step));
    return fix ? [fix] : [];
  });
}

function firstOf(
  context: FixContext,
  steps: BoardStep[],
  satisfied: Satisfied,
  change: (step: BoardStep) => Change,
): Fix | null {
  for (const step of steps.slice(firstThatHolds(context, steps, satisfied, change))) {
    const { label, commands } = change(step);
    const fix = context.attempt(label, commands, satisfied);
    if (fix) return fix;
  }
  return null;
}

/** Index of the first step after which the section satisfies, by bisection: each trial solves a section. */
function firstThatHolds(
  { assessAfter }: FixContext,
  steps: BoardStep[],
  { whole }: Satisfied,
  change: (step: BoardStep) => { commands: Command[] },
): number {
  if (!whole) return 0;
  let low = 0;
  let high = steps.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    const after = assessAfter(change(steps[middle]!).commands);
    if (after && whole(after)) high = middle;
    else low = middle + 1;
  }
  return low;
}

function sizes(boards: number[]): Message {
  return boards.length === 1
    ? say`${measured('length', boards[0]!)}`
    : say`${measured('length', boards[0]!)} + ${measured('length', boards[1]!)}`;
}

/** The commands that make an outside board as thick as a step, in one board or two. */
export function thickenedBoard({ wall }: Assessment, board: ResolvedLayer, { boards }: BoardStep) {
  const [first, second] = boards;
  const commands: Command[] = [{ type: 'setThickness', id: board.id, thickness: first! }];
  if (second !== undefined)
    commands.push({
      type: 'insertLayer',
      index: board.index + 1,
      layer: {
        ...(board.source as SheetLayer),
        id: freeLayerId(wall.file.layers),
        thickness: second,
      },
    });
  return { label: say`Outside board to ${sizes(boards)}`, commands };
}

/** The commands that add boards of a material outside. */
export function addedBoards(
  { assessment, materials }: FixContext,
  material: string,
  { boards }: BoardStep,
) {
  let layers = assessment.wall.file.layers;
  const find = (id: string) => findMaterial(id, assessment.wall.file, materials);
  const commands: Command[] = boards.map((thickness) => {
    const command = insertSheet(layers, material, thickness, find);
    layers = layers.toSpliced(command.index, 0, command.layer);
    return command;
  });
  const name = find(material)!.name.split(',')[0]!;
  return { label: say`Add ${sizes(boards)} ${lower(name)} outside`, commands };
}
