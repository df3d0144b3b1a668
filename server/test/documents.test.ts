import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type pg from 'pg';
import pino from 'pino';
import request from 'supertest';
import type { DocumentKind } from '@eldrun/core/kinds';
import { KINDS } from '@eldrun/core/kinds';
import type { ListedDocument, Revision, SavedDocument } from '@eldrun/contract';
import { createApp } from '../src/app.ts';
import { openPool } from '../src/database.ts';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { DocumentStore } from '../src/documents/store.ts';
import { prune } from '../src/pruning.ts';
import { NOTE, note, type Note } from './note-kind.ts';
import { inThisThread } from './in-this-thread.ts';
import { ownDatabase } from './own-database.ts';
import { runner, summariesOf } from './summarized.ts';

const kinds = [...KINDS, NOTE as unknown as DocumentKind];
let pool: pg.Pool;
let app: ReturnType<typeof createApp>;
let store: DocumentStore;
let project: string;

beforeAll(async () => {
  pool = openPool(await ownDatabase());
  app = createApp({ pool, work: inThisThread, kinds, logger: pino({ enabled: false }) });
  store = new DocumentStore(pool, { kinds, coreVersion: '' });
});
afterAll(() => pool.end());

async function newProject(): Promise<string> {
  const { body } = await request(app).post('/api/projects').send({ name: 'Notes' }).expect(201);
  return (body as { id: string }).id;
}

async function newNote(text: string, more: object = {}): Promise<SavedDocument<Note>> {
  const { body } = await request(app)
    .post(`/api/projects/${project}/documents`)
    .send({ kind: 'note', document: { ...note(text), ...more } })
    .expect(201);
  return body as SavedDocument<Note>;
}

const save = (id: string, revision: number, text: string) =>
  request(app)
    .patch(`/api/documents/${id}`)
    .send({
      revision,
      document: note(text),
      steps: [`Write ${text}`],
      commands: [{ type: 'write', text }],
    });

const listed = async (query = ''): Promise<ListedDocument[]> =>
  (await request(app).get(`/api/projects/${project}/documents${query}`).expect(200))
    .body as ListedDocument[];

