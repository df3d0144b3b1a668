import { attachmentOf } from '../../assembly/attachment/index.ts';
import { tradeOf, type Trade } from '../../assembly/trade/index.ts';
import type { House } from '../house/index.ts';
import { INLET_SAID, inletOf, type Details } from '../edges/index.ts';
import {
  boardJointsOf,
  laidParts,
  membraneKind,
  nailingOf,
  rollOf,
  SHEET,
  staggerText,
} from '../layout/index.ts';
import { claddingNeeds } from '../../physics/materials/index.ts';
import { leakAtFifty } from '../../physics/steady-moisture/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import {
  claddingLayer,
  isLooseWrap,
  waterLineWord,
  type ResolvedLayer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import type { GraphStep } from './graph.ts';
import type { Choices, SiteBase, SiteCheck } from './types.ts';

type CheckText = Omit<SiteCheck, 'id' | 'step' | 'before'>;

/** A check of a step before it has its place: its own part of the id. */
export type Draft = CheckText & { name: string };

export const check = (
  name: string,
  what: Message,
  instrument: string,
  sample: string,
  [value, unit, tolerance]: readonly [number | null, string | null, number | null] = [
    null,
    null,
    null,
  ],
): Draft => ({ name, what, value, unit, tolerance, sample, instrument });

/** A house with what of its edges the site reads. */
export type SiteHouse = House<unknown> & {
  details?: Partial<Pick<Details, 'groups' | 'controls'>>;
};

/** What checks are made from. */
export interface CheckContext {
  house: SiteHouse;
  wall: ResolvedWall;
  /** What its windows are flashed to. */
  water: ResolvedLayer | null;
  choices: Choices;
  /** Whether this is the first elevation with this cladding. */
  mockUp: boolean;
  /** Whether it is the first elevation: goods come once for the house. */
  first: boolean;
  /** What stands already. */
  existing: SiteBase['existing'] | null;
}

/** Fills that are packed or sprayed against the wood. */
export const isDenseFill = ({ fill, fillId }: ResolvedLayer): boolean =>
  fill !== null &&
  (fill.category === 'spray-foam' || /dense|damp-spray|blown/i.test(`${fillId} ${fill.name}`));

/** Wood before what is put over it: drier before dense fills and foam. */
export const woodLimit = (layers: readonly ResolvedLayer[], trade: Trade): number =>
  trade(layers.some(isDenseFill) ? 'site-wood-dry-dense' : 'site-wood-dry');

function framingChecks({ wall }: CheckContext, trade: Trade): Draft[] {
  const wood = wall.layers.find(({ member }) => member)?.member?.material.category !== 'metal';
  return [
    check(
      'plumb',
      say`Studs plumb and in line, the frame braced until it is sheathed`,
      'long level, string',
      'ends, openings and every third stud',
      [0, 'm/m', trade('site-plumb')],
    ),
    ...(wood
      ? []
      : [check('rust', say`Cut and scratched galvanizing is touched up`, 'eye', 'every cut')]),
  ];
}

function boardChecks(
  { house }: CheckContext,
  layers: readonly ResolvedLayer[],
  trade: Trade,
): Draft[] {
  // The skin of a shell is there before the frame: nothing is nailed.
  if (layers.some(({ fill }) => fill?.category === 'metal'))
    return [
      check(
        'skin',
        say`The shell is whole: holes closed, rust treated, what was cut is coated`,
        'eye, wire brush',
        'every side',
      ),
    ];
  const { fastener, edge, field } = nailingOf(house);
  const panel = layers.find(({ fill }) => fill?.category === 'wood-panel');
  return [
    check(
      'nailing',
      say`${fastener.name}: ${measured('length', edge)} apart at edges, ${measured('length', field)} in the field, unless the braced-wall plan says closer`,
      'tape',
      'every panel',
      [edge, 'm', trade('site-nail-spacing')],
    ),
    check(
      'heads',
      say`Heads flush; one that broke the face does not count`,
      'straightedge',
      'ten nails a panel',
      [0, 'm', trade('site-overdriven')],
    ),
    ...(panel
      ? [
          check(
            'gaps',
            say`${measured('length', house.sheets?.sheathing?.gap ?? SHEET.gap)} between panels`,
            'feeler gauge',
            'every joint',
            [house.sheets?.sheathing?.gap ?? SHEET.gap, 'm', trade('site-gap')],
          ),
        ]
      : []),
    check(
      'inspection',
      say`The inspector has seen the nailing, where the local code asks for it`,
      'the inspector’s card',
      'once',
    ),
  ];
}

