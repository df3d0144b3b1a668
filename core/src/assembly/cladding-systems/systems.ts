import { attachmentOf } from '../attachment/index.ts';
import { isInsulation } from '../../physics/materials/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import {
  claddingLayer,
  onceFor,
  drainageOf,
  waterLine,
  type ResolvedLayer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import type { ProofKind } from './proof-kinds.ts';

/** Plastered claddings that are all called stucco, and are not the same. */
type SystemKind = 'cement-stucco' | 'acrylic-over-cement' | 'insulated-finish' | 'mineral-render';

/** What makes a system one that holds: told by the layers, or by a document. */
interface SystemNeed {
  id: string;
  text: Message;
  why: Message;
  /** Told by the layers; null where only a document tells it. */
  built: boolean | null;
  /** The document that shows it. */
  proof: ProofKind | null;
}

export interface CladdingSystem {
  kind: SystemKind;
  name: string;
  /** What it is made of, indoors first: ids of layers and their part in it. */
  parts: { layer: ResolvedLayer; role: string }[];
  /** Room behind it that drains, m; a drainable wrap counts as none but drains. */
  drains: boolean;
  /** Where its parts belong to different systems: why. */
  mixed: Message | null;
  foam: boolean;
  risks: Message[];
  needs: SystemNeed[];
  /** Who puts a name to it. */
  signs: Message;
  /** What birds, impact and laps ask for. */
  places: Message[];
}

const FINISHES: { kind: SystemKind; words: RegExp }[] = [
  { kind: 'insulated-finish', words: /eifs|lamina\b|insulated finish/i },
  { kind: 'mineral-render', words: /render/i },
  {
    kind: 'acrylic-over-cement',
    words: /^(?=.*(acrylic|synthetic|elastomeric))(?=.*(stucco|plaster))/i,
  },
  { kind: 'cement-stucco', words: /stucco|cement plaster/i },
];

const ACRYLIC_COAT = /acrylic|elastomeric/i;

const NAMES: Record<SystemKind, string> = {
  'cement-stucco': 'Cement stucco: cement base, cement finish',
  'acrylic-over-cement': 'Acrylic-finish stucco: acrylic finish over a cement base',
  'insulated-finish': 'Insulated finish: thin base coat, mesh and acrylic finish on boards',
  'mineral-render': 'Mineral render on insulation',
};

const wordsOf = ({ fillId, fill }: ResolvedLayer): string =>
  `${fillId!.replaceAll('-', ' ')} ${fill!.name}`;

/** The plaster and how it is told, or null: coats of paint outside it say what its finish is. */
function finishOf(wall: ResolvedWall): { layer: ResolvedLayer; kind: SystemKind } | null {
  const layer = claddingLayer(wall);
  const kind = layer && FINISHES.find(({ words }) => words.test(wordsOf(layer)))?.kind;
  if (!layer || !kind) return null;
  const coated = wall.layers
    .slice(layer.index + 1)
    .some((one) => one.fill?.category === 'coating' && ACRYLIC_COAT.test(wordsOf(one)));
  return { layer, kind: kind === 'cement-stucco' && coated ? 'acrylic-over-cement' : kind };
}

/** Boards right behind the plaster. */
function boardsBehind(wall: ResolvedWall, { index }: ResolvedLayer): ResolvedLayer[] {
  const boards: ResolvedLayer[] = [];
  for (let i = index - 1; i >= 0; i--) {
    const layer = wall.layers[i]!;
    if (layer.source.kind !== 'sheet' || !layer.fill || !isInsulation(layer.fillId!, layer.fill))
      break;
    boards.unshift(layer);
  }
  return boards;
}

/**
 * The plastered system that a wall's cladding is, told by its layers: what can go wrong, what makes it hold, who signs.
 *
 * @param wall a resolved wall
 * @returns null for any other cladding
 */
export const claddingSystem = (wall: ResolvedWall): CladdingSystem | null => onceFor(wall, compute);

