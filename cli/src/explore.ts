import { assess } from '@eldrun/core/assessment';
import {
  exploreSteps,
  nextSteps,
  type Exploration,
  type Explored,
  type NextStep,
  type Value,
} from '@eldrun/core/exploration';
import { formatText, messageText, type UnitSystem } from '@eldrun/core/units';
import { pricedMaterials, pricedWall, type PriceBook } from '@eldrun/core/prices';
import type { Measures } from '@eldrun/core/options';
import { checkCombinations, parseExploration } from '@eldrun/core/exploration/schema';
import { explain, readText } from './files.ts';
import { EXIT, type Output } from './output.ts';
import { SIGN } from './table.ts';

interface Options {
  json: boolean;
  units: UnitSystem;
  prices: PriceBook | null;
  /** No more combinations than these, evenly spread. */
  sample: number;
}

/**
 * Evaluates every combination of explorations; a bad file is reported and the others still run.
 *
 * @returns 0, or 2 when any file was bad
 */
export async function exploreFiles(
  files: string[],
  { json, units, prices, sample }: Options,
  output: Output,
): Promise<number> {
  let bad = false;
  const materials = pricedMaterials(prices);
  for (const path of files)
    try {
      const read = parseExploration(await readText(path));
      const exploration = { ...read, wall: pricedWall(prices, read.wall) };
      if (sample === Infinity) checkCombinations(exploration);
      const steps = exploreSteps(exploration, materials, sample);
      let step = steps.next();
      while (!step.done) step = steps.next();
      const next = nextSteps(assess(exploration.wall, materials), materials);
      output.stdout.write(
        json
          ? `${JSON.stringify(forMachines(step.value, next))}\n`
          : table(path, exploration, step.value, next, units),
      );
    } catch (error) {
      output.stderr.write(`${path}: ${explain(error)}\n`);
      bad = true;
    }
  return bad ? EXIT.badInput : EXIT.ok;
}

/** What `--json` prints. */
function forMachines(
  { combinations, evaluated, excluded, frontier, problems }: Explored,
  next: readonly NextStep[],
) {
  return {
    format: 'eldrun-explored',
    version: 1,
    combinations,
    evaluated,
    excluded,
    frontier: frontier.map(({ values, measures }) => ({ values, measures })),
    nextSteps: next.map((step) => ({ ...step, text: messageText(step.text, 'metric') })),
    problems: problems.map(({ text, count }) => `${count} make no wall: ${text}`),
  };
}

/** The frontier and the next steps for a terminal. */
function table(
  path: string,
  exploration: Exploration,
  { combinations, evaluated, excluded, frontier, problems }: Explored,
  next: readonly NextStep[],
  units: UnitSystem,
): string {
  const out = Object.entries(excluded)
    .map(([limit, count]) => `${count} by ${limit}`)
    .join(', ');
  const said = (value: Value): string =>
    typeof value === 'number'
      ? formatText('length', value, units)
      : typeof value === 'boolean'
        ? value
          ? 'absent'
          : 'there'
        : typeof value === 'string'
          ? value
          : 'air';
  return [
    `${exploration.wall.name}  (${path})`,
    `  ${evaluated} of ${combinations} combinations evaluated${out ? `; excluded: ${out}` : ''}`,
    ...problems.map(({ text, count }) => `  ${count} make no wall: ${text}`),
    frontier.length === 0
      ? '  No combination meets the limits.'
      : `  ${frontier.length} that none beats in ${exploration.objectives.join(', ')}:`,
    ...frontier.map(
      ({ values, measures }) =>
        `    ${measuresText(measures, units)}  ${values.map(said).join(', ')}`,
    ),
    ...(next.length > 0 ? ['  Next steps from the wall as it is:'] : []),
    ...next.map(
      ({ text, measures }) => `    ${measuresText(measures, units)}  ${messageText(text, units)}`,
    ),
    '',
    '',
  ].join('\n');
}

function measuresText({ r, cost, thickness, moisture }: Measures, units: UnitSystem): string {
  return [
    formatText('resistance', r, units),
    cost === null ? 'no price' : formatText('costPerArea', cost, units),
    formatText('length', thickness, units),
    SIGN[moisture],
  ].join(' · ');
}
