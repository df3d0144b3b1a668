import data from '../../data/framing.json' with { type: 'json' };
import { LIBRARY, rolesOf } from '../materials/index.ts';
import type { UnitSystem } from '../units/index.ts';
import {
  clearFieldShare,
  findMaterial,
  frameOf,
  freeLayerId,
  mainFrameOf,
  placeFor,
  type Command,
  type FramedLayer,
  type Layer,
  type Member,
  type ProjectWall,
  type SheetLayer,
} from '../wall/index.ts';
import { FRAMING_PRESETS } from './presets.ts';

type Fill = FramedLayer['fill'];
type Unnumbered = Omit<SheetLayer, 'id'> | Omit<FramedLayer, 'id'>;

/** A usual way to frame a wall, or a layer of battens to add to one. */
export interface FrameSystem {
  id: string;
  name: string;
  units: UnitSystem;
  /** `main` takes the place of the frame that is there; `added` comes beside it. */
  role: 'main' | 'added';
  /** Its layers, indoors first; the one that keeps the place of the present frame comes as `principal`. */
  layers: (fill: Fill) => Unnumbered[];
  principal: number;
}

const IN = 0.0254;
const STILL: Fill = { air: { ventilation: 'still' } };
const OPEN: Fill = { air: { ventilation: 'open' } };

function solid(width: number, spacing: number, material = 'softwood', offset = 0): Member {
  return { section: 'solid', material, width, spacing, direction: 'vertical', offset };
}

function horizontal(width: number, spacing: number): Member {
  return { ...solid(width, spacing), direction: 'horizontal' };
}

function steel(web: number, spacing: number, flange = 0.0413, lip = 0.0127): Member {
  return {
    section: 'c',
    material: 'steel',
    web,
    flange,
    lip,
    spacing,
    direction: 'vertical',
    offset: 0,
  };
}

/** Framing beyond the clear field (plates, headers, corners) that is usual with members at a spacing, as an area share. */
function beyondClear(section: 'solid' | 'c', spacing: number, id: RegExp): number {
  const preset = FRAMING_PRESETS.find(
    (candidate) =>
      candidate.section === section &&
      id.test(candidate.id) &&
      Math.abs(candidate.spacing - spacing) < 0.002,
  );
  return preset ? preset.fraction - preset.clearFieldFraction : 0;
}

function framed(
  frame: string,
  thickness: number,
  fill: Fill,
  member: Member,
  excess = 0,
): Omit<FramedLayer, 'id'> {
  const layer = { kind: 'framed' as const, frame, thickness, fill, member };
  return excess > 0 ? { ...layer, fraction: round(clearFieldShare(member) + excess) } : layer;
}

/** To four digits, as factors are typed. */
function round(share: number): number {
  return Number(share.toPrecision(4));
}

function studs(
  id: string,
  name: string,
  units: UnitSystem,
  width: number,
  depth: number,
  spacing: number,
  preset = /^(wood-\d|metric-\d)/,
): FrameSystem {
  return {
    id,
    name,
    units,
    role: 'main',
    principal: 0,
    layers: (fill) => [
      framed('main', depth, fill, solid(width, spacing), beyondClear('solid', spacing, preset)),
    ],
  };
}

function twoRows(
  id: string,
  name: string,
  units: UnitSystem,
  width: number,
  depth: number,
  gap: number,
  spacing: number,
): FrameSystem {
  return {
    id,
    name,
    units,
    role: 'main',
    principal: 2,
    layers: (fill) => {
      const excess = beyondClear('solid', spacing, /double/) || 0.1;
      const between = typeof fill === 'string' ? fill : 'cellulose-dense-pack';
      return [
        framed('inner', depth, between, solid(width, spacing, 'softwood', spacing / 2), excess),
        { kind: 'sheet', material: between, thickness: gap },
        framed('main', depth, between, solid(width, spacing), excess),
      ];
    },
  };
}

