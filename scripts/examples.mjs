import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { register } from 'tsx/esm/api';
import { ROOT } from './packages.mjs';

/**
 * Writes an example file of each demo wall, demo house and demo site, a year of made-up weather for the demo town, and the table of
 * addresses in docs/api.md.
 */
register();
const { withBrief } = await import('@eldrun/core/build-up');
const { CLIMATES, weatherOfClimate, writeEpw } = await import('@eldrun/core/climate');
const { DEMO_PROJECTS } = await import('@eldrun/demo');

const folder = join(ROOT, 'examples');
rmSync(folder, { recursive: true, force: true });
for (const below of ['houses', 'sites']) mkdirSync(join(folder, below), { recursive: true });
const named = (name) => name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
const write = (path, file) =>
  writeFileSync(join(folder, path), `${JSON.stringify(file, null, 2)}\n`);
for (const { name: project, brief, walls, house, details, site } of DEMO_PROJECTS) {
  const files = walls.map((wall) => withBrief(wall, brief));
  for (const file of files) write(`${named(`${project} ${file.name}`)}.json`, file);
  if (!house) continue;
  const assemblies = Object.entries(house.assemblies).map(([name, n]) => [name, files[n]]);
  const built = {
    ...house,
    name: project,
    assemblies: Object.fromEntries(assemblies),
    ...(details ? { details } : {}),
  };
  write(`houses/${named(project)}.json`, built);
  if (site) write(`sites/${named(project)}.json`, { ...site, name: project, house: built });
}

const weather = weatherOfClimate(CLIMATES['cool-humid'], 2026, 'Harrow Fell');
writeFileSync(join(folder, 'harrow-fell.epw'), writeEpw(weather, 'Made up by Eldrun'));

const { ENDPOINTS } = await import('../contract/src/endpoints.ts');
const page = join(ROOT, 'docs', 'api.md');
const [head] = readFileSync(page, 'utf8').split(/(?<=<!-- the table of addresses -->\n)/);
writeFileSync(page, `${head}\n${tableOf(ENDPOINTS)}`);

/** The addresses as a table. */
function tableOf(endpoints) {
  const rows = Object.values(endpoints).map(
    ({ method, path, about }) => `| \`${method}\` | \`${path}\` | ${about} |`,
  );
  return ['| | below `/api` | |', '| --- | --- | --- |', ...rows, ''].join('\n');
}
