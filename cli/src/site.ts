import { formatText, type UnitSystem } from '@eldrun/core/units';
import { siteFile, type SitePlanFile } from '@eldrun/core/site';
import { parseSite } from '@eldrun/core/site/file';
import { eachFile } from './files.ts';
import type { Output } from './output.ts';

interface Options {
  json: boolean;
  units: UnitSystem;
}

/**
 * Plans sites; a bad file is reported and the others are still planned.
 *
 * @returns 0, or 2 when any file was bad
 */
export const siteFiles = (
  files: string[],
  { json, units }: Options,
  output: Output,
): Promise<number> =>
  eachFile(files, output, (text, path) => {
    const site = parseSite(text);
    const plan = siteFile(site, {}, units);
    return json ? `${JSON.stringify(plan)}\n` : table(site.name, path, plan, units);
  });

/** A plan for a terminal: each step with its days, crews, clocks that need somebody, what is wrong. */
function table(name: string, path: string, plan: SitePlanFile, units: UnitSystem): string {
  const width = Math.max(...plan.steps.map(({ id }) => id.length), 4);
  return [
    `${name}  (${path})`,
    ...plan.steps.map(
      ({ id, start, finish, crew, hours }) =>
        `  ${id.padEnd(width)}  ${start ?? 'held      '}  ${finish ?? '          '}  ${crew}, ${formatText('number', hours, units)} h`,
    ),
    ...plan.crews.map(
      ({ crew, people, passes, hours }) =>
        `  ${crew}: ${people} people, ${formatText('number', hours, units)} h, ${passes} × around the house`,
    ),
    ...plan.clocks
      .filter(({ status }) => status !== 'pass')
      .map(
        ({ what, step, deadline, covered }) =>
          `  ! ${step}: ${what} until ${deadline}, ${covered ? `covered on ${covered}` : 'no covering in sight'}`,
      ),
    ...plan.problems.map((problem) => `  ! ${problem}`),
    '',
    '',
  ].join('\n');
}
