import { cuttingSteps } from '../cutting/index.ts';
import { SAME } from '../house/index.ts';
import { tradeOf } from '../../assembly/trade/index.ts';
import type { ElevationLayout } from '../layout/index.ts';
import { inletOf, type Details } from '../edges/index.ts';
import type { Packs } from './goods.ts';
import { openingNeeds } from './opening-needs.ts';
import { needsOf, type BuiltHouse } from './needs.ts';
import { countLengths, cutStock, sheetsFor, type LengthCount } from './stock.ts';
import type { Need, Order, TakeoffLine } from './types.ts';

/** The takeoff of a house: its lines, and what no stock covers. */
export interface Takeoff {
  lines: TakeoffLine[];
  problems: string[];
}

/** What is taken off beyond what the house says itself. */
export interface TakeoffChoices {
  /** How the edges are made: what openings take follows from it; nothing of it where it is left out. */
  details?: Partial<Details> | undefined;
  /** Whether the lengths of all walls together are planned; else they are cut the quick way. */
  planned?: boolean;
  packs?: Packs;
}

/**
 * What a house takes, by elevation and in all.
 *
 * @param layouts of its elevations
 * @param house for waste, sizes and trade figures
 */
export function takeoffOf(
  layouts: readonly ElevationLayout[],
  house: BuiltHouse,
  choices: TakeoffChoices = {},
): Takeoff {
  const steps = takeoffSteps(layouts, house, choices);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** `takeoffOf` in steps, so that a caller can stop in between: yields which share is done. */
export function* takeoffSteps(
  layouts: readonly ElevationLayout[],
  house: BuiltHouse,
  { planned = false, packs = {}, details }: TakeoffChoices = {},
): Generator<number, Takeoff> {
  const trade = tradeOf(house);
  const by: By = { waste: house.waste ?? {}, kerf: trade('rip-kerf'), problems: new Set() };
  const needs = layouts.map((layout) => ({
    id: layout.elevation.id,
    needs: [
      ...needsOf(layout, house, trade, packs, inletOf(details)),
      ...(details ? openingNeeds(layout, details, trade, packs) : []),
    ],
  }));
  const lines = needs.flatMap(({ id, needs: own }) =>
    own.map((need) => lineOf(id, need, by, quickly(need.order, by.kerf))),
  );
  const all = together(needs.flatMap(({ needs: own }) => own));
  for (const [n, need] of all.entries()) {
    yield n / all.length;
    const cut =
      planned && need.order.by === 'length'
        ? yield* plannedSteps(need.order, by.kerf, (share) => (n + share) / all.length)
        : quickly(need.order, by.kerf);
    lines.push(lineOf(null, need, by, cut));
  }
  return { lines, problems: [...by.problems] };
}

/** Needs of one material and size put together. */
function together(needs: readonly Need[]): Need[] {
  const found = new Map<string, Need>();
  for (const need of needs) {
    const key = [need.role, need.material, need.what].join('\n');
    const before = found.get(key);
    found.set(
      key,
      before
        ? {
            ...before,
            net: before.net + need.net,
            wall: before.wall + need.wall,
            order: joined(before.order, need.order),
          }
        : need,
    );
  }
  return [...found.values()];
}

function joined(a: Order, b: Order): Order {
  if (a.by === 'length' && b.by === 'length') return { ...a, pieces: [...a.pieces, ...b.pieces] };
  if (a.by === 'sheet' && b.by === 'sheet') return { ...a, pieces: [...a.pieces, ...b.pieces] };
  if (a.by === 'roll' && b.by === 'roll') return { ...a, length: a.length + b.length };
  return a;
}

/** Lengths that pieces are cut from. */
type Cut = Pick<TakeoffLine, 'cuts' | 'bound'> & { stock: LengthCount[] };

/** The pieces of lengths that some stock holds, and those that none does. */
function sorted({ pieces, stocks }: Extract<Order, { by: 'length' }>) {
  const longest = Math.max(...stocks) + SAME;
  return {
    fit: pieces.filter((piece) => piece <= longest),
    long: pieces.filter((piece) => piece > longest),
  };
}

function quickly(order: Order, kerf: number): Cut {
  if (order.by !== 'length') return { stock: [] };
  return { stock: cutStock(sorted(order).fit, order.stocks, kerf) };
}

/** With as little stock as can be found. */
function* plannedSteps(
  order: Extract<Order, { by: 'length' }>,
  kerf: number,
  shareOf: (share: number) => number,
): Generator<number, Cut> {
  const steps = cuttingSteps(sorted(order).fit, order.stocks, kerf);
  let step = steps.next();
  while (!step.done) {
    yield shareOf(step.value);
    step = steps.next();
  }
  const { cuts, bound } = step.value;
  const stock = countLengths(cuts.flatMap((one) => Array<number>(one.count).fill(one.stock)));
  return { stock, cuts, bound };
}

interface By {
  waste: Readonly<Record<string, number>>;
  kerf: number;
  problems: Set<string>;
}

function lineOf(
  elevation: string | null,
  { role, material, what, net, unit, area, volume, wall, order }: Need,
  { waste, kerf, problems }: By,
  cut: Cut,
): TakeoffLine {
  const asked = waste[role] ?? (order.by === 'pack' ? order.waste : undefined) ?? 0;
  const more = 1 + asked;
  const line = (
    count: number,
    orderUnit: TakeoffLine['orderUnit'],
    bought: number,
  ): TakeoffLine => ({
    elevation,
    role,
    material,
    what,
    net,
    unit,
    order: count,
    orderUnit,
    bought,
    area: area === undefined ? null : area * bought,
    volume: volume === undefined ? null : volume * bought,
    wall,
    waste: asked,
  });
  switch (order.by) {
    case 'length': {
      const { long } = sorted(order);
      if (long.length > 0)
        problems.add(
          `${long.length} pieces of ${what} are longer than ${Math.max(...order.stocks)} m, the longest stock: ordered at their own length`,
        );
      const pieces = order.pieces.reduce((sum, piece) => sum + piece, 0);
      const stock = withWaste([...cut.stock, ...countLengths(long)], pieces * more);
      const lengths = stock.reduce((sum, { length, count }) => sum + length * count, 0);
      const boards = stock.reduce((sum, { count }) => sum + count, 0);
      return {
        ...line(
          order.unit === 'board' ? boards : lengths,
          order.unit,
          // Of boards the net is the area that their lengths show.
          order.unit === 'board' ? (lengths * net) / pieces : lengths,
        ),
        pieces: countLengths(order.pieces),
        stock,
        ...(cut.cuts ? { cuts: cut.cuts, bound: cut.bound! } : {}),
      };
    }
    case 'sheet': {
      const sheet = order.width * order.height;
      const count = Math.max(
        sheetsFor(order.pieces, order, kerf),
        Math.ceil((net * more) / sheet - SAME),
      );
      return line(count, 'sheet', count * sheet);
    }
    case 'roll': {
      const count = Math.max(
        Math.ceil((order.length * more) / order.rollLength - SAME),
        Math.ceil((net * more) / order.rollArea - SAME),
      );
      return line(count, 'roll', count * order.rollArea);
    }
    case 'pack': {
      const count = Math.ceil((net * more) / order.holds - SAME);
      return line(count, order.unit, count * order.holds);
    }
    case 'amount': {
      const amount = order.whole ? Math.ceil(net * more - SAME) : net * more;
      return line(amount, order.unit, amount);
    }
  }
}

/** So many more of the length that most are of, until so much is bought. */
function withWaste(stock: readonly LengthCount[], least: number): LengthCount[] {
  const most = stock.reduce<LengthCount | null>(
    (best, one) => (best && best.count >= one.count ? best : one),
    null,
  );
  const bought = stock.reduce((sum, { length, count }) => sum + length * count, 0);
  if (!most || bought >= least - SAME) return [...stock];
  const more = Math.ceil((least - bought) / most.length - SAME);
  return stock.map((one) => (one === most ? { ...one, count: one.count + more } : one));
}
