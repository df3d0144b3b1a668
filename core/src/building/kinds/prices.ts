import type { DocumentKind } from './kind.ts';
import { applyPrices, type PriceBook, type PriceCommand } from '../../assembly/prices/index.ts';
import { validatePriceBook } from '../../assembly/prices/schema.ts';
import { say } from '../../common/units/index.ts';
import type { Brief } from '../../physics/build-up/index.ts';

/** What materials and labor cost in a project. A price may stand for a material that the project no longer has. */
export const PRICES: DocumentKind<PriceBook, PriceCommand, Brief> = {
  kind: 'prices',
  label: 'price book',
  version: 1,
  validate: (value) => validatePriceBook(value),
  apply: applyPrices,
  references: () => ({ documents: [], materials: [], weather: [] }),
  summarize({ prices, laborRate }) {
    const all = Object.values(prices);
    return {
      judgment: null,
      basis: null,
      title: say`${all.length} prices, ${all.filter(({ demo }) => demo).length} of them demo`,
      worst: null,
      figures: { prices: all.length, laborRate: laborRate ?? 0 },
      more: false,
    };
  },
  fileOf: (book) => book,
};
