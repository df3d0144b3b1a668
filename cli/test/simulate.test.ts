import { copyFile, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import {
  drawSample,
  SAMPLE_RANGES,
  WEATHER_SEED,
  type Sample,
  type SampleSummary,
} from '@eldrun/core/judgment';
import { withBrief } from '@eldrun/core/build-up';
import type { SimulationFile, Transient } from '@eldrun/core/transient';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { eldrun } from './eldrun.ts';

let folder: string;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'eldrun-simulate-'));
  await copyFile(
    join(import.meta.dirname, '../../examples/harrow-fell.epw'),
    join(folder, 'year.epw'),
  );
});

afterAll(() => rm(folder, { recursive: true }));

const { brief, walls } = DEMO_PROJECTS[0]!;
const SHORT: Transient = {
  climate: { climate: 'cold-humid', seed: 4 },
  side: 'north',
  start: 6552,
  hours: 720,
  watch: 'L4',
  initial: { temperature: 15, relativeHumidity: 0.7, layers: { L4: { moistureContent: 0.22 } } },
  cavity: { layer: 'L6', airChangesPerHour: 30 },
  rain: { layer: 'L4', face: 'outer', share: 0.01 },
};

async function file(name: string, transient: object, change: object = {}): Promise<string> {
  const simulation = {
    format: 'eldrun-simulation',
    version: 1,
    wall: withBrief(walls[0]!, brief),
    transient,
    ...change,
  } as SimulationFile;
  const path = join(folder, name);
  await writeFile(path, JSON.stringify(simulation));
  return path;
}

test('a run prints a summary, or one line of JSON a file, the same each time', async () => {
  const path = await file('short.json', SHORT);
  const { code, stdout } = await eldrun('simulate', path);
  expect(code).toBe(0);
  expect(stdout).toMatch(/Moisture of L4 .*at most \d+\.\d %/);
  expect(stdout).toMatch(/Mold index, peak .*very-sensitive/);
  expect(stdout).toContain('professional’s judgment');
  const json = await eldrun('simulate', path, path, '--json');
  const [first, second] = json.stdout.trim().split('\n');
  expect(first).toBe(second);
  const result = JSON.parse(first!) as Record<string, { mc: number[] } & Record<string, number>>;
  expect(Object.keys(result)).toEqual(
    expect.arrayContaining([
      'weekly',
      'monthly',
      'peak',
      'end',
      'dryTo16',
      'totals',
      'balance',
      'mold',
    ]),
  );
  expect(result['weekly']!.mc).toHaveLength(4);
  expect(Math.abs(result['balance']!['moisture']!)).toBeLessThan(1e-4);
});

test('a weather file is found from where the simulation lies, by object or by its path alone', async () => {
  const byObject = await eldrun(
    'simulate',
    '--json',
    await file('a.json', { ...SHORT, climate: { epw: 'year.epw' } }),
  );
  const byPath = await eldrun(
    'simulate',
    '--json',
    await file('b.json', { ...SHORT, climate: 'year.epw' }),
  );
  expect(byObject.code).toBe(0);
  expect(byPath.stdout).toBe(byObject.stdout);
  const lost = await eldrun('simulate', await file('c.json', { ...SHORT, climate: 'none.epw' }));
  expect(lost.code).toBe(2);
  expect(lost.stderr).toMatch(/transient\.climate: none\.epw: there is no such file/);
});

test.each([
  ['no hours', { ...SHORT, hours: 0 }, /transient\.hours/],
  ['over ten years', { ...SHORT, hours: 90_000 }, /transient\.hours.*at most 87624/],
  ['a side that is none', { ...SHORT, side: 'up' }, /transient\.side/],
  ['a climate that is none', { ...SHORT, climate: { climate: 'moon' } }, /no “moon”/],
  ['a formula with a gap', { ...SHORT, climate: { Tmean: 5 } }, /transient\.climate\.Tyear/],
  ['a layer that is not there', { ...SHORT, watch: 'L99' }, /transient\.watch/],
  [
    'a start that holds nothing',
    { ...SHORT, initial: { temperature: 15, relativeHumidity: 0 } },
    /relativeHumidity/,
  ],
])('%s is refused with its field and exit code 2', async (name, transient, problem) => {
  const { code, stderr, stdout } = await eldrun('simulate', await file(`${name}.json`, transient));
  expect(code).toBe(2);
  expect(stderr).toMatch(problem);
  expect(stdout).toBe('');
});

test('how sure: samples of the wall, the same each time; a bad number is refused', async () => {
  const path = await file('sure.json', SHORT);
  const one = await eldrun('simulate', '--samples', '2', '--json', path);
  expect(one.code).toBe(0);
  const { samples, verdict, matters, drawn } = JSON.parse(one.stdout) as SampleSummary & {
    drawn: Sample[];
  };
  // Fewer than 30 samples rank nothing.
  expect({ samples, verdict, inputs: matters.length }).toEqual({
    samples: 2,
    verdict: 'holds',
    inputs: 0,
  });
  expect(drawn[0]!.drawn).toEqual(drawSample(0, SAMPLE_RANGES, WEATHER_SEED));
  const table = await eldrun('simulate', '--samples', '1', path);
  expect(table.stdout).toMatch(/: holds\n {2}1 samples: 0 % fail/);
  const wrong = await eldrun('simulate', '--samples', 'many', path);
  expect(wrong.code).toBe(2);
  expect(wrong.stderr).toMatch(/1 to 10000/);
}, 120_000);

test('a wall that is none is named inside the simulation, and broken JSON by line', async () => {
  const wall = await file('wall.json', SHORT, { wall: { format: 'eldrun-wall', version: 1 } });
  expect((await eldrun('simulate', wall)).stderr).toMatch(/wall\.name/);
  const broken = join(folder, 'broken.json');
  await writeFile(broken, `${await readFile(wall, 'utf8')},`);
  expect((await eldrun('simulate', broken)).stderr).toMatch(/not JSON at line 1/);
});
