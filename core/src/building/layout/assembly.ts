import {
  claddingNeeds,
  isLapSiding,
  rolesOf,
  type CladdingNeeds,
  type Material,
  type Role,
} from '../../physics/materials/index.ts';
import {
  claddingLayer,
  frameEnd,
  mainFrameLayers,
  outsideBoards,
  shellSkin,
  type ResolvedLayer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import type { FrameSizes } from './framing.ts';

/** The main frame as it is laid out. */
export interface LaidFrame extends FrameSizes {
  /** Of the whole frame, m. */
  depth: number;
  /** Ids of what studs are of, and of what plates, corners and openings are of. */
  studs: string;
  lumber: string;
  /** Whether studs are no lumber: broken ones, I-shaped ones. */
  special: boolean;
  steel: boolean;
}

export type MembraneKind = 'wrap' | 'self-adhered' | 'liquid';

/** How a cladding is laid. */
export type CladdingKind = 'courses' | 'panels' | 'boards' | 'stucco' | 'units';

/** The layers of an assembly that are laid out, told by what they are. */
export interface AssemblyParts {
  wall: ResolvedWall;
  /** Null where it has no upright studs. */
  frame: LaidFrame | null;
  sheathing: ResolvedLayer | null;
  membrane: { layer: ResolvedLayer; kind: MembraneKind } | null;
  boards: ResolvedLayer[];
  furring: ResolvedLayer | null;
  mat: ResolvedLayer | null;
  cladding: { layer: ResolvedLayer; kind: CladdingKind; needs: CladdingNeeds | null } | null;
}

/**
 * What of an assembly is laid out.
 *
 * @param wall a resolved wall
 */
export function laidParts(wall: ResolvedWall): AssemblyParts {
  const outside = wall.layers.slice(frameEnd(wall) + 1);
  const sheets = outside.filter(({ source, fill }) => source.kind === 'sheet' && fill);
  const first = (...roles: Role[]): ResolvedLayer | null =>
    sheets.find((layer) => roles.includes(roleOf(layer)!)) ?? null;
  // A shell is no sheathing: it comes as a whole.
  const skin = shellSkin(wall);
  const sheathing = skin ? null : first('sheathing', 'structure');
  const boards = outsideBoards(wall);
  const weatherBoards = sheets.filter(
    (layer) =>
      layer !== sheathing &&
      roleOf(layer) === 'sheathing' &&
      rolesOf(layer.fillId!, layer.fill!).includes('continuous-insulation'),
  );
  const membrane = first('wrb', 'air-barrier');
  const cladding = claddingLayer(wall);
  return {
    wall,
    frame: frameOf(wall),
    sheathing,
    membrane: membrane && { layer: membrane, kind: membraneKind(membrane) },
    boards: [...boards, ...weatherBoards].sort((a, b) => a.index - b.index),
    furring: outside.find(({ member, fill }) => member && !fill) ?? null,
    mat: first('drainage'),
    cladding: cladding && { layer: cladding, ...claddingKind(cladding) },
  };
}

const roleOf = ({ fill, fillId }: ResolvedLayer): Role | undefined =>
  fill ? rolesOf(fillId!, fill)[0] : undefined;

function frameOf(wall: ResolvedWall): LaidFrame | null {
  const layers = mainFrameLayers(wall).filter(
    ({ member }) => member!.shape.direction !== 'horizontal',
  );
  const outer = layers.at(-1);
  if (!outer) return null;
  const { shape } = outer.member!;
  const steel = shape.section === 'c';
  const source = (layer: ResolvedLayer): string =>
    layer.source.kind === 'framed' ? layer.source.member.material : '';
  const width = ({ member }: ResolvedLayer): number =>
    member!.shape.section === 'c' ? member!.shape.flange : member!.shape.width;
  const special = layers.some(
    (layer) => source(layer) !== source(outer) || width(layer) !== width(outer),
  );
  const ownExcess = outer.source.kind === 'framed' ? outer.source.excess : undefined;
  return {
    // What sheathing stands on is the outermost of what the studs are made of.
    width: Math.max(...layers.map(width)),
    spacing: shape.spacing,
    depth: layers.reduce((sum, { thickness }) => sum + thickness, 0),
    studs: source(outer),
    lumber: ownExcess ?? (special ? 'softwood' : source(outer)),
    special,
    steel,
  };
}

/** What a layer is filled with, or could be. */
interface Filled {
  fillId: string | null;
  fill: Material | null;
}

/** How a membrane is put on, told by what it is called. */
export function membraneKind({
  fillId,
  fill,
  thickness,
}: Filled & Pick<ResolvedLayer, 'thickness'>): MembraneKind {
  const words = `${fillId} ${fill!.name}`;
  if (/liquid|fluid/i.test(words)) return 'liquid';
  return /adhered|adhesive|butyl/i.test(words) && thickness > 0 ? 'self-adhered' : 'wrap';
}

/** How a cladding is laid, and what it needs. */
export function claddingKind({ fillId, fill }: Filled): {
  kind: CladdingKind;
  needs: CladdingNeeds | null;
} {
  const needs = claddingNeeds(fillId!) ?? null;
  const module = needs?.module;
  if (module?.maxArea !== undefined) return { kind: 'stucco', needs };
  switch (module?.kind) {
    case 'course':
      return { kind: 'courses', needs };
    case 'board':
      return { kind: 'boards', needs };
    case 'panel':
      return { kind: 'panels', needs };
    case 'unit':
      return { kind: 'units', needs };
    default:
      return { kind: isLapSiding(fillId!, fill!) ? 'courses' : 'panels', needs };
  }
}
