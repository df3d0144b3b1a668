import { tradeOf } from '../../assembly/trade/index.ts';
import type { Corner, Elevation, House } from '../house/index.ts';
import type { ElevationLayout } from '../layout/index.ts';
import type { ResolvedWall } from '../../physics/build-up/index.ts';
import { attachedSection } from './attached.ts';
import { baseSection } from './base.ts';
import { cornerSection } from './corner.ts';
import { EDGE_NAMES, GROUP_OF, Said } from './fields.ts';
import { jointSection } from './joint.ts';
import type { OpeningSize } from './opening-plan.ts';
import { openingSection } from './opening.ts';
import { partitionSection } from './partition.ts';
import { rimSection } from './rim.ts';
import { stackOf, type Stack } from './stack.ts';
import { topSection } from './top.ts';
import type { AddedEdge, Details, EdgeKind, EdgeSection, Seals, Settings } from './types.ts';

/** A place where an edge is: an elevation, and the opening there. */
interface EdgePlace {
  elevation: string;
  opening?: string;
}

/** Edges of a house that are made alike, as one. */
export interface HouseEdge {
  /** Such as `jamb north/W1`, of the first place; of an added edge its own. */
  id: string;
  kind: EdgeKind;
  name: string;
  assembly: string;
  /** All together, m. */
  length: number;
  places: EdgePlace[];
  said: Said;
  seals: Seals;
  stack: Stack;
  /** What only some kinds have. */
  size?: OpeningSize;
  corner?: Corner;
  partition?: { width: number; kind: 'ladder' | 'three-stud' | 'backing' };
  added: boolean;
}

export interface HouseEdges {
  edges: HouseEdge[];
  /** What could not be taken: where, and why. */
  problems: { at: string; problem: string }[];
}

/** Elevations whose plates lie this much higher stand on a floor, m. */
const STORY = 1.5;

/** A top that rises by less than this is level. */
const LEVEL = 0.01;

/**
 * The edges of a house: those that follow from its elevations, made alike put together, then those that were added.
 *
 * @param house for corners and trade figures
 * @param layouts of its elevations
 * @param details how its edges are made
 */
export function houseEdges(
  house: Pick<House<unknown>, 'practice' | 'trade'>,
  layouts: readonly ElevationLayout[],
  details: Partial<Details> = {},
): HouseEdges {
  const trade = tradeOf(house);
  const stacks = new Map<string, Stack>();
  const stackFor = (assembly: string, wall: ResolvedWall): Stack => {
    let stack = stacks.get(assembly);
    if (!stack) stacks.set(assembly, (stack = stackOf(wall, details.controls?.[assembly], trade)));
    return stack;
  };
  const found = new Map<string, HouseEdge>();
  const add = (
    kind: EdgeKind,
    { elevation, parts }: ElevationLayout,
    length: number,
    more: Pick<HouseEdge, 'size' | 'corner' | 'partition'> & { opening?: string } = {},
  ): void => {
    if (!(length > 0)) return;
    const { opening, ...own } = more;
    const { assembly } = elevation;
    const place = opening === undefined ? elevation.id : `${elevation.id}/${opening}`;
    const said = saidOf(
      kind,
      details,
      opening === undefined ? undefined : details.openings?.[place],
    );
    const key = JSON.stringify([kind, assembly, own, said.key]);
    const before = found.get(key);
    const here = { elevation: elevation.id, ...(opening === undefined ? {} : { opening }) };
    if (before) {
      before.length += length;
      before.places.push(here);
      return;
    }
    found.set(key, {
      id: `${kind} ${place}`,
      kind,
      name: EDGE_NAMES[kind],
      assembly,
      length,
      places: [here],
      said,
      seals: details.seals?.[kind] ?? {},
      stack: stackFor(assembly, parts.wall),
      ...own,
      added: false,
    });
  };
  const lowest = Math.min(...layouts.map(({ elevation }) => elevation.datum ?? 0));
  for (const layout of layouts) {
    openingEdges(layout, add);
    cornerEdges(layout, layouts, house, add);
    for (const { width, kind } of layout.elevation.intersections ?? [])
      add('partition', layout, layout.framing.outline.topAt(0), { partition: { width, kind } });
    const along = layout.framing.plates.reduce((sum, { from, to }) => sum + to - from, 0);
    add((layout.elevation.datum ?? 0) - lowest > STORY ? 'rim' : 'base', layout, along);
    if (!isCovered(layout.elevation, layouts)) topEdges(layout, add);
  }
  const problems: HouseEdges['problems'] = [];
  const own = (details.edges ?? []).flatMap((edge, n) => {
    const layout = layouts.find(({ elevation }) => elevation.assembly === edge.assembly);
    if (layout) return [addedEdge(edge, stackFor(edge.assembly, layout.parts.wall), details)];
    problems.push({
      at: `edges[${n}]`,
      problem: `“${edge.name ?? edge.id}” is of the assembly “${edge.assembly}”, of which no wall of the house is built`,
    });
    return [];
  });
  for (const place of Object.keys(details.openings ?? {})) {
    const [elevation, opening] = place.split('/');
    const layout = layouts.find((one) => one.elevation.id === elevation);
    if (!(layout?.elevation.openings ?? []).some(({ id }) => id === opening))
      problems.push({ at: `openings.${place}`, problem: 'there is no such opening any more' });
  }
  return { edges: [...found.values(), ...own], problems };
}

