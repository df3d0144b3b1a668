import { describe, expect, test } from '@jest/globals';
import {
  compareRows,
  optionFacts,
  weighed,
  type ComparedOption,
  type CompareRowsOf,
} from '@eldrun/core/options';
import type { MoistureStatus } from '@eldrun/core/judgment';
import { coldWall, withLayer } from '../walls.ts';

function compared(
  id: string,
  thickness: number,
  moisture: MoistureStatus = 'pass',
): ComparedOption {
  const file = withLayer(coldWall(), 'board', { thickness });
  const facts = optionFacts(file);
  return {
    id,
    facts,
    judged: { moisture, basis: 'hourly', title: [''] },
  };
}

const three: CompareRowsOf = {
  walls: [compared('a', 0.0381), compared('b', 0.0508), compared('c', 0.1016, 'caution')],
  against: 'a',
  units: 'imperial',
  length: 10,
  sure: new Map(),
};

describe('rows of options side by side', () => {
  const { groups, equal } = compareRows(three);
  const row = (id: string) => groups.flatMap(({ rows }) => rows).find((one) => one.id === id)!;

  test('mark best and worst by word, and tell differences from the baseline', () => {
    expect(row('r').cells.map(({ mark }) => mark)).toEqual(['worst', null, 'best']);
    expect(row('thickness').cells.map(({ mark }) => mark)).toEqual(['best', null, 'worst']);
    expect(row('thickness').cells.map(({ less }) => less)).toEqual(['', '+1/2', '+2 1/2']);
    expect(row('judgment').cells.map(({ mark }) => mark)).toEqual(['best', 'best', 'worst']);
  });

  test('come apart where all are the same, but for the judgment and how sure it is', () => {
    expect(equal.map(({ id }) => id)).toEqual(
      expect.arrayContaining(['fire', 'water', 'gap', 'passes']),
    );
    const alike = compareRows({ ...three, walls: [compared('a', 0.05), compared('b', 0.05)] });
    expect(alike.groups.flatMap(({ rows }) => rows.map(({ id }) => id))).toEqual([
      'judgment',
      'sure',
    ]);
  });

  test('floor is told against the thinnest, over a length of wall', () => {
    expect(row('floor').cells.map(({ value }) => value!)).toEqual([
      0,
      expect.closeTo(0.127, 9),
      expect.closeTo(0.635, 9),
    ]);
  });
});

describe('weights are the person’s', () => {
  const all = compareRows(three).groups.flatMap(({ rows }) => rows);

  test('without one there is no score', () => {
    expect(weighed(all, {})).toEqual([null, null, null]);
  });

  test('a row goes from 0 at its worst to 100 at its best, by its weight', () => {
    const [a, b, c] = weighed(all, { r: 3, thickness: 1 });
    expect(a).toBeCloseTo(25, 9);
    expect(c).toBeCloseTo(75, 9);
    expect(b).toBeGreaterThan(25);
    expect(b).toBeLessThan(75);
  });

  test('a figure that is missing leaves the score open, and never counts as zero', () => {
    expect(weighed(all, { sure: 1 })).toEqual([null, null, null]);
  });
});
