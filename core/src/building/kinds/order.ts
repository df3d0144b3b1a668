import type { DocumentKind } from './kind.ts';
import { applyOrder, type OrderBook, type OrderCommand } from '../order/index.ts';
import { validateOrder } from '../order/schema.ts';
import { say } from '../../common/units/index.ts';
import type { Brief } from '../../physics/build-up/index.ts';

/** What is bought for a house beyond what follows from it: prices of lines, packs, quotations, what came in. */
export const ORDER: DocumentKind<OrderBook, OrderCommand, Brief> = {
  kind: 'order',
  label: 'order',
  version: 1,
  validate: (value) => validateOrder(value),
  apply: applyOrder,
  references: () => ({ documents: [], materials: [], weather: [] }),
  summarize({ prices = {}, quotations = [], deliveries = [] }) {
    const figures = {
      prices: Object.keys(prices).length,
      quotations: quotations.length,
      deliveries: deliveries.length,
    };
    return {
      judgment: null,
      basis: null,
      title: say`${figures.prices} prices, ${figures.quotations} quotations, ${figures.deliveries} deliveries`,
      worst: null,
      figures,
      more: false,
    };
  },
  fileOf: (order) => order,
};
