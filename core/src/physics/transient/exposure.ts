import {
  claddingNeeds,
  isInsulation,
  isMasonryVeneer,
  type CladdingNeeds,
} from '../materials/index.ts';
import { condensingPlaneIndex, inwardLayer, judgedLayer } from '../steady-moisture/index.ts';
import {
  claddingLayer,
  drainageOf,
  EAVES,
  finishOnBoards,
  frameEnd,
  isLooseWrap,
  lapsOnWall,
  massMasonry,
  ventilatedGap,
  waterLine,
  type ResolvedLayer,
  type ResolvedWall,
} from '../build-up/index.ts';
import type { Transient } from './types.ts';

/** Of the driven rain, what stays on the cladding; the rest splashes off. */
const WETTING = 0.7;

/** Rain that gets behind a cladding without a drained gap, share of the driven rain (ASHRAE 160-2016, 4.6). */
export const RAIN_BEHIND = 0.01;

/** Air behind laps that stand directly on the wall: depth, m, and its changes an hour. */
const BEHIND_LAPS = { depth: 0.01, changes: 10 };

/** Where nothing is stated: openings at top and at bottom, mm²/m; height of a gap, m. */
const DEFAULT_OPENING = 5000;
export const DEFAULT_HEIGHT = 2.7;

/** The least openings of a slightly ventilated space, mm²/m (EN ISO 6946, 6.9.3). */
const MIN_SLIGHT = 500;

/**
 * Where rain that gets behind the cladding comes to lie: the outer face of the water line. Where that is the face of a
 * finish on insulation, what passes its joints lies behind it: at the first sheet outside the frame, or in the insulation.
 *
 * @returns null where the face itself is the barrier: masonry by its mass, a skin of steel
 */
function wettedLayer(wall: ResolvedWall): ResolvedLayer | null {
  const line = waterLine(wall);
  if (line && line.id === massMasonry(wall)?.id) return null;
  const wetted =
    line && line.id !== finishOnBoards(wall)?.id
      ? line
      : wall.mainFrame === null
        ? wall.layers.findLast(({ fill, fillId }) => fill && isInsulation(fillId!, fill))
        : wall.layers.slice(frameEnd(wall) + 1).find(({ source }) => source.kind === 'sheet');
  return wetted && wetted.index < wall.layers.length - 1 ? wetted : null;
}

/**
 * Rain that lies at the outer face of the water line, and at its inner one where that is a membrane that hangs loose.
 *
 * @returns undefined where it drains, or nothing stands behind the face
 */
export function rainBehind(
  wall: ResolvedWall,
  share = RAIN_BEHIND,
): NonNullable<Transient['rain']> | undefined {
  return share === 0 || drainageOf(wall) ? undefined : rainAt(wall, share);
}

/** The same whether it drains or not. */
export function rainAt(
  wall: ResolvedWall,
  share: number,
): NonNullable<Transient['rain']> | undefined {
  const wetted = wettedLayer(wall);
  return wetted
    ? {
        layer: wetted.id,
        face: isLooseWrap(wetted) ? 'inner' : 'outer',
        share,
        exposure: 1,
        overhang: EAVES,
      }
    : undefined;
}

/** The layer whose inner face leaking indoor air meets; null where nothing slows it. */
export function leakLayer(wall: ResolvedWall): ResolvedLayer | null {
  const judged = judgedLayer(wall);
  if (judged) return judged;
  const plane = condensingPlaneIndex(wall);
  return plane === null ? null : wall.layers[plane]!;
}

/**
 * The air leak of a wall in a house of a q50: what presses outward brings indoor air to the judged face, what presses inward
 * outdoor air to the first face inside the fill.
 *
 * @param q50 m³/(h·m²)
 * @param layer whose inner face indoor air meets, where it is not the judged one
 */
export function airLeakOf(
  wall: ResolvedWall,
  q50: number,
  layer = leakLayer(wall),
): Transient['leak'] {
  if (!layer || q50 <= 0) return undefined;
  const inner = inwardLayer(wall);
  const { pressure } = wall.file;
  return {
    layer: layer.id,
    face: 'inner',
    q50,
    ...(inner ? { inward: { layer: inner.id, face: 'outer' } } : {}),
    ...(pressure ? { pressure } : {}),
  };
}

/** Openings of a gap at top and at bottom where nobody says otherwise, mm²/m. */
export function gapOpening(wall: ResolvedWall, gap: ResolvedLayer): number {
  if (gap.ventilation === 'slight') return Math.max(MIN_SLIGHT, gap.openingArea);
  return needsOf(wall)?.gap.openingPerMetre ?? DEFAULT_OPENING;
}

const needsOf = (wall: ResolvedWall): CladdingNeeds | undefined => {
  const cladding = claddingLayer(wall);
  return cladding ? claddingNeeds(cladding.fillId!) : undefined;
};

function isVeneer(wall: ResolvedWall): boolean {
  const needs = needsOf(wall);
  return needs !== undefined && isMasonryVeneer(needs);
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
      screened: gap.ventilation === 'open' && !isVeneer(wall),
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
  const line = waterLine(wall);
  return line && line.id !== finishOnBoards(wall)?.id ? line.index + 1 : wall.layers.length;
}
