import { fixed, FOOT, SQUARE_FOOT, type UnitSystem } from '@eldrun/core/units';
import { priceOf, type PriceBook } from '@eldrun/core/prices';
import type { Material, Price } from '@eldrun/core/materials';

/** What prices are for in each system of units: `size` is m² or m³ in one. */
export const PRICE_UNITS = {
  imperial: {
    m2: { per: 'm2', label: 'ft²', size: SQUARE_FOOT },
    m3: { per: 'm3', label: 'ft³', size: FOOT ** 3 },
  },
  metric: {
    m2: { per: 'm2', label: 'm²', size: 1 },
    m3: { per: 'm3', label: 'm³', size: 1 },
  },
} as const;

/** What a price stands on: the project's own figure, a demo figure, or nothing. */
type PriceKind = 'own' | 'demo' | 'none';

/** A material in the list of prices. */
export interface PriceRow {
  id: string;
  name: string;
  price: Partial<Price>;
  kind: PriceKind;
  /** In how many walls of the project it is. */
  walls: number;
  /** Whether the book has a line for it, which can be taken out. */
  inBook: boolean;
}

/** Every material with what it costs; what is in the walls first, then by name. */
export function priceRows(
  book: PriceBook | null,
  materials: Readonly<Record<string, Material>>,
  used: ReadonlyMap<string, number>,
): PriceRow[] {
  return Object.entries(materials)
    .map(([id, material]): PriceRow => {
      const price = priceOf(book, id, material);
      const kind = price.usd === undefined ? 'none' : price.demo ? 'demo' : 'own';
      const inBook = book !== null && Object.hasOwn(book.prices, id);
      return { id, name: material.name, price, kind, walls: used.get(id) ?? 0, inBook };
    })
    .sort((a, b) => Number(b.walls > 0) - Number(a.walls > 0) || a.name.localeCompare(b.name));
}

/** What costs stand on, in a sentence. */
export function costNote(book: PriceBook | null): string {
  if (!book) return 'Costs are of materials, at demo prices.';
  return `Costs are of materials${book.laborRate ? ' and labor' : ''} by the price book; what is not in it stands at demo prices.`;
}

/** A price as it is typed: for a unit of the system. */
export function shownPrice({ price: { usd, per = 'm2' } }: PriceRow, system: UnitSystem): string {
  return usd === undefined ? '' : fixed(usd * PRICE_UNITS[system][per].size, 2);
}

/** A price with figures changed; with another amount it is the project's own and no demo price any more. */
export function changedPrice({ price }: PriceRow, change: Partial<Price>): Price {
  const { usd = 0, per = 'm2', demo, ...rest } = { ...price, ...change };
  return { usd, per, ...rest, ...(demo && change.usd === undefined ? { demo } : {}) };
}

/** In how many of these walls each material is. */
export function usedIn(walls: readonly (readonly string[])[]): Map<string, number> {
  const used = new Map<string, number>();
  for (const ids of walls) for (const id of new Set(ids)) used.set(id, (used.get(id) ?? 0) + 1);
  return used;
}
