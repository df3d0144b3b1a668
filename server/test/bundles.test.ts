import { createHash } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { CLIMATES, climateOfWeather, listsOfWeather, weatherOfClimate } from '@eldrun/core/climate';
import type { BundleLine } from '@eldrun/contract';
import { loadDemo } from '../src/load-demo.ts';
import { problem, served, type Served } from './served.ts';

const MIB = 1024 * 1024;

/** A zip whose files are as they are: packing them takes most of the time of a test. */
const zipped = (files: Record<string, Uint8Array>, level: 0 | 6 = 0): Zip =>
  new Uint8Array(zipSync(files, { level }));

let here: Served;
/** A machine that has nothing yet. */
let there: Served;
let project: string;

type Rows = Record<string, unknown>;
type Zip = Uint8Array<ArrayBuffer>;

beforeAll(async () => {
  [here, there] = await Promise.all([served(), served()]);
  await loadDemo(here.pool, false);
  const { rows } = await here.pool.query<{ id: string }>(
    "SELECT id FROM projects WHERE name = 'Mill Race house'",
  );
  project = rows[0]!.id;
  await fetch(`${here.api}/projects/${project}/materials/reed`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Reed', conductivity: 0.05, vapor: { mu: 2 } }),
  });
  const weather = weatherOfClimate(CLIMATES['cool-humid']!, 3, 'Harrow Fell');
  await here.pool.query(
    `INSERT INTO project_weather (project_id, id, climate, notes, hours) VALUES ($1, 'weather-1', $2, '[]', $3)`,
    [
      project,
      JSON.stringify({ ...climateOfWeather(weather), weather: 'weather-1' }),
      JSON.stringify(listsOfWeather(weather)),
    ],
  );
  await here.pool.query(
    `INSERT INTO documents (project_id, kind, name, position, document)
     VALUES ($1, 'of-tomorrow', 'Kept', 0, '{"format": "eldrun-of-tomorrow", "version": 9, "name": "Kept"}')`,
    [project],
  );
  for (const [photo, format] of [
    ['photo-0001', 'png'],
    ['photo-0002', 'webp'],
  ] as const) {
    const body = await sharp({
      create: { width: 40, height: 30, channels: 3, background: '#cdb' },
    })
      .toFormat(format)
      .toBuffer();
    const answer = await fetch(`${here.api}/projects/${project}/photos/${photo}`, {
      method: 'PUT',
      headers: { 'content-type': `image/${format}` },
      body: new Uint8Array(body),
    });
    expect(answer.status).toBe(204);
  }
});
afterAll(() => Promise.all([here.end(), there.end()]));

let packed: Promise<Zip> | null = null;
/** The bundle of the project as it was at first. */
const bundled = (): Promise<Zip> => (packed ??= bundleOf(project, here));

async function bundleOf(of: string, { api }: Served): Promise<Zip> {
  const response = await fetch(`${api}/projects/${of}/bundle`);
  expect([response.status, response.headers.get('content-type')]).toEqual([200, 'application/zip']);
  return new Uint8Array(await response.arrayBuffer());
}

const restore = (bytes: Zip, { api } = there, accept = 'application/json'): Promise<Response> =>
  fetch(`${api}/bundles`, {
    method: 'POST',
    headers: { 'content-type': 'application/zip', accept },
    body: bytes,
  });

/** Every row of a project's tables, as text. */
async function rowsOf({ pool }: Served, of = project): Promise<Record<string, string[]>> {
  const found: Record<string, string[]> = {};
  for (const [table, where] of [
    ['projects', 'id = $1'],
    ['documents', 'project_id = $1'],
    ['document_revisions', 'document_id IN (SELECT id FROM documents WHERE project_id = $1)'],
    ['project_materials', 'project_id = $1'],
    ['project_weather', 'project_id = $1'],
    ['project_photos', 'project_id = $1'],
  ] as const) {
    const { rows } = await pool.query<{ row: string }>(
      `SELECT to_jsonb(t)::text AS row FROM ${table} t WHERE ${where} ORDER BY 1`,
      [of],
    );
    found[table] = rows.map(({ row }) => row);
  }
  return found;
}

const projectsThere = async (): Promise<string> =>
  (await there.pool.query<{ n: string }>('SELECT count(*) AS n FROM projects')).rows[0]!.n;