function compute(wall: ResolvedWall): CladdingSystem | null {
  const finish = finishOf(wall);
  if (!finish) return null;
  const { layer, kind } = finish;
  const boards = boardsBehind(wall, layer);
  const onBoards = boards.length > 0;
  const drains = drainageOf(wall) !== null;
  const foam = boards.some(({ fill }) => fill!.foamPlastic === true);
  const line = waterLine(wall);
  const barrier = line?.id === layer.id ? null : line;
  const soft = kind === 'insulated-finish' || (kind === 'acrylic-over-cement' && onBoards);
  const coats = wall.layers.slice(layer.index + 1).filter(({ fill }) => fill);
  return {
    kind,
    name: NAMES[kind],
    parts: [
      ...(barrier ? [{ layer: barrier, role: 'water barrier' }] : []),
      ...boards.map((one) => ({ layer: one, role: 'board that carries it' })),
      {
        layer,
        role: kind === 'acrylic-over-cement' ? 'cement base and finish' : 'base and finish',
      },
      ...coats.map((one) => ({ layer: one, role: 'coat' })),
    ],
    drains,
    mixed: mixedOf(kind, boards),
    foam,
    risks: risksOf(kind, { drains, foam, onBoards }),
    needs: needsOf(kind, { drains, foam, onBoards, barrier: barrier !== null }),
    signs: onBoards
      ? say`The system’s maker for its parts, a trained applicator for the work, and a design professional where fire or wind asks for one.`
      : say`The plasterer for base and finish, the general contractor for lath, paper and flashings; the inspector sees the lath before it is covered.`,
    places: placesOf(soft, wall),
  };
}

/** Parts that no one system has together. */
function mixedOf(kind: SystemKind, boards: readonly ResolvedLayer[]): Message | null {
  const board = boards.at(-1);
  if (!board) {
    return kind === 'insulated-finish'
      ? say`A base coat and finish made for boards, without boards: another maker’s test, if any.`
      : null;
  }
  const id = board.fillId!;
  if (kind === 'acrylic-over-cement')
    return say`A cement base with an acrylic finish on insulation is put together from stucco and from insulated finish: neither’s tests cover it.`;
  if (kind === 'insulated-finish' && !/^eps/.test(id))
    return say`Insulated finishes are tested with their own board, most with EPS: another board needs a test of its own.`;
  if (
    kind === 'cement-stucco' &&
    boards.reduce((sum, { thickness }) => sum + thickness, 0) > 0.0385
  )
    return say`Stucco over more than ${measured('length', 0.0381)} of board: its lath hangs on longer fasteners than its tests used.`;
  return null;
}

interface Found {
  drains: boolean;
  foam: boolean;
  onBoards: boolean;
}

function risksOf(kind: SystemKind, { drains, foam, onBoards }: Found): Message[] {
  const risks: Message[] = [];
  const cement = kind === 'cement-stucco' || kind === 'acrylic-over-cement';
  if (cement)
    risks.push(
      say`Cement shrinks and cracks: control joints, wet curing, and paper that it does not stick to.`,
      say`It soaks up rain, and the sun drives the vapor inward: a retarder inside is then the wrong place.`,
    );
  if (kind === 'acrylic-over-cement')
    risks.push(
      say`The acrylic finish slows what the base could dry outward, and bridges cracks that still take in water.`,
      say`It looks like an insulated finish and is none: no board of its system, no test of the whole.`,
    );
  if (!drains)
    risks.push(
      onBoards
        ? say`Water that gets past a joint stays between board and barrier: nothing drains it.`
        : say`Without a gap, water behind the plaster leaves only through it or into the sheathing.`,
    );
  if (kind === 'insulated-finish')
    risks.push(
      say`Thin and soft: impact, birds, and bare board edges let in water and fire.`,
      say`It relies on sealant at every opening: joints are looked after for life.`,
    );
  if (kind === 'mineral-render')
    risks.push(
      say`Grows algae where it stays damp, and cracks over boards that were not staggered.`,
    );
  if (foam)
    risks.push(
      say`The foam burns: fire blocking at floors and openings, the thermal barrier inside, and the fire test of the whole wall.`,
    );
  return risks;
}

