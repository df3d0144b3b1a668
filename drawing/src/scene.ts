import type { Hatch } from './hatches.ts';

/**
 * How a line is drawn. Screen and paper give each its weight: a line is never scaled with the drawing.
 * `outline` around what is cut, `fine` within it, `hidden` for what lies behind, `sheet` for what is too thin to have
 * two edges, `none` where only the fill counts; `air`, `water` and `insulation` trace what goes on through an edge.
 */
export type Pen =
  'outline' | 'fine' | 'hidden' | 'sheet' | 'metal' | 'none' | 'air' | 'water' | 'insulation';

export interface RectMark {
  shape: 'rect';
  x: number;
  y: number;
  width: number;
  height: number;
  hatch: Hatch;
  pen: Pen;
}

interface PolygonMark {
  shape: 'polygon';
  corners: readonly (readonly [x: number, y: number])[];
  hatch: Hatch;
  pen: Pen;
}

export interface PathMark {
  shape: 'path';
  /** Corners one after the other, each piece of the path apart. */
  pieces: readonly (readonly [x: number, y: number])[][];
  pen: Pen;
}

export interface TextMark {
  shape: 'text';
  x: number;
  y: number;
  text: string;
  /** On paper and screen, points; a text is never scaled with the drawing. */
  size: number;
  anchor: 'start' | 'middle' | 'end';
}

export type Mark = RectMark | PolygonMark | PathMark | TextMark;

/** Marks that belong to one part of what is drawn. */
export interface ScenePart {
  /** Of the part, unique in its scene. */
  id: string;
  /** What a person calls it, and a drawing program its layer. */
  name: string;
  /** Drawn fainter: it is there but does not count. */
  faint: boolean;
  /** Its hatches let through what lies behind. */
  seeThrough?: boolean;
  marks: Mark[];
}

/** A drawing as data, m, y down: what it shows and nothing of how it looks. Screen, print and files draw the same scene. */
export interface Scene {
  x: number;
  y: number;
  width: number;
  height: number;
  /** What it shows, in a line. */
  title: string;
  parts: ScenePart[];
}
