import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { unzipSync } from 'fflate';
import readXlsx from 'read-excel-file/node';
import { loadDemo } from '../src/load-demo.ts';
import { problem, served, type Served } from './served.ts';

let here: Served;
let project: string;
let walls: { id: string; name: string }[];

beforeAll(async () => {
  here = await served();
  await loadDemo(here.pool, false);
  const { rows } = await here.pool.query<{ id: string }>(
    "SELECT id FROM projects WHERE name = 'Mill Race house'",
  );
  project = rows[0]!.id;
  walls = (
    await here.pool.query<{ id: string; name: string }>(
      'SELECT id, name FROM walls WHERE project_id = $1 ORDER BY position',
      [project],
    )
  ).rows;
});
afterAll(() => here.end());

const get = (path: string) => fetch(`${here.api}/projects/${project}/${path}`);

async function bytesOf(path: string): Promise<{ bytes: Uint8Array; type: string; name: string }> {
  const response = await get(path);
  const bytes = new Uint8Array(await response.arrayBuffer());
  expect([path, response.status, response.ok ? '' : new TextDecoder().decode(bytes)]).toEqual([
    path,
    200,
    '',
  ]);
  return {
    bytes,
    type: response.headers.get('content-type')!,
    name: response.headers.get('content-disposition')!,
  };
}

const textOf = async (bytes: Uint8Array): Promise<string> => {
  const { extractText } = await import('unpdf');
  const { text } = await extractText(new Uint8Array(bytes), { mergePages: true });
  return text.replace(/\s+/g, ' ');
};

describe('papers', () => {
  test('of a wall carry project, revision, date and the sentence that defers', async () => {
    const { bytes, type, name } = await bytesOf(
      `papers/wall?wall=${walls[1]!.id}&date=2026-03-12&hourly=false`,
    );
    expect(type).toBe('application/pdf');
    expect(name).toContain('Mill-Race-house-North-gable-option-B-wall.pdf');
    const text = await textOf(bytes);
    for (const words of [
      'North gable, option B',
      'Mill Race house',
      'revision 1',
      '2026-03-12',
      'page 1 of',
      'The adopted local code governs',
    ])
      expect(text).toContain(words);
  });

  test('a submittal is simulated, and in the units that are asked for', async () => {
    const text = await textOf(
      (await bytesOf(`papers/submittal?wall=${walls[1]!.id}&units=metric&paper=a4`)).bytes,
    );
    expect(text).toContain('Simulated hour by hour');
    expect(text).toContain('W/(m·K)');
    expect(text).not.toContain('Btu');
  });

  test('a comparison has the decision with it, and the walls that it was made between', async () => {
    const { rows } = await here.pool.query<{ id: string }>(
      "SELECT id FROM documents WHERE project_id = $1 AND kind = 'decision'",
      [project],
    );
    const text = await textOf((await bytesOf(`papers/comparison?decision=${rows[0]!.id}`)).bytes);
    expect(text).toContain('Decided:');
    expect(text).toContain('Side by side');
    expect(text).toContain('revision 1');
  });

  test.each(['elevation', 'plates', 'edges', 'order'])('of the house: %s', async (sheet) => {
    const only = sheet === 'edges' ? 'head' : 'north';
    const { bytes } = await bytesOf(`papers/${sheet}?only=${only}`);
    expect((await textOf(bytes)).length).toBeGreaterThan(300);
  });

  test('bad input is named', async () => {
    expect(await problem(await get('papers/wall'))).toMatchObject({ status: 422, path: 'wall' });
    expect(await problem(await get('papers/wall?paper=a3'))).toMatchObject({
      status: 422,
      path: 'paper',
    });
    const response = await fetch(`${here.api}/projects/${project}/walls`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        document: { format: 'eldrun-wall', version: 1, name: 'Bare', layers: [] },
      }),
    });
    const { id: bare } = (await response.json()) as { id: string };
    expect(await problem(await get(`papers/wall?wall=${bare}`))).toMatchObject({
      status: 422,
      message: expect.stringContaining('has no layer yet') as unknown,
    });
    await here.pool.query('DELETE FROM documents WHERE id = $1', [bare]);
    expect((await get('papers/poem')).status).toBe(404);
    expect((await get(`papers/wall?wall=${project}`)).status).toBe(404);
    expect(await problem(await get('papers/plates?only=nowhere'))).toMatchObject({
      status: 422,
      path: 'only',
    });
    expect(await problem(await get(`papers/comparison?walls=${walls[0]!.id}`))).toMatchObject({
      status: 422,
      path: 'walls',
    });
  });
});

