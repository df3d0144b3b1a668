import type { Document } from '../../common/document/index.ts';
import type { Price, Prices } from '../../physics/materials/index.ts';

/** The prices of a project. */
export interface PriceBook extends Document, Prices {
  format: 'eldrun-prices';
  version: 1;
}

export type PriceCommand =
  | { type: 'setPrice'; material: string; price: Price | null }
  | { type: 'setLaborRate'; laborRate: number }
  | { type: 'rename'; name: string };

export const PRICES_FORMAT = 'eldrun-prices';
