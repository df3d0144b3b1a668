import { InputError } from '../../common/errors.ts';
import type { PlaneSection, Rectangle } from '../conduction/index.ts';
import {
  type ResolvedLayer,
  type ResolvedMember,
  type ResolvedWall,
  mainFrameLayers,
} from '../build-up/index.ts';
import type { Resistances } from './resistances.ts';

/** The model's width where nothing is framed, m: the section is the same everywhere. */
const UNFRAMED_WIDTH = 0.4;

/** The most members of one layer in a model. */
const MAX_MEMBERS = 100;

/** Where no layer counts the films remain: a sheet of no resistance stands between them. m, W/(m·K) */
const NOTHING = 1e-6;
const NOTHING_CONDUCTS = 1e6;

/** A stretch along the wall or through it, m. */
type Stretch = readonly [from: number, to: number];

/** One piece of a member in the model: m, y from the inner surface. */
interface Piece {
  frame: string;
  x: Stretch;
  y: Stretch;
}

/** The plan section of a wall over one spacing of the main frame, and where its members are. */
export interface PlanSection extends PlaneSection {
  /** Along the wall, m. */
  width: number;
  pieces: Piece[];
  /** How many members of each frame stand in the model; frames that enter as homogeneous layers are not here. */
  members: ReadonlyMap<string, number>;
}

/**
 * The plan section over one spacing of the main frame, as wall-file rule 5 defines it: x along the wall, y from the
 * inner surface out; the main frame's members on the center line of the model, both ends adiabatic, what passes one end
 * re-enters at the other. A layer with horizontal members, or with a spacing of which the main one is not a whole
 * multiple, is homogeneous with the share-weighted conductivity. The air temperatures are 1 indoors and 0 outdoors.
 *
 * @param wall a resolved wall
 * @param resistances of its counted layers, m²K/W
 * @param end how many layers the section has
 * @param outerFilm m²K/W
 * @param without a frame whose members are left out, the fill in their place
 * @throws InputError naming the spacing when one layer has too many members for one model
 */
export function planSectionOf(
  wall: ResolvedWall,
  resistances: Resistances,
  end = wall.counted,
  outerFilm = wall.outerFilm,
  without: string | null = null,
): PlanSection {
  const width = modelWidth(wall);
  const rectangles: Rectangle[] = [];
  const pieces: Piece[] = [];
  const members = new Map<string, number>();
  let depth = 0;
  for (let i = 0; i < end; i++) {
    const layer = wall.layers[i]!;
    const y: Stretch = [depth, depth + layer.thickness];
    depth = y[1];
    const fill = layer.thickness / resistances.fill[i]!;
    const member = layer.member?.frame === without ? null : layer.member;
    const conductivity = layer.thickness / resistances.member[i]!;
    const resolved = member !== null && isResolved(member, width);
    const share = member && !resolved ? member.clearShare : 0;
    rectangles.push({
      x0: 0,
      x1: width,
      y0: y[0],
      y1: y[1],
      conductivity: share * conductivity + (1 - share) * fill,
    });
    if (!member || !resolved) continue;
    const count = Math.round(width / member.shape.spacing);
    if (count > MAX_MEMBERS)
      throw new InputError(
        `layers[${i}].member.spacing`,
        `${count} of these members stand between two of the main frame's`,
        `at most ${MAX_MEMBERS} in one section`,
      );
    members.set(member.frame, Math.max(count, members.get(member.frame) ?? 0));
    for (const piece of piecesOf(member, y, width, count)) {
      pieces.push(piece);
      rectangles.push({
        x0: piece.x[0],
        x1: piece.x[1],
        y0: piece.y[0],
        y1: piece.y[1],
        conductivity,
      });
    }
  }
  if (end === 0)
    rectangles.push({ x0: 0, x1: width, y0: 0, y1: NOTHING, conductivity: NOTHING_CONDUCTS });
  return {
    width,
    rectangles,
    pieces,
    members,
    sides: {
      y0: { temperature: 1, resistance: wall.innerFilm },
      y1: { temperature: 0, resistance: outerFilm },
    },
  };
}

/** One spacing of the main frame, m. */
function modelWidth(wall: ResolvedWall): number {
  return mainLayer(wall)?.member?.shape.spacing ?? UNFRAMED_WIDTH;
}

/** The first counted layer of the main frame. */
export function mainLayer(wall: ResolvedWall): ResolvedLayer | undefined {
  return mainFrameLayers(wall).find(({ index }) => index < wall.counted);
}

function isResolved({ shape }: ResolvedMember, width: number): boolean {
  if (shape.direction === 'horizontal') return false;
  const ratio = width / shape.spacing;
  return Math.round(ratio) >= 1 && Math.abs(ratio - Math.round(ratio)) < 1e-6 * ratio;
}

/**
 * The pieces of a layer's members. A C-stud: its web centered on the axis, flanges from the web's back to +x at both
 * faces of the layer, lips from the flanges' ends into the cavity; sizes outside to outside.
 */
function piecesOf(
  { shape, frame }: ResolvedMember,
  y: Stretch,
  width: number,
  count: number,
): Piece[] {
  const outline: { x: Stretch; y: Stretch }[] = [];
  if (shape.section === 'solid') outline.push({ x: [-shape.width / 2, shape.width / 2], y });
  else {
    const { web, flange, lip = 0 } = shape;
    const back = -web / 2;
    const tip = back + flange;
    outline.push(
      { x: [back, back + web], y },
      { x: [back, tip], y: [y[0], y[0] + web] },
      { x: [back, tip], y: [y[1] - web, y[1]] },
    );
    if (lip > web)
      outline.push(
        { x: [tip - web, tip], y: [y[0], y[0] + lip] },
        { x: [tip - web, tip], y: [y[1] - lip, y[1]] },
      );
  }
  return Array.from(
    { length: count },
    (_, n) => width / 2 + (shape.offset ?? 0) + n * shape.spacing,
  ).flatMap((axis) =>
    outline.flatMap((piece) =>
      wrapped([axis + piece.x[0], axis + piece.x[1]], width).map((x) => ({ frame, x, y: piece.y })),
    ),
  );
}

/** A stretch of the endless wall inside the model: what passes one end re-enters at the other. */
function wrapped([from, to]: Stretch, width: number): Stretch[] {
  if (to - from >= width * (1 - 1e-9)) return [[0, width]];
  const start = from - Math.floor(from / width) * width;
  const stop = start + (to - from);
  // An end that misses the model's by rounding alone lies on it.
  const near = 1e-9;
  if (stop <= width + near) return [[start < near ? 0 : start, stop > width - near ? width : stop]];
  if (start > width - near) return [[0, stop - width]];
  return [
    [start, width],
    [0, stop - width],
  ];
}
