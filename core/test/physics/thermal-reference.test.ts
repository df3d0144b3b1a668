import { describe, expect, test } from '@jest/globals';
import { evaluate } from '@eldrun/core/evaluation';
import { validateWall } from '@eldrun/core/wall/schema';
import { referenceCases, type ReferenceCase, type Tolerance } from '../reference.ts';

interface Comparison {
  path: string;
  actual: unknown;
  expected: number | string;
}

/** Every number that a case expects beside what was computed; lists of layers match by id. */
function compare(expected: unknown, actual: unknown, path: string): Comparison[] {
  if (typeof expected !== 'object')
    return [{ path, actual, expected: expected as number | string }];
  if (Array.isArray(expected))
    return expected.flatMap((item: { id: string }) => {
      const match = (actual as { id: string }[]).find(({ id }) => id === item.id);
      const { id, ...rest } = item;
      return compare(rest, match, `${path}[${id}]`);
    });
  return Object.entries(expected as object).flatMap(([key, value]) =>
    compare(value, (actual as Record<string, unknown>)?.[key], path ? `${path}.${key}` : key),
  );
}

function toleranceFor(path: string, tolerances: ReferenceCase['tolerance']): Tolerance {
  const longest = Object.keys(tolerances)
    .filter((prefix) => path.startsWith(prefix))
    .sort((a, b) => b.length - a.length)[0];
  if (longest === undefined) throw new Error(`no tolerance for ${path}`);
  return tolerances[longest]!;
}

describe('thermal reference cases', () => {
  const cases = referenceCases('thermal');

  test('are all here', () => expect(cases).toHaveLength(18));

  test.each(cases)('$name', ({ wall, expected, tolerance }) => {
    const { thermal } = evaluate(validateWall(wall));
    const comparisons = compare(expected, thermal, '');
    expect(comparisons.length).toBeGreaterThan(10);
    const off = comparisons.filter(({ path, actual, expected: wanted }) => {
      if (typeof wanted === 'string') return actual !== wanted;
      const { absolute = 0, relative = 0 } = toleranceFor(path, tolerance);
      const allowed = Math.max(absolute, relative * Math.abs(wanted));
      return !(typeof actual === 'number' && Math.abs(actual - wanted) <= allowed);
    });
    expect(off).toEqual([]);
  });
});
