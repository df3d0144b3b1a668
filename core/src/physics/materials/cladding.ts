import data from '../../../data/cladding.json' with { type: 'json' };
import type { Material } from './types.ts';

/**
 * How a cladding stands on a wall where no space is behind it: *hollow* ones leave a space of their own that drains; *laps*
 * touch at their laps and drain slowly; *plaster* stands on two papers; *bonded* ones, mortar or a film, hold water and let
 * none down; *flat* ones lie on the barrier; a *render* on its insulation sheds by its face.
 */
export type DirectlyOnWall = 'hollow' | 'laps' | 'plaster' | 'bonded' | 'flat' | 'render';

/** What a kind of cladding needs behind it, and how it is made up. Lengths m, openings mm² for each metre. */
export interface CladdingNeeds {
  id: string;
  materials: string[];
  direct: DirectlyOnWall;
  /** kg/m², at its usual thickness. */
  weight?: number;
  /** The least that its coats come to together, over lath or boards and on masonry, m. */
  least?: { thickness: number; onMasonry?: number; coats: string; source: string };
  gap: {
    min: number;
    wetClimateMin: number;
    recommended: number;
    openingPerMetre?: number;
    note?: string;
  };
  module?: {
    kind: string;
    lap?: number;
    exposure?: [number, number];
    length?: [number, number];
    width?: [number, number];
    height?: [number, number];
    joint?: [number, number];
    maxArea?: number;
    maxRatio?: number;
  };
  fastening?: {
    kind: string;
    horizontal: number | null;
    vertical: number | null;
    penetration?: number | null;
    note?: string;
  };
  edgeDistance?: Record<string, number> | null;
  /** How it moves: 1/K, share of its length where it goes up dry, °C. */
  expansion?: {
    cte: number;
    moistureMovement: number;
    surfaceTemperature: [number, number];
    clearance: number;
    movingShare: number;
    maxLength: number;
    rule: string;
  };
  /** Coats that cure: how long each is kept moist and waits for the next, h; the air that it bears, °C. */
  cure?: {
    coats: { name: string; thickness: number; moistCureHours: number; waitHours: number }[];
    temperature: [number, number];
    protectHours: number;
    note: string;
  } | null;
}

/** Of several kinds that a material is laid as, the first of the list counts. */
const NEEDS = new Map(
  (data.claddings as unknown as CladdingNeeds[])
    .flatMap((cladding) => cladding.materials.map((material) => [material, cladding] as const))
    .toReversed(),
);

/** What a cladding of the library needs, or undefined for any other material. */
export function claddingNeeds(id: string): CladdingNeeds | undefined {
  return NEEDS.get(id);
}

const LAPPED = /\b(lap|shingle|shake|clapboard|siding)s?\b/i;
const FLAT = /\b(panel|plywood|stucco|render)\b/i;

/** Whether it is laid in laps, hollow or open enough to drain and breathe where it stands directly on the wall. */
export function isLapSiding(id: string, { name, category }: Material): boolean {
  const known = NEEDS.get(id);
  if (known?.module?.lap !== undefined) return true;
  const words = `${id.replaceAll('-', ' ')} ${name}`;
  return (
    (known !== undefined || category === 'cladding') && LAPPED.test(words) && !FLAT.test(words)
  );
}

/** Whether it is a veneer of masonry that stands free of the wall, with weep joints. */
export const isMasonryVeneer = ({ id }: CladdingNeeds): boolean =>
  id === 'brick-veneer' || id === 'natural-stone-veneer';
