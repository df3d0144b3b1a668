import { assessLayers, type Assessment, type LayerAssessment } from '../assessment/index.ts';
import { InputError } from '../../common/errors.ts';
import { effectiveOf, FASTENER_KINDS } from '../../physics/steady-heat/index.ts';
import { LUMBER } from '../framing/index.ts';
import { MOISTURE_ORDER } from '../judgment/index.ts';
import {
  boardSteps,
  LIBRARY,
  rolesOf,
  STANDARD,
  type Material,
  type Materials,
} from '../../physics/materials/index.ts';
import { layerMeasures, measuresOf } from '../options/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import {
  addedBoards,
  fixContext,
  MAX_OUTSIDE,
  thickenedBoard,
  widerStudsOf,
  type FixContext,
} from '../verdicts/index.ts';
import { applyCommands, type Change, type Command } from '../wall/index.ts';
import {
  mainFrameLayers,
  outsideBoard,
  type ResolvedLayer,
  type WallFile,
} from '../../physics/build-up/index.ts';
import { placeOf, Sections } from './sections.ts';
import { solvedMeasures } from './sweep.ts';
import type { NextStep } from './types.ts';

/** How many thicker boards are tried. */
const THICKER = 3;

/** A board or batt is sold so thick when its size comes this near, m. */
const SAME_SIZE = 0.002;

/** R that a change has to gain to be a step, m²K/W. */
const LEAST_GAIN = 0.01;

/** So many changes of a kind are enough to choose from. */
const MOST_OF_KIND = 2;

/** Where between its bounds the R of a section is taken to lie until it is solved. */
const USUAL_WEIGHT = 0.35;

/** A changed wall, what its R is about to be, and what each unit of R costs. */
interface Trial {
  change: Change;
  layers: LayerAssessment;
  worth: number;
}

/**
 * Single changes of a wall that raise its effective R and make its judgment no worse, of each kind those that gain most for
 * their cost: first such as cost nothing or save, then by R for each dollar; those without a price last.
 *
 * @param assessment of the wall as it is
 * @param materials beyond the library and the wall's own
 */
export function nextSteps(assessment: Assessment, materials: Materials = {}): NextStep[] {
  const now = measuresOf(assessment);
  const sections = new Sections();
  const least = MOISTURE_ORDER.indexOf(now.moisture);
  const price = (r: number, cost: number | null): number => {
    if (cost === null || now.cost === null) return Infinity;
    return cost <= now.cost ? cost - now.cost : (cost - now.cost) / (r - now.r);
  };
  const steps: NextStep[] = [];
  for (const changes of kindsOf(fixContext(assessment, materials))) {
    const trials = changes.flatMap((change): Trial[] => {
      const layers = changed(assessment.wall.file, change.commands, materials);
      if (!layers) return [];
      const r = aboutR(layers);
      return r > now.r ? [{ change, layers, worth: price(r, layerMeasures(layers).cost) }] : [];
    });
    let kept = 0;
    for (const { change, layers } of trials.sort((a, b) => a.worth - b.worth)) {
      if (kept === MOST_OF_KIND) break;
      const measures = solvedMeasures(layers, sections.exact(layers));
      const worse = MOISTURE_ORDER.indexOf(measures.moisture) < least;
      if (measures.r - now.r <= LEAST_GAIN || worse) continue;
      steps.push({ text: change.label, commands: change.commands, measures });
      kept++;
    }
  }
  const worth = ({ measures: { r, cost } }: NextStep): number => price(r, cost);
  return steps.sort((a, b) => worth(a) - worth(b));
}

