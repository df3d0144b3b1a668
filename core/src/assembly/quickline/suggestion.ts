import type { Material } from '../../physics/materials/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import type { NewLayer, Place } from './types.ts';
import { isGeneric, isNoLayer, isWeighty } from './words.ts';

/** One reading of a quick line: the layers it would make, and what was understood. */
export interface Suggestion {
  /** Indoors first; at least one. */
  layers: NewLayer[];
  label: Message;
  /** Where the line says that they go, or null. */
  place: Place | null;
  /** Words and numbers of the line that this reading does not use, as they were typed. */
  unused: string[];
  /** Why it is not done without being insisted on, or null. */
  refused: Message | null;
}

/** Beyond so many times the thickest that is sold a thickness is taken for a slip. */
const TOO_THICK = 3;

/** No frame is deeper, and no air space wider, m. */
const DEEPEST_FRAME = 0.7;
const WIDEST_AIR = 0.35;

/** Members stand no closer and no farther apart, m. */
const SPACINGS = [0.1, 1.3] as const;
const STUD_SPACINGS = [0.1, 0.85] as const;

interface Said {
  /** Numbers of the line that are not used. */
  numbers?: string[];
  /** Words of the line that nothing answers to. */
  words?: string[];
  /** Of a sheet: whose sizes the thickness is held against. */
  material?: Material;
  /** The material's own words that answered. */
  answered?: readonly string[];
  /** All words of the line. */
  all?: readonly string[];
  /** Words that name a material of the library. */
  isMaterialWord?: (word: string) => boolean;
  /** What speaks against it whatever the words. */
  problem?: Message | null;
}

/** A reading with what it leaves unused, and whether that or its size is too much to pass over. */
export function suggestion(layers: NewLayer[], label: Message, said: Said): Suggestion {
  const { numbers = [], words = [] } = said;
  return {
    layers,
    label,
    place: null,
    unused: [...new Set([...numbers, ...words])],
    refused: said.problem ?? refusal(layers, said),
  };
}

function refusal(layers: NewLayer[], said: Said): Message | null {
  const { numbers = [], words = [], answered = [], all = words, isMaterialWord } = said;
  // A part of a house is no layer, unless a material really has that word.
  const part = all.find((word) => isNoLayer(word) && !answered.includes(word));
  if (part) return say`“${part}” is no layer of a wall`;
  // A size that was not understood stands among the words.
  const number = numbers[0] ?? words.find((word) => /\d/.test(word));
  if (number !== undefined) return say`“${number}” is not used here`;
  const weighty = words.find(isWeighty);
  if (weighty) return say`“${weighty}” is not understood`;
  const other = words.find((word) => !isGeneric(word) && isMaterialWord?.(word));
  if (other) return say`“${other}” is another material, which is not used here`;
  if (words.length > 0 && answered.length > 0 && words.length > all.length / 2)
    return say`“${words.join(' ')}” is not understood`;
  if (words.length > 0 && answered.length > 0 && answered.every(isGeneric))
    return say`“${words[0]!}” is not understood`;
  return layers.map((layer) => sizeProblem(layer, said.material)).find(Boolean) ?? null;
}

function sizeProblem(layer: NewLayer, material: Material | undefined): Message | null {
  const { thickness } = layer;
  const size = measured('length', thickness);
  if (layer.kind === 'air')
    return thickness > WIDEST_AIR ? say`An air space of ${size} is no part of a wall` : null;
  if (layer.kind === 'framed') {
    const { spacing } = layer.member;
    if (thickness <= 0) return say`The frame has no room for all of that`;
    if (thickness > DEEPEST_FRAME) return say`No frame is ${size} deep`;
    const [least, most] = layer.frame === 'main' ? STUD_SPACINGS : SPACINGS;
    if (spacing < least || spacing > most)
      return say`Members stand ${measured('length', least)} to ${measured('length', most)} apart, not ${measured('length', spacing)}`;
    return null;
  }
  const thickest =
    material && Math.max(...(material.thicknesses ?? []), material.cost?.thickness ?? 0);
  return thickest && thickness > TOO_THICK * thickest
    ? say`${size} is over three times the thickest it is sold in, ${measured('length', thickest)}`
    : null;
}

/** What can be done at once comes first. */
export const ready = <S extends Suggestion>(suggestions: S[]): S[] => [
  ...suggestions.filter(({ refused }) => refused === null),
  ...suggestions.filter(({ refused }) => refused !== null),
];

/** Nothing is struck through and nothing speaks against it. */
export const isClean = ({ unused, refused }: Suggestion): boolean =>
  unused.length === 0 && refused === null;
