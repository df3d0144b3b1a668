import type { MoldClass } from '../materials/index.ts';
import type { WallFile } from '../build-up/index.ts';
import type { FormulaClimate } from './climate-formula.ts';
import type { Films } from './solver-types.ts';

export type Face = 'inner' | 'outer';

export type HygroPath = 'cavity' | 'member';

/** Where a simulation's weather comes from. */
export type SimulationClimate =
  | FormulaClimate
  /** A climate of the library, made into hours with a seed. */
  | { climate: string; seed?: number }
  /** The path of an EPW file, which the command reads. */
  | { epw: string };

export type Facing = 'north' | 'east' | 'south' | 'west' | 'rain' | number;

/** How a wall is simulated: the `transient` part of a simulation file. */
export interface Transient {
  climate: SimulationClimate;
  /** The direction it faces, the one that most rain is driven from, or degrees from north over east. */
  side: Facing;
  /** Hour of the year at which it starts, 0 for 1 January, 0 o'clock. */
  start: number;
  hours: number;
  /** Id of the layer whose moisture is reported. */
  watch: string;
  /** Through the middle of the cavity, or through the main frame's members. */
  path?: HygroPath;
  initial: {
    temperature: number;
    relativeHumidity: number;
    layers?: Record<string, { relativeHumidity?: number; moistureContent?: number }>;
  };
  films?: Films;
  solarAbsorptance?: number;
  /** The ventilated gap: its changes of air an hour, or by its height and openings from the weather. */
  cavity?: {
    layer: string;
    airChangesPerHour?: number;
    /** m, and mm² of opening for each metre at top and at bottom. */
    height?: number;
    opening?: number;
    screened?: boolean;
  };
  /** Whether wood panels that state no liquid transport take a generic one. */
  panelLiquid?: boolean;
  /** Air that moves behind the laps of a cladding which stands on the wall, m³/(m²·s), at its inner face. */
  laps?: { layer: string; flow: number };
  rain?: { layer: string; face: Face; share: number; exposure?: number; overhang?: number };
  /** The share of the driven rain that stays on the cladding and that it takes up; without it the cladding stays dry. */
  facade?: { wetting: number; exposure?: number; overhang?: number };
  /** What is added to the indoor relative humidity, a share. */
  indoorHumidity?: number;
  /**
   * Indoor air at a face: a constant flow, m³/(m²·s), or what stack, wind and fans drive through a wall of a house of a q50,
   * m³/(h·m²): outward to that face, and where they press inward, outdoor air to the face `inward`, if it is named.
   */
  leak?: { layer: string; face: Face } & (
    | { flow: number }
    | {
        q50: number;
        inward?: { layer: string; face: Face };
        /** Of the fans, Pa, positive outward. */
        pressure?: number;
      }
  );
}

/** A simulation file. */
export interface SimulationFile {
  format: 'eldrun-simulation';
  version: 1;
  wall: WallFile;
  transient: Transient;
}

export interface Series {
  hour: number[];
  mc: number[];
  mcInner: number[];
  temperature: number[];
  rh: number[];
}

/** What adds water to a wall or takes it, kg/m², positive into the wall: air at both surfaces, and what acts within. */
export interface Causes {
  indoors: number;
  outdoors: number;
  /** Rain that gets in behind the cladding. */
  rain: number;
  /** Rain that the cladding takes up. */
  facade: number;
  ventilation: number;
  leak: number;
}

export const CAUSES = ['indoors', 'outdoors', 'rain', 'facade', 'ventilation', 'leak'] as const;

/** A face between two layers, or one of the wall's surfaces; null is the room or outdoors. */
export interface WallFace {
  inner: string | null;
  outer: string | null;
  /** How readily mold grows there: the class of the more sensitive of both materials. */
  moldClass: MoldClass;
}

/** What a run found at a face. */
export interface FaceResult extends WallFace {
  /** Peak mold index by class. */
  mold: Record<MoldClass, number>;
  /** Hours above 80 % RH, and those of them above freezing: the time of wetness of ISO 9223. */
  humidHours: number;
  wetHours: number;
}

/** Freezing in a layer of masonry: how often it froze and thawed near its outer face, and how often while wet. */
export interface FrostResult {
  layer: string;
  cycles: number;
  wetCycles: number;
}

/** What a simulation came to. Moisture contents kg/kg, °C, shares, MJ/m², kg/m². */
export interface SimulationResult {
  /** Hours that were reached: fewer than asked for where it was stopped or did not settle. */
  hours: number;
  weekly: Series;
  monthly: Omit<Series, 'hour'>;
  peak: { mc: { value: number; hour: number }; mcInner: { value: number; hour: number } };
  end: { mc: number; mcInner: number };
  dryTo16: number | null;
  totals: { heatIn: number; moistureIn: number; heatOut: number; moistureOut: number };
  /** Stored change less net inflow, over what passed. */
  balance: { heat: number; moisture: number };
  /** Peak mold index at the watched layer's inner face by class. */
  mold: Record<MoldClass, number>;
  /** All faces, indoors first; face i is the inner face of layer i. */
  faces: FaceResult[];
  /** By layer of masonry. */
  frost: FrostResult[];
  /** Most hours of wetness met by metal that passes through layers, by the wall's rows of fasteners. */
  fasteners: { from: string; to: string; wetHours: number }[];
  causes: Causes;
  /** Hours in which the watched layer is above 20 % moisture, and its longest spell, h. */
  above20: { hours: number; longest: number };
  /** What was taken where the wall does not say. */
  notes: string[];
  /** Why it ended early, if it did. */
  problem: string | null;
}

/** The course of a run, for charts: one entry every `every` hours. */
export interface Course {
  every: number;
  hour: number[];
  /** By layer of wood and the watched one, its moisture content, kg/kg. */
  wood: { layer: string; mc: number[] }[];
  /** By face, indoors first: °C, φ, and the mold index of its class. */
  faces: { temperature: number[]; rh: number[]; mold: number[] }[];
  outdoor: number[];
  /** What has passed since the start by cause. */
  water: Record<keyof Causes, number[]>;
}

/** The wall's state once a day: by day and node. */
export interface DepthField {
  depth: number[];
  days: number;
  temperature: number[][];
  rh: number[][];
}
