import type { StockCut } from '../cutting/index.ts';
import type { LengthCount } from './stock.ts';

/** What an amount is counted in. */
export type NetUnit = 'm' | 'm²' | 'm³' | 'piece' | 'L';

/** What something is sold by. */
export type SoldBy =
  | 'm'
  | 'm²'
  | 'm³'
  | 'L'
  | 'piece'
  | 'sheet'
  | 'board'
  | 'length'
  | 'roll'
  | 'bag'
  | 'box'
  | 'tube'
  | 'can';

/** A line of the takeoff: what is built in, and what is bought for it. */
export interface TakeoffLine {
  /** Of an elevation, or null for the house. */
  elevation: string | null;
  role: string;
  /** Id of the material, or of the goods. */
  material: string;
  what: string;
  /** Without waste. */
  net: number;
  unit: NetUnit;
  /** In whole units as sold. */
  order: number;
  orderUnit: SoldBy;
  /** What is bought, in the net's unit. */
  bought: number;
  /** m² and m³ of it; null where it is neither. */
  area: number | null;
  volume: number | null;
  /** Wall that it is placed over, m². */
  wall: number;
  /** Asked for beyond what is built in, share. */
  waste: number;
  pieces?: LengthCount[];
  stock?: LengthCount[];
  /** How each length is cut, and what no plan can do without, m; of all walls together. */
  cuts?: StockCut[];
  bound?: number;
}

/** What a layer takes, before it is ordered: of several elevations the needs are put together. */
export interface Need {
  role: string;
  material: string;
  what: string;
  net: number;
  unit: NetUnit;
  /** m² and m³ in one of its units; left out where it has none. */
  area?: number;
  volume?: number;
  /** m² */
  wall: number;
  order: Order;
}

export type Order =
  | { by: 'length'; pieces: number[]; stocks: readonly number[]; unit: 'm' | 'board' }
  | { by: 'sheet'; pieces: { width: number; height: number }[]; width: number; height: number }
  | { by: 'roll'; length: number; rollLength: number; rollArea: number }
  /** Whole units that hold so much each; waste where the house says none. */
  | { by: 'pack'; unit: SoldBy; holds: number; waste?: number }
  | { by: 'amount'; unit: SoldBy; whole: boolean };
