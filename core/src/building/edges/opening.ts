import { conductivityAt } from '../../physics/materials/index.ts';
import { FILMS, findMaterial, isLooseWrap, waterLineWord } from '../../physics/build-up/index.ts';
import { AIR, cutOff, Draft, STUFF, type Range, type Stuff } from './draft.ts';
import type { Said } from './fields.ts';
import { checkOpening, measureOpening, openingSteps } from './opening-checks.ts';
import { openingPlan, type OpeningPlan, type OpeningSize } from './opening-plan.ts';
import type { Stack } from './stack.ts';
import type { EdgeSection, EdgeThermal, Seals } from './types.ts';

/** How much of a wall is drawn beside an opening, m. */
const DRAWN = 0.3;

const TITLES = {
  head: 'Head, upright section',
  jamb: 'Jamb, plan',
  sill: 'Sill, upright section',
} as const;

/** Where the shim space, the flange and the pan are drawn, m: they have no thickness that counts. */
const SHEET = 0.002;

/**
 * The head, jamb or sill of a window or a door.
 *
 * @param size of the opening, and what frames it
 */
export function openingSection(
  kind: 'head' | 'jamb' | 'sill',
  stack: Stack,
  said: Said,
  size: OpeningSize,
  seals: Seals = {},
): EdgeSection {
  const plan = openingPlan(stack, said);
  const reach: Range = [Math.min(0, plan.inner), Math.max(stack.counted, plan.outer, plan.flange)];
  // The wall lies at u below 0: left of a jamb, under a sill, over a head.
  const draft = new Draft(
    kind,
    kind === 'jamb' ? 'plan' : 'upright',
    stack,
    seals,
    reach,
    kind === 'head' ? -1 : 1,
  );
  const wall: Range = [-cutOff(stack), 0];
  draft.fills([0, plan.end], reach, AIR);
  draft.layers(wall);
  const wood = frameOf(kind, stack, size);
  draft.wood(wood.id, wood.name, [-wood.width, 0], wood.count, wood.depth);
  if (wood.fill)
    draft.piece('header-fill', 'Fill of the header', [-wood.width, 0], wood.fill.depth, wood.fill);
  fitted(draft, plan, said, kind);
  surroundings(draft, plan, said, reach);
  trace(draft, plan, kind);
  measureOpening(draft, plan, said, size, kind);
  checkOpening(draft, plan, said, size, kind);
  for (const step of openingSteps(stack, plan, said)) draft.step(step);
  return draft.section(
    TITLES[kind],
    [-DRAWN, plan.sight + 0.06],
    [Math.min(0, plan.inner), Math.max(stack.total, plan.outer)],
    draft.thermal(
      kind === 'jamb' ? { y0: 'outdoors', y1: 'indoors' } : { x0: 'outdoors', x1: 'indoors' },
      [{ name: 'wall', u: stack.u, length: cutOff(stack) }],
      'wall to the edge of the rough opening, window to its frame',
      { name: 'window alone', section: windowAlone(draft, plan, said) },
    ),
  );
}

/** What of the frame stands beside an opening. */
interface Members {
  id: string;
  name: string;
  width: number;
  count: number;
  depth?: Range;
  /** What fills the rest of the wall's depth. */
  fill?: Stuff & { depth: Range };
}

/** The members of the frame beside the opening. */
function frameOf(
  kind: 'head' | 'jamb' | 'sill',
  { stud, plate, frame, wall }: Stack,
  { header, jacks }: OpeningSize,
): Members {
  if (kind === 'jamb')
    return {
      id: 'studs',
      name: jacks > 0 ? 'Jack and king' : 'King',
      width: (jacks + 1) * stud,
      count: jacks + 1,
    };
  if (kind === 'sill' || !header)
    return {
      id: 'flat',
      name: kind === 'sill' ? 'Rough sill' : 'Flat header',
      width: plate,
      count: 1,
    };
  const members = { id: 'header', name: 'Header', width: header.depth, count: 1 };
  const inner = frame ? frame.to - header.plies * stud : 0;
  // Solid through the wall unless it has a fill; then its plies lie at the outside of the frame.
  if (!header.fill || !frame || inner <= frame.from) return members;
  const material = findMaterial(header.fill, wall.file, {});
  const mean = (wall.design.indoorTemperature + wall.design.outdoorTemperature) / 2;
  return {
    ...members,
    depth: [inner, frame.to],
    fill: {
      depth: [frame.from, inner],
      category: material?.category ?? STUFF.foam.category,
      conductivity: material ? conductivityAt(material, mean) : STUFF.foam.conductivity,
    },
  };
}

