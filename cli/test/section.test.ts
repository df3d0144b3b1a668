import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { SectionAnswer, SectionFile } from '@eldrun/core/plane-section';
import { eldrun } from './eldrun.ts';

const REFERENCE = join(import.meta.dirname, '../../core/test/reference/plane/cases.json');
let folder: string;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'eldrun-section-'));
});

afterAll(() => rm(folder, { recursive: true }));

async function file(name: string, content: unknown): Promise<string> {
  const path = join(folder, name);
  await writeFile(path, JSON.stringify(content));
  return path;
}

test('section answers a line a file; a bad one is named and the rest still solved', async () => {
  const [one] = JSON.parse(await readFile(REFERENCE, 'utf8')) as { section: SectionFile }[];
  const good = await file('good.json', one!.section);
  const bad = await file('bad.json', { ...one!.section, rectangles: [] });
  const { code, stdout, stderr } = await eldrun('section', bad, good, '--json');
  expect(code).toBe(2);
  expect(stderr).toMatch(/bad\.json: rectangles/);
  const answer = JSON.parse(stdout) as SectionAnswer;
  expect(answer.format).toBe('eldrun-plane-solution');
  expect(Object.keys(answer.probes)).toEqual(one!.section.probes!.map(({ name }) => name));
  expect(answer.couplings[0]).toMatchObject({ from: 'y0', to: 'y1' });

  const table = await eldrun('section', good);
  expect(table.code).toBe(0);
  expect(table.stdout).toMatch(/from environments\[0\]: 4\.7\d+ W\/m/);
  expect(table.stdout).toMatch(/L2D y0 to y1: 0\.09\d+ W\/\(m·K\)/);
});
