import { rolesOf } from '../materials/index.ts';
import type { ResolvedLayer, ResolvedWall } from './resolve.ts';

/** Index of the outermost layer of the main frame, or −1 without one. */
export function frameEnd({ layers, mainFrame }: ResolvedWall): number {
  return layers.findLastIndex(({ member }) => member && member.frame === mainFrame);
}

/** Boards that are there to insulate outside the main frame, of the layers that count, indoors first. */
export function outsideBoards(wall: ResolvedWall): ResolvedLayer[] {
  return wall.layers
    .slice(frameEnd(wall) + 1, wall.counted)
    .filter(
      ({ source, fill, fillId }) =>
        source.kind === 'sheet' && fill && rolesOf(fillId!, fill)[0] === 'continuous-insulation',
    );
}

/** The outermost of them, or null. */
export function outsideBoard(wall: ResolvedWall): ResolvedLayer | null {
  return outsideBoards(wall).at(-1) ?? null;
}