/** A changed wall; null where the commands make none. */
function changed(
  file: WallFile,
  commands: Command[],
  materials: Materials,
): LayerAssessment | null {
  try {
    return assessLayers(applyCommands(file, commands), materials);
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}

/** The effective R before its section is solved, m²K/W; ∞ where it cannot be told. */
function aboutR(layers: LayerAssessment): number {
  const place = placeOf(layers.wall);
  if (!place) return Infinity;
  const r = place.lower + USUAL_WEIGHT * (place.upper - place.lower);
  return effectiveOf(layers.wall, layers.paths, { r, u: 1 / r }).effective.r;
}

/** Every single change that is tried, by kind. */
function kindsOf(context: FixContext): Change[][] {
  const { assessment } = context;
  const wider = widerStudsOf(assessment.wall);
  return [
    ...boards(context),
    wider ? [wider] : [],
    fills(assessment),
    deeperStuds(assessment),
    fasteners(assessment),
  ];
}

/** More of the board outside, and another of its thickness; where there is none, one of fibers, and one of foam. */
function boards(context: FixContext): Change[][] {
  const { assessment } = context;
  const { wall } = assessment;
  const board = outsideBoard(wall);
  if (board) {
    const thicker = boardSteps(board.fillId!, board.fill!)
      .filter(({ total }) => total > board.thickness + SAME_SIZE)
      .slice(0, THICKER)
      .map((step) => thickenedBoard(assessment, board, step));
    const others = sold('continuous-insulation', board.thickness)
      .filter(([id]) => id !== board.fillId)
      .map(([id, material]) => refilled(board, id, material, say`outside`));
    return [thicker, others];
  }
  if (wall.mainFrame === null) return [];
  return [STANDARD.fiberBoard, STANDARD.foamBoard].map((id) =>
    boardSteps(id, LIBRARY[id]!)
      .filter(({ total }) => total <= MAX_OUTSIDE)
      .slice(0, THICKER)
      .map((step) => addedBoards(context, id, step)),
  );
}

/** What the library has for a role in a thickness. */
function sold(role: 'continuous-insulation' | 'cavity-insulation', thickness: number) {
  return Object.entries(LIBRARY).filter(
    ([id, material]) => rolesOf(id, material)[0] === role && comesIn(material, thickness),
  );
}

const comesIn = ({ thicknesses }: Material, thickness: number): boolean =>
  thicknesses?.some((t) => Math.abs(t - thickness) < SAME_SIZE) ?? false;

function refilled(layer: ResolvedLayer, id: string, material: Material, where: Message): Change {
  return {
    label: say`${material.name} ${where}`,
    commands: [{ type: 'setFill', id: layer.id, fill: id }],
  };
}

/** Another fill between the studs, as it is sold for their depth. */
function fills({ wall }: Assessment): Change[] {
  const framed = mainFrameLayers(wall).filter(({ fillId }) => fillId !== null);
  if (framed.length !== 1) return [];
  const [layer] = framed as [ResolvedLayer];
  return sold('cavity-insulation', layer.thickness)
    .filter(([id]) => id !== layer.fillId)
    .map(([id, material]) => refilled(layer, id, material, say`in the cavity`));
}

/** The next deeper stud of the same width, filled with the same where it is sold so thick. */
function deeperStuds({ wall }: Assessment): Change[] {
  const framed = mainFrameLayers(wall);
  const [layer] = framed;
  if (framed.length !== 1 || layer!.member!.shape.section !== 'solid') return [];
  const { width } = layer!.member!.shape;
  const depth = LUMBER.filter(({ actual }) => Math.abs(actual[0] - width) < SAME_SIZE)
    .map(({ actual }) => actual[1])
    .sort((a, b) => a - b)
    .find((deeper) => deeper > layer!.thickness + SAME_SIZE);
  if (depth === undefined || (layer!.fill && !comesIn(layer!.fill, depth))) return [];
  return [
    {
      label: say`Studs ${measured('length', depth)} deep`,
      commands: [{ type: 'setThickness', id: layer!.id, thickness: depth }],
    },
  ];
}

/** The same fasteners of something that conducts less. */
function fasteners({ wall }: Assessment): Change[] {
  const { fasteners: used = [] } = wall.file;
  const most = Math.max(0, ...used.map(({ conductivity }) => conductivity));
  return FASTENER_KINDS.filter(({ conductivity }) => conductivity < most).map((kind) => ({
    label: say`${kind.name}s through the insulation`,
    commands: [
      {
        type: 'setFasteners',
        fasteners: used.map((fastener) => ({
          ...fastener,
          conductivity: Math.min(fastener.conductivity, kind.conductivity),
        })),
      },
    ],
  }));
}
