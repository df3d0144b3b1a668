import { LIBRARY } from '../../physics/materials/index.ts';
import { tradeOf, type Trade } from '../trade/index.ts';
import { GRAVITY, INCH, type Message } from '../../common/units/index.ts';
import type { ChosenFastener, ResolvedLayer, ResolvedWall } from '../../physics/build-up/index.ts';
import { checkConnection, worstUse } from './connection.ts';
import {
  FASTENERS,
  fastenerOf,
  fastenerPrice,
  gravityOf,
  nextLength,
  type SoldFastener,
} from './fasteners.ts';
import { hungWall, substanceOf, type HungWall } from './hung.ts';
import type { ConnectionInput, ConnectionResult, Substance } from './types.ts';
import { suctionOf } from './wind.ts';

/** Which of the two: cladding to what carries it, furring through the insulation to the stud. */
export type ConnectionPlace = 'cladding' | 'furring';

/** Steps that fasteners are spaced by, m, widest first. */
export const FASTENER_STEPS = [24, 16, 12, 8, 6, 4].map((inches) => inches * INCH);

/** Along a strip where nobody said it, m. */
const USUAL_SPACING = 16 * INCH;

/** Lath holds stucco: a fastener's head stands so far off what is behind it, m. */
const LATH = INCH / 4;

/**
 * Claddings that are no wood bear as a board of this specific gravity, and no thinner one: how they hold the head, in slots
 * and folds, is their maker's table alone.
 */
const AS_WOOD = { specificGravity: 0.5, thickness: (3 / 8) * INCH };

/** What is taken where nobody chose, by what it goes into: the first that holds. */
const USUAL = {
  furring: ['structural-250', 'structural-312'],
  cladding: ['nail-ring-113', 'nail-131', 'screw-8', 'screw-10'],
  direct: ['nail-ring-113', 'nail-131', 'nail-162', 'structural-250'],
  steel: ['steel-screw'],
} as const;

/** One of the two connections of a wall. m, N */
export interface Connection {
  place: ConnectionPlace;
  fastener: SoldFastener;
  chosen: ChosenFastener | null;
  length: number;
  /** Through which it goes before what holds it. */
  stack: number;
  /** In what holds it: below zero it ends before. */
  bite: number;
  /** Least bite that is asked for: what is usually wanted, as far as there is so much of it. */
  asked: number;
  wanted: number;
  /** The length to buy: the next sold beyond stack, bite and tolerance; null where none is so long. */
  next: number | null;
  into: 'stud' | 'strip';
  /** What it ends in. */
  main: Substance;
  spacing: { along: number; across: number };
  /** Whether it may be set closer along: not where it can only stand at crossings. */
  free: boolean;
  /** Null where it ends before what should hold it. */
  input: ConnectionInput | null;
  result: ConnectionResult | null;
  /** The largest of its uses; infinite where nothing holds it. */
  use: number;
  /** The widest step at which it holds, or null. */
  widest: number | null;
  /** How many on a square metre, and what they cost, USD. */
  perArea: number;
  cost: number;
}

interface AttachmentLoads {
  /** kg/m²: of each, and of all that hangs on what goes into the studs. */
  cladding: number;
  strips: number;
  boards: number;
  hung: number;
  /** Pa */
  suction: number;
  basis: Message;
  assumed: boolean;
}

/** How a wall's cladding is held, computed. */
export interface Design {
  hung: HungWall;
  trade: Trade;
  loads: AttachmentLoads;
  /** Strips too thin to hold: the cladding's fastener must reach the stud. */
  spacers: boolean;
  connections: Connection[];
}

const byMass = ({ fill, thickness }: ResolvedLayer): number => (fill?.density ?? 0) * thickness;

/** Mass of strips on a square metre, kg. */
function stripMass({ member, thickness }: ResolvedLayer): number {
  const { clearShare, material } = member!;
  return clearShare * thickness * (material.density ?? 0);
}

/** Mass of a cladding on a square metre, kg: its kind's usual one in proportion to how thick it is here. */
function usualMass({ fillId, thickness }: ResolvedLayer, weight: number): number {
  const usual = LIBRARY[fillId!]?.cost?.thickness;
  return usual ? (weight * thickness) / usual : weight;
}

