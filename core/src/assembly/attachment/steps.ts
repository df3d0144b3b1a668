import { measured, say, type Message } from '../../common/units/index.ts';
import type { Design } from './design.ts';

/** The order of work at the wall, and what to watch: short, for the crew. */
export function attachmentSteps({ hung, connections, trade, spacers }: Design): Message[] {
  const { boards, strips } = hung;
  const through = connections.find(({ into }) => into === 'stud');
  const steps: Message[] = [];
  if (through)
    steps.push(
      say`Mark the studs on the membrane before the boards cover them; check the first screws with a mirror or a probe from inside.`,
    );
  if (boards.length > 0)
    steps.push(
      boards.length > 1
        ? say`Hold the first layer of boards with a few temporary fasteners, the second over its joints; the strips fix both.`
        : say`Hold the boards with a few temporary fasteners each; the strips fix them.`,
    );
  if (strips.length > 0 && through && !spacers)
    steps.push(
      say`Pre-fix: drill the strips on the bench every ${measured('length', through.spacing.along)}, start the screws, set each strip with its top and bottom screw, then drive the rest from the middle out.`,
      say`Line the faces with a string or a straightedge: at most ${measured('length', trade('furring-flat'))} out over ${measured('elevation', 2.4384)}. Back a screw off rather than press a soft board in; shim hollows.`,
      say`Corner blocks: ${trade('corner-block-screws')} screws in each, never in one line of the grain.`,
    );
  if (through)
    steps.push(
      say`Drive square to the stud and stop when the head is snug. A screw that spins or misses is pulled, its hole sealed, and set again ${measured('length', 0.0508)} away.`,
    );
  return steps;
}
