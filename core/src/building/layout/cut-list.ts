import { isUpright, type Framing } from './framing.ts';
import { PLY } from './counted.ts';
import type { LaidFrame } from './assembly.ts';
import type { FrameMember } from './types.ts';

/** A member as it is cut from lumber, m. */
export interface CutPiece {
  member: FrameMember;
  /** Id of its material: what is special stands only as stud and cripple, all else is lumber. */
  material: string;
  across: number;
  deep: number;
  length: number;
}

/** The members of a frame as they are cut. One of several plies is so many pieces. */
export function cutList(frame: LaidFrame, { members, openings, thickness }: Framing): CutPiece[] {
  return members.map((member) => {
    const { kind } = member;
    const header =
      kind === 'header' ? openings.find(({ id }) => id === member.opening)?.header : null;
    return {
      member,
      material: kind === 'stud' || kind === 'cripple' ? frame.studs : frame.lumber,
      across: header ? PLY : isUpright(kind) ? frame.width : thickness,
      deep: header ? header.depth : frame.depth,
      length: lengthOf(member),
    };
  });
}

/** Length of a member as it is cut, m. */
function lengthOf({ kind, width, height, slope }: FrameMember): number {
  if (isUpright(kind)) return height;
  return slope ? Math.hypot(width, slope[1] - slope[0]) : width;
}
