import { expect } from '@jest/globals';
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
import { referenceCases } from './reference.ts';

interface Case {
  name: string;
  /** What it is, and of some why it is judged so. */
  about?: string;
  reason?: string;
  wall: WallFile;
  expected: { moisture: { best: MoistureStatus; allowed: MoistureStatus[] } };
}

/** Walls that peers judged, each with the answer that is best and all that are allowed. */
export const CASES = ['judgment', 'judgment3'].flatMap((folder) =>
  referenceCases<Case>(folder).map((one) => ({ ...one, about: one.about ?? one.reason! })),
);

/** Every third of them; with ELDRUN_JUDGED=all, all of them: their years take two minutes. */
export const SIMULATED =
  process.env.ELDRUN_JUDGED === 'all' ? CASES : CASES.filter((_, n) => n % 3 === 1);

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