function membraneChecks(
  { house }: CheckContext,
  layers: readonly ResolvedLayer[],
  trade: Trade,
): Draft[] {
  const layer =
    layers.find(({ fill }) => fill?.category === 'membrane') ?? layers.find(({ fill }) => fill)!;
  const kind = membraneKind(layer);
  if (kind === 'liquid') {
    const wet = layer.thickness / trade('liquid-solids');
    return [
      check(
        'film',
        say`Wet film of ${measured('length', wet)} without pinholes; joints treated ${measured('length', trade('liquid-joint'))} wide`,
        'wet-film gauge',
        'three places on each side',
        [wet, 'm', wet * trade('site-wet-film')],
      ),
    ];
  }
  const { horizontalLap: lap } = rollOf(house, { membrane: { layer, kind } }, trade);
  return [
    check(
      'laps',
      say`Laps of ${measured('length', lap)}, the upper over the lower, ${measured('length', trade('wrap-corner'))} around corners`,
      'tape',
      'every lap',
      [lap, 'm', trade('site-lap')],
    ),
    check(
      'wrinkles',
      kind === 'self-adhered'
        ? say`Rolled all over; no fish mouth, no wrinkle that leads water in`
        : say`Flat and tight; no tear, no wrinkle that leads water in`,
      'eye and hand',
      'every side',
    ),
  ];
}

function windowChecks({ water }: CheckContext, trade: Trade): Draft[] {
  const word = waterLineWord(water);
  const flap = water !== null && isLooseWrap(water);
  return [
    check(
      'pan',
      say`Pans slope ${trade('sill-slope-usual')}° outward, turn up ${measured('length', trade('sill-upstand'))} at ends and back, lap ${measured('length', trade('pan-lap'))} over the ${word} below`,
      'level with a dial',
      'every opening',
      [Math.tan((trade('sill-slope-usual') * Math.PI) / 180), 'm/m', 0.02],
    ),
    check('square', say`Frames plumb and square: diagonals alike`, 'tape', 'every window', [
      0,
      'm',
      trade('site-square'),
    ]),
    check('heads', say`Heads in one line along the wall`, 'laser or string', 'every window', [
      0,
      'm',
      trade('site-head-line'),
    ]),
    check(
      'flashing',
      say`Sill left open to drain, jambs over the sill, head over the jambs, ${flap ? 'the membrane’s flap over the head' : say`the head’s upper edge taped to the ${word}`}`,
      'eye, a photo of each',
      'every opening',
    ),
    check(
      'spray',
      say`${trade('site-spray-minutes')} minutes of spray from the sill up, ${trade('site-pour')} L poured on the pan: nothing shows inside`,
      'spray rack, measuring cup',
      'one window of each kind',
      [0, 'L', 0],
    ),
  ];
}

function insulationChecks(context: CheckContext, layers: readonly ResolvedLayer[]): Draft[] {
  const joints = boardJointsOf(context.house, laidParts(context.wall).boards.length);
  const mat = layers.find(({ fill }) => fill?.category === 'drainage');
  return [
    check(
      'joints',
      say`Joints off those behind by ${staggerText(joints)}; gaps over ${measured('length', joints.gap)} filled`,
      'tape, feeler gauge',
      'every board',
      [joints.gap, 'm', 0],
    ),
    ...(mat ? [matCheck()] : []),
    ...(boltedThrough(context.wall)
      ? []
      : [
          check(
            'held',
            say`Boards lie flat on what is behind them, and each is fastened`,
            'hand',
            'every board',
          ),
        ]),
  ];
}

const boltedThrough = (wall: ResolvedWall): boolean =>
  attachmentOf(wall)?.design.connections.some(({ place }) => place === 'furring') ?? false;

const matCheck = (): Draft =>
  check(
    'mat',
    say`The mat lies the right way round: its open side where the water runs`,
    'eye',
    'every side',
  );

