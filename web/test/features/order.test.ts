import { describe, expect, test } from '@jest/globals';
import {
  lineKey,
  pricedLine,
  type OrderLine,
  inOrder,
  money,
  expectedText,
  findingsText,
} from '@eldrun/core/order';
import { withBrief } from '@eldrun/core/build-up';
import type { House } from '@eldrun/core/house';
import { type TakeoffLine, amountText } from '@eldrun/core/takeoff';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { cutBars } from '../../src/features/order/cutting-bars.ts';
import { pathFrom, pathText } from '../../src/features/elevations/service-paths.ts';
import { eachText, wasteText } from '../../src/features/order/order-words.ts';
import { quotationOf } from '../../src/features/order/quotation-run.ts';
import { answer, type HouseAnswer } from '../../src/compute/jobs/house.ts';
import { turnOf } from '../inline-worker.ts';

const { brief, walls, house: demo } = DEMO_PROJECTS[0]!;
const house: House = {
  ...demo!,
  assemblies: { A: withBrief(walls[1]!, brief) },
  elevations: demo!.elevations.filter(({ id }) => id === 'west'),
};

const services = (elevation: string) =>
  answer(
    { file: house, materials: {}, wanted: 'services', elevation, system: 'imperial' },
    turnOf<{ share: number }>().turn,
  );

describe('the worker of a house', () => {
  test('takes it off, its lengths planned', async () => {
    const { turn, told } = turnOf<{ share: number }>();
    const done = await answer(
      { file: house, materials: {}, wanted: 'takeoff', choices: { planned: true } },
      turn,
    );
    const shares = told.map(({ share }) => share);
    const { takeoff } = done as Extract<HouseAnswer, { takeoff: object }>;
    const framing = takeoff.lines.filter((l) => l.elevation === null && l.role === 'framing');
    expect(framing[0]!.cuts!.length).toBeGreaterThan(3);
    expect(framing[0]!.bound).toBeLessThanOrEqual(framing[0]!.bought + 1e-6);
    // How far it is only grows.
    expect(shares).toEqual(shares.toSorted((a, b) => a - b));
  });

  test('solves what sits in a wall, and holds a service cavity against none', async () => {
    const done = await services('west');
    const { heat, cavity } = done as Extract<HouseAnswer, { heat: object }>;
    expect(heat.map(({ service, status }) => [service, status])).toEqual([
      ['B1', 'pass'],
      ['R1', 'pass'],
      ['P1', 'fail'],
    ]);
    expect(cavity!.without.of).toBe(4);
    expect(await services('gone')).toEqual({
      heat: [],
      cavity: null,
    });
  });

  test('drops a job for a newer one, and says what cannot be computed', async () => {
    const dropped = await answer(
      {
        file: house,
        materials: {},
        wanted: 'substitutes',
        material: 'osb',
        walls: house.assemblies,
      },
      turnOf<{ share: number }>(() => true).turn,
    );
    expect(dropped).toBeNull();
    const broken: House = {
      ...house,
      assemblies: {
        A: {
          ...house.assemblies['A']!,
          layers: [{ id: 'x', kind: 'sheet', material: 'nothing', thickness: 0.01 }],
        },
      },
    };
    expect(
      await answer(
        { file: broken, materials: {}, wanted: 'takeoff', choices: { planned: true } },
        turnOf<{ share: number }>().turn,
      ),
    ).toMatchObject({ problem: expect.stringContaining('nothing') as unknown });
  });
});

const osb: TakeoffLine = {
  elevation: null,
  role: 'sheathing',
  material: 'osb',
  what: '1.22 × 2.44 m',
  net: 20,
  unit: 'm²',
  order: 9,
  orderUnit: 'sheet',
  bought: 26.76,
  area: 26.76,
  volume: 0.297,
  wall: 20,
  waste: 0,
};
const priced = (line: TakeoffLine): OrderLine =>
  pricedLine(line, {
    find: () => undefined,
    book: null,
    order: { prices: { [lineKey(line)]: { usd: 6, unit: line.orderUnit } } },
  });

