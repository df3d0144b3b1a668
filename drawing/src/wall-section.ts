import {
  faceDepths,
  mainMember,
  type ResolvedLayer,
  type ResolvedMember,
  type ResolvedWall,
} from '@eldrun/core/build-up';
import { MEMBRANE } from '@eldrun/core/materials';
import { hatchOf, memberHatch } from './hatches.ts';
import type { Mark, RectMark, Scene } from './scene.ts';

/** Where the first main member stands, as a share of its spacing from the left edge. */
export const FIRST_MEMBER = 0.28;

/** A solid member deeper than this is crossed, as drafting marks continuous lumber, m. */
const CROSSED = 0.025;

/** Steel is drawn at least so thick, m: a section through it would be thinner than its line. */
const SHEET_STEEL = 0.0015;

/** The stretch of wall that is drawn where nothing else is asked, m. */
const STRETCH = 0.6;

/** Where layers lie, from the inner face outward: y down from the inner face, so that outdoors is negative, m. */
export function layerBands(
  layers: readonly { thickness: number }[],
): { y: number; height: number }[] {
  const depths = faceDepths(layers);
  return layers.map(({ thickness }, i) => ({ y: -depths[i + 1]!, height: thickness }));
}

/** Where the first member of an offset 0 stands, m from the left end. */
function originOf(wall: ResolvedWall): number {
  return (mainMember(wall)?.shape.spacing ?? 0.4064) * FIRST_MEMBER;
}

/** Center lines of a frame's members that touch a stretch of wall, m from its left end. */
function centersOf({ shape }: ResolvedMember, origin: number, stretch: number): number[] {
  const reach = shape.section === 'c' ? shape.flange : shape.width / 2;
  const first = origin + (shape.offset ?? 0);
  const from = Math.ceil((-reach - first) / shape.spacing);
  const to = Math.floor((stretch + reach - first) / shape.spacing);
  return Array.from(
    { length: Math.max(0, to - from + 1) },
    (_, i) => first + (from + i) * shape.spacing,
  );
}

/** Center lines of the main frame along a stretch of wall, m from its left end. */
export function frameMarks(wall: ResolvedWall, stretch: number): number[] {
  const member = mainMember(wall);
  return member ? centersOf(member, originOf(wall), stretch) : [];
}

/** One member in one layer: its outline and its cross, or the pieces of a C-stud. */
function memberMarks(
  layer: ResolvedLayer,
  { shape, material }: ResolvedMember,
  center: number,
  y: number,
  height: number,
): Mark[] {
  const hatch = memberHatch(material.category);
  const piece = (x: number, top: number, width: number, high: number): RectMark => ({
    shape: 'rect',
    x,
    y: top,
    width,
    height: high,
    hatch,
    pen: hatch === 'metal' ? 'metal' : 'outline',
  });
  if (shape.section === 'solid') {
    const x = center - shape.width / 2;
    const marks: Mark[] = [piece(x, y, shape.width, height)];
    if (layer.fill && height > CROSSED)
      marks.push({
        shape: 'path',
        pen: 'fine',
        pieces: [
          [
            [x, y],
            [x + shape.width, y + height],
          ],
          [
            [x + shape.width, y],
            [x, y + height],
          ],
        ],
      });
    return marks;
  }
  const sheet = Math.max(SHEET_STEEL, shape.web);
  const x = center - shape.web / 2;
  const { flange, lip = 0 } = shape;
  return [
    piece(x, y, sheet, height),
    piece(x, y, flange, sheet),
    piece(x, y + height - sheet, flange, sheet),
    ...(lip > 0
      ? [
          piece(x + flange - sheet, y, sheet, lip),
          piece(x + flange - sheet, y + height - lip, sheet, lip),
        ]
      : []),
  ];
}

/** The marks of one layer: itself, then its members, or the line of those that run along the wall. */
function layerMarks(
  layer: ResolvedLayer,
  { y, height }: { y: number; height: number },
  origin: number,
  stretch: number,
): Mark[] {
  const across = (at: number): (readonly [number, number])[] => [
    [0, at],
    [stretch, at],
  ];
  if (height < MEMBRANE) return [{ shape: 'path', pen: 'sheet', pieces: [across(y + height / 2)] }];
  const marks: Mark[] = [
    { shape: 'rect', x: 0, y, width: stretch, height, hatch: hatchOf(layer), pen: 'outline' },
  ];
  if (layer.member?.shape.direction === 'horizontal')
    marks.push({ shape: 'path', pen: 'hidden', pieces: [across(y + height / 2)] });
  else if (layer.member)
    for (const center of centersOf(layer.member, origin, stretch))
      marks.push(...memberMarks(layer, layer.member, center, y, height));
  return marks;
}

/**
 * The plan section of a wall, outdoors at the top, its inner face at y 0.
 *
 * @param wall a resolved wall
 * @param stretch length of wall that is drawn, m
 * @param name what a person calls a layer
 */
export function wallSection(
  wall: ResolvedWall,
  stretch = STRETCH,
  name: (layer: ResolvedLayer) => string = ({ id }) => id,
): Scene {
  const origin = originOf(wall);
  const bands = layerBands(wall.layers);
  const thickness = -(bands.at(-1)?.y ?? 0);
  return {
    x: 0,
    y: -thickness,
    width: stretch,
    height: thickness,
    title: wall.file.name,
    parts: wall.layers.map((layer, i) => ({
      id: layer.id,
      name: name(layer),
      faint: layer.index >= wall.counted,
      marks: layerMarks(layer, bands[i]!, origin, stretch),
    })),
  };
}
