import { describe, expect, test } from '@jest/globals';
import {
  coldestMonth,
  outsideShare,
  smallestThickness,
  threeColdestMonths,
  type DryingPermeance,
  type MonthlyWater,
  type WetPlane,
} from '@eldrun/core/steady-moisture';
import { dewPoint, saturationPressure } from '@eldrun/core/climate';
import { evaluate } from '@eldrun/core/evaluation';
import { resolveWall } from '@eldrun/core/build-up';
import { validateWall } from '@eldrun/core/wall/schema';
import { readReference, referenceCases } from '../reference.ts';
import { coldWall, sheet, withLayer } from '../walls.ts';

interface Row {
  temperature: number;
  relativeHumidity: number;
  saturationPressure: number;
  vaporPressure: number;
  dewPoint: number;
}

test.each(readReference<Row[]>('psychrometrics.json'))(
  'psychrometrics at $temperature °C and RH $relativeHumidity',
  (row) => {
    const saturation = saturationPressure(row.temperature);
    expect(Math.abs(saturation / row.saturationPressure - 1)).toBeLessThan(1e-9);
    const vapor = row.relativeHumidity * saturation;
    expect(Math.abs(vapor / row.vaporPressure - 1)).toBeLessThan(1e-9);
    expect(Math.abs(dewPoint(vapor) - row.dewPoint)).toBeLessThanOrEqual(
      1e-9 * Math.max(1, Math.abs(row.dewPoint)),
    );
  },
);

interface MoistureExpected {
  indoorDewPoint: number[];
  condensingPlane: { layer: string; face: string; temperature: number[]; margin: number[] } | null;
  monthly: MonthlyWater;
  vapor: DryingPermeance | null;
}

interface MoistureTolerance {
  temperature: number;
  amountRelative: number;
  amountAbsolute: number;
  permeanceRelative: number;
}

const DRY_YEAR = Array<number>(12).fill(0);

describe('moisture reference cases', () => {
  const cases = referenceCases('moisture');

  test('are all here', () => expect(cases).toHaveLength(11));

  test.each(cases)('$name', ({ wall, expected, tolerance }) => {
    const wanted = expected as unknown as MoistureExpected;
    const within = tolerance as unknown as MoistureTolerance;
    const { moisture } = evaluate(validateWall(wall));

    near(moisture.indoorDewPoint, wanted.indoorDewPoint, within.temperature);
    if (wanted.condensingPlane === null) expect(moisture.condensingPlane).toBeNull();
    else {
      const { layer, face, temperature, margin } = wanted.condensingPlane;
      expect(moisture.condensingPlane).toMatchObject({ layer, face });
      near(moisture.condensingPlane!.temperature, temperature, within.temperature);
      near(moisture.condensingPlane!.margin, margin, within.temperature);
    }

    const { verdict, peak, planes } = moisture.monthly!;
    const amount = (value: number): number =>
      Math.max(within.amountAbsolute, within.amountRelative * Math.abs(value));
    expect(verdict).toBe(wanted.monthly.verdict);
    expect(Math.abs(peak - wanted.monthly.peak)).toBeLessThanOrEqual(amount(wanted.monthly.peak));
    const names = new Set([...planes, ...wanted.monthly.planes].map(nameOf));
    for (const name of names) {
      const found = planes.find((plane) => nameOf(plane) === name);
      const there = wanted.monthly.planes.find((plane) => nameOf(plane) === name);
      for (const field of ['condensed', 'held'] as const)
        (there?.[field] ?? DRY_YEAR).forEach((value, m) =>
          expect(Math.abs((found?.[field][m] ?? 0) - value)).toBeLessThanOrEqual(amount(value)),
        );
    }
    if (wanted.vapor === null) expect(moisture.vapor).toBeNull();
    else
      for (const side of ['inward', 'outward'] as const)
        expect(Math.abs(moisture.vapor![side] / wanted.vapor[side] - 1)).toBeLessThanOrEqual(
          within.permeanceRelative,
        );
  });

  test.each(cases.filter(({ exterior }) => exterior))(
    'outside insulation of $name',
    ({ wall, exterior }) => {
      const file = validateWall(wall);
      const resolved = resolveWall(file);
      const [coldest] = coldestMonth(resolved);
      const share = outsideShare(resolved, coldest!)!;
      expect(Math.abs(share.needed / exterior!.ratio - 1)).toBeLessThan(1e-6);
      for (const { layer, margin, thickness } of exterior!.thickness) {
        const found = smallestThickness(file, layer, margin, coldestMonth)!;
        expect(Math.abs(found / thickness - 1)).toBeLessThan(1e-6);
        // With it the share outside is the one that is needed for that margin.
        const there = resolveWall(withLayer(file, layer, { thickness: found }));
        const reached = outsideShare(there, coldestMonth(there)[0]!, margin)!;
        expect(reached.actual).toBeCloseTo(reached.needed, 6);
      }
    },
  );

  test('months that are harder ask for more; what cannot be reached is null, what is there already 0', () => {
    const file = validateWall(coldWall());
    const board = (margin: number, select: typeof coldestMonth) =>
      smallestThickness(file, 'board', margin, select);
    expect(board(0, (wall) => [wall.design])!).toBeGreaterThan(board(0, coldestMonth)!);
    expect(board(0, threeColdestMonths)).toBe(board(0, coldestMonth));
    expect(board(2, coldestMonth)!).toBeGreaterThan(board(0, coldestMonth)!);
    expect(board(25, coldestMonth)).toBeNull();
    expect(board(-60, coldestMonth)).toBe(0);
    expect(smallestThickness(file, 'gypsum', 0, coldestMonth)).toBeNull();
  });

  test('without a plane, or in warm weather, there is no share to keep', () => {
    const wall = resolveWall(validateWall(coldWall()));
    const warm = { ...wall.months[0]!, outdoorTemperature: 30 };
    expect(outsideShare(wall, warm)).toBeNull();
    const bare = resolveWall(coldWall({ layers: [sheet('a', 'osb', 0.02)] }));
    expect(outsideShare(bare, bare.months[0]!)).toBeNull();
  });

  /** A plane by layer, face and place within it. */
  function nameOf({ layer, face, at }: WetPlane): string {
    return `${layer} ${face} ${at === undefined ? '' : at.toFixed(6)}`;
  }

  function near(actual: number[], wanted: number[], within: number): void {
    expect(actual).toHaveLength(12);
    actual.forEach((value, m) => expect(Math.abs(value - wanted[m]!)).toBeLessThan(within));
  }
});
