import { InputError } from '../../common/errors.ts';
import type { LinePrice, OrderBook, OrderCommand } from './types.ts';

/**
 * Applies one command. The order given is left as it is.
 *
 * @throws InputError for a quotation that is not there
 */
export function applyOrder(order: OrderBook, command: OrderCommand): OrderBook {
  switch (command.type) {
    case 'setLinePrice':
      return { ...order, prices: withEntry(order.prices, command.key, command.price) };
    case 'setPack':
      return { ...order, packs: withEntry(order.packs, command.id, command.holds) };
    case 'setQuotation':
      return { ...order, quotations: withItem(order.quotations, command.quotation) };
    case 'removeQuotation':
      return {
        ...order,
        quotations: (order.quotations ?? []).filter(({ id }) => id !== command.id),
      };
    case 'takePrices':
      return { ...order, prices: { ...order.prices, ...pricesOf(order, command.quotation) } };
    case 'setDelivery':
      return { ...order, deliveries: withItem(order.deliveries, command.delivery) };
    case 'removeDelivery':
      return {
        ...order,
        deliveries: (order.deliveries ?? []).filter(({ id }) => id !== command.id),
      };
  }
}

function withEntry<T>(
  all: Record<string, T> = {},
  key: string,
  value: T | null,
): Record<string, T> {
  const { [key]: _, ...others } = all;
  return value === null ? others : { ...others, [key]: value };
}

/** In the place of the one of that id; else at the end. */
function withItem<T extends { id: string }>(all: readonly T[] = [], item: T): T[] {
  return all.some(({ id }) => id === item.id)
    ? all.map((one) => (one.id === item.id ? item : one))
    : [...all, item];
}

/** The prices that a quotation offers, by line. */
function pricesOf({ quotations = [] }: OrderBook, id: string): Record<string, LinePrice> {
  const quotation = quotations.find((one) => one.id === id);
  if (!quotation)
    throw new InputError('quotation', `there is none “${id.slice(0, 60)}”`, 'one of the order');
  return Object.fromEntries(
    quotation.lines.flatMap(({ key, usd, unit, leadDays }) =>
      usd === null
        ? []
        : [
            [
              key,
              {
                usd,
                unit,
                source: `${quotation.supplier}, ${quotation.askedOn}`,
                ...(leadDays === null ? {} : { leadDays }),
              },
            ],
          ],
    ),
  );
}
