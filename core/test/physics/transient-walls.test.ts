import { describe, expect, test } from '@jest/globals';
import { MOLD_CLASSES, type MoldClass } from '@eldrun/core/materials';
import { simulate, type Transient } from '@eldrun/core/transient';
import type { WallFile } from '@eldrun/core/build-up';
import { transientCase } from '../reference.ts';

type Key = 'mc' | 'mcInner' | 'temperature' | 'rh';
type ByKey<T> = Record<Key, T>;
interface WallExpected {
  weekly: ByKey<number[]>;
  monthly: ByKey<number[]>;
  peak: Record<'mc' | 'mcInner', { value: number; hour: number }>;
  end: Record<'mc' | 'mcInner', number>;
  dryTo16?: number | null;
  totals: Record<'heatIn' | 'heatOut' | 'moistureIn' | 'moistureOut', number>;
}
interface WallTolerance {
  weekly: ByKey<number>;
  monthly: ByKey<number>;
  peak: { mc: number; mcInner: number; hours: number };
  end: { mc: number; mcInner: number };
  dryTo16: { relative: number; hours: number };
  totals: { relative: number; heat: number; moisture: number };
}

describe('wall runs', () => {
  const WALLS = [
    'wall-north-base',
    'wall-north-ext38',
    'wall-north-base-rain',
    'wall-north-ext38-rain',
    'wall-north-kraft',
    'wall-south-ext38-kraft-rain',
    'wall-north-kraft-leak',
    'wall-marine-polyiso-rain',
    'wall-dry-base-oct',
    'wall-dry-base-apr',
    'wall-dry-ext38-oct',
    'wall-dry-polyiso-apr',
  ];
  const KEYS = ['mc', 'mcInner', 'temperature', 'rh'] as const;

  test.each(WALLS)('%s', (name) => {
    const { input, expected, tolerance } = transientCase<
      { wall: WallFile; transient: Transient },
      WallExpected,
      WallTolerance
    >(name);
    const { result } = simulate({
      format: 'eldrun-simulation',
      version: 1,
      wall: input.wall,
      transient: input.transient,
    });
    expect(result.problem).toBeNull();
    for (const kind of ['weekly', 'monthly'] as const)
      for (const key of KEYS) {
        expect(result[kind][key]).toHaveLength(expected[kind][key].length);
        result[kind][key].forEach((value, i) =>
          expect(Math.abs(value - expected[kind][key][i]!)).toBeLessThan(tolerance[kind][key]),
        );
      }
    for (const key of ['mc', 'mcInner'] as const) {
      expect(Math.abs(result.peak[key].value - expected.peak[key].value)).toBeLessThan(
        tolerance.peak[key],
      );
      expect(Math.abs(result.peak[key].hour - expected.peak[key].hour)).toBeLessThanOrEqual(
        tolerance.peak.hours,
      );
      expect(Math.abs(result.end[key] - expected.end[key])).toBeLessThan(tolerance.end[key]);
    }
    if (expected.dryTo16 !== undefined && expected.dryTo16 !== null)
      expect(Math.abs(result.dryTo16! - expected.dryTo16)).toBeLessThan(
        Math.max(tolerance.dryTo16.hours, tolerance.dryTo16.relative * expected.dryTo16),
      );
    for (const [key, absolute] of [
      ['heatIn', 'heat'],
      ['heatOut', 'heat'],
      ['moistureIn', 'moisture'],
      ['moistureOut', 'moisture'],
    ] as const)
      expect(Math.abs(result.totals[key] - expected.totals[key])).toBeLessThan(
        Math.max(
          tolerance.totals[absolute],
          tolerance.totals.relative * Math.abs(expected.totals[key]),
        ),
      );
    expect(Math.abs(result.balance.heat)).toBeLessThan(1e-4);
    expect(Math.abs(result.balance.moisture)).toBeLessThan(1e-4);
    if (name === 'wall-north-base-rain') {
      const mold = transientCase<
        object,
        { peakOverWholeWallRun: Record<MoldClass, number> },
        { peakOverWholeWallRun: number }
      >('mold-wall-north-base-rain');
      for (const moldClass of MOLD_CLASSES)
        expect(
          Math.abs(result.mold[moldClass] - mold.expected.peakOverWholeWallRun[moldClass]),
        ).toBeLessThan(mold.tolerance.peakOverWholeWallRun);
    }
  });
});
