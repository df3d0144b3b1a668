import { watch } from 'vue';
import { InputError } from '@eldrun/core/errors';
import { PRICES_FORMAT, type PriceBook, type PriceCommand } from '@eldrun/core/prices';
import { useOnlyDocument } from './only-document.ts';
import { useProject } from './project.ts';

const BLANK: PriceBook = { format: PRICES_FORMAT, version: 1, name: 'Prices', prices: {} };

/** The price book of the open project, to be edited: walls are costed by an edit at once, before it is saved. */
export function usePriceBook() {
  const project = useProject();
  const book = useOnlyDocument<PriceBook, PriceCommand>({
    kind: 'prices',
    label: 'price book',
    load: async () => (await import('@eldrun/core/kinds/prices')).PRICES,
    blank: BLANK,
  });
  watch([book.document, book.state], ([document, state]) => {
    if (state === 'ready') project.prices = document && { id: book.id.value, document };
  });
  return book;
}

/** A number from a field. @throws InputError that says what is allowed */
export function amount(text: string, most: number): number {
  const plain = text
    .trim()
    .replace(/^\$\s*/, '')
    .replace(',', '.');
  const value = plain === '' ? NaN : Number(plain);
  if (!(value >= 0 && value <= most))
    throw new InputError(
      '',
      `“${text.slice(0, 40)}” cannot be taken`,
      `a number from 0 to ${most}`,
    );
  return value;
}
