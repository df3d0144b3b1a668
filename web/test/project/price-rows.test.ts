import { expect, test } from '@jest/globals';
import { LIBRARY } from '@eldrun/core/materials';
import { SQUARE_FOOT } from '@eldrun/core/units';
import type { PriceBook } from '@eldrun/core/prices';
import {
  changedPrice,
  costNote,
  priceRows,
  shownPrice,
  usedIn,
} from '../../src/project/price-rows.ts';

const book: PriceBook = {
  format: 'eldrun-prices',
  version: 1,
  name: 'Prices',
  laborRate: 60,
  prices: { xps: { usd: 300, per: 'm3', source: 'quoted' } },
};
const materials = {
  osb: LIBRARY['osb']!,
  own: { ...LIBRARY['osb']!, name: 'A panel', cost: undefined },
  xps: LIBRARY['xps']!,
};

test('what is in the walls comes first; each row says what its price stands on', () => {
  const rows = priceRows(book, materials, usedIn([['xps', 'xps'], ['xps']]));
  expect(rows.map(({ id, kind, walls, inBook }) => [id, kind, walls, inBook])).toEqual([
    ['xps', 'own', 2, true],
    ['own', 'none', 0, false],
    ['osb', 'demo', 0, false],
  ]);
  expect(shownPrice(rows[2]!, 'imperial')).toBe((7 * SQUARE_FOOT).toFixed(2));
  expect(shownPrice(rows[1]!, 'metric')).toBe('');
});

test('another amount makes a price the project’s own; another waste leaves it a demo price', () => {
  const [row] = priceRows(null, { osb: materials.osb }, new Map());
  expect(changedPrice(row!, { usd: 9 })).toMatchObject({ usd: 9, per: 'm2', thickness: 0.0111 });
  expect(changedPrice(row!, { usd: 9 }).demo).toBeUndefined();
  expect(changedPrice(row!, { waste: 0.1 })).toMatchObject({ usd: 7, waste: 0.1, demo: true });
});

test('what costs stand on is said', () => {
  expect(costNote(null)).toMatch(/demo prices\.$/);
  expect(costNote(book)).toMatch(/materials and labor by the price book/);
});
