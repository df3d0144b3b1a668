import { conductivityAt } from '../materials/index.ts';
import { type ResolvedWall, mainFrameLayers } from '../build-up/index.ts';
import { blended } from './paths.ts';
import type { Resistances } from './resistances.ts';

/** Mean temperature at which the wood of plates and corners is taken, °C. */
const WOOD_AT = 24;

/** A frame's framing beyond its clear field: the share of the area it takes, and the layers it fills. */
interface Excess {
  share: number;
  layers: Set<number>;
}

/**
 * U with plates, headers and corners (wall-file rule 10). A frame of solid members whose framing factor f exceeds the
 * clear field's f_c has an excess e = (f − f_c)/(1 − f_c) of solid wood through its full depth; the excess shares of
 * several frames lie at one height and are nested: u = (1 − e_max)·u_section + Σ band·u_band. With C-studs the excess
 * means more studs: u = u_cavity + (u_section − u_cavity)·f/f_c.
 *
 * @param resistances of the layers, m²K/W
 * @param uCavity through the fill, W/(m²K)
 * @param uSection of the clear field, W/(m²K)
 * @returns W/(m²K), or null where no framing factor exceeds the clear field's share
 */
export function wholeWallU(
  wall: ResolvedWall,
  resistances: Resistances,
  uCavity: number,
  uSection: number,
): number | null {
  const studs = moreStuds(wall);
  if (studs > 1) return uCavity + (uSection - uCavity) * studs;
  const frames = excessFrames(wall);
  if (frames.length === 0) return null;
  let u = (1 - frames[0]!.share) * uSection;
  frames.forEach(({ share }, i) => {
    const band = share - (frames[i + 1]?.share ?? 0);
    if (band > 0) u += band * solidU(wall, resistances, frames.slice(0, i + 1));
  });
  return u;
}

/** How many times the clear field's C-studs the main frame has. */
function moreStuds(wall: ResolvedWall): number {
  let most = 1;
  for (const { index, member } of mainFrameLayers(wall))
    if (index < wall.counted && member!.shape.section === 'c')
      most = Math.max(most, member!.share / member!.clearShare);
  return most;
}

/** The vertical frames of solid members with an excess, the largest first. */
function excessFrames({ layers, counted }: ResolvedWall): Excess[] {
  const frames = new Map<string, { fraction: number; clear: number; layers: Set<number> }>();
  for (const { member, source, index } of layers.slice(0, counted)) {
    if (!member || source.kind !== 'framed') continue;
    if (member.shape.section !== 'solid' || member.shape.direction === 'horizontal') continue;
    const frame = frames.get(member.frame) ?? { fraction: 0, clear: 0, layers: new Set() };
    frame.fraction = Math.max(frame.fraction, source.fraction ?? 0);
    frame.clear = Math.max(frame.clear, member.clearShare);
    frame.layers.add(index);
    frames.set(member.frame, frame);
  }
  return [...frames.values()]
    .map(({ fraction, clear, layers: filled }) => ({
      share: clear < 1 ? (fraction - clear) / (1 - clear) : 0,
      layers: filled,
    }))
    .filter(({ share }) => share > 1e-12)
    .toSorted((a, b) => b.share - a.share);
}

/** U along the cavity path with solid wood in some frames, W/(m²K). */
function solidU(wall: ResolvedWall, { fill }: Resistances, frames: readonly Excess[]): number {
  const solid = (i: number): boolean => frames.some(({ layers }) => layers.has(i));
  return (
    1 /
    blended(wall, (end, outerFilm) => {
      let total = wall.innerFilm + outerFilm;
      for (let i = 0; i < end; i++) {
        const { thickness, member } = wall.layers[i]!;
        total += solid(i) ? thickness / conductivityAt(member!.excess, WOOD_AT) : fill[i]!;
      }
      return total;
    })
  );
}
