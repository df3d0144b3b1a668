import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { checkConnection, type ConnectionInput, type ConnectionResult } from '../src/index.ts';

interface Case {
  name: string;
  input: ConnectionInput;
  expected: ConnectionResult;
}

const CASES = JSON.parse(
  readFileSync(new URL('reference/attachment/cases.json', import.meta.url), 'utf8'),
) as Case[];

/** Every number within a relative 1e-6, every word the same. */
function expectLike(actual: unknown, expected: unknown, path: string): void {
  if (typeof expected === 'object' && expected !== null) {
    for (const [key, value] of Object.entries(expected))
      expectLike((actual as Record<string, unknown>)[key], value, `${path}.${key}`);
    return;
  }
  if (typeof expected !== 'number') return expect([path, actual]).toEqual([path, expected]);
  const off = Math.abs((actual as number) - expected) / Math.abs(expected);
  expect([path, off < 1e-6]).toEqual([path, true]);
}

describe('the reference connections', () => {
  test.each(CASES)('$name', ({ input, expected, name }) =>
    expectLike(checkConnection(input), expected, name),
  );
});
