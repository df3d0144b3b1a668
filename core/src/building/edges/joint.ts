import { waterLineWord } from '../../physics/build-up/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { Draft } from './draft.ts';
import { EDGE_NAMES, type Said } from './fields.ts';
import type { Stack } from './stack.ts';
import type { EdgeSection, Seals } from './types.ts';

const length = (value: number) => measured('length', value);

/** How much is drawn to either side, m. */
const DRAWN = 0.25;

/** Joints in the cladding: a change of material, a control joint, the reveal between panels. All lie outside what counts for heat. */
export function jointSection(
  kind: 'change' | 'control-joint' | 'panel-reveal',
  stack: Stack,
  said: Said,
  seals: Seals = {},
): EdgeSection {
  const draft = new Draft(kind, 'plan', stack, seals);
  const width = said.number('width');
  const made = said.text('made');
  const half = width / 2;
  const cladding = stack.parts.cladding?.layer;
  const on = (from: number, to: number): void =>
    draft.layers([from, to], undefined, ({ layer }) => layer === cladding);
  draft.layers([-DRAWN, DRAWN], undefined, ({ layer }) => layer !== cladding);
  on(-DRAWN, -half);
  on(half, DRAWN);
  if (stack.gap > stack.boards.to)
    for (const [id, from] of [
      ['furring-left', -half - 0.045],
      ['furring-right', half + 0.005],
    ] as const)
      draft.piece(
        id,
        'Furring',
        [from, from + 0.04],
        [Math.max(stack.boards.to, stack.sheathing), stack.gap],
        { category: 'furring', conductivity: null },
      );
  if (made === 'sealed')
    draft.piece('bead', 'Sealant on a backer rod', [-half, half], [stack.gap, stack.total], {
      category: 'rigid-foam',
      conductivity: null,
    });
  const { water, air } = stack;
  for (const [line, band] of [
    ['air', air],
    ['water', water],
  ] as const)
    if (band) {
      const at = (band.from + band.to) / 2;
      draft.line(line, band.layer.fill?.name ?? band.layer.id, [
        [-DRAWN, at],
        [DRAWN, at],
      ]);
    }
  draft.measure('width', 'Joint', 'length', width);
  draft.measure(
    'gap',
    'Gap behind',
    'length',
    stack.gap - Math.max(stack.boards.to, stack.sheathing),
  );
  const openMembrane = stack.water?.layer.fillId === 'open-joint-membrane';
  if (made === 'open' && width > stack.trade('joint-sunlit') && !openMembrane)
    draft.find(
      'sunlit',
      'caution',
      say`Through joints of ${length(width)} the sun reaches the ${waterLineWord(stack.water?.layer)}`,
      say`Only membranes made for open joints bear it for years; else a strip behind the joint, or a profile.`,
      draft.at(0, stack.gap),
    );
  if (made === 'open' && stack.gap <= Math.max(stack.boards.to, stack.sheathing) + 1e-9)
    draft.find(
      'no-gap',
      'fail',
      say`An open joint with no gap behind it`,
      say`Water that comes in has to run down: a drained gap, or a sealed joint.`,
      draft.at(0, stack.total),
    );
  if (kind === 'control-joint')
    draft.find(
      'lath',
      'info',
      say`At a control joint of stucco the lath is cut, and furring or studs stand on both sides`,
      say`Lath that runs through holds the crack where it should not be. Area and length of fields as the maker says.`,
    );
  if (kind === 'change')
    draft.find(
      'change',
      'info',
      say`Where claddings change, water of the upper must not run behind the lower`,
      say`Level changes get a flashing with a drip, upright ones a trim on both; makers may ask for one membrane under each.`,
    );
  draft.step(say`Furring on both sides of the joint`);
  draft.step(
    made === 'sealed'
      ? say`Backer rod, then sealant that sticks to two sides only`
      : made === 'profile'
        ? say`Profile set on the ${waterLineWord(stack.water?.layer)}, before the cladding`
        : say`Edges of panels sealed or painted; nothing in the joint`,
  );
  return draft.section(`${EDGE_NAMES[kind]}, plan`, [-DRAWN, DRAWN], [0, stack.total], null);
}
