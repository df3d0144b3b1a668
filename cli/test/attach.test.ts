import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { AttachmentAnswer } from '@eldrun/core/attachment/file';
import { eldrun } from './eldrun.ts';

const REFERENCE = join(import.meta.dirname, '../../core/test/reference/attachment/cases.json');
let folder: string;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'eldrun-attach-'));
});

afterAll(() => rm(folder, { recursive: true }));

async function file(name: string, connections: unknown[]): Promise<string> {
  const path = join(folder, name);
  await writeFile(path, JSON.stringify({ format: 'eldrun-attachment', version: 1, connections }));
  return path;
}

test('attach answers a line a file, in the order of its connections; a bad one is named', async () => {
  const cases = JSON.parse(await readFile(REFERENCE, 'utf8')) as {
    input: object;
    expected: { lateral: number };
  }[];
  const inputs = cases.map(({ input }) => input);
  const good = await file('good.json', inputs);
  const bad = await file('bad.json', [{ ...inputs[0], spacing: { along: 0, across: 0.4 } }]);
  const { code, stdout, stderr } = await eldrun('attach', bad, good, '--json');
  expect(code).toBe(2);
  expect(stderr).toMatch(/bad\.json: connections\[0\]\.spacing\.along/);
  const { connections } = JSON.parse(stdout) as AttachmentAnswer;
  cases.forEach(({ expected }, i) =>
    expect(connections[i]!.lateral / expected.lateral).toBeCloseTo(1, 6),
  );

  const table = await eldrun('attach', good);
  expect(table.code).toBe(0);
  expect(table.stdout).toMatch(/connection 1: weight 1350 % \(mode IIIs, 24 N a fastener\)/);
  expect(table.stdout).toMatch(/a licensed engineer decides/);
});