function loadsOf({ wall, cladding, needs, strips, boards }: HungWall): AttachmentLoads {
  const own =
    wall.file.attachment?.weight ??
    (needs?.weight === undefined ? byMass(cladding) : usualMass(cladding, needs.weight));
  const onStrips = strips.reduce((sum, strip) => sum + stripMass(strip), 0);
  const onBoards = boards.reduce((sum, board) => sum + byMass(board), 0);
  return {
    cladding: own,
    strips: onStrips,
    boards: onBoards,
    hung: own + onStrips + onBoards,
    ...suctionOf(wall.file.loads ?? {}),
  };
}

/** What the head holds, and how thick that is on the way in. */
function claddingSide({ cladding, needs }: HungWall): Pick<Asked, 'side' | 'deep'> {
  const { thickness } = cladding;
  if (isWood(cladding))
    return {
      side: { specificGravity: gravityOf(cladding.fillId!, cladding.fill!), thickness },
      deep: thickness,
    };
  const lath = /lath/.test(needs?.fastening?.kind ?? '');
  const deep = lath ? Math.min(LATH, thickness) : thickness;
  return { side: { ...AS_WOOD, thickness: Math.max(AS_WOOD.thickness, deep) }, deep };
}

/** Claddings that bear as wood does. */
const isWood = ({ fillId }: ResolvedLayer): boolean =>
  /wood-lap|shingles|modified-wood|plywood|engineered-wood/.test(fillId!);

interface Asked {
  place: ConnectionPlace;
  usual: readonly string[];
  chosen: ChosenFastener | undefined;
  side: ConnectionInput['side'];
  /** How thick the side is on the way in, m. */
  deep: number;
  gap: number;
  main: Substance;
  /** The most that it can bite, and the least that is asked, m. */
  depth: number;
  asked: number;
  into: Connection['into'];
  along: number;
  across: number;
  free: boolean;
  angle: number;
  weight: number;
  suction: number;
  tolerance: number;
}

/** By what was chosen, else by the first usual fastener that holds. */
function connectionOf(asked: Asked): Connection {
  const chosen = asked.chosen && fastenerOf(asked.chosen.fastener);
  if (chosen) return connectionBy(asked, chosen);
  const tried = asked.usual.map((id) => connectionBy(asked, fastenerOf(id)!));
  const bites = tried.filter((one) => one.bite >= one.asked - 1e-6);
  return bites.find(({ use }) => use <= 1 + 1e-9) ?? bites[0] ?? tried[0]!;
}

function connectionBy(asked: Asked, fastener: SoldFastener): Connection {
  const { place, chosen, side, gap, main, depth } = asked;
  const stack = asked.deep + gap;
  // A screw goes through a sheet of steel and past it; wood may be thinner than what is wanted of it.
  const least = isSteel(main) ? asked.asked : Math.min(asked.asked, depth);
  const needed = stack + least;
  const next = nextLength(fastener, needed + (asked.into === 'stud' ? asked.tolerance : 0));
  const length = chosen?.length ?? next ?? fastener.lengths.at(-1)!;
  const bite = length - stack;
  const along = (asked.free ? chosen?.spacing : undefined) ?? asked.along;
  const spacing = { along, across: asked.across };
  const penetration = Math.min(bite, depth, fastener.thread ?? Infinity);
  const input: ConnectionInput | null =
    penetration > 1e-4
      ? {
          fastener: {
            kind: fastener.kind,
            diameter: fastener.diameter,
            nominal: fastener.nominal,
            head: fastener.head,
            bendingYield: fastener.bendingYield,
          },
          side,
          gap,
          main: { ...main, penetration },
          angle: asked.angle,
          spacing,
          load: { weight: asked.weight, suction: asked.suction },
        }
      : null;
  const result = input && checkConnection(input);
  const use = result ? worstUse(result) : Infinity;
  const perArea = 1 / (along * asked.across);
  return {
    place,
    fastener,
    chosen: chosen ?? null,
    length,
    stack,
    bite,
    asked: least,
    wanted: asked.asked,
    next,
    into: asked.into,
    main,
    spacing,
    free: asked.free,
    input,
    result,
    use,
    widest: FASTENER_STEPS.find((step) => (use * step) / along <= 1 + 1e-9) ?? null,
    perArea,
    cost: perArea * fastenerPrice(fastener, length),
  };
}

const isSteel = (of: Substance): boolean => 'tensile' in of;