function broken(
  id: string,
  name: string,
  units: UnitSystem,
  width: number,
  wood: number,
  gap: number,
  spacing: number,
): FrameSystem {
  return {
    id,
    name,
    units,
    role: 'main',
    principal: 1,
    layers: (fill) => {
      const excess = beyondClear('solid', spacing, /^(wood-\d|metric-\d)/);
      return [
        framed('main', wood, fill, solid(width, spacing), excess),
        framed('main', gap, fill, solid(width, spacing, 'xps')),
        framed('main', wood, fill, solid(width, spacing), excess),
      ];
    },
  };
}

/** Flanges and web of an I-shaped stud, as the engineered members of the framing tables. */
const I_STUD = data.engineeredMembers.find(({ kind }) => kind === 'i-joist')!;

function iStud(
  id: string,
  name: string,
  units: UnitSystem,
  width: number,
  depth: number,
  spacing: number,
): FrameSystem {
  return {
    id,
    name,
    units,
    role: 'main',
    principal: 1,
    layers: (fill) => {
      const excess = beyondClear('solid', spacing, /^(wood-\d+oc|metric-\d+$)/);
      const flange = I_STUD.flangeDepth!;
      return [
        framed('main', flange, fill, solid(width, spacing), excess),
        framed(
          'main',
          depth - 2 * flange,
          fill,
          solid(I_STUD.web!, spacing, 'i-joist-web'),
          excess,
        ),
        framed('main', flange, fill, solid(width, spacing), excess),
      ];
    },
  };
}

function cStuds(
  id: string,
  name: string,
  units: UnitSystem,
  depth: number,
  web: number,
  spacing: number,
): FrameSystem {
  return {
    id,
    name,
    units,
    role: 'main',
    principal: 0,
    layers: (fill) => {
      const member = steel(web, spacing);
      // Tracks, jambs and headers bring steel to about 1.6 times its clear field (note of the presets).
      return [
        { ...framed('main', depth, fill, member), fraction: round(1.6 * clearFieldShare(member)) },
      ];
    },
  };
}

function shell(
  id: string,
  name: string,
  units: UnitSystem,
  member: Member,
  depth: number,
): FrameSystem {
  return {
    id,
    name,
    units,
    role: 'main',
    principal: 0,
    layers: (fill) => [
      framed('main', depth, fill, member),
      { kind: 'sheet', material: 'steel', thickness: 0.002 },
    ],
  };
}

function added(
  id: string,
  name: string,
  units: UnitSystem,
  layer: Omit<FramedLayer, 'id'>,
): FrameSystem {
  return { id, name, units, role: 'added', principal: 0, layers: () => [layer] };
}

const mil = (n: number): number => data.steelGauges.find((gauge) => gauge.mil === n)!.design;

