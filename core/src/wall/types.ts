import type { Outdoor } from '../climate/index.ts';
import type { Material } from '../materials/index.ts';
import type { CodePath } from '../prescriptive/index.ts';

export type Convention = 'iso' | 'ashrae';

export type Humidity =
  | { kind: 'fixed'; relativeHumidity: number }
  | { kind: 'monthly'; relativeHumidity: number[] }
  | { kind: 'class'; class: number };

export interface Indoor {
  /** °C, one value for the year or twelve. */
  temperature: number | number[];
  humidity: Humidity;
  /** What hourly runs take instead, by the weather of the day; the figures above are its monthly means. */
  model?: 'en15026' | 'en15026-high' | 'ashrae160';
}

/** How much air leaks through a wall, by a test or as stated: m³/(s·m²) at a pressure difference, Pa. */
export interface Airtightness {
  flow: number;
  pressure: number;
}

export interface Targets {
  /** Least effective R, m²K/W. */
  r?: number;
  /** Largest whole thickness, m. */
  thickness?: number;
}

export type Ventilation = 'still' | 'slight' | 'open';

export interface AirSpace {
  ventilation?: Ventilation;
  /** mm² for each metre of wall length, with `slight`. */
  openingArea?: number;
  /** Of the inner and the outer bounding face. */
  emissivity?: [number, number];
}

export interface SolidMember {
  section: 'solid';
  material: string;
  width: number;
  spacing: number;
  direction?: 'vertical' | 'horizontal';
  offset?: number;
}

export interface CMember {
  section: 'c';
  material: string;
  web: number;
  flange: number;
  /** 0, or left out, for a channel. */
  lip?: number;
  spacing: number;
  direction?: 'vertical' | 'horizontal';
  offset?: number;
}

export type Member = SolidMember | CMember;

export interface SheetLayer {
  id: string;
  kind: 'sheet';
  material: string;
  thickness: number;
}

export interface FramedLayer {
  id: string;
  kind: 'framed';
  thickness: number;
  fill: string | { air: AirSpace };
  frame?: string;
  member: Member;
  fraction?: number;
  /** Material of the framing beyond the clear field: plates, headers, corners (wall-file rule 10). */
  excess?: string;
}

export interface AirLayer extends AirSpace {
  id: string;
  kind: 'air';
  thickness: number;
}

export type Layer = SheetLayer | FramedLayer | AirLayer;

export interface Fastener {
  conductivity: number;
  diameter: number;
  perArea: number;
  from: string;
  to: string;
}

/** What the standard exposure of the judgment is changed to. */
export interface Exposure {
  /** Rain that gets behind a cladding without a drained gap, share of the driven rain. */
  rain?: number;
  /** The sides that are run; `rain` is the one that most rain is driven from. */
  sides?: ('north' | 'east' | 'south' | 'west' | 'rain')[];
  /** Hour of the year at which the runs start. */
  start?: number;
  /** RH of everything at the start, 0 to 1. */
  relativeHumidity?: number;
}

/** A wall file: one assembly, SI, indoors first. `docs/wall-file.md` describes it. */
export interface WallFile {
  format: 'eldrun-wall';
  version: 1;
  name: string;
  convention: Convention;
  indoor: Indoor;
  outdoor: Outdoor;
  targets?: Targets;
  airtightness?: Airtightness;
  exposure?: Exposure;
  code?: CodePath;
  layers: Layer[];
  fasteners?: Fastener[];
  installation?: { voidLevel?: 0 | 1 | 2 };
  materials?: Record<string, Material>;
}

/** What a project says once for all its walls; a wall may override each. */
export interface Brief {
  convention: Convention;
  indoor: Indoor;
  outdoor: Outdoor;
  targets?: Targets;
  airtightness?: Airtightness;
  exposure?: Exposure;
  code?: CodePath;
}

/** The fields of a brief. */
export const BRIEF_FIELDS = [
  'convention',
  'indoor',
  'outdoor',
  'targets',
  'airtightness',
  'exposure',
  'code',
] as const satisfies readonly (keyof Brief)[];

/** A wall as it lies in a project: a wall file whose situation may come from the brief. */
export type ProjectWall = Omit<WallFile, keyof Brief> & Partial<Brief>;

export const WALL_FORMAT = 'eldrun-wall';
export const WALL_VERSION = 1;

/** The most layers a wall may have. */
export const MAX_LAYERS = 60;

/** The most path combinations the parallel-path method will sum over. */
export const MAX_PATHS = 4096;
