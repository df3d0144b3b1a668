import type { ResolvedLayer, ResolvedMember, ResolvedWall } from './resolve.ts';

/** Whether a layer is of the main frame. */
export function inMainFrame({ mainFrame }: ResolvedWall, { member }: ResolvedLayer): boolean {
  return member !== null && member.frame === mainFrame;
}

/** How many layers lie inside the main frame, of those that count; without one all that count. */
export function frameStart(wall: ResolvedWall): number {
  const frame = wall.layers.findIndex((layer) => inMainFrame(wall, layer));
  return frame < 0 ? wall.counted : Math.min(frame, wall.counted);
}

/** Index of the outermost layer of the main frame, or −1 without one. */
export function frameEnd(wall: ResolvedWall): number {
  return wall.layers.findLastIndex((layer) => inMainFrame(wall, layer));
}

/** The layers of the main frame, indoors first. */
export function mainFrameLayers(wall: ResolvedWall): ResolvedLayer[] {
  return wall.layers.filter((layer) => inMainFrame(wall, layer));
}

/** The member of the main frame, of its innermost layer; null without one. */
export function mainMember(wall: ResolvedWall): ResolvedMember | null {
  return mainFrameLayers(wall)[0]?.member ?? null;
}

/** Depths of the faces of layers from the inner surface, m: one more than there are layers. */
export function faceDepths(layers: readonly { thickness: number }[]): number[] {
  let depth = 0;
  return [0, ...layers.map(({ thickness }) => (depth += thickness))];
}

/** Depth of a layer's inner face, m. */
export function layerDepth({ layers }: ResolvedWall, index: number): number {
  return faceDepths(layers.slice(0, index)).at(-1)!;
}
