import type { Fill } from '../framing/index.ts';
import type { Message } from '../../common/units/index.ts';
import type { Numbers } from './numbers.ts';
import type { Suggestion } from './suggestion.ts';
import type { NewLayer } from './types.ts';

/** Cavity insulation that a line names by itself: it may belong between the studs of another part of the line. */
interface Filler {
  material: string;
  /** m, or null where the line does not say. */
  thickness: number | null;
  words: string[];
  numbers: Numbers;
  faced: boolean;
}

/** What stands between members, from one face of the frame to the other. */
export interface Between {
  fill: Fill;
  /** m, or null for the rest of the depth. */
  thickness: number | null;
}

/** A frame that a line names: what it is filled with may come from another part of the line. */
export interface Frame {
  depth: number;
  /** What the line says stands between its members; none where it says nothing. */
  between: Between[];
  /** Whether kraft paper comes on the batt. */
  faced: boolean;
  /** Whether its depth may be shared by several fills. */
  divisible: boolean;
  layers: (between: Between[], faced: boolean) => NewLayer[];
  label: (between: Between[]) => Message;
  /** The materials that fit it best by words. */
  fills: (words: string[], numbers: Numbers, depth: number) => string[];
}

/** A suggestion with what its neighbors in the line need to know. */
export interface Reading extends Suggestion {
  frame?: Frame;
  filler?: Filler;
}
