import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { SiteFile, SitePlanFile } from '@eldrun/core/site';
import { eldrun } from './eldrun.ts';

const EXAMPLE = join(import.meta.dirname, '../../examples/sites/mill-race-house.json');
let folder: string;
let site: SiteFile;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'eldrun-site-'));
  site = JSON.parse(await readFile(EXAMPLE, 'utf8')) as SiteFile;
});

afterAll(() => rm(folder, { recursive: true }));

async function file(name: string, content: unknown): Promise<string> {
  const path = join(folder, name);
  await writeFile(path, JSON.stringify(content));
  return path;
}

test('site prints one line a file, in the shape of the site plan', async () => {
  const good = await file('good.json', site);
  const { code, stdout } = await eldrun('site', good, good, '--json');
  expect(code).toBe(0);
  const [one, two] = stdout
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as SitePlanFile);
  expect(one).toEqual(two);
  expect(one).toMatchObject({ format: 'eldrun-site-plan', version: 1, problems: [] });
  const sheathing = one!.steps.find(({ id }) => id === 'north/sheathing')!;
  expect(sheathing).toMatchObject({
    kind: 'sheathing',
    elevation: 'north',
    layer: 'L4',
    after: ['north/framing'],
    crew: 'framing',
    start: '2026-04-24',
    finish: '2026-04-24',
  });
  expect(sheathing.checks).toContain('north/sheathing/nailing');
  expect(one!.checks.find(({ id }) => id === 'north/sheathing/nailing')).toMatchObject({
    before: 'north/membrane',
    value: 0.1524,
    unit: 'm',
    tolerance: 0.006,
    sample: 'every panel',
    instrument: 'tape',
  });
  expect(one!.clocks.find(({ step }) => step === 'north/membrane')).toMatchObject({
    what: 'sun on the membrane',
    from: '2026-04-30',
    limitDays: 180,
    deadline: '2026-10-27',
    coveredBy: 'north/insulation-1',
    status: 'pass',
  });
  expect(one!.leaveBehinds[0]!.before).toBe('north/framing');
  expect(one!.leaveBehinds[0]!.what).toMatch(/^A strip of the inner air barrier/);
});

test('bad input is named, and the good file beside it is still planned', async () => {
  const bad = await file('bad.json', { ...site, crews: { framing: 0 } });
  const good = await file('good.json', site);
  const { code, stdout, stderr } = await eldrun('site', bad, good, '--json');
  expect(code).toBe(2);
  expect(stderr).toMatch(/bad\.json: crews\.framing: 0 is too small\. Allowed: above 0\./);
  expect(stdout.trim().split('\n')).toHaveLength(1);
});

test('for a terminal: days, crews, what is wrong', async () => {
  const held = await file('held.json', {
    ...site,
    checks: [{ check: 'north/membrane/laps', result: 'fail', at: '2026-05-06' }],
  });
  const { code, stdout } = await eldrun('site', held, '--units', 'imperial');
  expect(code).toBe(0);
  expect(stdout).toMatch(/north\/framing +2026-04-20 {2}2026-04-20 {2}framing, [\d.]+ h/);
  expect(stdout).toMatch(/north\/insulation-1 +held/);
  expect(stdout).toMatch(
    /! north\/membrane: sun on the membrane until 2026-10-27, no covering in sight/,
  );
  expect(stdout).toMatch(/siding: 2 people, [\d.]+ h, \d × around the house/);
});
