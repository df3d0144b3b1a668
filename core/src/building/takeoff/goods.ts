import data from '../../../data/goods.json' with { type: 'json' };
import { fastenerPrice, FASTENERS, goodsOfFastener } from '../../assembly/attachment/index.ts';
import type { Material } from '../../physics/materials/index.ts';
import type { NetUnit, SoldBy } from './types.ts';

/** What is bought besides the layers: how it is sold, and what it costs where nobody quoted it. */
export interface Goods {
  id: string;
  name: string;
  unit: SoldBy;
  of: NetUnit;
  /** So much of `of` in one unit. */
  holds: number;
  /** Demo price of one unit. */
  usd: number;
  /** To place one of `of`, min. */
  minutes: number;
  source: string;
  confidence: string;
  note?: string;
}

/** Fasteners come in boxes: long screws in small ones, nails in large ones. */
const BOX = { screw: 100, nail: 1000 };

/** Screws and nails that a wall chose, of each length sold. */
const FASTENER_GOODS: Goods[] = FASTENERS.flatMap((fastener) =>
  fastener.lengths.map((length) => {
    const holds = fastener.kind === 'nail' ? BOX.nail : BOX.screw;
    return {
      id: goodsOfFastener(fastener, length),
      name: fastener.name,
      unit: 'box' as const,
      of: 'piece' as const,
      holds,
      usd: holds * fastenerPrice(fastener, length),
      minutes: 0,
      source: 'demo price, by length',
      confidence: 'varies-widely',
    };
  }),
);

export const GOODS: Readonly<Record<string, Goods>> = Object.freeze(
  Object.fromEntries([...(data.goods as Goods[]), ...FASTENER_GOODS].map((one) => [one.id, one])),
);

/** What a pack holds where the order says otherwise, by id of the material or the goods. */
export type Packs = Readonly<Record<string, number>>;

/** How a material that is ordered by area is sold. */
interface SoldMaterial {
  unit: SoldBy;
  /** m² of wall that one unit does. */
  holds: number;
}

/**
 * How a material that is not cut piece by piece is sold, in m² of a layer: bags by their volume or their mass, rolls and
 * sheets by their area, cans by what they spread over. Null where it is sold by area or by volume.
 *
 * @param thickness of the layer, m
 * @param own what a pack holds by the order: m³ of a bag, m² of a roll or a sheet, L of a can
 */
export function soldMaterial(
  { category, density }: Material,
  thickness: number,
  own?: number,
): SoldMaterial | null {
  const sold = data.materials.find((one) => one.category === category);
  if (!sold) return null;
  const unit = sold.unit as SoldBy;
  if (sold.of === 'kg') {
    const volume = own ?? (density ? sold.holds / density : 0);
    return volume > 0 ? { unit, holds: volume / thickness } : null;
  }
  const holds = own ?? sold.holds;
  if (sold.of === 'm³') return { unit, holds: holds / thickness };
  return { unit, holds: sold.of === 'L' ? holds * sold.spread! : holds };
}
