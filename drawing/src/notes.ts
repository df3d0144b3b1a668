import { INCH, formatText, wallLength, type UnitSystem } from '@eldrun/core/units';
import type { EdgeSection } from '@eldrun/core/edges';
import type { ElevationLayout } from '@eldrun/core/layout';
import type { ResolvedLayer, ResolvedWall } from '@eldrun/core/build-up';
import { edgeNumbers, spread } from './edge-numbers.ts';
import { edgeParts, edgeScene } from './edge-section.ts';
import { elevationScene, plateScene, type ElevationLayer } from './elevation.ts';
import type { Mark, Scene, TextMark } from './scene.ts';
import { layerBands, wallSection } from './wall-section.ts';

/** A point on paper, m. */
const POINT = INCH / 72;

/** Sizes on paper, points: letters, between lines of them, from the drawing to them. */
const LETTERS = 7;
const LINE = 9.5;
const AWAY = 14;

/** Mean width of a letter of its size. */
const LETTER_WIDTH = 0.53;

/** The name of the part that carries words and dimensions. */
const NOTES = 'Notes';

/** A column of notes beside a drawing at a scale: where each starts, and how wide all of it is, in m of the drawing. */
interface Column {
  marks: Mark[];
  width: number;
}

const widthOf = (text: string, size = LETTERS): number => text.length * size * LETTER_WIDTH;

/**
 * Notes in a column to the right of a drawing, each with a line to what it is about.
 *
 * @param notes what is said, and where what it is about lies
 * @param right edge of the drawing
 * @param point a point of the paper, in m of the drawing
 */
function column(
  notes: readonly { text: string; at: readonly [x: number, y: number] }[],
  right: number,
  point: number,
): Column {
  const rows = [...notes].sort((a, b) => a.at[1] - b.at[1]);
  const places = spread(
    rows.map(({ at }) => at[1] / point),
    LINE,
  ).map((y) => y * point);
  const x = right + AWAY * point;
  return {
    width: (AWAY + Math.max(0, ...rows.map(({ text }) => widthOf(text)))) * point,
    marks: rows.flatMap(({ text, at }, i): Mark[] => [
      {
        shape: 'path',
        pen: 'fine',
        pieces: [
          [
            at,
            [right + 3 * point, at[1]],
            [x - 4 * point, places[i]!],
            [x - 1.5 * point, places[i]!],
          ],
        ],
      },
      {
        shape: 'text',
        x,
        y: places[i]! + 0.35 * LETTERS * point,
        text,
        size: LETTERS,
        anchor: 'start',
      },
    ]),
  };
}

/** A length that is measured: its line with a tick at each end, its text beside it or under it. */
function dimension(
  from: readonly [number, number],
  to: readonly [number, number],
  text: string,
  point: number,
): Mark[] {
  const tick = 3 * point;
  const level = from[1] === to[1];
  const ticks = [from, to].map(([x, y]) => [
    [x - tick, y + tick] as const,
    [x + tick, y - tick] as const,
  ]);
  const middle = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2] as const;
  const words: TextMark = level
    ? {
        shape: 'text',
        x: middle[0],
        y: middle[1] + (LETTERS + 3) * point,
        text,
        size: LETTERS,
        anchor: 'middle',
      }
    : {
        shape: 'text',
        x: middle[0] - 4 * point,
        y: middle[1] + 0.35 * LETTERS * point,
        text,
        size: LETTERS,
        anchor: 'end',
      };
  return [{ shape: 'path', pen: 'fine', pieces: [[from, to], ...ticks] }, words];
}

/** A scene with room around it and marks in it; at least as large as the marks reach. */
function around(
  scene: Scene,
  marks: Mark[],
  {
    left = 0,
    right = 0,
    top = 0,
    bottom = 0,
  }: Partial<Record<'left' | 'right' | 'top' | 'bottom', number>>,
): Scene {
  const reach = (axis: 0 | 1): number[] =>
    marks.flatMap((mark) => {
      if (mark.shape === 'path') return mark.pieces.flat().map((corner) => corner[axis]);
      if (mark.shape === 'text') return axis === 1 ? [mark.y] : [];
      if (mark.shape === 'rect')
        return axis === 0 ? [mark.x, mark.x + mark.width] : [mark.y, mark.y + mark.height];
      return [];
    });
  const low = Math.max(scene.y + scene.height + bottom, ...reach(1));
  const high = Math.min(scene.y - top, ...reach(1));
  const start = Math.min(scene.x - left, ...reach(0));
  const end = Math.max(scene.x + scene.width + right, ...reach(0));
  return {
    ...scene,
    x: start,
    y: high,
    width: end - start,
    height: low - high,
    parts: [...scene.parts, { id: 'notes', name: NOTES, faint: false, marks }],
  };
}

/**
 * The plan section of a wall with its layers by number and name, its thickness, and which side is outdoors.
 *
 * @param ratio of the paper to what is drawn: words keep their size on paper
 * @param name what a person calls a layer
 * @param stretch length of wall that is drawn, m
 */
