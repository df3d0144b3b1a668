import type { Document } from '../document/index.ts';
import type { WallFile } from '../wall/index.ts';

/** How the studs of a corner or an end stand. */
export const CORNERS = ['plain', 'two-stud', 'three-stud', 'ladder'] as const;

export type Corner = (typeof CORNERS)[number];

/** One end of an elevation. */
export interface WallEnd {
  corner?: Corner;
  /** The elevation around the corner, and whether this one runs through it or butts against it. */
  meets?: string;
  runs?: 'through' | 'butts';
}

/** What carries the load over an opening: an engineer's size. */
export interface Header {
  /** m */
  depth: number;
  plies: number;
  /** Material between the plies and to the wall's depth; without one it counts as solid through the wall. */
  fill?: string | null;
}

/** A window, or a door, which has its sill at 0 and cuts the bottom plate: its rough opening, m. */
export interface Opening {
  id: string;
  kind: 'window' | 'door';
  /** Its left edge, from the left end as seen from outdoors. */
  x: number;
  /** Above the bottom plate's underside. */
  sill: number;
  width: number;
  height: number;
  /** Null: nothing bears. */
  header?: Header | null;
  /** On each side. */
  jacks?: number;
}

/** Where an inner wall meets. */
export interface Intersection {
  x: number;
  width: number;
  kind: 'ladder' | 'three-stud' | 'backing';
}

/** A stretch with studs at another spacing, m. */
export interface Segment {
  from: number;
  to: number;
  spacing: number;
  note?: string;
}

/** A step of the plates: from x on they lie so much higher, m. */
export interface Step {
  x: number;
  rise: number;
}

/** One wall of the house, as seen from outdoors: x from its left end, z up from the underside of its bottom plate, m. */
export interface Elevation {
  id: string;
  name?: string;
  /** Which assembly it is built as. */
  assembly: string;
  /** Degrees from north over east. */
  facing?: number;
  length: number;
  /** To the top of the top plates; or `top`, points from left to right. */
  height?: number;
  top?: readonly (readonly [x: number, z: number])[];
  datum?: number;
  steps?: Step[];
  /** How far sheathing and what lies outside it reach past the plates. */
  cover?: { below?: number; above?: number };
  plates?: { bottom?: number; top?: number; thickness?: number };
  /** The end that spacing is counted from, and where the first panel edge lies from there. */
  layout?: { from?: 'left' | 'right'; zero?: number };
  ends?: { left?: WallEnd; right?: WallEnd };
  openings?: Opening[];
  intersections?: Intersection[];
  segments?: Segment[];
}

/** Advanced framing, switch by switch; what an elevation or an opening says wins. */
export interface Practice {
  topPlate?: 1 | 2;
  corners?: Corner;
}

/** The walls of a house. In a project `assemblies` are the ids of its walls; a file carries the walls. */
export interface House extends Document {
  format: 'eldrun-house';
  version: 1;
  assemblies: Record<string, WallFile>;
  elevations: Elevation[];
  practice?: Practice;
}

export const HOUSE_FORMAT = 'eldrun-house';
