import { claddingNeeds, isLapSiding, rolesOf } from '../materials/index.ts';
import { condensingPlaneIndex, judgedLayer } from '../steady-moisture/index.ts';
import { frameEnd, type ResolvedLayer, type ResolvedWall } from '../build-up/index.ts';
import type { Transient } from './types.ts';

/** Of the driven rain, what stays on the cladding; the rest splashes off. */
const WETTING = 0.7;

/** A house wall under its eaves: the factor on the driven rain (ASHRAE 160-2016, 4.6). */
export const EAVES = 0.35;

/** Rain that gets behind a cladding without a drained gap, share of the driven rain (ASHRAE 160-2016, 4.6). */
export const RAIN_BEHIND = 0.01;

/** Air behind laps that stand directly on the wall: depth, m, and its changes an hour. */
const BEHIND_LAPS = { depth: 0.01, changes: 10 };

/** Where nothing is stated: openings at top and at bottom, mm²/m; height of a gap, m. */
const DEFAULT_OPENING = 5000;
export const DEFAULT_HEIGHT = 2.7;

/** The least openings of a slightly ventilated space, mm²/m (EN ISO 6946, 6.9.3). */
const MIN_SLIGHT = 500;

/** The outermost layer where it is the cladding, or null. */
function claddingOf({ layers }: ResolvedWall): ResolvedLayer | null {
  const last = layers.at(-1);
  return last?.fill && rolesOf(last.fillId!, last.fill).includes('cladding') ? last : null;
}

/** The gap behind the cladding: the outermost layer of air that is not still, or null. */
export function ventilatedGap(wall: ResolvedWall): ResolvedLayer | null {
  return wall.layers.findLast(({ fill, ventilation }) => !fill && ventilation !== 'still') ?? null;
}

/** Lap siding that stands directly on the wall, so that air moves only behind its laps; else null. */
function lapsOnWall(wall: ResolvedWall): ResolvedLayer | null {
  const cladding = claddingOf(wall);
  if (!cladding || !isLapSiding(cladding.fillId!, cladding.fill!)) return null;
  const behind = wall.layers[cladding.index - 1];
  return behind && behind.fill !== null ? cladding : null;
}

/** The layer that is the water barrier: the outermost made to be one, else the outermost that can serve as one. */
export function waterBarrierOf(wall: ResolvedWall): ResolvedLayer | null {
  const outside = wall.layers
    .slice(frameEnd(wall) + 1)
    .filter(({ fill, fillId }) => fill && rolesOf(fillId!, fill).includes('wrb'));
  return (
    outside.findLast(({ fill, fillId }) => rolesOf(fillId!, fill!)[0] === 'wrb') ??
    outside.at(-1) ??
    null
  );
}

/** Where rain that gets behind the cladding runs: the water barrier, else the first sheet outside the frame. */
function wettedLayer(wall: ResolvedWall): ResolvedLayer | null {
  return (
    waterBarrierOf(wall) ??
    wall.layers.slice(frameEnd(wall) + 1).find(({ source }) => source.kind === 'sheet') ??
    null
  );
}

const drains = ({ fill, fillId, ventilation }: ResolvedLayer): boolean =>
  fill ? rolesOf(fillId!, fill).includes('drainage') : ventilation !== 'still';

/**
 * Whether rain that passes the cladding drains before it lies at the water barrier: a vented or drained space outside it,
 * a drainage texture or mat, or laps that drain themselves.
 */
export function rainDrains(wall: ResolvedWall): boolean {
  const wetted = wettedLayer(wall);
  if (!wetted || wetted.index === wall.layers.length - 1) return true;
  return lapsOnWall(wall) !== null || wall.layers.slice(wetted.index).some(drains);
}

/** Rain at the outer face of the water barrier. @returns undefined where it drains, or nothing stands in its way */
export function rainBehind(
  wall: ResolvedWall,
  share = RAIN_BEHIND,
): NonNullable<Transient['rain']> | undefined {
  const wetted = wettedLayer(wall);
  if (!wetted || share === 0 || rainDrains(wall)) return undefined;
  return { layer: wetted.id, face: 'outer', share, exposure: 1, overhang: EAVES };
}

/** The layer whose inner face leaking indoor air meets; null where nothing slows it. */
export function leakLayer(wall: ResolvedWall): ResolvedLayer | null {
  const judged = judgedLayer(wall);
  if (judged) return judged;
  const plane = condensingPlaneIndex(wall);
  return plane === null ? null : wall.layers[plane]!;
}

/** Openings of a gap at top and at bottom where nobody says otherwise, mm²/m. */
export function gapOpening(wall: ResolvedWall, gap: ResolvedLayer): number {
  if (gap.ventilation === 'slight') return Math.max(MIN_SLIGHT, gap.openingArea);
  const cladding = wall.layers.at(-1);
  return (
    (cladding?.fillId && claddingNeeds(cladding.fillId)?.gap.openingPerMetre) || DEFAULT_OPENING
  );
}

/** The air of the gap behind the cladding, by its openings. */
export function gapAirOf(wall: ResolvedWall): Transient['cavity'] {
  const gap = ventilatedGap(wall);
  return (
    (gap && {
      layer: gap.id,
      height: DEFAULT_HEIGHT,
      opening: gapOpening(wall, gap),
      // Weep joints of masonry stand open; a gap behind boards has insect screens.
      screened: gap.ventilation === 'open',
    }) ??
    undefined
  );
}

/** The air behind laps that stand on the wall. */
export function lapAirOf(wall: ResolvedWall): Transient['laps'] {
  const laps = lapsOnWall(wall);
  const { depth, changes } = BEHIND_LAPS;
  return laps ? { layer: laps.id, flow: (depth * changes) / 3600 } : undefined;
}

/** What the cladding takes up of the rain. @returns undefined where it takes up none */
export function facadeRain(wall: ResolvedWall): Transient['facade'] {
  return wall.layers.at(-1)?.fill?.waterAbsorption
    ? { wetting: WETTING, exposure: 1, overhang: EAVES }
    : undefined;
}

/**
 * How many faces from indoors on lie inside the gap, or inside the water barrier where there is no gap: what must stay
 * free of mold. The face at the gap itself meets outdoor air.
 */
export function facesInside(wall: ResolvedWall): number {
  const gap = ventilatedGap(wall) ?? lapsOnWall(wall);
  if (gap) return gap.index;
  const barrier = waterBarrierOf(wall);
  return barrier ? barrier.index + 1 : wall.layers.length;
}
