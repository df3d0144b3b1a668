import type { House } from '../house/index.ts';
import type { Message } from '../../common/units/index.ts';

/** What a member of the frame is. */
export type MemberKind =
  | 'bottomPlate'
  | 'topPlate'
  | 'stud'
  | 'king'
  | 'jack'
  | 'cripple'
  | 'header'
  | 'sill'
  | 'corner'
  | 'backing'
  | 'blocking';

/** A member as it is seen from outdoors: its lower left corner, its size, m. */
export interface FrameMember {
  kind: MemberKind;
  x: number;
  z: number;
  width: number;
  height: number;
  /** Pieces that lie behind each other. */
  plies: number;
  /** The opening that it belongs to. */
  opening: string | null;
  /** Of a stud below a raked top: its height at its left and its right edge. */
  heights?: readonly [number, number];
  /** Of a plate that is not level: z of its lower edge at its left and its right end. */
  slope?: readonly [number, number];
}

/** A mark on the plate. */
export interface PlateMark {
  /** From the end that the layout is counted from, m: the near edge of the member. */
  x: number;
  kind: MemberKind;
  /** How wide it is, m. */
  width: number;
  /** Whether a roof or floor member stands over it. */
  stacked: boolean;
  /** On which side of the mark the member stands, as seen from outdoors. */
  side: 'left' | 'right';
}

/** A rectangle as it is seen from outdoors, m: its lower left corner and its size. */
export interface Rectangle {
  x: number;
  z: number;
  width: number;
  height: number;
}

/** From x to x along the wall, m. */
export interface Span {
  from: number;
  to: number;
}

/** What is possible but wrong, or worth a look: where in the elevation, and what. */
export interface Conflict {
  at: string;
  message: Message;
}

/** What a house says of all its elevations. */
export type HouseRules = Pick<
  House<unknown>,
  'practice' | 'sheets' | 'nailing' | 'rolls' | 'furring' | 'cladding' | 'trade'
>;
