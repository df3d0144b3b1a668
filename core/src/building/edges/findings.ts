import { STATUS_ORDER } from '../../assembly/verdicts/index.ts';
import type { ResolvedWall } from '../../physics/build-up/index.ts';
import { judgeEdgeHeat } from './solve.ts';
import { traceFindings } from './trace.ts';
import type { EdgeFinding, EdgeHeat, EdgeSection } from './types.ts';

/**
 * All that is found of an edge, worst first: of how it is made, of the lines through it, of its heat.
 *
 * @param wall the wall at the edge
 * @param heat what the edge does to heat; null while its section is not solved
 */
export function edgeFindings(
  wall: ResolvedWall,
  section: EdgeSection,
  heat: EdgeHeat | null,
): EdgeFinding[] {
  return [
    ...section.findings,
    ...traceFindings(section),
    ...(heat ? [judgeEdgeHeat(wall, heat)] : []),
  ].sort((a, b) => STATUS_ORDER.indexOf(a.status) - STATUS_ORDER.indexOf(b.status));
}
