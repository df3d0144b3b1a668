import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import { InputError } from '@eldrun/core/errors';
import type { House, Opening } from '@eldrun/core/house';
import { assemblyParts, layoutHouse } from '@eldrun/core/layout';
import { LIBRARY, type Material } from '@eldrun/core/materials';
import {
  applyOrder,
  costMore,
  expectedOf,
  lineKey,
  linePricesOfCsv,
  ORDER_FORMAT,
  orderTable,
  orderTotals,
  pricedLine,
  receivedOf,
  substituteSteps,
  type Delivery,
  type OrderBook,
  type OrderLine,
  type Substitute,
} from '@eldrun/core/order';
import { csvOf } from '@eldrun/core/csv';
import { validateOrder } from '../../src/building/order/schema.ts';
import { takeoffOf, whatText, type TakeoffLine } from '@eldrun/core/takeoff';
import { messageText } from '@eldrun/core/units';
import type { WallFile } from '@eldrun/core/build-up';
import { coldWall, framed, withLayer } from '../walls.ts';

type Elevation = House['elevations'][number];

const houseOf = (elevations: Elevation[], more: Partial<House> = {}, file = coldWall()): House => ({
  format: 'eldrun-house',
  version: 1,
  name: 'House',
  assemblies: { A: file },
  elevations,
  ...more,
});
const wall = (id: string, length: number, openings: Opening[] = []): Elevation => ({
  id,
  assembly: 'A',
  length,
  height: 2.467,
  openings,
});
const window = (id: string, x: number, width = 0.9, height = 1.2): Opening => ({
  id,
  kind: 'window',
  x,
  sill: 0.9,
  width,
  height,
  header: { depth: 0.184, plies: 2 },
});

const taken = (house: House, packs: Record<string, number> = {}) =>
  takeoffOf(layoutHouse(house, assemblyParts(house.assemblies)).elevations, house, {
    planned: true,
    packs,
  });
const total = ({ lines }: ReturnType<typeof taken>): TakeoffLine[] =>
  lines.filter(({ elevation }) => elevation === null);
const line = (lines: readonly TakeoffLine[], material: string): TakeoffLine =>
  lines.find((one) => one.material === material)!;

const find = (id: string): Material | undefined => LIBRARY[id];
const plainPrices = { find, book: null, order: {} };
const order: OrderBook = { format: ORDER_FORMAT, version: 1, name: 'Order' };

