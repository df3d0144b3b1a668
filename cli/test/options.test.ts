import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { evaluate } from '@eldrun/core/evaluation';
import { withBrief, type WallFile } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { eldrun } from './eldrun.ts';

const { brief, walls } = DEMO_PROJECTS[0]!;
const [first, second] = walls.map((wall) => withBrief(wall, brief)) as [WallFile, WallFile];
let folder: string;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'eldrun-options-'));
});

afterAll(() => rm(folder, { recursive: true }));

async function file(name: string, content: unknown): Promise<string> {
  const path = join(folder, name);
  await writeFile(path, typeof content === 'string' ? content : JSON.stringify(content));
  return path;
}

/** What `compare --json` prints, as far as it is looked at here. */
interface Compared {
  walls: { name: string; measures: { cost: number }; judgment: unknown }[];
  differences: { name: string; measures: Record<string, number>; layers: unknown[] }[];
}

/** The same of `explore --json`. */
interface Explored {
  frontier: { values: unknown[] }[];
  nextSteps: object[];
}

const measuresOf = ({ thermal, quantities, moisture, judgment }: ReturnType<typeof evaluate>) => ({
  u: thermal.effective.u,
  r: thermal.effective.r,
  cost: quantities.cost,
  carbon: quantities.carbon,
  thickness: quantities.thickness,
  margin: moisture.condensingPlane && Math.min(...moisture.condensingPlane.margin),
  moisture: judgment.moisture,
});

describe('compare', () => {
  test('gives what check gives of each, and differences against the first', async () => {
    const paths = [await file('a.json', first), await file('b.json', second)];
    const { code, stdout } = await eldrun('compare', '--json', ...paths);
    expect(code).toBe(0);
    const { walls: compared, differences } = JSON.parse(stdout) as Compared;
    const results = [evaluate(first), evaluate(second)];
    expect(compared.map(({ name }) => name)).toEqual([first.name, second.name]);
    results.forEach((result, i) => {
      const { fixes: _, ...judgment } = result.judgment;
      expect(compared[i]!.measures).toEqual(measuresOf(result));
      expect(compared[i]!.judgment).toEqual(judgment);
    });
    expect(differences).toHaveLength(1);
    expect(differences[0]!.name).toBe(second.name);
    expect(differences[0]!.measures['r']).toBeCloseTo(
      results[1]!.thermal.effective.r - results[0]!.thermal.effective.r,
      12,
    );
    expect(differences[0]!.layers.length).toBeGreaterThan(0);
  });

  test('reports a bad file and compares the others', async () => {
    const paths = [await file('bad.json', '{'), await file('b.json', second)];
    const { code, stdout, stderr } = await eldrun('compare', ...paths);
    expect(code).toBe(2);
    expect(stderr).toContain('bad.json: not JSON');
    expect(stdout).toContain(second.name);
  });

  test('takes a price book, with waste and labor', async () => {
    const path = await file('b.json', second);
    const book = {
      format: 'eldrun-prices',
      version: 1,
      name: 'Quoted',
      prices: { osb: { usd: 10, per: 'm2', thickness: 0.0111, waste: 0.1, minutes: 0 } },
    };
    const cost = async (prices: unknown): Promise<number> => {
      const { stdout } = await eldrun(
        'compare',
        '--json',
        '--prices',
        await file('prices.json', prices),
        path,
      );
      return (JSON.parse(stdout) as Compared).walls[0]!.measures.cost;
    };
    const demo = evaluate(second).quantities.cost;
    const osb = second.layers.find((layer) => layer.kind === 'sheet' && layer.material === 'osb')!;
    const [was] = [evaluate({ ...second, layers: [osb], fasteners: [] }).quantities.cost];
    expect(await cost(book)).toBeCloseTo(demo - was + 10 * 1.1 * (osb.thickness / 0.0111), 9);
    expect(await cost({ ...book, laborRate: 60 })).toBeGreaterThan(demo + 20);
    const bad = await file('prices.json', { ...book, prices: { osb: { usd: -1, per: 'm2' } } });
    const { code, stderr } = await eldrun('compare', '--prices', bad, path);
    expect(code).toBe(2);
    expect(stderr).toContain('prices.osb.usd');
  });
});

describe('explore', () => {
  const exploration = {
    format: 'eldrun-exploration',
    version: 1,
    wall: second,
    vary: [
      { layer: 'L6', thickness: [0.0381, 0.0508, 0.0762] },
      { layer: 'L6', material: ['mineral-wool-board-rigid', 'polyiso-foil-faced'] },
      { layer: 'L3', spacing: [0.4064, 0.6096] },
    ],
    limits: { thickness: 0.3 },
    objectives: ['cost', 'u'],
  };

  test('answers with the frontier and next steps', async () => {
    const path = await file('e.json', exploration);
    const { code, stdout } = await eldrun('explore', '--json', path);
    expect(code).toBe(0);
    const answer = JSON.parse(stdout) as Explored;
    expect(answer).toMatchObject({ format: 'eldrun-explored', combinations: 12, evaluated: 12 });
    expect(answer.frontier.length).toBeGreaterThan(0);
    expect(answer.frontier[0]!.values).toHaveLength(3);
    const [step] = answer.nextSteps;
    expect(Object.keys(step!).sort()).toEqual(['commands', 'measures', 'text']);
    const { stdout: table } = await eldrun('explore', '--units', 'imperial', path);
    expect(table).toContain('12 of 12 combinations');
  });

  test('refuses what it cannot evaluate, and samples where it is asked to', async () => {
    const many = Array.from({ length: 500 }, (_, i) => 0.01 + i / 10_000);
    const large = {
      ...exploration,
      vary: ['L1', 'L4', 'L6'].map((layer) => ({ layer, thickness: many })),
      limits: {},
    };
    const path = await file('large.json', large);
    const refused = await eldrun('explore', path);
    expect(refused.code).toBe(2);
    expect(refused.stderr).toContain('125,000,000 combinations');
    const sampled = await eldrun('explore', '--json', '--sample', '40', path);
    expect(JSON.parse(sampled.stdout)).toMatchObject({ combinations: 125e6, evaluated: 40 });
    const zero = await eldrun('explore', '--sample', '0', path);
    expect(zero.code).toBe(2);
  });
});