describe('an order in words', () => {
  test('tells amounts in the units of the reader', () => {
    expect(amountText(3, 'box', 'metric')).toBe('3 boxes');
    expect(amountText(1, 'roll', 'metric')).toBe('1 roll');
    expect(amountText(30.48, 'm', 'imperial')).toBe('100 ft');
    expect(amountText(2.5, 'm²', 'metric')).toBe('2.5 m²');
    expect(eachText(priced({ ...osb, orderUnit: 'm', order: 10 }), 'imperial')).toBe('1.83');
    expect(wasteText(osb)).toBe('+34 %');
    expect([money(1234.4), money(9.5)]).toEqual(['$1,234', '$9.50']);
  });

  test('stands in the order of the work', () => {
    const roles = ['fasteners', 'cladding', 'framing', 'cavity', 'sheathing'];
    expect(inOrder(roles.map((role) => ({ role }))).map(({ role }) => role)).toEqual([
      'framing',
      'sheathing',
      'cladding',
      'cavity',
      'fasteners',
    ]);
  });

  test('tells what is looked at, and what was found', () => {
    const expected = { stamp: true, exposure: true, thickness: 0.0111, labelR: null, batch: false };
    expect(expectedText(expected, 'imperial')).toBe(
      'stamp, exposure 1 or exterior, 7/16 in. thick, damage',
    );
    expect(
      findingsText({ available: 0, wrong: [['it is wet']], open: [['the stamp']] }, 'metric'),
    ).toBe('it is wet; not looked at: the stamp');
  });
});

describe('a quotation', () => {
  const supplier = { id: 'upper-yard', name: 'Upper Yard', about: '' };
  const lines = [priced(osb), priced({ ...osb, material: 'plywood' })];

  test('keeps what was offered; a line that was passed over has no offer', () => {
    const quotation = quotationOf('Q1', supplier, '2026-03-12', lines, {
      supplier: 'Upper Yard',
      validDays: 14,
      lines: [{ key: lines[0]!.key, usd: 21, leadDays: 3, available: 4 }],
    });
    expect(quotation).toMatchObject({ id: 'Q1', answered: true, validDays: 14 });
    expect(quotation.lines.map(({ asked, usd, available }) => [asked, usd, available])).toEqual([
      [9, 21, 4],
      [9, null, 0],
    ]);
  });

  test('without an answer is kept as such', () => {
    const { answered, lines: kept } = quotationOf('Q1', supplier, '2026-03-12', lines, null);
    expect(answered).toBe(false);
    expect(kept.every(({ usd }) => usd === null)).toBe(true);
  });
});

describe('how lengths are drawn', () => {
  test('pieces lie behind each other with a kerf between, and what is left over at the end', () => {
    const [bar] = cutBars([{ stock: 4, pieces: [2, 1.5], count: 3 }], 5, 0.01);
    expect(bar!.pieces.map(({ from }) => from)).toEqual([0, expect.closeTo(2.01 / 5, 9)]);
    expect(bar!.left!.length).toBeCloseTo(4 - 2.01 - 1.51, 9);
    const [full] = cutBars([{ stock: 4, pieces: [4], count: 1 }], 5, 0.01);
    expect(full!.left).toBeNull();
  });
});

describe('the points of a run', () => {
  test('read back as they are told', () => {
    const path = [
      [0.6096, 1.016],
      [2.4384, 1.016],
    ] as const;
    expect(pathText(path, 'imperial')).toBe('24, 40; 96, 40');
    for (const [x, z] of pathFrom('24, 40; 96, 40', 'imperial')) {
      expect([0.6096, 2.4384].some((at) => Math.abs(at - x) < 1e-9)).toBe(true);
      expect(z).toBeCloseTo(1.016, 9);
    }
    expect(pathFrom('600, 1000; 2400, 1000;', 'metric')).toEqual([
      [0.6, 1],
      [2.4, 1],
    ]);
  });

  test.each(['24, 40', '24; 96', '24, 40, 3; 5, 6', 'a, b; 1, 2', ''])(
    '“%s” is refused',
    (typed) => {
      expect(() => pathFrom(typed, 'imperial')).toThrow();
    },
  );
});