describe('the takeoff of a house', () => {
  // 4.8768 × 2.467 m less 0.9 × 1.2 m: 10.951 m² of wall.
  const house = houseOf([wall('n', 4.8768, [window('W1', 2)])]);
  const lines = total(taken(house));
  const net = 4.8768 * 2.467 - 0.9 * 1.2;

  test('has what lies inside the frame, by area, with its waste', () => {
    const gypsum = line(lines, 'gypsum-board');
    expect(gypsum).toMatchObject({ role: 'finish', unit: 'm²', orderUnit: 'sheet' });
    expect(gypsum.net).toBeCloseTo(net, 6);
    // 10.951 · 1.1 / 2.973 = 4.05 sheets.
    expect(gypsum.order).toBe(5);
    expect(
      total(taken({ ...house, waste: { finish: 0 } })).find((l) => l.role === 'finish')!.order,
    ).toBe(4);
  });

  test('fills the cavity beside the wood that is counted, in bags', () => {
    const batt = line(lines, 'mineral-wool-batt');
    expect(batt).toMatchObject({ role: 'cavity', orderUnit: 'bag' });
    const { factor } = layoutHouse(house, assemblyParts(house.assemblies)).elevations[0]!.share;
    expect(batt.net).toBeCloseTo(net * (1 - factor), 6);
    expect(batt.order).toBe(Math.ceil((batt.net * 1.1 * 0.1397) / 0.5));
    // A bag that holds twice as much: half as many.
    const other = line(total(taken(house, { 'mineral-wool-batt': 1 })), 'mineral-wool-batt');
    expect(other.order).toBe(Math.ceil((batt.net * 1.1 * 0.1397) / 1));
  });

  test('has tapes, sealant, pans, gasket, screens and trim', () => {
    expect(line(lines, 'sill-pan')).toMatchObject({ net: 1, order: 1, orderUnit: 'piece' });
    expect(line(lines, 'sill-gasket')).toMatchObject({ net: 4.8768, order: 1, orderUnit: 'roll' });
    // 2 · 0.9 + 2 · 1.2 and six times 6 in. past the corners.
    expect(line(lines, 'flashing-tape').net).toBeCloseTo(1.8 + 2.4 + 6 * 0.1524, 9);
    expect(line(lines, 'sealant').net).toBeCloseTo(4.8768 + 4 * 1.2 + 4 * 0.9, 9);
    expect(line(lines, 'vent-strip').net).toBeCloseTo(2 * 4.8768 + 2 * 0.9, 9);
    expect(line(lines, 'trim-board').net).toBeCloseTo(2 * 2.467 + 2 * 1.2 + 2 * 0.9, 9);
    const nails = line(lines, 'nail-8d');
    expect(nails).toMatchObject({ role: 'fasteners', unit: 'piece', orderUnit: 'box', order: 1 });
  });

  test('counts battens indoors by their spacing', () => {
    const file: WallFile = {
      ...coldWall(),
      layers: [
        coldWall().layers[0]!,
        framed(
          'b',
          0.0381,
          { air: { ventilation: 'still' } },
          { width: 0.0381, spacing: 0.6096 },
          'service',
        ),
        ...coldWall().layers.slice(1),
      ],
    };
    const battens = total(taken(houseOf([wall('n', 4.8768)], {}, file))).find(
      (l) => l.role === 'battens',
    )!;
    // Nine uprights over eight bays of 24 in.
    expect(battens.pieces).toEqual([{ length: 2.467, count: 9 }]);
    expect(battens.what).toBe('38 × 38');
  });

  test('in a shell of corrugated sheet the fill goes on into the flutes, and studs are blocked to it', () => {
    const foam: WallFile = {
      ...coldWall(),
      layers: [
        coldWall().layers[0]!,
        framed(
          'studs',
          0.0635,
          'spray-foam-closed-cell',
          { width: 0.038, spacing: 0.6096 },
          'main',
        ),
        { id: 'skin', kind: 'sheet', material: 'steel', thickness: 0.002 },
      ],
    };
    const shell = { width: 2.438, depth: 0.036, pitch: 0.278, crest: 0.07, trough: 0.072 };
    const plain = total(taken(houseOf([wall('n', 4.8768)], {}, foam)));
    const fluted = total(taken(houseOf([wall('n', 4.8768)], { shell }, foam)));
    const depth = (lines: TakeoffLine[]): number => {
      const { volume, area } = line(lines, 'spray-foam-closed-cell');
      return volume! / area!;
    };
    expect(depth(plain)).toBeCloseTo(0.0635, 9);
    expect(depth(fluted)).toBeCloseTo(0.0635 + (0.036 * (0.07 + 0.068)) / 0.278, 9);
    expect(line(plain, 'flute-block')).toBeUndefined();
    expect(line(fluted, 'flute-block').net).toBeGreaterThan(3);
  });

  test('steel studs weigh what their sheet does', () => {
    const steel = withLayer(coldWall(), 'studs', {
      member: {
        section: 'c',
        material: 'steel',
        web: 0.001,
        flange: 0.04,
        lip: 0.01,
        spacing: 0.4064,
      },
      fraction: 0.005,
    });
    const studs = total(taken(houseOf([wall('n', 4)], {}, steel))).find(
      (l) => l.role === 'framing',
    )!;
    // Sheet of 0.1397 + 2 · 0.039 + 2 · 0.009 m, 1 mm thick.
    expect(studs.volume! / studs.bought).toBeCloseTo(0.001 * (0.1397 + 0.078 + 0.018), 9);
  });

  test('sizes are told in the units of the reader', () => {
    expect(whatText('38 × 140', 'imperial')).toBe('1 1/2 × 5 1/2 in.');
    expect(whatText('38 mm, 1.22 × 2.44 m', 'imperial')).toBe('1 1/2 in., 4 × 8 ft');
    expect(whatText('3.66 m', 'imperial')).toBe('12 ft');
    expect(whatText('38 × 140', 'metric')).toBe('38 × 140');
  });
});

