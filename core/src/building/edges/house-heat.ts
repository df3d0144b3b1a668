import { designSection } from '../../assembly/assessment/index.ts';
import { USUAL_ENERGY, type Energy } from '../energy/index.ts';
import { correctionSum, effectiveOf, pathThermalOf } from '../../physics/steady-heat/index.ts';
import type { ElevationLayout } from '../layout/index.ts';
import { onceFor, type ResolvedWall } from '../../physics/build-up/index.ts';
import type { HouseEdge } from './house-edges.ts';
import { openingPlan } from './opening-plan.ts';
import type { EdgeHeat } from './types.ts';

/** Hours in each month of a year of 365 days. */
const HOURS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31].map((days) => 24 * days);

/** U of windows and doors where the house says none, W/(m²·K): double-glazed with a coating. */
export const USUAL_OPENING_U = 1.7;

/** What the outer walls of a house lose, with their edges: W/K. */
export interface EdgesHeat {
  /** Walls by area, at the U of their clear field. */
  walls: number;
  openings: number;
  /** Σ ψ·l, and of each edge, by its id. */
  edges: number;
  byEdge: Record<string, number>;
  total: number;
  /** By counted framing instead, where every assembly has it: Σ A·U. */
  counted: number | null;
}

/**
 * U of a wall's clear field: its section with the studs at their spacing, and the corrections for fasteners, point bridges and voids. The
 * wood of edges is in their ψ, so it is not in this.
 */
export function clearFieldU(wall: ResolvedWall): number {
  return onceFor(wall, computeClearFieldU);
}

function computeClearFieldU(wall: ResolvedWall): number {
  const section = designSection(wall, false);
  const { corrections } = effectiveOf(wall, pathThermalOf(wall), section);
  return section.u + correctionSum(corrections);
}

/** Play and box between a rough opening and the frame in it, m, by `elevation/opening`. */
function insetsOf(
  edges: readonly Partial<Pick<HouseEdge, 'kind' | 'places' | 'said' | 'stack'>>[],
): Map<string, number> {
  return new Map(
    edges.flatMap(({ kind, places = [], said, stack }) =>
      kind === 'jamb' && said && stack
        ? places.map(({ elevation, opening }): [string, number] => [
            `${elevation}/${opening}`,
            openingPlan(stack, said).edge,
          ])
        : [],
    ),
  );
}

/**
 * Area of the frames in the openings of an elevation, m²: ψ of an opening is of the wall up to the rough opening and of the
 * window up to its frame, and has what lies between. A door has no such joint at its sill.
 */
function frameArea({ elevation, framing }: ElevationLayout, insets: Map<string, number>): number {
  return framing.openings.reduce((sum, { id, kind, width, height }) => {
    const inset = insets.get(`${elevation.id}/${id}`) ?? 0;
    return sum + (width - 2 * inset) * (height - (kind === 'door' ? 1 : 2) * inset);
  }, 0);
}

/**
 * The transmission heat loss coefficient of the outer walls: Σ A·U + Σ ψ·l, windows and doors with the area of their
 * frames.
 *
 * @param edges with how they are made, where their openings are to be taken to the frame
 * @param heats of the edges, by id
 * @param openingU W/(m²·K)
 * @param counted Σ A·U with counted framing, to hold against it
 * @see EN ISO 13789:2017, 6.2; EN ISO 14683:2017, 4
 */
export function edgesHeat(
  layouts: readonly ElevationLayout[],
  edges: readonly (Pick<HouseEdge, 'id' | 'length'> &
    Partial<Pick<HouseEdge, 'kind' | 'places' | 'said' | 'stack'>>)[],
  heats: Readonly<Record<string, Pick<EdgeHeat, 'psi'>>>,
  openingU: number = USUAL_OPENING_U,
  counted: number | null = null,
): EdgesHeat {
  let [walls, openings, sum] = [0, 0, 0];
  const insets = insetsOf(edges);
  for (const layout of layouts) {
    walls += layout.share.area.net * clearFieldU(layout.parts.wall);
    openings += frameArea(layout, insets) * openingU;
  }
  const byEdge: Record<string, number> = {};
  for (const { id, length } of edges) {
    const heat = heats[id];
    if (!heat) continue;
    byEdge[id] = heat.psi * length;
    sum += heat.psi * length;
  }
  return { walls, openings, edges: sum, byEdge, total: walls + openings + sum, counted };
}

/**
 * Degree hours of the months that are heated: Σ (θ_i − θ_e)·h where the month is colder than the limit, K·h.
 *
 * @param below °C
 */
function heatedDegreeHours(
  { months }: Pick<ResolvedWall, 'months'>,
  below: number = USUAL_ENERGY.heating.below,
): number {
  return months.reduce(
    (sum, { indoorTemperature, outdoorTemperature }, m) =>
      outdoorTemperature < below
        ? sum + Math.max(0, indoorTemperature - outdoorTemperature) * HOURS[m]!
        : sum,
    0,
  );
}

/** What a W/K costs in a year of heating, USD. */
export function yearlyCost(
  wall: Pick<ResolvedWall, 'months'>,
  { heating }: Pick<Energy, 'heating'> = USUAL_ENERGY,
): number {
  return (heatedDegreeHours(wall, heating.below) / 1000 / heating.efficiency) * heating.price;
}
