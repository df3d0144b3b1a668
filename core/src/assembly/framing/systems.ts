import framing from '../../../data/framing.json' with { type: 'json' };
import data from '../../../data/frame-systems.json' with { type: 'json' };
import type { UnitSystem } from '../../common/units/index.ts';
import {
  clearFieldShare,
  type FramedLayer,
  type Member,
  type SheetLayer,
} from '../../physics/build-up/index.ts';
import { FRAMING_PRESETS, sameSpacing } from './presets.ts';

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

/** How a frame is built and its sizes, m. */
export interface FrameRow {
  build: FrameBuild;
  /** Of its members; of the whole frame where it is made of one kind of them, as an I-shaped stud. */
  depth: number;
  spacing: number;
  /** Of a solid member; a C-stud has a web. */
  width?: number;
  web?: number;
  /** Of a C-stud or a channel. */
  flange?: number;
  lip?: number;
  /** Between two rows, or of the foam between two pieces of wood. */
  gap?: number;
  /** Depth of the plates that two staggered rows share. */
  plate?: number;
  /** `advanced` takes the framing factor of advanced framing. */
  framing?: string;
  /** Of the members, where they are no C-studs. */
  material?: string;
  /** Of battens: which frame they are, and how they run where that is not as usual. */
  frame?: 'service' | 'outside' | 'furring';
  direction?: Member['direction'];
}

type FrameBuild =
  'studs' | 'two-rows' | 'staggered' | 'broken' | 'i-stud' | 'c-stud' | 'shell' | 'battens';

/** A row of `frame-systems.json`. */
export interface SystemRow extends FrameRow {
  id: string;
  name: string;
  units: string;
}

const STILL: Fill = { air: { ventilation: 'still' } };
export const OPEN: Fill = { air: { ventilation: 'open' } };