describe('a kind that nothing else knows', () => {
  beforeAll(async () => {
    project = await newProject();
  });

  test('is saved with its steps and commands, and a stale save brings the current state', async () => {
    const { id } = await newNote('a');
    expect((await save(id, 1, 'b').expect(200)).body).toMatchObject({
      kind: 'note',
      revision: 2,
      document: { text: 'b' },
    });
    const stale = await save(id, 1, 'c').expect(409);
    expect(stale.body).toMatchObject({ current: { revision: 2, document: { text: 'b' } } });
    const history = (await request(app).get(`/api/documents/${id}/revisions`)).body as Revision[];
    expect(history.map(({ revision, steps, savedBy }) => [revision, steps, savedBy])).toEqual([
      [2, ['Write b'], 'local'],
      [1, ['Created'], 'local'],
    ]);
    const { body: first } = await request(app).get(`/api/documents/${id}/revisions/1`).expect(200);
    expect(first).toMatchObject({ document: { text: 'a' } });
    const { rows } = await pool.query(
      'SELECT commands FROM document_revisions WHERE document_id = $1 AND revision = 2',
      [id],
    );
    expect(rows).toEqual([{ commands: [{ type: 'write', text: 'b' }] }]);
  });

  test('is refused by its own schema', async () => {
    const { id } = await newNote('a');
    const { body } = await request(app)
      .patch(`/api/documents/${id}`)
      .send({ revision: 1, document: { ...note('b'), text: 7 }, steps: [] })
      .expect(422);
    expect(body).toMatchObject({ error: { code: 'invalid', path: 'text' } });
  });

  test('goes to the bin with its history, comes back to its place, and goes for good on request', async () => {
    project = await newProject();
    const [first, second] = [await newNote('first'), await newNote('second')];
    await save(first.id, 1, 'changed').expect(200);
    await request(app).delete(`/api/documents/${first.id}`).expect(204);
    await request(app).get(`/api/documents/${first.id}`).expect(404);
    await save(first.id, 2, 'ghost').expect(404);
    expect((await listed('?kind=note')).map(({ id }) => id)).toEqual([second.id]);
    expect((await listed('?bin=true')).map(({ id }) => id)).toEqual([first.id]);
    await request(app).post(`/api/documents/${first.id}/restore`).expect(200);
    expect((await listed()).map(({ id }) => id)).toEqual([first.id, second.id]);
    const history = await request(app).get(`/api/documents/${first.id}/revisions`).expect(200);
    expect(history.body).toHaveLength(2);

    await request(app).delete(`/api/documents/${first.id}`).expect(204);
    const third = await newNote('third');
    await request(app).put(`/api/documents/${third.id}/position`).send({ position: 0 }).expect(204);
    await request(app).post(`/api/documents/${first.id}/restore`).expect(200);
    // Its place was taken meanwhile.
    expect((await listed()).map(({ id }) => id)).toEqual([third.id, second.id, first.id]);

    await request(app).delete(`/api/documents/${first.id}`).expect(204);
    await request(app).delete(`/api/projects/${project}/bin`).expect(204);
    expect(await listed('?bin=true')).toEqual([]);
    await request(app).post(`/api/documents/${first.id}/restore`).expect(404);
  });

  test('is copied, and exported as a file', async () => {
    const { id } = await newNote('a');
    const { body } = await request(app).post(`/api/documents/${id}/duplicate`).send({}).expect(201);
    expect(body).toMatchObject({ name: 'A note (copy)', document: { text: 'a' } });
    const file = await request(app).get(`/api/documents/${id}/file`).expect(200);
    expect(file.body).toEqual(note('a'));
  });

  test('in a copy of its project refers to the copies, in the states that it referred to', async () => {
    const first = await newNote('first');
    await save(first.id, 1, 'later').expect(200);
    await newNote('about', { about: { id: first.id, revision: 1 } });
    const copied = (
      await request(app).post(`/api/projects/${project}/duplicate`).send({}).expect(201)
    ).body as { id: string };
    const inCopy = (await request(app).get(`/api/projects/${copied.id}/documents`).expect(200))
      .body as ListedDocument[];
    const documents = await Promise.all(
      inCopy.map(
        async ({ id }) =>
          (await request(app).get(`/api/documents/${id}`)).body as SavedDocument<Note>,
      ),
    );
    const about = documents.find(({ document }) => document.about)!.document.about;
    const copy = documents.find(({ document }) => document.text === 'later')!;
    expect(about).toEqual({ id: copy.id, revision: 1 });
    expect(copy.revision).toBe(2);
    const then = await request(app).get(`/api/documents/${copy.id}/revisions/1`).expect(200);
    expect((then.body as { document: Note }).document.text).toBe('first');
    await request(app)
      .patch(`/api/documents/${copy.id}`)
      .send({ revision: 2, document: note('on'), steps: ['On'], commands: [] })
      .expect(200);
  });

  test('has a summary, a short one at once and a longer one when it is left alone', async () => {
    const { id } = await newNote('four');
    const summary = async () => (await listed()).find((one) => one.id === id)!;
    expect(await summary()).toMatchObject({ summary: null, computing: true });
    const busy = summariesOf(pool, { kinds, quiet: 3600 });
    busy.poke();
    await busy.idle();
    await busy.close();
    expect(await summary()).toMatchObject({
      computing: false,
      summary: { judgment: 'skimmed', figures: { letters: 4 } },
    });
    await save(id, 1, 'sixfold').expect(200);
    // The old one stays until the new one is there.
    expect(await summary()).toMatchObject({ computing: true, summary: { judgment: 'skimmed' } });
    const quiet = summariesOf(pool, { kinds, quiet: 0 });
    quiet.poke();
    await quiet.idle();
    expect(await summary()).toMatchObject({
      computing: false,
      summary: { judgment: 'read', figures: { letters: 7 } },
    });
    await quiet.close();
  });

  test('a summary that fails is told, and does not hold up the others', async () => {
    const [bad, good] = [await newNote('bad'), await newNote('good')];
    const failing = summariesOf(pool, {
      kinds,
      quiet: 3600,
      short: (job) =>
        (job.document as Note).text === 'bad'
          ? Promise.reject(new Error('out of memory'))
          : runner(kinds)(job),
    });
    failing.poke();
    await failing.idle();
    await failing.close();
    const rows = await listed();
    expect(rows.find(({ id }) => id === bad.id)).toMatchObject({
      computing: false,
      summary: { worst: { status: 'fail' } },
    });
    expect(rows.find(({ id }) => id === good.id)).toMatchObject({
      summary: { judgment: 'skimmed' },
    });
  });
});

