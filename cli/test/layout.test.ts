import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { House } from '@eldrun/core/house';
import type { LayoutFile } from '@eldrun/core/results';
import { eldrun } from './eldrun.ts';

const REFERENCE = join(import.meta.dirname, '../../core/test/reference/layout/one-window.json');
let folder: string;
let house: House;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'eldrun-layout-'));
  ({ house } = JSON.parse(await readFile(REFERENCE, 'utf8')) as { house: House });
});

afterAll(() => rm(folder, { recursive: true }));

async function file(name: string, content: unknown): Promise<string> {
  const path = join(folder, name);
  await writeFile(path, JSON.stringify(content));
  return path;
}

test('layout prints one line a house, each with every part of it', async () => {
  const good = await file('good.json', house);
  const { code, stdout } = await eldrun('layout', good, good, '--json');
  expect(code).toBe(0);
  const [one, two] = stdout
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as LayoutFile);
  expect(one).toEqual(two);
  expect(one).toMatchObject({ format: 'eldrun-layout', version: 1, problems: [] });
  const [wall] = one!.elevations;
  expect(wall!.id).toBe('e');
  for (const part of [
    'members',
    'plateSheet',
    'membrane',
    'furring',
    'courses',
    'fasteners',
  ] as const)
    expect(wall![part].length).toBeGreaterThan(0);
  expect(wall!.sheets.sheathing.length).toBeGreaterThan(0);
  expect(wall!.sheets.outside).toHaveLength(1);
  const totals = one!.takeoff.filter(({ elevation }) => elevation === null);
  expect(totals.map(({ role }) => role)).toEqual(
    expect.arrayContaining([
      'framing',
      'sheathing',
      'membrane',
      'insulation',
      'furring',
      'cladding',
    ]),
  );
});

test('a table says what each wall takes and what is wrong; a bad file is told by its field, and the others run', async () => {
  const [elevation] = house.elevations;
  const bad = await file('bad.json', { ...house, elevations: [{ ...elevation, length: 0 }] });
  const tall = await file('tall.json', {
    ...house,
    elevations: [{ ...elevation, openings: [{ ...elevation!.openings![0]!, sill: 2 }] }],
  });
  const { code, stdout, stderr } = await eldrun('layout', bad, tall, '--units', 'imperial');
  expect(code).toBe(2);
  expect(stderr).toMatch(/bad\.json: elevations\[0\]\.length: 0 is too small/);
  expect(stdout).toMatch(/! openings\[0\]: it is higher than the wall/);
  expect(stdout).toMatch(/framing 1\d\.\d+ % counted, R \d/);
  expect(stdout).toMatch(/sheathing: osb .*order \d+ sheet/);
});
