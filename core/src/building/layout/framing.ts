import {
  outlineOf,
  SAME,
  type Corner,
  type Elevation,
  type Opening,
  type Outline,
  type Practice,
} from '../house/index.ts';
import { tradeOf, type Trade } from '../../assembly/trade/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import type { Conflict, FrameMember, MemberKind, Span } from './types.ts';

/** What the main frame of the assembly says: how wide a stud is seen from outdoors, and how far apart they stand, m. */
export interface FrameSizes {
  width: number;
  spacing: number;
}

/** An opening with what carries it decided. */
export type FramedOpening = Opening & { jacks: number };

/** The frame of one elevation. */
export interface Framing {
  outline: Outline;
  sizes: FrameSizes;
  /** Thickness of plates, sills and blocking, m. */
  thickness: number;
  members: FrameMember[];
  /** Those openings that could be framed. */
  openings: FramedOpening[];
  /** Pieces of bottom plate, cut at doors and steps. */
  plates: Span[];
  /** Top of the bottom plates, and underside of the top plates, at x. */
  floorAt: (x: number) => number;
  ceilingAt: (x: number) => number;
  conflicts: Conflict[];
}

/** What is seen of a frame. */
export interface FrameShare {
  /** m² */
  area: { gross: number; openings: number; net: number };
  /** Wood that is seen, m². */
  wood: number;
  /** Wood over the net area. */
  factor: number;
}

/** Thickness of plates, sills and blocking where nothing is said, m. */
const PLATE = 0.0381;

/** The longest wall that is not asked about, m. */
const LONGEST = 60;

/** Extra studs of a corner. */
const CORNER_STUDS: Record<Corner, number> = {
  plain: 0,
  'two-stud': 1,
  'three-stud': 2,
  ladder: 0,
};

const overlap = (a: Span, b: Span): boolean => a.from < b.to - SAME && b.from < a.to - SAME;

/** Whether something bears on an opening's header. */
const bears = ({ header }: Opening): boolean => header !== null && header !== undefined;

/** Jacks on each side of an opening: what it says itself, else by the practice of the house. */
export function jacksOf(opening: Opening, { jacksAt = 'all' }: Practice): number {
  if (opening.jacks !== undefined) return opening.jacks;
  return jacksAt === 'all' || (jacksAt === 'bearing' && bears(opening)) ? 1 : 0;
}

/**
 * Frames an elevation: end studs flush with the ends, corners, intersections, openings with kings, jacks, header and sill, then
 * studs on the layout where nothing stands yet, as cripples above and below openings.
 *
 * @param sizes of the assembly's main frame
 * @param practice of the house
 * @throws InputError where it has no outline
 */
