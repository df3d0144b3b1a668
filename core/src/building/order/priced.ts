import type { Material, Prices } from '../../physics/materials/index.ts';
import { priceOf } from '../../assembly/prices/index.ts';
import { GOODS, type TakeoffLine } from '../takeoff/index.ts';
import { say, type Message } from '../../common/units/index.ts';
import type { OrderBook } from './types.ts';

/** What the price of a line stands on: as quoted or typed for it, the price book, a demo price, or nothing. */
export type PriceBasis = 'line' | 'book' | 'demo' | 'none';

/** A line of the order with what it costs. */
export interface OrderLine extends TakeoffLine {
  key: string;
  name: string;
  basis: PriceBasis;
  /** USD for one unit as sold, and for all; null where it has no price. */
  each: number | null;
  usd: number | null;
  /** Cradle to gate of what is bought, kg CO₂e; null where a figure is missing. */
  carbon: number | null;
  /** To place what is built in, min; null where nobody says it. */
  minutes: number | null;
  leadDays: number | null;
  /** Why something of it is not counted. */
  missing: Message[];
}

/** Said of a line whose carbon is not known. */
export const NO_CARBON = 'its carbon is not known';

/** Sums over lines, and how many they leave out. */
export interface OrderTotals {
  usd: number;
  unpriced: number;
  carbon: number;
  withoutCarbon: number;
  minutes: number;
  /** USD; null without a rate for labor. */
  labor: number | null;
  demo: number;
}

export interface OrderPrices {
  /** Looks a material up; goods are none. */
  find: (id: string) => Material | undefined;
  /** Of the project; null where it has none. */
  book: Prices | null;
  order: Pick<OrderBook, 'prices' | 'packs'>;
}

/** What tells a line of an order from the others. */
export const lineKey = ({
  role,
  material,
  what,
}: Pick<TakeoffLine, 'role' | 'material' | 'what'>): string => [role, material, what].join(' | ');

/**
 * A line of a takeoff with price, carbon and labor. The price is the one of the line as sold; else that of the price
 * book for its area or its volume, as bought; else the demo price. What has none is named and not counted as zero.
 */
export function pricedLine(line: TakeoffLine, { find, book, order }: OrderPrices): OrderLine {
  const key = lineKey(line);
  const goods = Object.hasOwn(GOODS, line.material) ? GOODS[line.material]! : null;
  const material = goods ? undefined : find(line.material);
  const missing: Message[] = [];
  const own = order.prices && Object.hasOwn(order.prices, key) ? order.prices[key] : undefined;
  const price = priceFor();
  const carbon = carbonFor();
  if (carbon === null) missing.push(say`${NO_CARBON}`);
  return {
    ...line,
    key,
    name: goods?.name ?? material?.name ?? line.material,
    ...price,
    each: price.usd === null || line.order === 0 ? price.usd : price.usd / line.order,
    carbon,
    minutes: minutesFor(),
    leadDays: own?.leadDays ?? null,
    missing,
  };

  function priceFor(): { usd: number | null; basis: PriceBasis } {
    if (own) {
      if (own.unit === line.orderUnit) return { usd: own.usd * line.order, basis: 'line' };
      missing.push(
        say`its own price is for a ${own.unit}, and it is sold by the ${line.orderUnit}`,
      );
    }
    if (goods) {
      // A pack that holds more costs more.
      const packs = (order.packs?.[goods.id] ?? goods.holds) / goods.holds;
      return { usd: goods.usd * packs * line.order, basis: 'demo' };
    }
    const { usd, per, thickness, demo } = material ? priceOf(book, line.material, material) : {};
    if (usd === undefined) {
      missing.push(say`it has no price`);
      return { usd: null, basis: 'none' };
    }
    const bought = amountFor(per!, thickness);
    if (bought === null) {
      missing.push(
        say`its price is for a ${per === 'm2' ? 'square meter' : 'cubic meter'}, and it is bought by the ${line.orderUnit}`,
      );
      return { usd: null, basis: 'none' };
    }
    return { usd: usd * bought, basis: demo ? 'demo' : 'book' };
  }

  /** How much is bought of what a price is for, m² or m³; null where it has neither. */
  function amountFor(per: 'm2' | 'm3', thickness?: number): number | null {
    const { area, volume } = line;
    if (per === 'm3') return volume;
    if (area === null) return volume === null || !thickness ? null : volume / thickness;
    if (!thickness || thickness <= SHEET_PRICE || volume === null) return area;
    return volume / thickness;
  }

  function carbonFor(): number | null {
    if (!material?.gwp || material.density === undefined || line.volume === null) return null;
    return material.gwp.value * material.density * line.volume;
  }

  function minutesFor(): number | null {
    if (goods) return goods.minutes * line.net;
    const minutes = material && priceOf(book, line.material, material).minutes;
    return minutes === undefined ? null : minutes * line.wall;
  }
}

/** Up to this thickness a price holds for the sheet whatever its thickness, m. */
const SHEET_PRICE = 0.002;

/** Sums over lines. @param laborRate USD an hour */
export function orderTotals(lines: readonly OrderLine[], laborRate = 0): OrderTotals {
  const sum = (of: (line: OrderLine) => number | null): number =>
    lines.reduce((all, line) => all + (of(line) ?? 0), 0);
  const minutes = sum((line) => line.minutes);
  return {
    usd: sum(({ usd }) => usd),
    unpriced: lines.filter(({ usd }) => usd === null).length,
    carbon: sum(({ carbon }) => carbon),
    withoutCarbon: lines.filter(({ carbon }) => carbon === null).length,
    minutes,
    labor: laborRate > 0 ? (laborRate * minutes) / 60 : null,
    demo: lines.filter(({ basis }) => basis === 'demo').length,
  };
}
