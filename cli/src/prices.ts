import type { PriceBook } from '@eldrun/core/prices';
import { parsePriceBook } from '@eldrun/core/prices/schema';
import { explain, readText } from './files.ts';
import type { Output } from './output.ts';

/** Reads the price book of `--prices`; `bad`, and said, where it is none. */
export async function readPrices(path: string, { stderr }: Output): Promise<PriceBook | 'bad'> {
  try {
    return parsePriceBook(await readText(path));
  } catch (error) {
    stderr.write(`${path}: ${explain(error)}\n`);
    return 'bad';
  }
}
