import { contours } from 'd3-contour';
import { crossingsOn, streamFunction, temperaturesOn } from '@eldrun/core/conduction';
import type { Surface, WallSection } from '@eldrun/core/steady-heat';
import type { DepthAxis } from './axis.ts';
import { modelX, realTemperature, sectionDepth, type Air } from './section-place.ts';

/** px between the points at which the field is sampled. */
const STEP = 2;

/** How many bands of equal heat the flow lines cut one spacing into. */
export const FLOW_BANDS = 12;

/** The solved section sampled over its place in the drawing: row after row from the outer face down. */
export interface FieldRaster {
  x: number;
  y: number;
  width: number;
  height: number;
  columns: number;
  rows: number;
  /** 0 outdoors to 1 indoors. */
  scaled: Float32Array;
}

/** Samples a section for the drawing. */
export function fieldRaster(section: WallSection, axis: DepthAxis, width: number): FieldRaster {
  const { xs, ys, columns, rows, y, height } = points(section, axis, width);
  return {
    x: 0,
    y,
    width,
    height,
    columns,
    rows,
    scaled: temperaturesOn(section.field, xs, ys),
  };
}

function points(section: WallSection, axis: DepthAxis, width: number) {
  const depth = sectionDepth(section);
  const y = axis.y(depth);
  const height = axis.y(0) - y;
  const columns = Math.max(2, Math.round(width / STEP));
  const rows = Math.max(2, Math.round(height / STEP));
  return {
    y,
    height,
    columns,
    rows,
    xs: Float64Array.from({ length: columns }, (_, c) =>
      modelX(section, axis, ((c + 0.5) * width) / columns),
    ),
    ys: Float64Array.from({ length: rows }, (_, r) => depth * (1 - (r + 0.5) / rows)),
  };
}

/** Lines of equal temperature, as SVG paths. @param steps °C */
export function isotherms(raster: FieldRaster, air: Air, steps: readonly number[]): string[] {
  const range = air.indoor - air.outdoor;
  if (range === 0) return [];
  return contourPaths(
    raster,
    raster.scaled,
    steps.map((step) => (step - air.outdoor) / range),
  );
}

/** Where isotherms cross a line through the wall, for their labels. @param x px of that line */
export function isothermPlaces(
  { columns, rows, width, y, height, scaled }: FieldRaster,
  air: Air,
  steps: readonly number[],
  x: number,
): { y: number; temperature: number }[] {
  const column = Math.min(columns - 1, Math.floor((x / width) * columns));
  const at = (row: number): number => realTemperature(air, scaled[row * columns + column]!);
  return steps.flatMap((temperature) => {
    for (let row = 1; row < rows; row++) {
      const [before, after] = [at(row - 1), at(row)];
      if ((before - temperature) * (after - temperature) > 0 || before === after) continue;
      const share = (temperature - before) / (after - before);
      return [{ temperature, y: y + ((row - 0.5 + share) * height) / rows }];
    }
    return [];
  });
}

/** Lines along which heat flows; between two of them always the same flow passes. */
export function flowLines(section: WallSection, axis: DepthAxis, width: number): string[] {
  const { xs, ys, columns, rows, y, height } = points(section, axis, width);
  const stream = streamFunction(section.field);
  const whole = section.field.heatFlow.y0;
  const values = crossingsOn(section.field, stream, xs, ys);
  const steps = Array.from({ length: FLOW_BANDS - 1 }, (_, n) => ((n + 1) * whole) / FLOW_BANDS);
  // Where one spacing ends and the next begins the stream jumps back: each spacing is drawn for itself.
  const paths: string[] = [];
  let start = 0;
  for (let c = 1; c <= columns; c++) {
    if (c < columns && xs[c]! > xs[c - 1]!) continue;
    const strip = c - start;
    if (strip > 1) {
      const part = Float32Array.from({ length: strip * rows }, (_, n) => {
        const row = Math.floor(n / strip);
        return values[row * columns + start + (n - row * strip)]!;
      });
      const x = (start * width) / columns;
      const raster = { x, y, width: (strip * width) / columns, height, columns: strip, rows };
      paths.push(...contourPaths(raster, part, steps));
    }
    start = c;
  }
  return paths;
}

/** Iso-lines of a raster; what runs along its border is left out. */
export function contourPaths(
  { x, y, width, height, columns, rows }: Omit<FieldRaster, 'scaled'>,
  values: Float32Array,
  thresholds: readonly number[],
): string[] {
  const isolines = contours().size([columns, rows]);
  const scaleX = width / columns;
  const scaleY = height / rows;
  const border = (a: number, last: number): boolean => a <= 0.5 || a >= last - 0.5;
  const round = (value: number): string => value.toFixed(1);
  // Single precision is enough for a line on the screen.
  const list = values as unknown as number[];
  return thresholds
    .map((threshold) => {
      let path = '';
      for (const polygon of isolines.contour(list, threshold).coordinates)
        for (const ring of polygon) {
          let drawing = false;
          for (const [px, py] of ring as [number, number][]) {
            if (border(px, columns) || border(py, rows)) {
              // Lines end at the border instead of following it.
              if (drawing) path += `L${round(x + px * scaleX)} ${round(y + py * scaleY)}`;
              drawing = false;
              continue;
            }
            path += `${drawing ? 'L' : 'M'}${round(x + px * scaleX)} ${round(y + py * scaleY)}`;
            drawing = true;
          }
        }
      return path;
    })
    .filter((path) => path !== '');
}

/** A face of the wall as a thermal camera sees it. */
export interface FaceStrip {
  /** Pieces from left to right, px, with their temperature, °C. */
  pieces: { x: number; width: number; temperature: number }[];
  coldest: { x: number; temperature: number };
  warmest: { x: number; temperature: number };
}

/** A surface over the width of the drawing. */
export function faceStrip(
  section: WallSection,
  surface: Surface,
  air: Air,
  axis: DepthAxis,
  width: number,
): FaceStrip {
  const columns = Math.max(2, Math.round(width / STEP));
  const pieces = Array.from({ length: columns }, (_, c) => {
    const x = (c * width) / columns;
    const at = surfaceAt(surface, modelX(section, axis, x + width / columns / 2));
    return { x, width: width / columns, temperature: realTemperature(air, at) };
  });
  // Of the places that repeat at every member the one nearest the middle is marked.
  const nearest = (better: (a: number, b: number) => boolean) => {
    const best = pieces.reduce((a, b) => (better(b.temperature, a.temperature) ? b : a));
    const same = pieces.filter(
      ({ temperature }) => Math.abs(temperature - best.temperature) < 0.02,
    );
    const middle = same.reduce((a, b) =>
      Math.abs(b.x - width / 2) < Math.abs(a.x - width / 2) ? b : a,
    );
    return { x: middle.x + middle.width / 2, temperature: best.temperature };
  };
  return {
    pieces,
    coldest: nearest((a, b) => a < b),
    warmest: nearest((a, b) => a > b),
  };
}

/** Scaled temperature of a surface at a place of the model, m. */
export function surfaceAt({ x, temperature }: Surface, place: number): number {
  const middle = (i: number): number => (x[i]! + x[i + 1]!) / 2;
  let i = 0;
  while (i + 1 < temperature.length && middle(i + 1) < place) i++;
  if (i + 1 === temperature.length || place <= middle(0)) return temperature[i]!;
  const share = Math.min(1, Math.max(0, (place - middle(i)) / (middle(i + 1) - middle(i))));
  return temperature[i]! * (1 - share) + temperature[i + 1]! * share;
}
