import { measured, say } from '../../common/units/index.ts';
import { AIR, cutOff, Draft, STUFF } from './draft.ts';
import type { Said } from './fields.ts';
import type { Stack } from './stack.ts';
import type { EdgeSection, Seals } from './types.ts';

const length = (value: number) => measured('length', value);

/** Ceiling board, m. */
const BOARD = 0.0127;

/** Over the insulation of a ventilated attic air stands, m²K/W (EN ISO 6946:2017, 6.8: as indoors, heat flow upward). */
const ATTIC = 0.1;

/** Steps that the slope of the insulation over the wall is drawn in. */
const STEPS = 5;

/**
 * The top of a wall under a ventilated attic: an eave, where the roof comes down on it, or a rake, where the wall goes on
 * up. u runs up from the top of the top plates; below 0 lies the wall.
 */
export function topSection(
  kind: 'eave' | 'rake',
  stack: Stack,
  said: Said,
  seals: Seals = {},
): EdgeSection {
  const { frame, counted, boards, plate, u, total } = stack;
  const eave = kind === 'eave';
  const out = frame?.to ?? counted;
  const inner = frame?.from ?? 0;
  const deep = said.number('ceilingDepth');
  const heel = Math.min(said.number('heel'), deep);
  const conductivity = deep / said.number('ceilingR');
  const draft = new Draft(kind, 'upright', stack, seals, [-cutOff(stack), counted]);
  const top = eave ? deep : deep + 0.3;
  draft.fills([-cutOff(stack), top], [-cutOff(stack), counted], AIR);
  draft.layers([-cutOff(stack), 0]);
  const wraps = eave ? (said.flag('applied') ? heel : 0) : top;
  if (wraps > 0) draft.layers([0, wraps], [eave ? boards.from : out, Infinity]);
  draft.wood('top-plates', 'Top plates', [-2 * plate, 0], 2);
  draft.piece('ceiling', 'Ceiling', [-BOARD, 0], [-cutOff(stack), 0], STUFF.gypsum);
  const fill = { category: STUFF.ceiling.category, conductivity };
  const pitch = said.number('pitch');
  const run = eave && pitch > 0 ? Math.min((deep - heel) / pitch, cutOff(stack) / 2 + out) : 0;
  const full = out - run;
  draft.piece('insulation', 'Ceiling insulation', [0, deep], [-cutOff(stack), full], fill);
  const heights = [...Array(run > 0 ? STEPS : 0).keys()].map((n) => ({
    from: full + (run * n) / STEPS,
    to: full + (run * (n + 1)) / STEPS,
    height: deep - ((deep - heel) * (n + 0.5)) / STEPS,
  }));
  for (const { from, to, height } of heights)
    draft.piece('insulation', 'Ceiling insulation', [0, height], [from, to], fill);
  draft.air('indoors', [-cutOff(stack), -BOARD], [-cutOff(stack), 0]);
  draft.air('outdoors', [deep, top], [-cutOff(stack), full], ATTIC);
  for (const { from, to, height } of heights)
    draft.air('outdoors', [height, top], [from, to], ATTIC);
  if (eave) draft.air('outdoors', [Math.max(0, wraps), top], [out, counted], ATTIC);
  trace(draft, said, eave, heel, inner);
  const past = total - out;
  draft.measure(
    'rough',
    'Rough overhang',
    'length',
    said.number('overhang') + past + said.number('play'),
    say`frame to the tail: finished overhang, ${length(past)} outside the frame, play`,
  );
  draft.measure('overhang', 'Finished overhang', 'length', said.number('overhang'));
  draft.measure(
    'outlet',
    'Outlet of the gap',
    'length',
    said.number('outlet'),
    say`between the cladding’s top and the soffit`,
  );
  draft.measure('heel', 'Insulation over the wall', 'length', eave ? heel : deep);
  check(draft, said, eave, heel);
  draft.step(
    say`Ceiling’s air barrier lapped down over the top plate, before the trusses stand, or sealed to it from indoors`,
  );
  if (eave) draft.step(say`Baffle between the trusses, insulation up to it`);
  draft.step(
    said.flag('applied')
      ? say`Boards up past the plates; the overhang applied over them, fastened through to the trusses as designed`
      : say`Boards cut around the tails, the joints foamed and taped`,
  );
  draft.step(
    say`Cladding ends ${length(said.number('outlet'))} short of the soffit: the gap breathes out there`,
  );
  const uCeiling =
    1 /
    (stack.wall.innerFilm + BOARD / STUFF.gypsum.conductivity + said.number('ceilingR') + ATTIC);
  return draft.section(
    eave ? 'Eave, upright section' : 'Rake, upright section',
    [-0.4, top + 0.05],
    [-0.5, total + 0.1],
    draft.thermal(
      { x0: 'outdoors' },
      [
        { name: 'wall', u, length: cutOff(stack) },
        { name: 'ceiling', u: uCeiling, length: cutOff(stack) },
      ],
      'wall to the top of its plates, ceiling to the inner face',
    ),
  );
}

