import type { Outdoor } from '../climate/index.ts';
import type { Material } from '../materials/index.ts';
import type { CodePath } from '../../common/prescriptive/index.ts';

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

interface AirLayer extends AirSpace {
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

/** Brackets, standoffs and clips that carry heat through the wall at points. */
export interface PointBridge {
  /** Point thermal transmittance χ, W/K. */
  chi: number;
  /** 1/m² */
  perArea: number;
  /** What it is, in words. */
  name?: string;
}

/** Ground roughness around the house (ASCE 7-16, 26.7). */
export type WindExposure = 'B' | 'C' | 'D';

/** Wind suction on the cladding, Pa as an allowable-stress pressure (0.6 W); or what it follows from. */
export type Wind =
  | { suction: number }
  | {
      /** Basic wind speed, m/s (3 s gust, ASCE 7-16, 26.5). */
      speed: number;
      exposure: WindExposure;
      /** Mean roof height, m. */
      height: number;
      /** 4 is the field of a wall, 5 its ends (ASCE 7-16, Figure 30.3-1). */
      zone: 4 | 5;
    };

export const SEISMIC_CATEGORIES = ['A', 'B', 'C', 'D0', 'D1', 'D2', 'E'] as const;
type SeismicCategory = (typeof SEISMIC_CATEGORIES)[number];

/** What pulls and shakes at the cladding where the house stands. */
export interface Loads {
  wind?: Wind;
  /** Seismic design category of the code. */
  seismic?: SeismicCategory;
}

/** A fastener as it is chosen; what is left out is proposed. m */
export interface ChosenFastener {
  /** Id in the list of fasteners. */
  fastener: string;
  length?: number;
  /** Apart along the strip or the stud. */
  spacing?: number;
}

/** How the cladding is held. */
export interface Attachment {
  /** Furring through the insulation into the stud. */
  furring?: ChosenFastener;
  /** Cladding to the furring, or through the insulation where there is none. */
  cladding?: ChosenFastener;
  /** Of the cladding, kg/m², where it is not the usual one. */
  weight?: number;
  /** Specific gravity of the stud and of the strip, where it is known. */
  gravity?: { stud?: number; furring?: number };
  /** Trade figures of this wall, by id. */
  trade?: Record<string, number>;
  /** Who sized it, and when. */
  engineer?: { name: string; on: string };
}

/** A peel test on site: what was pulled off what. */
export interface PeelTest {
  /** Ids of the kinds of thing that were joined. */
  top: string;
  onto: string;
  on: string;
  by: string;
  held: boolean;
  primed?: boolean;
  /** Of the surface, °C. */
  temperature?: number;
}

/** What the joints are made with, by ids of the kinds; and what was tried on site. */
export interface Joints {
  tape?: string;
  sealant?: string;
  foam?: string;
  flashing?: string;
  flange?: string;
  peelTests?: PeelTest[];
}

/** A document that a reviewer asks for. */
export interface ProofDocument {
  /** Id of a material, or `system` for the cladding as a whole. */
  of: string;
  kind: string;
  name: string;
  version?: string;
  /** Days as YYYY-MM-DD. */
  issued?: string;
  expires?: string;
}

/** Said where parts of several makers are put together: who answers for it. */
interface MixedParts {
  by: string;
  on: string;
  note?: string;
}

/** What samples said of a wall: how many of how many failed or were a caution. */
export interface Sampled {
  /** Short name of the wall that they are of: layers, materials, situation. */
  of: string;
  samples: number;
  failing: number;
  cautious: number;
}

/** What a wall records of how its cladding is held, joined and proved, and of how sure its judgment is. */
export interface Assurance {
  attachment?: Attachment;
  joints?: Joints;
  proof?: ProofDocument[];
  mixedParts?: MixedParts;
  sampled?: Sampled;
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
export interface WallFile extends Assurance {
  format: 'eldrun-wall';
  version: 1;
  name: string;
  convention: Convention;
  indoor: Indoor;
  outdoor: Outdoor;
  targets?: Targets;
  airtightness?: Airtightness;
  pressure?: number;
  exposure?: Exposure;
  code?: CodePath;
  loads?: Loads;
  layers: Layer[];
  fasteners?: Fastener[];
  pointBridges?: PointBridge[];
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
  /** By how much the fans keep the air indoors above that outdoors, Pa; a house that exhausts more than it takes in is below 0. */
  pressure?: number;
  exposure?: Exposure;
  code?: CodePath;
  loads?: Loads;
}

/** The fields of a brief. */
export const BRIEF_FIELDS = [
  'convention',
  'indoor',
  'outdoor',
  'targets',
  'airtightness',
  'pressure',
  'exposure',
  'code',
  'loads',
] as const satisfies readonly (keyof Brief)[];

/** A wall as it lies in a project: a wall file whose situation may come from the brief. */
export type ProjectWall = Omit<WallFile, keyof Brief> & Partial<Brief>;

export const WALL_FORMAT = 'eldrun-wall';
export const WALL_VERSION = 1;

/** The most layers a wall may have. */
export const MAX_LAYERS = 60;

/** The most path combinations the parallel-path method will sum over. */
export const MAX_PATHS = 4096;
