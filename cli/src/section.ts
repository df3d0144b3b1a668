import { parseSection, solveSection, type SectionAnswer } from '@eldrun/core/plane-section';
import { eachFile } from './files.ts';
import type { Output } from './output.ts';

/**
 * Solves plane sections; a bad file is reported and the others are still solved.
 *
 * @returns 0, or 2 when any file was bad
 */
export const sectionFiles = (
  files: string[],
  { json }: { json: boolean },
  output: Output,
): Promise<number> =>
  eachFile(files, output, (text, path) => {
    const answer = solveSection(parseSection(text));
    return json ? `${JSON.stringify(answer)}\n` : table(path, answer);
  });

/** A section for a terminal, in SI as the file is. */
function table(
  path: string,
  { probes, flows, couplings, change, ended, cells, problems }: SectionAnswer,
): string {
  const figure = (value: number | null, unit: string, digits: number): string =>
    value === null ? 'no end' : `${value.toFixed(digits)} ${unit}`;
  return [
    path,
    ...Object.entries(probes).map(([name, value]) => `  ${name}: ${figure(value, '°C', 2)}`),
    ...Object.entries(flows).map(([name, value]) => `  from ${name}: ${figure(value, 'W/m', 3)}`),
    ...couplings.map(({ from, to, l2d }) => `  L2D ${from} to ${to}: ${figure(l2d, 'W/(m·K)', 4)}`),
    `  ${cells} cells; the last refinement changed a coupling by ${(100 * change).toFixed(3)} %${
      ended === 'budget' ? ', when the most cells were reached' : ''
    }`,
    ...problems.map((problem) => `  ! ${problem}`),
    '',
    '',
  ].join('\n');
}
