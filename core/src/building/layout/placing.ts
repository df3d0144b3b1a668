import {
  SHEATHING_FASTENERS,
  tradeOf,
  type SheathingFastener,
} from '../../assembly/trade/index.ts';
import type { HouseRules } from './types.ts';

/** The fastener of sheathing where nothing is said. */
const NAILING = 'nail-8d';

/** How sheathing is fastened, m. */
export interface Nailing {
  fastener: SheathingFastener;
  /** Apart along the edges of a sheet, and on the studs between them. */
  edge: number;
  field: number;
  /** To the edge of a sheet, least. */
  toEdge: number;
}

/**
 * How the sheathing of a house is fastened: what counts, orders, checks and papers say of it.
 *
 * @param rules the house's own fastener and trade figures; usual ones where it says none
 */
export function nailingOf(rules: Pick<HouseRules, 'nailing' | 'trade'>): Nailing {
  const trade = tradeOf(rules);
  const fastener =
    SHEATHING_FASTENERS.find(({ id }) => id === (rules.nailing ?? NAILING)) ??
    SHEATHING_FASTENERS[0]!;
  return {
    fastener,
    edge: trade(`${fastener.id}-edge`),
    field: trade(`${fastener.id}-field`),
    toEdge: trade('sheathing-edge'),
  };
}
