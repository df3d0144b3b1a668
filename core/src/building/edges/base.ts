import { measured, say } from '../../common/units/index.ts';
import { FILMS } from '../../physics/build-up/index.ts';
import { clearanceFigure } from './clearance.ts';
import { cutOff, Draft, STUFF, type Range } from './draft.ts';
import type { Said } from './fields.ts';
import { INLET_SAID, type Inlet } from './inlet.ts';
import type { Stack } from './stack.ts';
import type { EdgeSection, EdgeThermal, Seals } from './types.ts';

const length = (value: number) => measured('length', value);

/** Half of a floor 8 m wide, and the ground around it 2.5 times that width, m (EN ISO 10211:2017, 7.2.4, where the floor is not known). */
const FLOOR = 4;
const GROUND = 20;

/** What insulates slab and slab edge, as one material, W/(m·K). */
const FOAM = STUFF.insulation.conductivity;

/** Films of the ground outdoors and of a floor that loses heat downward, m²K/W (EN ISO 13370:2017, 6.4.2; EN ISO 6946:2017, Table 7). */
const GROUND_FILM = 0.04;
const FLOOR_FILM = 0.17;

/** The air right before a surface that has a film of its own, m. */
const SKIN = 0.01;

/** So little conducts nothing, W/(m·K). */
const NOTHING = 1e-9;

/**
 * The foot of a wall on a slab with a stem wall, in the ground. u runs up from the underside of the plate.
 *
 * ψ is what comes on top of the wall by its U and of the floor by itself: the same ground and slab, nothing where the wall
 * stands (EN ISO 10211:2017, 12.4.2).
 */
export function baseSection(stack: Stack, said: Said, seals: Seals = {}): EdgeSection {
  const { frame, counted, boards, total, u, plate } = stack;
  const out = frame?.to ?? counted;
  const soil = said.number('soil');
  const slab = said.number('slab');
  const under = said.number('slabInsulation') * FOAM;
  const edge = Math.min(said.number('edgeInsulation') * FOAM, 0.3);
  const stem: Range = [out - said.number('wallBelow'), out];
  // A stem wider than the frame is notched for the slab and what insulates its edge.
  const notch = Math.max(stem[0], frame?.from ?? 0);
  const bottom = -slab - under;
  const down = said.number('boardsDown');
  const draft = new Draft('base', 'upright', stack, seals, [-FLOOR, out + GROUND]);
  const ground: Range = [-FLOOR, out + GROUND];
  draft.fills([-GROUND, 0], ground, STUFF.soil.conductivity);
  draft.fills([0, cutOff(stack)], ground, 1);
  draft.layers([0, cutOff(stack)], [-Infinity, boards.from]);
  // Boards may run down over the slab's edge into the soil; gap and cladding end above it.
  const clad = claddingEnd(stack, said);
  const face = Math.max(boards.to, boards.from);
  draft.layers([-down, cutOff(stack)], [boards.from, face]);
  draft.layers([-clad, cutOff(stack)], [face, Infinity]);
  draft.wood('plate', 'Bottom plate', [0, plate]);
  const foot = Math.max(soil + 0.4, said.number('edgeDepth') + 0.1);
  draft.piece('soil', 'Soil', [-foot, -soil], [out, out + 0.5], {
    ...STUFF.soil,
    conductivity: null,
  });
  draft.piece('soil', 'Soil', [-foot, bottom], [-0.6, stem[0]], {
    ...STUFF.soil,
    conductivity: null,
  });
  draft.piece('stem', 'Stem wall', [-foot, bottom], stem, STUFF.concrete);
  draft.piece('stem', 'Stem wall', [bottom, 0], [notch, out], STUFF.concrete);
  draft.piece('slab', 'Slab', [-slab, 0], [-FLOOR, notch - edge], STUFF.concrete);
  draft.piece(
    'under',
    'Insulation under the slab',
    [bottom, -slab],
    [-FLOOR, notch - edge],
    STUFF.insulation,
  );
  const reaches = -said.number('edgeDepth');
  draft.piece(
    'edge',
    'Insulation at the slab’s edge',
    [Math.max(reaches, bottom), 0],
    [notch - edge, notch],
    STUFF.insulation,
  );
  draft.piece(
    'edge',
    'Insulation at the slab’s edge',
    [reaches, bottom],
    [stem[0] - edge, stem[0]],
    STUFF.insulation,
  );
  if (down > 0) draft.piece('filler', 'Filler', [-down, 0], [out, boards.from], STUFF.wood);
  const free = FILMS[stack.wall.file.convention].outer;
  draft.air('indoors', [0, SKIN], [-FLOOR, -SKIN], FLOOR_FILM);
  draft.air('indoors', [SKIN, cutOff(stack)], [-FLOOR, -SKIN]);
  draft.air('indoors', [0, cutOff(stack)], [-SKIN, 0]);
  const bare = Math.max(-soil, -down);
  // The wall's own film, sheltered where it faces an open gap; the ground's is its own.
  draft.air('outdoors', [-soil + SKIN, cutOff(stack)], [counted, counted + SKIN]);
  draft.air('outdoors', [-soil + SKIN, cutOff(stack)], [counted + SKIN, ground[1]], free);
  draft.air('outdoors', [-soil, -soil + SKIN], [counted, ground[1]], GROUND_FILM);
  draft.air('outdoors', [bare, -clad], [face, counted], free);
  if (down > 0) draft.air('outdoors', [-soil, bare], [out, counted], free);
  else {
    draft.air('outdoors', [-soil, 0], [out, counted], free);
    draft.air('outdoors', [0, -down], [boards.from, counted], free);
  }
  trace(draft, said, out);
  check(draft, said);
  const gap = stack.gap - Math.max(stack.sheathing, boards.to);
  draft.measure('clearance', 'Cladding above grade', 'length', soil - Math.max(0, clad));
  draft.measure('soil', 'Plate above grade', 'length', soil);
  if (gap > 0)
    draft.measure(
      'inlet',
      'Inlet of the gap',
      'length',
      gap,
      say`${INLET_SAID[said.text('vent') as Inlet]}`,
    );
  draft.measure(
    'flashing',
    'Base flashing, depth',
    'length',
    total - stack.sheathing,
    say`sheathing to the face of the cladding`,
  );
  draft.step(say`Capillary break on the foundation, under the plate`);
  draft.step(say`Air barrier sealed to the foundation before the boards hide it`);
  draft.step(say`Base flashing on the boards’ lower edge; membrane laps over it`);
  draft.step(say`Insect screen or vent strip in the gap, then furring and the first course`);
  return draft.section(
    'Base, upright section',
    [-foot, 0.45],
    [-0.5, Math.max(total, out) + 0.25],
    draft.thermal(
      {},
      [{ name: 'wall', u, length: cutOff(stack) }],
      'wall from the underside of its plate; floor of 8 m by itself to the inner face',
      { name: 'floor without the wall', section: floorAlone(draft, said, out) },
    ),
  );
}

