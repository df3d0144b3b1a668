import { SAME } from '../house/index.ts';
import { designSection } from '../../assembly/assessment/index.ts';
import { effectiveOf, pathThermalOf, type RU } from '../../physics/steady-heat/index.ts';
import { conductivityAt, type Material, type Materials } from '../../physics/materials/index.ts';
import {
  findMaterial,
  frameOf,
  resolveWall,
  type ResolvedWall,
  type WallFile,
} from '../../physics/build-up/index.ts';
import type { AssemblyParts } from './assembly.ts';
import type { Framing, FrameShare } from './framing.ts';

/** The heat of an elevation with its framing as counted. */
export interface CountedHeat {
  /** Counted framing factor, of the net area. */
  factor: number;
  /** What the assembly says without a count. */
  preset: number;
  /** Effective R and U with the count (wall-file rule 10), and as the assembly says it. */
  counted: RU;
  stated: RU;
}

/** Mean temperature at which a header's wood and fill are taken, °C. */
const HEADER_AT = 24;

/** The name under which a header's mean material goes into a wall. */
const HEADER = 'header, counted';

/**
 * Computes the effective R of elevations with their counted framing. The section of each assembly is solved once.
 *
 * @param projectMaterials materials beyond the library
 */
export function countedHeat(projectMaterials: Materials = {}) {
  const sections = new WeakMap<ResolvedWall, RU>();
  const sectionOf = (wall: ResolvedWall): RU => {
    let section = sections.get(wall);
    if (!section) {
      const { r, u } = designSection(wall, false);
      sections.set(wall, (section = { r, u }));
    }
    return section;
  };

  /**
   * @param parts of the elevation's assembly
   * @param framing of the elevation
   * @param share of `shareOf`
   * @returns null where the assembly has no upright studs
   */
  return (
    { wall, frame }: AssemblyParts,
    framing: Framing,
    share: FrameShare,
  ): CountedHeat | null => {
    if (!frame) return null;
    const section = sectionOf(wall);
    const effective = (resolved: ResolvedWall): RU => {
      const { r, u } = effectiveOf(resolved, pathThermalOf(resolved), section).effective;
      return { r, u };
    };
    const solid = effective(
      resolveWall(withFraction(wall.file, wall.mainFrame!, share.factor), projectMaterials),
    );
    return {
      factor: share.factor,
      preset: presetFactor(wall),
      counted: withHeaders(solid),
      stated: effective(wall),
    };

    /** Headers with a fill between their plies lose less than solid wood: by their part of the excess. */
    function withHeaders(all: RU): RU {
      let u = all.u;
      for (const { fill, area, wood } of filledHeaders(framing)) {
        const material = findMaterial(fill, wall.file, projectMaterials);
        const excess = excessOf(wall, share.factor);
        if (!material || excess <= SAME || frame!.steel) continue;
        const part = Math.min(1, area / share.area.net / (1 - clearShare(wall)) / excess);
        const k = headerConductivity(material, wall, frame!.depth, wood);
        const filled = effective(
          resolveWall(withHeader(wall.file, wall.mainFrame!, share.factor, k), projectMaterials),
        );
        u -= part * (all.u - filled.u);
      }
      return { r: 1 / u, u };
    }
  };
}

/** A wall whose main frame states a framing factor: of C-studs, whose flange is seen, the share of their webs. */
function withFraction(file: WallFile, main: string, factor: number): WallFile {
  return {
    ...file,
    layers: file.layers.map((layer) => {
      if (layer.kind !== 'framed' || frameOf(layer) !== main) return layer;
      const { member } = layer;
      const seen = member.section === 'c' ? (factor * member.web) / member.flange : factor;
      return { ...layer, fraction: Math.min(1, seen) };
    }),
  };
}

/** The same, with all excess of a material of that conductivity, W/(m·K). */
function withHeader(file: WallFile, main: string, factor: number, conductivity: number): WallFile {
  const counted = withFraction(file, main, factor);
  return {
    ...counted,
    layers: counted.layers.map((layer) =>
      layer.kind === 'framed' && frameOf(layer) === main ? { ...layer, excess: HEADER } : layer,
    ),
    materials: { ...file.materials, [HEADER]: { name: HEADER, conductivity, vapor: { mu: 50 } } },
  };
}

/** Seen area and wood through the wall of headers by their fill. */
function filledHeaders({
  members,
  openings,
}: Framing): { fill: string; area: number; wood: number }[] {
  return members.flatMap(({ kind, opening, width, height, plies }) => {
    const header = openings.find(({ id }) => id === opening)?.header;
    if (kind !== 'header' || !header?.fill) return [];
    return [{ fill: header.fill, area: width * height, wood: plies * PLY }];
  });
}

/** Thickness of one ply of a header, m. */
export const PLY = 0.0381;

/** Mean conductivity through a header: its plies and the fill that is left of the frame's depth, in series. */
function headerConductivity(
  fill: Material,
  wall: ResolvedWall,
  depth: number,
  wood: number,
): number {
  const lumber = wall.layers.find(({ member }) => member?.frame === wall.mainFrame)!.member!.excess;
  const solid = Math.min(depth, wood);
  const r =
    solid / conductivityAt(lumber, HEADER_AT) + (depth - solid) / conductivityAt(fill, HEADER_AT);
  return depth / r;
}

function mainMembers({ layers, mainFrame }: ResolvedWall) {
  return layers.flatMap(({ member }) => (member?.frame === mainFrame ? [member] : []));
}

const clearShare = (wall: ResolvedWall): number =>
  Math.max(...mainMembers(wall).map((member) => member.clearShare));

/** The excess of rule 10: (f − f_c)/(1 − f_c). */
const excessOf = (wall: ResolvedWall, factor: number): number => {
  const clear = clearShare(wall);
  return clear < 1 ? Math.max(0, (factor - clear) / (1 - clear)) : 0;
};

/** The framing factor that the assembly states, as it is seen from outdoors; else its clear field's. */
function presetFactor(wall: ResolvedWall): number {
  return Math.max(
    ...mainMembers(wall).map(({ share, shape }) =>
      shape.section === 'c' ? (share * shape.flange) / shape.web : share,
    ),
  );
}

/** A mean over elevations, by their net areas; with openings, by theirs too. */
export function meanU(
  elevations: readonly { share: FrameShare; heat: CountedHeat | null }[],
  openingU: number | null = null,
): RU | null {
  let area = 0;
  let lost = 0;
  for (const { share, heat } of elevations) {
    if (!heat) continue;
    area += share.area.net;
    lost += share.area.net * heat.counted.u;
    if (openingU !== null) {
      area += share.area.openings;
      lost += share.area.openings * openingU;
    }
  }
  return area > 0 ? { r: area / lost, u: lost / area } : null;
}