function needsOf(
  kind: SystemKind,
  { drains, foam, onBoards, barrier }: Found & { barrier: boolean },
): SystemNeed[] {
  const need = (
    id: string,
    text: Message,
    why: Message,
    built: boolean | null,
    proof: ProofKind | null,
  ): SystemNeed => ({ id, text, why, built, proof });
  const wraps =
    onBoards ||
    kind === 'insulated-finish' ||
    kind === 'mineral-render' ||
    kind === 'acrylic-over-cement';
  return [
    need(
      'one-source',
      say`All parts from one source`,
      onBoards
        ? say`Board, base coat, mesh and finish are tested together; one maker answers for them.`
        : say`Base, mesh and finish are made for each other; one maker answers for them.`,
      null,
      'one-source',
    ),
    ...(foam || kind === 'insulated-finish'
      ? [
          need(
            'fire-test',
            say`Fire test of the whole wall`,
            say`With this foam at this thickness, where the adopted code asks for it.`,
            null,
            'fire-test',
          ),
        ]
      : []),
    ...(wraps
      ? [
          need(
            'edge-wraps',
            say`Edge wraps at every end`,
            say`Mesh and base coat around the edge at base, top, openings, joints and penetrations: a bare edge lets in water, fire and insects.`,
            null,
            'edge-details',
          ),
        ]
      : [
          need(
            'edges',
            say`Weep screed at the base, beads at every end`,
            say`Water leaves at the screed, ${measured('length', 0.1016)} above grade; casing beads with sealant joints at openings.`,
            null,
            'edge-details',
          ),
        ]),
    need(
      'barrier',
      say`A water barrier behind it`,
      kind === 'insulated-finish' || kind === 'mineral-render'
        ? say`Behind the boards, tied into the flashings.`
        : say`Two layers, or one that the plaster does not stick to with a space behind.`,
      barrier,
      null,
    ),
    need(
      'drainage',
      say`Drainage`,
      onBoards
        ? say`Grooves, ribbons of glue upright, or a mat between boards and barrier, open at the base.`
        : say`A gap or a mat between plaster and barrier, ${measured('length', 0.0047625)} at least in wet climates.`,
      drains,
      null,
    ),
    need(
      'evaluation',
      say`Evaluation report`,
      say`Says with which boards, thicknesses, barriers and fasteners it is approved.`,
      null,
      'evaluation',
    ),
    need(
      'instructions',
      say`Instructions, by version`,
      say`The inspector holds the work against them.`,
      null,
      'instructions',
    ),
    ...(kind === 'cement-stucco'
      ? []
      : [
          need(
            'applicator',
            say`A trained applicator`,
            say`The maker stands for the work of trained hands alone.`,
            null,
            'applicator',
          ),
        ]),
  ];
}

function placesOf(soft: boolean, wall: ResolvedWall): Message[] {
  const boards = attachmentOf(wall)?.design.hung.boards ?? [];
  return [
    ...(soft
      ? [
          say`Birds peck at soft finishes: at corners, bands and trim, under eaves, beside ledges and near trees. Heavy mesh there, in a second layer, and no foam trim within their reach.`,
          say`People lean ladders and bicycles: heavy mesh up to ${measured('length', 1.8288)} above grade.`,
        ]
      : []),
    say`Laps go around the house: mesh laps ${measured('length', 0.0635)} at least and never at a corner of an opening; the barrier laps like shingles and turns ${measured('length', 0.3048)} around corners.`,
    ...(boards.length > 0
      ? [say`Boards stagger at corners, and no joint of theirs meets a corner of an opening.`]
      : []),
  ];
}
