import { withBrief, type WallFile } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { demoProject } from '@eldrun/demo/as-project';
import type { Project } from '@eldrun/project';

/** The walls of the demo projects as files. */
export const WALLS: [string, WallFile][] = DEMO_PROJECTS.flatMap(({ brief, walls }) =>
  walls.map((wall): [string, WallFile] => [wall.name, withBrief(wall, brief)]),
);

export const wallNamed = (name: string): WallFile => WALLS.find(([of]) => of === name)![1];

/** The first demo project: a house with its walls, edges and site. */
export const HOUSE: Project = demoProject(0);

/** A project of wall files alone: each has its name as its id. */
export const projectOfWalls = (...files: readonly WallFile[]): Project => ({
  ...HOUSE,
  id: '',
  brief: null,
  documents: files.map((document) => ({ id: document.name, kind: 'wall', revision: 1, document })),
});

/** All walls of the demo as one project. */
export const ALL_WALLS = projectOfWalls(...WALLS.map(([, file]) => file));
