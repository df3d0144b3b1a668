import type { OwnClimate, WeatherYear } from '../climate/index.ts';
import type { WallFile } from '../wall/index.ts';
import type { FormulaClimate } from './climate-formula.ts';
import type { MoldClass } from './mold.ts';
import type { Films } from './solver.ts';

export type Face = 'inner' | 'outer';

/** Where a simulation's weather comes from. */
export type SimulationClimate =
  | FormulaClimate
  /** A climate of the library, made into hours with a seed. */
  | { climate: string; seed?: number }
  /** The path of an EPW file, which the command reads. */
  | { epw: string };

/** How a wall is simulated: the `transient` part of a simulation file. */
export interface Transient {
  climate: SimulationClimate;
  /** The direction it faces, or degrees from north over east. */
  side: 'north' | 'east' | 'south' | 'west' | number;
  /** Hour of the year at which it starts, 0 for 1 January, 0 o'clock. */
  start: number;
  hours: number;
  /** Id of the layer whose moisture is reported. */
  watch: string;
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
  rain?: { layer: string; face: Face; share: number; exposure?: number; overhang?: number };
  leak?: { layer: string; face: Face; flow: number };
}

/** A simulation file. */
export interface SimulationFile {
  format: 'eldrun-simulation';
  version: 1;
  wall: WallFile;
  transient: Transient;
}

/** The weather that goes with a climate that is no formula. */
export interface SimulationWeather {
  year: WeatherYear;
  climate: OwnClimate;
}

export interface Series {
  hour: number[];
  mc: number[];
  mcInner: number[];
  temperature: number[];
  rh: number[];
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
  /** Water in and out by cause, kg/m², positive into the wall. */
  causes: { indoors: number; outdoors: number; rain: number; ventilation: number; leak: number };
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
  /** By layer of wood, its moisture content, kg/kg. */
  wood: { layer: string; mc: number[] }[];
  temperature: number[];
  rh: number[];
  mold: number[];
  outdoor: number[];
}

/** The wall's state once a day: by day and node. */
export interface DepthField {
  depth: number[];
  days: number;
  temperature: number[][];
  rh: number[][];
}
