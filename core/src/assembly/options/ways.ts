import { assess } from '../assessment/index.ts';
import { InputError } from '../../common/errors.ts';
import {
  frameLayers,
  usualBetween,
  FRAME_SYSTEM_ROWS,
  type FrameRow,
  type Unnumbered,
} from '../framing/index.ts';
import { FASTENER_KINDS } from '../../physics/steady-heat/index.ts';
import { judge, MOISTURE_ORDER } from '../judgment/index.ts';
import {
  boardSteps,
  LIBRARY,
  MEMBRANE,
  rolesOf,
  STANDARD,
  type Material,
  type Materials,
} from '../../physics/materials/index.ts';
import type { UnitSystem } from '../../common/units/index.ts';
import {
  findMaterial,
  frameEnd,
  frameStart,
  resolveWall,
  withBrief,
  type Brief,
  type ProjectWall,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';

/** A usual way to build a wall, laid on a project's brief. */
export interface Way {
  id: string;
  name: string;
  /** In a sentence, what it does and what it gives up. */
  about: string;
}

interface Parts {
  /** How the main frame is built: a row of the frame systems, by unit system. */
  frame: Record<UnitSystem, string>;
  /** Between the studs; null leaves them empty. */
  fill: Record<UnitSystem, string> | null;
  /** Outside boards of this material, as thick as the brief needs. */
  board: string | null;
  /** What holds vapor back inside the frame: a membrane, or nothing but paint. */
  retarder: 'variable' | 'paint' | 'none';
  /** Battens inside for cables and boxes. */
  service?: true;
}

const FIBERS = { imperial: 'mineral-wool-batt', metric: 'mineral-wool-batt-metric' };
const DENSE = { imperial: 'cellulose-dense-pack', metric: 'cellulose-dense-pack' };
const STUDS = { imperial: 'us-2x6-16', metric: 'm-38x140' };

const TABLE: readonly (Way & Parts)[] = [
  {
    id: 'broken',
    name: 'Broken studs',
    about:
      'Foam between two pieces of wood breaks the studs: no board outside, thin, and the sheathing stays cold.',
    frame: { imperial: 'us-broken', metric: 'm-broken' },
    fill: FIBERS,
    board: null,
    retarder: 'variable',
  },
  {
    id: 'advanced',
    name: 'Advanced framing',
    about:
      'Studs at 24 in. or 600 mm, single plates and lean corners: less wood for nothing, where structure allows.',
    frame: { imperial: 'us-2x6-24', metric: 'm-38x140' },
    fill: FIBERS,
    board: null,
    retarder: 'variable',
  },
  {
    id: 'all-outside',
    name: 'All outside',
    about:
      'The frame stays empty and warm, every layer lies outside it: most forgiving, and the thickest board.',
    frame: { imperial: 'us-2x4-16', metric: 'm-38x140' },
    fill: null,
    board: STANDARD.fiberBoard,
    retarder: 'none',
  },
  {
    id: 'two-rows',
    name: 'Two rows of studs',
    about:
      'Two rows that do not touch, packed with cellulose: no foam, much R, and it lives by its air barrier.',
    frame: { imperial: 'us-two-rows', metric: 'm-two-rows' },
    fill: DENSE,
    board: null,
    retarder: 'variable',
  },
  {
    id: 'split-foam',
    name: 'Split, foam outside',
    about:
      'Part in the cavity, part in foam that keeps the sheathing warm: thin, and it dries inward only.',
    frame: STUDS,
    fill: FIBERS,
    board: STANDARD.foamBoard,
    retarder: 'paint',
  },
  {
    id: 'split-fibers',
    name: 'Split, fibers outside',
    about:
      'Part in the cavity, part in mineral wool that lets vapor out: dries both ways, and is thicker than foam.',
    frame: STUDS,
    fill: FIBERS,
    board: STANDARD.fiberBoard,
    retarder: 'variable',
  },
  {
    id: 'service-cavity',
    name: 'Service cavity',
    about:
      'Battens inside the air barrier take cables and boxes, so that nothing pierces it: costs room inside.',
    frame: STUDS,
    fill: FIBERS,
    board: STANDARD.fiberBoard,
    retarder: 'variable',
    service: true,
  },
];

/** The ways that are offered. */
export const WAYS: readonly Way[] = TABLE.map(({ id, name, about }) => ({ id, name, about }));

/** The thickest outside insulation that is laid out, m. */
const THICKEST = 0.26;

const sheet = (material: string, thickness = LIBRARY[material]!.thicknesses![0]!): Unnumbered => ({
  kind: 'sheet',
  material,
  thickness,
});

/** What a wall of a way has besides frame and insulation where no other wall shows it. */
const USUAL: Record<UnitSystem, { finish: Unnumbered[]; outside: Unnumbered[]; skin: string }> = {
  imperial: {
    finish: [sheet('gypsum-board', 0.0127)],
    outside: [sheet('osb', 0.0111), sheet(STANDARD.openMembrane)],
    skin: 'us-furring',
  },
  metric: {
    finish: [sheet('gypsum-board-metric', 0.0125)],
    outside: [sheet('osb', 0.012), sheet(STANDARD.openMembrane)],
    skin: 'm-furring',
  },
};
const CLADDING = sheet('fiber-cement-lap', 0.0079);

/** Steel screws through furring into each stud, as far apart up the stud as is usual, m. */
const UP_THE_STUD = 0.4064;
const SCREWS = (spacing: number) => {
  const { conductivity, diameter } = FASTENER_KINDS[0]!;
  return { conductivity, diameter, perArea: 1 / (spacing * UP_THE_STUD) };
};

const rowOf = (id: string): FrameRow => FRAME_SYSTEM_ROWS.find((row) => row.id === id)!;

/** What a wall has besides its frames and its insulation. */
interface Dress {
  finish: Unnumbered[];
  /** Sheathing and membranes. */
  outside: Unnumbered[];
  /** From an open gap outward; empty where there is none. */
  skin: Unnumbered[];
}

/**
 * A wall built a certain way, on a brief. Finish, sheathing, membranes and cladding are those of the wall that it stands
 * beside, where that has them. An outside board is as thin as it can be sold and still pass, reaching the brief's R;
 * where none does, the one that comes nearest.
 *
 * @param id of a way
 * @param like the wall that it stands beside
 * @param materials beyond the library
 * @throws InputError for a way that is not known
 */
export function wallOfWay(
  id: string,
  brief: Brief,
  units: UnitSystem,
  like: ProjectWall | null = null,
  materials: Materials = {},
): ProjectWall {
  const way = TABLE.find((one) => one.id === id);
  if (!way)
    throw new InputError('way', `there is no “${id}”`, TABLE.map((one) => one.id).join(', '));
  const { board } = way;
  const build = (boards: readonly number[]): ProjectWall =>
    built(way, boards, units, dressOf(like, brief, units, materials), like);
  if (board === null) return build([]);
  let best: { wall: ProjectWall; rank: number } | null = null;
  for (const { boards, total } of boardSteps(board, LIBRARY[board]!)) {
    if (total > THICKEST) break;
    const wall = build(boards);
    const assessment = assess(withBrief(wall, brief), materials);
    const status = MOISTURE_ORDER.indexOf(judge(assessment).moisture);
    const reaches = assessment.thermal.effective.r >= (brief.targets?.r ?? 0);
    if (status === MOISTURE_ORDER.indexOf('pass') && reaches) return wall;
    const rank = status + (reaches ? 0.5 : 0);
    if (!best || rank > best.rank) best = { wall, rank };
  }
  return best!.wall;
}

function built(
  way: Way & Parts,
  boards: readonly number[],
  units: UnitSystem,
  { finish, outside, skin }: Dress,
  like: ProjectWall | null,
): ProjectWall {
  const row = rowOf(way.frame[units]);
  const advanced = way.id === 'advanced' ? { framing: 'advanced' } : {};
  const fill = way.fill?.[units] ?? { air: { ventilation: 'still' as const } };
  const service = rowOf(units === 'imperial' ? 'us-service' : 'm-service');
  const retarder = {
    variable: [sheet(STANDARD.variableRetarder)],
    paint: [],
    none: [],
  }[way.retarder];
  const layers: Unnumbered[] = [
    ...(way.retarder === 'paint' ? [sheet(STANDARD.paint)] : []),
    ...finish,
    ...(way.service ? frameLayers(service, usualBetween('service')) : []),
    ...retarder,
    ...frameLayers({ ...row, ...advanced }, fill),
    ...outside,
    ...boards.map((thickness) => sheet(way.board!, thickness)),
    ...skin.map((layer) => onStuds(layer, row.spacing)),
  ];
  const { materials } = like ?? {};
  const first = layers.length - skin.length - boards.length;
  const id = (at: number): string => `L${at + 1}`;
  return {
    format: 'eldrun-wall',
    version: 1,
    name: way.name,
    layers: layers.map((layer, i) => ({ id: id(i), ...layer })),
    ...(boards.length > 0
      ? {
          fasteners: [
            { ...SCREWS(row.spacing), from: id(first), to: id(first + boards.length - 1) },
          ],
        }
      : {}),
    ...(materials ? { materials } : {}),
  };
}

/** Furring that stood on the studs of the other wall stands on those of this one. */
function onStuds(layer: Unnumbered, spacing: number): Unnumbered {
  if (layer.kind !== 'framed' || layer.member.direction === 'horizontal') return layer;
  return { ...layer, member: { ...layer.member, spacing } };
}

/** What a wall shows of finish, sheathing, membranes and cladding; what it does not show as is usual. */
function dressOf(
  like: ProjectWall | null,
  brief: Brief,
  units: UnitSystem,
  materials: Materials,
): Dress {
  const usual = USUAL[units];
  const furring = rowOf(usual.skin);
  const dress: Dress = {
    finish: usual.finish,
    outside: usual.outside,
    skin: [...frameLayers(furring, usualBetween('furring')), CLADDING],
  };
  if (!like || like.layers.length === 0) return dress;
  const wall = resolveWall(withBrief(like, brief), materials);
  const named =
    (roles: readonly string[]) =>
    (layer: Unnumbered): boolean => {
      if (layer.kind !== 'sheet') return false;
      const material: Material | undefined = findMaterial(layer.material, like, materials);
      return material !== undefined && roles.includes(rolesOf(layer.material, material)[0] ?? '');
    };
  const finish = unnumbered(wall, 0, frameStart(wall)).filter(
    (layer) => layer.thickness > MEMBRANE && named(['interior-finish'])(layer),
  );
  const outside = unnumbered(wall, frameEnd(wall) + 1, wall.counted).filter(
    named(['sheathing', 'wrb', 'air-barrier']),
  );
  const sheathed = outside.some(named(['sheathing']));
  const skin = unnumbered(wall, wall.counted, wall.layers.length);
  return {
    finish: finish.length > 0 ? finish : dress.finish,
    outside: sheathed ? outside : dress.outside,
    skin: skin.length > 0 ? skin : dress.skin,
  };
}

function unnumbered({ layers }: ResolvedWall, from: number, to: number): Unnumbered[] {
  return layers.slice(from, to).map(({ source }) => {
    const { id: _, ...layer } = source;
    return layer as Unnumbered;
  });
}