/** Box or buck, window, foam in the shim space, trim. */
function fitted(draft: Draft, plan: OpeningPlan, said: Said, kind: string): void {
  const { stack } = draft;
  const { carrier, lining, flange, inner, outer, edge, sight, end, glass, trim } = plan;
  const foot = carrier === 'box' ? lining : 0;
  if (carrier === 'box')
    draft.piece('box', 'Box', [0, lining], [Math.min(0, inner), flange], STUFF.plywood);
  else
    draft.piece(
      'extension',
      'Jamb extension',
      [0, Math.min(lining, edge)],
      [0, inner],
      STUFF.gypsum,
    );
  if (carrier === 'buck')
    draft.piece('buck', 'Buck', [-BUCK, 0], [stack.sheathing, flange], STUFF.wood);
  draft.piece(
    'shim',
    'Foam in the shim space',
    [foot, edge],
    [Math.max(0, inner), flange],
    STUFF.foam,
  );
  const frame = { category: 'frame', conductivity: said.number('frameConductivity') };
  const pane = { category: 'glass', conductivity: said.number('glazingConductivity') };
  draft.piece('window', 'Window frame', [edge, sight], [inner, outer], frame, { window: true });
  draft.piece('glazing', 'Glazing', [sight, end], [...glass], pane, { window: true });
  draft.piece('flange', 'Flange', [foot - 0.032, edge], [flange, flange + SHEET], {
    category: 'frame',
    conductivity: null,
  });
  const cover = coverOf(stack, plan, said.number('overlap'));
  if (cover)
    draft.piece('overlap', 'Insulation over the frame', [0, cover.u], cover.depth, boardsOf(stack));
  else if (isTrimmed(stack, plan))
    draft.piece(
      'trim',
      kind === 'sill' ? 'Sill outside' : 'Trim',
      [0, trim],
      [flange, stack.total],
      STUFF.trim,
    );
}

/** Lumber of a buck, m. */
const BUCK = 0.0381;

/** A return shallower than this needs no board, m. */
const TRIM_LEAST = 0.02;

/** What the outside boards are of. */
function boardsOf({ bands, boards }: Stack): {
  category: string | null;
  conductivity: number | null;
} {
  const board = bands.findLast(({ from, to }) => from >= boards.from && to <= boards.to + 1e-9);
  return {
    category: board?.layer.fill?.category ?? STUFF.foam.category,
    conductivity: board?.fill ?? STUFF.foam.conductivity,
  };
}

/** Outside insulation that is drawn over the frame; null where there is none to draw. */
function coverOf(
  { boards }: Stack,
  { outer, edge, sight }: OpeningPlan,
  overlap: number,
): { u: number; depth: Range } | null {
  const depth: Range = [Math.max(outer, boards.from), boards.to];
  return overlap > 0 && depth[1] > depth[0] ? { u: Math.min(edge + overlap, sight), depth } : null;
}

/** Air indoors and outdoors around what is fitted. */
function surroundings(draft: Draft, plan: OpeningPlan, said: Said, [from, to]: Range): void {
  const { stack } = draft;
  const { carrier, lining, inner, outer, edge, sight, end, glass, flange, trim } = plan;
  const foot = carrier === 'box' ? lining : Math.min(lining, edge);
  const free = FILMS[stack.wall.file.convention].outer;
  // Indoors: before the wall where the frame stands out into the room, then before frame and glazing.
  draft.air('indoors', [-cutOff(stack), 0], [from, 0]);
  draft.air('indoors', [foot, sight], [from, inner]);
  draft.air('indoors', [sight, end], [from, glass[0]]);
  // Outdoors: what lies outside an open gap does not count, but for the buck that stands in it.
  draft.air('outdoors', [-cutOff(stack), carrier === 'buck' ? -BUCK : 0], [stack.counted, to]);
  if (carrier === 'buck') draft.air('outdoors', [-BUCK, 0], [Math.max(flange, stack.counted), to]);
  const cover = coverOf(stack, plan, said.number('overlap'));
  if (cover) draft.air('outdoors', [0, cover.u], [cover.depth[1], to], free);
  else draft.air('outdoors', [isTrimmed(stack, plan) ? trim : 0, edge], [flange, to], free);
  draft.air('outdoors', [cover ? cover.u : edge, sight], [outer, to], free);
  draft.air('outdoors', [sight, end], [glass[1], to], free);
}

const isTrimmed = ({ total }: Stack, { flange }: OpeningPlan): boolean =>
  total - flange > TRIM_LEAST;

