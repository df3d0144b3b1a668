import { measured, say } from '../../common/units/index.ts';
import { AIR, cutOff, Draft, STUFF } from './draft.ts';
import type { Said } from './fields.ts';
import type { Stack } from './stack.ts';
import type { EdgeSection, Seals } from './types.ts';

const length = (value: number) => measured('length', value);

/** A subfloor, m. */
const SUBFLOOR = 0.0191;

/** How far a floor that runs along is drawn and solved, m; its ceiling below. */
const CEILING = 0.0127;

/** Depth of what insulates the rim, by R, as one material of this, W/(m·K). */
const RIM_FILL = 0.035;

/** A floor between two stories: rim board, plates, the boards running past. */
export function rimSection(stack: Stack, said: Said, seals: Seals = {}): EdgeSection {
  const joist = said.number('joist');
  const { frame, plate, u } = stack;
  const from = frame?.from ?? 0;
  const to = frame?.to ?? stack.counted;
  const draft = new Draft('rim', 'upright', stack, seals, [-cutOff(stack), stack.counted]);
  const top = joist + SUBFLOOR;
  draft.fills([0, top], [-cutOff(stack), to], AIR);
  draft.layers([-cutOff(stack), 0]);
  draft.layers([top, top + cutOff(stack)]);
  // Past the floor go the layers outside the frame.
  draft.layers([0, top], [to, Infinity]);
  draft.wood('top-plates', 'Top plates', [-2 * plate, 0], 2);
  draft.wood('bottom-plate', 'Bottom plate', [top, top + plate]);
  const board = Math.min(said.number('rimBoard'), to - from);
  const fill = Math.min(said.number('rimInsulation') * RIM_FILL, 0.4);
  // Along the joists the space between them is air of the rooms, which stands.
  draft.piece('joists', 'Floor, between the joists', [0, joist], [-cutOff(stack), to - board], {
    category: null,
    conductivity: joist / 0.18,
  });
  draft.piece(
    'rim-fill',
    'Insulation at the rim',
    [0, joist],
    [to - board - fill, to - board],
    STUFF.foam,
  );
  draft.piece('rim-board', 'Rim board', [0, joist], [to - board, to], STUFF.wood);
  draft.piece('subfloor', 'Subfloor', [joist, top], [-cutOff(stack), to], STUFF.plywood);
  draft.piece('ceiling', 'Ceiling', [-CEILING, 0], [-cutOff(stack), 0], STUFF.gypsum);
  draft.air('indoors', [-cutOff(stack), -CEILING], [-cutOff(stack), 0]);
  draft.air('indoors', [top, top + cutOff(stack)], [-cutOff(stack), 0]);
  const { air, water, insulation } = stack;
  if (air) {
    const at = (air.from + air.to) / 2;
    const indoors = at <= from;
    draft.line('air', air.layer.fill?.name ?? air.layer.id, [
      [-cutOff(stack), at],
      ...(indoors
        ? ([
            [-plate, at],
            [0, to - 0.002],
            [top, to - 0.002],
            [top + plate, at],
          ] as const)
        : []),
      [top + cutOff(stack), at],
    ]);
    if (indoors)
      draft.joint(
        'air',
        'rim-wrap',
        'Membrane around the rim, put in before the floor',
        joist / 2,
        to,
      );
    else
      draft.joint(
        'air',
        'rim-tape',
        'Tape over the joints of the sheathing at the floor',
        top / 2,
        at,
      );
  }
  if (water) {
    const at = (water.from + water.to) / 2;
    draft.line('water', water.layer.fill?.name ?? water.layer.id, [
      [-cutOff(stack), at],
      [top + cutOff(stack), at],
    ]);
    draft.joint('water', 'rim-lap', 'Upper course over the lower', 0, at);
  }
  if (insulation) {
    const at = (insulation.from + insulation.to) / 2;
    draft.line('insulation', 'insulation', [
      [-cutOff(stack), at],
      [-2 * plate, at],
      [0, to - board],
      [top, to - board],
      [top + plate, at],
      [top + cutOff(stack), at],
    ]);
    draft.joint(
      'insulation',
      'rim-filled',
      'Rim insulated between the joists',
      joist / 2,
      to - board - fill / 2,
      fill > 0,
    );
  }
  const shrinks = stack.trade('lumber-shrinks') * (joist + 3 * plate);
  draft.measure(
    'settles',
    'Lumber of the floor may settle by',
    'length',
    shrinks,
    say`${measured('share', stack.trade('lumber-shrinks'))} across the grain; engineered joists hardly`,
  );
  draft.measure('gap', 'Gap left for it outside', 'length', said.number('gap'));
  if (said.number('gap') < shrinks && stack.boards.to > stack.boards.from)
    draft.find(
      'settling',
      'info',
      say`The floor may settle by ${length(shrinks)}, and the boards leave ${length(said.number('gap'))}`,
      say`With a floor of sawn lumber the cladding’s joint at the floor line has to give as much; engineered joists hardly shrink.`,
      draft.at(top, stack.boards.to),
    );
  draft.step(say`Air barrier carried past the floor before the joists hide it`);
  draft.step(say`Rim insulated tight between the joists, its joints sealed`);
  draft.step(
    say`Outside boards past the rim with a gap for settling; furring in two lengths, the joint of the cladding there`,
  );
  return draft.section(
    'Floor line, upright section',
    [-0.3, top + 0.3],
    [-0.25, stack.total],
    draft.thermal(
      { x0: 'outdoors' },
      [{ name: 'walls above and below', u, length: 2 * cutOff(stack) }],
      'walls from plate to plate; the height of the floor is counted here alone',
    ),
  );
}