/** A bundle made by hand: files changed, with a list that fits them. */
function changed(
  bytes: Zip,
  change: (files: Record<string, Uint8Array>) => void,
  level?: 0 | 6,
): Zip {
  const files = unzipSync(bytes);
  change(files);
  const list = JSON.parse(strFromU8(files['bundle.json']!)) as { files: object[] };
  list.files = Object.entries(files)
    .filter(([path]) => path !== 'bundle.json')
    .map(([path, file]) => ({
      path,
      size: file.length,
      sha256: createHash('sha256').update(file).digest('hex'),
    }));
  return zipped({ ...files, 'bundle.json': strToU8(JSON.stringify(list)) }, level);
}

/** As `changed`, where a row of the first file whose path matches is changed. */
const withRow = (bytes: Zip, path: RegExp, change: (row: Rows) => void): Zip =>
  changed(bytes, (files) => {
    const found = Object.keys(files).find((one) => path.test(one))!;
    const value = JSON.parse(strFromU8(files[found]!)) as Rows | Rows[];
    change(Array.isArray(value) ? value[0]! : value);
    files[found] = strToU8(JSON.stringify(value));
  });

test('restored into an empty database every row is what it was; a second time it is a copy beside it', async () => {
  const bytes = await bundled();
  const files = unzipSync(bytes);
  expect(strFromU8(files['readme.txt']!)).toContain('Mill Race house');
  expect((await restore(bytes)).status).toBe(201);
  const before = await rowsOf(here);
  expect(await rowsOf(there)).toEqual(before);
  expect(before['documents']!.length).toBeGreaterThan(6);
  expect(before['project_photos']).toHaveLength(2);

  const copy = (await (await restore(bytes)).json()) as { id: string; name: string };
  expect(copy.name).toBe('Mill Race house (restored)');
  expect(copy.id).not.toBe(project);
  const { rows } = await there.pool.query<{ demo: boolean; assemblies: Record<string, string> }>(
    `SELECT p.demo, d.document -> 'assemblies' AS assemblies
     FROM projects p JOIN documents d ON d.project_id = p.id WHERE p.id = $1 AND d.kind = 'house'`,
    [copy.id],
  );
  expect(rows[0]!.demo).toBe(false);
  const own = await there.pool.query<{ id: string }>('SELECT id FROM walls WHERE project_id = $1', [
    copy.id,
  ]);
  // What documents say of one another they say of the copies.
  for (const id of Object.values(rows[0]!.assemblies))
    expect(own.rows.map((one) => one.id)).toContain(id);
  expect((await rowsOf(there, copy.id))['project_photos']).toHaveLength(2);
  // What came in can be renamed, archived and deleted.
  const { revision } = copy as unknown as { revision: number };
  const patch = (body: object): Promise<Response> =>
    fetch(`${there.api}/projects/${copy.id}`, {
      method: 'PATCH',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  expect((await patch({ revision, name: 'Another' })).status).toBe(200);
  expect((await patch({ revision: revision + 1, archived: true })).status).toBe(200);
  const gone = await fetch(`${there.api}/projects/${copy.id}`, { method: 'DELETE' });
  expect(gone.status).toBe(204);
});

test('who takes lines is told how far it is, going out and coming in', async () => {
  const response = await fetch(`${here.api}/projects/${project}/bundle`, {
    headers: { accept: 'application/x-ndjson' },
  });
  const whole = Buffer.from(await response.arrayBuffer());
  const lines: BundleLine[] = [];
  let at = 0;
  while (!('file' in (lines.at(-1) ?? {}))) {
    const end = whole.indexOf('\n', at);
    lines.push(JSON.parse(whole.subarray(at, end).toString()) as BundleLine);
    at = end + 1;
  }
  const steps = lines.flatMap((line) => ('step' in line ? [line] : []));
  expect(steps.map(({ step }) => step)).toContain('packing');
  for (const { share } of steps) expect(share >= 0 && share <= 1).toBe(true);
  expect(lines.at(-1)).toMatchObject({ size: whole.length - at, leftOut: [] });
  const back = await restore(new Uint8Array(whole.subarray(at)), there, 'application/x-ndjson');
  const said = (await back.text()).trim().split('\n');
  expect(JSON.parse(said.at(-1)!)).toMatchObject({ project: { name: /restored|Mill Race/ } });
});

describe('a broken one is refused whole, with what is wrong in it', () => {
  const AS_BYTES: [string, (bytes: Zip) => Zip, string, RegExp][] = [
    ['cut off', (bytes) => bytes.slice(0, 2000), 'file', /no zip, or a broken one/],
    ['no zip', () => strToU8('a poem'), 'file', /no zip/],
    [
      'a file changed',
      (bytes) => zipped({ ...unzipSync(bytes), 'project.json': strToU8('{}') }),
      'project.json',
      /checksum differs/,
    ],
    [
      'a file missing',
      (bytes) => changed(bytes, (files) => delete files['materials.json']),
      'materials.json',
      /missing/,
    ],
    [
      'a file more',
      (bytes) => zipped({ ...unzipSync(bytes), 'more.json': strToU8('1') }),
      'more.json',
      /not in its list/,
    ],
    [
      'a newer one',
      (bytes) => withList(bytes, { version: 99 }),
      'bundle.json: version',
      /newer Eldrun/,
    ],
    [
      'another format',
      (bytes) => withList(bytes, { format: 'poem' }),
      'bundle.json: format',
      /not known/,
    ],
    [
      'a list that is null',
      (bytes) => zipped({ ...unzipSync(bytes), 'bundle.json': strToU8('null') }),
      'bundle.json: format',
      /not known/,
    ],
  ];
  const withList = (bytes: Zip, change: Rows): Zip => {
    const files = unzipSync(bytes);
    const list = { ...(JSON.parse(strFromU8(files['bundle.json']!)) as Rows), ...change };
    return zipped({ ...files, 'bundle.json': strToU8(JSON.stringify(list)) });
  };

  test.each(AS_BYTES)('%s', async (_, change, path, message) => {
    const before = await projectsThere();
    const found = await problem(await restore(change(await bundled())));
    expect([found.status, found.path]).toEqual([422, path]);
    expect(found.message).toMatch(message);
    expect(await projectsThere()).toBe(before);
  });

  const ROWS: [string, RegExp, (row: Rows) => void, RegExp][] = [
    ['brief', /^project/, (row) => (row['brief'] = { convention: 'poem' }), /project.*brief/],
    ['the name of a project', /^project/, (row) => (row['name'] = ''), /project.*name/],
    [
      'a revision that cannot rise',
      /^project/,
      (row) => (row['revision'] = 2 ** 31 - 1),
      /revision/,
    ],
    ['a day that never ends', /^project/, (row) => (row['updated_at'] = 'infinity'), /updated_at/],
    ['a material', /^materials/, (row) => (row['material'] = { name: 'x' }), /materials.*material/],
    ['the id of a material', /^materials/, (row) => (row['id'] = '../x'), /materials.*id/],
    [
      'the layers of a wall',
      /^documents\/wall/,
      (row) => ((row['document'] as Rows)['layers'] = 7),
      /documents\/wall.*layers/,
    ],
    [
      'the version of a document',
      /^documents\/wall/,
      (row) => ((row['document'] as Rows)['version'] = 'one'),
      /documents\/wall.*version/,
    ],
    [
      'the version of what is not known',
      /^documents\/of-tomorrow/,
      (row) => ((row['document'] as Rows)['version'] = 1e300),
      /of-tomorrow.*version/,
    ],
    ['a place', /^documents\/wall/, (row) => (row['position'] = -1), /documents\/wall.*position/],
    [
      'a document of another project',
      /^documents/,
      (row) => (row['project_id'] = row['id']),
      /project_id/,
    ],
    ['a state', /^revisions/, (row) => (row['document'] = { format: 'x' }), /revisions.*document/],
    ['a state after the last', /^revisions/, (row) => (row['revision'] = 99), /revisions.*newer/],
    [
      'a state of nothing',
      /^revisions/,
      (row) => (row['document_id'] = project),
      /revisions.*no document/,
    ],
    [
      'when it was saved',
      /^revisions/,
      (row) => (row['saved_at'] = '-infinity'),
      /revisions.*saved_at/,
    ],
    [
      'the hours of the weather',
      /^weather/,
      (row) => (row['hours'] = { hours: 3 }),
      /weather.*hours/,
    ],
    ['its climate', /^weather/, (row) => (row['climate'] = { name: 'x' }), /weather.*climate/],
    ['the id of a photo', /^photos.*json/, (row) => (row['id'] = '../../elsewhere'), /photos.*id/],
    ['the type of a photo', /^photos.*json/, (row) => (row['type'] = 'image/jpeg'), /photos/],
    [
      'its small picture',
      /^photos.*json/,
      (row) => (row['thumbnail'] = `\\x${Buffer.from('<svg>').toString('hex')}`),
      /photos.*thumbnail.*no picture/,
    ],
  ];
  test.each(ROWS)('%s', async (_, path, change, message) => {
    const before = await projectsThere();
    const found = await problem(await restore(withRow(await bundled(), path, change)));
    expect(found.status).toBe(422);
    expect(found.message).toMatch(message);
    expect(await projectsThere()).toBe(before);
  });

  test('a photo that is none', async () => {
    const bad = changed(await bundled(), (files) => {
      files['photos/photo-0001.png'] = strToU8('<script>');
    });
    expect((await problem(await restore(bad))).message).toMatch(/photo-0001.*no picture/);
  });
});

test('what no Eldrun would take back is set aside by name, and the rest comes back', async () => {
  const { rows } = await here.pool.query<{ id: string; document: Rows }>(
    "SELECT id, document FROM documents WHERE project_id = $1 AND kind = 'wall' LIMIT 1",
    [project],
  );
  const { id, document } = rows[0]!;
  const put = (value: unknown) =>
    here.pool.query('UPDATE documents SET document = $2 WHERE id = $1', [
      id,
      JSON.stringify(value),
    ]);
  await put({ ...document, layers: 7 });
  const response = await fetch(`${here.api}/projects/${project}/bundle`);
  const files = unzipSync(new Uint8Array(await response.arrayBuffer()));
  await put(document);
  const left = Object.entries(files)
    .filter(([path]) => path.startsWith('left-out/'))
    .map(([, file]) => JSON.parse(strFromU8(file)) as { what: string; why: string; row: Rows });
  expect(left[0]).toMatchObject({
    what: `wall “${String(document['name'])}”`,
    why: expect.stringContaining('layers') as unknown,
    row: { id, document: { layers: 7 } },
  });
  // Its saved states go with it.
  expect(left.slice(1).every(({ row }) => row['document_id'] === id)).toBe(true);
  const back = await restore(zipped(files));
  expect(back.status).toBe(201);
});

test('a file that declares nothing and unpacks to more than there may be is cut short', async () => {
  const huge = new Uint8Array(8 * MIB);
  const bytes = changed(await bundled(), (files) => (files['photos/more.jpg'] = huge), 6);
  // What the directory says of its size, made small: 4 bytes at 24 of its entry, whose name comes at 46.
  const buffer = Buffer.from(bytes);
  const entry = buffer.lastIndexOf('photos/more.jpg') - 46;
  expect(buffer.readUInt32LE(entry)).toBe(0x02014b50);
  buffer.writeUInt32LE(0, entry + 24);
  const found = await problem(await restore(new Uint8Array(buffer)));
  expect([found.status, found.path]).toEqual([422, 'photos/more.jpg']);
});

describe('with a limit', () => {
  let small: Served;
  beforeAll(async () => {
    small = await served({ bundles: { limits: { size: 2 * MIB, files: 200 } } });
    await loadDemo(small.pool, false);
  });
  afterAll(() => small.end());

  test('what is larger is not packed, so that what is packed can be restored', async () => {
    const { rows } = await small.pool.query<{ id: string }>('SELECT id FROM projects LIMIT 1');
    const { id } = rows[0]!;
    expect((await restore(await bundleOf(id, small), small)).status).toBe(201);
    await small.pool.query(
      `INSERT INTO project_photos (project_id, id, type, bytes, thumbnail)
       VALUES ($1, 'photo-0009', 'image/png', decode(repeat('89504e470d0a1a0a', 300000), 'hex'), '')`,
      [id],
    );
    const refused = await fetch(`${small.api}/projects/${id}/bundle`);
    expect(refused.status).toBe(422);
    expect((await problem(refused)).message).toContain('ELDRUN_MAX_BUNDLE');
  });

  test('and is not taken', async () => {
    expect((await restore(new Uint8Array(3 * MIB), small)).status).toBe(413);
    const bomb = changed(
      await bundled(),
      (files) => (files['photos/more.jpg'] = new Uint8Array(9 * MIB)),
      6,
    );
    expect((await problem(await restore(bomb, small))).message).toContain('ELDRUN_MAX_BUNDLE');
  });
});

test('a project that is not there has no bundle', async () => {
  const none = '00000000-0000-4000-8000-000000000000';
  expect((await fetch(`${here.api}/projects/${none}/bundle`)).status).toBe(404);
});
