import type { Intersection } from '../house/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { cutOff, Draft, STUFF, type Range } from './draft.ts';
import type { Stack } from './stack.ts';
import type { EdgeSection, Seals } from './types.ts';

/** An inner wall's finish, m. */
const FINISH = 0.0127;

/** Blocks of a ladder stand so far apart, m. */
const RUNG = 0.6096;

/** How much is drawn to either side, m. */
const DRAWN = 0.4;

/**
 * An inner wall that meets the outer one, in plan: what its fastening puts into the insulation. By symmetry half of what is
 * solved would do; the whole is, since studs may stand to one side.
 */
export function partitionSection(
  stack: Stack,
  { width, kind }: Pick<Intersection, 'width' | 'kind'>,
  seals: Seals = {},
): EdgeSection {
  const { stud, plate, frame, u } = stack;
  const draft = new Draft('partition', 'plan', stack, seals, [-cutOff(stack), stack.counted]);
  const half = width / 2;
  draft.fills([-half, half], [-cutOff(stack), 0], 0.1);
  draft.layers([-cutOff(stack), cutOff(stack)]);
  if (kind === 'three-stud') {
    draft.wood('left', 'Stud', [-half - stud / 2, -half + stud / 2]);
    draft.wood('right', 'Stud', [half - stud / 2, half + stud / 2]);
  } else if (kind === 'backing' && frame)
    draft.wood('backing', 'Backing', [-half - stud / 2, half + stud / 2], 1, [
      frame.from,
      frame.from + plate,
    ]);
  const end: Range = [-cutOff(stack), 0];
  draft.piece('partition', 'Inner wall', [-half, half], end, {
    category: null,
    conductivity: 0.18,
  });
  draft.piece('partition-left', 'Finish', [-half, -half + FINISH], end, STUFF.gypsum);
  draft.piece('partition-right', 'Finish', [half - FINISH, half], end, STUFF.gypsum);
  draft.piece(
    'partition-stud',
    'End stud',
    [-half + FINISH, half - FINISH],
    [-stud, 0],
    STUFF.wood,
  );
  draft.air('indoors', [-cutOff(stack), -half], end);
  draft.air('indoors', [half, cutOff(stack)], end);
  for (const [line, band] of [
    ['air', stack.air],
    ['water', stack.water],
  ] as const)
    if (band) {
      const at = (band.from + band.to) / 2;
      draft.line(line, band.layer.fill?.name ?? band.layer.id, [
        [-cutOff(stack), at],
        [cutOff(stack), at],
      ]);
      // What lies indoors of the frame is crossed by the inner wall unless a strip goes in first.
      if (frame && band.to <= frame.from + 1e-9)
        draft.joint(
          line,
          'strip-behind',
          'Strip of membrane behind the inner wall, put in first',
          0,
          at,
        );
    }
  if (stack.insulation) {
    const at = (stack.insulation.from + stack.insulation.to) / 2;
    draft.line('insulation', 'insulation', [
      [-cutOff(stack), at],
      [cutOff(stack), at],
    ]);
    if (kind === 'three-stud')
      draft.joint(
        'insulation',
        'behind-filled',
        'Bay behind the inner wall filled before it is closed',
        0,
        at,
      );
  }
  draft.measure('width', 'Inner wall', 'length', width);
  draft.step(
    say`Strip of the inner membrane up the wall, before the inner wall stands, so that it laps both sides`,
  );
  draft.step(
    kind === 'ladder'
      ? say`Blocks flat between the studs every ${measured('length', RUNG)}, insulation behind them`
      : kind === 'backing'
        ? say`Flat backing at the inner face, insulation behind it`
        : say`Bay between the two studs filled before the sheathing closes it`,
  );
  return draft.section(
    'Inner wall, plan',
    [-DRAWN, DRAWN],
    [-0.2, stack.total],
    draft.thermal(
      { y0: 'outdoors', y1: 'indoors' },
      [{ name: 'wall', u, length: 2 * cutOff(stack) }],
      'the outer wall along its frame, past the inner one',
    ),
  );
}
