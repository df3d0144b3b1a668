import type { PlaneSection } from '../../physics/conduction/index.ts';
import type { Document } from '../../common/document/index.ts';
import type { House } from '../house/index.ts';
import type { Message, Quantity } from '../../common/units/index.ts';

export const DETAILS_FORMAT = 'eldrun-details';

/** Where a wall meets something else. */
export const EDGE_KINDS = [
  'head',
  'jamb',
  'sill',
  'corner-outside',
  'corner-inside',
  'partition',
  'base',
  'rim',
  'eave',
  'rake',
  'roof',
  'ledger',
  'porch',
  'change',
  'control-joint',
  'panel-reveal',
] as const;

export type EdgeKind = (typeof EDGE_KINDS)[number];

/** What is said of edges at once: the kinds of one group share their settings. */
export const EDGE_GROUPS = [
  'opening',
  'corner',
  'partition',
  'base',
  'rim',
  'top',
  'attached',
  'joint',
] as const;

export type EdgeGroup = (typeof EDGE_GROUPS)[number];

/** Where a window sits in the depth of a wall. */
export const POSITIONS = ['sheathing', 'insulation', 'cladding'] as const;

export type Position = (typeof POSITIONS)[number];

export type SettingValue = number | string | boolean;

/** What is said of an edge; what is left out is as usual. Fields by group are in `fields.ts`. */
export type Settings = Record<string, SettingValue>;

/** Seals and laps of edges that are left out, or are there though they usually are not, by their ids. */
export type Seals = Record<string, boolean>;

/** An edge that does not follow from the elevations. */
export interface AddedEdge {
  id: string;
  kind: EdgeKind;
  name?: string;
  /** The assembly that it is in. */
  assembly: string;
  /** m */
  length: number;
  settings?: Settings;
  seals?: Seals;
}

/** What goes through the wall. */
export const PENETRATION_KINDS = [
  'cable',
  'conduit',
  'pipe',
  'duct',
  'vent',
  'bracket',
  'fastener',
  'other',
] as const;

export interface Penetration {
  id: string;
  kind: (typeof PENETRATION_KINDS)[number];
  elevation: string;
  /** From the left as seen from outdoors, and above the bottom plate's underside, m. */
  x?: number;
  z?: number;
  /** Of the hole, m, and how many wires or pipes pass it. */
  size: number;
  count?: number;
  /** Id of the layer of its assembly where it is sealed. */
  layer?: string;
  how?: string;
  who?: string;
  /** Day, 2026-03-12. */
  sealedOn?: string;
  photo?: string;
  /** Of a fastener that was pulled: whether its hole is filled. */
  filled?: boolean;
  /** What moves through it: an exhaust is kept away from intakes. */
  air?: 'exhaust' | 'intake';
  note?: string;
}

/** How the edges of a house are made. */
export interface Details extends Document {
  format: typeof DETAILS_FORMAT;
  version: 1;
  /** What is said of all edges of a group. */
  groups?: Partial<Record<EdgeGroup, Settings>>;
  /** What single openings say themselves, by elevation and opening: `north/W1`. */
  openings?: Record<string, Settings>;
  /** By kind of edge. */
  seals?: Partial<Record<EdgeKind, Seals>>;
  edges?: AddedEdge[];
  penetrations?: Penetration[];
  /** Layers that are the air and the water barrier, by assembly. */
  controls?: Record<string, { air?: string; water?: string }>;
}

/** A house file with how its edges are made. */
export type DetailedHouse = House & { details?: Details };

/** What is continuous through a house, or should be. */
export const LINES = ['air', 'water', 'insulation'] as const;

export type LineName = (typeof LINES)[number];

export type Point = readonly [x: number, y: number];

/** A piece of what an edge is built of, as drawn: m, y down. */
export interface Piece {
  id: string;
  name: string;
  x0: number;
  x1: number;
  y0: number;
  y1: number;
  /** Category of its material, which gives the hatch; null is air. */
  category: string | null;
  /** W/(m·K); null where it does not count for heat: what lies outside an open gap. */
  conductivity: number | null;
  /** Of the window itself: its surface is no part of the wall's. */
  window?: boolean;
}

/** Where two pieces are joined so that a line goes on: a tape, a gasket, a lap, a bead. */
export interface Joint {
  id: string;
  line: LineName;
  name: string;
  at: Point;
  sealed: boolean;
  /** Whether it usually is there. */
  usual: boolean;
}

export interface TracedLine {
  line: LineName;
  /** What carries it here. */
  by: string;
  points: Point[];
  joints: Joint[];
}

/** A length or another figure that follows from the layers. */
export interface Measure {
  id: string;
  name: string;
  quantity: Quantity;
  value: number;
  note: Message | null;
}

export interface EdgeFinding {
  id: string;
  status: 'pass' | 'info' | 'caution' | 'fail';
  title: Message;
  reason: Message;
  at?: Point;
}

/** A part beside an edge whose heat is counted by its area: ψ is what comes on top. */
export interface Flank {
  name: string;
  /** W/(m²·K), and its length in the section by the reference dimensions, m. */
  u: number;
  length: number;
}

/** One edge as it is built: what is drawn, solved, measured and found. */
export interface EdgeSection {
  kind: EdgeKind;
  /** A plan, or an upright section with outdoors at the left. */
  view: 'plan' | 'upright';
  title: string;
  pieces: Piece[];
  /** What is drawn, m. */
  frame: { x0: number; x1: number; y0: number; y1: number };
  lines: TracedLine[];
  thermal: EdgeThermal | null;
  measures: Measure[];
  findings: EdgeFinding[];
  /** In which order it is built. */
  steps: Message[];
}

/** What is solved: the section, what lies beside the edge, and what is taken off besides. */
export interface EdgeThermal {
  section: PlaneSection;
  flanks: Flank[];
  /** A section whose coupling is taken off as it is: the window alone, the floor without the wall. */
  without?: { name: string; section: PlaneSection };
  /** How lengths are measured. */
  dimensions: string;
  /** From the edge to where it is cut off, m. */
  cutOff: number;
}

/** What an edge does to heat. */
export interface EdgeHeat {
  /** Thermal coupling coefficient of the whole section, W/(m·K). */
  l2d: number;
  /** Linear thermal transmittance by the reference dimensions, W/(m·K). */
  psi: number;
  /** Lowest inner surface on the design day, °C, and its temperature factor with R_si = 0.25 m²K/W; the window's own left out. */
  surface: number;
  factor: number;
  at: Point;
  /** Largest relative change of L2D by the last refinement. */
  change: number;
  /** Estimated error of ψ by the refinement: the changes of what it is the difference of, W/(m·K). */
  error: number;
}