/** How far a cladding's fasteners stand apart up the wall where nobody said it, m. */
function claddingSpacing({ needs }: HungWall): number {
  const { exposure } = needs?.module ?? {};
  return needs?.fastening?.vertical ?? (exposure ? (exposure[0] + exposure[1]) / 2 : USUAL_SPACING);
}

/**
 * How a wall's cladding is held: both connections with what they carry, by the wall's own choices, else by what is usual.
 *
 * @param wall a resolved wall
 * @returns null where it has no cladding
 */
export function attachmentDesign(wall: ResolvedWall): Design | null {
  const hung = hungWall(wall);
  if (!hung) return null;
  const { attachment = {} } = wall.file;
  const trade = tradeOf(attachment);
  const loads = loadsOf(hung);
  const { strips, stud, cladding } = hung;
  const holds = (strip: ResolvedLayer): boolean =>
    isSteel(substanceOf(strip)) || strip.thickness >= trade('strip-holds') - 5e-4;
  const inner = strips.find(holds);
  const holding = strips.findLast(holds);
  const spacers = strips.length > 0 && !holding;
  const design: Design = { hung, trade, loads, spacers, connections: [] };
  if (hung.heldBy !== 'furring' && hung.heldBy !== 'stud') return design;

  const tolerance = trade('screw-tolerance');
  const suction = loads.suction;
  const side = claddingSide(hung);
  const between = (from: number, to: number): number =>
    wall.layers.slice(from, to).reduce((sum, { thickness }) => sum + thickness, 0);
  if (holding) {
    const { sheet, ...main } = substanceOf(holding, attachment.gravity?.furring);
    const depth = sheet ?? holding.thickness;
    const penetration = isSteel(main)
      ? trade('steel-past')
      : (hung.needs?.fastening?.penetration ?? trade('stud-bite'));
    design.connections.push(
      connectionOf({
        place: 'cladding',
        usual: isSteel(main) ? USUAL.steel : USUAL.cladding,
        chosen: attachment.cladding,
        ...side,
        gap: between(holding.index + 1, cladding.index),
        main: main,
        depth,
        asked: penetration,
        into: 'strip',
        along: claddingSpacing(hung),
        across: holding.member!.shape.spacing,
        free: true,
        angle: 0,
        weight: loads.cladding * GRAVITY,
        suction,
        tolerance,
      }),
    );
  }
  if (!stud) return design;
  if (inner) {
    const upright = inner.member!.shape.direction !== 'horizontal';
    const { sheet, ...of } = substanceOf(inner, attachment.gravity?.furring);
    const across = inner.member!.shape.spacing;
    // A strip across the studs is held only where it crosses them.
    const crossing = upright !== stud.upright;
    design.connections.push(
      connectionOf({
        place: 'furring',
        usual: isSteel(stud.substance) ? USUAL.steel : USUAL.furring,
        chosen: attachment.furring,
        side: { ...of, thickness: sheet ?? inner.thickness },
        deep: sheet ?? inner.thickness,
        gap: hung.gap + between(strips[0]!.index, inner.index),
        main: stud.substance,
        depth: stud.depth,
        asked: isSteel(stud.substance) ? trade('steel-past') : trade('stud-bite'),
        into: 'stud',
        along: crossing ? stud.spacing : USUAL_SPACING,
        across,
        free: !crossing,
        angle: upright ? 0 : 90,
        weight: loads.hung * GRAVITY,
        suction,
        tolerance,
      }),
    );
  } else
    design.connections.push(
      connectionOf({
        place: 'cladding',
        usual: isSteel(stud.substance) ? USUAL.steel : USUAL.direct,
        chosen: attachment.cladding,
        ...side,
        gap: hung.gap + between(strips[0]?.index ?? cladding.index, cladding.index),
        main: stud.substance,
        depth: stud.depth,
        asked: isSteel(stud.substance) ? trade('steel-past') : trade('stud-bite'),
        into: 'stud',
        along: claddingSpacing(hung),
        across: stud.spacing,
        free: true,
        angle: 0,
        weight: loads.hung * GRAVITY,
        suction,
        tolerance,
      }),
    );
  return design;
}

/** Fasteners that can be chosen for a connection: steel has its own. */
export const fastenersFor = ({ place, main }: Pick<Connection, 'place' | 'main'>): SoldFastener[] =>
  FASTENERS.filter(
    ({ id, holds }) => holds.includes(place) && isSteel(main) === (id === USUAL.steel[0]),
  );
