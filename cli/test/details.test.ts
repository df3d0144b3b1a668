import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { DetailsFile } from '@eldrun/core/results';
import type { House } from '@eldrun/core/house';
import { eldrun } from './eldrun.ts';

const REFERENCE = join(import.meta.dirname, '../../core/test/reference/layout/one-window.json');
const DETAILS = { format: 'eldrun-details', version: 1, name: 'Edges' };
let folder: string;
let house: House;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'eldrun-details-'));
  ({ house } = JSON.parse(await readFile(REFERENCE, 'utf8')) as { house: House });
});

afterAll(() => rm(folder, { recursive: true }));

async function file(name: string, content: unknown): Promise<string> {
  const path = join(folder, name);
  await writeFile(path, JSON.stringify(content));
  return path;
}

test('details gives ψ of every edge with its section, which section solves again', async () => {
  const plain = await file('plain.json', house);
  const { code, stdout } = await eldrun('details', plain, '--json');
  expect(code).toBe(0);
  const found = JSON.parse(stdout) as DetailsFile;
  const kinds = found.edges.map(({ kind }) => kind);
  expect(kinds).toEqual(expect.arrayContaining(['head', 'jamb', 'sill', 'base', 'eave']));
  const jamb = found.edges.find(({ kind }) => kind === 'jamb')!;
  const section = await file('jamb.json', jamb.section);
  const solved = JSON.parse((await eldrun('section', section, '--json')).stdout) as {
    couplings: { l2d: number }[];
  };
  expect(solved.couplings.length).toBeGreaterThan(3);
  expect(found.continuity.map(({ line }) => line)).toEqual(['air', 'water', 'insulation']);
});

test('what the house says of its edges counts, and a bad field is named', async () => {
  const cladding = { ...DETAILS, groups: { opening: { position: 'cladding' } } };
  const [usual, moved] = await Promise.all(
    [house, { ...house, details: cladding }].map(async (one, n) => {
      const { stdout } = await eldrun('details', await file(`h${n}.json`, one), '--json');
      return JSON.parse(stdout) as DetailsFile;
    }),
  );
  const trim = (found: DetailsFile) =>
    found.edges.find(({ kind }) => kind === 'jamb')!.measures['trim']!;
  expect(trim(moved!)).toBeLessThan(trim(usual!));
  const bad = await file('bad.json', {
    ...house,
    details: { ...DETAILS, groups: { opening: { frameDepth: -1 } } },
  });
  const { code, stderr } = await eldrun('details', bad);
  expect(code).toBe(2);
  expect(stderr).toMatch(/bad\.json: details\.groups\.opening\.frameDepth/);
  const table = await eldrun('details', await file('table.json', house), '--units', 'imperial');
  expect(table.stdout).toMatch(/jamb \S+: .*ψ 0\.\d+ Btu/);
});
