import type { Material } from '../materials/index.ts';
import { measured, say, type Message } from '../units/index.ts';
import type { Layer } from '../wall/index.ts';
import { isNoLayer, isWeighty } from './words.ts';

/** A layer without its id, which only a wall can give. */
export type NewLayer = Layer extends infer L ? (L extends Layer ? Omit<L, 'id'> : never) : never;

/** One reading of a quick line: the layer it would make, and what was understood. */
export interface Suggestion {
  layer: NewLayer;
  label: Message;
  /** Words and numbers of the line that this reading does not use, as they were typed. */
  unused: string[];
  /** Why it is not done without being insisted on, or null. */
  refused: Message | null;
}

/** Beyond so many times the thickest that is sold a thickness is taken for a slip. */
const TOO_THICK = 3;

interface Reading {
  /** Of a sheet: whose sizes the thickness is held against. */
  material?: Material;
  /** The material's own words that answered. */
  answered?: readonly string[];
  /** All words of the line. */
  said?: readonly string[];
}

/** A reading with what it leaves unused, and whether that or its size is too much to pass over. */
export function suggestion(
  layer: NewLayer,
  label: Message,
  numbers: string[],
  words: string[],
  { material, answered = [], said = words }: Reading = {},
): Suggestion {
  // A part of a house is no layer, unless a material really has that word.
  const part = said.find((word) => isNoLayer(word) && !answered.includes(word));
  const weighty = words.find(isWeighty);
  // A size that was not understood stands among the words.
  const number = numbers[0] ?? words.find((word) => /\d/.test(word));
  const thickest =
    material && Math.max(...(material.thicknesses ?? []), material.cost?.thickness ?? 0);
  const refused = part
    ? say`“${part}” is no layer of a wall`
    : number !== undefined
      ? say`“${number}” is not used here`
      : weighty
        ? say`“${weighty}” is not understood`
        : thickest && layer.thickness > TOO_THICK * thickest
          ? say`${measured('length', layer.thickness)} is over three times the thickest it is sold in, ${measured('length', thickest)}`
          : null;
  return { layer, label, unused: [...new Set([...numbers, ...words])], refused };
}

/** What can be done at once comes first. */
export const ready = (suggestions: Suggestion[]): Suggestion[] => [
  ...suggestions.filter(({ refused }) => refused === null),
  ...suggestions.filter(({ refused }) => refused !== null),
];
