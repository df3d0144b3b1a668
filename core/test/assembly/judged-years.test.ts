import { describe, expect, test } from '@jest/globals';
import type { MoistureStatus } from '@eldrun/core/judgment';
import { SIMULATED, simulated } from '../judged-by-peers.ts';

describe('walls that peers judged, by the years of the standard exposure', () => {
  const answers = new Map<string, MoistureStatus>();

  test.each(SIMULATED)('$about', ({ name, wall, expected: { moisture } }) => {
    const answer = simulated(wall).moisture;
    answers.set(name, answer);
    expect(moisture.allowed).toContain(answer);
  });

  test('70 % the best', () => {
    const best = SIMULATED.filter(
      ({ name, expected: { moisture } }) => answers.get(name) === moisture.best,
    );
    expect(best.length).toBeGreaterThanOrEqual(0.7 * SIMULATED.length);
  });
});
