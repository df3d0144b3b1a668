import { PRICES_FORMAT } from '@eldrun/core/prices';
import type { Document } from '@eldrun/core/document';
import type { Project, ProjectDocument } from '@eldrun/project';
import { DEMO_PROJECTS, type DemoProject } from './projects.ts';

/**
 * A demo project as a project, as it lies in the database once it is loaded.
 *
 * @param n which one
 */
export function demoProject(n = 0): Project {
  const demo: DemoProject = DEMO_PROJECTS[n]!;
  const { name, units, brief, walls, prices, house, details, site } = demo;
  const idOf = (wall: number): string => `wall-${wall}`;
  const one = (kind: string, document: Document, id = kind): ProjectDocument => ({
    id,
    kind,
    revision: 1,
    document,
  });
  return {
    id: `demo-${n}`,
    name,
    units,
    revision: 1,
    brief,
    materials: {},
    weather: {},
    judged: {},
    documents: [
      ...walls.map((document, wall) => one('wall', document, idOf(wall))),
      ...(prices
        ? [
            one('prices', {
              format: PRICES_FORMAT,
              version: 1,
              name: 'Prices',
              ...prices,
            }),
          ]
        : []),
      ...(house
        ? [one('house', { ...house, assemblies: walled(house.assemblies) } as Document)]
        : []),
      ...(details ? [one('details', details)] : []),
      ...(site ? [one('site', site)] : []),
    ],
  };

  function walled(assemblies: Record<string, number>): Record<string, string> {
    return Object.fromEntries(
      Object.entries(assemblies).map(([assembly, wall]) => [assembly, idOf(wall)]),
    );
  }
}
