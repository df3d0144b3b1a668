import type { ResolvedLayer, ResolvedMember, ResolvedWall } from '@eldrun/core';
import type { DepthAxis } from './axis.ts';
import { hatchOf, memberHatch, type Hatch } from './hatches.ts';

export interface Rect {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** One member in one layer: its outline, or the pieces of a C-stud. */
export interface MemberShape {
  hatch: Hatch;
  pieces: Rect[];
  /** A solid member is crossed as drafting marks continuous lumber. */
  crossed: boolean;
}

export interface LayerShape extends Rect {
  id: string;
  hatch: Hatch;
  /** Too thin to hatch: drawn as a line of its own. */
  thin: boolean;
  /** Not counted, outside an open gap. */
  leftOut: boolean;
  members: MemberShape[];
  /** Members that run along the wall, seen as a dashed band. */
  lengthwise: boolean;
}

export interface Section {
  layers: LayerShape[];
  /** x of the main frame's center lines, px. */
  marks: number[];
}

/** Below this a layer is drawn as a line, px. */
const THIN = 3;

/** Where the first main member stands, as a share of its spacing from the left edge. */
export const FIRST_MEMBER = 0.28;

/** Where layers lie on a depth axis, from the inner face outward, px. */
export function layerBands(
  layers: readonly { thickness: number }[],
  axis: DepthAxis,
): { y: number; height: number }[] {
  let depth = 0;
  return layers.map(({ thickness }) => {
    const bottom = axis.y(depth);
    depth += thickness;
    const y = axis.y(depth);
    return { y, height: bottom - y };
  });
}

/** The plan section of a wall to scale, outdoors at the top. */
export function sectionOf(wall: ResolvedWall, axis: DepthAxis, width: number): Section {
  const main = wall.layers.find((layer) => layer.member?.frame === wall.mainFrame)?.member;
  const spacing = main?.shape.spacing ?? 0.4064;
  const origin = spacing * FIRST_MEMBER;
  const bands = layerBands(wall.layers, axis);
  const layers = wall.layers.map((layer, i): LayerShape => {
    const { y: top, height } = bands[i]!;
    const bottom = top + height;
    const lengthwise = layer.member?.shape.direction === 'horizontal';
    return {
      id: layer.id,
      x: 0,
      y: top,
      width,
      height,
      hatch: hatchOf(layer),
      thin: height < THIN,
      leftOut: layer.index >= wall.counted,
      lengthwise,
      members:
        layer.member && !lengthwise
          ? centersOf(layer.member, origin, width / axis.scale).map((x) =>
              memberShape(layer, layer.member!, x, axis.scale, top, bottom),
            )
          : [],
    };
  });
  const marks = main ? centersOf(main, origin, width / axis.scale).map((x) => x * axis.scale) : [];
  return { layers, marks };
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

function memberShape(
  layer: ResolvedLayer,
  { shape, material }: ResolvedMember,
  center: number,
  scale: number,
  top: number,
  bottom: number,
): MemberShape {
  const hatch = memberHatch(material.category);
  if (shape.section === 'solid')
    return {
      hatch,
      crossed: layer.fill !== null && bottom - top > 24,
      pieces: [
        {
          x: (center - shape.width / 2) * scale,
          y: top,
          width: shape.width * scale,
          height: bottom - top,
        },
      ],
    };
  // Steel is thinner than a line: it is drawn at 1.5 px at the least.
  const sheet = Math.max(1.5, shape.web * scale);
  const x = (center - shape.web / 2) * scale;
  const flange = shape.flange * scale;
  const lip = (shape.lip ?? 0) * scale;
  return {
    hatch,
    crossed: false,
    pieces: [
      { x, y: top, width: sheet, height: bottom - top },
      { x, y: top, width: flange, height: sheet },
      { x, y: bottom - sheet, width: flange, height: sheet },
      { x: x + flange - sheet, y: top, width: sheet, height: lip },
      { x: x + flange - sheet, y: bottom - lip, width: sheet, height: lip },
    ],
  };
}

/** A break line down one edge of the section: the wall goes on. */
export function breakLine(x: number, top: number, bottom: number): string {
  const middle = (top + bottom) / 2;
  return `M${x} ${top - 6}V${middle - 12}L${x - 6} ${middle - 4}L${x + 6} ${middle + 4}L${x} ${middle + 12}V${bottom + 6}`;
}