export function frameElevation(
  elevation: Elevation,
  sizes: FrameSizes,
  practice: Practice = {},
  trade: Trade = tradeOf({}),
): Framing {
  const { width: w, spacing } = sizes;
  const outline = outlineOf(elevation);
  const { length } = outline;
  const thickness = elevation.plates?.thickness ?? PLATE;
  const bottom = elevation.plates?.bottom ?? 1;
  const top = elevation.plates?.top ?? practice.topPlate ?? 2;
  const members: FrameMember[] = [];
  const conflicts: Conflict[] = [];
  /** What stands from plate to plate already; layout studs give way to it. */
  const standing: Span[] = [];

  const floorAt = (x: number): number => outline.baseAt(x) + bottom * thickness;
  /** Underside of the top plates; a plate that slopes takes more height. */
  const ceilingAt = (x: number): number =>
    outline.topAt(x) - top * thickness * Math.hypot(1, outline.slopeAt(Math.min(x, length - SAME)));
  const put = (member: Omit<FrameMember, 'plies' | 'opening'> & Partial<FrameMember>): void => {
    members.push({ plies: 1, opening: null, ...member });
  };
  /** An upright from a height to the top plates, cut to their slope. */
  const upright = (
    kind: MemberKind,
    x: number,
    z: number,
    more: Partial<FrameMember> = {},
  ): void => {
    // In a valley of the top it ends at the lowest place over it.
    const valley = Math.min(
      ...outline.bends
        .filter((bend) => bend > x && bend < x + w)
        .flatMap((bend) => [ceilingAt(bend - 2 * SAME), ceilingAt(bend)]),
    );
    const heights = [
      Math.min(valley, ceilingAt(x)) - z,
      Math.min(valley, ceilingAt(x + w)) - z,
    ] as const;
    const raked = Math.abs(heights[0] - heights[1]) > SAME;
    put({
      kind,
      x,
      z,
      width: w,
      height: Math.max(...heights),
      ...(raked ? { heights } : {}),
      ...more,
    });
  };
  const stand = (kind: MemberKind, x: number, more: Partial<FrameMember> = {}): void => {
    // At a step it stands on the higher plate.
    upright(kind, x, Math.max(floorAt(x + SAME), floorAt(x + w - SAME)), more);
    standing.push({ from: x, to: x + w });
  };

  const conflict = (at: string, message: Message): void => void conflicts.push({ at, message });

  if (length > LONGEST)
    conflict(
      'length',
      say`a wall of ${measured('elevation', length)} is longer than any that is built in one`,
    );
  if (spacing > length)
    conflict('assembly', say`the studs stand farther apart than the wall is long`);
  (elevation.segments ?? []).forEach((segment, n) => {
    if (segment.spacing > length)
      conflict(`segments[${n}].spacing`, say`the studs stand farther apart than the wall is long`);
    if (segment.from < -SAME || segment.to > length + SAME)
      conflict(`segments[${n}]`, say`it reaches beyond the end of the wall`);
    if (segment.spacing < w + SAME)
      conflict(`segments[${n}].spacing`, say`the studs would stand in one another`);
  });
  (elevation.steps ?? []).forEach(({ x }, n) => {
    if (x <= SAME || x >= length - SAME)
      conflict(`steps[${n}]`, say`the plates step beyond the end of the wall`);
  });

  const places = [0, ...outline.bends, length - 2 * SAME].map((x) => x + SAME);
  if (places.some((x) => ceilingAt(x) - floorAt(x) <= SAME)) {
    conflict(
      elevation.top ? 'top' : 'height',
      say`its plates leave no room for studs: it is lower than they are, or steps up too far`,
    );
    return {
      outline,
      sizes,
      thickness,
      members,
      openings: [],
      plates: [],
      floorAt,
      ceilingAt,
      conflicts,
    };
  }

  // Ends and corners.
  const ends = [
    { side: 'left', x: 0, inward: 1 },
    { side: 'right', x: length - w, inward: -1 },
  ] as const;
  const ladders: { x: number; inward: 1 | -1 }[] = [];
  const taken = { left: w, right: w };
  for (const { side, x, inward } of ends) {
    if (side === 'right' && length < 2 * w - SAME) break;
    stand('stud', x);
    const corner = elevation.ends?.[side]?.corner ?? practice.corners ?? 'plain';
    for (let n = 1; n <= CORNER_STUDS[corner]; n++) {
      const at = x + inward * n * w;
      if (standing.some((other) => overlap({ from: at, to: at + w }, other))) break;
      stand('corner', at);
      taken[side] += w;
    }
    if (corner === 'ladder') ladders.push({ x: x + w / 2, inward });
  }

  // Openings that can be framed; the others are named.
  const openings = sound(
    (elevation.openings ?? []).map((one) => ({ ...one, jacks: jacksOf(one, practice) })),
    { outline, w, taken, floorAt, top: top * thickness, thickness },
    conflict,
  );
  const cuts: Span[] = [];
  for (const opening of openings) {
    const { id, x, sill, width, height, header, jacks } = opening;
    const right = x + width;
    const own = { opening: id };
    const lintel = { from: x - jacks * w, to: right + jacks * w };
    const head = sill + height;
    stand('king', lintel.from - w, own);
    stand('king', lintel.to, own);
    const deep = header ? header.depth : thickness;
    put({
      kind: 'header',
      x: lintel.from,
      z: head,
      width: lintel.to - lintel.from,
      height: deep,
      plies: header?.plies ?? 1,
      ...own,
    });
    for (let n = 1; n <= jacks; n++)
      for (const at of [x - n * w, right + (n - 1) * w]) {
        const z = floorAt(at + w / 2);
        put({ kind: 'jack', x: at, z, width: w, height: head - z, ...own });
      }
    if (!cutsPlate(opening))
      put({ kind: 'sill', x, z: sill - thickness, width, height: thickness, ...own });
    else cuts.push({ from: x, to: right });
  }

  // Where inner walls meet.
  for (const [n, { x, width, kind }] of (elevation.intersections ?? []).entries()) {
    const half = kind === 'three-stud' ? 1.5 * w : w / 2;
    const span =
      kind === 'ladder'
        ? { from: x - width / 2, to: x + width / 2 }
        : { from: x - half, to: x + half };
    if (span.from < 0 || span.to > length || members.some((one) => overlap(span, spanOf(one)))) {
      conflict(
        `intersections[${n}]`,
        say`it meets the wall where something else stands, or beyond its end`,
      );
      continue;
    }
    if (kind === 'backing') stand('backing', x - w / 2);
    if (kind === 'three-stud') for (const at of [-1.5, -0.5, 0.5]) stand('backing', x + at * w);
    if (kind === 'ladder') ladders.push({ x, inward: 1 });
  }

  // Studs on the layout.
  for (const center of layoutCenters(elevation, spacing, length)) {
    const span = { from: center - w / 2, to: center + w / 2 };
    if (span.from < -SAME || span.to > length + SAME) continue;
    if (standing.some((other) => overlap(span, other))) continue;
    const crossed = openings.find(({ x, width, jacks }) =>
      overlap(span, { from: x - jacks * w, to: x + width + jacks * w }),
    );
    if (!crossed) {
      stand('stud', span.from);
      continue;
    }
    const { id, x, sill, width, height, header } = crossed;
    // Where a jack stands there is none, above or below.
    if (span.from < x - SAME || span.to > x + width + SAME) continue;
    const own = { opening: id };
    const floor = floorAt(center);
    if (!cutsPlate(crossed) && sill - thickness - floor > SAME)
      put({
        kind: 'cripple',
        x: span.from,
        z: floor,
        width: w,
        height: sill - thickness - floor,
        ...own,
      });
    const above = sill + height + (header ? header.depth : thickness);
    if (Math.min(ceilingAt(span.from), ceilingAt(span.to)) - above > SAME)
      upright('cripple', span.from, above, own);
  }

  // Rungs between the uprights on either side.
  for (const { x, inward } of ladders) {
    const [from, to] = bay(x, inward);
    if (to - from <= SAME) continue;
    const rung = trade('rung-spacing');
    for (let z = floorAt((from + to) / 2) + rung; rung > thickness; z += rung) {
      if (z + thickness > Math.min(ceilingAt(from), ceilingAt(to))) break;
      put({ kind: 'blocking', x: from, z, width: to - from, height: thickness });
    }
  }

  return {
    outline,
    sizes,
    thickness,
    members,
    openings,
    plates: plates(),
    floorAt,
    ceilingAt,
    conflicts,
  };

  /** The free stretch between two uprights about a place; where one stands there, on its inner side. */
  function bay(x: number, inward: 1 | -1): [number, number] {
    let at = x;
    for (;;) {
      const here = standing.find(({ from, to }) => from - SAME <= at && at <= to + SAME);
      if (!here) break;
      at = inward > 0 ? here.to + 2 * SAME : here.from - 2 * SAME;
    }
    const from = Math.max(0, ...standing.filter(({ to }) => to <= at).map(({ to }) => to));
    const to = Math.min(length, ...standing.filter((one) => one.from >= at).map((one) => one.from));
    return [from, to];
  }

  /** Plates in one piece for each ply and run, cut at doors, steps and where the top bends. */
  function plates(): Span[] {
    const steps = (elevation.steps ?? []).map(({ x }) => x).filter((x) => x > 0 && x < length);
    const pieces = runs(length, cuts, steps);
    for (const { from, to } of pieces)
      for (let ply = 0; ply < bottom; ply++)
        put({
          kind: 'bottomPlate',
          x: from,
          z: outline.baseAt((from + to) / 2) + ply * thickness,
          width: to - from,
          height: thickness,
        });
    const bends = outline.top.slice(1, -1).map(([x]) => x);
    for (const { from, to } of runs(length, [], bends)) {
      const slope = outline.slopeAt((from + to) / 2);
      const tall = thickness * Math.hypot(1, slope);
      for (let ply = 1; ply <= top; ply++) {
        const z = [
          outline.topAt(from + SAME) - ply * tall,
          outline.topAt(to - SAME) - ply * tall,
        ] as const;
        put({
          kind: 'topPlate',
          x: from,
          z: Math.min(...z),
          width: to - from,
          height: tall,
          ...(Math.abs(slope) > SAME ? { slope: z } : {}),
        });
      }
    }
    return pieces;
  }
}

