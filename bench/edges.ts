import { assemblyParts, layoutHouse } from '@eldrun/core/layout';
import { houseEdges, sectionOf, solveEdge, type EdgeSection } from '@eldrun/core/edges';
import { withBrief } from '@eldrun/core/build-up';
import type { House } from '@eldrun/core/house';
import { DEMO_PROJECTS } from '@eldrun/demo';

/** The demo house with its walls in it. */
function demoHouse(): House {
  const { brief, walls, house } = DEMO_PROJECTS[0]!;
  const assemblies = Object.entries(house!.assemblies).map(([name, n]) => [
    name,
    withBrief(walls[n]!, brief),
  ]);
  return { ...house!, assemblies: Object.fromEntries(assemblies) as House['assemblies'] };
}

function milliseconds(work: () => unknown, times: number): number {
  const all = Array.from({ length: times }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return all.sort((a, b) => a - b)[times >> 1]!;
}

/** Time of edges: one of each kind, and all of a house from its layers to ψ. */
export function edgesFigures(): Record<string, number> {
  const house = demoHouse();
  const { elevations } = layoutHouse(house, assemblyParts(house.assemblies));
  const details = DEMO_PROJECTS[0]!.details!;
  const sections = (): EdgeSection[] => houseEdges(house, elevations, details).edges.map(sectionOf);
  const all = sections();
  const slowest = all
    .filter(({ thermal }) => thermal)
    .map((section) => ({ section, ms: milliseconds(() => solveEdge(section), 9) }))
    .reduce((a, b) => (b.ms > a.ms ? b : a));
  const jamb = all.find(({ kind }) => kind === 'jamb')!;
  return {
    'edge, a jamb with ψ, ms': milliseconds(() => solveEdge(jamb), 25),
    'edge, the slowest of a house, ms': slowest.ms,
    'edges of a house, how many': all.length,
    'edges of a house, from the layers to ψ, ms': milliseconds(() => sections().map(solveEdge), 5),
  };
}
