import type { Document } from '../../common/document/index.ts';
import type { SoldBy } from '../takeoff/index.ts';

/** What one unit of a line costs, as sold. */
export interface LinePrice {
  /** USD for one unit. */
  usd: number;
  /** The unit that it is for. */
  unit: SoldBy;
  /** Where it comes from. */
  source?: string;
  leadDays?: number;
}

/** One line of a request for quotation, and what was answered to it. */
export interface QuotedLine {
  /** Key of the line of the order. */
  key: string;
  material: string;
  what: string;
  unit: SoldBy;
  asked: number;
  /** USD for one unit; null where nothing is offered. */
  usd: number | null;
  leadDays: number | null;
  /** How many can be had by then. */
  available: number;
}

/** A request for quotation. */
export interface Quotation {
  id: string;
  supplier: string;
  /** `2026-03-12` */
  askedOn: string;
  /** Whether an answer came; without one its lines have no offer. */
  answered: boolean;
  /** Days that its prices hold. */
  validDays?: number;
  lines: QuotedLine[];
}

/** What came in of one line, and what was looked at. */
export interface Delivery {
  id: string;
  key: string;
  /** `2026-03-12` */
  on: string;
  /** In units as sold. */
  count: number;
  /** Of them damaged. */
  damaged?: number;
  /** Whether the stamp says what was ordered. */
  stamp?: boolean;
  /** Whether the stamp says exposure 1 or exterior. */
  exposure?: boolean;
  /** As measured, m. */
  thickness?: number;
  /** As printed, m²K/W. */
  labelR?: number;
  batch?: string;
  note?: string;
}

/** What a project says of its order beyond what follows from its house. */
export interface OrderBook extends Document {
  format: 'eldrun-order';
  version: 1;
  /** What a bag (m³), a roll, a tube (m), a sheet (m²), a can (L) or a box (pieces) holds, by material or goods. */
  packs?: Record<string, number>;
  /** By key of the line. */
  prices?: Record<string, LinePrice>;
  quotations?: Quotation[];
  deliveries?: Delivery[];
}

export type OrderCommand =
  | { type: 'setLinePrice'; key: string; price: LinePrice | null }
  | { type: 'setPack'; id: string; holds: number | null }
  | { type: 'setQuotation'; quotation: Quotation }
  | { type: 'removeQuotation'; id: string }
  | { type: 'takePrices'; quotation: string }
  | { type: 'setDelivery'; delivery: Delivery }
  | { type: 'removeDelivery'; id: string };

export const ORDER_FORMAT = 'eldrun-order';
