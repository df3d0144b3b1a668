import { INCH } from '../../common/units/index.ts';
import { fill, fillBounded, taken, type Knapsack } from './knapsack.ts';

/** A way of cutting one length: how many of each piece. */
export interface Pattern {
  /** Which stock, by number. */
  stock: number;
  counts: Float64Array;
}

/** Pieces by length, how many of each are wanted, and what they are cut from. */
export interface Demand {
  /** Different lengths, m. */
  lengths: readonly number[];
  wanted: readonly number[];
  stocks: readonly number[];
  kerf: number;
}

/** A solution of the linear program: patterns, and how often each is cut (not whole). */
export interface Fractional {
  patterns: Pattern[];
  times: number[];
  /** Computes what no plan can do without, m. */
  bound: () => number;
}

/** Units of the knapsack, m: sixteenths of an inch or whole millimeters where all lengths are such, else a quarter of one. */
const UNITS = [INCH / 16, 0.001] as const;
const FINE = 0.00025;

/** A bound so near to what is reached is good enough, share. */
const CLOSE = 0.004;

/** How many times finer lengths are taken for the bound where they must be. */
const FINER = 10;

/** How far a length may lie from a whole number of units and still be one, m. */
const SLACK = 2e-5;

function unitFor({ lengths, stocks, kerf }: Demand): number {
  const whole = (unit: number): boolean =>
    [...lengths, ...stocks].every((length) => {
      const units = (length + kerf) / unit;
      return Math.abs(units - Math.round(units)) * unit < SLACK;
    });
  return UNITS.find(whole) ?? FINE;
}

/** No more patterns are looked for once the bound lies so near to what is reached, share. */
const NEAR = 0.001;

/**
 * The linear program of cutting stock over all patterns, by column generation.
 *
 * Minimize Σ stock · times, so that the patterns give at least what is wanted. A new pattern is the one that is worth most by
 * the shadow prices: an unbounded knapsack for every stock length at once. The bound is Farley's: shadow prices, scaled so
 * that no pattern of pieces that are wanted, with lengths rounded down, is worth more than its stock. A generator, so that a caller can stop in between.
 *
 * @see Gilmore and Gomory, A linear programming approach to the cutting-stock problem, Operations Research 9 (1961)
 * @see Farley, A note on bounding a class of linear programming problems, Operations Research 38 (1990)
 */
export function* fractionalSteps(demand: Demand): Generator<undefined, Fractional> {
  const { lengths, wanted, stocks, kerf } = demand;
  const m = lengths.length;
  const unit = unitFor(demand);
  const slack = unit === FINE ? 1e-6 : SLACK / unit;
  // Rounded so that a pattern can be cut; for the bound the other way.
  const capacities = stocks.map((stock) => Math.floor((stock + kerf) / unit + slack));
  const sizes = lengths.map((length) => {
    const size = Math.ceil((length + kerf) / unit - slack);
    // A piece as long as a stock fits it, however both are rounded.
    const shortest = stocks.findIndex((stock) => stock >= length - SLACK);
    return Math.min(size, capacities[shortest]!);
  });
  const most = Math.max(...capacities) + 1;
  const work: Knapsack = { value: new Float64Array(most + 1), last: new Int32Array(most + 1) };

  // To begin with each piece has a length of its own, as often as it fits.
  const patterns = sizes.map((size, i): Pattern => {
    let best = -1;
    let least = Infinity;
    capacities.forEach((capacity, j) => {
      const fits = Math.floor(capacity / size);
      if (fits > 0 && stocks[j]! / fits < least) [best, least] = [j, stocks[j]! / fits];
    });
    const counts = new Float64Array(m);
    counts[i] = Math.floor(capacities[best]! / size);
    return { stock: best, counts };
  });
  /** Inverse of the basis, row by row, and how often each basic pattern is cut. */
  const inverse = Array.from({ length: m }, (_, i) => {
    const row = new Float64Array(m);
    row[i] = 1 / patterns[i]!.counts[i]!;
    return row;
  });
  const times = wanted.map((count, i) => count / patterns[i]!.counts[i]!);
  const prices = new Float64Array(m);

  for (let round = 0; round < 60 * m + 200; round++) {
    prices.fill(0);
    for (let i = 0; i < m; i++) {
      const cost = stocks[patterns[i]!.stock]!;
      for (let k = 0; k < m; k++) prices[k]! += cost * inverse[i]![k]!;
    }
    for (let k = 0; k < m; k++) if (prices[k]! < 0) prices[k] = 0;
    fill(sizes, prices, most - 1, work);
    // The pattern that is worth most over its stock; by that share the prices are too high at the most.
    let entering = 0;
    capacities.forEach((capacity, j) => {
      if (
        work.value[capacity]! * stocks[entering]! >
        work.value[capacities[entering]!]! * stocks[j]!
      )
        entering = j;
    });
    if (work.value[capacities[entering]!]! <= stocks[entering]! * (1 + NEAR)) break;
    const counts = taken(sizes, capacities[entering]!, work);
    if (!enter({ stock: entering, counts })) break;
    yield;
  }
  return { patterns, times, bound };

  /** Takes a pattern into the basis in place of the one that first comes to nothing. */
  function enter(pattern: Pattern): boolean {
    const column = inverse.map((row) => {
      let sum = 0;
      for (let k = 0; k < m; k++) sum += row[k]! * pattern.counts[k]!;
      return sum;
    });
    let leaving = -1;
    let ratio = Infinity;
    column.forEach((value, i) => {
      if (value > 1e-9 && times[i]! / value < ratio - 1e-12)
        [leaving, ratio] = [i, times[i]! / value];
    });
    if (leaving < 0) return false;
    const pivot = column[leaving]!;
    const row = inverse[leaving]!;
    for (let k = 0; k < m; k++) row[k]! /= pivot;
    times[leaving] = ratio;
    for (let i = 0; i < m; i++) {
      if (i === leaving || column[i] === 0) continue;
      const factor = column[i]!;
      const other = inverse[i]!;
      for (let k = 0; k < m; k++) other[k]! -= factor * row[k]!;
      times[i] = Math.max(0, times[i]! - factor * ratio);
    }
    patterns[leaving] = pattern;
    return true;
  }

  /** What the shadow prices say of any plan, m: in finer units where a pattern that does not quite fit counts as one. */
  function bound(): number {
    const reached = times.reduce((sum, count, i) => sum + count * stocks[patterns[i]!.stock]!, 0);
    const coarse = boundIn(unit, slack);
    if (unit !== FINE || coarse >= reached * (1 - CLOSE)) return coarse;
    return Math.max(coarse, boundIn(unit / FINER, 1e-3));
  }

  /** Farley's bound, lengths rounded down and stock up to units; what lies within so much of a unit is one. */
  function boundIn(size: number, give: number): number {
    const down = lengths.map((length) => Math.max(1, Math.floor((length + kerf) / size + give)));
    const up = stocks.map((stock) => Math.ceil((stock + kerf) / size - give));
    const value = new Float64Array(Math.max(...up) + 1);
    fillBounded(down, prices, wanted, value.length - 1, value);
    const scale = Math.min(1, ...stocks.map((stock, j) => stock / value[up[j]!]!));
    return scale * wanted.reduce((sum, count, i) => sum + count * prices[i]!, 0);
  }
}