/** The floor on the same ground; where the wall stands nothing passes. */
function floorAlone({ stack }: Draft, said: Said, out: number): EdgeThermal['section'] {
  const { design } = stack.wall;
  const soil = said.number('soil');
  const slab = said.number('slab');
  const under = said.number('slabInsulation') * FOAM;
  const outdoors = {
    temperature: design.outdoorTemperature,
    resistance: GROUND_FILM,
    place: 'outdoors',
  };
  const indoors = {
    temperature: design.indoorTemperature,
    resistance: FLOOR_FILM,
    place: 'indoors',
  };
  // Drawn: x is depth turned around, y is height turned around.
  return {
    rectangles: [
      { x0: -out - GROUND, x1: FLOOR, y0: -0.1, y1: GROUND, conductivity: STUFF.soil.conductivity },
      { x0: 0, x1: FLOOR, y0: slab, y1: slab + under, conductivity: FOAM },
      { x0: 0, x1: FLOOR, y0: 0, y1: slab, conductivity: STUFF.concrete.conductivity },
      { x0: -out, x1: 0, y0: -0.1, y1: Math.max(soil, slab + under), conductivity: NOTHING },
    ].filter(({ y0, y1 }) => y1 > y0),
    environments: [
      { x0: 0, x1: FLOOR, y0: -0.1, y1: 0, ...indoors },
      { x0: -out - GROUND, x1: -out, y0: -0.1, y1: soil, ...outdoors },
    ].filter(({ y0, y1 }) => y1 > y0),
    sides: {},
  };
}