describe('what this program does not know', () => {
  test('is listed, told, and kept as it is', async () => {
    project = await newProject();
    const older = createApp({ pool, work: inThisThread, logger: pino({ enabled: false }) });
    const { id } = await newNote('from elsewhere');
    const { body } = await request(older).get(`/api/projects/${project}/documents`).expect(200);
    expect(body).toMatchObject([
      { id, computing: false, untouched: expect.stringContaining('eldrun-note') },
    ]);
    const refused = await request(older)
      .patch(`/api/documents/${id}`)
      .send({ revision: 1, document: note('changed'), steps: [] })
      .expect(422);
    expect(refused.body).toMatchObject({ error: { path: 'document' } });
    await request(older)
      .post(`/api/projects/${project}/documents`)
      .send({ kind: 'note', document: note('x') })
      .expect(422);

    await pool.query(`UPDATE documents SET document = document || '{"version": 9}' WHERE id = $1`, [
      id,
    ]);
    const [newer] = await listed();
    expect(newer!.untouched).toContain('newer Eldrun');
    await save(id, 1, 'changed').expect(422);
    expect((await store.read(id)).document).toMatchObject({ version: 9, text: 'from elsewhere' });
    const summaries = summariesOf(pool, { kinds });
    summaries.poke();
    await summaries.idle();
    await summaries.close();
    expect((await listed())[0]).toMatchObject({ computing: false, summary: null });
  });
});

test('the history of a burst is thinned out after a day, but for states that are named', async () => {
  project = await newProject();
  const { id } = await newNote('1');
  for (let revision = 1; revision < 9; revision++)
    await save(id, revision, `${revision + 1}`).expect(200);
  // One burst yesterday and the day before, inside ten minutes.
  await pool.query(
    `UPDATE document_revisions SET saved_at =
       date_trunc('day', now()) - interval '2 days' + revision * interval '30 seconds'
     WHERE document_id = $1`,
    [id],
  );
  await request(app)
    .patch(`/api/documents/${id}/revisions/3`)
    .send({ name: 'as priced' })
    .expect(200);
  await newNote('about it', { about: { id, revision: 5 } });
  const kept = async () =>
    ((await request(app).get(`/api/documents/${id}/revisions`)).body as Revision[]).map(
      ({ revision }) => revision,
    );
  expect(await kept()).toHaveLength(9);
  expect(await prune(store)).toBe(5);
  expect(await kept()).toEqual([9, 5, 3, 1]);
  expect(await prune(store)).toBe(0);
  await pool.query('UPDATE document_revisions SET saved_at = now() WHERE document_id = $1', [id]);
  for (let revision = 9; revision < 12; revision++) await save(id, revision, 'x').expect(200);
  expect(await prune(store)).toBe(0);
});

test('what a wall in the bin needs is not taken away', async () => {
  const id = await newProject();
  await request(app)
    .put(`/api/projects/${id}/materials/reed`)
    .send({ name: 'Reed', conductivity: 0.05, vapor: { mu: 2 } })
    .expect(200);
  const document = {
    ...DEMO_PROJECTS[0]!.walls[0]!,
    layers: [{ id: 'a', kind: 'sheet', material: 'reed', thickness: 0.05 }],
  };
  const { body } = await request(app).post(`/api/projects/${id}/walls`).send({ document });
  await request(app)
    .delete(`/api/walls/${(body as { id: string }).id}`)
    .expect(204);
  const refused = await request(app).delete(`/api/projects/${id}/materials/reed`).expect(409);
  expect(refused.body).toMatchObject({ error: { message: expect.stringContaining('in the bin') } });
});

test('many at once get places of their own', async () => {
  project = await newProject();
  await Promise.all(Array.from({ length: 12 }, (_, i) => newNote(`${i}`)));
  expect((await listed()).map(({ position }) => position)).toEqual([...Array(12).keys()]);
});

test('a project is costed by the first price book that it has and that this program reads', async () => {
  const id = await newProject();
  const book = (name: string, version = 1) => ({
    format: 'eldrun-prices',
    version,
    name,
    prices: {},
  });
  const add = async (document: object): Promise<string> => {
    const answer = await request(app)
      .post(`/api/projects/${id}/documents`)
      .send({ kind: 'prices', document })
      .expect(201);
    return (answer.body as { id: string }).id;
  };
  const pricesOf = async (): Promise<unknown> =>
    ((await request(app).get(`/api/projects/${id}`).expect(200)).body as { prices: unknown })
      .prices;
  expect(await pricesOf()).toBeNull();
  const first = await add(book('First'));
  const second = await add(book('Second'));
  expect(await pricesOf()).toEqual({ id: first, document: book('First') });
  await request(app).delete(`/api/documents/${first}`);
  expect(await pricesOf()).toMatchObject({ id: second });
  await pool.query('UPDATE documents SET document = $2 WHERE id = $1', [second, book('Second', 9)]);
  expect(await pricesOf()).toBeNull();
});
