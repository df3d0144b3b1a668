import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { register } from 'tsx/esm/api';
import { ROOT } from './packages.mjs';

/** Writes an example file of each demo wall, and a year of made-up weather for the demo town. */
register();
const { CLIMATES, weatherOfClimate, withBrief, writeEpw } = await import('../core/src/index.ts');
const { DEMO_PROJECTS } = await import('../server/src/demo/projects.ts');

const folder = join(ROOT, 'examples');
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder);
for (const { name: project, brief, walls } of DEMO_PROJECTS)
  for (const wall of walls) {
    const name = `${project} ${wall.name}`.toLowerCase().replace(/[^a-z0-9]+/g, '-');
    writeFileSync(
      join(folder, `${name}.json`),
      `${JSON.stringify(withBrief(wall, brief), null, 2)}\n`,
    );
  }

const weather = weatherOfClimate(CLIMATES['cool-humid'], 2026, 'Harrow Fell');
writeFileSync(join(folder, 'harrow-fell.epw'), writeEpw(weather, 'Made up by Eldrun'));
