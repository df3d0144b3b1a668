import data from '../../../data/framing.json' with { type: 'json' };
import { R_VALUE } from '../../common/units/index.ts';
import type { ResolvedWall } from '../build-up/index.ts';
import { mainLayer } from './plan-section.ts';
import type { Thermal } from './thermal.ts';

interface Row {
  depth: number;
  spacing: number;
  /** h·ft²·°F/Btu, as the table prints them. */
  ratedR: number;
  effectiveR: number;
}

const ROWS = data.steelEffectiveR as readonly Row[];

/** How far a stud may lie from a row of the table, m: 3-1/2 in. rows serve 3-5/8 in. studs. */
const DEPTH_REACH = 0.0045;
const SPACING_REACH = 0.01;

/** How far beyond the last rated R of its rows a fill may lie, h·ft²·°F/Btu. */
const RATED_REACH = 1.5;

/** Published effective R of fill and steel studs together, beside ours. m²K/W */
export interface PublishedSteel {
  published: number;
  computed: number;
  /** Rated R of the fill that it was looked up with. */
  rated: number;
}

/**
 * The published effective R of a steel stud layer (table of the energy codes for steel framing, by depth, spacing and
 * rated R, linear between rows) beside the section's: R_section less every other layer and both films. The published
 * factors fold in tracks and workmanship, so a clear section of a 1.1 mm stud lies 7 to 30 % above them, more with depth.
 *
 * @returns null where the wall has no steel studs or the table no row near them
 */
export function publishedSteel(
  wall: ResolvedWall,
  thermal: Pick<Thermal, 'layers' | 'cavityPath' | 'section'>,
): PublishedSteel | null {
  const layer = mainLayer(wall);
  const shape = layer?.member?.shape;
  if (!layer || shape?.section !== 'c') return null;
  const fill = thermal.layers[layer.index]!.resistance;
  const rated = fill / R_VALUE;
  const rows = ROWS.filter(
    ({ depth, spacing }) =>
      Math.abs(depth - layer.thickness) < DEPTH_REACH &&
      Math.abs(spacing - shape.spacing) < SPACING_REACH,
  ).toSorted((a, b) => a.ratedR - b.ratedR);
  const first = rows[0];
  const last = rows.at(-1);
  if (!first || !last || rated < first.ratedR - RATED_REACH || rated > last.ratedR + RATED_REACH)
    return null;
  const held = Math.min(last.ratedR, Math.max(first.ratedR, rated));
  const above = rows.find(({ ratedR }) => ratedR >= held)!;
  const below = rows.findLast(({ ratedR }) => ratedR <= held)!;
  const share = above === below ? 0 : (held - below.ratedR) / (above.ratedR - below.ratedR);
  const published = below.effectiveR + share * (above.effectiveR - below.effectiveR);
  return {
    published: published * R_VALUE,
    computed: thermal.section.r - (thermal.cavityPath.r - fill),
    rated: fill,
  };
}