function trace(draft: Draft, said: Said, eave: boolean, heel: number, inner: number): void {
  const { stack } = draft;
  const { air, water, insulation, plate } = stack;
  if (air) {
    const at = (air.from + air.to) / 2;
    draft.line('air', air.layer.fill?.name ?? air.layer.id, [
      [-cutOff(stack), at],
      [-plate, at],
      [0, at],
      [0, inner],
      [0, -cutOff(stack)],
    ]);
    draft.joint(
      'air',
      'ceiling-air',
      'Ceiling’s air barrier sealed to the wall’s over the plates',
      0,
      at,
    );
  }
  if (water) {
    const at = (water.from + water.to) / 2;
    draft.line('water', water.layer.fill?.name ?? water.layer.id, [
      [-cutOff(stack), at],
      [eave ? 0.05 : 0.3, at],
    ]);
    draft.joint(
      'water',
      'top-lap',
      'Membrane up behind the soffit, the roof’s underlayment over it',
      0,
      at,
    );
  }
  if (insulation) {
    draft.line('insulation', 'insulation', [
      [-cutOff(stack), (insulation.from + insulation.to) / 2],
      [-2 * plate, (insulation.from + insulation.to) / 2],
      [heel / 2, (insulation.from + insulation.to) / 2],
      [said.number('ceilingDepth') / 2, -0.3],
      [said.number('ceilingDepth') / 2, -cutOff(stack)],
    ]);
    draft.joint(
      'insulation',
      'heel-filled',
      'Insulation over the plates',
      0,
      (insulation.from + insulation.to) / 2,
      !eave || heel >= stack.trade('heel-least'),
    );
  }
}

function check(draft: Draft, said: Said, eave: boolean, heel: number): void {
  const { stack } = draft;
  const ventilated = stack.gap > Math.max(stack.sheathing, stack.boards.to);
  if (ventilated && said.number('outlet') <= 0)
    draft.find(
      'outlet',
      'caution',
      say`The gap is closed at its top`,
      say`It then drains but hardly dries. An outlet of ${length(stack.gap - Math.max(stack.sheathing, stack.boards.to))} below the soffit opens it; fire blocking of the gap asks for the opposite where the code wants it.`,
      draft.at(0, stack.gap),
    );
  if (eave && !said.flag('baffle'))
    draft.find(
      'wind-washing',
      'caution',
      say`Wind blows through the insulation over the wall`,
      say`A baffle of board or cardboard from the plate up keeps it out, and the roof’s air way open.`,
      draft.at(heel / 2, stack.frame?.to ?? 0),
    );
  if (eave && heel < stack.trade('heel-least'))
    draft.find(
      'heel',
      'caution',
      say`Only ${length(heel)} of insulation over the wall`,
      say`The corner of the ceiling gets cold there. A raised heel, or denser insulation at the edge, mends it.`,
      draft.at(0, stack.frame?.from ?? 0),
    );
  if (said.number('overhang') < 0.1)
    draft.find(
      'overhang',
      'info',
      say`An overhang of ${length(said.number('overhang'))} keeps little rain off`,
      say`The wall below meets more driven rain; its water barrier and flashings do all the work.`,
    );
}
