import { AIR_BARRIER_PERMEANCE, rolesOf, type Material } from '../materials/index.ts';
import { frameStart, frameEnd, type ResolvedLayer, type ResolvedWall } from '../build-up/index.ts';

/** Closed-cell spray foam is at least so dense or so tight: kg/m³ (1.5 lb/ft³), μ. */
const CLOSED_CELL = { density: 24, mu: 30 };

/**
 * Whether air is stopped by a category of which no air permeance is stated: sheets and boards that are made without
 * pores or gaps. Fibers, loose fills, boards, sidings and membranes that are no air barriers let it pass.
 */
const STOPS_AIR = new Set([
  'gypsum',
  'plaster',
  'wood-panel',
  'cement-panel',
  'composite',
  'engineered-lumber',
  'rigid-foam',
  'special-insulation',
  'metal',
  'plastic',
]);

/** Whether a material stops air: at most 0.02 L/(s·m²) at 75 Pa, else by its roles and category. */
export function stopsAir(id: string, material: Material): boolean {
  if (material.airPermeance !== undefined) return material.airPermeance <= AIR_BARRIER_PERMEANCE;
  if (material.category === 'membrane') return rolesOf(id, material).includes('air-barrier');
  return STOPS_AIR.has(material.category ?? '');
}

function isClosedCellFoam({ category, density, vapor }: Material): boolean {
  return (
    category === 'spray-foam' &&
    ((density ?? 0) >= CLOSED_CELL.density ||
      (vapor !== null && 'mu' in vapor && vapor.mu >= CLOSED_CELL.mu))
  );
}

/**
 * The layer whose inner face leaking indoor air meets first: the first outside the main frame's fill that stops air, or
 * closed-cell foam within it. Looked for up to an open gap.
 *
 * @returns null without a frame or without such a layer
 */
export function judgedLayer(wall: ResolvedWall): ResolvedLayer | null {
  if (wall.mainFrame === null) return null;
  const end = frameEnd(wall);
  return (
    wall.layers
      .slice(frameStart(wall), wall.counted)
      .find(
        ({ fill, fillId, index }) =>
          fill && (index > end ? stopsAir(fillId!, fill) : isClosedCellFoam(fill)),
      ) ?? null
  );
}

/**
 * The layer whose outer face outdoor air meets first where it leaks in: going inward through the main frame's fill, the
 * first inside it that stops air.
 *
 * @returns null without a frame or without such a layer
 */
export function inwardLayer(wall: ResolvedWall): ResolvedLayer | null {
  if (wall.mainFrame === null) return null;
  return (
    wall.layers
      .slice(0, frameStart(wall))
      .findLast(({ fill, fillId }) => fill && stopsAir(fillId!, fill)) ?? null
  );
}
