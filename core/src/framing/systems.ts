import framing from '../../data/framing.json' with { type: 'json' };
import data from '../../data/frame-systems.json' with { type: 'json' };
import type { UnitSystem } from '../units/index.ts';
import { clearFieldShare, type FramedLayer, type Member, type SheetLayer } from '../wall/index.ts';
import { FRAMING_PRESETS } from './presets.ts';

export type Fill = FramedLayer['fill'];
export type Unnumbered = Omit<SheetLayer, 'id'> | Omit<FramedLayer, 'id'>;

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

/** A row of `frame-systems.json`: how it is built and its sizes, m. */
interface SystemRow {
  build: string;
  id: string;
  name: string;
  units: string;
  depth: number;
  spacing: number;
  /** Of a solid member; a C-stud has a web. */
  width?: number;
  web?: number;
  /** Between two rows, or of the foam between two pieces of wood. */
  gap?: number;
  /** `advanced` takes the framing factor of advanced framing. */
  framing?: string;
  frame?: string;
  material?: string;
}

const STILL: Fill = { air: { ventilation: 'still' } };
export const OPEN: Fill = { air: { ventilation: 'open' } };

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
function beyondClear(spacing: number, id: RegExp): number {
  const preset = FRAMING_PRESETS.find(
    (candidate) =>
      candidate.section === 'solid' &&
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

const USUAL = /^(wood-\d|metric-\d)/;

/** Flanges and web of an I-shaped stud, as the engineered members of the framing tables. */
const I_STUD = framing.engineeredMembers.find(({ kind }) => kind === 'i-joist')!;

/** What stands between the battens of a frame beside the studs, and how they run. */
const BATTENS: Record<string, { fill: Fill; member: (row: SystemRow) => Member }> = {
  service: { fill: STILL, member: ({ width, spacing }) => horizontal(width!, spacing) },
  outside: {
    fill: 'mineral-wool-board-medium',
    member: ({ width, spacing }) => horizontal(width!, spacing),
  },
  furring: {
    fill: OPEN,
    member: ({ width, spacing, material }) => solid(width!, spacing, material),
  },
};

type Builder = (row: SystemRow) => Pick<FrameSystem, 'role' | 'principal' | 'layers'>;

/** How a row of the table becomes layers. */
const BUILDERS: Record<string, Builder> = {
  studs: ({ width, depth, spacing, framing: how }) => ({
    role: 'main',
    principal: 0,
    layers: (fill) => {
      const excess = beyondClear(spacing, how === 'advanced' ? /advanced/ : USUAL);
      return [framed('main', depth, fill, solid(width!, spacing), excess)];
    },
  }),
  'two-rows': ({ width, depth, gap, spacing }) => ({
    role: 'main',
    principal: 2,
    layers: (fill) => {
      const excess = beyondClear(spacing, /double/) || 0.1;
      const between = typeof fill === 'string' ? fill : 'cellulose-dense-pack';
      return [
        framed('inner', depth, between, solid(width!, spacing, 'softwood', spacing / 2), excess),
        { kind: 'sheet', material: between, thickness: gap! },
        framed('main', depth, between, solid(width!, spacing), excess),
      ];
    },
  }),
  broken: ({ width, depth, gap, spacing }) => ({
    role: 'main',
    principal: 1,
    layers: (fill) => {
      const wood = framed('main', depth, fill, solid(width!, spacing), beyondClear(spacing, USUAL));
      return [wood, framed('main', gap!, fill, solid(width!, spacing, 'xps')), wood];
    },
  }),
  'i-stud': ({ width, depth, spacing }) => ({
    role: 'main',
    principal: 1,
    layers: (fill) => {
      const excess = beyondClear(spacing, /^(wood-\d+oc|metric-\d+$)/);
      const flange = framed('main', I_STUD.flangeDepth!, fill, solid(width!, spacing), excess);
      const web = solid(I_STUD.web!, spacing, 'i-joist-web');
      return [flange, framed('main', depth - 2 * I_STUD.flangeDepth!, fill, web, excess), flange];
    },
  }),
  'c-stud': ({ depth, web, spacing }) => ({
    role: 'main',
    principal: 0,
    layers: (fill) => {
      const member = steel(web!, spacing);
      // Tracks, jambs and headers bring steel to about 1.6 times its clear field (note of the presets).
      const fraction = round(1.6 * clearFieldShare(member));
      return [{ ...framed('main', depth, fill, member), fraction }];
    },
  }),
  shell: ({ width, web, depth, spacing }) => ({
    role: 'main',
    principal: 0,
    layers: (fill) => [
      framed('main', depth, fill, web ? steel(web, spacing) : solid(width!, spacing)),
      { kind: 'sheet', material: 'steel', thickness: 0.002 },
    ],
  }),
  battens: (row) => {
    const { fill, member } = BATTENS[row.frame!]!;
    return {
      role: 'added',
      principal: 0,
      layers: () => [framed(row.frame!, row.depth, fill, member(row))],
    };
  },
};

/** Usual frames in inch and metric sizes. Members in m; every figure can be changed afterwards. */
export const FRAME_SYSTEMS: readonly FrameSystem[] = data.systems.map((row: SystemRow) => ({
  id: row.id,
  name: row.name,
  units: row.units as UnitSystem,
  ...BUILDERS[row.build]!(row),
}));
