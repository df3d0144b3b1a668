import { InputError } from '@eldrun/core/errors';
import type { WallFile } from '@eldrun/core/build-up';

/** The formats of building models that constructions go out to and come in from. */
export type ModelFormat = 'ifc' | 'gbxml';

/** A model's text, and what it does not carry. */
export interface WrittenModel {
  text: string;
  /** In words, a line each. */
  lost: string[];
}

/** So many walls come out of one model, with so many layers each. */
const MOST_WALLS = 500;
const MOST_LAYERS = 100;

/** @throws InputError where a model has more walls, or a wall more layers, than any house */
export function checkCounts(walls: number, layers: number, path: string): void {
  if (walls > MOST_WALLS)
    throw new InputError('file', 'has more walls than are taken', `at most ${MOST_WALLS}`);
  if (layers > MOST_LAYERS)
    throw new InputError(path, `has ${layers} layers`, `at most ${MOST_LAYERS}`);
}

/** One layer as a model has it, in SI; null where the model does not say. */
export interface ReadLayer {
  name: string;
  /** Id of the material in Eldrun, where the model carries it. */
  id: string | null;
  thickness: number | null;
  resistance: number | null;
  conductivity: number | null;
  density: number | null;
  specificHeat: number | null;
  /** Vapor resistance factors, dry and wet. */
  mu: { dry: number; wet: number } | null;
  air: boolean;
  /** Open to outdoors. */
  ventilated: boolean;
}

/** One construction as a model has it. */
export interface ReadWall {
  name: string;
  /** Indoors first, as far as the model says. */
  layers: ReadLayer[];
  /** U along the cavity with surface films, W/(m²K), where the model says it. */
  u: number | null;
  /** The wall file in Eldrun's own property set, unchecked; null without one. */
  own: unknown;
  /** What was noticed while reading. */
  notes: string[];
}

/** A wall that came out of a model, and what it lost or had to take from elsewhere. */
export interface ModelWall {
  file: WallFile;
  lost: string[];
}
