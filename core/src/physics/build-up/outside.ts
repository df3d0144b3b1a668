import { rolesOf } from '../materials/index.ts';
import { frameEnd } from './main-frame.ts';
import type { ResolvedLayer, ResolvedWall } from './resolve.ts';

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

/** The sheet of metal that the frame stands against, without a gap between them: the skin of a shell. Null where it is none. */
export function shellSkin(wall: ResolvedWall): ResolvedLayer | null {
  const skin = wall.layers[frameEnd(wall) + 1];
  return wall.mainFrame !== null && skin?.source.kind === 'sheet' && skin.fill?.category === 'metal'
    ? skin
    : null;
}
