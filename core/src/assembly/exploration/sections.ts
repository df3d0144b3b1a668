import { designSection, type LayerAssessment } from '../assessment/index.ts';
import { resistanceBounds, solvePlane } from '../../physics/conduction/index.ts';
import {
  hasSteelStuds,
  moldFactorOf,
  planSectionOf,
  resistancesAt,
  shelteredFactor,
  type PlanSection,
} from '../../physics/steady-heat/index.ts';
import { isInsulation } from '../../physics/materials/index.ts';
import { frameEnd, type Layer, type ResolvedWall } from '../../physics/build-up/index.ts';

/** The same for walls of one situation whose counted layers are the same. */
export function countedKey(wall: ResolvedWall): string {
  const { layers, counted, outerFilm } = wall;
  // The main frame may go on beyond what counts.
  let key = `${outerFilm} ${frameEnd(wall)}`;
  for (let i = 0; i < counted; i++) key += keyOf(layers[i]!.source);
  return key;
}

/** What of a section the measures need. */
export interface SectionFigures {
  r: number;
  u: number;
  /** Temperature factor of the coldest inner surface, of `moldFactorOf`; computed where it is asked for. */
  factor: () => number;
}

/** A computation that is done once, when it is first asked for. */
function once<T>(compute: () => T): () => T {
  let value: { of: T } | null = null;
  return () => (value ??= { of: compute() }).of;
}

/** A wall's place among those that differ in nothing but the insulation outside their frames. */
export interface Place {
  group: string;
  /** R of that insulation, m²K/W. */
  outside: number;
  /** Bounds of the section's R, m²K/W. */
  lower: number;
  upper: number;
  /** R of the parallel path that lets most through, m²K/W. */
  worstPath: number;
}

/** A solved member of a group. */
interface Node {
  outside: number;
  /** Where between its bounds the section's R lies, 0 to 1. */
  weight: number;
  /** (1 − f)·R at the coldest surface: it hardly depends on what lies outside, m²K/W. */
  chill: () => number;
}

/** A curve through the solved members of a group. */
export interface Curve {
  nodes: Node[];
  /** How far the curve may lie off a member, share of its R. */
  error: number;
}

/** Two grids, with the flow extrapolated, lie within 0.02 % of the end on the reference walls: enough for a node. */
const NODE_TOLERANCE = 1;

/** What even the nearest curve may be off: the coarser nodes, share of R, and other materials of the same R, weight. */
const LEAST_ERROR = 1e-3;
const LEAST_WEIGHT = 0.02;

/** What a line between two nodes without a third to check it by may be off, weight. */
const UNCHECKED_WEIGHT = 0.04;

/** A layer so thin and with so little R that the flow along it is the same without it: m, m²K/W. */
const THIN = 0.002;
const SLIGHT = 0.02;

const layerKeys = new WeakMap<Layer, string>();

/** All of a layer, as text. */
function keyOf(layer: Layer): string {
  let key = layerKeys.get(layer);
  if (key === undefined) {
    layerKeys.set(layer, (key = JSON.stringify(layer)));
  }
  return key;
}

/**
 * Solves the sections of many walls of one situation. Walls with the same section share one solution.
 *
 * A section's R lies between that of isothermal planes and that of parallel paths. Where between them changes slowly
 * with the R outside the frame, so a few solved walls of a group that differ in nothing else give it for all of them.
 */
export class Sections {
  private readonly solved = new Map<string, SectionFigures>();
  /** How many sections were solved. */
  count = 0;

  /** The section's figures as `check` finds them. */
  exact({ wall }: LayerAssessment): SectionFigures {
    const key = countedKey(wall);
    let figures = this.solved.get(key);
    if (!figures) {
      const section = designSection(wall, false);
      figures = { r: section.r, u: section.u, factor: once(() => moldFactorOf(section)) };
      this.solved.set(key, figures);
      this.count++;
    }
    return figures;
  }

