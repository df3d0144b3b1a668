import type { PriceBook, PriceCommand } from './types.ts';

/** Applies one command. The book given is left as it is. */
export function applyPrices(book: PriceBook, command: PriceCommand): PriceBook {
  switch (command.type) {
    case 'rename':
      return { ...book, name: command.name };
    case 'setLaborRate':
      return { ...book, laborRate: command.laborRate };
    case 'setPrice': {
      const { [command.material]: _, ...others } = book.prices;
      return {
        ...book,
        prices: command.price ? { ...others, [command.material]: command.price } : others,
      };
    }
  }
}
