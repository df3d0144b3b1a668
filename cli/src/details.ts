import { detailsFile, type DetailsFile } from '@eldrun/core/results';
import { formatText, type UnitSystem } from '@eldrun/core/units';
import { parseDetailedHouse } from '@eldrun/core/edges/file';
import { eachFile } from './files.ts';
import type { Output } from './output.ts';

interface Options {
  json: boolean;
  units: UnitSystem;
}

/**
 * Solves the edges of houses; a bad file is reported and the others are still solved.
 *
 * @returns 0, or 2 when any file was bad
 */
export const detailsFiles = (
  files: string[],
  { json, units }: Options,
  output: Output,
): Promise<number> =>
  eachFile(files, output, (text, path) => {
    const house = parseDetailedHouse(text);
    const found = detailsFile(house, {}, units);
    return json ? `${JSON.stringify(found)}\n` : table(house.name, path, found, units);
  });

const SHOWN = new Set(['fail', 'caution']);

/** Edges for a terminal: ψ, the coldest surface, what is wrong; then the chains and what they lose together. */
function table(
  name: string,
  path: string,
  { edges, heat, continuity, penetrations, problems }: DetailsFile,
  units: UnitSystem,
): string {
  return [
    `${name}  (${path})`,
    ...edges.flatMap((edge) => [
      `  ${edge.id}: ${formatText('elevation', edge.length, units)}${
        edge.psi === null || edge.surface === null
          ? ', nothing of it counts for heat'
          : `, ψ ${formatText('linearTransmittance', edge.psi, units)}, coldest ${formatText('temperature', edge.surface, units)}`
      }`,
      ...edge.findings
        .filter(({ status }) => SHOWN.has(status))
        .map(({ status, title }) => `    ${status === 'fail' ? '■' : '◆'} ${title}`),
    ]),
    `  walls ${heat.walls.toFixed(1)} W/K, openings ${heat.openings.toFixed(1)} W/K, edges ${heat.edges.toFixed(1)} W/K`,
    ...continuity.map(
      ({ line, whole, links, gaps }) =>
        `  ${line}: ${
          whole
            ? 'unbroken from footing to roof'
            : `${links.filter(({ status }) => status !== 'whole').length} edges broken${gaps.map((gap) => `; ${gap}`).join('')}`
        }`,
    ),
    ...penetrations.filter(({ open }) => open).map(({ title }) => `  ○ ${title}`),
    ...problems.map((problem) => `  ! ${problem}`),
    '',
    '',
  ].join('\n');
}