/** Walls with windows that stand apart. */
const randomHouse = fc
  .array(
    fc.record({
      length: fc.double({ min: 2, max: 14, noNaN: true }),
      height: fc.double({ min: 2.2, max: 3.6, noNaN: true }),
      windows: fc.integer({ min: 0, max: 3 }),
      width: fc.double({ min: 0.5, max: 1.4, noNaN: true }),
    }),
    { minLength: 1, maxLength: 5 },
  )
  .map((walls) =>
    houseOf(
      walls.map(({ length, height, windows, width }, n) => ({
        ...wall(
          `e${n}`,
          length,
          Array.from({ length: Math.min(windows, Math.floor(length / 2.2)) }, (_, i) =>
            window(`W${n}${i}`, 0.4 + i * 2.2, width),
          ),
        ),
        height,
      })),
      { waste: { sheathing: 0.05, framing: 0.03 } },
    ),
  );

describe('rule 6 on random houses', () => {
  test('what is ordered is whole, covers what is built in, and every piece is cut from it', () => {
    fc.assert(
      fc.property(randomHouse, (house) => {
        const { elevations } = layoutHouse(house, assemblyParts(house.assemblies));
        for (const one of takeoffOf(elevations, house).lines) {
          expect([one.role, one.bought >= one.net - 1e-6]).toEqual([one.role, true]);
          if (!['m', 'm²', 'm³', 'L'].includes(one.orderUnit))
            expect(one.order).toBe(Math.round(one.order));
          if (!one.pieces) continue;
          const wanted = one.pieces.reduce((sum, { length, count }) => sum + length * count, 0);
          const bought = one.stock!.reduce((sum, { length, count }) => sum + length * count, 0);
          expect(bought).toBeGreaterThanOrEqual(wanted - 1e-6);
          if (one.role === 'framing') expect(bought).toBeGreaterThanOrEqual(wanted * 1.03 - 1e-6);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('lengths of all walls together lie within 2 % or one length of the bound', () => {
    fc.assert(
      fc.property(randomHouse, (house) => {
        for (const { cuts, bound, pieces, stock } of total(taken({ ...house, waste: {} }))) {
          if (!cuts) continue;
          const all = cuts.reduce((sum, one) => sum + one.stock * one.count, 0);
          const longest = Math.max(...stock!.map(({ length }) => length));
          expect(all).toBeLessThanOrEqual(Math.max(bound! * 1.02, bound! + longest) + 1e-6);
          const given = cuts.flatMap((one) => Array<number[]>(one.count).fill(one.pieces).flat());
          expect(given).toHaveLength(pieces!.reduce((sum, { count }) => sum + count, 0));
        }
      }),
      { numRuns: 5 },
    );
  });
});

describe('a priced line', () => {
  const lines = total(taken(houseOf([wall('n', 4.8768)])));
  const osb = line(lines, 'osb');
  const priced = (one: TakeoffLine, more: object = {}) =>
    pricedLine(one, { ...plainPrices, ...more });

  test('costs what is bought, by area at its thickness or by volume', () => {
    // 7 USD/m² at 11.1 mm, for whole sheets of 4 × 8 ft.
    expect(priced(osb).usd).toBeCloseTo(7 * osb.order * 1.2192 * 2.4384, 6);
    expect(priced(osb).basis).toBe('demo');
    const lumber = lines.find((l) => l.role === 'framing')!;
    expect(priced(lumber).usd).toBeCloseTo(420 * lumber.order * 0.038 * 0.1397, 6);
    expect(priced(lumber).each).toBeCloseTo(420 * 0.038 * 0.1397, 9);
  });

  test('takes the price book before the demo price, and its own before both', () => {
    const book = {
      prices: { osb: { usd: 10, per: 'm2' as const, thickness: 0.0111, minutes: 6 } },
    };
    const own = priced(osb, { book });
    expect(own).toMatchObject({ basis: 'book' });
    expect(own.usd).toBeCloseTo(10 * osb.area!, 6);
    expect(own.minutes).toBeCloseTo(6 * 4.8768 * 2.467, 6);
    const prices = { [lineKey(osb)]: { usd: 31.5, unit: 'sheet' as const, leadDays: 4 } };
    expect(priced(osb, { book, order: { prices } })).toMatchObject({
      basis: 'line',
      usd: 31.5 * osb.order,
      each: 31.5,
      leadDays: 4,
    });
  });

  test('what has no price or another unit is named and not counted as zero', () => {
    const bare = { ...osb, material: 'reed' };
    const reed: Material = { name: 'Reed', conductivity: 0.05, vapor: { mu: 2 } };
    const none = priced(bare, { find: () => reed });
    expect(none.usd).toBeNull();
    expect(none.missing.map((m) => messageText(m, 'metric'))).toEqual([
      'it has no price',
      'its carbon is not known',
    ]);
    const perArea: Material = { ...reed, cost: { usd: 4, per: 'm2', kind: 'demo' } };
    const lumber = lines.find((l) => l.role === 'framing')!;
    const wrong = priced({ ...lumber, material: 'reed' }, { find: () => perArea });
    expect(wrong.usd).toBeNull();
    expect(messageText(wrong.missing[0]!, 'metric')).toBe(
      'its price is for a square meter, and it is bought by the m',
    );
    const prices = { [lineKey(osb)]: { usd: 4, unit: 'm²' as const } };
    const other = priced(osb, { order: { prices } });
    expect(messageText(other.missing[0]!, 'metric')).toContain('it is sold by the sheet');
    expect(other.basis).toBe('demo');
    expect(orderTotals([none, wrong, priced(osb)])).toMatchObject({
      usd: priced(osb).usd,
      unpriced: 2,
    });
  });

  test('labor is in dollars only where there is a rate', () => {
    const all = lines.map((one) => priced(one));
    expect(orderTotals(all).labor).toBeNull();
    const { minutes, labor } = orderTotals(all, 60);
    expect(labor).toBeCloseTo(minutes, 9);
  });
});

describe('prices of lines as CSV', () => {
  const lines = total(taken(houseOf([wall('n', 4.8768)]))).map((one) =>
    pricedLine(one, plainPrices),
  );
  const csv = csvOf(orderTable('Order', lines, 'imperial'));

  test('come back as they went out, whatever the units', () => {
    const { commands, without } = linePricesOfCsv(csv, lines, 'imperial');
    expect(without).toBe(0);
    const taken = commands.reduce(applyOrder, order);
    for (const one of lines) {
      const again = pricedLine(one, { ...plainPrices, order: taken });
      expect(again.usd).toBeCloseTo(one.usd!, 6);
      expect(again.basis).toBe('line');
    }
  });

  const head = 'line,usd_each,unit\n';
  const key = `"${lines[0]!.key}"`;
  test.each([
    ['a comma for a point', `${head}${key},1,25,ft\n`, 'line 2', 'has 4 fields'],
    ['a comma in quotes', `${head}${key},"1,25",ft\n`, 'line 2, usd_each', 'is no number'],
    ['a line that is not there', `${head}nothing,1,ft\n`, 'line 2, line', 'has no line'],
    ['another unit', `${head}${key},1,roll\n`, 'line 2, unit', 'is not how it is sold'],
    ['no column of prices', 'line,usd\nx,1\n', 'line 1', 'no column “usd_each”'],
    ['no price at all', `${head}${key},,ft\n`, '', 'no line has a price'],
    ['a price below zero', `${head}${key},-1,ft\n`, 'line 2, usd_each', 'is no number'],
  ])('%s is named', (_, text, path, problem) => {
    expect(() => linePricesOfCsv(text, lines, 'imperial')).toThrow(
      expect.objectContaining({ path, problem: expect.stringContaining(problem) as unknown }),
    );
  });

  test('with semicolons a comma is a point', () => {
    const { commands } = linePricesOfCsv(
      `line;usd_each;unit\n${lines[0]!.key};1,25;m\n`,
      lines,
      'metric',
    );
    expect(commands).toEqual([
      { type: 'setLinePrice', key: lines[0]!.key, price: { usd: 1.25, unit: 'm' } },
    ]);
  });
});

describe('an order', () => {
  const quotation = {
    id: 'Q1',
    supplier: 'Upper Yard',
    askedOn: '2026-03-12',
    answered: true,
    lines: [
      {
        key: 'a',
        material: 'osb',
        what: '',
        unit: 'sheet' as const,
        asked: 4,
        usd: 30,
        leadDays: 3,
        available: 4,
      },
      {
        key: 'b',
        material: 'osb',
        what: '',
        unit: 'sheet' as const,
        asked: 4,
        usd: null,
        leadDays: null,
        available: 0,
      },
    ],
  };

  test('takes the prices of a quotation; what is not offered stays as it is', () => {
    const asked = applyOrder(order, { type: 'setQuotation', quotation });
    const { prices } = applyOrder(asked, { type: 'takePrices', quotation: 'Q1' });
    expect(prices).toEqual({
      a: { usd: 30, unit: 'sheet', source: 'Upper Yard, 2026-03-12', leadDays: 3 },
    });
    expect(() => applyOrder(order, { type: 'takePrices', quotation: 'Q9' })).toThrow(InputError);
    expect(applyOrder(asked, { type: 'removeQuotation', id: 'Q1' }).quotations).toEqual([]);
  });

  test('keeps packs and deliveries, each in its place', () => {
    const delivery: Delivery = { id: 'D1', key: 'a', on: '2026-03-20', count: 4 };
    let book = applyOrder(order, { type: 'setDelivery', delivery });
    book = applyOrder(book, { type: 'setDelivery', delivery: { ...delivery, count: 3 } });
    book = applyOrder(book, { type: 'setPack', id: 'sealant', holds: 12 });
    expect(validateOrder(book)).toEqual({
      ...order,
      deliveries: [{ ...delivery, count: 3 }],
      packs: { sealant: 12 },
    });
    expect(applyOrder(book, { type: 'setPack', id: 'sealant', holds: null }).packs).toEqual({});
    expect(applyOrder(book, { type: 'removeDelivery', id: 'D1' }).deliveries).toEqual([]);
  });

  test.each([
    [{ packs: { tape: 0 } }, 'packs.tape'],
    [{ prices: { a: { usd: -1, unit: 'sheet' } } }, 'prices.a.usd'],
    [{ prices: { a: { usd: 1, unit: 'pallet' } } }, 'prices.a.unit'],
    [{ deliveries: [{ id: 'D1', key: 'a', on: 'today', count: 1 }] }, 'deliveries[0].on'],
    [
      { deliveries: [{ id: 'D1', key: 'a', on: '2026-03-20', count: 1, damaged: 2 }] },
      'deliveries[0].damaged',
    ],
    [{ quotations: [{ ...quotation, lines: [{}] }] }, 'quotations[0].lines[0].key'],
  ])('bad input names its field', (more, path) => {
    expect(() => validateOrder({ ...order, ...more })).toThrow(expect.objectContaining({ path }));
  });
});

describe('what comes in', () => {
  const lines = total(taken(houseOf([wall('n', 4.8768)])));
  const delivery = (more: Partial<Delivery>): Delivery => ({
    id: 'D1',
    key: 'x',
    on: '2026-03-20',
    count: 10,
    ...more,
  });
  const osb = expectedOf(line(lines, 'osb'), LIBRARY['osb']!);
  const board = expectedOf(
    line(lines, 'mineral-wool-board-rigid'),
    LIBRARY['mineral-wool-board-rigid']!,
  );

  test('is looked at as its kind asks', () => {
    expect(osb).toEqual({
      stamp: true,
      exposure: true,
      thickness: expect.closeTo(0.0111, 6) as unknown,
      labelR: null,
      batch: false,
    });
    expect(board.thickness).toBeCloseTo(0.0381, 6);
    expect(board.labelR).toBeGreaterThan(0.9);
    expect(expectedOf(line(lines, 'tape'), null)).toMatchObject({ stamp: false, batch: true });
  });

  test('is available only where everything was looked at and is right', () => {
    const right = { stamp: true, exposure: true, thickness: 0.0113 };
    expect(receivedOf(delivery(right), osb)).toEqual({ available: 10, wrong: [], open: [] });
    const damaged = receivedOf(delivery({ ...right, damaged: 2 }), osb);
    expect(damaged.available).toBe(8);
    const unseen = receivedOf(delivery({}), osb);
    expect(unseen.available).toBe(0);
    expect(unseen.open.map((m) => messageText(m, 'metric'))).toEqual([
      'the stamp',
      'the exposure class',
      'the thickness',
    ]);
  });

  test.each([
    ['a stamp that says something else', { stamp: false }, 'the stamp is missing'],
    ['panels for indoors', { exposure: false }, 'neither exposure 1 nor exterior'],
    [
      'panels of another thickness',
      { thickness: 0.0095 },
      'it is 9.5 mm thick and should be 11.1 mm',
    ],
  ])('%s fails', (_, more, words) => {
    const { available, wrong } = receivedOf(
      delivery({ stamp: true, exposure: true, thickness: 0.0111, ...more }),
      osb,
    );
    expect(available).toBe(0);
    expect(messageText(wrong[0]!, 'metric')).toContain(words);
  });

  test('a label with less R than the wall counts on fails', () => {
    const of = (share: number) =>
      receivedOf(delivery({ thickness: 0.0381, labelR: board.labelR! * share }), board).available;
    expect([of(1), of(0.96), of(0.9)]).toEqual([10, 10, 0]);
  });
});

describe('a substitution', () => {
  const substitutes = (material: string, file = coldWall()): Substitute[] => {
    const steps = substituteSteps(material, { A: file });
    let step = steps.next();
    while (!step.done) step = steps.next();
    return step.value;
  };

  test('is judged again in every wall, the same kind first', () => {
    const found = substitutes('mineral-wool-board-rigid');
    expect(found.length).toBeGreaterThan(2);
    expect(found[0]).toMatchObject({
      material: 'mineral-wool-board-medium',
      alike: true,
      worse: false,
    });
    for (const { walls } of found)
      for (const { before, after } of walls) {
        expect(after.r).toBeGreaterThan(before.r * 0.95);
        expect(['pass', 'caution', 'fail']).toContain(after.moisture);
      }
  });

  test('says where foam takes the place of what does not burn', () => {
    const foam = substitutes('mineral-wool-board-rigid').find(({ material }) =>
      /^eps/.test(material),
    )!;
    expect(foam.notes.map((m) => messageText(m, 'metric')).join()).toContain('thermal barrier');
  });

  test('a tighter one that wets the wall is told as worse, and comes last', () => {
    // Polyethylene outside a humid room’s retarder: what is tight outside is worse.
    const humid = coldWall({
      indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity: 0.5 } },
    });
    const found = substitutes('osb', humid);
    const order = found.map(({ worse }) => Number(worse));
    expect(order).toEqual([...order].sort());
  });

  test('a cladding is laid as the other is: courses for courses', () => {
    const found = substitutes('fiber-cement-lap').map(({ material }) => material);
    expect(found).toContain('vinyl-siding');
    for (const other of [
      'cement-lime-stucco',
      'mineral-render',
      'fiber-cement-panel',
      'brick-veneer',
    ])
      expect(found).not.toContain(other);
  });

  test('lumber stands in for lumber of the same size, and its sizes are the engineer’s', () => {
    const [first] = substitutes('softwood');
    expect(LIBRARY[first!.material]!.category).toBe('lumber');
    expect(first!.walls[0]!.commands.every(({ type }) => type === 'setMember')).toBe(true);
    expect(first!.notes.map((m) => messageText(m, 'metric')).join()).toContain('engineer');
  });

  test('what a wall costs more is not told where something has no price', () => {
    const [first] = substitutes('softwood');
    const { before, after } = first!.walls[0]!;
    expect(costMore(before, after)).toBeCloseTo(after.cost! - before.cost!, 12);
    expect(costMore(before, { ...after, cost: null })).toBeNull();
  });

  test('there is none for what no wall has', () => {
    expect(substitutes('straw-bale')).toEqual([]);
  });
});

describe('the table of an order', () => {
  test('tells walls, units and why something is not counted', () => {
    const { lines } = taken(houseOf([wall('n', 3), wall('s', 4)]));
    const all: OrderLine[] = lines.map((one) => pricedLine(one, plainPrices));
    const table = orderTable(
      'By wall',
      all.filter((l) => l.elevation !== null),
      'metric',
      (id) => `wall ${id}`,
    );
    expect(table.header[0]).toBe('wall');
    expect(new Set(table.rows.map(([one]) => one))).toEqual(new Set(['wall n', 'wall s']));
    expect(table.rows.every((row) => row.length === table.header.length)).toBe(true);
    const cells = csvOf(table).split('\n');
    expect(cells).toHaveLength(table.rows.length + 2);
    expect(cells.join()).toContain('its carbon is not known');
  });

  test('a text that a spreadsheet would run is written as text', () => {
    expect(csvOf({ name: 'x', header: ['a'], rows: [['=1+1'], [null], [2.5]] })).toBe(
      "a\n'=1+1\n\n2.5\n",
    );
  });
});
