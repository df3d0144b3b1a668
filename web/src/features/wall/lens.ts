import type { Component } from 'vue';
import type { Command } from '@eldrun/core/wall';
import type { WallFrame } from './frame.ts';

/** Does a step on the wall and says so when it is refused. Returns whether it was done. */
export type RunStep = (name: string, commands: Command[]) => boolean;

/** A drawing, and what it is given: null where it shows nothing. */
export interface LensPart {
  component: Component;
  props: (frame: WallFrame) => object | null;
}

/** How a lens reads a point of the section, by pointer and by the arrow keys. */
export interface PointReading {
  /** What the drawing is, for those who do not see it. */
  label: string;
  /** Takes the point, px from the upper left of the drawing, or null when it is left. */
  read(at: { x: number; y: number } | null, frame: WallFrame): void;
  /** What stands there, in words. */
  spoken(frame: WallFrame): string;
  /** What the reading depends on beside the point: it is read again when that changes. */
  follows(): unknown;
}

/** A lens: what the drawing of the wall shows, what is traced beside it, and the panel below. */
export interface Lens {
  /** Lies under the section, such as a field of temperatures. */
  under?: LensPart;
  /** Is drawn over the section. */
  marks?: LensPart;
  /** Is drawn above everything where a point is read. */
  overlay?: LensPart & { reading: PointReading };
  /** Stands below the drawing. */
  tools?: LensPart;
  /** The traces beside the drawing; without them temperature and dew point. */
  traces?: () => LensPart | null;
  /** Stands below the judgment. */
  panel?: LensPart;
  /** Whether layers that count are left to `under`. */
  bare?: () => boolean;
  /** Words of the drawing make room: px above the section, below it, and whether the air indoors stands at the left. */
  room?: { above?: number; below?: number; indoorsLeft?: boolean; noSpacing?: boolean };
  /** What its keys do beside those of the bench. */
  keys?: Record<string, () => void>;
  /** Called when the lens is taken up, and when it is left. */
  enter?: () => void;
  leave?: () => void;
}
