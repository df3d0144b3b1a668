/** What a fastener is by the rules that it is reckoned with: nails, wood screws and lag screws each have their own withdrawal. */
export const FASTENER_RULES = ['nail', 'wood-screw', 'lag-screw'] as const;
export type FastenerRule = (typeof FASTENER_RULES)[number];

/** A dowel-type fastener, m and Pa. */
export interface Dowel {
  kind: FastenerRule;
  /** That bends: of the root where it is threaded, m. */
  diameter: number;
  /** Of the shank or over the thread, m. */
  nominal: number;
  /** Of the head, or of its washer, m. */
  head: number;
  /** Bending yield strength, Pa. */
  bendingYield: number;
}

/** Wood by its specific gravity, oven-dry; sheet steel by its tensile strength, Pa. */
export type Substance = { specificGravity: number } | { tensile: number };

/** A single fastener in single shear through a gap, and in withdrawal. SI. */
export interface ConnectionInput {
  name?: string;
  fastener: Dowel;
  /** What is held, on the head's side: cladding or furring. */
  side: Substance & { thickness: number };
  /** Between the two: insulation and what lies with it, m. */
  gap: number;
  /** What holds; the penetration bears, and is threaded, m. Of steel it is the sheet's thickness. */
  main: Substance & { penetration: number };
  /** Of the load to the grain, degrees. */
  angle: number;
  /** Apart along and across the strips, m: their product is what one fastener carries. */
  spacing: { along: number; across: number };
  /** Of the wall, Pa; suction as an allowable-stress pressure, 0.6 W. */
  load: { weight: number; suction: number };
}

/** Ways in which a dowel yields, in the order of AWC Technical Report 12. */
export const YIELD_MODES = ['Im', 'Is', 'II', 'IIIm', 'IIIs', 'IV'] as const;
export type YieldMode = (typeof YIELD_MODES)[number];

/** What a connection carries and what is asked of it. N, Pa and shares. */
export interface ConnectionResult {
  bearingSide: number;
  bearingMain: number;
  /** Load at each mode, before the reduction. */
  yield: Record<YieldMode, number>;
  /** Allowable lateral load without load duration: the least mode over its reduction term. */
  lateral: number;
  mode: YieldMode;
  withdrawal: number;
  pullThrough: number;
  shearDemand: number;
  suctionDemand: number;
  /** Demand over capacity, with load duration. */
  shearUse: number;
  suctionUse: number;
  combinedUse: number;
  governing: 'shear' | 'suction';
}
