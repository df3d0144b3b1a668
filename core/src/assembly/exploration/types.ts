import type { Measures } from '../options/index.ts';
import type { MoistureStatus } from '../judgment/index.ts';
import type { Message } from '../../common/units/index.ts';
import type { Command } from '../wall/index.ts';
import type { FramedLayer, WallFile } from '../../physics/build-up/index.ts';

/** One thing about a wall that may vary: a layer, and the values that it may take. */
export type Vary =
  | { layer: string; thickness: number[] }
  | { layer: string; material: string[] }
  | { layer: string; fill: FramedLayer['fill'][] }
  /** `fraction`, where it is there, has the framing factor that goes with each spacing. */
  | { layer: string; spacing: number[]; fraction?: number[] }
  | { layer: string; absent: boolean[] };

/** What varies, as it is called in a file. */
export const VARIED = ['thickness', 'material', 'fill', 'spacing', 'absent'] as const;

export type Varied = (typeof VARIED)[number];

/** One value of something that varies. */
export type Value = number | string | boolean | FramedLayer['fill'];

/** What varies in an entry, and its values. */
export function valuesOf(vary: Vary): { varied: Varied; values: readonly Value[] } {
  const varied = VARIED.find((name) => name in vary)!;
  return { varied, values: (vary as unknown as Record<Varied, Value[]>)[varied] };
}

/** What a variant must meet; each is the worst that is allowed. */
export interface Limits {
  /** m */
  thickness?: number;
  /** W/(m²·K) */
  u?: number;
  /** USD/m² */
  cost?: number;
  /** kg CO₂e/m² */
  carbon?: number;
  moisture?: MoistureStatus;
}

/** Measures that should be small. */
export const OBJECTIVES = ['u', 'cost', 'carbon', 'thickness'] as const;

export type Objective = (typeof OBJECTIVES)[number];

/** A wall, what of it may vary, what it must meet and what should be small. */
export interface Exploration {
  format: 'eldrun-exploration';
  version: 1;
  name?: string;
  wall: WallFile;
  vary: Vary[];
  limits?: Limits;
  objectives: Objective[];
}

/** A combination of values, what it comes to. */
export interface Variant {
  /** Its number among all combinations. */
  number: number;
  /** In the order of `vary`. */
  values: Value[];
  measures: Measures;
}

/** A single change of the wall as it is, and what it comes to after. */
export interface NextStep {
  text: Message;
  commands: Command[];
  measures: Measures;
}

/** Why a combination is not compared: a limit that it misses, no wall, no price. */
export type Excluded = keyof Limits | 'invalid' | 'prices';