function trace(draft: Draft, said: Said, out: number): void {
  const { stack } = draft;
  const { air, water, insulation, boards } = stack;
  const down = said.number('boardsDown');
  if (air) {
    const at = (air.from + air.to) / 2;
    const seal = said.text('plateSeal');
    draft.line('air', air.layer.fill?.name ?? air.layer.id, [
      [cutOff(stack), at],
      [0, at],
      [0, -0.02],
      [0, -0.3],
    ]);
    draft.joint(
      'air',
      'base-seal',
      seal === 'air'
        ? 'Gasket under the plate, as the air seal'
        : 'Air barrier sealed to the foundation',
      0,
      Math.min(at, out),
      seal === 'air',
    );
  }
  if (water) {
    const at = (water.from + water.to) / 2;
    draft.line('water', water.layer.fill?.name ?? water.layer.id, [
      [cutOff(stack), at],
      [-Math.max(0, down), at],
      [-Math.max(0, down), stack.total],
    ]);
    draft.joint(
      'water',
      'base-flashing',
      'Membrane over the base flashing',
      -Math.max(0, down),
      at,
    );
    draft.joint(
      'water',
      'capillary',
      'Capillary break under the plate',
      0,
      (stack.frame?.from ?? 0) + 0.03,
      said.text('plateSeal') !== 'none',
    );
  }
  if (insulation) {
    const edge = said.number('edgeInsulation');
    const inner = Math.max(out - said.number('wallBelow'), stack.frame?.from ?? 0);
    const covered =
      boards.to > boards.from
        ? (boards.from + boards.to) / 2
        : (insulation.from + insulation.to) / 2;
    draft.line('insulation', 'insulation', [
      [cutOff(stack), (insulation.from + insulation.to) / 2],
      [0.05, covered],
      [0, inner - 0.02],
      [-said.number('slab'), inner - 0.02],
      [-said.number('slab') - 0.02, -0.5],
    ]);
    draft.joint(
      'insulation',
      'slab-edge',
      'Insulation at the slab’s edge up to the wall’s',
      0,
      inner - 0.02,
      edge > 0,
    );
  }
}

/** How far cladding and gap go below the plate, m: with the boards, but never nearer to grade than is asked for. */
function claddingEnd(stack: Stack, said: Said): number {
  const down = said.number('boardsDown');
  const most = said.number('soil') - stack.trade(clearanceFigure(said, stack.parts));
  return Math.min(down, Math.max(0, most));
}

function check(draft: Draft, said: Said): void {
  const { stack } = draft;
  const soil = said.number('soil');
  const down = Math.max(0, said.number('boardsDown'));
  const clad = Math.max(0, claddingEnd(stack, said));
  const clear = soil - clad;
  const stucco = stack.parts.cladding?.kind === 'stucco';
  const least = stack.trade(clearanceFigure(said, stack.parts));
  const what = stucco ? say`A weep screed` : say`Siding`;
  if (clear < least - 1e-9)
    draft.find(
      'clearance',
      'fail',
      say`Cladding ends ${length(clear)} above grade`,
      say`${what} stays ${length(least)} clear of it; lower soil, or boards and cladding that end ${length(least - clear)} higher.`,
      draft.at(-clad, stack.total),
    );
  if (down > clad + 1e-9)
    draft.find(
      'bare-boards',
      'info',
      say`${length(down - clad)} of the boards show below the cladding`,
      say`They run down over the slab’s edge. A coat, flashing or cement board keeps sun, spades and insects off them.`,
      draft.at(-down, stack.boards.to),
    );
  if (stucco)
    draft.find(
      'stucco-edge',
      'info',
      say`The lower edge of stucco lies flush with the foundation or outside of it`,
      say`On a ledge it holds water. The screed is as deep as the coats, ${length(stack.total - stack.gap)}, and laps the membrane over its flange.`,
    );
  if (said.text('plateSeal') === 'none')
    draft.find(
      'capillary',
      'caution',
      say`Nothing stops water from rising into the plate`,
      say`A gasket, or a strip of membrane, under the plate; treated wood alone stays wet.`,
      draft.at(0, stack.frame?.from ?? 0),
    );
  if (said.text('plateSeal') === 'moisture')
    draft.find(
      'plate-moisture',
      'info',
      say`The gasket is taken as a moisture stop only`,
      say`Then the sheathing or the membrane is sealed to the foundation itself. Others count on the gasket as the air seal; a test tells.`,
    );
  if (!said.flag('inspection') && down >= soil)
    draft.find(
      'insects',
      'caution',
      say`Boards reach the soil and hide the foundation from inspection`,
      say`Where termites live, codes ask for a strip of bare foundation of ${length(stack.trade('clear-siding'))}, or treated boards.`,
    );
}
