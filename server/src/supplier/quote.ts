import { LIBRARY } from '@eldrun/core/materials';
import { pricedLine } from '@eldrun/core/order';
import { random } from '@eldrun/core/climate';
import type {
  Offer,
  OfferedLine,
  QuotationRequest,
  RequestedLine,
  Supplier,
} from '@eldrun/contract';

/**
 * Yards that answer a request for quotation, made up and seeded: a stand-in for real ones, so that the way from a request to an
 * order can be walked through. The same request with the same seed is answered the same.
 */
interface Yard extends Supplier {
  /** Prices against the demo prices, at least and at most. */
  prices: readonly [number, number];
  /** Share of lines that it has too little of, and of those that it does not carry. */
  short: number;
  missing: number;
  /** Days until it delivers, at least and at most. */
  days: readonly [number, number];
}

const YARDS: readonly Yard[] = [
  {
    id: 'upper-yard',
    name: 'Upper Yard',
    about: 'simulated: near, dearer, most in stock',
    prices: [1.02, 1.22],
    short: 0.12,
    missing: 0,
    days: [1, 6],
  },
  {
    id: 'lower-yard',
    name: 'Lower Yard',
    about: 'simulated: farther, cheaper, more that is short',
    prices: [0.86, 1.06],
    short: 0.3,
    missing: 0.06,
    days: [4, 24],
  },
];

/** Days that the prices of an offer hold. */
const VALID_DAYS = 14;

/** What yards there are. */
export const suppliers = (): Supplier[] =>
  YARDS.map(({ id, name, about }) => ({ id, name, about }));

/** What a yard offers; null where there is no such yard. */
export function offerOf(supplier: string, { seed, lines }: QuotationRequest): Offer | null {
  const yard = YARDS.find(({ id }) => id === supplier);
  if (!yard) return null;
  return {
    supplier: yard.name,
    validDays: VALID_DAYS,
    lines: lines.map((line) => offered(line, yard, seed)),
  };
}

function offered(line: RequestedLine, yard: Yard, seed: number): OfferedLine {
  const next = random(hash(`${seed} ${yard.id} ${line.key}`));
  const [carried, short, price, share, days] = [next(), next(), next(), next(), next()];
  const base = basePrice(line);
  if (base === null || carried < yard.missing)
    return { key: line.key, usd: null, leadDays: null, available: 0 };
  const between = ([from, to]: readonly [number, number], at: number): number =>
    from + at * (to - from);
  return {
    key: line.key,
    // Prices are told in cents.
    usd: Math.round(base * between(yard.prices, price) * 100) / 100,
    leadDays: Math.round(between(yard.days, days)),
    available: short < yard.short ? Math.floor(line.asked * share * 0.8) : line.asked,
  };
}

/** What one unit costs at demo prices; null for what the library does not have. */
function basePrice({ material, what, unit, asked, area, volume }: RequestedLine): number | null {
  if (!(asked > 0)) return null;
  const { each } = pricedLine(
    {
      elevation: null,
      role: '',
      material,
      what,
      net: asked,
      unit: 'piece',
      order: asked,
      orderUnit: unit,
      bought: asked,
      area,
      volume,
      wall: 0,
      waste: 0,
    },
    {
      find: (id) => (Object.hasOwn(LIBRARY, id) ? LIBRARY[id] : undefined),
      book: null,
      order: {},
    },
  );
  return each;
}

/** A number from a text (FNV-1a, 32 bits). */
function hash(text: string): number {
  let value = 0x811c9dc5;
  for (const character of text)
    value = Math.imul(value ^ character.codePointAt(0)!, 0x01000193) >>> 0;
  return value;
}
