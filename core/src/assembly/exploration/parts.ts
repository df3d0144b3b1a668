import { emptySwept, type Swept } from './sweep.ts';
import type { Exploration } from './types.ts';
import { combinationsOf } from './variants.ts';

/** The figures of a sweep that are a list of numbers. */
const FIGURES = ['u', 'error', 'cost', 'carbon', 'thickness', 'margin'] as const;

/** How many combinations in a row differ only in what stands outside the frame: their sections share curves. */
export function rowOf({ vary, wall }: Pick<Exploration, 'vary' | 'wall'>): number {
  const main = wall.layers.findIndex(({ kind }) => kind === 'framed');
  let row = 1;
  for (const entry of vary.toReversed()) {
    if (wall.layers.findIndex(({ id }) => id === entry.layer) <= main) break;
    row *= combinationsOf({ vary: [entry] });
  }
  return row;
}

/** The size of parts of at least so many combinations, made of whole rows. */
export const partSize = (row: number, least: number): number => row * Math.ceil(least / row);

/** The numbers of a part: `size` of `count` from `part · size` on. */
export function partNumbers(part: number, size: number, count: number): Float64Array {
  const from = part * size;
  return Float64Array.from({ length: Math.min(size, count - from) }, (_, i) => from + i);
}

/** Puts a part of a sweep where it belongs among all. */
export function placeSwept(all: Swept, part: Omit<Swept, 'invalid'>, at: number): void {
  for (const name of FIGURES) all[name].set(part[name], at);
  all.moisture.set(part.moisture, at);
}

/** The parts of a sweep as one. @param numbers of all of them */
export function joinedSwept(
  parts: readonly { swept: Swept; at: number }[],
  numbers: Float64Array,
): Swept {
  const all = emptySwept(numbers);
  for (const { swept, at } of parts) {
    placeSwept(all, swept, at);
    for (const [text, of] of swept.invalid)
      all.invalid.set(text, (all.invalid.get(text) ?? 0) + of);
  }
  return all;
}

/** The figures of a sweep as bytes, little-endian: each list of numbers, then moisture. */
export function sweptBytes(swept: Omit<Swept, 'invalid'>): Uint8Array {
  const count = swept.numbers.length;
  const bytes = new Uint8Array(count * (FIGURES.length * 8 + 1));
  const view = new DataView(bytes.buffer);
  let at = 0;
  for (const name of FIGURES)
    for (const value of swept[name]) {
      view.setFloat64(at, value, true);
      at += 8;
    }
  bytes.set(swept.moisture, at);
  return bytes;
}

/** Reads what `sweptBytes` wrote. @param numbers of the same part. @throws RangeError where it does not belong to them */
export function sweptOfBytes(bytes: Uint8Array, numbers: Float64Array): Swept {
  const count = numbers.length;
  if (bytes.length !== count * (FIGURES.length * 8 + 1))
    throw new RangeError(`${bytes.length} bytes are not those of ${count} combinations`);
  const swept = emptySwept(numbers);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  let at = 0;
  for (const name of FIGURES)
    for (let i = 0; i < count; i++) {
      swept[name][i] = view.getFloat64(at, true);
      at += 8;
    }
  swept.moisture.set(bytes.subarray(at));
  return swept;
}