function furringChecks(
  context: CheckContext,
  layers: readonly ResolvedLayer[],
  trade: Trade,
): Draft[] {
  const { wall, house } = context;
  const connection = attachmentOf(wall)?.design.connections.find(({ into }) => into === 'stud');
  const depth = layers.reduce((most, { thickness }) => Math.max(most, thickness), 0);
  return [
    ...(connection
      ? [
          check(
            'bite',
            say`${connection.fastener.name}, ${measured('length', connection.length)} long, ${measured('length', connection.bite)} into the stud; one that missed is pulled and its hole sealed`,
            'probe or mirror from inside, one pulled',
            'first ten, then one in twenty',
            [connection.bite, 'm', trade('site-bite')],
          ),
        ]
      : []),
    check(
      'line',
      say`Faces in line, over ${measured('length', 2.4384)}`,
      'straightedge, string',
      'every strip',
      [0, 'm', trade('furring-flat')],
    ),
    check(
      'gap',
      say`The gap of ${measured('length', depth)} is ${INLET_SAID[inletOf(house.details)]}, nothing fallen into it`,
      'eye, a light',
      'every bay',
      [depth, 'm', depth / 4],
    ),
    ...(layers.some(({ fill }) => fill?.category === 'drainage') ? [matCheck()] : []),
  ];
}

/** What is looked at before the cladding starts. */
export function claddingChecks({ wall, mockUp }: CheckContext, trade: Trade): Draft[] {
  const cladding = claddingLayer(wall);
  if (!cladding?.fillId) return [];
  const name = cladding.fill!.name.toLowerCase();
  return [
    check(
      'keep-outs',
      say`Fasteners keep ${measured('length', trade('site-keep-out'))} from the ends of flashing and none goes through its slope`,
      'tape',
      'every flashing',
      [trade('site-keep-out'), 'm', 0],
    ),
    ...(/metal|zinc|steel|aluminum/.test(cladding.fillId)
      ? [
          check('edges', say`Edges of the metal are square`, 'framing square', 'one panel in ten', [
            0,
            'm',
            trade('site-metal-square'),
          ]),
        ]
      : []),
    ...(/wood|fiber-cement|composite/.test(cladding.fillId)
      ? [
          check(
            'acclimatized',
            say`Boards lay open and off the ground ${trade('site-acclimatize')} days before they are cut and butted`,
            'the delivery note',
            'each pack',
            [trade('site-acclimatize'), 'd', 0],
          ),
        ]
      : []),
    ...(mockUp
      ? [
          check(
            'mock-up',
            say`A mock-up of the ${name} with a window corner, base and top is built, looked at and agreed on; what it shows changes the details`,
            'everyone who builds or signs',
            'one for each cladding',
          ),
          check(
            'drainage',
            say`Water poured behind the mock-up’s cladding runs out at its base`,
            'measuring cup, scale',
            'the mock-up',
            [0, 'share retained', trade('site-drain-share')],
          ),
        ]
      : []),
    ...(claddingNeeds(cladding.fillId)?.cure
      ? [
          check(
            'maker',
            say`Whoever makes or certifies the plaster has seen lath, joints and flashing`,
            'their report',
            'once',
          ),
        ]
      : []),
  ];
}

function serviceChecks({ wall }: CheckContext, trade: Trade): Draft[] {
  const clear = boltedThrough(wall);
  return [
    check(
      'holes',
      say`Steel plates where a hole is nearer to a face than ${measured('length', trade('plate-cover'))}${
        clear
          ? say`; nothing within ${measured('length', trade('wire-clear'))} of the outer face, where screws come`
          : ''
      }`,
      'tape',
      'every hole',
      [clear ? trade('wire-clear') : trade('plate-cover'), 'm', 0],
    ),
    check(
      'sealed',
      say`Every hole in the air barrier and the plates is sealed`,
      'eye, hand',
      'every hole',
    ),
    check('rough-in', say`Rough-in seen by the inspector`, 'the inspector’s card', 'once'),
  ];
}

function fillChecks(layers: readonly ResolvedLayer[], trade: Trade): Draft[] {
  const depth = layers.reduce((sum, { thickness }) => sum + thickness, 0);
  const dense = layers.find(
    (layer) => isDenseFill(layer) && layer.fill!.category === 'loose-fill' && layer.fill!.density,
  );
  return [
    check(
      'depth',
      say`Fill to the full ${measured('length', depth)}, not pressed in, split around wires and pipes`,
      'probe',
      'two in each bay',
      [depth, 'm', trade('site-fill-depth')],
    ),
    check(
      'voids',
      say`No void at plates, corners, headers and behind boxes`,
      'hand, thermal camera',
      'every bay',
    ),
    ...(dense
      ? [
          check(
            'density',
            say`Packed to ${measured('density', dense.fill!.density!)}`,
            'core sampler, scale',
            'three on each side',
            [dense.fill!.density!, 'kg/m³', dense.fill!.density! * trade('site-fill-density')],
          ),
        ]
      : []),
  ];
}