/** What is said of an edge of a kind: usual, of its group, its own. */
export const saidOf = (kind: EdgeKind, details: Partial<Details>, own?: Settings): Said =>
  new Said(GROUP_OF[kind], details.groups?.[GROUP_OF[kind]], own);

/** The section of an edge. */
export function sectionOf(edge: HouseEdge): EdgeSection {
  const { kind, stack, said, seals, size, corner, partition } = edge;
  switch (kind) {
    case 'head':
    case 'jamb':
    case 'sill':
      return openingSection(kind, stack, said, size ?? USUAL_SIZE, seals);
    case 'corner-outside':
    case 'corner-inside':
      return cornerSection(kind, stack, said, corner ?? 'plain', seals);
    case 'partition':
      return partitionSection(stack, partition ?? { width: 0.1143, kind: 'ladder' }, seals);
    case 'base':
      return baseSection(stack, said, seals);
    case 'rim':
      return rimSection(stack, said, seals);
    case 'eave':
    case 'rake':
      return topSection(kind, stack, said, seals);
    case 'roof':
    case 'ledger':
    case 'porch':
      return attachedSection(kind, stack, said, seals);
    case 'change':
    case 'control-joint':
    case 'panel-reveal':
      return jointSection(kind, stack, said, seals);
  }
}

/** A window of which nothing is known, m. */
const USUAL_SIZE: OpeningSize = {
  kind: 'window',
  width: 0.9144,
  height: 1.2192,
  header: null,
  jacks: 1,
};

function addedEdge(edge: AddedEdge, stack: Stack, details: Partial<Details>): HouseEdge {
  const { id, kind, name, assembly, length, settings, seals } = edge;
  return {
    id,
    kind,
    name: name ?? EDGE_NAMES[kind],
    assembly,
    length,
    places: [],
    said: saidOf(kind, details, settings),
    seals: { ...details.seals?.[kind], ...seals },
    stack,
    added: true,
  };
}

type Add = (
  kind: EdgeKind,
  layout: ElevationLayout,
  length: number,
  more?: Pick<HouseEdge, 'size' | 'corner' | 'partition'> & { opening?: string },
) => void;

function openingEdges(layout: ElevationLayout, add: Add): void {
  for (const { id, kind, width, height, header = null, jacks } of layout.framing.openings) {
    const more = { opening: id, size: { kind, width, height, header, jacks } };
    add('head', layout, width, more);
    add('jamb', layout, 2 * height, more);
    if (kind === 'window') add('sill', layout, width, more);
  }
}

/** Each corner once: at the right end of the wall that says which one it meets, as seen from outdoors. */
function cornerEdges(
  layout: ElevationLayout,
  layouts: readonly ElevationLayout[],
  { practice = {} }: Pick<House<unknown>, 'practice'>,
  add: Add,
): void {
  const { elevation, framing } = layout;
  for (const side of ['left', 'right'] as const) {
    const end = elevation.ends?.[side];
    if (!end?.meets || end.meets === elevation.id) continue;
    const other = layouts.find((one) => one.elevation.id === end.meets);
    const facing = other?.elevation.ends?.[side === 'left' ? 'right' : 'left'];
    const both = facing?.meets === elevation.id;
    // Where both say it, the one on the left counts; where one says it, that one.
    if (side === 'left' && both) continue;
    const at = side === 'left' ? 0 : elevation.length;
    const height = framing.outline.topAt(at) - framing.outline.baseAt(at);
    add(
      turnsIn(elevation, other?.elevation, side) ? 'corner-inside' : 'corner-outside',
      layout,
      height,
      {
        corner: end.corner ?? practice.corners ?? 'plain',
      },
    );
  }
}

/** Whether walls turn toward each other outdoors. Walking to the right as seen from outdoors, a house turns by −90°. */
function turnsIn(
  { facing }: Elevation,
  other: Elevation | undefined,
  side: 'left' | 'right',
): boolean {
  if (facing === undefined || other?.facing === undefined) return false;
  const turn = ((((other.facing - facing) % 360) + 540) % 360) - 180;
  return side === 'right' ? turn > 1 : turn < -1;
}

/** Whether another wall stands on this one. */
const isCovered = (below: Elevation, layouts: readonly ElevationLayout[]): boolean =>
  layouts.some(
    ({ elevation }) =>
      elevation.facing !== undefined &&
      elevation.facing === below.facing &&
      (elevation.datum ?? 0) - (below.datum ?? 0) > STORY &&
      elevation.length >= below.length / 2,
  );

function topEdges(layout: ElevationLayout, add: Add): void {
  const { top } = layout.framing.outline;
  let [level, sloped] = [0, 0];
  for (let n = 1; n < top.length; n++) {
    const [x0, z0] = top[n - 1]!;
    const [x1, z1] = top[n]!;
    if (Math.abs(z1 - z0) <= LEVEL * (x1 - x0)) level += x1 - x0;
    else sloped += Math.hypot(x1 - x0, z1 - z0);
  }
  add('eave', layout, level);
  add('rake', layout, sloped);
}
