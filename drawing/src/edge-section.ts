import { LINES, type EdgeSection, type Piece } from '@eldrun/core/edges';
import { MEMBRANE } from '@eldrun/core/materials';
import { categoryHatch } from './hatches.ts';
import type { Mark, PathMark, RectMark, Scene, ScenePart } from './scene.ts';

/** Wood that is cut across is crossed where it is at least so thick, m. */
const CROSSED = 0.025;

/** Pieces whose members are cut across: studs, plates, headers. */
const ACROSS: ReadonlySet<string> = new Set([
  'studs',
  'flat',
  'header',
  'end',
  'butt',
  'left',
  'right',
  'plate',
  'top-plates',
  'bottom-plate',
  'partition-stud',
  'buck',
  'ledger',
]);

/** Edges of boxes this near to each other are one, m. */
const SAME = 1e-6;

type Box = Pick<Piece, 'x0' | 'x1' | 'y0' | 'y1'>;

/** One thing an edge is built of, as it is named beside the drawing. */
export interface EdgePart {
  id: string;
  name: string;
  boxes: Box[];
  category: string | null;
}

/**
 * What an edge is built of, as far as it is drawn: pieces of one id together, in the order in which they are painted.
 *
 * @param name what a person calls a layer of the wall
 */
export function edgeParts(
  { pieces, frame }: Pick<EdgeSection, 'pieces' | 'frame'>,
  name: (id: string) => string = (id) => id,
): EdgePart[] {
  const parts = new Map<string, EdgePart>();
  for (const piece of pieces) {
    const box = within(piece, frame);
    if (!box) continue;
    const part = parts.get(piece.id);
    if (part) part.boxes.push(box);
    else
      parts.set(piece.id, {
        id: piece.id,
        name: piece.name || name(piece.id),
        boxes: [box],
        category: piece.category,
      });
  }
  return [...parts.values()];
}

/**
 * The section of an edge to scale: its pieces with their hatches, then the lines that go on through it.
 *
 * @param name what a person calls a layer of the wall
 */
export function edgeScene(section: EdgeSection, name?: (id: string) => string): Scene {
  const { frame, title, lines } = section;
  return {
    x: frame.x0,
    y: frame.y0,
    width: frame.x1 - frame.x0,
    height: frame.y1 - frame.y0,
    title,
    parts: [
      ...edgeParts(section, name).map(partOf),
      ...LINES.flatMap((one): ScenePart[] => {
        const traced = lines.find(({ line }) => line === one);
        return traced
          ? [
              {
                id: `line-${one}`,
                name: `${one} line`,
                faint: false,
                marks: [{ shape: 'path', pen: one, pieces: [traced.points] }],
              },
            ]
          : [];
      }),
    ],
  };
}

function partOf({ id, name, boxes, category }: EdgePart): ScenePart {
  const hatch = categoryHatch(category);
  const thin = boxes.every(({ x0, x1, y0, y1 }) => Math.min(x1 - x0, y1 - y0) < MEMBRANE);
  const across = ACROSS.has(id) && hatch !== 'metal';
  const marks: Mark[] = thin
    ? [{ shape: 'path', pen: hatch === 'metal' ? 'metal' : 'sheet', pieces: boxes.map(middleOf) }]
    : [
        ...boxes.map(({ x0, x1, y0, y1 }): RectMark => ({
          shape: 'rect',
          x: x0,
          y: y0,
          width: x1 - x0,
          height: y1 - y0,
          hatch,
          pen: across ? 'outline' : 'none',
        })),
        ...(across ? boxes.flatMap(crossOf) : [outlineOf(boxes)]),
      ];
  return { id, name, faint: false, marks };
}

function within(piece: Box, frame: Box): Box | null {
  const box = {
    x0: Math.max(piece.x0, frame.x0),
    x1: Math.min(piece.x1, frame.x1),
    y0: Math.max(piece.y0, frame.y0),
    y1: Math.min(piece.y1, frame.y1),
  };
  return box.x1 - box.x0 > SAME && box.y1 - box.y0 > SAME ? box : null;
}

/** The middle of what is too thin to have two edges. */
function middleOf({ x0, x1, y0, y1 }: Box): [number, number][] {
  const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2];
  return x1 - x0 > y1 - y0
    ? [
        [x0, y],
        [x1, y],
      ]
    : [
        [x, y0],
        [x, y1],
      ];
}

const crossOf = ({ x0, x1, y0, y1 }: Box): PathMark[] =>
  Math.min(x1 - x0, y1 - y0) < CROSSED
    ? []
    : [
        {
          shape: 'path',
          pen: 'fine',
          pieces: [
            [
              [x0, y0],
              [x1, y1],
            ],
            [
              [x1, y0],
              [x0, y1],
            ],
          ],
        },
      ];

/** The outline around boxes that lie against each other, without the seams between them. */
function outlineOf(boxes: readonly Box[]): PathMark {
  const pieces: [number, number][][] = [];
  for (const box of boxes) {
    const others = boxes.filter((one) => one !== box);
    for (const x of [box.x0, box.x1])
      for (const [from, to] of uncovered(
        [box.y0, box.y1],
        others
          .filter((one) => one.x0 <= x + SAME && one.x1 >= x - SAME)
          .map(({ y0, y1 }) => [y0, y1]),
      ))
        pieces.push([
          [x, from],
          [x, to],
        ]);
    for (const y of [box.y0, box.y1])
      for (const [from, to] of uncovered(
        [box.x0, box.x1],
        others
          .filter((one) => one.y0 <= y + SAME && one.y1 >= y - SAME)
          .map(({ x0, x1 }) => [x0, x1]),
      ))
        pieces.push([
          [from, y],
          [to, y],
        ]);
  }
  return { shape: 'path', pen: 'outline', pieces };
}

/** What of a stretch no other stretch covers. */
function uncovered(
  stretch: readonly [number, number],
  covers: readonly (readonly [number, number])[],
): [number, number][] {
  let left: [number, number][] = [[...stretch]];
  for (const [from, to] of covers)
    left = left.flatMap(([a, b]): [number, number][] => {
      const parts: [number, number][] = [];
      if (from - a > SAME) parts.push([a, Math.min(b, from)]);
      if (b - to > SAME) parts.push([Math.max(a, to), b]);
      return to <= a || from >= b ? [[a, b]] : parts;
    });
  return left;
}
