import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const FOLDER = join(import.meta.dirname, 'reference');

export interface Tolerance {
  absolute?: number;
  relative?: number;
}

/** A reference case as it lies in `core/test/reference`. */
export interface ReferenceCase {
  name: string;
  wall: Record<string, unknown>;
  expected: Record<string, unknown>;
  tolerance: Record<string, Tolerance>;
  /** Of moisture cases: what the insulation solvers should find. */
  exterior?: { ratio: number; thickness: { layer: string; margin: number; thickness: number }[] };
}

export function readReference<T>(file: string): T {
  return JSON.parse(readFileSync(join(FOLDER, file), 'utf8')) as T;
}

export function referenceCases<T = ReferenceCase>(folder: string): T[] {
  return readdirSync(join(FOLDER, folder))
    .filter((file) => file.endsWith('.json'))
    .map((file) => readReference<T>(join(folder, file)));
}

/** A reference case of the transient simulation. */
export interface TransientCase<Input, Expected, Tolerance> {
  input: Input;
  expected: Expected;
  tolerance: Tolerance;
}

/** Reads one of `reference/transient`, whose README states equations and tolerances. */
export function transientCase<Input, Expected, Tolerance>(
  name: string,
): TransientCase<Input, Expected, Tolerance> {
  const path = join(import.meta.dirname, 'reference/transient', `${name}.json`);
  return JSON.parse(readFileSync(path, 'utf8')) as TransientCase<Input, Expected, Tolerance>;
}