function solid(width: number, spacing: number, material = 'softwood', offset = 0): Member {
  return { section: 'solid', material, width, spacing, direction: 'vertical', offset };
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

/** 24 in. and 600 mm: advanced framing is counted alike at both. */
const wide = (a: number, b: number): boolean => Math.abs(a - b) < 0.01;

/** Framing beyond the clear field (plates, headers, corners) that is usual with members at a spacing, as an area share. */
function beyondClear(
  spacing: number,
  id: RegExp,
  same: (a: number, b: number) => boolean = sameSpacing,
): number {
  const preset = FRAMING_PRESETS.find(
    (candidate) =>
      candidate.section === 'solid' && id.test(candidate.id) && same(candidate.spacing, spacing),
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
const BATTENS = {
  service: { fill: STILL, direction: 'horizontal' },
  outside: { fill: 'mineral-wool-board-medium', direction: 'horizontal' },
  furring: { fill: OPEN, direction: 'vertical' },
} as const;

interface Builder {
  role: FrameSystem['role'];
  /** Which of the layers keeps the place of the present frame. */
  principal: number;
  /** Indoors first, with a fill between the members. */
  layers: (row: FrameRow, fill: Fill) => Unnumbered[];
}

/** How a row of the table becomes layers, indoors first. */
const BUILDERS: Record<FrameBuild, Builder> = {
  studs: {
    role: 'main',
    principal: 0,
    layers: ({ width, depth, spacing, material, framing: how }, fill) => {
      // Advanced framing has one row, at 24 in., which stands for 600 mm as well.
      const excess =
        how === 'advanced' ? beyondClear(spacing, /advanced/, wide) : beyondClear(spacing, USUAL);
      return [framed('main', depth, fill, solid(width!, spacing, material), excess)];
    },
  },
  'two-rows': {
    role: 'main',
    principal: 2,
    layers: ({ width, depth, gap, spacing, material }, fill) => {
      const excess = beyondClear(spacing, /double/) || 0.1;
      const between = typeof fill === 'string' ? fill : 'cellulose-dense-pack';
      const inner = solid(width!, spacing, material, spacing / 2);
      return [
        framed('inner', depth, between, inner, excess),
        { kind: 'sheet', material: between, thickness: gap! },
        framed('main', depth, between, solid(width!, spacing, material), excess),
      ];
    },
  },
  // Studs of two rows on one plate: each row runs past the other, and the depth that both have holds twice as many.
  staggered: {
    role: 'main',
    principal: 2,
    layers: ({ width, depth, plate, spacing, material }, fill) => {
      const excess = beyondClear(spacing, USUAL);
      const alone = plate! - depth;
      const both = depth - alone;
      const row = solid(width!, spacing, material);
      return [
        framed('inner', alone, fill, { ...row, offset: spacing / 2 }, excess),
        framed('both', both, fill, { ...row, spacing: spacing / 2 }, excess),
        framed('main', alone, fill, row, excess),
      ];
    },
  },
  broken: {
    role: 'main',
    principal: 1,
    layers: ({ width, depth, gap, spacing }, fill) => {
      const wood = framed('main', depth, fill, solid(width!, spacing), beyondClear(spacing, USUAL));
      return [wood, framed('main', gap!, fill, solid(width!, spacing, 'xps')), wood];
    },
  },
  'i-stud': {
    role: 'main',
    principal: 1,
    layers: ({ width, depth, spacing }, fill) => {
      const excess = beyondClear(spacing, /^(wood-\d+oc|metric-\d+$)/);
      const flange = framed('main', I_STUD.flangeDepth!, fill, solid(width!, spacing), excess);
      const web = solid(I_STUD.web!, spacing, 'i-joist-web');
      return [flange, framed('main', depth - 2 * I_STUD.flangeDepth!, fill, web, excess), flange];
    },
  },
  'c-stud': {
    role: 'main',
    principal: 0,
    layers: ({ depth, web, flange, lip, spacing }, fill) => {
      const member = steel(web!, spacing, flange, lip);
      // Tracks, jambs and headers bring steel to about 1.6 times its clear field (note of the presets).
      const fraction = round(1.6 * clearFieldShare(member));
      return [{ ...framed('main', depth, fill, member), fraction }];
    },
  },
  shell: {
    role: 'main',
    principal: 0,
    layers: ({ width, web, depth, spacing }, fill) => [
      framed('main', depth, fill, web ? steel(web, spacing) : solid(width!, spacing)),
      { kind: 'sheet', material: 'steel', thickness: 0.002 },
    ],
  },
  battens: {
    role: 'added',
    principal: 0,
    layers: ({ frame, depth, width, web, flange, lip, spacing, material, direction }, fill) => {
      const member = web ? steel(web, spacing, flange, lip) : solid(width!, spacing, material);
      return [
        framed(frame!, depth, fill, {
          ...member,
          direction: direction ?? BATTENS[frame!].direction,
        }),
      ];
    },
  },
};

/**
 * The layers of a frame.
 *
 * @param row how it is built and its sizes, m
 * @param fill between its members
 * @returns indoors first
 */
export function frameLayers(row: FrameRow, fill: Fill): Unnumbered[] {
  return BUILDERS[row.build].layers(row, fill);
}

/** What usually stands between the battens of a frame beside the studs. */
export function usualBetween(frame: 'service' | 'outside' | 'furring'): Fill {
  return BATTENS[frame].fill;
}

/** The rows that the frames to choose from are made of. */
export const FRAME_SYSTEM_ROWS = data.systems as readonly SystemRow[];

/** Usual frames in inch and metric sizes. Members in m; every figure can be changed afterwards. */
export const FRAME_SYSTEMS: readonly FrameSystem[] = FRAME_SYSTEM_ROWS.map((row) => {
  const { role, principal } = BUILDERS[row.build];
  return {
    id: row.id,
    name: row.name,
    units: row.units as UnitSystem,
    role,
    principal,
    layers: (fill) => frameLayers(row, role === 'added' ? usualBetween(row.frame!) : fill),
  };
});
