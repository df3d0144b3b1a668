import type { SiteFile } from '@eldrun/core/site';
import { withBrief, type WallFile } from '@eldrun/core/build-up';
import type { DetailedHouse } from '@eldrun/core/edges';
import { DEMO_PROJECTS } from '@eldrun/demo';

/** The walls of the demo projects as files. */
export const WALLS: [string, WallFile][] = DEMO_PROJECTS.flatMap(({ brief, walls }) =>
  walls.map((wall): [string, WallFile] => [wall.name, withBrief(wall, brief)]),
);

export const wallNamed = (name: string): WallFile => WALLS.find(([of]) => of === name)![1];

const { brief, walls, house, details } = DEMO_PROJECTS[0]!;

/** The house of the first demo project with its walls and edges in it. */
export const HOUSE: DetailedHouse = {
  ...house!,
  assemblies: Object.fromEntries(
    Object.entries(house!.assemblies).map(([name, n]): [string, WallFile] => [
      name,
      withBrief(walls[n]!, brief),
    ]),
  ),
  ...(details ? { details } : {}),
};

/** Its site. */
export const SITE: SiteFile = { ...DEMO_PROJECTS[0]!.site!, house: HOUSE };
