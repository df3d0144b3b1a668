import { claddingNeeds, type CladdingNeeds } from '../../physics/materials/index.ts';
import {
  claddingLayer,
  frameEnd,
  mainFrameLayers,
  outsideBoards,
  type ResolvedLayer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import { gravityOf, tensileOf, USUAL_SHEET } from './fasteners.ts';
import type { Substance } from './types.ts';

/** How a cladding is held. */
type HeldBy = 'furring' | 'stud' | 'brackets' | 'adhesive' | 'ties' | 'panel-anchors';

/** What a fastener ends in: the stud by its depth of solid wood or the thickness of its sheet, m. */
interface Stud {
  substance: Substance;
  depth: number;
  /** On center, m. */
  spacing: number;
  /** m, shift along the wall. */
  offset: number;
  upright: boolean;
}

/** What hangs on what, from the stud out. */
export interface HungWall {
  wall: ResolvedWall;
  heldBy: HeldBy;
  cladding: ResolvedLayer;
  needs: CladdingNeeds | null;
  /** Strips outside the frame, indoors first. */
  strips: ResolvedLayer[];
  boards: ResolvedLayer[];
  /** Null where there is nothing to screw into. */
  stud: Stud | null;
  /** Between the stud and the strip, or the cladding where there is none: m. */
  gap: number;
}

const WOOD = /lumber|engineered|wood/;
const ADHERED = /eifs|render/;
const TIED = /brick|natural-stone/;

/** Steel by its id, and whether a member is of it. */
const isSteel = ({ member }: ResolvedLayer): boolean =>
  member !== null &&
  (member.shape.section === 'c' ||
    member.material.category === 'metal' ||
    /steel|aluminum/.test(member.shape.material));

/** What a member is of, for a fastener. */
export function substanceOf(layer: ResolvedLayer, own?: number): Substance & { sheet?: number } {
  const { shape, material } = layer.member!;
  if (isSteel(layer)) {
    const sheet = shape.section === 'c' ? shape.web : USUAL_SHEET;
    return { tensile: tensileOf(sheet), sheet };
  }
  return { specificGravity: own ?? gravityOf(shape.material, material) };
}

/** The part of the main frame that a fastener from outside ends in, and what it goes through before, m. */
function studOf(wall: ResolvedWall): { stud: Stud | null; before: number } {
  const layers = mainFrameLayers(wall).toReversed();
  const holds = (layer: ResolvedLayer): boolean =>
    isSteel(layer) || WOOD.test(layer.member!.material.category ?? '');
  const first = layers.findIndex(holds);
  if (first < 0) return { stud: null, before: 0 };
  const before = layers.slice(0, first).reduce((sum, { thickness }) => sum + thickness, 0);
  const outer = layers[first]!;
  const { shape } = outer.member!;
  const { sheet, ...substance } = substanceOf(outer, wall.file.attachment?.gravity?.stud);
  let depth = 0;
  for (const layer of layers.slice(first)) {
    if (!holds(layer) || isSteel(layer) !== isSteel(outer)) break;
    depth += layer.thickness;
  }
  return {
    before,
    stud: {
      substance: substance,
      depth: sheet ?? depth,
      spacing: shape.spacing,
      offset: shape.offset ?? 0,
      upright: shape.direction !== 'horizontal',
    },
  };
}

/**
 * What hangs on what in a wall.
 *
 * @returns null where it has no cladding
 */
export function hungWall(wall: ResolvedWall): HungWall | null {
  const cladding = claddingLayer(wall);
  const end = frameEnd(wall);
  if (!cladding || cladding.index <= end) return null;
  const needs = claddingNeeds(cladding.fillId!) ?? null;
  const strips = wall.layers.slice(end + 1, cladding.index).filter(({ member }) => member !== null);
  const { stud, before } = studOf(wall);
  const to = strips[0]?.index ?? cladding.index;
  const gap =
    before + wall.layers.slice(end + 1, to).reduce((sum, { thickness }) => sum + thickness, 0);
  const kind = needs?.id ?? cladding.fillId!;
  const heldBy: HeldBy = TIED.test(kind)
    ? 'ties'
    : /precast/.test(kind)
      ? 'panel-anchors'
      : ADHERED.test(kind) && strips.length === 0
        ? 'adhesive'
        : strips.length > 0
          ? 'furring'
          : (wall.file.pointBridges ?? []).some(({ perArea }) => perArea > 0)
            ? 'brackets'
            : 'stud';
  return { wall, heldBy, cladding, needs, strips, boards: outsideBoards(wall), stud, gap };
}
