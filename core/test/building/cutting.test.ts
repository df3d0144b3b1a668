import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import { cuttingPlan, type CuttingPlan } from '@eldrun/core/cutting';

const FEET = [8, 10, 12, 14, 16, 20].map((feet) => feet * 0.3048);
const KERF = 0.003175;

/** Whether every piece is cut, and no length holds more than it can. */
function check(plan: CuttingPlan, pieces: readonly number[], stocks: readonly number[]): void {
  const cut = plan.cuts.flatMap(({ pieces: of, count }) => Array<number[]>(count).fill(of).flat());
  expect(cut.length).toBe(pieces.length);
  const [a, b] = [cut, pieces].map((all) => [...all].sort((x, y) => x - y));
  a!.forEach((piece, i) => expect(Math.abs(piece - b![i]!)).toBeLessThan(1.5e-4));
  for (const { stock, pieces: of } of plan.cuts) {
    expect(stocks).toContain(stock);
    const used = of.reduce((sum, piece) => sum + piece, 0) + (of.length - 1) * KERF;
    expect(used).toBeLessThanOrEqual(stock + 1e-6);
  }
  const total = plan.cuts.reduce((sum, { stock, count }) => sum + stock * count, 0);
  expect(plan.total).toBeCloseTo(total, 6);
  expect(plan.bound).toBeLessThanOrEqual(plan.total + 1e-9);
}

describe('a cutting plan', () => {
  test('takes studs of 92 5/8 in. from 8 ft, one from each', () => {
    const pieces = Array<number>(16).fill(2.352675);
    const plan = cuttingPlan(pieces, FEET, KERF);
    check(plan, pieces, FEET);
    expect(plan.cuts).toEqual([{ stock: 2.4384, pieces: [2.352675], count: 16 }]);
  });

  test('finds what is cut without a rest where longest first does not', () => {
    // Without kerf: 6 + 4 three times and 5 + 5 three times from 10; longest first fills them the same way,
    // but 7 + 3, 6 + 4, 5 + 5 from twelve pieces needs the right partners.
    const pieces = [7, 7, 7, 3, 3, 3, 6, 6, 6, 4, 4, 4, 5, 5, 5, 5];
    const plan = cuttingPlan(pieces, [10], 0);
    expect(plan.total).toBe(80);
    expect(plan.bound).toBeCloseTo(80, 6);
  });

  test('counts the kerf between pieces, and none after the last', () => {
    const two = cuttingPlan([1.2192, 1.2192], [2.4384, 3.048], KERF);
    expect(two.cuts).toEqual([{ stock: 3.048, pieces: [1.2192, 1.2192], count: 1 }]);
    expect(cuttingPlan([2.4384], [2.4384, 3.048], KERF).total).toBe(2.4384);
  });

  test('cuts pieces as long as their stock from it', () => {
    const pieces = [6.096, 6.096, 4.8768, 3.7];
    const plan = cuttingPlan(pieces, FEET, KERF);
    check(plan, pieces, FEET);
    expect(plan.total).toBeCloseTo(6.096 * 2 + 4.8768 + 4.2672, 9);
  });

  test('without a piece is empty; a piece that no stock holds is refused', () => {
    expect(cuttingPlan([], FEET, KERF)).toEqual({ cuts: [], total: 0, bound: 0 });
    expect(() => cuttingPlan([7], FEET, KERF)).toThrow(RangeError);
    expect(() => cuttingPlan([0], FEET, KERF)).toThrow(RangeError);
  });

  test('lies within 2 % or one stock length of the bound of linear programming', () => {
    const piece = fc.record({
      // Sixteenths of an inch, or whole millimeters.
      length: fc
        .tuple(fc.constantFrom(0.0254 / 16, 0.001), fc.double({ min: 0.25, max: 6, noNaN: true }))
        .map(([unit, length]) => Math.round(length / unit) * unit),
      count: fc.integer({ min: 1, max: 30 }),
    });
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 14 }), (all) => {
        const pieces = all.flatMap(({ length, count }) => Array<number>(count).fill(length));
        const plan = cuttingPlan(pieces, FEET, KERF);
        check(plan, pieces, FEET);
        const over = plan.total - plan.bound;
        expect(over <= 0.02 * plan.bound + 1e-9 || over <= Math.max(...FEET) + 1e-9).toBe(true);
      }),
      { numRuns: 120, seed: 16 },
    );
  });

  test('has a bound that no plan beats', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.3, max: 3, noNaN: true }), { minLength: 1, maxLength: 7 }),
        (pieces) => {
          const { bound } = cuttingPlan(pieces, [3.048], 0);
          expect(bound).toBeLessThanOrEqual(best(pieces, 3.048) + 1e-6);
        },
      ),
      { numRuns: 100, seed: 16 },
    );
  });
});

/** The least stock of one length, by trying all. */
function best(pieces: readonly number[], stock: number): number {
  let least = Infinity;
  const place = (n: number, rests: number[]): void => {
    if (rests.length * stock >= least) return;
    if (n === pieces.length) {
      least = rests.length * stock;
      return;
    }
    rests.forEach((rest, i) => {
      if (rest >= pieces[n]! - 1e-9) place(n + 1, rests.with(i, rest - pieces[n]!));
    });
    place(n + 1, [...rests, stock - pieces[n]!]);
  };
  place(0, []);
  return least;
}