/** Whether an opening goes down to the floor, so that it has no sill. */
export const cutsPlate = ({ kind, sill }: Opening): boolean => kind === 'door' && sill <= SAME;

/**
 * How much wood is seen of a frame; members that lie behind each other count once.
 *
 * @returns areas, m², and the counted framing factor: wood over the net area
 */
export function shareOf({ outline, members, openings }: Framing): FrameShare {
  const gross = outline.area;
  const open = openings.reduce((sum, { width, height }) => sum + width * height, 0);
  const net = gross - open;
  const wood = members.reduce((sum, member) => sum + seen(member), 0);
  return { area: { gross, openings: open, net }, wood, factor: net > SAME ? wood / net : 0 };
}

/** Whether a member stands. */
export const isUpright = (kind: MemberKind): boolean =>
  !/Plate$|^(header|sill|blocking)$/.test(kind);

const spanOf = ({ x, width }: FrameMember): Span => ({ from: x, to: x + width });

/** m² of a member that is seen: what is raked by the mean of its heights. */
const seen = ({ width, height, heights }: FrameMember): number =>
  width * (heights ? (heights[0] + heights[1]) / 2 : height);

/** A length less what is cut out of it, and cut once more at some places. */
function runs(length: number, cuts: readonly Span[], places: readonly number[]): Span[] {
  const edges = [0, ...places, length].sort((a, b) => a - b);
  return edges.slice(1).flatMap((to, i) => {
    let from = edges[i]!;
    const found: Span[] = [];
    for (const cut of cuts.toSorted((a, b) => a.from - b.from)) {
      if (cut.to <= from || cut.from >= to) continue;
      if (cut.from - from > SAME) found.push({ from, to: cut.from });
      from = Math.max(from, cut.to);
    }
    if (to - from > SAME) found.push({ from, to });
    return found;
  });
}

