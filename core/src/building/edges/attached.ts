import { isLooseWrap, waterLineWord } from '../../physics/build-up/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { cutOff, Draft, STUFF } from './draft.ts';
import { EDGE_NAMES, type Said } from './fields.ts';
import type { Stack } from './stack.ts';
import type { EdgeSection, Seals } from './types.ts';

const length = (value: number) => measured('length', value);

/** What is fastened to the wall from outdoors: a lower roof, a deck, a porch. u runs up from the ledger’s lower edge. */
export function attachedSection(
  kind: 'roof' | 'ledger' | 'porch',
  stack: Stack,
  said: Said,
  seals: Seals = {},
): EdgeSection {
  const { counted, boards, sheathing, total, u } = stack;
  const height = said.number('ledgerHeight');
  const thick = said.number('ledgerThickness');
  const direct = said.text('held') === 'direct';
  const free = said.text('held') === 'free';
  const draft = new Draft(kind, 'upright', stack, seals);
  draft.layers([-cutOff(stack), 0]);
  draft.layers([height, cutOff(stack) + height]);
  if (direct) {
    draft.layers([0, height], [-Infinity, boards.from]);
    draft.piece('ledger', 'Ledger', [0, height], [boards.from, boards.from + thick], STUFF.wood);
    draft.air('outdoors', [0, height], [boards.from + thick, counted]);
  } else {
    draft.layers([0, height], [-Infinity, counted]);
    if (!free)
      draft.piece('ledger', 'Ledger on standoffs', [0, height], [total, total + thick], {
        ...STUFF.wood,
        conductivity: null,
      });
  }
  const deck = direct ? boards.from + thick : total + (free ? 0.02 : thick);
  draft.piece(
    'deck',
    kind === 'ledger' ? 'Deck' : 'Roof',
    [height - 0.03, height],
    [deck, deck + 0.3],
    { ...STUFF.wood, conductivity: null },
  );
  const { air, water, insulation } = stack;
  const word = waterLineWord(water?.layer);
  const flap = water !== null && isLooseWrap(water.layer);
  const over = flap ? 'the membrane over it' : `taped to the ${word}`;
  if (air) {
    const at = (air.from + air.to) / 2;
    draft.line('air', air.layer.fill?.name ?? air.layer.id, [
      [-cutOff(stack), at],
      [cutOff(stack) + height, at],
    ]);
    if (!free)
      draft.joint(
        'air',
        'bolts',
        'Bolts bedded in sealant where they pass the air barrier',
        height / 2,
        at,
      );
  }
  if (water) {
    const at = (water.from + water.to) / 2;
    draft.line('water', water.layer.fill?.name ?? water.layer.id, [
      [-cutOff(stack), at],
      [cutOff(stack) + height, at],
    ]);
    if (!free) {
      draft.joint(
        'water',
        'attached-flashing',
        kind === 'ledger' ? `Flashing over the ledger, ${over}` : `Step flashing, ${over}`,
        height,
        at,
      );
      if (kind !== 'ledger')
        draft.joint(
          'water',
          'kickout',
          'Kick-out at the roof’s lower end',
          0,
          total,
          said.flag('kickout'),
        );
    }
  }
  if (insulation) {
    const at = (insulation.from + insulation.to) / 2;
    draft.line('insulation', 'insulation', [
      [-cutOff(stack), at],
      [cutOff(stack) + height, at],
    ]);
    if (direct && boards.to > boards.from)
      draft.joint(
        'insulation',
        'boards-pass',
        'Outside boards behind the ledger',
        height / 2,
        (boards.from + boards.to) / 2,
        false,
      );
  }
  if (kind !== 'ledger' && !said.flag('kickout'))
    draft.find(
      'kickout',
      'fail',
      say`No kick-out where the roof’s edge ends at the wall`,
      say`Water of the roof runs behind the cladding there and rots the wall below. A kick-out turns it into the gutter.`,
      draft.at(0, total),
    );
  if (!free && said.number('upturn') < stack.trade('flashing-upturn') - 1e-9)
    draft.find(
      'upturn',
      'caution',
      say`The flashing turns up ${length(said.number('upturn'))}`,
      say`${length(stack.trade('flashing-upturn'))} and more, ${flap ? 'behind' : 'taped to'} the ${word}, keeps snow and splash out.`,
      draft.at(height, sheathing),
    );
  if (direct && boards.to > boards.from)
    draft.find(
      'boards-broken',
      'caution',
      say`The ledger breaks the outside boards`,
      say`Standoffs that pass them, or posts of its own, leave them whole. Standoffs are points that lose heat too; they are not in ψ.`,
      draft.at(height / 2, boards.to),
    );
  draft.find(
    'structure',
    'info',
    say`Fastening is a licensed engineer’s or the code’s`,
    say`Ledgers fall when nailed, or bolted through insulation that gives. Standoffs and bolts are sized for their lever arm of ${length(total - (stack.frame?.to ?? 0))}.`,
  );
  if (!free)
    draft.measure(
      'lever',
      'Lever arm to the frame',
      'length',
      direct ? boards.from - (stack.frame?.to ?? 0) : total - (stack.frame?.to ?? 0),
    );
  draft.measure('upturn', 'Flashing turns up', 'length', said.number('upturn'));
  draft.step(
    say`${flap || word === 'membrane' ? 'Membrane behind first, whole' : say`The ${word} behind first, its joints taped`}; then ${free ? 'nothing passes it' : 'ledger or standoffs, each bolt bedded'}`,
  );
  if (!free)
    draft.step(
      say`Flashing over the top, up ${length(said.number('upturn'))}, ${flap ? 'the membrane flap down over it' : say`its upper edge taped to the ${word}`}`,
    );
  if (kind !== 'ledger')
    draft.step(say`Kick-out set before the first step flashing, soldered or of one piece`);
  return draft.section(
    `${EDGE_NAMES[kind]}, upright section`,
    [-0.3, height + 0.35],
    [-0.05, total + 0.35],
    draft.thermal(
      { x0: 'outdoors', x1: 'indoors' },
      [{ name: 'wall', u, length: 2 * cutOff(stack) + height }],
      'the wall along its frame, past what is fastened to it',
    ),
  );
}
