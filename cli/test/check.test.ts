import { spawnSync } from 'node:child_process';
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { evaluate, type ResultFile } from '@eldrun/core/evaluation';
import { withBrief, type WallFile } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { eldrun } from './eldrun.ts';

const EXAMPLES = join(import.meta.dirname, '../../examples');
let folder: string;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'eldrun-check-'));
});

afterAll(() => rm(folder, { recursive: true }));

async function file(name: string, text: string): Promise<string> {
  const path = join(folder, name);
  await writeFile(path, text);
  return path;
}

const demoWalls = DEMO_PROJECTS.flatMap(({ brief, walls }) =>
  walls.map((wall) => withBrief(wall, brief)),
);

test('there is an example of each demo wall, and each gives what the core gives', async () => {
  const names = (await readdir(EXAMPLES)).filter((name) => name.endsWith('.json')).sort();
  expect(names).toHaveLength(demoWalls.length);
  const files = names.map((name) => join(EXAMPLES, name));
  const { code, stdout } = await eldrun('check', '--json', ...files);
  expect(code).toBe(0);
  const results = stdout
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as ResultFile);
  for (const [i, path] of files.entries()) {
    const wall = JSON.parse(await readFile(path, 'utf8')) as WallFile;
    expect(demoWalls).toContainEqual(wall);
    expect(results[i]).toEqual(evaluate(wall));
  }
});

test('the walls of the demo are judged as a peer would, half of them good', () => {
  const answers = demoWalls.map((wall) => [wall.name, evaluate(wall).judgment.moisture]);
  expect(answers).toEqual([
    ['North gable, option A', 'pass'],
    ['North gable, option B', 'pass'],
    ['North gable, all outside', 'pass'],
    ['Garage link, paint only', 'fail'],
    ['Wood-fiber wall with service cavity', 'pass'],
    ['Brick veneer on timber frame', 'pass'],
    ['Steel studs, cavity fill only', 'caution'],
    ['Inner vapor barrier, foam outside', 'fail'],
    ['Dries both ways', 'pass'],
    ['Two rows of studs, no foam', 'fail'],
  ]);
});

test('bad files are reported by name and field, the others still run', async () => {
  const good = JSON.stringify(demoWalls[0]);
  const { code, stdout, stderr } = await eldrun(
    'check',
    '--json',
    await file('first.json', good),
    await file('broken.json', '{"format": NaN}'),
    await file('thin.json', good.replace('"thickness":0.0127', '"thickness":0')),
    await file('large.json', ' '.repeat(1024 * 1024 + 1)),
    join(folder, 'missing.json'),
    folder,
    await file('last.json', good),
  );
  expect(code).toBe(2);
  expect(stdout.trim().split('\n')).toHaveLength(2);
  const lines = stderr.trim().split('\n');
  expect(lines).toHaveLength(5);
  expect(lines[0]).toMatch(/broken\.json: format: not JSON at line 1, column 12/);
  expect(lines[1]).toMatch(/thin\.json: layers\[0\]\.thickness: .*Allowed: above 0/);
  expect(lines[2]).toMatch(/large\.json: .*1 MiB/);
  expect(lines[3]).toMatch(/missing\.json: there is no such file/);
  expect(lines[4]).toMatch(/is a folder/);
});

test('the table reads in either system, and --strict fails with a failing verdict', async () => {
  const path = await file('wall.json', JSON.stringify(demoWalls[0]));
  const imperial = await eldrun('check', path, '--units', 'imperial', '--strict');
  expect(imperial.code).toBe(1);
  expect(imperial.stdout).toMatch(/Effective R +R 18\.0/);
  expect(imperial.stdout).toMatch(/○ NOTE .*°F/);
  expect((await eldrun('check', path)).stdout).toMatch(/Effective R +3\.1\d m²K\/W/);
});

test.each([
  [[]],
  [['check']],
  [['bake', 'x']],
  [['check', 'x', '--units', 'cubits']],
  [['check', 'x', '--bogus']],
])('%j is refused with help', async (argv) => {
  const { code, stderr } = await eldrun(...argv);
  expect(code).toBe(2);
  expect(stderr).toMatch(/eldrun: /);
});

test('hours are run on all cores, one file a line in order; what cannot be run stays static and says so', async () => {
  const nowhere = {
    ...demoWalls[0]!,
    outdoor: {
      designTemperature: -10,
      monthly: {
        temperature: Array<number>(12).fill(5),
        relativeHumidity: Array<number>(12).fill(0.8),
      },
    },
  };
  const files = [
    await file('one.json', JSON.stringify(demoWalls[0])),
    await file('two.json', JSON.stringify(nowhere)),
    await file('three.json', '{}'),
    await file('four.json', JSON.stringify(demoWalls[1])),
  ];
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [join(import.meta.dirname, '../bin/eldrun.mjs'), 'check', '--hourly', '--json', ...files],
    { encoding: 'utf8', env: { PATH: process.env['PATH'] } },
  );
  expect(stderr).toMatch(/three\.json: /);
  expect(status).toBe(2);
  const results = stdout
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as ResultFile);
  expect(results.map(({ wall, judgment }) => [wall, judgment.basis])).toEqual([
    [demoWalls[0]!.name, 'hourly'],
    [demoWalls[0]!.name, 'static'],
    [demoWalls[1]!.name, 'hourly'],
  ]);
  expect(results[0]!.judgment.moisture).toBe('pass');
  expect(results[1]!.problems.join()).toMatch(/no hourly run.*sun, wind, rain/);
}, 120_000);

test('--help helps', async () => {
  expect(await eldrun('--help')).toMatchObject({
    code: 0,
    stdout: expect.stringContaining('--strict'),
  });
});
