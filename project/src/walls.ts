import { assess, type Assessment } from '@eldrun/core/assessment';
import {
  resolveWall,
  type ProjectWall,
  type ResolvedWall,
  type WallFile,
} from '@eldrun/core/build-up';
import type { WeatherYear } from '@eldrun/core/climate';
import { InputError } from '@eldrun/core/errors';
import {
  judge,
  judgeWithRuns,
  judgmentFixes,
  madeUpWeather,
  noWorseThan,
  planRuns,
  runPlan,
  runsWanted,
  type Judgment,
  type JudgmentFixes,
} from '@eldrun/core/judgment';
import type { Materials } from '@eldrun/core/materials';
import { pricedMaterials, pricedWall, type PriceBook } from '@eldrun/core/prices';
import { verdictsOf, type Verdict } from '@eldrun/core/verdicts';
import { standaloneWall } from '@eldrun/core/wall';
import { derivation } from './derive.ts';
import { onlyDocument, type Project } from './documents.ts';

/** The project itself, for what is said of all of it. */
export const wholeProject = derivation(
  'project',
  (project) => [project],
  (project) => project,
);

/** The project's price book; null leaves everything at demo prices. */
export const priceBook = derivation(
  'price book',
  (project) => [onlyDocument<PriceBook>(project, 'prices')?.document ?? null],
  (book) => book,
);

/** What all walls are computed with: the project's own materials and those that its book prices, by id. */
export const materialsAtPrices = derivation(
  'materials at prices',
  ({ materials }, look) => [look(priceBook), materials],
  (book, materials): Materials => pricedMaterials(book, materials),
);

const saved = (project: Project, id: string): ProjectWall | null => {
  const found = project.documents.find((one) => one.id === id && one.kind === 'wall');
  return (found?.document as ProjectWall | undefined) ?? null;
};

/** A wall as a file that stands alone, at demo prices, by its id. @throws InputError for a wall that is not there */
export const wallAlone = derivation(
  'wall alone',
  (project, _, id) => [saved(project, id), project.brief, project.materials],
  (wall, brief, materials): WallFile => {
    if (!wall) throw new InputError('wall', 'there is no such wall', 'the id of a wall');
    return brief ? standaloneWall(wall, brief, materials) : (wall as WallFile);
  },
);

/** The same at the project's prices: what every number of the wall is computed from. */
export const wallFile = derivation(
  'wall file',
  (_, look, id) => [look(priceBook), look(wallAlone, id)],
  (book, alone): WallFile => pricedWall(book, alone),
);

/** A wall with its materials looked up. @throws InputError for a material that is not there */
export const resolvedWall = derivation(
  'resolved wall',
  (_, look, id) => [look(wallFile, id), look(materialsAtPrices)],
  (file, materials): ResolvedWall => resolveWall(file, materials),
);

/** A wall that there is something of. @throws InputError */
export function withLayers(file: WallFile): WallFile {
  if (file.layers.length > 0) return file;
  throw new InputError(`wall “${file.name}”`, 'has no layer yet', 'a wall with layers');
}

/** Every number of a wall. @throws InputError where one cannot be computed */
export const assessedWall = derivation(
  'assessed wall',
  (_, look, id) => [look(wallFile, id), look(materialsAtPrices)],
  (file, materials): Assessment => assess(withLayers(file), materials),
);

/** What is found of a wall, whatever its years say. */
export const foundOfWall = derivation(
  'found of wall',
  (_, look, id) => [look(assessedWall, id), look(materialsAtPrices)],
  (assessment, materials): Verdict[] => verdictsOf(assessment, materials, noWorseThan(assessment)),
);

/** Whether a wall stays dry, by the static methods. */
export const judgedWall = derivation(
  'judged wall',
  (_, look, id) => [look(assessedWall, id)],
  (assessment): Judgment => judge(assessment),
);

/** The weather file that a wall stands in; null where it stands in a climate. */
const weatherOf = ({ outdoor }: WallFile): string | null =>
  'weather' in outdoor && outdoor.weather ? outdoor.weather : null;

/**
 * Whether a wall stays dry, by the years of its standard exposure: a second and more. The static judgment where no years
 * are run.
 */
export const simulatedWall = derivation(
  'simulated wall',
  (project, look, id) => [
    look(assessedWall, id),
    look(judgedWall, id),
    look(materialsAtPrices),
    project.weather[weatherOf(look(wallFile, id)) ?? ''] ?? null,
  ],
  (assessment, judgment, materials, weather: WeatherYear | null): Judgment => {
    if (!runsWanted(assessment)) return judgment;
    const hours = weather ?? madeUpWeather(assessment.wall);
    const plan = planRuns(assessment, hours);
    return judgeWithRuns(assessment, plan && runPlan(plan, hours, materials));
  },
);

/** What mends a wall that fails or is cautioned, judged without hours. */
export const mendsOfWall = derivation(
  'mends of wall',
  (_, look, id) => [look(assessedWall, id), look(judgedWall, id), look(materialsAtPrices)],
  (assessment, judgment, materials): JudgmentFixes =>
    judgmentFixes(assessment, judgment, materials, null),
);

/** The same where its years are run: seconds for a wall that fails. */
export const mendsOfSimulatedWall = derivation(
  'mends of simulated wall',
  (project, look, id) => [
    look(assessedWall, id),
    look(simulatedWall, id),
    look(materialsAtPrices),
    project.weather[weatherOf(look(wallFile, id)) ?? ''] ?? null,
  ],
  (assessment, judgment, materials, weather: WeatherYear | null): JudgmentFixes =>
    judgmentFixes(
      assessment,
      judgment,
      materials,
      judgment.basis === 'hourly' ? (weather ?? madeUpWeather(assessment.wall)) : null,
    ),
);