test('a house whose wall is gone has nothing to show: said, not a failure', async () => {
  const { rows } = await here.pool.query<{ document: { assemblies: Record<string, string> } }>(
    "SELECT document FROM documents WHERE project_id = $1 AND kind = 'house'",
    [project],
  );
  const built = Object.values(rows[0]!.document.assemblies);
  const bin = (at: string) =>
    here.pool.query(`UPDATE documents SET deleted_at = ${at} WHERE id = ANY($1)`, [built]);
  await bin('now()');
  const response = await get('papers/plates');
  await bin('NULL');
  expect(await problem(response)).toMatchObject({ status: 422, path: 'house' });
});

describe('drawings', () => {
  test('of a wall that nobody named: said by the field', async () => {
    expect(await problem(await get('drawings/section?format=svg'))).toMatchObject({
      status: 422,
      path: 'wall',
    });
  });

  test('one is a file, several are a zip', async () => {
    const one = await bytesOf(`drawings/section?wall=${walls[0]!.id}&format=svg`);
    expect(one.type).toMatch('image/svg+xml');
    expect(new TextDecoder().decode(one.bytes)).toMatch(/^<svg /);
    const many = await bytesOf('drawings/elevation?only=north&format=dxf');
    expect(many.type).toBe('application/zip');
    const names = Object.keys(unzipSync(many.bytes));
    expect(names).toContain('north-frame.dxf');
    expect(names.length).toBeGreaterThan(3);
  });
});

describe('tables', () => {
  test('the workbook has a sheet for each table, numbers as numbers, units in the header', async () => {
    const { bytes } = await bytesOf('tables');
    const sheets = await readXlsx(Buffer.from(bytes));
    const names = sheets.map(({ sheet }) => sheet);
    for (const name of [
      'Walls',
      'Layers',
      'Year',
      'Openings',
      'Members',
      'Edges',
      'Order',
      'Cutting',
    ])
      expect(names).toContain(name);
    const [header, ...rows] = sheets.find(({ sheet }) => sheet === 'Walls')!.data;
    const r = header!.findIndex((cell) => String(cell).startsWith('Effective R'));
    expect(header![r]).toBe('Effective R (h·ft²·°F/Btu)');
    expect(rows).toHaveLength(walls.length);
    for (const row of rows) expect(typeof row[r]).toBe('number');
  });

  test('one as CSV; one that is not there is refused by name', async () => {
    const { bytes } = await bytesOf('tables?format=csv&table=Layers&units=metric');
    const [header, first] = new TextDecoder().decode(bytes).split('\n');
    expect(header).toContain('Thickness (mm)');
    expect(first).toContain('gypsum-board');
    expect(await problem(await get('tables?format=csv&table=Poems'))).toMatchObject({
      status: 422,
      path: 'table',
    });
  });
});

describe('models', () => {
  const post = (body: string) =>
    fetch(`${here.api}/projects/${project}/model`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body,
    });

  test('go out and come in again as walls of the project, all or none', async () => {
    const { text, lost } = (await (await get('model?format=gbxml')).json()) as {
      text: string;
      lost: string[];
    };
    expect(lost.join()).toContain('gbXML has no frames');
    const before = await here.pool.query('SELECT 1 FROM walls WHERE project_id = $1', [project]);
    const broken = await post(text.replace(/unit="Meters"/, 'unit="Cubits"'));
    expect(await problem(broken)).toMatchObject({
      status: 422,
      path: expect.stringContaining('Thickness') as unknown,
    });
    expect(
      (await here.pool.query('SELECT 1 FROM walls WHERE project_id = $1', [project])).rowCount,
    ).toBe(before.rowCount);
    const added = (await (await post(text)).json()) as {
      walls: { name: string; lost: string[] }[];
    };
    expect(added.walls.map(({ name }) => name)).toEqual(walls.map(({ name }) => name));
    expect(added.walls[0]!.lost.join()).toContain('no frame');
    await here.pool.query('DELETE FROM documents WHERE name = ANY($1) AND NOT id = ANY($2)', [
      walls.map(({ name }) => name),
      walls.map(({ id }) => id),
    ]);
  });
});
