import { expect, test } from '@jest/globals';
import { assess, type Assessment } from '@eldrun/core/assessment';
import type { WallFile } from '@eldrun/core/build-up';
import {
  judgeWithRuns,
  madeUpWeather,
  planRuns,
  runPlan,
  type Judgment,
  type MoistureStatus,
} from '@eldrun/core/judgment';
import { validateWall } from '@eldrun/core/wall/schema';
import { readReference } from './reference.ts';

interface Case {
  name: string;
  about: string;
  wall: WallFile;
  expected: { moisture: { best: MoistureStatus; allowed: MoistureStatus[] } };
}

/** Walls that peers judged, each with the answer that is best and all that are allowed. */
export const CASES = Array.from({ length: 22 }, (_, i) => {
  const name = `j${String(i + 1).padStart(2, '0')}`;
  return { ...readReference<Case>(`judgment/${name}.json`), name };
});

export const assessed = (wall: WallFile): Assessment => assess(validateWall(wall));

/** The judgment by the years of the standard exposure. */
export function simulated(wall: WallFile): Judgment {
  const assessment = assessed(wall);
  const weather = madeUpWeather(assessment.wall);
  const plan = planRuns(assessment, weather);
  return judgeWithRuns(assessment, plan && runPlan(plan, weather));
}

/** Walls for which a peer’s best answer was not given; each answer must be allowed. */
export function notBest(
  cases: readonly Case[],
  judgments: ReadonlyMap<string, MoistureStatus>,
): string[] {
  return cases
    .filter(({ name, expected: { moisture } }) => {
      expect([name, moisture.allowed]).toEqual([
        name,
        expect.arrayContaining([judgments.get(name)!]) as unknown,
      ]);
      return judgments.get(name) !== moisture.best;
    })
    .map(({ name }) => name);
}

/**
 * Every third of the walls, simulated: seconds each, so that files of them are run side by side.
 *
 * @param third which one, from 0
 */
export function testSimulated(third: number): void {
  const cases = CASES.filter((_, n) => n % 3 === third);
  const answers = new Map<string, MoistureStatus>();

  test.each(cases)('simulated: $about', ({ name, wall, expected: { moisture } }) => {
    const answer = simulated(wall).moisture;
    answers.set(name, answer);
    expect(moisture.allowed).toContain(answer);
  });

  test('simulated: 70 % the best', () => {
    expect(notBest(cases, answers).length).toBeLessThanOrEqual(0.3 * cases.length);
  });
}
