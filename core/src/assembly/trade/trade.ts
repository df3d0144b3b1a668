import data from '../../../data/trade.json' with { type: 'json' };
import type { Quantity } from '../../common/units/index.ts';

/** A figure of the trade that a layout stands on: typical, and changed where the maker or the code says otherwise. */
export interface TradeFigure {
  id: string;
  name: string;
  group: string;
  quantity: Quantity;
  /** SI */
  value: number;
  range: [number, number];
  source: string;
  confidence: string;
  note?: string;
}

/** What sheathing is fastened with. */
export interface SheathingFastener {
  id: string;
  name: string;
  /** m; null where it goes with the thickness. */
  length: number | null;
  note: string;
}

/** A sheet as it is sold, m. */
export interface SoldSheet {
  name: string;
  width: number;
  length: number;
}

export const TRADE = data.figures as TradeFigure[];

export const SHEATHING_FASTENERS = data.fasteners as SheathingFastener[];

export const SOLD_SHEETS = data.stock.sheets as SoldSheet[];

/** Lengths that lumber is sold in, m: in feet, and in metres. */
export const SOLD_LUMBER: Record<'feet' | 'metres', readonly number[]> = {
  feet: data.stock.lumber.map(({ length }) => length),
  metres: data.stock.metricLumber.map(({ length }) => length),
};

const FIGURES = new Map(TRADE.map((figure) => [figure.id, figure.value]));

/** Reads a figure by its id: the house's own, else the typical one. SI. */
export type Trade = (id: string) => number;

/** The trade figures of a house. @throws RangeError for an id that no figure has */
export function tradeOf({ trade = {} }: { trade?: Record<string, number> }): Trade {
  return (id) => {
    const value = Object.hasOwn(trade, id) ? trade[id] : FIGURES.get(id);
    if (value === undefined) throw new RangeError(`no trade figure “${id}”`);
    return value;
  };
}