const insideChecks: Draft[] = [
  check(
    'seams',
    say`Seams on something solid and rolled; glued to plates, floor and window frames`,
    'hand',
    'every seam',
  ),
  check('boxes', say`Boxes, pipes and wires sealed to it`, 'smoke pen', 'every one'),
];

/** Air through a wall at 50 Pa, as its brief states it, m³/(h·m²). */
function testChecks({ wall }: CheckContext): Draft[] {
  const q50 = wall.file.airtightness ? leakAtFifty(wall.file.airtightness) : null;
  return [
    check(
      'leaks',
      q50 === null
        ? say`Under pressure no leak is felt or seen`
        : say`Under pressure no leak is felt or seen; the house keeps ${measured('leakAtFifty', q50)}`,
      'blower door, smoke pen, thermal camera',
      'every joint, box and opening',
      [q50, q50 === null ? null : 'm³/(h·m²) at 50 Pa', q50 === null ? null : 0],
    ),
  ];
}

/** What is found out of a frame, a façade or a shell that stands already, before anything is designed for it. */
export function surveyChecks(existing: NonNullable<SiteBase['existing']>, trade: Trade): Draft[] {
  const all: Draft[] = [
    check(
      'survey-level',
      say`What stands is level along its base and top`,
      'laser level',
      'corners, openings, every fourth stud',
      [0, 'm/m', trade('site-plumb')],
    ),
    check(
      'survey-plumb',
      say`It is plumb and flat; what is out is written on the plan`,
      'level, string',
      'corners, openings, every fourth stud',
      [0, 'm/m', trade('site-plumb')],
    ),
    check(
      'survey-water',
      say`No water comes in: stains, splash, roof and drains were looked at, and what leaks is mended first`,
      'eye, hose',
      'every side, after rain',
    ),
  ];
  const wood = [
    check(
      'survey-rot',
      say`Wood is sound: no rot, no insects`,
      'awl, moisture meter',
      'sills, corners, below openings',
    ),
  ];
  const old = [
    check(
      'survey-lead',
      say`Old paint, boards and insulation were tested for lead and asbestos before anything is cut`,
      'laboratory report',
      'each kind of material',
    ),
  ];
  const steel = [
    check(
      'survey-rust',
      say`Steel is sound: no rust through, coating known`,
      'wire brush, gauge',
      'base, welds, roof edge',
    ),
  ];
  return [
    ...all,
    ...{ frame: [...wood, ...old], facade: [...wood, ...old], shell: [...steel, ...old] }[existing],
  ];
}

/** Steps before which somebody looks at what came in for them. */
export const GOODS: ReadonlySet<string> = new Set(['windows', 'membrane', 'insulation']);

/** What came in for a step. */
export const goodsCheck = (kind: string): Draft =>
  check(
    `goods-${kind}`,
    say`What came in is what was ordered: labels, batches, sizes; nothing damaged or wet`,
    'the order, the delivery note',
    'each delivery',
  );

/** What is looked at in the work of a step. */
export function draftsOf(step: GraphStep, context: CheckContext): Draft[] {
  const trade = tradeOf(context.house);
  switch (step.family) {
    case 'framing':
      return framingChecks(context, trade);
    case 'racking-inside':
    case 'sheathing':
      return boardChecks(context, step.layers, trade);
    case 'membrane':
      return membraneChecks(context, step.layers, trade);
    case 'windows':
      return windowChecks(context, trade);
    case 'insulation':
      return insulationChecks(context, step.layers);
    case 'furring':
      return furringChecks(context, step.layers, trade);
    case 'services':
      return serviceChecks(context, trade);
    case 'cavity-fill':
      return fillChecks(step.layers, trade);
    case 'air-barrier-inside':
      return insideChecks;
    case 'airtightness-test':
      return testChecks(context);
    default:
      return [];
  }
}
