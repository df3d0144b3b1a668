import { STATUS_ORDER } from '../../assembly/verdicts/index.ts';
import type { ElevationLayout } from '../layout/index.ts';
import type { HouseEdge } from './house-edges.ts';
import { judgeEdgeHeat } from './solve.ts';
import { traceFindings } from './trace.ts';
import type { EdgeFinding, EdgeHeat, EdgeSection } from './types.ts';
import { gapVent } from './vents.ts';

/**
 * All that is found of an edge, worst first: of how it is made, of the lines through it, of its heat, at a base of the gap
 * above it too.
 *
 * @param section the edge as it is built
 * @param heat what the edge does to heat; null while its section is not solved
 * @param layouts the walls of the house, laid out
 */
export function edgeFindings(
  edge: HouseEdge,
  section: EdgeSection,
  heat: EdgeHeat | null,
  layouts: readonly ElevationLayout[],
): EdgeFinding[] {
  return [
    ...section.findings,
    ...traceFindings(section),
    ...(heat ? [judgeEdgeHeat(edge.stack.wall, heat)] : []),
    ...(edge.kind === 'base' ? ventFindings(edge, layouts) : []),
  ].sort((a, b) => STATUS_ORDER.indexOf(a.status) - STATUS_ORDER.indexOf(b.status));
}

/** What is found of the gap that starts at a base: of its highest wall. */
function ventFindings(
  { stack, said, places }: HouseEdge,
  layouts: readonly ElevationLayout[],
): EdgeFinding[] {
  const gaps = layouts
    .filter(({ elevation }) => places.some((place) => place.elevation === elevation.id))
    .flatMap((layout) => gapVent(stack, said, layout) ?? []);
  const [highest] = gaps.toSorted((a, b) => b.height - a.height);
  return (highest?.findings ?? []).map((one, n) => ({ id: `vent${n}`, ...one }));
}
