import type { DocumentKind } from './kind.ts';
import { DECISION } from './decision.ts';
import { DETAILS } from './details.ts';
import { ENERGY } from './energy.ts';
import { HOUSE } from './house.ts';
import { ORDER } from './order.ts';
import { PRICES } from './prices.ts';
import { SITE } from './site.ts';
import { WALL } from './wall.ts';

export { DECISION, DETAILS, ENERGY, HOUSE, ORDER, PRICES, SITE, WALL };

/** All kinds of documents that Eldrun knows. A new kind is a folder of its own and one entry here. */
export const KINDS: readonly DocumentKind[] = [
  WALL,
  DECISION,
  PRICES,
  ENERGY,
  HOUSE,
  DETAILS,
  ORDER,
  SITE,
];

export type * from './kind.ts';