/** Usual frames in inch and metric sizes. Members in m; every figure can be changed afterwards. */
export const FRAME_SYSTEMS: readonly FrameSystem[] = [
  studs('us-2x4-16', 'Wood studs 2×4, 16 in. on center', 'imperial', 1.5 * IN, 3.5 * IN, 16 * IN),
  studs('us-2x6-16', 'Wood studs 2×6, 16 in. on center', 'imperial', 1.5 * IN, 5.5 * IN, 16 * IN),
  studs(
    'us-2x6-24',
    'Wood studs 2×6, 24 in. on center, advanced',
    'imperial',
    1.5 * IN,
    5.5 * IN,
    24 * IN,
    /advanced/,
  ),
  studs('us-2x8-24', 'Wood studs 2×8, 24 in. on center', 'imperial', 1.5 * IN, 7.25 * IN, 24 * IN),
  twoRows(
    'us-two-rows',
    'Two rows of 2×4, offset, 10-1/2 in. deep',
    'imperial',
    1.5 * IN,
    3.5 * IN,
    3.5 * IN,
    24 * IN,
  ),
  broken(
    'us-broken',
    'Thermally broken stud, 2×2, foam, 2×2',
    'imperial',
    1.5 * IN,
    1.5 * IN,
    2.5 * IN,
    16 * IN,
  ),
  iStud(
    'us-i-stud',
    'I-shaped stud, 9-1/2 in., 24 in. on center',
    'imperial',
    I_STUD.widths[0]!,
    I_STUD.depths[0]!,
    24 * IN,
  ),
  cStuds(
    'us-steel-362',
    'Steel C-stud 3-5/8 in., 43 mil, 16 in. on center',
    'imperial',
    3.625 * IN,
    mil(43),
    16 * IN,
  ),
  cStuds(
    'us-steel-600',
    'Steel C-stud 6 in., 43 mil, 16 in. on center',
    'imperial',
    6 * IN,
    mil(43),
    16 * IN,
  ),
  shell(
    'us-shell-battens',
    'Steel sheet shell, 2×3 battens',
    'imperial',
    solid(1.5 * IN, 24 * IN),
    2.5 * IN,
  ),
  shell(
    'us-shell-channels',
    'Steel sheet shell, 2-1/2 in. steel channels',
    'imperial',
    steel(mil(33), 24 * IN),
    2.5 * IN,
  ),
  studs('m-38x140', 'Timber studs 38 × 140 mm at 600', 'metric', 0.038, 0.14, 0.6),
  studs('m-45x195', 'Timber studs 45 × 195 mm at 600', 'metric', 0.045, 0.195, 0.6),
  studs('m-60x160', 'Timber studs 60 × 160 mm at 625', 'metric', 0.06, 0.16, 0.625),
  twoRows(
    'm-two-rows',
    'Two rows of 45 × 95 mm, offset, 290 deep',
    'metric',
    0.045,
    0.095,
    0.1,
    0.6,
  ),
  broken('m-broken', 'Thermally broken stud, 45, foam 90, 45', 'metric', 0.045, 0.045, 0.09, 0.6),
  iStud('m-i-stud', 'I-shaped stud, 300 mm at 600', 'metric', 0.045, 0.3, 0.6),
  cStuds('m-steel-100', 'Steel C-stud 100 mm, 1.2 mm, at 600', 'metric', 0.1, 0.0012, 0.6),
  cStuds('m-steel-150', 'Steel C-stud 150 mm, 1.2 mm, at 600', 'metric', 0.15, 0.0012, 0.6),
  shell(
    'm-shell-battens',
    'Steel sheet shell, 45 × 70 mm battens',
    'metric',
    solid(0.045, 0.6),
    0.07,
  ),
  shell(
    'm-shell-channels',
    'Steel sheet shell, 70 mm steel channels',
    'metric',
    steel(0.0009, 0.6),
    0.07,
  ),
  added(
    'us-service',
    'Service cavity, 2×3 battens laid flat',
    'imperial',
    framed('service', 1.5 * IN, STILL, horizontal(2.5 * IN, 24 * IN)),
  ),
  added(
    'us-cross',
    'Cross battens 2×3 outside, wool between',
    'imperial',
    framed('outside', 2.5 * IN, 'mineral-wool-board-medium', horizontal(1.5 * IN, 24 * IN)),
  ),
  added(
    'us-furring',
    'Furring 1×4 on the studs, open gap',
    'imperial',
    framed('furring', 0.75 * IN, OPEN, solid(3.5 * IN, 16 * IN, 'furring-1x4')),
  ),
  added(
    'm-service',
    'Service cavity, 45 × 45 mm battens',
    'metric',
    framed('service', 0.045, STILL, horizontal(0.045, 0.6)),
  ),
  added(
    'm-cross',
    'Cross battens 45 × 60 mm outside, wool between',
    'metric',
    framed('outside', 0.06, 'mineral-wool-board-medium', horizontal(0.045, 0.6)),
  ),
  added(
    'm-furring',
    'Furring 25 × 50 mm on the studs, open gap',
    'metric',
    framed('furring', 0.025, OPEN, solid(0.05, 0.6, 'furring-treated-1x4')),
  ),
];

/** Frames that a two-row wall is made of: a change of frame takes them all. */
const INNER_ROW = 'inner';

/**
 * What makes a frame system of a wall's present frame: its layers, from the innermost to the outermost of the main
 * frame and an inner row, are replaced; the fill stays. A system that is `added` goes where it belongs.
 *
 * @param wall the wall's document
 * @param find looks materials up, for the place of a layer
 */
