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

export function referenceCases(folder: string): ReferenceCase[] {
  return readdirSync(join(FOLDER, folder))
    .filter((file) => file.endsWith('.json'))
    .map((file) => readReference<ReferenceCase>(join(folder, file)));
}