/** The window where nothing passes its edge: its own heat, which is not the wall's. */
function windowAlone(draft: Draft, plan: OpeningPlan, said: Said): EdgeThermal['section'] {
  const { inner, outer, edge, sight, end, glass } = plan;
  const { indoors } = draft.sides();
  const { outer: free } = FILMS[draft.stack.wall.file.convention];
  const outdoors = { ...draft.sides().outdoors, resistance: free };
  return {
    rectangles: [
      { x0: edge, x1: end, y0: inner, y1: outer, conductivity: said.number('glazingConductivity') },
      { x0: edge, x1: sight, y0: inner, y1: outer, conductivity: said.number('frameConductivity') },
    ],
    environments: [
      { x0: sight, x1: end, y0: inner, y1: glass[0], ...indoors },
      { x0: sight, x1: end, y0: glass[1], y1: outer, ...outdoors },
    ].filter(({ y0, y1 }) => y1 > y0),
    sides: { y0: indoors, y1: outdoors },
  };
}

/** A membrane this far off the flange's plane has to be led there, m. */
const LED = 0.012;

function trace(draft: Draft, plan: OpeningPlan, kind: 'head' | 'jamb' | 'sill'): void {
  const { stack } = draft;
  const { carrier, flange, inner, outer, edge, sight } = plan;
  const middle = (band: { from: number; to: number }): number => (band.from + band.to) / 2;
  const start = -cutOff(stack);
  if (stack.air) {
    const a = middle(stack.air);
    const bead = Math.max(0, inner) + 0.004;
    draft.line('air', nameOf(stack.air), [
      [start, a],
      [0, a],
      ...(carrier === 'buck' && a < flange ? [[0, Math.max(a, bead)] as const] : []),
      [edge / 2, bead],
      [edge, bead],
      [sight, bead],
    ]);
    if (carrier === 'box') draft.joint('air', 'air-box', 'Tape from the wall to the box', 0, a);
    else if (carrier === 'buck')
      draft.joint('air', 'air-buck', 'Buck bedded in sealant on the wall', 0, a);
    else draft.joint('air', 'air-wrap', 'Tape from the wall around into the opening', 0, a);
    draft.joint('air', 'air-frame', 'Sealant on a backer rod at the frame, indoors', edge, bead);
  }
  const { water } = stack;
  if (water) {
    const w = middle(water);
    const word = waterLineWord(water.layer);
    draft.line('water', nameOf(water), [
      [start, w],
      [0, w],
      [0, flange],
      [edge, flange],
      [edge, outer],
      [sight, outer],
    ]);
    if (flange - w > LED)
      draft.joint(
        'water',
        'water-out',
        `Flexible flashing from the ${word} out to the flange`,
        0,
        (w + flange) / 2,
      );
    else if (w - flange > LED)
      draft.joint(
        'water',
        'water-in',
        `Flashing from the ${word} back in to the flange`,
        0,
        (w + flange) / 2,
      );
    if (kind === 'head') {
      draft.joint(
        'water',
        'head-flap',
        isLooseWrap(water.layer)
          ? 'Membrane flap over the head flashing'
          : `Tape from the ${word} over the head flashing`,
        0,
        w,
      );
      draft.joint('water', 'head-flashing', 'Head flashing over the flange', edge, flange);
    } else if (kind === 'jamb')
      draft.joint('water', 'jamb-tape', 'Tape over the jamb flange', edge, flange);
    else {
      draft.joint('water', 'pan-lap', `Pan over the ${word} below`, 0, w);
      draft.joint('water', 'pan-upstand', 'Upstand indoors and end dams', edge, Math.max(0, inner));
    }
  }
  if (stack.insulation) {
    const { from, to } = stack.insulation;
    const near = Math.min(Math.max((inner + outer) / 2, from), to);
    draft.line('insulation', 'insulation', [
      [start, (from + to) / 2],
      [-0.04, (from + to) / 2],
      [0, near],
      [edge, (inner + outer) / 2],
      [sight, (inner + outer) / 2],
    ]);
    draft.joint('insulation', 'shim-fill', 'Foam in the shim space', edge / 2, (inner + outer) / 2);
    const apart = Math.max(from - outer, inner - to);
    if (apart > 0)
      draft.joint(
        'insulation',
        'planes-meet',
        'Frame in the plane of the insulation',
        edge,
        near,
        false,
      );
  }
}

const nameOf = ({ layer }: { layer: { fill: { name: string } | null; id: string } }): string =>
  layer.fill?.name ?? layer.id;
