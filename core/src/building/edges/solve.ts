import {
  planeSteps,
  solveOn,
  surfaceAt,
  type PlaneSection,
  type PlaneSolution,
  type RefinedSolution,
  type SurfacePart,
} from '../../physics/conduction/index.ts';
import { leastMoldFactor } from '../../physics/steady-moisture/index.ts';
import { measured, say } from '../../common/units/index.ts';
import type { ResolvedWall } from '../../physics/build-up/index.ts';
import type { EdgeFinding, EdgeHeat, EdgeSection, Piece } from './types.ts';

/** An edge is solved until its coupling changes by less than this, relative. */
const TOLERANCE = 2e-3;

/** And until its temperature factor changes by less than this (EN ISO 10211:2017, 7.2). */
const FACTOR_SETTLES = 0.005;

/** Sheltered surfaces: the film that mold is judged with, m²K/W (EN ISO 13788:2012, 4.4.1). */
const SHELTERED = 0.25;

type SurfacePoint = Pick<SurfacePart, 'x' | 'y' | 'temperature'>;

/** What is found of an edge, and its field where somebody looks at it. */
export interface SolvedEdge {
  heat: EdgeHeat;
  field: RefinedSolution;
}

/**
 * Solves an edge: ψ = L2D − Σ U·l − L2D of what is taken off as it is, and its coldest inner surface.
 *
 * @returns in steps, so that a caller can stop in between; null where nothing of it counts for heat
 * @see EN ISO 10211:2017, clauses 7, 9 and 12; EN ISO 14683:2017, 4
 */
export function* solveEdgeSteps({
  thermal,
  pieces,
}: Pick<EdgeSection, 'thermal' | 'pieces'>): Generator<undefined, SolvedEdge | null> {
  if (!thermal) return null;
  const [cold, warm] = temperaturesOf(thermal.section);
  const factorOf = (solution: PlaneSolution): number => {
    const sheltered = coldestOf(solution, pieces, SHELTERED);
    return sheltered ? (sheltered.temperature - cold) / (warm - cold) : 1;
  };
  const field = yield* planeSteps(thermal.section, {
    tolerance: TOLERANCE,
    figure: { of: factorOf, within: FACTOR_SETTLES },
  });
  const l2d = couplingOf(field);
  const alone = thermal.without
    ? yield* planeSteps(thermal.without.section, { tolerance: TOLERANCE })
    : null;
  const taken = alone ? couplingOf(alone) : 0;
  const psi = thermal.flanks.reduce((rest, { u, length }) => rest - u * length, l2d - taken);
  const coldest = coldestOf(field, pieces, null);
  return {
    heat: {
      l2d,
      psi,
      surface: coldest?.temperature ?? warm,
      factor: factorOf(field),
      at: coldest ? [coldest.x, coldest.y] : [0, 0],
      change: field.change,
      error: field.change * l2d + (alone ? alone.change * taken : 0),
    },
    field,
  };
}

/** `solveEdgeSteps` in one go. */
export function solveEdge(section: Pick<EdgeSection, 'thermal' | 'pieces'>): SolvedEdge | null {
  const steps = solveEdgeSteps(section);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** Between indoors and outdoors, W/(m·K). */
function couplingOf({ places, l2d }: RefinedSolution): number {
  return l2d[places.indexOf('outdoors')]?.[places.indexOf('indoors')] ?? 0;
}

function temperaturesOf({ sides, environments = [] }: PlaneSection): [cold: number, warm: number] {
  let [cold, warm] = [Infinity, -Infinity];
  for (const { temperature } of [...Object.values(sides), ...environments])
    [cold, warm] = [Math.min(cold, temperature), Math.max(warm, temperature)];
  return [cold, warm];
}

/**
 * The coldest point of the inner surface but the window's own: the middle of a cell, or the end of a surface, as where the
 * wall meets the frame, to which the last two cells are followed in a straight line. Without that the reading would get
 * colder with every grid, for as long as cells get smaller.
 *
 * @param film in place of the one indoors, on the grid that is there, m²K/W
 */
function coldestOf(
  field: PlaneSolution,
  pieces: readonly Piece[],
  film: number | null,
): SurfacePoint | null {
  const own = pieces.filter(({ window }) => window);
  const sheltered = <T extends { place?: string; resistance: number }>(one: T): T =>
    one.place === 'indoors' && film !== null ? { ...one, resistance: film } : one;
  const solution =
    film === null
      ? field
      : solveOn(field, {
          sides: Object.fromEntries(
            Object.entries(field.sides).map(([name, side]) => [name, sheltered(side)]),
          ),
          environments: (field.environments ?? []).map(sheltered),
        });
  const columns = field.x.length - 1;
  const parts = surfaceAt(solution, 'indoors').filter(({ cell }) => {
    const i = cell % columns;
    const j = (cell - i) / columns;
    const x = (field.x[i]! + field.x[i + 1]!) / 2;
    const y = (field.y[j]! + field.y[j + 1]!) / 2;
    return !own.some((piece) => x > piece.x0 && x < piece.x1 && y > piece.y0 && y < piece.y1);
  });
  let coldest: SurfacePoint | null = null;
  for (const point of [...parts, ...surfaceEnds(parts, field)])
    if (!coldest || point.temperature < coldest.temperature) coldest = point;
  return coldest;
}

/** The ends of even surfaces, each with the temperature that its last two cells lead to where they are of one material. */
function surfaceEnds(
  parts: readonly SurfacePart[],
  { x: lines, conductivity }: PlaneSolution,
): SurfacePoint[] {
  const byFace = new Map(parts.map((part) => [`${part.face} ${part.cell}`, part]));
  return parts.flatMap((part) => {
    const upright = part.face === 'x0' || part.face === 'x1';
    const [along, across] = upright ? (['y', 'x'] as const) : (['x', 'y'] as const);
    const step = upright ? lines.length - 1 : 1;
    const next = (way: number): SurfacePart | undefined => {
      const one = byFace.get(`${part.face} ${part.cell + way * step}`);
      return one?.[across] === part[across] ? one : undefined;
    };
    return [-1, 1].flatMap((way) => {
      const before = next(-way);
      if (next(way) || !before || conductivity[before.cell] !== conductivity[part.cell]) return [];
      const reach = (way * part.length) / 2;
      const slope = (part.temperature - before.temperature) / (part[along] - before[along]);
      return [
        {
          x: part.x + (upright ? 0 : reach),
          y: part.y + (upright ? reach : 0),
          temperature: part.temperature + slope * reach,
        },
      ];
    });
  });
}

/** What is found by the heat of an edge: whether its coldest surface grows mold in any month. */
export function judgeEdgeHeat(wall: ResolvedWall, { factor, at, surface }: EdgeHeat): EdgeFinding {
  const least = leastMoldFactor(wall.months);
  const where = say`Coldest inner surface ${measured('temperature', surface)} on the design day. Its temperature factor is ${factor.toFixed(2)} with a sheltered film; no month asks for more than ${Math.max(0, least).toFixed(2)}. EN ISO 13788; the window’s own surface is its maker’s.`;
  if (factor < least)
    return {
      id: 'mold',
      status: 'caution',
      title: say`Mold can grow at this edge: it is too cold indoors`,
      reason: where,
      at,
    };
  return {
    id: 'mold',
    status: 'pass',
    title: say`Warm enough indoors against mold`,
    reason: where,
    at,
  };
}
