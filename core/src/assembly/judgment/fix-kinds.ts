import {
  boardSteps,
  claddingNeeds,
  dryPermeance,
  LIBRARY,
  MEMBRANE,
  rolesOf,
  soldStep,
  type BoardStep,
  STANDARD,
} from '../../physics/materials/index.ts';
import { leakAtFifty } from '../../physics/steady-moisture/index.ts';
import { measured, PERM, say, type Message } from '../../common/units/index.ts';
import {
  addedBoards,
  gapLayer,
  innerRetarder,
  layerName,
  thickenedBoard,
  MAX_OUTSIDE,
  type FixContext,
} from '../verdicts/index.ts';
import { lower } from '../../physics/build-up/index.ts';
import {
  claddingLayer,
  directlyOnWall,
  frameStart,
  frameEnd,
  outsideBoard,
  outsideBoards,
  type ResolvedLayer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import { freeLayerId, type Change, type Command } from '../wall/index.ts';

/** A change, and what it gives up. */
export interface PricedChange extends Change {
  gives: Message;
}

/** Changes of one kind, the smallest first: the first that does away with what was found is offered. */
export type Kind = PricedChange[];

/** q50 to which a leaky house is to be tested, m³/(h·m²). */
const TESTED = 3;
/** Class I. */
const TIGHT = 0.1 * PERM;
/** Depths of a gap where there is none, m: 3/8 in. drains and breaks suction, 3/4 in. dries better and holds a nail. */
const GAPS = [0.0095, 0.019];

/**
 * What a builder would change about a wall, the least first: a tested air barrier, the retarder inside, a thicker board
 * of the kind that is there, a vented gap, a permeable skin in place of a tight one, and only then new insulation outside.
 */
export function kindsOfFixes(context: FixContext): Kind[] {
  return [
    testedAirBarrier(context),
    ...innerRetarderKinds(context),
    thickerBoard(context, (total) => total <= MAX_OUTSIDE),
    ventedGap(context),
    permeableSkin(context),
    ...newBoards(context, (total) => total <= MAX_OUTSIDE),
  ].filter((kind) => kind.length > 0);
}

/** Outside insulation that would do but is more than should be hung on a wall. */
export function tooThick(context: FixContext): Kind[] {
  const more = (total: number): boolean => total > MAX_OUTSIDE;
  return [thickerBoard(context, more), ...newBoards(context, more)].filter(({ length }) => length);
}

function testedAirBarrier({ assessment }: FixContext): Kind {
  if (leakAtFifty(assessment.wall.file.airtightness) <= TESTED + 1e-9) return [];
  return [
    {
      label: say`Seal the air barrier and test it to ${measured('leakAtFifty', TESTED)}`,
      commands: [{ type: 'setAirtightness', airtightness: { flow: TESTED / 3600, pressure: 50 } }],
      gives: say`Costs care at every joint, and a test before the wall is closed.`,
    },
  ];
}

const replaced = (layer: ResolvedLayer, material: string, thickness: number): Command[] => [
  { type: 'setFill', id: layer.id, fill: material },
  { type: 'setThickness', id: layer.id, thickness },
];

function innerRetarderKinds({ assessment }: FixContext): Kind[] {
  const { wall } = assessment;
  if (wall.mainFrame === null) return [];
  const inner = innerRetarder(assessment);
  const { layer } = inner;
  const variable = LIBRARY[STANDARD.variableRetarder]!.thicknesses![0]!;
  const kinds: Kind[] = [];
  const tight =
    layer?.source.kind === 'sheet' && (inner.class === 'I' || inner.class === 'II') ? layer : null;
  if (tight && tight.fillId !== STANDARD.variableRetarder) {
    const name = lower(layerName(assessment, tight));
    const finish = tight.fill!.category === 'gypsum';
    if (finish)
      kinds.push([
        {
          label: say`Plain gypsum board instead of ${name}`,
          commands: replaced(tight, 'gypsum-board', tight.thickness),
          gives: say`Vapor control is left to the paint.`,
        },
      ]);
    else if (tight.thickness <= MEMBRANE) {
      kinds.push(
        [
          {
            label: say`Take out ${name}`,
            commands: [{ type: 'removeLayer', id: tight.id }],
            gives: say`Vapor control is left to finish and paint.`,
          },
        ],
        [
          {
            label: say`Variable retarder instead of ${name}`,
            commands: replaced(tight, STANDARD.variableRetarder, variable),
            gives: say`Costs more, and holds back less where the house stays damp.`,
          },
        ],
      );
    }
  }
  if (!tight) {
    const index = frameStart(wall);
    kinds.push([
      {
        label: say`Add a variable vapor retarder inside the frame`,
        commands: [
          {
            type: 'insertLayer',
            index,
            layer: {
              id: freeLayerId(wall.file.layers),
              kind: 'sheet',
              material: STANDARD.variableRetarder,
              thickness: variable,
            },
          },
        ],
        gives: say`One more layer to seal around boxes and edges.`,
      },
    ]);
  }
  return kinds;
}

function thickerBoard(context: FixContext, fits: (total: number) => boolean): Kind {
  const { assessment } = context;
  const board = outsideBoard(assessment.wall);
  if (!board) return [];
  const others = outsideBoards(assessment.wall)
    .filter(({ id }) => id !== board.id)
    .reduce((sum, { thickness }) => sum + thickness, 0);
  return boardSteps(board.fillId!, board.fill!)
    .filter(({ total }) => total > board.thickness + 1e-6 && fits(total + others))
    .map((step) => ({
      ...thickenedBoard(assessment, board, step),
      gives: thicker(step, board.thickness),
    }));
}

const thicker = ({ total }: BoardStep, before = 0): Message =>
  say`${measured('length', total - before)} more wall: deeper window boxes, longer screws.`;

function newBoards(context: FixContext, fits: (total: number) => boolean): Kind[] {
  const { wall } = context.assessment;
  if (wall.mainFrame === null || outsideBoard(wall)) return [];
  return [STANDARD.fiberBoard, STANDARD.foamBoard].map((id) =>
    boardSteps(id, LIBRARY[id]!)
      .filter(({ total }) => fits(total))
      .map((step) => ({
        ...addedBoards(context, id, step),
        gives: say`${thicker(step)} ${LIBRARY[id]!.foamPlastic ? 'The wall then dries inward only; foam is combustible.' : 'Less R for its thickness than foam.'}`,
      })),
  );
}

/** An open gap behind a cladding that has none. Never behind a finish that stands on its insulation. */
function ventedGap({ assessment }: FixContext): Kind {
  const { wall } = assessment;
  const cladding = claddingLayer(wall);
  if (!cladding) return [];
  if (wall.counted < wall.layers.length || cladding.index === 0) return [];
  const behind = wall.layers[cladding.index - 1]!;
  const name = lower(layerName(assessment, cladding));
  const gives = say`Openings with screens at top and bottom, fire blocking where the code asks for it.`;
  if (behind.fill === null)
    return [
      {
        label: say`Open the gap behind ${name} at top and bottom`,
        commands: [{ type: 'setAir', id: behind.id, air: { ventilation: 'open' } }],
        gives,
      },
    ];
  if (/eifs|render/.test(cladding.fillId!)) return [];
  const needs = claddingNeeds(cladding.fillId!) ?? null;
  // Plaster and mortar stand on masonry as they are.
  if (wall.mainFrame === null && !isFurred(wall, cladding)) return [];
  const least = needs?.gap.min ?? 0;
  const depths = GAPS.filter((depth) => depth >= least);
  return (depths.length > 0 ? depths : [least]).map((depth) => {
    const layer = gapLayer(freeLayerId(wall.file.layers), depth, needs);
    return {
      label: say`Gap of ${measured('length', layer.thickness)} behind ${name}, open at top and bottom`,
      commands: [{ type: 'insertLayer', index: cladding.index, layer }],
      gives,
    };
  });
}

/** Whether a cladding needs something to hang on, as boards and panels do. */
function isFurred(wall: ResolvedWall, cladding: ResolvedLayer): boolean {
  const direct = directlyOnWall(wall, cladding);
  return direct !== 'plaster' && direct !== 'bonded' && direct !== 'render';
}

/** Layers outside the frame that let next to nothing through, exchanged for such that do. */
function permeableSkin({ assessment }: FixContext): Kind {
  const { wall } = assessment;
  const tight = wall.layers
    .slice(frameEnd(wall) + 1, wall.counted)
    .filter(
      ({ fill, fillId, source, thickness }) =>
        source.kind === 'sheet' &&
        fill !== null &&
        dryPermeance(fill, thickness) <= TIGHT &&
        !rolesOf(fillId!, fill).includes('cladding') &&
        (thickness <= MEMBRANE || fill.category === 'rigid-foam'),
    );
  if (tight.length === 0) return [];
  const open = (layer: ResolvedLayer): Command[] => {
    if (layer.thickness > MEMBRANE) {
      const step = soldStep(STANDARD.fiberBoard, LIBRARY[STANDARD.fiberBoard]!, layer.thickness);
      return replaced(layer, STANDARD.fiberBoard, step?.boards[0] ?? layer.thickness);
    }
    const membrane = /adhered|butyl/.test(layer.fillId!)
      ? STANDARD.openAdheredMembrane
      : STANDARD.openMembrane;
    return replaced(layer, membrane, LIBRARY[membrane]!.thicknesses![0]!);
  };
  return [
    {
      label: say`Vapor-open instead of ${tight.map((layer) => lower(layerName(assessment, layer))).join(' and ')}`,
      commands: tight.flatMap(open),
      gives: tight.some(({ thickness }) => thickness > MEMBRANE)
        ? say`Less R for the thickness than foam.`
        : say`Lets vapor from a wet cladding in as well.`,
    },
  ];
}
