import type { Opening } from '../house/index.ts';
import type { Said } from './fields.ts';
import type { Stack } from './stack.ts';
import type { Position } from './types.ts';

/** What is known of the opening itself. */
export interface OpeningSize extends Pick<Opening, 'width' | 'height' | 'kind' | 'header'> {
  jacks: number;
}

/** Where a window lies in a wall: depths from the inner face, and u from the edge of the rough opening into it, m. */
export interface OpeningPlan {
  position: Position;
  carrier: 'none' | 'box' | 'buck';
  /** Thickness of the box, or of the jamb extension indoors. */
  lining: number;
  /** The plane of the flange, and the frame from its inner to its outer face. */
  flange: number;
  inner: number;
  outer: number;
  /** The frame from its edge to the glazing, the glazing's end in the section. */
  edge: number;
  sight: number;
  end: number;
  /** The glazing's faces. */
  glass: readonly [inner: number, outer: number];
  /** A board outside that covers the edge of what is cut. */
  trim: number;
}

/** Glazing beside the frame in a section, m (EN ISO 10077-2:2017, 6.4). */
const GLAZING = 0.19;

/** A board that covers a cut edge outside, m. */
const TRIM = 0.01905;

/** Boards thinner than this are no plane to put a window in, m. */
const LEAST_BOARD = 0.01;

/**
 * Where a window lies. At the sheathing its flange lies on it; at the cladding on the outer face of the gap's furring; in
 * the insulation its middle lies in the middle of the outside boards, or of all insulation where there are none.
 */
export function openingPlan(stack: Stack, said: Said): OpeningPlan {
  const depth = said.number('frameDepth');
  const setback = said.number('flangeSetback');
  const position = said.text('position') as Position;
  const { boards, insulation } = stack;
  const within = boards.to - boards.from >= LEAST_BOARD ? boards : (insulation ?? boards);
  const flange = {
    sheathing: stack.sheathing,
    insulation: (within.from + within.to + depth) / 2 - setback,
    cladding: stack.gap,
  }[position];
  const outer = flange + setback;
  const carrier = said.text('carrier') as OpeningPlan['carrier'];
  const lining = said.number('boxThickness');
  const edge = (carrier === 'box' ? lining : 0) + said.number('play');
  const sight = edge + said.number('frameWidth');
  const middle = outer - depth / 2;
  const half = Math.min(said.number('glazingThickness'), depth) / 2;
  return {
    position,
    carrier,
    lining,
    flange,
    inner: outer - depth,
    outer,
    edge,
    sight,
    end: sight + GLAZING,
    glass: [middle - half, middle + half],
    trim: Math.min(TRIM, edge),
  };
}
