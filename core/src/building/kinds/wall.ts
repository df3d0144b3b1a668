import { assess, type Assessment } from '../../assembly/assessment/index.ts';
import type { Summary } from '../../common/document/index.ts';
import type { DocumentKind } from './kind.ts';
import {
  judge,
  judgeWithRuns,
  madeUpWeather,
  planRuns,
  runPlan,
  runsWanted,
  type Judgment,
} from '../../assembly/judgment/index.ts';
import { effectOf, worstFinding } from '../../assembly/verdicts/index.ts';
import {
  applyCommand,
  materialsUsed,
  standaloneWall,
  type Command,
} from '../../assembly/wall/index.ts';
import {
  WALL_VERSION,
  withBrief,
  type Brief,
  type ProjectWall,
} from '../../physics/build-up/index.ts';
import { validateProjectWall } from '../../assembly/wall/schema.ts';

/** The weather file that a wall's own climate came from. */
const weatherOf = ({ outdoor }: Partial<Brief>): string[] =>
  outdoor && 'weather' in outdoor && outdoor.weather ? [outdoor.weather] : [];

function summaryOf(assessment: Assessment, judgment: Judgment, more: boolean): Summary {
  const worst = worstFinding(assessment);
  // What it costs depends on the prices of the project as well: the page computes it.
  const { cost: _, ...figures } = effectOf(assessment);
  return {
    judgment: judgment.moisture,
    basis: judgment.basis,
    title: judgment.decides.text,
    worst: worst && { status: worst.status, title: worst.title },
    figures,
    more,
  };
}

/** One framed wall assembly. Its summary is the judgment of its moisture; the longer one simulates the standard exposure. */
export const WALL: DocumentKind<ProjectWall, Command, Brief> = {
  kind: 'wall',
  label: 'wall',
  version: WALL_VERSION,
  validate: (value, { materials }) => validateProjectWall(value, materials),
  apply: applyCommand,
  references: (wall) => ({
    documents: [],
    // What the wall brings along itself it does not need from its project.
    materials: materialsUsed(wall).filter((id) => !Object.hasOwn(wall.materials ?? {}, id)),
    weather: weatherOf(wall),
  }),
  summarize(document, { brief, materials }, { long, weather }) {
    const file = withBrief(document, brief);
    const assessment = assess(file, materials);
    if (!long || !runsWanted(assessment))
      return summaryOf(assessment, judge(assessment), runsWanted(assessment));
    const hours = weather[weatherOf(file)[0] ?? ''] ?? madeUpWeather(assessment.wall);
    const plan = planRuns(assessment, hours);
    const runs = plan && runPlan(plan, hours, materials);
    return summaryOf(assessment, judgeWithRuns(assessment, runs), false);
  },
  fileOf: (wall, { brief, materials }) => standaloneWall(wall, brief, materials),
};