export function notedSection(
  wall: ResolvedWall,
  ratio: number,
  units: UnitSystem,
  name: (layer: ResolvedLayer) => string,
  stretch?: number,
): Scene {
  const scene = wallSection(wall, stretch, name);
  const point = POINT / ratio;
  const bands = layerBands(wall.layers);
  const right = scene.x + scene.width;
  const notes = column(
    wall.layers.map((layer, i) => ({
      text: `${i + 1}  ${name(layer)}, ${formatText('length', layer.thickness, units)}`,
      at: [right, bands[i]!.y + bands[i]!.height / 2] as const,
    })),
    right,
    point,
  );
  const thickness = formatText('length', scene.height, units);
  const left = scene.x - 8 * point;
  const side = (text: string, y: number): TextMark => ({
    shape: 'text',
    x: scene.x,
    y,
    text,
    size: LETTERS,
    anchor: 'start',
  });
  return around(
    scene,
    [
      ...notes.marks,
      ...dimension([left, scene.y], [left, 0], thickness, point),
      side('OUTDOORS', scene.y - 4 * point),
      side('INDOORS', (LETTERS + 4) * point),
    ],
    {
      left: (16 + widthOf(thickness)) * point,
      right: notes.width,
      top: (LETTERS + 6) * point,
      bottom: (LETTERS + 6) * point,
    },
  );
}

/**
 * The section of an edge with its parts by number and name.
 *
 * @param ratio of the paper to what is drawn
 * @param name what a person calls a layer of the wall
 */
export function notedEdge(
  section: EdgeSection,
  ratio: number,
  name?: (id: string) => string,
): Scene {
  const scene = edgeScene(section, name);
  const point = POINT / ratio;
  const parts = edgeParts(section, name);
  const numbers = edgeNumbers(parts, section, (x, y) => [x / point, y / point]);
  const right = scene.x + scene.width;
  // A number takes the room of two letters above and beside the drawing.
  const room = 2.4 * LETTERS * point;
  const listed = parts.map((part, i): TextMark => ({
    shape: 'text',
    x: right + room + 6 * point,
    y: scene.y + (i * LINE + LETTERS) * point,
    text: `${i + 1}  ${part.name}`,
    size: LETTERS,
    anchor: 'start',
  }));
  const marks = numbers.flatMap(({ n, x, y, to }): Mark[] => [
    ...(to
      ? ([
          {
            shape: 'path',
            pen: 'fine',
            pieces: [
              [
                [x * point, y * point],
                [to[0] * point, to[1] * point],
              ],
            ],
          },
        ] satisfies Mark[])
      : []),
    ...plate(x * point, y * point, String(n), point),
  ]);
  return around(scene, [...marks, ...listed], {
    left: room,
    top: room,
    bottom: room,
    right: room + 6 * point + Math.max(0, ...listed.map(({ text }) => widthOf(text))) * point,
  });
}

/** A number on a white plate, so that it is read on any hatch. */
function plate(x: number, y: number, text: string, point: number): Mark[] {
  const [half, tall] = [(widthOf(text) / 2 + 2) * point, (LETTERS / 2 + 1.2) * point];
  return [
    {
      shape: 'rect',
      x: x - half,
      y: y - tall,
      width: 2 * half,
      height: 2 * tall,
      hatch: 'air',
      pen: 'fine',
    },
    { shape: 'text', x, y: y + 0.36 * LETTERS * point, text, size: LETTERS, anchor: 'middle' },
  ];
}

/**
 * An elevation with its length and height, and each opening by its name and size.
 *
 * @param ratio of the paper to what is drawn
 * @param shown which layers
 */
export function notedElevation(
  layout: ElevationLayout,
  ratio: number,
  units: UnitSystem,
  shown: ReadonlySet<ElevationLayer>,
): Scene {
  const scene = elevationScene(layout, shown);
  const point = POINT / ratio;
  const { length } = layout.elevation;
  const bottom = scene.y + scene.height + 8 * point;
  const left = scene.x - 8 * point;
  const tall = wallLength(scene.height, units);
  const openings = layout.framing.openings.flatMap(({ id, x, sill, width, height }): Mark[] => {
    const size = `${wallLength(width, units)} × ${wallLength(height, units)}`;
    const fits = widthOf(size) * point < width && 2 * LINE * point < height;
    const middle = [x + width / 2, -sill - height / 2] as const;
    const word = (text: string, down: number): TextMark => ({
      shape: 'text',
      x: middle[0],
      y: middle[1] + down * point,
      text,
      size: LETTERS,
      anchor: 'middle',
    });
    return fits ? [word(id, -2), word(size, LINE - 2)] : [word(id, 2)];
  });
  return around(
    scene,
    [
      ...openings,
      ...dimension([0, bottom], [length, bottom], wallLength(length, units), point),
      ...dimension([left, scene.y], [left, scene.y + scene.height], tall, point),
    ],
    {
      left: (16 + widthOf(tall)) * point,
      right: 6 * point,
      top: 4 * point,
      bottom: (LETTERS + 18) * point,
    },
  );
}

/** The plate from above with its length. @param ratio of the paper to what is drawn */
export function notedPlate(layout: ElevationLayout, ratio: number, units: UnitSystem): Scene {
  const scene = plateScene(layout);
  const point = POINT / ratio;
  const { length } = layout.elevation;
  const y = scene.height + 8 * point;
  return around(scene, dimension([0, y], [length, y], wallLength(length, units), point), {
    left: 6 * point,
    right: 6 * point,
    top: 4 * point,
    bottom: (LETTERS + 18) * point,
  });
}