  /** A wall as a node of its group's curve. */
  node(layers: LayerAssessment): Node {
    const plan = planOf(layers.wall);
    const { lower, upper } = resistanceBounds(plan);
    const field = solvePlane(plan, { tolerance: NODE_TOLERANCE, quick: true });
    this.count++;
    const r = plan.width / field.throughFlow;
    return {
      outside: outsideOf(layers.wall).outside,
      weight: upper - lower > 1e-9 * upper ? (r - lower) / (upper - lower) : 0.5,
      chill: once(() => (1 - shelteredFactor(field)) * r),
    };
  }
}

/** Where a wall stands among the walls of an exploration; null where its section has to be solved for itself. */
export function placeOf(wall: ResolvedWall): Place | null {
  if (hasSteelStuds(wall)) return null;
  if (wall.layers.slice(0, wall.counted).some(({ ventilation }) => ventilation === 'slight'))
    return null;
  return { ...outsideOf(wall), ...resistanceBounds(planOf(wall)) };
}

function planOf(wall: ResolvedWall): PlanSection {
  const { indoorTemperature, outdoorTemperature } = wall.design;
  return planSectionOf(wall, resistancesAt(wall, indoorTemperature, outdoorTemperature));
}

/** The R of the insulation outside all frames, and what else the wall is made of. */
function outsideOf(wall: ResolvedWall): Pick<Place, 'group' | 'outside'> {
  const { indoorTemperature, outdoorTemperature } = wall.design;
  const { fill } = resistancesAt(wall, indoorTemperature, outdoorTemperature);
  const framed = wall.layers
    .slice(0, wall.counted)
    .findLastIndex(({ source }) => source.kind === 'framed');
  let outside = 0;
  let group = `${wall.outerFilm}`;
  for (let i = 0; i < wall.counted; i++) {
    const { fillId, fill: material, thickness, source } = wall.layers[i]!;
    if (i > framed && material && isInsulation(fillId!, material)) outside += fill[i]!;
    else if (source.kind !== 'sheet' || thickness > THIN || fill[i]! > SLIGHT)
      group += keyOf(source);
  }
  return { group, outside };
}

/** Along this the nodes are joined by straight lines. */
const along = (outside: number): number => Math.log(outside + 0.1);

/**
 * A curve through nodes of a group.
 *
 * @param nodes at least one
 * @param places of all its members
 */
export function curveOf(nodes: readonly Node[], places: readonly Place[]): Curve {
  const sorted = [...nodes].sort((a, b) => a.outside - b.outside);
  const spread = Math.max(...places.map(({ lower, upper }) => upper / lower - 1));
  let off = sorted.length > 2 ? LEAST_WEIGHT : UNCHECKED_WEIGHT;
  for (let i = 1; i < sorted.length - 1; i++) {
    // What one line misses at a node in between, the two lines that meet there miss less than half of.
    const straight = between(sorted[i - 1]!, sorted[i + 1]!, sorted[i]!.outside);
    off = Math.max(off, Math.abs(straight.weight - sorted[i]!.weight) / 2);
  }
  const error = Math.max(LEAST_ERROR, off * spread);
  return { nodes: sorted, error };
}

function between(a: Node, b: Node, outside: number): Node {
  const span = along(b.outside) - along(a.outside);
  const t = span > 1e-9 ? (along(outside) - along(a.outside)) / span : 0;
  return {
    outside,
    weight: a.weight + t * (b.weight - a.weight),
    chill: () => a.chill() + t * (b.chill() - a.chill()),
  };
}

/** What a curve says of the section of a member of its group. */
export function onCurve({ nodes }: Curve, { outside, lower, upper }: Place): SectionFigures {
  const next = nodes.findIndex((node) => node.outside >= outside);
  const right = nodes[next < 0 ? nodes.length - 1 : next]!;
  const left = next > 0 ? nodes[next - 1]! : right;
  const { weight, chill } = between(left, right, outside);
  const r = lower + Math.min(1, Math.max(0, weight)) * (upper - lower);
  return { r, u: 1 / r, factor: () => 1 - chill() / r };
}