/** Centers of studs by the layout, from left to right: in a segment by its spacing, elsewhere by the frame's. */
export function layoutCenters(
  { layout, segments = [] }: Elevation,
  spacing: number,
  length: number,
): number[] {
  const { from = 'left', zero = 0 } = layout ?? {};
  const grid = (step: number): number[] => {
    const first = Math.ceil((-zero - SAME) / step);
    const last = Math.floor((length - zero + SAME) / step);
    return Array.from({ length: Math.max(0, last - first + 1) }, (_, n) => {
      const at = zero + (first + n) * step;
      return from === 'left' ? at : length - at;
    });
  };
  const inside = (x: number, segment: Span): boolean =>
    x >= segment.from - SAME && x <= segment.to + SAME;
  return [
    ...grid(spacing).filter((x) => !segments.some((segment) => inside(x, segment))),
    ...segments.flatMap((segment) => grid(segment.spacing).filter((x) => inside(x, segment))),
  ].sort((a, b) => a - b);
}

/** What openings have to fit into. */
interface Room {
  outline: Outline;
  w: number;
  /** What the corners take of either end, m. */
  taken: { left: number; right: number };
  floorAt: (x: number) => number;
  /** Height of the top plates, m. */
  top: number;
  thickness: number;
}

/** Openings that can be framed: within the wall, with room for kings, jacks and header, clear of each other. */
function sound(
  openings: readonly FramedOpening[],
  { outline: { length, topAt, slopeAt, bends }, w, taken, floorAt, top, thickness }: Room,
  conflict: (at: string, message: Message) => void,
): FramedOpening[] {
  const kept: (FramedOpening & { span: Span })[] = [];
  openings.forEach((opening, n) => {
    const { x, sill, width, height, header, jacks } = opening;
    const span = { from: x - (jacks + 1) * w, to: x + width + (jacks + 1) * w };
    const wrong = (message: Message): void => conflict(`openings[${n}]`, message);
    if (x < -SAME || x + width > length + SAME)
      return wrong(say`it reaches beyond the end of the wall`);
    if (span.from < taken.left - SAME || span.to > length - taken.right + SAME)
      return wrong(say`there is no room for its kings and jacks before the end of the wall`);
    // A gable is lowest over an end of the opening; a valley over its bend.
    const over = [span.from, span.to, ...bends.filter((at) => at > span.from && at < span.to)];
    const lowest = Math.min(
      ...over.map((at) => topAt(at) - top * Math.hypot(1, slopeAt(Math.min(at, length - SAME)))),
    );
    if (sill + height > lowest + SAME) return wrong(say`it is higher than the wall`);
    const deep = header?.depth ?? thickness;
    if (sill + height + deep > lowest + SAME)
      return wrong(say`its header does not fit below the top plates`);
    const floor = floorAt(x + width / 2);
    if (cutsPlate(opening)) {
      if (floor < -SAME || floor > 4 * thickness + SAME)
        return wrong(say`the plates step: it does not stand on them`);
    } else if (sill - thickness < floor - SAME)
      return wrong(say`its sill lies in the bottom plate`);
    if (Math.abs(floorAt(span.from) - floorAt(span.to)) > SAME)
      return wrong(say`the plates step below it`);
    if (opening.kind === 'door' && sill > SAME)
      conflict(`openings[${n}].sill`, say`a door stands on the floor: it is framed like a window`);
    const other = kept.find((one) => overlap(span, one.span));
    if (other) return wrong(say`it stands in the way of “${other.id}”, kings and jacks included`);
    kept.push({ ...opening, span });
  });
  return kept;
}
