import { say } from '../../common/units/index.ts';
import type { EdgeFinding, EdgeSection, Joint, LineName } from './types.ts';

const WORDS: Record<LineName, { name: string; broken: string }> = {
  air: {
    name: 'Air line',
    broken: 'Indoor air leaks out there, and what it carries condenses behind.',
  },
  water: { name: 'Water line', broken: 'Rain that passes the cladding gets in there.' },
  insulation: {
    name: 'Insulation line',
    broken: 'Heat goes around the insulation there; ψ says how much.',
  },
};

/** The joints of a line that are open. */
export const breaksOf = ({ lines }: Pick<EdgeSection, 'lines'>, line?: LineName): Joint[] =>
  lines
    .filter((one) => line === undefined || one.line === line)
    .flatMap(({ joints }) => joints.filter(({ sealed }) => !sealed));

/** What is found of the lines through an edge: each break, and each line that is whole. */
export function traceFindings(section: EdgeSection): EdgeFinding[] {
  return section.lines.flatMap((traced): EdgeFinding[] => {
    const { name, broken } = WORDS[traced.line];
    const open = traced.joints.filter(({ sealed }) => !sealed);
    if (open.length === 0)
      return [
        {
          id: `line-${traced.line}`,
          status: 'pass',
          title: say`${name} unbroken`,
          reason:
            traced.joints.length === 0
              ? say`It runs through ${traced.by} without a joint.`
              : say`Through ${traced.by}; it relies on: ${traced.joints.map((joint) => joint.name).join('; ')}.`,
        },
      ];
    return open.map(({ id, name: joint, at }) => ({
      id: `break-${id}`,
      status: traced.line === 'insulation' ? 'caution' : 'fail',
      title: say`${name} broken: ${joint}`,
      reason: say`${broken}`,
      at,
    }));
  });
}
