import { describe, expect, test } from '@jest/globals';
import { assess } from '@eldrun/core/assessment';
import { costBasis } from '@eldrun/core/quantities';
import { LIBRARY } from '@eldrun/core/materials';
import {
  pricedMaterials,
  pricedWall,
  pricesCsv,
  pricesOfCsv,
  type PriceBook,
} from '@eldrun/core/prices';
import { PRICES } from '@eldrun/core/kinds';
import { measure } from '@eldrun/core/options';
import { coldWall, sheet } from '../walls.ts';

const book: PriceBook = {
  format: 'eldrun-prices',
  version: 1,
  name: 'Quoted in spring',
  prices: { osb: { usd: 10, per: 'm2', thickness: 0.0111, waste: 0.1, minutes: 6 } },
};
const panel = coldWall({ layers: [sheet('osb', 'osb', 0.0222)] });

describe('a wall at the prices of a book', () => {
  const cost = (of: PriceBook, wall = panel): number =>
    measure(pricedWall(of, wall), pricedMaterials(of)).cost!;

  test('pays for its thickness and the waste, and for labor where there is a rate', () => {
    expect(cost(book)).toBeCloseTo(10 * 2 * 1.1, 12);
    expect(cost({ ...book, laborRate: 50 })).toBeCloseTo(22 + (50 * 6) / 60, 12);
  });

  test('keeps the library’s price for what the book does not name', () => {
    const board = coldWall({ layers: [sheet('board', 'xps', 0.0508)] });
    expect(cost(book, board)).toBe(measure(board).cost);
    const minutes = LIBRARY['xps']!.installMinutesPerM2!;
    expect(cost({ ...book, laborRate: 60 }, board)).toBeCloseTo(measure(board).cost! + minutes, 9);
  });

  test('prices a material of its own, and leaves one without a price without', () => {
    const mystery = { name: 'Mystery', conductivity: 0.1, density: 500, vapor: { mu: 5 } };
    const wall = coldWall({ layers: [sheet('a', 'own', 0.01)], materials: { own: mystery } });
    expect(measure(pricedWall(book, wall), pricedMaterials(book)).cost).toBeNull();
    const named = { ...book, prices: { own: { usd: 100, per: 'm3' as const } } };
    expect(cost(named, wall)).toBeCloseTo(1, 12);
  });

  test('lasts as long to build, whatever is paid for it', () => {
    const { quantities } = assess(pricedWall(book, panel), pricedMaterials(book));
    expect(quantities.minutes).toBe(6);
  });
});

test('a book is changed by commands, checked, and summed up', () => {
  const set = PRICES.apply(book, {
    type: 'setPrice',
    material: 'xps',
    price: { usd: 300, per: 'm3', demo: true },
  });
  expect(PRICES.validate(set, { materials: {} })).toEqual(set);
  const project = { brief: coldWall(), materials: {} };
  expect(PRICES.summarize(set, project, { long: false, weather: {} }).figures).toEqual({
    prices: 2,
    laborRate: 0,
  });
  expect(PRICES.apply(set, { type: 'setPrice', material: 'xps', price: null })).toEqual(book);
  expect(PRICES.apply(book, { type: 'setLaborRate', laborRate: 55 }).laborRate).toBe(55);
  const bad = { ...book, prices: { osb: { usd: 1, per: 'lot' } } };
  expect(() => PRICES.validate(bad, { materials: {} })).toThrow(
    expect.objectContaining({ path: 'prices.osb.per' }),
  );
});

describe('a table of prices', () => {
  const materials = {
    osb: LIBRARY['osb']!,
    xps: LIBRARY['xps']!,
    primer: { ...LIBRARY['osb']!, cost: undefined },
  };

  test.each(['imperial', 'metric'] as const)(
    'reads back as it was written, in %s units',
    (system) => {
      const { commands, without } = pricesOfCsv(pricesCsv(book, materials, system), materials);
      expect(without).toBe(1);
      const read = commands.reduce((of, command) => PRICES.apply(of, command), book);
      const { osb, xps } = read.prices;
      expect(osb).toEqual({
        usd: expect.closeTo(10, 9),
        per: 'm2',
        thickness: expect.closeTo(0.0111, 12),
        waste: expect.closeTo(0.1, 12),
        minutes: expect.closeTo(6, 9),
      });
      expect(xps).toMatchObject({ usd: expect.closeTo(280, 9), per: 'm3', demo: true });
    },
  );

  test('is read with semicolons and decimal commas, by the names of its columns', () => {
    const text = 'Source;Per;USD;ID\r\n"=quoted; by mail";m³;1,5;xps\r\n;;;osb\r\n';
    expect(pricesOfCsv(text, materials)).toEqual({
      commands: [
        {
          type: 'setPrice',
          material: 'xps',
          price: { usd: 1.5, per: 'm3', source: '=quoted; by mail' },
        },
      ],
      without: 1,
    });
  });

  test('gives a spreadsheet no formula', () => {
    const named = { own: { ...LIBRARY['osb']!, name: '=cmd()' } };
    const text = pricesCsv(null, named, 'metric');
    expect(text).toContain("'=cmd()");
  });

  test.each([
    ['id,usd\nosb,3', 'line 1', 'per'],
    ['id,usd,per\nosb,3,lot', 'line 2, per', 'lot'],
    ['id,usd,per\n\nosb,-3,m2', 'line 3, usd', '-3'],
    ['id,usd,per\nosb,"1,000",m2', 'line 2, usd', '1,000'],
    ['id,usd,per\nnone,3,m2', 'line 2, id', 'none'],
    ['id,usd,per\nosb,3,m2\nosb,4,m2', 'line 3, id', 'twice'],
    ['id,usd,per,minutes_per_m2,minutes_per_ft2\n', 'line 1', 'minutes_per_ft2'],
    ['id,usd,per,waste_percent\nosb,3,m2,120', 'line 2, waste_percent', '120'],
    ['id,usd,per,demo\nosb,3,m2,perhaps', 'line 2, demo', 'perhaps'],
    ['id,usd,per\nosb,,m2', '', 'no line has a price'],
  ])('of %j is refused with its place', (text, path, word) => {
    expect(() => pricesOfCsv(text, materials)).toThrow(
      expect.objectContaining({ path, message: expect.stringContaining(word) }),
    );
  });
});

test('the cost says what it stands on', () => {
  const wall = coldWall({ layers: [sheet('a', 'osb', 0.0111), sheet('b', 'xps', 0.05)] });
  expect(costBasis(assess(wall).wall)).toEqual({ own: 0, demo: 2, labor: false });
  const priced = assess(wall, pricedMaterials({ ...book, laborRate: 50 }));
  expect(costBasis(priced.wall)).toEqual({ own: 1, demo: 1, labor: true });
});