export function frameCommands(
  wall: ProjectWall,
  system: FrameSystem,
  find = (id: string) => findMaterial(id, wall, {}),
): Command[] {
  if (system.role === 'added') {
    const layer = number(system.layers(OPEN)[0]!, freeLayerId(wall.layers));
    const main = mainLayers(wall)[0];
    const onStuds =
      layer.kind === 'framed' && layer.frame === 'furring' && main
        ? { ...layer, member: { ...layer.member, spacing: main.member.spacing } }
        : layer;
    return [{ type: 'insertLayer', index: placeFor(wall.layers, onStuds, find), layer: onStuds }];
  }
  const present = presentFrame(wall);
  const main = mainLayers(wall);
  const principal = main.toSorted((a, b) => b.thickness - a.thickness)[0];
  const fill =
    principal && typeof principal.fill === 'string' ? principal.fill : defaultFill(system);
  const fresh = system.layers(fill);
  const taken = wall.layers.filter((layer) => !present.includes(layer));
  const numbered: Layer[] = [];
  fresh.forEach((layer, i) => {
    const id =
      i === system.principal && principal
        ? principal.id
        : freeLayerId([...taken, ...numbered, ...(principal ? [principal] : [])]);
    numbered.push(number(layer, id));
  });
  const start = present[0]
    ? wall.layers.indexOf(present[0])
    : placeFor(wall.layers, numbered[0]!, find);
  return [
    ...present.map((layer): Command => ({ type: 'removeLayer', id: layer.id })),
    ...numbered.map((layer, i): Command => ({ type: 'insertLayer', index: start + i, layer })),
  ];
}

/** What leaves a wall without a frame: each layer of the main frame becomes a sheet of its fill; air stays air. */
export function unframedCommands(wall: ProjectWall): Command[] {
  return mainLayers(wall).flatMap((layer): Command[] => [
    { type: 'removeLayer', id: layer.id },
    {
      type: 'insertLayer',
      index: wall.layers.indexOf(layer),
      layer:
        typeof layer.fill === 'string'
          ? { id: layer.id, kind: 'sheet', material: layer.fill, thickness: layer.thickness }
          : { id: layer.id, kind: 'air', thickness: layer.thickness, ...layer.fill.air },
    },
  ]);
}

function defaultFill(system: FrameSystem): Fill {
  return system.units === 'imperial' ? 'mineral-wool-batt' : 'glass-wool-batt-metric';
}

/** Battens that stand beside the frame: no change of frame takes them. */
const BESIDE = ['service', 'outside', 'furring'];

function mainLayers({ layers }: ProjectWall): FramedLayer[] {
  const main = mainFrameOf(
    layers.filter((layer) => layer.kind !== 'framed' || !BESIDE.includes(frameOf(layer))),
  );
  return layers.filter(
    (layer): layer is FramedLayer => layer.kind === 'framed' && frameOf(layer) === main,
  );
}

/** The layers that a change of frame replaces: the frame's own, and insulation or its shell between and right behind them. */
function presentFrame(wall: ProjectWall): Layer[] {
  const main = mainLayers(wall);
  const isFrame = (layer: Layer): boolean =>
    layer.kind === 'framed' && (main.includes(layer) || frameOf(layer) === INNER_ROW);
  const first = wall.layers.findIndex(isFrame);
  if (first < 0) return [];
  const last = wall.layers.findLastIndex(isFrame);
  const shell = wall.layers[last + 1];
  const end = shell?.kind === 'sheet' && shell.material === 'steel' ? last + 1 : last;
  return wall.layers
    .slice(first, end + 1)
    .filter((layer) => isFrame(layer) || isReplaceable(layer));
}

function isReplaceable(layer: Layer): boolean {
  if (layer.kind !== 'sheet') return false;
  if (layer.material === 'steel') return true;
  const material = Object.hasOwn(LIBRARY, layer.material) ? LIBRARY[layer.material] : undefined;
  return material !== undefined && rolesOf(layer.material, material)[0] === 'cavity-insulation';
}

function number(layer: Unnumbered, id: string): Layer {
  return { ...layer, id };
}
