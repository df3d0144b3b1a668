import type { Document } from '../../common/document/index.ts';
import type { WallFile } from '../../physics/build-up/index.ts';

/** How the studs of a corner or an end stand. */
export const CORNERS = ['plain', 'two-stud', 'three-stud', 'ladder'] as const;

export type Corner = (typeof CORNERS)[number];

/** How an inner wall is met. */
export const MEETINGS = ['ladder', 'three-stud', 'backing'] as const;

type Meeting = (typeof MEETINGS)[number];

/** One end of an elevation. */
export interface WallEnd {
  corner?: Corner;
  /** The elevation around the corner, and whether this one runs through it or butts against it. */
  meets?: string;
  runs?: 'through' | 'butts';
}

/** What carries the load over an opening: an engineer's size. */
interface Header {
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
  /** Null, or left out: nothing bears. */
  header?: Header | null;
  /** On each side. */
  jacks?: number;
}

/** Where an inner wall meets. */
export interface Intersection {
  x: number;
  width: number;
  kind: Meeting;
}

/** A stretch with studs at another spacing, m. */
interface Segment {
  from: number;
  to: number;
  spacing: number;
  note?: string;
}

/** A step of the plates: from x on they lie so much higher, m. */
interface Step {
  x: number;
  rise: number;
}

/** What ties the bottom plate down, placed by the user. */
export const ANCHORS = ['bolt', 'strap', 'hold-down'] as const;

interface Anchor {
  x: number;
  kind: (typeof ANCHORS)[number];
  /** Side of its square plate washer, m. */
  washer?: number;
  /** From the washer's edge to the sheathed side of the plate, m. */
  edge?: number;
}

/** A pipe or a duct that comes up through the plate: its middle and how wide it is, m. */
interface Riser {
  x: number;
  width: number;
  kind: 'pipe' | 'duct';
}

/** Where something runs or sits: between the studs, or between battens indoors of them. */
export const SERVICE_PLACES = ['frame', 'battens'] as const;

/** A box or a recessed cabinet: its lower left corner, its size, and how deep it is from its face, m. */
export interface BoxService {
  id: string;
  kind: 'box' | 'cabinet';
  in?: (typeof SERVICE_PLACES)[number];
  x: number;
  z: number;
  width: number;
  height: number;
  depth: number;
}

/** A cable or a pipe: the points that it runs through, m. */
export interface RunService {
  id: string;
  kind: 'cable' | 'pipe';
  in?: (typeof SERVICE_PLACES)[number];
  path: readonly (readonly [x: number, z: number])[];
  /** With what is around it. */
  diameter: number;
  /** From the inner face of the studs to its middle; left out, the middle of their depth. */
  from?: number;
  /** How it passes wood. */
  passes?: 'bored' | 'notched';
  /** Whether water stands in it; of a pipe it does unless it says otherwise. */
  water?: boolean;
}

export type Service = BoxService | RunService;

export const isRun = (service: Service): service is RunService =>
  service.kind === 'cable' || service.kind === 'pipe';

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
  /** Height of the bottom plate's underside over the house's zero. */
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
  anchors?: Anchor[];
  risers?: Riser[];
  services?: Service[];
  /** Whether its studs bear; they do unless it says otherwise. */
  bearing?: boolean;
  /** Whether it braces the house: designed by others, and its anchors are checked as such. */
  braced?: boolean;
}

/** Where openings have jacks: at all, where a header bears, or nowhere (hangers carry the headers). */
export const JACKS_AT = ['all', 'bearing', 'none'] as const;

/** Advanced framing, switch by switch; what an elevation or an opening says wins. */
export interface Practice {
  topPlate?: 1 | 2;
  /** Roof and floor frames stand over the studs. */
  stacked?: boolean;
  jacksAt?: (typeof JACKS_AT)[number];
  corners?: Corner;
  /** Whether the house stands where plate washers of braced walls are asked for. */
  seismic?: boolean;
}

/** Sheets of one layer. */
export interface SheetSize {
  width: number;
  length: number;
  /** Whether its length runs along the wall. */
  lying?: boolean;
  /** Between two sheets, m. */
  gap?: number;
}

/** Boards of one layer of outside insulation. */
export interface BoardSize extends SheetSize {
  /** How far joints stay from those of the layer behind, m. */
  stagger?: number;
}

/** A membrane's roll, and how far its courses lap, m. */
export interface RollSize {
  width: number;
  length?: number;
  horizontalLap?: number;
  verticalLap?: number;
}

/** How the cladding is laid, m. */
export interface CladdingSizes {
  exposure?: number;
  boardLength?: number;
  jointStagger?: number;
  /** How joints between boards are made. */
  joints?: 'open' | 'butted' | 'trimmed';
  /** Of panels: their size. */
  panel?: { width: number; height: number };
  /** The air when it goes up, °C. */
  installedAt?: number;
}

/**
 * A shell of corrugated sheet. Its crests stand out, its troughs in; slopes join them. m
 */
export interface Shell {
  /** From the outside of one long wall to that of the other, over the crests. */
  width: number;
  /** From trough to crest, and from one crest to the next. */
  depth: number;
  pitch: number;
  /** Of the flats. */
  crest: number;
  trough: number;
  /** What has to stand beside each other in the room. */
  room?: { name: string; width: number }[];
}

/**
 * The walls of a house.
 *
 * `A` is what an assembly is: a file carries the walls; in a project it is the id of one of its walls.
 */
export interface House<A = WallFile> extends Document {
  format: 'eldrun-house';
  version: 1;
  assemblies: Record<string, A>;
  elevations: Elevation[];
  practice?: Practice;
  sheets?: { sheathing?: SheetSize; outside?: BoardSize[] };
  /** What the sheathing is fastened with, an id of the trade's fasteners. */
  nailing?: string;
  rolls?: { membrane?: RollSize };
  furring?: { width?: number; from?: 'boards' | 'ripped sheets' };
  cladding?: CladdingSizes;
  /** Share bought beyond what is built in, by role. */
  waste?: Record<string, number>;
  /** Trade figures that are changed, by id, SI. */
  trade?: Record<string, number>;
  /** Of a house in a shell of corrugated sheet. */
  shell?: Shell;
  /** U of windows and doors, for the mean over the house, W/(m²·K). */
  openingU?: number;
}

export type ProjectHouse = House<string>;

export const HOUSE_FORMAT = 'eldrun-house';
