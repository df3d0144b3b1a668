import type { Assessment, LayerAssessment } from '../assess.ts';
import { LIBRARY, rolesOf, type Material } from '../materials/index.ts';
import { measured, say, type Message } from '../units/index.ts';
import {
  findMaterial,
  freeLayerId,
  placeFor,
  type Command,
  type ResolvedLayer,
  type SheetLayer,
} from '../wall/index.ts';
import type { Fix, FixContext, Satisfied } from './types.ts';
import { lower } from './words.ts';

/** The two schools of outside insulation, offered side by side where a wall has none: fibers and foam. */
const SCHOOLS = ['mineral-wool-board-rigid', 'polyiso-foil-faced'] as const;

/** The thickest outside insulation that a fix proposes, m. */
const THICKEST = 0.32;

/** The outermost board outside the main frame that is there to insulate, or null. */
export function outsideBoard({ wall }: LayerAssessment): ResolvedLayer | null {
  let frame = -1;
  let board: ResolvedLayer | null = null;
  for (let i = 0; i < wall.counted; i++) {
    const layer = wall.layers[i]!;
    if (layer.member && layer.member.frame === wall.mainFrame) frame = i;
    if (
      i > frame &&
      layer.source.kind === 'sheet' &&
      layer.fill &&
      rolesOf(layer.fillId!, layer.fill)[0] === 'continuous-insulation'
    )
      board = layer;
  }
  return board && board.index > frame ? board : null;
}

interface Step {
  total: number;
  boards: number[];
}

/** Thicknesses one or two boards as sold make together, thinnest first: m. */
export function boardSteps(id: string, material: Material): Step[] {
  const sold = material.thicknesses ?? libraryThicknesses(id);
  const singles = sold.map((t) => ({ total: t, boards: [t] }));
  const most = Math.max(0, ...sold);
  const pairs = sold.flatMap((a, i) =>
    sold
      .slice(i)
      .filter((b) => a + b > most + 1e-6 && a + b <= THICKEST)
      .map((b) => ({ total: a + b, boards: [b, a] })),
  );
  return [...singles, ...pairs].sort(
    (x, y) => x.total - y.total || x.boards.length - y.boards.length,
  );
}

/** Sizes for a file's own board that does not say how it is sold, m. */
const USUAL_BOARDS = [0.0254, 0.0381, 0.0508, 0.0762, 0.1016];

function libraryThicknesses(id: string): number[] {
  return (Object.hasOwn(LIBRARY, id) ? LIBRARY[id]!.thicknesses : undefined) ?? USUAL_BOARDS;
}

/**
 * The smallest step of outside insulation, in boards as sold, after which a wall satisfies a condition: more of the
 * board it has, or, where it has none, a new one of either school.
 *
 * @param satisfied asked of the wall after a step; what holds of one thickness holds of all beyond it
 * @returns fixes, at most one for each material; empty where even the thickest does not do
 */
export function smallestOutsideInsulation(context: FixContext, satisfied: Satisfied): Fix[] {
  const { assessment } = context;
  const board = outsideBoard(assessment);
  if (board) {
    const steps = boardSteps(board.fillId!, board.fill!).filter(
      (step) => step.total > board.thickness + 1e-6,
    );
    const fix = firstOf(context, steps, satisfied, (step) => thicken(assessment, board, step));
    return fix ? [fix] : [];
  }
  if (assessment.wall.mainFrame === null) return [];
  return SCHOOLS.flatMap((id) => {
    const steps = boardSteps(id, LIBRARY[id]!);
    const fix = firstOf(context, steps, satisfied, (step) => add(context, id, step));
    return fix ? [fix] : [];
  });
}

function firstOf(
  context: FixContext,
  steps: Step[],
  satisfied: Satisfied,
  change: (step: Step) => { label: Message; commands: Command[] },
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
  steps: Step[],
  { whole }: Satisfied,
  change: (step: Step) => { commands: Command[] },
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

function thicken({ wall }: Assessment, board: ResolvedLayer, { boards }: Step) {
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

function add({ assessment, materials }: FixContext, material: string, { boards }: Step) {
  let layers = assessment.wall.file.layers;
  const find = (id: string) => findMaterial(id, assessment.wall.file, materials);
  const commands: Command[] = boards.map((thickness) => {
    const layer: SheetLayer = { id: freeLayerId(layers), kind: 'sheet', material, thickness };
    const index = placeFor(layers, layer, find);
    layers = layers.toSpliced(index, 0, layer);
    return { type: 'insertLayer', index, layer };
  });
  const name = find(material)!.name.split(',')[0]!;
  return { label: say`Add ${sizes(boards)} ${lower(name)} outside`, commands };
}
